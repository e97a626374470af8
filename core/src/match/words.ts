import { QUALITIES } from '../catalogue/qualities'
import { EXERCISES } from '../catalogue/exercises'
import type { DemandProfile, DemandRow } from '../demand/profile'
import { objectsFor, rankUnits, type Match, type MatchAthlete } from './rank'
import { whereIs, type Place } from '../catalogue/places'
import { formatInches, type LengthUnit } from '../units/inch'
import type { Part } from './parts'
import type { MatchUnit } from './unit'
import type { Mm } from '../units/quantity'
import { must } from '../units/must'
import { isAmong } from '../units/among'

/**
 * From this score a unit does the job; under LITTLE it trains something else. 0 to 100, practice
 * estimates, no source.
 */
export const DOES_IT = 75
export const LITTLE = 35
/** Parts under this are worth naming as lost. */
const NAMED_UNDER = 0.95

const nameOf = (u: MatchUnit): string => `${u.label}${u.how ? `, ${u.how}` : ''}`

/** What a unit loses against the ideal, most first; hands that differ are named. */
export function lost(m: Match): string[] {
  const shared = m.parts.filter((p) => p.value < NAMED_UNDER && p.says)
  const same = (p: Part) => m.byHand.right.some((q) => q.id === p.id && q.says === p.says)
  const own = (['left', 'right'] as const).flatMap((hand) =>
    m.byHand[hand]
      .filter((p) => p.value < NAMED_UNDER)
      .flatMap((p) =>
        same(p) && hand === 'right' && m.byHand.left.some((q) => q.says === p.says)
          ? []
          : [
              {
                ...p,
                says:
                  m.byHand.left.some((q) => q.says === p.says) && same(p)
                    ? p.says
                    : `${hand} hand ${p.says}`,
              },
            ],
      ),
  )
  return [...shared, ...own].sort((a, b) => a.value - b.value).map((p) => p.says)
}

/** The ideal of a row in words. */
export function idealWords(row: DemandRow, level: string, unit: LengthUnit = 'mm'): string {
  const o = must(objectsFor(row, level)[0])
  if (!o.sizeMm) return o.words
  const show = (mm: Mm) => (unit === 'mm' ? String(mm) : formatInches(mm).replace('\u00A0in', ''))
  const size = [...new Set(o.sizeMm)].map(show).join(' to ') + `\u00A0${unit}`
  return o.words.includes(size.replace('\u00A0', ' ')) ? o.words : `${o.words}, ${size}`
}

/**
 * One sentence: what comes nearest in a place, and what is lost without the ideal. `place` as in
 * "in the bag".
 */
export function nearestSentence(ranked: readonly Match[], place: string): string {
  const best = ranked.find((m) => m.mean > 0)
  if (!best)
    return ranked.length === 0
      ? `Nothing to hold ${place} yet: record what is there.`
      : `Nothing ${place} goes: a caution holds all of it.`
  const gone = lost(best)
  if (best.mean >= DOES_IT)
    return (
      `${nameOf(best.unit)} does ` +
      `it${gone.length > 0 ? `; ${gone.slice(0, 2).join('; ')}` : ''}.`
    )
  return (
    `Nearest ${place}: ${nameOf(best.unit)}; ` +
    `${gone.length > 0 ? gone.slice(0, 4).join('; ') : 'nothing lost'}.`
  )
}

const temptingKinds = new Map(
  QUALITIES.map((q) => [
    q.id,
    new Set(
      EXERCISES.filter((e) => e.primary === q.id).flatMap((e) =>
        [...e.kit.hall, ...e.kit.home, ...e.kit.bag].flat(),
      ),
    ),
  ]),
)

/** "Trains this, not that": units coaches reach for that carry little here, each with why. */
export function notThese(
  row: DemandRow,
  ranked: readonly Match[],
): { match: Match; says: string }[] {
  const kinds = must(temptingKinds.get(row.quality.id))
  return ranked
    .filter((m) => m.mean < LITTLE && m.mean > 0 && isAmong([...kinds], m.unit.kind.id))
    .map((match) => ({
      match,
      says: `${match.unit.label}: ${lost(match).slice(0, 3).join('; ')}.`,
    }))
}

const STRONG: readonly string[] = ['advanced', 'elite']

/** Set where the level changes the edge: the bigger ones in the room are named, with why. */
export function edgeSentence(
  row: DemandRow,
  ranked: readonly Match[],
  level: string,
): string | null {
  const [asked, plain] = [must(objectsFor(row, level)[0]), must(row.objects[0])]
  if (asked === plain || !asked.sizeMm) return null
  const big = ranked
    .filter((m) => m.unit.contact === 'edge' && (m.unit.sizeMm ?? 0) > must(asked.sizeMm)[1])
    .map((m) => m.unit.label)
  return (
    `${STRONG.includes(level) ? 'Strong climber' : 'At this level'}: edges of ` +
    `${asked.sizeMm[0]} to ` +
    `${asked.sizeMm[1]}\u00A0mm.` +
    (big.length > 0
      ? ` ${big.join(', ')}` +
        (STRONG.includes(level)
          ? ': too big, the back is tested before the fingers'
          : ': bigger than needed now') +
        '.'
      : '')
  )
}

/**
 * For athletes who cannot know what they will meet: how many different objects the place has for
 * the heavy rows.
 */
export function varietySentence(
  profile: DemandProfile,
  units: readonly MatchUnit[],
  athlete: MatchAthlete,
  place: string,
): string | null {
  if (!profile.variety) return null
  const useful = new Map<string, string>()
  for (const row of profile.rows.filter((r) => r.importance >= 3))
    for (const m of rankUnits(row, units, athlete))
      if (m.mean >= LITTLE)
        useful.set(`${m.unit.contact} ${Math.round((m.unit.sizeMm ?? 0) / 10)}`, m.unit.label)
  const names = [...new Set(useful.values())]
  return names.length === 0
    ? `Nobody knows the objects before the day, and nothing ${place} comes near them.`
    : `Nobody knows the objects before the day: change them week by week. ${names.length} ` +
        `that differ ${place}: ${names.slice(0, 8).join(', ')}.`
}

/** All that is said above a ranking: variety, the level's edge, what comes nearest. */
export function matchSentences(
  profile: DemandProfile,
  row: DemandRow,
  ranked: readonly Match[],
  units: readonly MatchUnit[],
  athlete: MatchAthlete,
  place: Place,
): string[] {
  const where = whereIs(place)
  const edge = edgeSentence(row, ranked, athlete.level)
  const variety = varietySentence(profile, units, athlete, where)
  return [nearestSentence(ranked, where), ...(edge ? [edge] : []), ...(variety ? [variety] : [])]
}
