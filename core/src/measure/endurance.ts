import type { Kg, Seconds } from '../units/quantity'

/**
 * Shortest and longest hold the curves are read for, s, and the shortest for the power law: own
 * rule, no source.
 */
export const HOLD_LIMITS = { least: 6, most: 600, power: 45 } as const

/**
 * Rohmert 1960 (from memory): endurance in s at a share of max, 0 < share <= 1. Falls all the way.
 */
export const rohmertSeconds = (share: number): number =>
  60 * (-1.5 + 2.1 / share - 0.6 / share ** 2 + 0.1 / share ** 3)

/**
 * Frey Law & Avin 2010, hand and grip (from memory): endurance in s at a share of max, 0 < share <=
 * 1.
 */
export const powerSeconds = (share: number): number => 33.55 * share ** -1.61

/** Share of max that Rohmert 1960 says can be held for so many seconds (6 s gives 1). */
export function rohmertShare(seconds: Seconds): number {
  let [low, high] = [1e-4, 1]
  for (let i = 0; i < 200 && high - low > 1e-15; i++) {
    const middle = (low + high) / 2
    if (rohmertSeconds(middle) > seconds) low = middle
    else high = middle
  }
  return (low + high) / 2
}

export const powerShare = (seconds: Seconds): number => (33.55 / seconds) ** (1 / 1.61)

export type EquivalentMax =
  | { ok: true; rohmertKg: Kg; powerKg: Kg | null; lowKg: Kg; highKg: Kg }
  | { ok: false; reason: 'hold-too-short' | 'hold-too-long' | 'load-not-positive' }

/**
 * Maximal load (kg, any unit alike) that a hold of `seconds` at `loadKg` points to, as a range of
 * two published curves: rough. Refuses
 * holds under 6 s or over 600 s and loads not above 0; the power law is left out under 45 s.
 * Rohmert 1960 and Frey Law & Avin 2010.
 */
export function equivalentMax(seconds: Seconds, loadKg: Kg): EquivalentMax {
  if (!(loadKg > 0)) return { ok: false, reason: 'load-not-positive' }
  if (!(seconds >= HOLD_LIMITS.least)) return { ok: false, reason: 'hold-too-short' }
  if (seconds > HOLD_LIMITS.most) return { ok: false, reason: 'hold-too-long' }
  const rohmertKg = loadKg / rohmertShare(seconds)
  const powerKg = seconds < HOLD_LIMITS.power ? null : loadKg / powerShare(seconds)
  const all = powerKg === null ? [rohmertKg] : [rohmertKg, powerKg]
  return { ok: true, rohmertKg, powerKg, lowKg: Math.min(...all), highKg: Math.max(...all) }
}

export type LoadForTime =
  | { ok: true; lowKg: Kg; highKg: Kg }
  | { ok: false; reason: Extract<EquivalentMax, { ok: false }>['reason'] }

/**
 * Load for a wanted hold from one hold that was done, as a range: both curves from the hold to its
 * max and back, each by its own
 * curve. Refuses as `equivalentMax`, for the wanted time too.
 */
export function loadForTime(done: { seconds: Seconds; loadKg: Kg }, wantedS: number): LoadForTime {
  const max = equivalentMax(done.seconds, done.loadKg)
  if (!max.ok) return max
  if (!(wantedS >= HOLD_LIMITS.least)) return { ok: false, reason: 'hold-too-short' }
  if (wantedS > HOLD_LIMITS.most) return { ok: false, reason: 'hold-too-long' }
  const byRohmert = max.rohmertKg * rohmertShare(wantedS)
  const byPower =
    max.powerKg === null || wantedS < HOLD_LIMITS.power
      ? byRohmert
      : max.powerKg * powerShare(wantedS)
  return { ok: true, lowKg: Math.min(byRohmert, byPower), highKg: Math.max(byRohmert, byPower) }
}

const within = (seconds: Seconds): boolean =>
  seconds >= HOLD_LIMITS.least && seconds <= HOLD_LIMITS.most

/**
 * Seconds a share of the maximum (over 0, under 1) can be held by each curve that speaks there, the
 * shorter first: 6 s to 10 min, the power law from 45 s. Empty: neither does.
 */
export const timesAt = (share: number): number[] => {
  const power = powerSeconds(share)
  return [rohmertSeconds(share), ...(power >= HOLD_LIMITS.power ? [power] : [])]
    .filter(within)
    .sort((a, b) => a - b)
}
/**
 * Shares of the maximum a time in seconds allows by each curve, the lower first; empty outside 6
 * to 600 s.
 */
export const sharesFor = (seconds: Seconds): number[] =>
  within(seconds)
    ? [rohmertShare(seconds), ...(seconds >= HOLD_LIMITS.power ? [powerShare(seconds)] : [])].sort(
        (a, b) => a - b,
      )
    : []

/** A hang of 45 to 60 s is long enough: add load rather than time. Common practice, no source. */
export const HANG_LONG_S = 45
export const hangAdvice = (seconds: Seconds): 'add-time' | 'add-load' =>
  seconds < HANG_LONG_S ? 'add-time' : 'add-load'

/**
 * Counterweight that takes so many kg off a hang; `parts`: rope parts at the athlete (1 fixed
 * pulley, 2 one at the harness), friction left out.
 */
export const pulleyWeight = (helpKg: Kg, parts: 1 | 2): number => helpKg / parts

/** Load on the hands in a hang: body mass and what is added (taken off: minus), kg. */
export const hangLoad = (bodyMassKg: Kg, addedKg: Kg): number => bodyMassKg + addedKg
