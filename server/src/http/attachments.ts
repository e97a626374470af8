import { type BatteryView } from '@mano/contract/tests'
import { PICTURES_MOST } from '@mano/core/formats/image'
import {
  BatteryEntity,
  CurrentBatteryView,
  CurrentSessionView,
  TestAttachmentEntity,
} from '../db/entities'
import { insertOnce } from '../db/once'
import { created, done, ok, type Api, type Call } from '../api/api'
import { knownSources } from './intake'
import { conflict, HttpProblem, notFound, refused } from '../faults/problem'
import { drawnAnew } from './picture'

async function session(call: Call): Promise<string> {
  const found = await call.em.findOneBy(CurrentSessionView, {
    id: String(call.req.params['sessionId']),
  })
  if (!found) throw notFound('test')
  return found.id
}

/** Notes, links and pictures of a test, and the batteries of the hall. */
export function mountAttachments(api: Api): void {
  api.on('POST /api/tests/:sessionId/attachments', async (call) => {
    const sessionId = await session(call)
    const body = call.body
    await insertOnce(call.em, TestAttachmentEntity, {
      ...call.actor,
      ...body,
      sessionId,
      mime: null,
      bytes: null,
    })
    return created({ id: body.id })
  })

  api.on('PUT /api/tests/:sessionId/pictures/:attachmentId', async (call) => {
    const sessionId = await session(call)
    const id = String(call.req.params['attachmentId'])
    if (!Buffer.isBuffer(call.req.body))
      throw new HttpProblem(415, 'not-a-picture', 'Send a JPEG, PNG or WebP picture.')
    const bytes = await drawnAnew(call.req.body)
    const there = await call.em.findOne(TestAttachmentEntity, {
      where: { id },
      select: { id: true, sessionId: true },
    })
    if (there && there.sessionId !== sessionId)
      throw conflict('This id is on record with other content.')
    if (!there) {
      // One after the other: of two at once neither goes past the most.
      await call.em.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 7008))', [sessionId])
      const kept = await call.em.countBy(TestAttachmentEntity, { sessionId, kind: 'photo' })
      if (kept >= PICTURES_MOST)
        throw conflict(`A test keeps ${PICTURES_MOST} pictures. Remove one first.`)
      await call.em.insert(TestAttachmentEntity, {
        ...call.actor,
        id,
        sessionId,
        kind: 'photo',
        text: '',
        mime: 'image/jpeg',
        bytes,
      })
    }
    return created({ id })
  })

  api.on('GET /api/attachments/:attachmentId', async (call) => {
    const found = await call.em.findOneBy(TestAttachmentEntity, {
      id: String(call.req.params['attachmentId']),
      kind: 'photo',
    })
    if (!found?.bytes || !found.mime) throw notFound('picture')
    return { status: 200, type: found.mime, body: found.bytes }
  })

  api.on('DELETE /api/attachments/:attachmentId', async (call) => {
    const gone = await call.em.delete(TestAttachmentEntity, {
      id: String(call.req.params['attachmentId']),
    })
    if (gone.affected === 0) throw notFound('note or picture')
    return done
  })

  api.on('GET /api/batteries', async ({ em }) =>
    ok(
      (await em.find(CurrentBatteryView, { order: { name: 'ASC' } })).map((b): BatteryView => ({
        id: b.id,
        name: b.name,
        sportId: b.sportId,
        items: b.items,
      })),
    ),
  )

  api.on('POST /api/batteries', async (call) => {
    const b = call.body
    if (b.sportId !== null) await knownSources(call, [b.sportId])
    if (b.supersedesId !== null) {
      if (!(await call.em.findOneBy(BatteryEntity, { id: b.supersedesId })))
        throw notFound('battery')
      const later = await call.em.findOneBy(BatteryEntity, { supersedesId: b.supersedesId })
      if (later && later.id !== b.id)
        throw conflict('This battery was changed meanwhile. Reload to see it.')
    } else if (b.removed) throw refused('removed', 'There is no battery to take away.')
    await insertOnce(call.em, BatteryEntity, { ...call.actor, ...b, items: [...b.items] })
    return created({ id: b.id })
  })
}
