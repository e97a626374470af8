import { IMPLEMENTS } from '../catalogue/implements'
import { TRAITS } from '../catalogue/traits'
import type { Exercise, KitChoice } from '../catalogue/exercises'
import type { Place } from '../catalogue/places'

/**
 * Implement kinds of each place; null: nothing recorded there, so what the library says of such a
 * place holds.
 */
export interface Kits {
  hall: ReadonlySet<string>
  home: ReadonlySet<string> | null
  bag: ReadonlySet<string> | null
}

/** Things any home has and any bag can take: never a reason to leave work out. */
const HOUSEHOLD = new Set<string>([
  'ball',
  'none',
  'day',
  ...IMPLEMENTS.filter((k) => TRAITS[k.id]?.free).map((k) => k.id),
])
/** On the road a bar overhead is found, not carried. */
const FOUND: Readonly<Record<'home' | 'bag', ReadonlySet<string>>> = {
  home: HOUSEHOLD,
  bag: new Set([...HOUSEHOLD, 'bar']),
}

const possible = (choice: KitChoice, has: (kind: string) => boolean): readonly string[] | null =>
  choice.find((items) => items.every(has)) ?? null

/**
 * With what an exercise is done at a place; null: not possible there. In a hall the home way serves
 * where kit is missing.
 */
export function kitFor(e: Exercise, place: Place, kits: Kits): readonly string[] | null {
  if (place === 'hall')
    return (
      possible(e.kit.hall, (k) => k === 'none' || k === 'day' || kits.hall.has(k)) ??
      e.kit.home[0] ??
      null
    )
  const own = kits[place]
  return own === null
    ? (e.kit[place][0] ?? null)
    : possible(e.kit[place], (k) => own.has(k) || FOUND[place].has(k))
}

/** Kinds of each place from recorded units. */
export function kitsOf(units: readonly { kind: string; place: Place }[]): Kits {
  const of = (place: Place) => new Set(units.filter((u) => u.place === place).map((u) => u.kind))
  const some = (set: Set<string>) => (set.size > 0 ? set : null)
  return { hall: of('hall'), home: some(of('home')), bag: some(of('bag')) }
}
