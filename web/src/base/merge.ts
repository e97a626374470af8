import { keysOf } from '@mano/core/units/among'

const same = (a: unknown, b: unknown): boolean =>
  JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/**
 * Two changes of one form, made from the same base: what only one of them changed stands; `clashes`
 * are the fields both changed, to different
 * things, with mine in `merged`.
 */
export function merge<B extends object>(
  base: B,
  mine: B,
  theirs: B,
): { merged: B; clashes: (keyof B)[] } {
  const merged = { ...mine }
  const clashes: (keyof B)[] = []
  for (const key of keysOf(mine)) {
    if (same(mine[key], theirs[key])) continue
    if (same(mine[key], base[key])) merged[key] = theirs[key]
    else if (!same(theirs[key], base[key])) clashes.push(key)
  }
  return { merged, clashes }
}
