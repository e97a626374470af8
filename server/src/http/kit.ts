import { unitBody, type KitUnit } from '@mano/contract/kit'
import { toSi } from '@mano/core/units/convert'
import type { EntityManager } from 'typeorm'
import { ImplementMeasurementEntity, ImplementUnitEntity } from '../db/entities'
import { insertOnce } from '../db/once'
import { bodyOf, created, ok, type Api } from './api'

/** Units in use, each with its newest measurement. */
export async function kitUnits(em: EntityManager): Promise<KitUnit[]> {
  const units = await em.find(ImplementUnitEntity, { where: { retired: false }, order: { label: 'ASC' } })
  const measurements = await em.find(ImplementMeasurementEntity, { order: { measuredOn: 'ASC', recordedAt: 'ASC' } })
  const newest = new Map(measurements.map((m) => [m.unitId, m]))
  return units.map((u) => {
    const m = newest.get(u.id)!
    return { id: u.id, kind: u.kind, label: u.label, measurementId: m.id, sizeMm: m.sizeMm, enteredValue: m.enteredValue, enteredUnit: m.enteredUnit, measuredOn: m.measuredOn }
  })
}

export function mountKit(api: Api): void {
  api.on('GET /api/kit', async ({ em }) => ok(await kitUnits(em)))

  api.on('POST /api/kit', async (call) => {
    const b = await bodyOf(unitBody, call)
    const { em, actor, today } = call
    await insertOnce(em, ImplementUnitEntity, { ...actor, id: b.id, kind: b.kind, label: b.label, retired: false })
    await insertOnce(em, ImplementMeasurementEntity, {
      ...actor, id: b.measurementId, unitId: b.id, sizeMm: b.size === null ? null : toSi(b.size, b.sizeUnit, 'mm'),
      enteredValue: b.size, enteredUnit: b.size === null ? null : b.sizeUnit, measuredOn: today,
    })
    return created({ id: b.id })
  })
}
