import { CAUTIONS } from '../catalogue/cautions'
import { exerciseName, type Exercise } from '../catalogue/exercises'
import { implementById } from '../catalogue/implements'
import { QUALITIES, qualityById, type QualityId } from '../catalogue/qualities'
import { SCHOOLS } from '../catalogue/schools'
import { SPORTS } from '../catalogue/sports'
import { ratingsOf, TIERS, type Tier } from '../catalogue/tiers'
import { must } from '../units/must'

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

export const link = (kind: string, id: string, name: string, says?: string): Row => ({
  name,
  to: `${kind}:${id}`,
  ...(says && { says }),
})
export const exerciseRow = (id: string, says?: string): Row =>
  link('exercise', id, exerciseName(id), says)
export const quality = (q: QualityId): string => qualityById(q).name
export const kit = (choices: readonly (readonly string[])[]): string =>
  choices.length === 0
    ? 'not possible'
    : choices
        .map((c) => c.map((k) => implementById(k)?.name.toLowerCase() ?? k).join(' and '))
        .join(', or ')

/** Sports that need a quality, the most important first. */
export const sportsFor = (q: QualityId): Row[] =>
  SPORTS.flatMap((s) => {
    const d = s.demands.find((x) => x.quality === q)
    return d && d.importance >= 2
      ? [{ name: s.name, boxes: d.importance, says: Object.keys(d.emphasis).join(' and ') }]
      : []
  }).sort((a, b) => b.boxes - a.boxes)

const TIER_NAMES = new Map<Tier, string>(TIERS.map((t) => [t.id, t.name.toLowerCase()]))
/** Sports whose coaches reach for an exercise. */
export const usersOf = (id: string): Row[] =>
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
            says:
              `${must(TIER_NAMES.get(r.tier))} for ` +
              quality(r.quality as QualityId).toLowerCase(),
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
export const schoolsFor = (q: string): Row[] =>
  (DISAGREE[q] ?? []).flatMap((id) => {
    const s = SCHOOLS.find((x) => x.id === id)
    return s ? [link('approach', s.id, s.question, `${s.a}. Or: ${s.b}.`)] : []
  })

/** Standing cautions that touch a tissue an exercise or test loads. */
export const cautionsFor = (tissues: readonly string[]): Row[] =>
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

const span = (ends: readonly [number, number]): string => [...new Set(ends)].join(' to ')

export const doseWords = (e: Exercise): string =>
  `${span(e.sets)} × ${span(e.dose.range)} ${e.dose.unit}`

export const sentence = (s: string): string => {
  const t = s.trim()
  if (t === '') return ''
  return `${t.charAt(0).toUpperCase()}${t.slice(1)}${/[.!?]$/.test(t) ? '' : '.'}`
}
