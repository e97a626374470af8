import type { EntityManager } from 'typeorm'
import type { KitUnit, PlaceView } from '@mano/contract/kit'
import { upkeepOf, type UpkeepUse } from '@mano/core/match/upkeep'
import { localDateOf } from '@mano/core/units/dates'
import {
  CurrentSetLogView,
  ImplementCheckEntity,
  ImplementMeasurementEntity,
  ImplementUnitEntity,
  PlaceEntity,
} from './entities'
import { type ImplementMeasurement } from './rows'
import { standing } from './takenBack'
import { must } from '@mano/core/units/must'

export const places = async (em: EntityManager): Promise<PlaceView[]> =>
  (await em.find(PlaceEntity, { order: { recordedAt: 'ASC', name: 'ASC' } })).map((p) => ({
    id: p.id,
    name: p.name,
    kind: p.kind,
    athleteId: p.athleteId,
    closed: p.closedOn !== null,
  }))

/**
 * Units with their newest measurement, check and what the log says of their use; `uses` only where
 * upkeep is asked.
 */
export async function kitUnits(
  em: EntityManager,
  on: { today: string; timeZone: string } | null = null,
): Promise<KitUnit[]> {
  const units = await em.find(ImplementUnitEntity, { order: { label: 'ASC' } })
  const measurements = await standing(
    em,
    'implement_measurement',
    await em.find(ImplementMeasurementEntity, {
      order: { measuredOn: 'ASC', recordedAt: 'ASC', id: 'ASC' },
    }),
  )
  const checks = new Map(
    (
      await standing(
        em,
        'implement_check',
        await em.find(ImplementCheckEntity, { order: { checkedOn: 'ASC', recordedAt: 'ASC' } }),
      )
    ).map((c) => [c.unitId, c]),
  )
  const where = new Map((await em.find(PlaceEntity)).map((p) => [p.id, p.kind]))
  const uses: UpkeepUse[] = on
    ? (
        await em.find(CurrentSetLogView, { select: { id: true, exerciseId: true, doneOn: true } })
      ).map((l) => ({ exerciseId: l.exerciseId, on: l.doneOn }))
    : []
  const ofUnit = new Map<string, ImplementMeasurement[]>()
  for (const m of measurements) ofUnit.set(m.unitId, [...(ofUnit.get(m.unitId) ?? []), m])
  return units.map((u) => {
    const own = must(ofUnit.get(u.id))
    const m = must(own.at(-1))
    const check = checks.get(u.id)
    const place = must(where.get(u.placeId))
    const since = must(own[0]).measuredOn
    const alike = units.filter(
      (x) => x.kind === u.kind && x.placeId === u.placeId && !x.retired,
    ).length
    return {
      id: u.id,
      kind: u.kind,
      label: u.label,
      placeId: u.placeId,
      place,
      orientation: u.orientation,
      surface: u.surface,
      retired: u.retired,
      version: u.version,
      measurementId: m.seriesId,
      sizeMm: m.sizeMm,
      enteredValue: m.enteredValue,
      enteredUnit: m.enteredUnit as KitUnit['enteredUnit'],
      measuredOn: m.measuredOn,
      depthMm: m.depthMm,
      handleMm: m.handleMm,
      massKg: m.massKg,
      plates: m.plates,
      ratingKg: m.ratingKg,
      ratedBy: m.ratedBy,
      ratedOn: m.ratedOn,
      spin: check?.spin ?? null,
      wear: check?.wear ?? 'good',
      checkedOn: check?.checkedOn ?? null,
      checkNote: check?.note ?? '',
      since,
      upkeep: on
        ? upkeepOf(
            {
              kind: u.kind,
              since: check?.wear === 'good' ? check.checkedOn : since,
              ratedOn: m.ratedOn,
              ratingKg: m.ratingKg,
            },
            place,
            alike,
            uses,
            on.today,
          )
        : null,
      history: [...own].reverse().map((x) => ({
        id: x.id,
        on: on ? localDateOf(x.recordedAt, on.timeZone) : x.measuredOn,
        sizeMm: x.sizeMm,
        ratingKg: x.ratingKg,
        newSeries: x.seriesId === x.id,
      })),
    }
  })
}
