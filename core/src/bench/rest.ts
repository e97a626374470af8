import { LIKELY, simulate, USUAL, type Rates, type Script } from './simulate'

/** Least seconds to change hands. */
const CHANGE_S = 5
/**
 * Rest after each set of hands in turn, s, with which a hand rests `handRestS` between its own: the
 * other hand's set of `setS` is rest too.
 */
export const restInTurn = (handRestS: number, setS: number): number =>
  Math.max(CHANGE_S, (handRestS - setS) / 2)

/** Draws a question about a rest is answered with. */
const QUICK = 120
/** Longest rest that is proposed, s. */
const REST_MOST = 600
const REST_STEP = 15

/**
 * The shortest rest of a hand, s in steps of 15, with which no set is likely to fail: over half
 * of the
 * draws hold each. `scriptAt` makes the script of a rest. Null: not within ten minutes.
 */
export function leastRest(
  scriptAt: (restS: number) => Script,
  rates: Rates = USUAL,
): number | null {
  const fits = (steps: number): boolean =>
    !simulate(scriptAt(steps * REST_STEP), rates, QUICK).sets.some((s) => s.fails >= LIKELY)
  let [low, high] = [-1, REST_MOST / REST_STEP]
  if (!fits(high)) return null
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (fits(middle)) high = middle
    else low = middle
  }
  return high * REST_STEP
}
