import { dayEventBody, earlierKey, testDayBody, type DayEventBody, type TestDayBody, type TestDayLine, type TestDayView } from '@mano/contract/testday'
import type { DayEvent } from '@mano/core/testday/live'
import { AthleteEntity, ImplementUnitEntity, TestDayEntity, TestDayEventEntity, type TestDay, type TestDayEvent } from '../db/entities'
import { insertOnce } from '../db/once'
import { bodyOf, created, ok, type Api, type Call } from './api'
import { notFound, refused } from './problem'

async function dayOr404(call: Call): Promise<TestDay> {
  const day = await call.em.findOneBy(TestDayEntity, { id: String(call.req.params['dayId']) })
  if (!day) throw notFound('test day')
  return day
}

/** The device that began the day says when: the others count from there. */
const startOf = (e: TestDayEvent | undefined): string | null => (e ? (typeof e.body['startedAt'] === 'string' ? e.body['startedAt'] : e.recordedAt.toISOString()) : null)

/** Bests from before the day, so that a new one is seen as such. */
async function earlierBests(call: Call, d: TestDay): Promise<TestDayView['earlier']> {
  const rows = (await call.em.query(
    `SELECT s.athlete_id AS athlete, s.protocol_id AS protocol, s.measurement_id AS measurement, t.hand, max(t.value) AS best FROM current_test_session s JOIN current_trial t ON t.session_id = s.id
     WHERE s.athlete_id = ANY($1) AND s.performed_on < $2 AND NOT t.struck AND NOT t.missed GROUP BY 1, 2, 3, 4`, [d.setup.athletes.map((a) => a.id), d.heldOn],
  )) as { athlete: string; protocol: string; measurement: string; hand: string; best: number }[]
  return Object.fromEntries(rows.flatMap((r) => d.setup.stations.filter((s) => s.protocolId === r.protocol && s.measurementId === r.measurement).map((s) => [earlierKey(r.athlete, s.id, r.hand), r.best])))
}

export function mountTestDays(api: Api): void {
  api.on('GET /api/test-days', async (call) => {
    const days = await call.em.find(TestDayEntity, { order: { heldOn: 'DESC', recordedAt: 'DESC' }, take: 50 })
    const started = new Set((await call.em.find(TestDayEventEntity, { where: { kind: 'start' } })).map((e) => e.dayId))
    return ok(days.map((d) => ({ id: d.id, name: d.name, heldOn: d.heldOn, athletes: d.setup.athletes.length, stations: d.setup.stations.length, started: started.has(d.id) })) satisfies TestDayLine[])
  })
  api.on('POST /api/test-days', async (call) => {
    const b = (await bodyOf(testDayBody, call)) as TestDayBody
    for (const a of b.setup.athletes) if (!(await call.em.findOneBy(AthleteEntity, { id: a.id }))) throw refused('setup.athletes', `${a.name} is not on the roster.`)
    for (const s of b.setup.stations) if (!(await call.em.findOneBy(ImplementUnitEntity, { id: s.unitId }))) throw refused('setup.stations', `The implement of ${s.name} is not in the hall.`)
    await insertOnce(call.em, TestDayEntity, { ...call.actor, ...b })
    return created({ id: b.id })
  })
  api.on('GET /api/test-days/:dayId', async (call) => {
    const d = await dayOr404(call)
    const events = await call.em.find(TestDayEventEntity, { where: { dayId: d.id }, order: { at: 'ASC', recordedAt: 'ASC', id: 'ASC' } })
    return ok({ earlier: await earlierBests(call, d), id: d.id, name: d.name, heldOn: d.heldOn, setup: d.setup, startedAt: startOf(events.find((e) => e.kind === 'start')), events: events.filter((e) => e.kind !== 'start').map((e) => ({ id: e.id, at: e.at, kind: e.kind, ...e.body }) as DayEvent) } satisfies TestDayView)
  })
  api.on('POST /api/test-days/:dayId/events', async (call) => {
    const d = await dayOr404(call)
    const b = (await bodyOf(dayEventBody, call)) as DayEventBody
    await insertOnce(call.em, TestDayEventEntity, { ...call.actor, ...b, dayId: d.id })
    return created({ id: b.id })
  })
}
