/**
 * A number with its noun: "1 set", "3 sets". `many`: the plural where it is not the noun and an s.
 * Refuses nothing; a number that is no whole one takes the plural.
 */
export const counted = (n: number, one: string, many = `${one}s`): string =>
  `${n} ${n === 1 ? one : many}`
