import type { ReferenceView } from '@mano/contract/reference'
import { localDateOf } from '@mano/core/units/dates'
import { ReferenceNoteEntity } from '../db/entities'
import { insertOnce } from '../db/once'
import { created, ok, type Api } from '../api/api'
import { names } from './plan'

/** A hall's own pages of the reference, as they are now. */
export function mountReference(api: Api): void {
  api.on('GET /api/reference', async (call) => {
    const { em, hall } = call
    const all = await em.find(ReferenceNoteEntity, { order: { recordedAt: 'ASC', id: 'ASC' } })
    const newest = new Map(all.map((n) => [n.lineage, n]))
    const kept = [...newest.values()].filter((n) => !n.struck)
    const who = await names(call)
    return ok(
      kept.map((n): ReferenceView => ({
        id: n.id,
        lineage: n.lineage,
        origin: n.origin,
        title: n.title,
        body: n.body,
        on: localDateOf(n.recordedAt, hall.timeZone),
        by: who.get(n.actorId ?? '') ?? 'the demo',
      })),
    )
  })
  api.on('POST /api/reference', async (call) => {
    const b = call.body
    await insertOnce(call.em, ReferenceNoteEntity, {
      ...call.actor,
      id: b.id,
      lineage: b.lineage,
      origin: b.origin ?? '',
      title: b.title,
      body: b.body,
      struck: b.struck,
    })
    return created({ id: b.id })
  })
}
