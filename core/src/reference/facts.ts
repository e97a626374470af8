import { CAUTIONS } from '../catalogue/cautions'
import { EXERCISES, exerciseById, type Exercise } from '../catalogue/exercises'
import { IMPLEMENTS, implementById } from '../catalogue/implements'
import { IMPLEMENT_USE } from '../catalogue/implementUse'
import { PROTOCOLS, protocolById } from '../catalogue/protocols'
import { CARRY_OVER, QUALITIES, qualityById, type QualityId } from '../catalogue/qualities'
import { SCHOOLS } from '../catalogue/schools'
import { SOURCES } from '../catalogue/sources'
import { SPORTS } from '../catalogue/sports'
import { ratingsOf, TIERS, type Tier } from '../catalogue/tiers'
import { TISSUES } from '../catalogue/tissues'
import { DOSES } from '../catalogue/doses'
import { ladderOf } from '../progress/ladders'
import { CALCULATORS, calculatorById } from './calculators'
import { termById } from './terms'

/** A page as sections of rows; links are `kind:id`. */
export interface Row {
  name: string
  says?: string
  to?: string
  /** Boxes of five, where it is an importance. */
  boxes?: number
}
export interface Section {
  title: string
  says?: string
  rows?: readonly Row[]
  /** Beside the page rather than on it. */
  aside?: boolean
}
export interface PageFacts {
  name: string
  /** One line under the name. */
  lead: string
  sections: readonly Section[]
}

const link = (kind: string, id: string, name: string, says?: string): Row => ({
  name,
  to: `${kind}:${id}`,
  ...(says && { says }),
})
const exerciseRow = (id: string, says?: string): Row =>
  link('exercise', id, exerciseById(id)?.name ?? id, says)
const quality = (q: QualityId): string => qualityById(q).name
const kit = (choices: readonly (readonly string[])[]): string =>
  choices.length === 0
    ? 'not possible'
    : choices
        .map((c) => c.map((k) => implementById(k)?.name.toLowerCase() ?? k).join(' and '))
        .join(', or ')

/** Sports that need a quality, the most important first. */
const sportsFor = (q: QualityId): Row[] =>
  SPORTS.flatMap((s) => {
    const d = s.demands.find((x) => x.quality === q)
    return d && d.importance >= 2
      ? [{ name: s.name, boxes: d.importance, says: Object.keys(d.emphasis).join(' and ') }]
      : []
  }).sort((a, b) => b.boxes - a.boxes)

const TIER_NAMES = new Map<Tier, string>(TIERS.map((t) => [t.id, t.name.toLowerCase()]))
/** Sports whose coaches reach for an exercise. */
const usersOf = (id: string): Row[] =>
  SPORTS.flatMap((s) => {
    const r = ratingsOf([s.id]).find(
      (x) =>
        x.exerciseId === id &&
        (x.tier === 'staple' || x.tier === 'good') &&
        QUALITIES.some((q) => q.id === x.quality),
    )
    return r
      ? [
          {
            name: s.name,
            says: `${TIER_NAMES.get(r.tier)!} for ${quality(r.quality as QualityId).toLowerCase()}`,
          },
        ]
      : []
  })

const DISAGREE: Readonly<Record<string, readonly string[]>> = {
  hang: ['hang_shoulders'],
  carry: ['support_max', 'straps'],
  thick: ['thick'],
  crush: ['springs', 'spring_reps'],
  closed: ['spring_reps'],
  pinch_wide: ['thumb'],
  pinch_narrow: ['thumb'],
  key: ['thumb'],
  wrist_flex: ['direct_forearm', 'size'],
  wrist_ext: ['reverse_curl', 'wrist_roller', 'ext_isometrics'],
  finger_ext: ['ext_bands', 'ext_isometrics'],
}
const schoolsFor = (q: string): Row[] =>
  (DISAGREE[q] ?? []).flatMap((id) => {
    const s = SCHOOLS.find((x) => x.id === id)
    return s ? [link('approach', s.id, s.question, `${s.a}. Or: ${s.b}.`)] : []
  })

/** Standing cautions that touch a tissue an exercise or test loads. */
const cautionsFor = (tissues: readonly string[]): Row[] =>
  CAUTIONS.filter((c) => {
    const t = c.trigger
    return (
      t.kind === 'injury' &&
      tissues.some((x) => c.id.startsWith(SITE[x] ?? '-')) &&
      /_(held|active)$/.test(c.id)
    )
  }).map((c) => link('caution', c.id, c.title, c.says))
const SITE: Readonly<Record<string, string>> = {
  thumb: 'thumb',
  finger_flexors: 'finger_pulley',
  elbow_medial: 'elbow_inner_tendon',
  elbow_lateral: 'elbow_outer_tendon',
  wrist: 'wrist',
  shoulder: 'shoulder',
  skin: 'skin',
}

function qualityPage(id: QualityId): PageFacts {
  const q = qualityById(id)
  const own = EXERCISES.filter((e) => e.primary === id && e.mode !== 'prep')
  return {
    name: q.name,
    lead: `${q.does}. Usually tested by: ${q.typicalTest.toLowerCase()}.`,
    sections: [
      { title: 'Exercises', rows: own.map((e) => exerciseRow(e.id, doseWords(e))) },
      {
        title: 'Tests',
        rows: PROTOCOLS.filter((p) => p.rows.some((r) => r.quality === id)).map((p) =>
          link('protocol', p.id, p.name),
        ),
      },
      { title: 'Who needs it', says: 'Importance of 5.', rows: sportsFor(id), aside: true },
      {
        title: 'Helps',
        says: 'Share of a gain that counts there (practice, no source).',
        rows: CARRY_OVER.filter((c) => c.from === id).map((c) =>
          link('quality', c.to, quality(c.to), `${Math.round(100 * c.share)} %`),
        ),
        aside: true,
      },
      {
        title: 'Implements',
        rows: IMPLEMENTS.filter((k) => IMPLEMENT_USE[k.id].quality === id).map((k) =>
          link('implement', k.id, k.name),
        ),
        aside: true,
      },
      { title: 'Coaches disagree', rows: schoolsFor(id), aside: true },
    ],
  }
}

const doseWords = (e: Exercise): string =>
  `${e.sets[0] === e.sets[1] ? e.sets[0] : `${e.sets[0]} to ${e.sets[1]}`} × ${e.dose.range[0] === e.dose.range[1] ? e.dose.range[0] : `${e.dose.range[0]} to ${e.dose.range[1]}`} ${e.dose.unit}`

function exercisePage(id: string): PageFacts | null {
  const e = exerciseById(id)
  if (!e) return null
  const l = ladderOf(e)
  const primary = e.primary === null || e.primary === 'day' ? null : e.primary
  const near = primary
    ? EXERCISES.filter((x) => x.primary === primary && x.id !== id && x.mode !== 'prep')
    : []
  const possible = (place: 'hall' | 'home' | 'bag') =>
    e.kit[place].length > 0
      ? { name: PLACE[place], says: kit(e.kit[place]) }
      : {
          name: PLACE[place],
          ...((n) =>
            n
              ? { says: `instead: ${n.name}`, to: `exercise:${n.id}` }
              : { says: 'nothing of this quality' })(near.find((x) => x.kit[place].length > 0)),
        }
  return {
    name: e.name,
    lead: `${e.hands === 'both' ? 'Both hands' : 'A hand at a time'}, ${e.level}. ${doseWords(e)}, rest ${e.restS} s.`,
    sections: [
      ...(e.cue ? [{ title: 'How', says: `${sentence(e.cue)}` }] : []),
      ...(e.caution ? [{ title: 'Look out', says: sentence(e.caution) }] : []),
      {
        title: 'What one set trains',
        rows: [
          ...(primary ? [link('quality', primary, quality(primary), '1 set')] : []),
          ...Object.entries(e.secondary).map(([q, share]) =>
            link('quality', q, quality(q as QualityId), `${share} of a set`),
          ),
          ...Object.entries(e.tissues).map(([t, n]) => ({
            name: TISSUES.find((x) => x.id === t)!.name,
            says: `stress ${n} of 3`,
          })),
        ],
      },
      {
        title: 'Ladder',
        says: l.loaded
          ? `First ${l.doses.join(', ')} ${e.dose.unit}, then the smallest load the plates allow and shorter again.`
          : `First ${l.doses.join(', ')} ${e.dose.unit}, then the next step.`,
        rows: l.rungs.map((r, i) => ({ name: `${i + 1}. ${r}` })),
      },
      { title: 'Dose', says: sentence(DOSES.find((d) => d.aim === e.aim)?.note ?? '') },
      { title: 'Who uses it', rows: usersOf(id), aside: true },
      { title: 'Where', rows: [possible('hall'), possible('home'), possible('bag')], aside: true },
      { title: 'Cautions', rows: cautionsFor(Object.keys(e.tissues)), aside: true },
      { title: 'In its place', rows: near.slice(0, 6).map((x) => exerciseRow(x.id)), aside: true },
      { title: 'Coaches disagree', rows: primary ? schoolsFor(primary) : [], aside: true },
      {
        title: 'Sources',
        rows: [link('source', 'practice', 'Common practice, no source')],
        aside: true,
      },
    ],
  }
}
const PLACE = { hall: 'Hall', home: 'Home', bag: 'Travel' } as const
const sentence = (s: string): string => {
  const t = s.trim()
  if (t === '') return ''
  return `${t.charAt(0).toUpperCase()}${t.slice(1)}${/[.!?]$/.test(t) ? '' : '.'}`
}

function implementPage(id: string): PageFacts | null {
  const k = implementById(id)
  if (!k) return null
  const q = IMPLEMENT_USE[k.id].quality
  const uses = EXERCISES.filter((e) =>
    ([...e.kit.hall, ...e.kit.home, ...e.kit.bag].flat() as readonly string[]).includes(id),
  )
  return {
    name: k.name,
    lead: [k.usualMm ? `Usually ${k.usualMm[0]} to ${k.usualMm[1]} mm (${k.measure})` : '', k.notes]
      .filter(Boolean)
      .map(sentence)
      .join(' '),
    sections: [
      { title: 'Exercises with it', rows: uses.map((e) => exerciseRow(e.id, doseWords(e))) },
      {
        title: 'Tests with it',
        rows: PROTOCOLS.filter((p) => (p.implements as readonly string[]).includes(id)).map((p) =>
          link('protocol', p.id, p.name),
        ),
      },
      { title: 'Quality', rows: q ? [link('quality', q, quality(q))] : [], aside: true },
      {
        title: 'Sports with such an object',
        rows: SPORTS.filter((s) => (s.implements as readonly string[]).includes(id)).map((s) => ({
          name: s.name,
        })),
        aside: true,
      },
    ],
  }
}

function protocolPage(id: string): PageFacts | null {
  const p = protocolById(id)
  if (!p) return null
  return {
    name: p.name,
    lead: `${p.hands === 'both' ? 'Both hands together' : 'Each hand'}. ${p.trials > 1 ? `${p.trials} trials` : 'One try'}${p.restS > 0 ? `, ${p.restS} s rest` : ''}. Typical error about ${p.errorPct} % until own repeats say more.`,
    sections: [
      { title: 'Before the first try', rows: p.card.map((c) => ({ name: c })) },
      { title: 'Steps', says: sentence(p.steps) },
      { title: 'Result', says: sentence(p.result) },
      {
        title: 'Choices',
        says: p.variants.length + p.numbers.length > 0 ? 'Each is a series of its own.' : '',
        rows: [
          ...p.variants.map((v) => ({
            name: v.name,
            says: v.options.map((o) => o.name.toLowerCase()).join(', '),
          })),
          ...p.numbers.map((n) => ({ name: n.name, says: n.unit })),
        ],
      },
      {
        title: 'Measures',
        rows: p.rows.map((r) => link('quality', r.quality, quality(r.quality), r.measure)),
        aside: true,
      },
      {
        title: 'Implements',
        rows: p.implements.flatMap((k) =>
          implementById(k) ? [link('implement', k, implementById(k)!.name)] : [],
        ),
        aside: true,
      },
      { title: 'Cautions', rows: cautionsFor(p.tissues), aside: true },
    ],
  }
}

function cautionPage(id: string): PageFacts | null {
  const c = CAUTIONS.find((x) => x.id === id)
  if (!c) return null
  return {
    name: c.title,
    lead: c.says,
    sections: [
      { title: 'Until', says: sentence(c.until) },
      { title: 'Instead', says: c.instead ? sentence(c.instead) : '' },
      {
        title: 'Who decides',
        says: 'A licensed clinician and the rules of your place. Mano does not diagnose.',
      },
    ],
  }
}

function approachPage(id: string): PageFacts | null {
  const s = SCHOOLS.find((x) => x.id === id)
  if (!s) return null
  return {
    name: s.question,
    lead: 'Practitioners disagree. Both sides\u2019 reasons, and what Mano does unless you say otherwise.',
    sections: [
      { title: 'One side', says: sentence(s.a) },
      { title: 'The other', says: sentence(s.b) },
      { title: 'Mano\u2019s default', says: sentence(s.default) },
      { title: 'Where to change it', says: 'On the plan, under Approaches.' },
    ],
  }
}

function sourcePage(id: string): PageFacts | null {
  const s = SOURCES.find((x) => x.id === id)
  if (!s) return null
  return {
    name: s.cite,
    lead: s.fromMemory
      ? 'Recalled from memory, not checked against the paper.'
      : id === 'practice'
        ? 'What coaches commonly do. Nobody has published it as such; keep it as an estimate.'
        : 'Exact by definition.',
    sections: [
      {
        title: 'Calculators that rest on it',
        rows: CALCULATORS.filter((c) => c.sources.includes(id)).map((c) =>
          link('calculator', c.id, c.name),
        ),
      },
    ],
  }
}

/** Everything that stands on a page, from the catalogue; null: there is no such page. */
export function factsOf(kind: string, id: string): PageFacts | null {
  const t = kind === 'term' ? termById(id) : undefined
  const c = kind === 'calculator' ? calculatorById(id) : undefined
  if (t) return { name: t.name, lead: t.says, sections: [] }
  if (c)
    return {
      name: c.name,
      lead: c.answers,
      sections: [
        { title: 'How it is worked out', says: c.how },
        { title: 'Open it', rows: [{ name: c.name, to: `calculator:${c.id}` }] },
      ],
    }
  const makers: Readonly<Record<string, (id: string) => PageFacts | null>> = {
    quality: (x) => (QUALITIES.some((q) => q.id === x) ? qualityPage(x as QualityId) : null),
    exercise: exercisePage,
    implement: implementPage,
    protocol: protocolPage,
    caution: cautionPage,
    approach: approachPage,
    source: sourcePage,
  }
  return makers[kind]?.(id) ?? null
}
