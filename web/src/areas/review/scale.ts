import { must } from '@mano/core/units/must'

/** Three to six round ticks that hold all values (any unit); a flat series gets a little room. */
export function niceScale(values: readonly number[]): number[] {
  const low = Math.min(...values)
  const high = Math.max(...values)
  const span = Math.max(high - low, Math.abs(high) * 0.04, 1)
  const rough = span / 3
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = must([1, 2, 5, 10].map((m) => m * power).find((s) => s >= rough))
  const first = Math.floor(low / step) * step
  const out: number[] = []
  for (let t = first; t < high + step; t += step) out.push(Number(t.toFixed(6)))
  return out.length > 1 ? out : [first, first + step]
}
