import type { DayStation } from './live'

/**
 * What is wrong where two stations of a day have one implement, null where each has its own: it
 * stands at one of them, and the order of a day takes stations to run beside each other.
 */
export function oneImplement(
  stations: readonly Pick<DayStation, 'name' | 'unitId'>[],
): string | null {
  const at = new Map<string, string>()
  for (const { name, unitId } of stations) {
    const other = at.get(unitId)
    if (other !== undefined)
      return `${other} and ${name} have one implement: it stands at one station.`
    at.set(unitId, name)
  }
  return null
}
