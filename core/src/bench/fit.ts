import { HAND_FATIGUE, type FatigueRates } from '../measure/fatigue'
import type { Series } from '../record/series'
import { rowsOf } from '../testing/rows'
import { holdFrom, RESTED } from './pools'
import type { Rates } from './simulate'
import type { Seconds } from '../units/quantity'

/** Least holds to failure, and how far apart, for rates of one's own. */
export const FIT_LEAST = { holds: 3, shareApart: 0.1 } as const

export type Fitted = { ok: true; rates: Rates; holds: number } | { ok: false; why: string }

/**
 * Rates from an athlete's own holds to failure (share of the maximum, seconds): both scaled by one
 * factor, least squares of log times. Refused with a reason where there are too few.
 */
export function fitRates(holds: readonly { share: number; seconds: Seconds }[]): Fitted {
  const used = holds.filter(
    (h) => h.share > 0.15 && h.share < 0.95 && h.seconds >= 6 && h.seconds <= 600,
  )
  if (used.length < FIT_LEAST.holds)
    return {
      ok: false,
      why:
        `Own rates need ${FIT_LEAST.holds} holds to failure of 6 to 600 s between 15 and ` +
        `95 % of the maximum; there are ${used.length}.`,
    }
  const shares = used.map((h) => h.share)
  if (Math.max(...shares) - Math.min(...shares) < FIT_LEAST.shareApart)
    return {
      ok: false,
      why: 'The holds are at nearly one load: own rates need loads a tenth of the maximum apart.',
    }
  const rates = (f: number): FatigueRates => ({
    ...HAND_FATIGUE,
    F: HAND_FATIGUE.F * f,
    R: HAND_FATIGUE.R * f,
  })
  const misfit = (log: number): number =>
    used.reduce((a, h) => {
      const t = holdFrom(RESTED, h.share, rates(Math.exp(log)))
      return a + Math.log(Math.min(t, 2000) / h.seconds) ** 2
    }, 0)
  let [low, high] = [Math.log(0.1), Math.log(10)]
  const golden = (Math.sqrt(5) - 1) / 2
  while (high - low > 1e-4) {
    const [a, b] = [high - golden * (high - low), low + golden * (high - low)]
    if (misfit(a) < misfit(b)) high = b
    else low = a
  }
  const best = (low + high) / 2
  const sd = Math.sqrt(misfit(best) / Math.max(1, used.length - 1))
  return {
    ok: true,
    holds: used.length,
    rates: { k: rates(Math.exp(best)), spread: Math.min(0.4, Math.max(0.05, sd)) },
  }
}

/**
 * Holds to failure on record as shares of the hand's best single of the same quality: what own
 * rates
 * are fitted to.
 */
export function ownHolds(series: readonly Series[]): { share: number; seconds: Seconds }[] {
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
