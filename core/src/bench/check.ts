import { exerciseById } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import type { Block } from '../plan/types'
import { workSeconds } from '../plan/time'
import type { Series } from '../review/series'
import { loadAdvice, weighsWith, type LoadSources } from '../session/loads'
import { stepsOf } from '../session/steps'
import type { Place } from '../plan/types'
import { rowsOf } from '../testing/rows'
import { holdFrom, RESTED } from './pools'
import { COULD, LIKELY, leastRest, simulate, USUAL, type Rates, type ScriptSet } from './simulate'

/**
 * Holds to failure on record as shares of the hand's best single of the same quality: what own rates
 * are fitted to.
 */
export function ownHolds(series: readonly Series[]): { share: number; seconds: number }[] {
  const best = new Map<string, number>()
  for (const s of series)
    if (s.protocol.group === 'lift' && s.protocol.unit === 'kg') {
      const q = rowsOf(s.protocol, s.setup)[0]?.quality
      for (const p of s.points)
        for (const [hand, t] of Object.entries(p.byHand))
          if (q && t) best.set(`${q} ${hand}`, Math.max(best.get(`${q} ${hand}`) ?? 0, t.best))
    }
  return series.flatMap((s) => {
    const load = Number(s.setup.variant['loadKg'] ?? 0)
    const q = rowsOf(s.protocol, s.setup)[0]?.quality
    if (s.protocol.unit !== 's' || !(load > 0) || !q) return []
    return s.points.flatMap((p) =>
      Object.entries(p.byHand).flatMap(([hand, t]) => {
        const max = best.get(`${q} ${hand}`)
        return max && t ? [{ share: load / max, seconds: t.best }] : []
      }),
    )
  })
}

/** Share of the maximum that is held for so long and no longer: what an unloaded hold asks. */
function shareOfTime(seconds: number, rates: Rates): number {
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

/** Least seconds to change hands. */
const CHANGE_S = 5
/** Rest after each set of hands in turn: the other hand's set is rest too. */
const between = (handRestS: number, workS: number): number =>
  Math.max(CHANGE_S, (handRestS - workS) / 2)

/** Draws of a check: it stands on a page that must answer at once. */
const QUICK = 150

/**
 * A planned session through the fatigue model: its holds and carries by load against the hand's best,
 * or by time against the best time. Repetitions and what has neither are left out and named.
 */
export function checkSession(
  blocks: readonly Block[],
  place: Place,
  s: LoadSources,
  rates: Rates = USUAL,
): SessionCheck {
  const leftOut = new Set<string>()
  const followed = new Set<string>()
  const share = (b: Block, hand: Block['hands'][number]): number | null => {
    const e = exerciseById(b.exerciseId)!
    const quality = e.primary as QualityId
    if (weighsWith(e, place, s.kits)) {
      const best = s.bests.filter((x) => x.hand === hand && x.quality === quality).at(-1)
      const kg = loadAdvice(b, hand, place, s)?.kg
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
  for (const step of stepsOf(blocks)) {
    const b = blocks.find((x) => x.id === step.blockId)
    const e = exerciseById(step.exerciseId)
    if (!b || !e || e.mode === 'prep') continue
    const timed = e.mode === 'hold' || e.mode === 'carry'
    const f = timed ? share(b, step.hand) : null
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
      restS: each ? between(step.restS, workS) : step.restS,
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
  const at = script[bad.set]!
  const own = script.filter((x) => x.exerciseId === at.exerciseId)
  const restAs = (restS: number) =>
    own.map((x) => ({ ...x, restS: x.inTurn ? between(restS, x.workS) : restS }))
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
