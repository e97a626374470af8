import { SPORTS } from '../catalogue/sports'
import { ratingsOf, tierRank } from '../catalogue/tiers'
import { PAGES, type Page, type PageKind } from './pages'
import { near, SPORT_WORDS, stem, wordsOf } from './speech'
import { isAmong } from '../units/among'

/** Words of every second page: they tell little. */
const COMMON = new Set(
  ['grip', 'hand', 'strength', 'train', 'exercise', 'test', 'good', 'best'].map(stem),
)
/** Words that say which kind of page is meant. */
const KIND_WORDS: Readonly<Record<string, PageKind>> = {
  test: 'protocol',
  measure: 'protocol',
  exercise: 'exercise',
  drill: 'exercise',
  calculate: 'calculator',
  pain: 'caution',
}
const KIND_SHARE = 1.3

interface Indexed {
  page: Page
  name: readonly string[]
  phrases: readonly (readonly string[])[]
  said: ReadonlySet<string>
  text: ReadonlySet<string>
}
const INDEX: readonly Indexed[] = PAGES.map((page) => {
  const name = wordsOf(page.name)
  const phrases = page.words.map((w) => wordsOf(w)).filter((w) => w.length > 0)
  return {
    page,
    name: name.length > 0 ? name : wordsOf(page.name, true),
    phrases,
    said: new Set(phrases.flat()),
    text: new Set(wordsOf(page.text)),
  }
})

/** How rare a word is among pages: a word that stands on few says more. */
const COUNTS = (() => {
  const n = new Map<string, number>()
  for (const x of INDEX)
    for (const w of new Set([...x.name, ...x.phrases.flat(), ...x.text]))
      n.set(w, (n.get(w) ?? 0) + 1)
  return n
})()
const LITTLE = 0.35
const rare = (w: string): number =>
  Math.log(1 + INDEX.length / (1 + (COUNTS.get(w) ?? 0))) * (COMMON.has(w) ? LITTLE : 1)

/**
 * What a match is worth: a coach's own phrase said whole, a part of it, the name, the text; a slip
 * of a letter costs. Own weights, no source.
 */
const WORTH = {
  whole: 2.2,
  phrase: 1.2,
  name: 1.4,
  text: 0.4,
  slip: 0.6,
  prefix: 0.7,
  sport: 0.8,
} as const
/** Kinds a coach asks for more often, where all else is equal. */
const KIND: Readonly<Record<PageKind, number>> = {
  quality: 1.06,
  exercise: 1.02,
  implement: 1,
  protocol: 0.98,
  calculator: 1.04,
  caution: 1,
  approach: 0.96,
  term: 0.94,
  source: 0.7,
}

/** Every word that stands on a page, with how well a word asked for meets it. */
const VOCABULARY = [...new Set(INDEX.flatMap((x) => [...x.name, ...x.phrases.flat(), ...x.text]))]
const MET = new Map<string, ReadonlyMap<string, number>>()
function met(q: string): ReadonlyMap<string, number> {
  const known = MET.get(q)
  if (known) return known
  const own = new Map<string, number>()
  for (const w of VOCABULARY) {
    if (w === q) own.set(w, 1)
    else if (q.length >= 4 && w.startsWith(q)) own.set(w, WORTH.prefix)
    else if (near(q, w)) own.set(w, WORTH.slip)
  }
  // What is typed letter by letter leaves many behind.
  if (MET.size > 500) MET.clear()
  MET.set(q, own)
  return own
}
const among = (m: ReadonlyMap<string, number>, words: Iterable<string>): number => {
  let best = 0
  for (const w of words) best = Math.max(best, m.get(w) ?? 0)
  return best
}

/** Exercises that coaches of a sport reach for first, by id. */
const STAPLES = new Map<string, ReadonlySet<string>>()
const staplesOf = (sport: string): ReadonlySet<string> => {
  const known = STAPLES.get(sport)
  if (known) return known
  const own = new Set(
    ratingsOf([sport]).flatMap((r) => (tierRank(r.tier) <= 1 ? [r.exerciseId] : [])),
  )
  STAPLES.set(sport, own)
  return own
}

/** Whether a page belongs to one of the sports a query names. */
function ofSport(page: Page, sports: readonly string[]): boolean {
  return sports.some((id) => {
    const sport = SPORTS.find((s) => s.id === id)
    return (
      (page.kind === 'exercise' && staplesOf(id).has(page.id)) ||
      (page.kind === 'implement' && isAmong(sport?.implements ?? [], page.id)) ||
      (page.kind === 'quality' &&
        (sport?.demands ?? []).some((d) => d.quality === page.id && d.importance >= 4))
    )
  })
}

export interface Found {
  page: Page
  score: number
  /** Words of the query that were found, as they are compared. */
  matched: readonly string[]
}

/**
 * Pages for a coach's everyday words, best first, at most `most`. Empty where no word is known.
 */
export function search(query: string, most = 10): Found[] {
  const asked = wordsOf(query)
  const words = asked.length > 0 ? asked : wordsOf(query, true)
  if (words.length === 0) return []
  const sports = words.flatMap((w) => SPORT_WORDS[w] ?? [])
  const kinds = words.flatMap((w) => KIND_WORDS[w] ?? [])
  const maps = words.map(met)
  const total = words.reduce((a, w) => a + rare(w), 0)
  return INDEX.flatMap(({ page, name, phrases, said, text }): Found[] => {
    const matched: string[] = []
    let score = 0
    for (const w of words) {
      const m = met(w)
      const inName = WORTH.name * among(m, name)
      const inPhrases = WORTH.phrase * among(m, said)
      const inText = WORTH.text * among(m, text)
      const best = Math.max(inName, inPhrases, inText)
      if (best > 0) matched.push(w)
      score += best * rare(w)
    }
    // The more of a coach's phrase the query says, the surer it is meant.
    const whole = Math.max(
      0,
      ...[...phrases, name].map((phrase) => {
        const hit = phrase.filter((p) =>
          maps.some((m) => (m.get(p) ?? 0) >= WORTH.slip && m.get(p) !== WORTH.prefix),
        )
        const asked = hit.reduce((a, w) => a + rare(w), 0)
        const own = phrase.reduce((a, w) => a + rare(w), 0)
        return own === 0 ? 0 : (asked / own) * Math.min(1, asked / total)
      }),
    )
    score += WORTH.whole * whole * total
    if (score > 0 && sports.length > 0 && ofSport(page, sports))
      score += (WORTH.sport * total) / words.length
    if (kinds.includes(page.kind)) score *= KIND_SHARE
    return score > 0 ? [{ page, score: score * KIND[page.kind], matched }] : []
  })
    .sort((a, b) => b.score - a.score || (a.page.id < b.page.id ? -1 : 1))
    .slice(0, most)
}
