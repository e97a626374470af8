import { counted } from '../units/counted'
import { exerciseById } from '../catalogue/exercises'
import { implementById } from '../catalogue/implements'
import { RERATE, TRAITS } from '../catalogue/traits'
import { daysBetween, type LocalDate } from '../units/dates'
import type { Place } from '../catalogue/places'
import type { Kg } from '../units/quantity'

export interface UpkeepUnit {
  kind: string
  since: LocalDate
  ratedOn: LocalDate | null
  ratingKg: Kg | null
}
export interface UpkeepUse {
  exerciseId: string
  on: LocalDate
}

/**
 * Sets of the log done with a kind at a place, since a day. The log names exercises, not units:
 * units of one kind share them evenly.
 */
export function setsSince(
  kind: string,
  place: Place,
  since: LocalDate,
  uses: readonly UpkeepUse[],
): number {
  return uses.filter(
    (u) =>
      u.on >= since &&
      (exerciseById(u.exerciseId)?.kit[place] ?? []).flat().some((k) => k === kind),
  ).length
}

export interface Upkeep {
  due: boolean
  says: string
}

/**
 * What a unit needs by its use: replacement by sets, a new rating by days or sets (practice
 * estimates, no source). `alike`: units
 * of this kind at the place, which share the log's sets. Null: nothing to keep up.
 */
export function upkeepOf(
  unit: UpkeepUnit,
  place: Place,
  alike: number,
  uses: readonly UpkeepUse[],
  today: LocalDate,
): Upkeep | null {
  const kind = implementById(unit.kind)
  if (!kind) return null
  const share = (since: LocalDate) =>
    Math.round(setsSince(unit.kind, place, since, uses) / Math.max(1, alike))
  if (kind.id === 'spring') {
    if (unit.ratingKg === null || unit.ratedOn === null)
      return { due: true, says: 'Not rated: hang load from the handle until it closes' }
    const [days, sets] = [daysBetween(unit.ratedOn, today), share(unit.ratedOn)]
    return {
      due: days >= RERATE.days || sets >= RERATE.sets,
      says:
        `Rated ${days}\u00A0d ago, ${counted(sets, 'set')} since; ` +
        `again after ${RERATE.days}\u00A0d or ${RERATE.sets} sets`,
    }
  }
  const life = TRAITS[kind.id]?.lifeSets ?? null
  if (life === null) return null
  const sets = share(unit.since)
  return {
    due: sets >= life,
    says: `${sets} of about ${life} sets${sets >= life ? ': check it, replace when in doubt' : ''}`,
  }
}
