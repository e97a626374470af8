import type { Exercise, KitChoice } from '../catalogue/exercises'
import type { Place } from './types'

/** Implement kinds a hall holds; home and bag kits are what the library says they are. */
export type HallKit = ReadonlySet<string>

const doable = (choice: KitChoice, kit: HallKit): boolean => choice.some((items) => items.every((i) => i === 'none' || i === 'day' || kit.has(i)))

/** With what an exercise is done at a place; null: not possible there. In a hall the home way serves where kit is missing. */
export function kitFor(e: Exercise, place: Place, kit: HallKit): readonly string[] | null {
  if (place !== 'hall') return e.kit[place][0] ?? null
  if (doable(e.kit.hall, kit)) return e.kit.hall.find((items) => items.every((i) => i === 'none' || i === 'day' || kit.has(i)))!
  return e.kit.home[0] ?? null
}
