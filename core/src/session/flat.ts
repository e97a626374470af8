import { exerciseById, exerciseName, trainedBy, type Exercise } from '../catalogue/exercises'
import { qualityById, type QualityId } from '../catalogue/qualities'
import { ratingsOf, tierRank, type OwnTier, type Wishes } from '../catalogue/tiers'
import { kitFor, type Kits } from '../match/kit'
import type { Block } from '../plan/types'
import { ladderOf } from '../progress/ladders'
import type { TargetSession } from '../progress/target'
import type { SetLog } from '../record/sets'
import { capOf } from '../gaps/priorities'
import { seriesName, type Series } from '../record/series'
import type { Judge } from '../safety/judge'
import { rowsOf } from '../testing/rows'
import type { Hand } from '../catalogue/person'
import { daysBetween, type LocalDate } from '../units/dates'
import { dayNumber, isFixed, sessionsOf } from './today'
import { must } from '../units/must'
import { keysOf } from '../units/among'

/**
 * When nothing has risen: four weeks of an exercise, or three tests. Own rules after common
 * practice, no source.
 */
export const FLAT = {
  days: 28,
  sessions: 5,
  tests: 3,
  testDays: 21,
  /** Rise of a test that matters, %. Practice, no source. */
  risePct: 4,
  /** Share of sets that fell short from which the dose is the thing to change. */
  missed: 1 / 3,
  /** Days of an exercise from which it counts as tried. */
  tried: 4,
  triedDays: 365,
} as const

/** One thing to change in the work; the rest stays, so that the next weeks say what it did. */
export interface OneChange {
  kind: 'ladder' | 'easier' | 'day' | 'exercise' | 'dose' | 'wait'
  /** The exercise that takes its place. */
  exerciseId: string | null
  says: string
}
export interface FlatLine {
  quality: QualityId
  /** Null: seen in tests only. */
  exerciseId: string | null
  hands: readonly Hand[]
  /** What was seen. */
  says: string
  change: OneChange
  /** Exercises of the quality that were done in the last year: what was tried. */
  tried: readonly string[]
}

export interface FlatFacts {
  /** The week the change would be made in. */
  blocks: readonly Block[]
  logs: readonly SetLog[]
  series: readonly Series[]
  kits: Kits
  sports: readonly string[]
  own?: readonly OwnTier[] | undefined
  wishes?: Wishes | undefined
  /** Mondays of the weeks that were planned lighter, or away: nothing was to rise in them. */
  lighter?: readonly LocalDate[]
  /** What cautions hold; absent: nothing is. */
  judge?: Judge | undefined
  today: LocalDate
}

/** Where a session stood, as one number that grows with the ladder. */
function heightOf(e: Exercise, s: TargetSession): number {
  const l = ladderOf(e)
  const done = s.sets.filter((x) => x.done)
  return Math.max(
    0,
    ...done.map((x) => {
      const rung = x.rung === null ? 0 : Math.max(0, l.rungs.indexOf(x.rung))
      return rung * 1e6 + (x.loadKg ?? 0) * 1e3 + x.dose
    }),
  )
}

/**
 * Whether an exercise of a hand has not risen in four weeks of work without pain; with its missed
 * share.
 */
function still(e: Exercise, hand: Hand, f: FlatFacts): { sessions: number; missed: number } | null {
  const now = dayNumber(f.today)
  const lighter = (f.lighter ?? []).map(dayNumber).sort((a, b) => b - a)
  const all = sessionsOf(e, hand, f.logs, f.today).filter(
    (s) => !lighter.some((monday) => s.day >= monday && s.day < monday + 7),
  )
  // A lighter week is no week of the four.
  const days = lighter.reduce<number>((d, m) => (m <= now && now - m <= d ? d + 7 : d), FLAT.days)
  const since = all.filter((s) => now - s.day <= days)
  const before = all.filter((s) => now - s.day > days)
  if (before.length === 0 || since.length < FLAT.sessions) return null
  if (since.some((s) => (s.pain ?? 0) > 2)) return null
  const top = (some: readonly TargetSession[]) => Math.max(...some.map((s) => heightOf(e, s)))
  if (top(since) > top(before) + 1e-6) return null
  const sets = since.flatMap((s) => s.sets)
  return {
    sessions: since.length,
    missed: sets.filter((x) => !x.done).length / Math.max(1, sets.length),
  }
}

const triedIn = (quality: QualityId, f: FlatFacts): string[] => {
  const days = new Map<string, Set<LocalDate>>()
  for (const l of f.logs)
    if (
      exerciseById(l.exerciseId)?.primary === quality &&
      exerciseById(l.exerciseId)?.mode !== 'prep' &&
      daysBetween(l.on, f.today) <= FLAT.triedDays
    )
      days.set(l.exerciseId, (days.get(l.exerciseId) ?? new Set()).add(l.on))
  return [...days].flatMap(([id, on]) => (on.size >= FLAT.tried ? [id] : []))
}

/** The first of these that was not done yet: the rest stays as it is. */
function oneChange(
  quality: QualityId,
  blocks: readonly Block[],
  missed: number,
  f: FlatFacts,
): OneChange {
  const { cap, says: held } = f.judge
    ? capOf({ quality: qualityById(quality), emphasis: 'max' }, f.judge)
    : { cap: 1, says: '' }
  if (cap < 1) return { kind: 'wait', exerciseId: null, says: `None now, ${held}.` }
  const block = blocks[0]
  const days = new Set(blocks.map((b) => b.day)).size
  const tried = triedIn(quality, f)
  if (block && blocks.every(isFixed))
    return {
      kind: 'ladder',
      exerciseId: null,
      says: 'Its amount is fixed by hand. Let its ladder set it.',
    }
  if (missed >= FLAT.missed)
    return {
      kind: 'easier',
      exerciseId: null,
      says:
        `${Math.round(100 * missed)}\u00A0% of its sets fell short. One step back, and ` +
        'half as much rest again between sets.',
    }
  const ranked = [...ratingsOf(f.sports, f.own, f.wishes)].sort(
    (a, b) => tierRank(a.tier) - tierRank(b.tier) || a.rank - b.rank,
  )
  const other = ranked.find((r) => {
    const e = exerciseById(r.exerciseId)
    return (
      e !== undefined &&
      r.quality === quality &&
      e.primary === quality &&
      r.body === 'no' &&
      (r.tier === 'staple' || r.tier === 'good') &&
      !tried.includes(e.id) &&
      !blocks.some((b) => b.exerciseId === e.id) &&
      kitFor(e, 'hall', f.kits) !== null
    )
  })
  if (block && days === 1)
    return { kind: 'day', exerciseId: null, says: 'It is on one day a week. Give it a second one.' }
  if (other)
    return {
      kind: 'exercise',
      exerciseId: other.exerciseId,
      says: block
        ? `${exerciseName(other.exerciseId)} in its place for four weeks.`
        : `Add ${exerciseName(other.exerciseId).toLowerCase()} for four weeks.`,
    }
  return {
    kind: 'dose',
    exerciseId: null,
    says:
      'Every good choice for it was done this year. Change the dose: heavier and shorter, ' +
      'or lighter and longer.',
  }
}

/**
 * What stands still, with one change for each: exercises that have not risen in four weeks, and
 * qualities whose last three tests are none above the first by more than the smallest change that
 * matters. No odds: no record here says how often such a change helps.
 */
export function flatLines(f: FlatFacts): FlatLine[] {
  const out: FlatLine[] = []
  for (const id of new Set(f.blocks.map((b) => b.exerciseId))) {
    const e = exerciseById(id)
    const quality = e && trainedBy(e)
    if (!e || !quality || e.mode === 'prep') continue
    const own = f.blocks.filter((b) => b.exerciseId === id)
    const hands = [...new Set(own.flatMap((b) => b.hands))]
    const seen = hands.flatMap((hand) => {
      const s = still(e, hand, f)
      return s ? [{ hand, ...s }] : []
    })
    if (seen.length === 0) continue
    const missed = Math.max(...seen.map((s) => s.missed))
    out.push({
      quality,
      exerciseId: id,
      hands: seen.map((s) => s.hand),
      says: `${e.name} has not risen in four weeks, ${must(seen[0]).sessions} sessions.`,
      change: oneChange(quality, own, missed, f),
      tried: triedIn(quality, f).filter((x) => x !== id),
    })
  }
  for (const s of f.series) {
    const row = rowsOf(s.protocol, s.setup)[0]
    const last = s.points.filter((p) => !p.practice).slice(-FLAT.tests)
    const [first, newest] = [last[0], last.at(-1)]
    if (!row || s.protocol.curve || !first || !newest || last.length < FLAT.tests) continue
    if (daysBetween(first.on, newest.on) < FLAT.testDays) continue
    if (daysBetween(newest.on, f.today) > 2 * FLAT.days) continue
    const hands = keysOf(first.byHand).filter((h) => {
      const most = (first.byHand[h]?.best ?? 0) * (1 + FLAT.risePct / 100)
      return last.every((p) => {
        const best = p.byHand[h]?.best
        return best !== undefined && best <= most
      })
    })
    if (hands.length === 0 || out.some((l) => l.quality === row.quality)) continue
    const own = f.blocks.filter((b) => exerciseById(b.exerciseId)?.primary === row.quality)
    // What is not trained is not flat: it is not trained.
    if (own.length === 0) continue
    out.push({
      quality: row.quality,
      exerciseId: null,
      hands,
      says:
        `${seriesName(s, f.series)}: none of the last ${FLAT.tests} tests is ` +
        `${FLAT.risePct}\u00A0% above the first of them.`,
      change: oneChange(row.quality, own, 0, f),
      tried: triedIn(row.quality, f),
    })
  }
  return out
}
