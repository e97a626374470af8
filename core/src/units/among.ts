/** Whether a value is one of a list; it is of the list's kind then. */
export function isAmong<T>(list: readonly T[], value: unknown): value is T {
  // `includes` asks for a value of the kind that is only found out by it.
  return list.includes(value as T)
}

/**
 * One of a list, as somebody picked it on a screen or a request names it: what comes from there is
 * text. Refuses what is not in the list.
 */
export function oneOf<T>(list: readonly T[], value: unknown): T {
  if (!isAmong(list, value)) throw new Error(`Not one of the choices: ${String(value)}`)
  return value
}

/** The same where nothing was picked, which is null. */
export const noneOr = <T>(list: readonly T[], value: string | null): T | null =>
  value === null || value === '' ? null : oneOf(list, value)

/** The keys of an object whose keys are all known, as its own type has them. */
export const keysOf = <K extends string>(of: Readonly<Partial<Record<K, unknown>>>): K[] =>
  // The language gives text alone.
  Object.keys(of) as K[]

/** Keys and values of an object whose keys are all known. */
export const entriesOf = <K extends string, V>(of: Readonly<Partial<Record<K, V>>>): [K, V][] =>
  Object.entries(of) as [K, V][]

/** An object made of keys that are all known. */
export const madeOf = <K extends string, V>(
  keys: readonly K[],
  of: (key: K, i: number) => V,
): Record<K, V> =>
  // Every key is there: each is gone through once.
  Object.fromEntries(keys.map((k, i) => [k, of(k, i)])) as Record<K, V>
