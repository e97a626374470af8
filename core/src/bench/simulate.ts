import { HAND_FATIGUE, type FatigueRates } from '../measure/fatigue'
import { seeded } from '../units/seeded'
import type { Hand } from '../catalogue/person'
import { after, failsAfter, holdFrom, RESTED, type Spent } from './pools'
import type { Seconds } from '../units/quantity'
import { must } from '../units/must'

/** One set of a script: a hold of one hand at a share of its maximum, then rest. */
export interface ScriptSet {
  hand: Hand
  workS: number
  /** Share of the hand's maximum, over 0 and under 1. */
  share: number
  /** Rest until the next set of the script begins, s. */
  restS: number
}
export type Script = readonly ScriptSet[]

/**
 * What is not known of the rates: each drawn evenly within it. Page 7 of the trade: F and R by a
 * fifth, r 15 to 30.
 */
export const UNKNOWN = { spread: 0.2, r: [15, 30] } as const
/** From this share of the draws a set counts as likely to fail, and as one that could. */
export const LIKELY = 0.5
export const COULD = 0.1
export const DRAWS = 1000

/** The most a script may hold. */
export const SCRIPT_LIMITS = { sets: 200, seconds: 4 * 3600 } as const

/** Why a script cannot be run, in words; null: it can. */
export function refuseScript(s: Script): string | null {
  if (s.length === 0) return 'Enter at least one set.'
  if (s.length > SCRIPT_LIMITS.sets) return `At most ${SCRIPT_LIMITS.sets} sets.`
  const bad = s.findIndex((x) => !(x.share > 0 && x.share < 1))
  if (bad >= 0) return `Set ${bad + 1}: the load is over 0 and under 100 % of the maximum.`
  const time = s.findIndex(
    (x) => !(x.workS > 0 && x.workS <= 1200 && x.restS >= 0 && x.restS <= 3600),
  )
  if (time >= 0)
    return `Set ${time + 1}: a hold is over 0 s and at most 20 min, a rest at most an hour.`
  if (s.reduce((a, x) => a + x.workS + x.restS, 0) > SCRIPT_LIMITS.seconds)
    return 'The session is over four hours.'
  return null
}

export interface Rates {
  /** Centre of the draws. */
  k: FatigueRates
  /** Share the rates are known to, either way. */
  spread: number
}
export const USUAL: Rates = { k: HAND_FATIGUE, spread: UNKNOWN.spread }

/** A stretch of one hand's session: a target or rest (0), with the set it belongs to. */
interface Stretch {
  set: number | null
  target: number
  seconds: Seconds
}

/** What one hand does while the script runs: the other hand's work is its rest. */
function stretchesOf(script: Script, hand: 'left' | 'right'): Stretch[] {
  return script.flatMap((s, i): Stretch[] => {
    const own = s.hand === hand || s.hand === 'both'
    return [
      { set: own ? i : null, target: own ? s.share : 0, seconds: s.workS },
      { set: null, target: 0, seconds: s.restS },
    ]
  })
}

export interface SetOutlook {
  set: number
  hand: 'left' | 'right'
  /** Share of the draws in which it is not held to its end. */
  fails: number
  /** Longest it can be held: the middle draw and the range of 90 %, s; Infinity: on and on. */
  longestS: readonly [low: number, middle: number, high: number]
  /** Seconds since the session began. */
  atS: number
}
/** What is left in a hand over time, as a share of its maximum: low, middle and high draw. */
export interface Reserve {
  atS: number
  low: number
  middle: number
  high: number
}
export interface Simulation {
  draws: number
  sets: readonly SetOutlook[]
  reserve: Readonly<Record<'left' | 'right', readonly Reserve[]>>
  seconds: Seconds
}

/** One draw of the rates. */
function drawn(random: () => number, r: Rates): FatigueRates {
  const share = () => 1 + r.spread * (2 * random() - 1)
  const [low, high] = UNKNOWN.r
  // A narrower knowledge of the rates narrows the resting factor about its middle too.
  const middle = (low + high) / 2
  const half = ((high - low) / 2) * (r.spread / UNKNOWN.spread)
  return {
    ...r.k,
    F: r.k.F * share(),
    R: r.k.R * share(),
    r: middle + half * (2 * random() - 1),
  }
}

/** Points of a curve of reserve. */
const POINTS = 240

const quantile = (sorted: readonly number[], q: number): number =>
  must(sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))])

/** Runs of one hand that are still to be put together. */
interface Runs {
  longest: number[][]
  fails: number[]
  reserve: Float64Array[]
}

/**
 * A script followed by many draws of the rates, a batch at a time so that it can be stopped. A
 * set that fails ends there; the hand rests until the next.
 */
export function simulation(script: Script, rates: Rates = USUAL, draws = DRAWS, seed = 1) {
  const refused = refuseScript(script)
  if (refused) throw new Error(refused)
  const random = seeded(seed)
  const seconds = script.reduce((a, s) => a + s.workS + s.restS, 0)
  const hands = ['left', 'right'] as const
  const stretches = { left: stretchesOf(script, 'left'), right: stretchesOf(script, 'right') }
  const empty = (): Runs => ({
    longest: script.map(() => []),
    fails: script.map(() => 0),
    reserve: [],
  })
  const runs = { left: empty(), right: empty() }
  let done = 0
  const one = () => {
    const k = drawn(random, rates)
    for (const hand of hands) follow(stretches[hand], k, seconds, runs[hand])
    done++
  }
  return {
    get done() {
      return done
    },
    /** Runs so many more draws; the share that is done. */
    advance(batch: number): number {
      for (let i = 0; i < batch && done < draws; i++) one()
      return done / draws
    },
    result: (): Simulation => summary(script, runs, stretches, done, seconds),
  }
}

function follow(all: readonly Stretch[], k: FatigueRates, seconds: Seconds, runs: Runs): void {
  let h: Spent = RESTED
  let at = 0
  const curve = new Float64Array(POINTS + 1)
  let next = 0
  const step = seconds / POINTS
  const mark = (from: number, to: number, target: number, start: Spent) => {
    while (next <= POINTS && next * step <= to + 1e-9) {
      curve[next] = 1 - after(start, target, Math.max(0, next * step - from), k).tired
      next++
    }
  }
  for (const s of all) {
    if (s.seconds === 0) continue
    const fails = s.set === null ? null : failsAfter(h, s.target, s.seconds, k)
    if (s.set !== null) {
      if (fails !== null) runs.fails[s.set] = must(runs.fails[s.set]) + 1
      must(runs.longest[s.set]).push(fails ?? holdFrom(h, s.target, k))
    }
    const worked = fails ?? s.seconds
    mark(at, at + worked, s.target, h)
    h = after(h, s.target, worked, k)
    if (fails !== null) {
      mark(at + worked, at + s.seconds, 0, h)
      h = after(h, 0, s.seconds - worked, k)
    }
    at += s.seconds
  }
  runs.reserve.push(curve)
}

function summary(
  script: Script,
  runs: Readonly<Record<'left' | 'right', Runs>>,
  stretches: Readonly<Record<'left' | 'right', readonly Stretch[]>>,
  draws: number,
  seconds: Seconds,
): Simulation {
  const sets = (['left', 'right'] as const).flatMap((hand): SetOutlook[] => {
    let at = 0
    return stretches[hand].flatMap((s): SetOutlook[] => {
      const begins = at
      at += s.seconds
      if (s.set === null) return []
      const all = [...must(runs[hand].longest[s.set])].sort((a, b) => a - b)
      return [
        {
          set: s.set,
          hand,
          fails: draws === 0 ? 0 : must(runs[hand].fails[s.set]) / draws,
          longestS: [quantile(all, 0.05), quantile(all, 0.5), quantile(all, 0.95)],
          atS: begins,
        },
      ]
    })
  })
  const reserve = (hand: 'left' | 'right'): Reserve[] =>
    runs[hand].reserve.length === 0
      ? []
      : Array.from({ length: POINTS + 1 }, (_, i) => {
          const all = runs[hand].reserve.map((c) => must(c[i])).sort((a, b) => a - b)
          return {
            atS: (i * seconds) / POINTS,
            low: quantile(all, 0.05),
            middle: quantile(all, 0.5),
            high: quantile(all, 0.95),
          }
        })
  return {
    draws,
    seconds,
    sets: sets.sort((a, b) => a.set - b.set),
    reserve: { left: reserve('left'), right: reserve('right') },
  }
}

/** The whole at once, for checks and short scripts. */
export function simulate(
  script: Script,
  rates: Rates = USUAL,
  draws = DRAWS,
  seed = 1,
): Simulation {
  const run = simulation(script, rates, draws, seed)
  run.advance(draws)
  return run.result()
}
