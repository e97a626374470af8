import { QUALITIES, QUALITY_ALIASES, type Quality, qualityById } from './qualities'
export type WordMeans =
  | { kind: 'one'; quality: Quality }
  | { kind: 'several'; word: string; qualities: readonly Quality[] }
  | { kind: 'none' }

/**
 * What a coach's word may mean: the name or id of a quality, or a word that means several (then it
 * is asked).
 */
export function meaningOf(text: string): WordMeans {
  const t = text.trim().toLowerCase().replace(/\s+/g, ' ')
  const several = QUALITY_ALIASES[t]
  if (several) return { kind: 'several', word: t, qualities: several.map(qualityById) }
  const exact = QUALITIES.find(
    (q) => q.name.toLowerCase() === t || q.id === t || q.id.replace('_', ' ') === t,
  )
  return exact ? { kind: 'one', quality: exact } : { kind: 'none' }
}

/** The question to put when a word means several qualities. */
export const askWhich = (m: Extract<WordMeans, { kind: 'several' }>): string =>
  `"${m.word}" may mean ${m.qualities.map((q) => q.name.toLowerCase()).join(', ')}: which?`
