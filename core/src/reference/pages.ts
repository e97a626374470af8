import { CAUTIONS } from '../catalogue/cautions'
import { EXERCISES, trainedBy } from '../catalogue/exercises'
import { IMPLEMENTS } from '../catalogue/implements'
import { IMPLEMENT_USE } from '../catalogue/implementUse'
import { PROTOCOLS } from '../catalogue/protocols'
import { QUALITIES, QUALITY_ALIASES, qualityById, type QualityId } from '../catalogue/qualities'
import { SCHOOLS } from '../catalogue/schools'
import { SOURCES } from '../catalogue/sources'
import { CALCULATORS } from '../catalogue/calculators'
import { TERMS } from '../catalogue/glossary'
import { WORDS } from '../catalogue/everydayWords'
import { keysOf } from '../units/among'

export const PAGE_KINDS = [
  { id: 'quality', name: 'Grip qualities' },
  { id: 'implement', name: 'Implements' },
  { id: 'exercise', name: 'Exercises' },
  { id: 'protocol', name: 'Tests' },
  { id: 'approach', name: 'Where coaches disagree' },
  { id: 'caution', name: 'Cautions' },
  { id: 'calculator', name: 'Calculators' },
  { id: 'term', name: 'Words' },
  { id: 'source', name: 'Sources' },
] as const
export type PageKind = (typeof PAGE_KINDS)[number]['id']

/** A page of the reference, as much of it as search and lists need. */
export interface Page {
  kind: PageKind
  id: string
  name: string
  /** What coaches say for it, phrase by phrase. */
  words: readonly string[]
  /** Everything else that stands on it. */
  text: string
  /** Qualities it serves. */
  qualities: readonly QualityId[]
}

const own = (kind: PageKind, id: string): string[] =>
  (WORDS[`${kind}:${id}`] ?? '').split(', ').filter((w) => w !== '')
const page = (
  kind: PageKind,
  id: string,
  name: string,
  text: string,
  qualities: readonly QualityId[] = [],
): Page => ({ kind, id, name, words: own(kind, id), text, qualities })
const names = (ids: readonly QualityId[]): string => ids.map((q) => qualityById(q).name).join(' ')

/** What coaches say for the quality of an exercise finds it too. */
const said = (quality: string | null): string => own('quality', quality ?? '').join(' ')

/** Every page there is, made from the catalogue: nothing is written twice. */
export const PAGES: readonly Page[] = [
  ...QUALITIES.map((q) => ({
    ...page('quality', q.id, q.name, `${q.does} ${q.typicalTest}`, [q.id]),
    words: [
      ...own('quality', q.id),
      ...Object.entries(QUALITY_ALIASES).flatMap(([word, ids]) =>
        ids.includes(q.id) ? [word] : [],
      ),
    ],
  })),
  ...IMPLEMENTS.map((k) => {
    const quality = IMPLEMENT_USE[k.id].quality
    return page('implement', k.id, k.name, k.notes, quality ? [quality] : [])
  }),
  ...EXERCISES.map((e) => {
    const qualities = [...[trainedBy(e)].filter((q) => q !== null), ...keysOf(e.secondary)]
    return page(
      'exercise',
      e.id,
      e.name,
      `${e.cue} ${e.caution} ${names(qualities)} ${said(e.primary)}`,
      qualities,
    )
  }),
  ...PROTOCOLS.map((p) => {
    const qualities = [...new Set(p.rows.map((r) => r.quality))]
    return page(
      'protocol',
      p.id,
      p.name,
      `test ${p.steps} ${p.result} ${p.card.join(' ')} ${names(qualities)}`,
      qualities,
    )
  }),
  ...SCHOOLS.map((s) => page('approach', s.id, s.question, `${s.a} ${s.b} ${s.default}`)),
  ...CAUTIONS.map((c) => page('caution', c.id, c.title, `${c.says} ${c.instead}`)),
  ...CALCULATORS.map((c) => page('calculator', c.id, c.name, `calculator ${c.answers} ${c.how}`)),
  ...TERMS.map((t) => page('term', t.id, t.name, t.says)),
  ...SOURCES.map((s) => page('source', s.id, s.cite, '')),
]

const byKey = new Map(PAGES.map((p) => [`${p.kind}:${p.id}`, p]))
export const pageOf = (kind: string, id: string): Page | undefined => byKey.get(`${kind}:${id}`)
