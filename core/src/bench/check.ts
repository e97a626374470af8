import { exerciseById } from '../catalogue/exercises'
import { workSeconds } from '../plan/time'
import { bestFor, loadAdvice, weighsWith } from '../session/loads'
import { type LoadSources } from '../session/sources'
import { stepsOf } from '../session/steps'
import type { Block } from '../plan/types'
import type { Place } from '../catalogue/places'
import { holdFrom, RESTED } from './pools'
import { leastRest, restInTurn } from './rest'
import { COULD, LIKELY, simulate, USUAL, type Rates, type ScriptSet } from './simulate'
import type { Seconds } from '../units/quantity'
import { must } from '../units/must'

/** Share of the maximum that is held for so long and no longer: what an unloaded hold asks. */
function shareOfTime(seconds: Seconds, rates: Rates): number {
  let [low, high] = [0.02, 0.98]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (holdFrom(RESTED, middle, rates.k) > seconds) low = middle
    else high = middle
  }
  return (low + high) / 2
}

export interface SessionCheck {
  /** Exercises that were followed, and those left out for want of a load or a test. */
  followed: readonly string[]
  leftOut: readonly string[]
  /** The first set that is likely to fail, or could; null: none. */
  worst: {
    exerciseId: string
    hand: 'left' | 'right'
    /** Set of the hand, from 1, and how often it fails, share of the draws. */
    set: number
    fails: number
    likely: boolean
    /** Rest after each of its holds with which it is kept, s; null: none within ten minutes. */
    restS: number | null
    plannedRestS: number
    /** The exercise alone, as the simulator takes it: shares of the maximum by hand, hold, sets. */
    script: { left: number; right: number; holdS: number; sets: number; inTurn: boolean }
  } | null
}

/** Draws of a check: it stands on a page that must answer at once. */
const QUICK = 150

/**
 * A planned session through the fatigue model: its holds and carries by load against the hand's
 * best,
 * or by time against the best time. Repetitions and what has neither are left out and named.
 * `hold`:
 * why nothing rises that day, as the floor has it.
 */
export function checkSession(
  blocks: readonly Block[],
  place: Place,
  s: LoadSources,
  hold: string | null = null,
  rates: Rates = USUAL,
): SessionCheck {
  const leftOut = new Set<string>()
  const followed = new Set<string>()
  const share = (b: Block, hand: Block['hands'][number]): number | null => {
    const e = must(exerciseById(b.exerciseId))
    const quality = e.primary
    const kit = weighsWith(e, place, s.kits)
    if (kit) {
      const best = bestFor(e, hand, kit, s)
      const kg = loadAdvice(b, hand, place, s, hold)?.kg
      return best && kg ? kg / best.kg : null
    }
    const whose = e.hands === 'both' ? 'both' : hand
    const held = (s.holds ?? []).filter((x) => x.hand === whose && x.quality === quality).at(-1)
    return held ? shareOfTime(held.seconds, rates) : null
  }
  const script: (ScriptSet & {
    exerciseId: string
    n: number
    inTurn: boolean
    handRestS: number
  })[] = []
  // Every set of a hand asks the same: looked up once.
  const shares = new Map<string, number | null>()
  for (const step of stepsOf(blocks)) {
    const b = blocks.find((x) => x.id === step.blockId)
    const e = exerciseById(step.exerciseId)
    if (!b || !e || e.mode === 'prep') continue
    const timed = e.mode === 'hold' || e.mode === 'carry'
    const own = `${b.id} ${step.hand}`
    if (timed && !shares.has(own)) shares.set(own, share(b, step.hand))
    const f = shares.get(own) ?? null
    if (f === null || f <= 0.02 || f >= 0.99) {
      if (timed) leftOut.add(e.id)
      continue
    }
    followed.add(e.id)
    const each = b.hands.length > 1
    const workS = workSeconds(e, step.dose)
    script.push({
      hand: step.hand,
      workS,
      share: f,
      restS: each ? restInTurn(step.restS, workS) : step.restS,
      handRestS: step.restS,
      exerciseId: e.id,
      n: step.set,
      inTurn: each,
    })
  }
  if (script.length === 0) return { followed: [], leftOut: [...leftOut], worst: null }
  const sim = simulate(script, rates, QUICK)
  const bad = sim.sets.find((x) => x.fails >= LIKELY) ?? sim.sets.find((x) => x.fails >= COULD)
  if (!bad) return { followed: [...followed], leftOut: [...leftOut], worst: null }
  const at = must(script[bad.set])
  const own = script.filter((x) => x.exerciseId === at.exerciseId)
  const restAs = (restS: number) =>
    own.map((x) => ({ ...x, restS: x.inTurn ? restInTurn(restS, x.workS) : restS }))
  return {
    followed: [...followed],
    leftOut: [...leftOut],
    worst: {
      exerciseId: at.exerciseId,
      hand: bad.hand,
      set: at.n,
      fails: bad.fails,
      likely: bad.fails >= LIKELY,
      restS: bad.fails >= LIKELY ? leastRest(restAs, rates) : null,
      plannedRestS: at.handRestS,
      script: {
        left: (own.find((x) => x.hand !== 'right') ?? at).share,
        right: (own.find((x) => x.hand !== 'left') ?? at).share,
        holdS: at.workS,
        sets: Math.max(...own.map((x) => x.n)),
        inTurn: at.inTurn,
      },
    },
  }
}
