/** A value in one line that a person can compare: keys by name, numbers to five digits. */
export function lineOf(x: unknown): string {
  if (typeof x === 'number')
    return Number.isFinite(x) ? String(Number(x.toPrecision(5))) : String(x)
  if (x === null || typeof x !== 'object') return String(x)
  if (x instanceof Map) return lineOf([...(x as Map<unknown, unknown>)])
  if (x instanceof Set) return lineOf([...(x as Set<unknown>)])
  if (Array.isArray(x)) return `[${x.map(lineOf).join(' ')}]`
  return `{${Object.entries(x)
    .filter(([, v]) => v !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, v]) => `${k}:${lineOf(v)}`)
    .join(' ')}}`
}
