import type { EntitySchema, ObjectLiteral } from 'typeorm'
import { TAKEN_BACK, type TakenBackKind } from '@mano/contract/takenBack'
import {
  ClearanceEntity,
  ConclusionEntity,
  ImplementCheckEntity,
  ImplementMeasurementEntity,
  TestSessionEntity,
  StandardEntity,
  TakenBackEntity,
  TestDayEntity,
  TestDayEventEntity,
  WrapGapEntity,
} from '../db/entities'
import { type ImplementMeasurement } from '../db/rows'
import { insertOnce } from '../db/once'
import { standing } from '../db/takenBack'
import { created, type Api, type Call } from '../api/api'
import { conflict, notFound } from '../faults/problem'
import { must } from '@mano/core/units/must'

type Found = ObjectLiteral & { id: string; athleteId?: string }
const TABLES: Record<TakenBackKind, EntitySchema<Found>> = {
  clearance: ClearanceEntity,
  standard: StandardEntity,
  implement_measurement: ImplementMeasurementEntity,
  implement_check: ImplementCheckEntity,
  conclusion: ConclusionEntity,
  wrap_gap: WrapGapEntity,
  test_day: TestDayEntity,
}

/** What stands in the way of taking one back, by kind. */
const KEPT_BY: Partial<Record<TakenBackKind, (call: Call, row: Found) => Promise<void>>> = {
  /** Only the newest, not the first, and only before anything was measured with it. */
  implement_measurement: async ({ em }, row) => {
    const { id, unitId } = row as unknown as ImplementMeasurement
    const own = await standing(
      em,
      'implement_measurement',
      await em.find(ImplementMeasurementEntity, {
        where: { unitId },
        order: { measuredOn: 'ASC', recordedAt: 'ASC', id: 'ASC' },
      }),
    )
    if (own.length < 2 || must(own.at(-1)).id !== id)
      throw conflict('Only the newest measure can be taken back. Measure again instead.')
    if (
      (await em.existsBy(TestSessionEntity, { measurementId: id })) ||
      (await em.existsBy(WrapGapEntity, { measurementId: id }))
    )
      throw conflict('There are results with this measure. Measure again instead.')
  },
  test_day: async ({ em }, row) => {
    if (await em.existsBy(TestDayEventEntity, { dayId: row.id }))
      throw conflict('This day has begun: what was recorded on it stays.')
  },
}

export function mountTakenBack(api: Api): void {
  api.on('POST /api/taken-back', async (call) => {
    const b = call.body
    const row = await call.em.findOneBy(TABLES[b.kind], { id: b.rowId })
    if (!row) throw notFound(TAKEN_BACK[b.kind])
    if (!(await call.em.existsBy(TakenBackEntity, { id: b.id, rowId: b.rowId })))
      await KEPT_BY[b.kind]?.(call, row)
    await insertOnce(call.em, TakenBackEntity, {
      ...call.actor,
      ...b,
      athleteId: row.athleteId ?? null,
    })
    return created({ id: b.id })
  })
}
