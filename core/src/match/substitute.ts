import { EXERCISES, type Exercise } from '../catalogue/exercises'
import { qualityById } from '../catalogue/qualities'
import { kitFor, type Kits } from './kit'
import { whereIs, type Place } from '../catalogue/places'
import { capital } from '../units/capital'

export type Substitute =
  | { kind: 'same'; items: readonly string[] }
  | { kind: 'other'; exercise: Exercise; items: readonly string[]; says: string }
  | { kind: 'none'; says: string }

/**
 * How alike two exercises of one quality are: aim first, then the way of working, hands, level.
 * Practice estimates, no source.
 */
const alike = (a: Exercise, b: Exercise): number =>
  4 * Number(a.aim === b.aim) +
  3 * Number(a.mode === b.mode) +
  Number(a.hands === b.hands) +
  Number(a.level === b.level) +
  Number(a.position === b.position)

/**
 * With what an exercise is done at a place; where it cannot be, the nearest of the same quality
 * that can; else a stated none.
 */
export function substituteAt(e: Exercise, place: Place, kits: Kits): Substitute {
  const items = kitFor(e, place, kits)
  if (items) return { kind: 'same', items }
  const others = EXERCISES.flatMap((x) => {
    const own = x.id !== e.id && x.primary === e.primary ? kitFor(x, place, kits) : null
    return own ? [{ x, own, like: alike(e, x) }] : []
  })
  const best = others.sort((a, b) => b.like - a.like || (a.x.id < b.x.id ? -1 : 1))[0]
  if (best)
    return {
      kind: 'other',
      exercise: best.x,
      items: best.own,
      says:
        `${capital(whereIs(place))}: ` +
        `${best.x.name}${best.x.aim === e.aim ? '' : `, for ${best.x.aim} in place of ${e.aim}`}`,
    }
  const quality =
    e.primary === null || e.primary === 'day'
      ? "the day's work"
      : qualityById(e.primary).name.toLowerCase()
  return {
    kind: 'none',
    says: `${capital(whereIs(place))}: none, nothing there trains ${quality}`,
  }
}
