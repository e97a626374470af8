import { hangLoad } from '../measure/endurance'
import { G, leverTorque } from '../measure/mechanics'
import { detectableChange } from '../measure/trend'
import { summariseTrials } from '../measure/trials'
import { loadPin, type Plate } from '../testing/plates'
import type { Kg, Mm, Nm, Percent } from '../units/quantity'
import { must } from '../units/must'

/** What a calculator answers, or a sentence that says why not. */
export type Answer<T> = { ok: true; value: T } | { ok: false; why: string }
const no = (why: string): { ok: false; why: string } => ({ ok: false, why })

/** A club as a handle and a head: masses kg at distances m from the butt. */
export interface Club {
  masses: readonly (readonly [kg: Kg, atM: number])[]
  /** End of what a hand can hold, m from the butt. */
  handleM: number
}

/**
 * Where on a club a hand meets a torque (N m) at an angle from upright (degrees, 90 is level). m
 * from the butt. Refused where it is not on the handle.
 */
export function placeFor(club: Club, torqueNm: Nm, angleDeg: number): Answer<number> {
  const at = leverTorque(club.masses, 0, angleDeg)
  if (!at) return no('Enter what the club weighs.')
  const sine = Math.sin((angleDeg * Math.PI) / 180)
  if (Math.abs(sine) < 0.05)
    return no('Nearly upright a club turns nothing: choose an angle of 5 degrees or more.')
  const handM = at.comM - torqueNm / (at.totalKg * G * sine)
  if (handM < 0) return no('The hand would be past the butt: choose a heavier club.')
  if (handM > club.handleM) return no('The hand would be past the handle: choose a lighter club.')
  return { ok: true, value: handM }
}

/**
 * Loss on thicker bars (Ratamess et al. 2007, from memory): mm, share; a thin bar of 28 mm loses
 * none.
 */
const LOSS: readonly (readonly [mm: Mm, share: number])[] = [
  [28, 0],
  [51, 0.28],
  [76, 0.55],
]
/**
 * Share lost on a bar of so many mm beside one of 28 mm: straight between the published points, 28
 * to 76 mm.
 */
export function thickLoss(mm: Mm): Answer<number> {
  if (!(mm >= 28 && mm <= 76)) return no('Published figures go from 28 to 76 mm only.')
  const i = Math.max(
    1,
    LOSS.findIndex(([x]) => mm <= x),
  )
  const [[a, low], [b, high]] = [must(LOSS[i - 1]), must(LOSS[i])]
  return { ok: true, value: low + ((mm - a) / (b - a)) * (high - low) }
}

/**
 * What one hand bears in a hang, kg: body and added mass less the help, shared by the hands. Help
 * over a pulley counts once or twice (`parts`).
 */
export function hangBears(
  bodyKg: Kg,
  addedKg: Kg,
  helpKg: Kg,
  parts: 1 | 2,
  hands: 1 | 2,
): Answer<number> {
  if (!(bodyKg > 0)) return no('Enter the body mass.')
  if (addedKg < 0 || helpKg < 0) return no('Added mass and help are not below 0.')
  const left = hangLoad(bodyKg, addedKg) - helpKg * parts
  return left <= 0
    ? no('The help carries all of the body: nothing is left for the hands.')
    : { ok: true, value: left / hands }
}

/** What a turn takes, s. Practice, no source. */
const TURN_S = 2
/** Seconds a way takes at a pace, m and m/s, turns counted in. */
export function carrySeconds(metres: number, pace: number, turns = 0): Answer<number> {
  if (!(metres > 0) || !(pace > 0)) return no('Way and pace are over 0.')
  if (pace > 4) return no('A pace over 4 m/s is a run, no carry.')
  return { ok: true, value: metres / pace + TURN_S * turns }
}

export interface PercentRow {
  share: number
  wantedKg: Kg
  /** What the room makes of it; null: nothing hangs. */
  madeKg: Kg | null
  plates: readonly Plate[]
}
/** Loads at shares of a best (kg), as the room's plates make them. */
export function percentTable(
  bestKg: Kg,
  shares: readonly number[],
  room: { plates: readonly Plate[]; pinKg: Kg } | null,
): Answer<PercentRow[]> {
  if (!(bestKg > 0 && bestKg <= 500)) return no('A best is over 0 and at most 500 kg.')
  return {
    ok: true,
    value: shares.map((share) => {
      const wantedKg = share * bestKg
      const hung = room ? loadPin(wantedKg, room.plates, room.pinKg) : null
      return {
        share,
        wantedKg,
        madeKg: hung?.ok ? hung.totalKg : null,
        plates: hung?.ok ? hung.plates : [],
      }
    }),
  }
}

/**
 * What lies between a spring and the next one (same unit), and the turns of an insert that make
 * it up.
 * `turns` null: the insert adds nothing.
 */
export function toNextSpring(
  close: number,
  next: number,
  aTurn: number,
): Answer<{ gap: number; turns: number | null }> {
  const gap = next - close
  return gap <= 0
    ? no('it is no harder')
    : { ok: true, value: { gap, turns: aTurn > 0 ? gap / aTurn : null } }
}

export interface Isolating {
  /** Qualities that are wanted. */
  qualities: number
  /** Effective sets a week of each. */
  sets: number
  minutesASet: number
  /**
   * Qualities one combined set serves, and the share of a set it counts for each: the coach's own
   * figures.
   */
  servesAtOnce: number
  share: number
}
/** Minutes a week each way: each quality alone, or combined sets that count for several. */
export function isolateOrCombine(i: Isolating): Answer<{ alone: number; combined: number }> {
  if (!(i.qualities >= 1 && i.sets > 0 && i.minutesASet > 0))
    return no('Qualities, sets and minutes are over 0.')
  if (!(i.share > 0 && i.share <= 1))
    return no('A combined set counts for over 0 and at most 100 %.')
  if (!(i.servesAtOnce >= 1 && i.servesAtOnce <= i.qualities))
    return no('A combined set serves one quality at least and no more than are wanted.')
  const alone = i.qualities * i.sets * i.minutesASet
  return { ok: true, value: { alone, combined: alone / (i.servesAtOnce * i.share) } }
}

/**
 * Typical error from repeats of one hand, same unit, with its degrees of freedom (Hopkins 2000).
 */
export function errorOfRepeats(
  values: readonly number[],
): Answer<{ typical: number; df: number; mean: number }> {
  const s = summariseTrials(values)
  if (!s.ok || s.sd === null) return no('Enter two repeats or more.')
  return s.sd === 0
    ? no('All repeats are the same: the error is smaller than the instrument shows.')
    : { ok: true, value: { typical: s.sd, df: s.n - 1, mean: s.mean } }
}

/** Most tests that are looked at. */
const MOST_TESTS = 200
/**
 * Tests before and tests after that it takes until a change of `changePct` shows, with an error of
 * `errorPct` a test: 95 %, both means of so many tests. `df`: of the error's estimate.
 */
export function testsToSee(changePct: Percent, errorPct: Percent, df: number): Answer<number> {
  if (!(changePct > 0) || !(errorPct > 0)) return no('Change and error are over 0 %.')
  if (!(df >= 1)) return no('The error needs one degree of freedom or more.')
  for (let n = 1; n <= MOST_TESTS; n++)
    if (detectableChange(errorPct / Math.sqrt(n), df) <= changePct) return { ok: true, value: n }
  return no(
    `Over ${MOST_TESTS} tests each time: a change of ${changePct} % cannot be told from ` +
      `an error of ${errorPct} %.`,
  )
}
