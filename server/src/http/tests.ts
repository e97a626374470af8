import { protocolParams } from '../db/protocolParams'
import type { EntityManager } from 'typeorm'
import { v7 } from 'uuid'
import { trialProblem, type SessionBody, type TraceView } from '@mano/contract/tests'
import { type Protocol, type TryDetails, protocolOf } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import { writeCsv } from '@mano/core/units/csv'
import { missingConditions } from '@mano/core/safety/conditions'
import type { Subject } from '@mano/core/safety/act'
import { readinessOn } from '@mano/core/session/readiness'
import { testRefusal } from '@mano/core/match/unit'
import { isPractice } from '@mano/core/testing/session'
import { handsOf, type Hand } from '@mano/core/catalogue/person'
import { detailsProblem } from '@mano/core/testing/details'
import { resultSi } from '@mano/core/testing/value'
import {
  CurrentSessionView,
  CurrentTrialView,
  ImplementMeasurementEntity,
  ImplementUnitEntity,
  ObservationEntity,
  TestSessionEntity,
  TrialEntity,
  TrialMarkEntity,
  TrialTraceEntity,
  AlarmEntity,
  DayFlagEntity,
  SessionChangeEntity,
} from '../db/entities'
import { type Athlete, type SessionState, type StoredSession } from '../db/rows'
import { kitUnits } from '../db/kit'
import { insertOnce } from '../db/once'
import { EXPORT_TABLES } from '@mano/contract/exportTables'
import { tableRows } from '../transfer/tables'
import { rowOf } from '@mano/core/units/row'
import { athleteOr404 } from './athlete'
import { created, ok, type Api, type Call } from '../api/api'
import { alarmFor, gateFor, gatesFor, keepReason, mustBeOpen, stopLine, type Gate } from './gates'
import { blocked, notFound, refused } from '../faults/problem'
import { instantOf, whenDone } from './whenDone'
import { loadSessions } from '../db/sessions'
import { must } from '@mano/core/units/must'
import { ask, sent } from '../db/ask'
import { isAmong } from '@mano/core/units/among'

/** A test as its writes need it, with its athlete: one statement. */
type Opened = Pick<StoredSession, 'id' | 'athleteId' | 'protocolId' | 'performedOn' | 'variant'> & {
  unitKind: string
}
async function sessionOr404(
  call: Call,
): Promise<{ session: Opened; protocol: Protocol; athlete: Athlete }> {
  const [row] = await ask<Opened & Pick<Athlete, 'birthDate' | 'guardian'>>(
    call.em,
    `SELECT s.id, s.athlete_id AS "athleteId", s.protocol_id AS "protocolId",
      s.performed_on::text AS "performedOn", s.variant, u.kind AS "unitKind",
      a.birth_date::text AS "birthDate", a.guardian
     FROM current_test_session s JOIN implement_unit u ON u.id = s.unit_id
      JOIN athlete a ON a.id = s.athlete_id WHERE s.id = $1`,
    [String(call.req.params['sessionId'])],
  )
  const protocol = row && protocolOf(row)
  if (!row || !protocol) throw notFound('test')
  return {
    session: row,
    protocol,
    athlete: { id: row.athleteId, birthDate: row.birthDate, guardian: row.guardian } as Athlete,
  }
}

function valueOf(
  setup: Pick<StoredSession, 'protocolId' | 'variant'>,
  entered: number,
  unit: EntryUnit,
): number {
  const problem = trialProblem(setup, entered, unit)
  if (problem) throw refused('enteredValue', problem)
  return must(resultSi(entered, unit, must(protocolOf(setup)), setup.variant))
}

/** Details must fit the test; a close must carry the load of its rated spring. */
async function fittingDetails(
  em: EntityManager,
  protocol: Protocol,
  session: Opened,
  details: TryDetails,
  missed: boolean,
  value: number,
): Promise<void> {
  const problem = detailsProblem(protocol, session.unitKind, details, missed)
  if (problem) throw refused('details', problem)
  if (protocol.entry !== 'spring') return
  const spring = (await kitUnits(em)).find((u) => u.id === details['unitId'])
  if (!spring || spring.kind !== 'spring' || spring.ratingKg === null)
    throw refused('details', 'Only a spring with a measured rating is tested with.')
  const loadKg = spring.ratingKg + Number(details['insertKg'] ?? 0)
  if (Math.abs(loadKg - value) > 0.06)
    throw refused('enteredValue', `${spring.label} and its insert close at ${loadKg} kg.`)
}

/** A test of one hand as the judge looks at it. */
const testOf = (
  protocol: Protocol,
  hand: Hand,
  s: { unitKind: string; variant: Readonly<Record<string, string>> },
): Subject => ({ kind: 'test', protocol, hand, implementKind: s.unitKind, variant: s.variant })

/**
 * Tries that come this long after they were done were done before anybody could be asked: kept,
 * with an alarm.
 */
const LATE_MS = 2 * 60_000

/** What the judge says of a try, and whether it was done before anybody could be asked. */
function judgedTry(
  call: Call,
  { athlete, protocol, session }: Awaited<ReturnType<typeof sessionOr404>>,
  b: { id: string; hand: Hand; deviceAt: string | null },
): { late: boolean; gate: Promise<Gate> } {
  const { at } = whenDone(call, b.deviceAt)
  const late = session.performedOn < call.today || call.now.getTime() - at.getTime() > LATE_MS
  return {
    late,
    gate: sent(
      gateFor(call, athlete, testOf(protocol, b.hand, session), {
        on: session.performedOn,
        without: b.id,
        ...(late && session.performedOn === call.today && { before: at.toISOString() }),
      }),
    ),
  }
}

/** Not well today: it holds for the whole day, at every door. */
async function noteUnwell(call: Call, athleteId: string): Promise<void> {
  const [last] = await call.em.find(DayFlagEntity, {
    where: { athleteId, heldOn: call.today },
    order: { recordedAt: 'DESC' },
    take: 1,
  })
  if (!last?.flags.includes('unwell'))
    await call.em.insert(DayFlagEntity, {
      ...call.actor,
      id: v7(),
      athleteId,
      heldOn: call.today,
      flags: [...(last?.flags ?? []), 'unwell'],
    })
}

/** Low for the second time on end: somebody has to look at it. */
async function lowTwice(call: Call, athlete: Athlete, sourceId: string): Promise<void> {
  const day = readinessOn(await loadSessions(call.em, { athleteId: athlete.id }), call.today)
  const row = {
    athleteId: athlete.id,
    happenedOn: call.today,
    subject: 'readiness',
    hand: 'both' as const,
    class: 'ask' as const,
  }
  if (day?.lowTwice && !(await call.em.findOneBy(AlarmEntity, row)))
    await call.em.insert(AlarmEntity, {
      ...call.actor,
      ...row,
      id: v7(),
      keys: [],
      sourceId,
      says:
        'Readiness squeeze low twice in a row. Talk before loading; a lighter session is ' +
        'offered.',
    })
}

async function fittingUnit(
  em: EntityManager,
  body: SessionBody,
  protocol: Protocol,
): Promise<void> {
  const unit = await em.findOneBy(ImplementUnitEntity, { id: body.unitId })
  const measurement = await em.findOneBy(ImplementMeasurementEntity, {
    id: body.measurementId,
    unitId: body.unitId,
  })
  if (!unit || !measurement) throw notFound('implement')
  if (!isAmong(protocol.implements, unit.kind))
    throw refused('unitId', `${unit.label} does not fit ${protocol.name}.`)
  const no = testRefusal({ kind: unit.kind, ratingKg: measurement.ratingKg })
  if (no) throw refused('unitId', no)
}

/** Number of the next try of a hand; of a repeated send, the one it has. */
async function nextOrdinal(call: Call, sessionId: string, hand: Hand, id: string): Promise<number> {
  const [row] = await ask<{ n: number }>(
    call.em,
    `SELECT coalesce((SELECT ordinal FROM trial
      WHERE id = $3), (SELECT coalesce(max(ordinal), 0) + 1 FROM trial WHERE session_id = $1
      AND hand = $2)) AS n`,
    [sessionId, hand, id],
  )
  return row?.n ?? 1
}

export function mountTests(api: Api): void {
  mountSessions(api)
  mountTrials(api)
  mountChanges(api)
  mountCorrections(api)
}

/** Tests of an athlete, and how one begins. */
function mountSessions(api: Api): void {
  api.on('GET /api/athletes/:athleteId/tests', async (call) =>
    ok(await loadSessions(call.em, { athleteId: (await athleteOr404(call)).id })),
  )

  api.on('POST /api/athletes/:athleteId/tests', async (call) => {
    const athlete = await athleteOr404(call)
    const body = call.body
    const protocol = must(protocolOf(body))
    await fittingUnit(call.em, body, protocol)
    const missing = missingConditions(body.conditions)
    if (protocol.maximal && missing.length > 0 && body.overrideReason.trim() === '')
      throw refused(
        'overrideReason',
        `Before a maximal test: ${missing.join(', ')}. Give the reason to test all the same.`,
      )
    const unit = must(await call.em.findOneBy(ImplementUnitEntity, { id: body.unitId }))
    // What was done on an earlier day is kept as it was; its tries raise their alarms.
    if (body.on !== undefined && body.on > call.today)
      throw refused('on', 'That day is still to come.')
    if (
      (body.on ?? call.today) === call.today &&
      !(await call.em.findOneBy(TestSessionEntity, { id: body.id }))
    ) {
      if (!body.conditions.well) await noteUnwell(call, athlete.id)
      const hands = handsOf(protocol)
      const gates = await gatesFor(
        call,
        athlete,
        hands.map((hand) => testOf(protocol, hand, { unitKind: unit.kind, variant: body.variant })),
      )
      const open = gates.filter((g) => g.class !== 'stop')
      if (open.length === 0) throw blocked(stopLine(must(gates[0])))
      if (body.overrideReason.trim() !== '')
        await keepReason(call, athlete, open, body.overrideReason.trim())
      else for (const g of open) mustBeOpen(g, 'overrideReason')
    }
    const earlier = await call.em.count(CurrentSessionView, {
      where: { athleteId: athlete.id, protocolId: protocol.id },
    })
    const { deviceAt, expectedKg, on, ...rest } = body
    const done =
      on !== undefined && on < call.today
        ? { at: instantOf(on, '12:00', call.hall.timeZone), on }
        : whenDone(call, deviceAt)
    await insertOnce(call.em, TestSessionEntity, {
      ...call.actor,
      ...rest,
      athleteId: athlete.id,
      protocolVersion: protocol.version,
      protocolParams: { ...protocolParams(protocol), ...(expectedKg !== null && { expectedKg }) },
      performedAt: done.at,
      performedOn: done.on,
      clockMs: call.clockMs,
      deviceAt: deviceAt ? new Date(deviceAt) : null,
      practice: isPractice(protocol, earlier, body.conditions.familiar),
      importId: null,
      struck: false,
    })
    return created((await loadSessions(call.em, { ids: [body.id] }))[0])
  })
}

/** What comes in while a test runs. */
function mountTrials(api: Api): void {
  api.on('POST /api/tests/:sessionId/trials', async (call) => {
    const scene = await sessionOr404(call)
    const { session, protocol, athlete } = scene
    const body = call.body
    if ((body.hand === 'both') !== (protocol.hands === 'both'))
      throw refused(
        'hand',
        protocol.hands === 'both'
          ? `${protocol.name} is two-handed.`
          : `${protocol.name} needs left or right.`,
      )
    const value = valueOf(session, body.enteredValue, body.enteredUnit)
    if (body.missed && !protocol.heaviest)
      throw refused('missed', `${protocol.name} has no misses.`)
    await fittingDetails(call.em, protocol, session, body.details, body.missed, value)
    const { deviceAt, trace, struck, ...rest } = body
    const kept = sent(
      insertOnce(call.em, TrialEntity, {
        ...call.actor,
        ...rest,
        sessionId: session.id,
        value,
        deviceAt: deviceAt ? new Date(deviceAt) : null,
        supersedesId: null,
        reason: '',
      }),
    )
    const { late, gate } = judgedTry(call, scene, body)
    const did = await kept
    // Before the effort a closed hand is refused, and is not kept: the transaction ends with it.
    // What was done and comes late is kept, with an alarm.
    if (did === 'created' && !late) mustBeOpen(await gate, 'overrideReason')
    if (trace && did === 'created')
      await call.em.insert(TrialTraceEntity, {
        ...call.actor,
        ...trace,
        gaps: [...trace.gaps],
        id: body.id,
        trialId: body.id,
        sessionId: session.id,
      })
    if (did === 'created') await alarmFor(call, athlete, await gate, session.performedOn, body.id)
    if (protocol.readFor.includes('readiness') && did === 'created')
      await lowTwice(call, athlete, session.id)
    if (struck && did === 'created')
      await call.em.insert(TrialMarkEntity, {
        ...call.actor,
        id: v7(),
        trialId: body.id,
        struck: true,
        reason: struck,
      })
    return created({ id: body.id })
  })

  api.on('POST /api/tests/:sessionId/observations', async (call) => {
    const { session } = await sessionOr404(call)
    const body = call.body
    await insertOnce(call.em, ObservationEntity, {
      ...call.actor,
      ...body,
      places: body.places ?? null,
      symptom: body.symptom,
      athleteId: session.athleteId,
      sessionId: session.id,
    })
    return created({ id: body.id })
  })
}

/** Force records, and the set-up of a test put right. */
function mountChanges(api: Api): void {
  api.on('GET /api/traces/:trialId', async (call) => {
    const found = await call.em.findOneBy(TrialTraceEntity, {
      trialId: String(call.req.params['trialId']),
    })
    if (!found) throw notFound('force record')
    return ok({
      trialId: found.trialId,
      instrument: found.instrument,
      rateHz: found.rateHz,
      startS: found.startS,
      gaps: found.gaps,
      data: found.data,
    } satisfies TraceView)
  })

  api.on('POST /api/tests/:sessionId/changes', async (call) => {
    const session = await call.em.findOneBy(TestSessionEntity, {
      id: String(call.req.params['sessionId']),
    })
    const protocol = session && protocolOf(session)
    if (!session || !protocol) throw notFound('test')
    const { id, reason, ...given } = call.body
    const before: SessionState = {
      conditions: session.conditions,
      practice: session.practice,
      struck: session.struck,
    }
    const after: SessionState = {
      ...before,
      ...(given.conditions && { conditions: given.conditions }),
      ...(given.practice !== undefined && { practice: given.practice }),
      ...(given.struck !== undefined && { struck: given.struck }),
    }
    if (await call.em.findOneBy(SessionChangeEntity, { id })) return created({ id })
    await call.em.insert(SessionChangeEntity, {
      ...call.actor,
      id,
      sessionId: session.id,
      before,
      after,
      reason,
    })
    await call.em.update(TestSessionEntity, { id: session.id }, after)
    return created({ id })
  })
}

/** Trials put right by a new row, struck, or taken out as a file. */
function mountCorrections(api: Api): void {
  api.on('POST /api/trials/:trialId/corrections', async (call) => {
    // The trial may be corrected already: a repeated send still names the old row.
    const before = await call.em.findOneBy(TrialEntity, { id: String(call.req.params['trialId']) })
    const session =
      before && (await call.em.findOneBy(CurrentSessionView, { id: before.sessionId }))
    if (!before || !session) throw notFound('trial')
    const body = call.body
    const value = valueOf(session, body.enteredValue, body.enteredUnit)
    const hand = body.hand ?? before.hand
    if ((hand === 'both') !== (before.hand === 'both'))
      throw refused('hand', 'Both hands stay both.')
    // The try was made when it was made: its hand rests since then, whatever is corrected later.
    const made = before.deviceAt ?? before.recordedAt
    await insertOnce(call.em, TrialEntity, {
      ...call.actor,
      id: body.id,
      sessionId: before.sessionId,
      hand,
      ordinal:
        hand === before.hand
          ? before.ordinal
          : await nextOrdinal(call, before.sessionId, hand, body.id),
      value,
      enteredValue: body.enteredValue,
      enteredUnit: body.enteredUnit,
      pain: before.pain,
      painWhere: before.painWhere,
      deviceAt: made,
      supersedesId: before.id,
      reason: body.reason,
      missed: before.missed,
      details: before.details,
    })
    return created({ id: body.id })
  })

  api.on('POST /api/trials/:trialId/marks', async (call) => {
    const trial = await call.em.findOneBy(CurrentTrialView, {
      id: String(call.req.params['trialId']),
    })
    if (!trial) throw notFound('trial')
    const body = call.body
    await insertOnce(call.em, TrialMarkEntity, {
      ...call.actor,
      id: body.id,
      trialId: trial.id,
      struck: body.struck,
      reason: body.reason,
    })
    return created({ id: body.id })
  })

  api.on('GET /api/athletes/:athleteId/trials.csv', async (call) => {
    const athlete = await athleteOr404(call)
    const table = rowOf(EXPORT_TABLES, 'trials')
    const rows = []
    for await (const piece of tableRows(table, call, athlete.id)) rows.push(...piece)
    return {
      status: 200,
      type: 'text/csv',
      body: writeCsv(
        table.columns.map((c) => c.id),
        rows,
      ),
    }
  })
}
