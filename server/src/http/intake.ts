import { type OwnSportBody } from '@mano/contract/demands'
import { type WeekBody } from '@mano/contract/intake'
import { shippedSource } from '@mano/core/demand/profile'
import { toSi } from '@mano/core/units/convert'
import type { EntitySchema, ObjectLiteral } from 'typeorm'
import {
  AthleteEventEntity,
  DemandVersionEntity,
  HallSportEntity,
  OutcomeEntity,
  TrainingWeekEntity,
  WrapGapEntity,
} from '../db/entities'
import { ownSports } from '../db/intake'
import { kitUnits } from '../db/kit'
import { insertOnce } from '../db/once'
import { athleteOr404 } from './athlete'
import { created, ok, type Api, type Call } from '../api/api'
import { conflict, notFound, refused } from '../faults/problem'
import { must } from '@mano/core/units/must'

/** A row that replaces another must replace one of the same athlete, once. */
async function replaceable<T extends ObjectLiteral & { id: string }>(
  call: Call,
  entity: EntitySchema<T>,
  athleteId: string,
  b: { id: string; supersedesId: string | null; removed: boolean },
  what: string,
): Promise<void> {
  if (b.supersedesId === null) {
    if (b.removed) throw refused('removed', `There is no ${what} to take away.`)
    return
  }
  if (!(await call.em.findOneBy(entity, { id: b.supersedesId, athleteId } as never)))
    throw notFound(what)
  const later = await call.em.findOneBy(entity, { supersedesId: b.supersedesId } as never)
  if (later && later.id !== b.id)
    throw conflict(`This ${what} was changed meanwhile. Reload to see it.`)
}

/** Sources must be shipped sports or the hall's own. */
export async function knownSources(call: Call, ids: readonly string[]): Promise<void> {
  const own = await ownSports(call.em)
  for (const id of ids)
    if (!shippedSource(id) && !own.some((s) => s.id === id))
      throw refused('sportId', 'The sport is not known.')
}

export function mountIntake(api: Api): void {
  api.on('GET /api/sports', async ({ em }) => ok(await ownSports(em)))

  api.on('POST /api/sports', async (call) => {
    const b = call.body as OwnSportBody
    if (!shippedSource(b.originId))
      throw refused('originId', 'A copy names the shipped sport it comes from.')
    await insertOnce(call.em, HallSportEntity, { ...call.actor, ...b, rows: [...b.rows] })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/demands', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    await knownSources(
      call,
      b.sources.map((s) => s.id),
    )
    await insertOnce(call.em, DemandVersionEntity, {
      ...call.actor,
      id: b.id,
      athleteId: athlete.id,
      sources: [...b.sources],
      edits: [...b.edits],
      since: call.today,
      reason: b.reason,
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/events', async (call) => {
    const athlete = await athleteOr404(call)
    const { on, ...b } = call.body
    await replaceable(call, AthleteEventEntity, athlete.id, b, 'event')
    await insertOnce(call.em, AthleteEventEntity, {
      ...call.actor,
      ...b,
      athleteId: athlete.id,
      heldOn: on,
      items: b.items,
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/weeks', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body as WeekBody
    await insertOnce(call.em, TrainingWeekEntity, {
      ...call.actor,
      id: b.id,
      athleteId: athlete.id,
      days: [...b.days],
      handWork: b.handWork,
      handWorkNote: b.handWorkNote,
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/outcomes', async (call) => {
    const athlete = await athleteOr404(call)
    const { on, ...b } = call.body
    await replaceable(call, OutcomeEntity, athlete.id, b as never, 'result')
    await insertOnce(call.em, OutcomeEntity, {
      ...call.actor,
      ...b,
      athleteId: athlete.id,
      seenOn: on,
    })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/wraps', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    const unit = (await kitUnits(call.em)).find((u) => u.id === b.unitId)
    if (!unit) throw notFound('implement')
    await insertOnce(call.em, WrapGapEntity, {
      ...call.actor,
      ...b,
      athleteId: athlete.id,
      measurementId: unit.measurementId,
      gapMm: must(toSi(b.enteredValue, b.enteredUnit, 'mm')),
      measuredOn: call.today,
    })
    return created({ id: b.id })
  })
}
