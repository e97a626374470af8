export interface Tolerance {
  rel?: number
  abs?: number
  [key: string]: number | { rel?: number; abs?: number } | undefined
}

/** Where an answer is not what was expected: numbers within rel or abs, everything else exact. */
export function disagreements(
  got: unknown,
  wanted: unknown,
  tolerance: Tolerance,
  at = '',
): string[] {
  if (typeof wanted === 'number') {
    if (typeof got !== 'number') return [`${at}: ${String(got)} for ${wanted}`]
    const off = Math.abs(got - wanted)
    return off <= (tolerance.abs ?? 0) || off <= (tolerance.rel ?? 0) * Math.abs(wanted)
      ? []
      : [`${at}: ${got} for ${wanted}`]
  }
  if (Array.isArray(wanted)) {
    if (!Array.isArray(got) || got.length !== wanted.length)
      return [`${at}: not ${wanted.length} items`]
    return wanted.flatMap((w, i) => disagreements(got[i], w, tolerance, `${at}[${i}]`))
  }
  if (wanted && typeof wanted === 'object') {
    return Object.entries(wanted).flatMap(([k, w]) => {
      const own = tolerance[k]
      return disagreements(
        (got as Record<string, unknown> | null)?.[k],
        w,
        own && typeof own === 'object' ? own : tolerance,
        `${at}.${k}`,
      )
    })
  }
  return got === wanted ? [] : [`${at}: ${String(got)} for ${String(wanted)}`]
}
