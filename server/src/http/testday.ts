import {
  earlierKey,
  gateKey,
  type DayEventBody,
  type DayGate,
  type TestDayBody,
  type TestDayLine,
  type TestDayView,
} from '@mano/contract/testday'
import { UUID } from '@mano/contract/common'
import { In } from 'typeorm'
import { protocolById } from '@mano/core/catalogue/protocols'
import { safetyFacts } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import type { DayStation } from '@mano/core/testday/live'
import {
  AthleteEntity,
  ImplementUnitEntity,
  TestDayEntity,
  TestDayEventEntity,
} from '../db/entities'
import { type TestDay, type TestDayEvent } from '../db/rows'
import { insertOnce } from '../db/once'
import { standing } from '../db/takenBack'
import { findAthlete } from '../db/read'
import { loadSafety, sceneDay } from '../db/safety'
import { created, ok, type Api, type Call } from '../api/api'
import { askLine, gateOf, gatesFor, keepReason, mustBeOpen, stopLine, type Gate } from './gates'
import { notFound, refused } from '../faults/problem'
import { must } from '@mano/core/units/must'
import { ask } from '../db/ask'
import { handsOf } from '@mano/core/catalogue/person'
import { dayEvent } from '@mano/core/testday/event'

async function dayOr404(call: Call): Promise<TestDay> {
  const day = await call.em.findOneBy(TestDayEntity, { id: String(call.req.params['dayId']) })
  if (!day) throw notFound('test day')
  return day
}

/** The device that began the day says when: the others count from there. */
const startOf = (e: TestDayEvent | undefined): string | null =>
  e
    ? typeof e.body['startedAt'] === 'string'
      ? e.body['startedAt']
      : e.recordedAt.toISOString()
    : null

/** Bests from before the day, so that a new one is seen as such. */
async function earlierBests(call: Call, d: TestDay): Promise<TestDayView['earlier']> {
  const rows = await ask<{
    athlete: string
    protocol: string
    measurement: string
    hand: string
    best: number
  }>(
    call.em,
    `SELECT s.athlete_id AS athlete, s.protocol_id AS protocol, s.measurement_id AS measurement,
      t.hand, max(t.value) AS best FROM current_test_session s
      JOIN current_trial t ON t.session_id = s.id
     WHERE s.athlete_id = ANY($1) AND s.performed_on < $2 AND NOT t.struck AND NOT t.missed
      GROUP BY 1, 2, 3, 4`,
    [d.setup.athletes.map((a) => a.id), d.heldOn],
  )
  return Object.fromEntries(
    rows.flatMap((r) =>
      d.setup.stations
        .filter((s) => s.protocolId === r.protocol && s.measurementId === r.measurement)
        .map((s) => [earlierKey(r.athlete, s.id, r.hand), r.best]),
    ),
  )
}

type Station = Pick<DayStation, 'id' | 'protocolId' | 'unitId' | 'variant'>

/**
 * Each athlete at each station, hand by hand, as the judge says on the day: what is free is left
 * out.
 */
async function gatesOfDay(
  call: Call,
  athletes: readonly string[],
  stations: readonly Station[],
  on: string,
): Promise<Record<string, DayGate>> {
  const people = await call.em.find(AthleteEntity, { where: { id: In([...athletes]) } })
  const kinds = new Map(
    (
      await call.em.find(ImplementUnitEntity, { where: { id: In(stations.map((s) => s.unitId)) } })
    ).map((u) => [u.id, u.kind]),
  )
  const safety = await loadSafety(call.em, people, on, sceneDay(call))
  const out: Record<string, DayGate> = {}
  for (const p of people) {
    const { record, flags, reasons } = must(safety.get(p.id))
    const judge = judgeBy(safetyFacts(record, on, { flags }))
    for (const s of stations)
      for (const hand of handsOf(must(protocolById(s.protocolId)))) {
        const g = gateOf(judge, reasons, subjectAt(s, hand, kinds.get(s.unitId) ?? ''))
        if (g.class !== 'free')
          out[gateKey(p.id, s.id, hand)] = {
            class: g.class,
            says: g.class === 'stop' ? stopLine(g) : askLine(g),
          }
      }
  }
  return out
}

const subjectAt = (s: Station, hand: 'left' | 'right' | 'both', implementKind: string) => ({
  kind: 'test' as const,
  protocol: must(protocolById(s.protocolId)),
  hand,
  implementKind,
  variant: s.variant,
})

/** Acts of an athlete at a station, by the judge of now. */
async function gatesAt(
  call: Call,
  athleteId: string,
  s: Station,
  on: string,
  hands = handsOf(must(protocolById(s.protocolId))),
): Promise<{ gates: Gate[]; athlete: NonNullable<Awaited<ReturnType<typeof findAthlete>>> }> {
  const athlete = await findAthlete(call.em, athleteId)
  if (!athlete) throw notFound('athlete')
  const kind = (await call.em.findOneBy(ImplementUnitEntity, { id: s.unitId }))?.kind ?? ''
  return {
    athlete,
    gates: await gatesFor(
      call,
      athlete,
      hands.map((h) => subjectAt(s, h, kind)),
      { on },
    ),
  }
}

/** A try with a result is on record: it is struck out or corrected there, not taken back here. */
async function mustBeUndoable(call: Call, d: TestDay, of: string): Promise<void> {
  if (!UUID.test(of)) throw notFound('event')
  const e = await call.em.findOneBy(TestDayEventEntity, { id: of, dayId: d.id })
  if (!e) throw notFound('event')
  if (e.kind === 'start' || (e.kind === 'done' && e.body['outcome'] !== 'skipped'))
    throw refused('body.of', 'A trial with a result is corrected or struck out at the test itself.')
}

/** A try that is said this long after it was done was done before anybody could be asked, s. */
const LATE_S = 120

export function mountTestDays(api: Api): void {
  api.on('GET /api/test-days', async (call) => {
    const days = await standing(
      call.em,
      'test_day',
      await call.em.find(TestDayEntity, {
        order: { heldOn: 'DESC', recordedAt: 'DESC' },
        take: 50,
      }),
    )
    const started = new Set(
      (await call.em.find(TestDayEventEntity, { where: { kind: 'start' } })).map((e) => e.dayId),
    )
    return ok(
      days.map((d) => ({
        id: d.id,
        name: d.name,
        heldOn: d.heldOn,
        athletes: d.setup.athletes.length,
        stations: d.setup.stations.length,
        started: started.has(d.id),
      })) satisfies TestDayLine[],
    )
  })
  api.on('POST /api/test-days', async (call) => {
    const b = call.body as TestDayBody
    for (const a of b.setup.athletes)
      if (!(await call.em.findOneBy(AthleteEntity, { id: a.id })))
        throw refused('setup.athletes', `${a.name} is not on the roster.`)
    for (const s of b.setup.stations)
      if (!(await call.em.findOneBy(ImplementUnitEntity, { id: s.unitId })))
        throw refused('setup.stations', `The implement of ${s.name} is not in the hall.`)
    await insertOnce(call.em, TestDayEntity, { ...call.actor, ...b })
    return created({ id: b.id })
  })
  api.on('GET /api/test-days/:dayId', async (call) => {
    const d = await dayOr404(call)
    const events = await call.em.find(TestDayEventEntity, {
      where: { dayId: d.id },
      order: { at: 'ASC', recordedAt: 'ASC', id: 'ASC' },
    })
    return ok({
      gates: await gatesOfDay(
        call,
        d.setup.athletes.map((a) => a.id),
        d.setup.stations,
        d.heldOn,
      ),
      earlier: await earlierBests(call, d),
      id: d.id,
      name: d.name,
      heldOn: d.heldOn,
      setup: d.setup,
      startedAt: startOf(events.find((e) => e.kind === 'start')),
      events: events
        .filter((e) => e.kind !== 'start')
        .map((e) => dayEvent(e.id, e.at, e.kind, e.body)),
    } satisfies TestDayView)
  })
  api.on('POST /api/test-days/:dayId/events', async (call) => {
    const d = await dayOr404(call)
    const b = call.body as DayEventBody
    if (
      b.kind === 'done' &&
      b.body['outcome'] !== 'skipped' &&
      !(await call.em.findOneBy(TestDayEventEntity, { id: b.id }))
    ) {
      // No effort, no "done": only what was done before anybody could be asked is kept.
      const start = startOf(
        (
          await call.em.find(TestDayEventEntity, {
            where: { dayId: d.id, kind: 'start' },
            order: { recordedAt: 'ASC' },
            take: 1,
          })
        )[0],
      )
      const late =
        start !== null && call.now.getTime() - (Date.parse(start) + 1000 * b.at) > 1000 * LATE_S
      const station = d.setup.stations.find((s) => s.id === b.body['station'])
      const hand = b.body['hand'] as 'left' | 'right' | 'both'
      if (!late && station)
        for (const g of (await gatesAt(call, String(b.body['athlete']), station, d.heldOn, [hand]))
          .gates)
          mustBeOpen(g, 'reason')
    }
    if (b.kind === 'undo') await mustBeUndoable(call, d, String(b.body['of']))
    await insertOnce(call.em, TestDayEventEntity, { ...call.actor, ...b, dayId: d.id })
    return created({ id: b.id })
  })
  api.on('POST /api/test-days/gates', async (call) => {
    const b = call.body
    const known = b.stations.filter((s) => protocolById(s.protocolId))
    return ok(await gatesOfDay(call, b.athletes, known as Station[], b.heldOn))
  })
  api.on('POST /api/test-days/:dayId/reasons', async (call) => {
    const d = await dayOr404(call)
    const b = call.body
    const station = d.setup.stations.find((s) => s.id === b.stationId)
    if (!station) throw notFound('station')
    const { athlete, gates } = await gatesAt(call, b.athleteId, station, d.heldOn)
    await keepReason(call, athlete, gates, b.reason, d.heldOn)
    return created({ id: b.id })
  })
}
