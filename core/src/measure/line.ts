import { mean } from './trials'
import { must } from '../units/must'

export interface Line {
  a: number
  b: number
  seA: number
  seB: number
  /** Residual SD. */
  see: number
  /** Mean of x, and the sum of its squares about it. */
  mx: number
  sxx: number
}

/**
 * Ordinary least squares y = a + b x with standard errors on n - 2 df; null where x does not vary.
 */
export function line(x: readonly number[], y: readonly number[]): Line | null {
  const n = x.length
  const [mx, my] = [mean(x), mean(y)]
  const sxx = x.reduce((s, v) => s + (v - mx) ** 2, 0)
  if (!(sxx > 0)) return null
  const b = x.reduce((s, v, i) => s + (v - mx) * (must(y[i]) - my), 0) / sxx
  const a = my - b * mx
  const s2 = x.reduce((s, v, i) => s + (must(y[i]) - a - b * v) ** 2, 0) / (n - 2)
  return {
    a,
    b,
    seA: Math.sqrt(s2 * (1 / n + (mx * mx) / sxx)),
    seB: Math.sqrt(s2 / sxx),
    see: Math.sqrt(s2),
    mx,
    sxx,
  }
}
