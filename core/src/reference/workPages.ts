import { EXERCISES, exerciseById } from '../catalogue/exercises'
import { implementById } from '../catalogue/implements'
import { IMPLEMENT_USE } from '../catalogue/implementUse'
import { PROTOCOLS, protocolById } from '../catalogue/protocols'
import { SPORTS } from '../catalogue/sports'
import { TISSUES } from '../catalogue/tissues'
import { DOSES } from '../catalogue/doses'
import { ladderOf } from '../progress/ladders'
import {
  link,
  exerciseRow,
  quality,
  kit,
  usersOf,
  schoolsFor,
  cautionsFor,
  doseWords,
  sentence,
  type PageFacts,
} from './rows'
import { must } from '../units/must'
import { entriesOf, isAmong } from '../units/among'

/** The page of a row; null: there is none. */
export function exercisePage(id: string): PageFacts | null {
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
    lead:
      `${e.hands === 'both' ? 'Both hands' : 'A hand at a time'}, ${e.level}. ` +
      `${doseWords(e)}, rest ${e.restS} s.`,
    sections: [
      ...(e.cue ? [{ title: 'How', says: `${sentence(e.cue)}` }] : []),
      ...(e.caution ? [{ title: 'Look out', says: sentence(e.caution) }] : []),
      {
        title: 'What one set trains',
        rows: [
          ...(primary ? [link('quality', primary, quality(primary), '1 set')] : []),
          ...entriesOf(e.secondary).map(([q, share]) =>
            link('quality', q, quality(q), `${share} of a set`),
          ),
          ...Object.entries(e.tissues).map(([t, n]) => ({
            name: must(TISSUES.find((x) => x.id === t)).name,
            says: `stress ${n} of 3`,
          })),
        ],
      },
      {
        title: 'Ladder',
        says: l.loaded
          ? `First ${l.doses.join(', ')} ${e.dose.unit}, then the smallest load the plates ` +
            'allow and shorter again.'
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

/** The page of a row; null: there is none. */
export function implementPage(id: string): PageFacts | null {
  const k = implementById(id)
  if (!k) return null
  const q = IMPLEMENT_USE[k.id].quality
  const uses = EXERCISES.filter((e) =>
    isAmong([...e.kit.hall, ...e.kit.home, ...e.kit.bag].flat(), id),
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
        rows: PROTOCOLS.filter((p) => isAmong(p.implements, id)).map((p) =>
          link('protocol', p.id, p.name),
        ),
      },
      { title: 'Quality', rows: q ? [link('quality', q, quality(q))] : [], aside: true },
      {
        title: 'Sports with such an object',
        rows: SPORTS.filter((s) => isAmong(s.implements, id)).map((s) => ({
          name: s.name,
        })),
        aside: true,
      },
    ],
  }
}

/** The page of a row; null: there is none. */
export function protocolPage(id: string): PageFacts | null {
  const p = protocolById(id)
  if (!p) return null
  return {
    name: p.name,
    lead:
      `${p.hands === 'both' ? 'Both hands together' : 'Each hand'}. ` +
      `${p.trials > 1 ? `${p.trials} trials` : 'One trial'}` +
      `${p.restS > 0 ? `, ${p.restS} s rest` : ''}. ` +
      `Typical error about ${p.errorPct} % until own repeats say more.`,
    sections: [
      { title: 'Before the first trial', rows: p.card.map((c) => ({ name: c })) },
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
          implementById(k) ? [link('implement', k, must(implementById(k)).name)] : [],
        ),
        aside: true,
      },
      { title: 'Cautions', rows: cautionsFor(p.tissues), aside: true },
    ],
  }
}
