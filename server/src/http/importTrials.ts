import { v7 } from 'uuid'
import type { EntityManager } from 'typeorm'
import { protocolById } from '@mano/core/catalogue/protocols'
import {
  headerProblems,
  TrialsReader,
  trialKey,
  type ImportedSession,
} from '@mano/core/testing/import'
import type { Hand } from '@mano/core/catalogue/person'
import type { AthleteDay } from '@mano/core/testing/sheet'
import { mapRow } from '@mano/core/testing/mapping'
import { reasonSubject } from '@mano/core/safety/reasons'
import { isPractice } from '@mano/core/testing/session'
import { bulkInsert } from '../db/bulk'
import { TestSessionEntity, TrialEntity, TrialMarkEntity } from '../db/entities'
import { type StoredSession, type StoredTrial, type TrialMark } from '../db/rows'
import { kitUnits } from '../db/kit'
import type { JobHandle } from '../api/jobKinds'
import { alarmImports } from './importAlarms'
import { DAYS, daysAsked, PIECE, type FileKind, type Importer } from './importKinds'
import { protocolParams } from '../db/protocolParams'
import { instantOf } from './whenDone'
import { must } from '@mano/core/units/must'
import { ask } from '../db/ask'

async function onRecord(em: EntityManager, days: readonly AthleteDay[]): Promise<string[]> {
  const rows = await ask<{
    athlete_id: string
    on: string
    protocol_id: string
    hand: Hand
    value: number
  }>(
    em,
    `SELECT s.athlete_id, s.performed_on::text AS on, s.protocol_id, t.hand, t.value
      FROM ${DAYS} JOIN current_test_session s ON s.athlete_id = x.a AND s.performed_on = x.d
      JOIN current_trial t ON t.session_id = s.id`,
    daysAsked(days),
  )
  return rows.map((r) => trialKey(r.athlete_id, r.on, r.protocol_id, r.hand, r.value))
}

async function store(
  { em, actor, hall, today }: Importer,
  importId: string,
  sessions: readonly ImportedSession[],
  job: JobHandle,
): Promise<void> {
  const before = new Map<string, number[]>()
  for (const r of await ask<{ athlete_id: string; protocol_id: string; performed_at: Date }>(
    em,
    `SELECT athlete_id, protocol_id, performed_at FROM current_test_session
      WHERE athlete_id = ANY($1)`,
    [[...new Set(sessions.map((s) => s.athleteId))]],
  )) {
    const key = `${r.athlete_id}|${r.protocol_id}`
    const list = before.get(key)
    if (list) list.push(r.performed_at.getTime())
    else before.set(key, [r.performed_at.getTime()])
  }
  const seen = new Map<string, number>()
  const marks: Partial<TrialMark>[] = []
  let trials: Partial<StoredTrial>[] = []
  let rows: Partial<StoredSession>[] = []
  let done = 0
  const flush = async (least: number) => {
    if (rows.length < least) return
    await bulkInsert(
      em,
      TestSessionEntity,
      {
        ...actor,
        importId,
        deviceAt: null,
        clockMs: null,
        conditions: {},
        overrideReason: '',
        note: '',
      },
      rows,
    )
    await bulkInsert(
      em,
      TrialEntity,
      { ...actor, deviceAt: null, supersedesId: null, reason: '' },
      trials,
    )
    rows = []
    trials = []
    await job.step(done, sessions.length, 'Saving')
  }
  const params = new Map<string, ReturnType<typeof protocolParams>>()
  const inOrder = sessions
    .map((s) => ({ s, performedAt: instantOf(s.performedOn, s.at, hall.timeZone) }))
    .sort((a, b) => a.performedAt.getTime() - b.performedAt.getTime())
  for (const { s, performedAt } of inOrder) {
    const protocol = must(protocolById(s.protocolId))
    if (!params.has(protocol.id)) params.set(protocol.id, protocolParams(protocol))
    const key = `${s.athleteId}|${s.protocolId}`
    const earlier =
      (before.get(key) ?? []).filter((t) => t < performedAt.getTime()).length + (seen.get(key) ?? 0)
    seen.set(key, (seen.get(key) ?? 0) + 1)
    const sessionId = v7()
    rows.push({
      id: sessionId,
      athleteId: s.athleteId,
      protocolId: s.protocolId,
      protocolVersion: s.protocolVersion,
      protocolParams: must(params.get(protocol.id)),
      unitId: s.unitId,
      measurementId: s.measurementId,
      variant: s.variant,
      performedAt,
      performedOn: s.performedOn,
      practice: isPractice(protocol, earlier, false),
    })
    for (const t of s.trials) {
      const id = v7()
      trials.push({
        id,
        sessionId,
        hand: t.hand,
        ordinal: t.ordinal,
        value: t.value,
        enteredValue: t.enteredValue,
        enteredUnit: t.enteredUnit,
        pain: t.pain,
        missed: t.missed,
        details: t.details,
      })
      if (t.struckReason) marks.push({ id: v7(), trialId: id, reason: t.struckReason })
    }
    done++
    await flush(PIECE)
  }
  await flush(1)
  const kinds = new Map((await kitUnits(em)).map((u) => [u.id, u.kind]))
  await alarmImports(
    { em, hall, today, actor },
    importId,
    sessions.map((s) => {
      const protocol = must(protocolById(s.protocolId))
      return {
        athleteId: s.athleteId,
        subject: reasonSubject('test', protocol.id),
        name: protocol.name,
        on: s.performedOn,
        hands: [...new Set(s.trials.map((t) => t.hand))],
        act: (hand) => ({
          kind: 'test' as const,
          protocol,
          hand,
          implementKind: kinds.get(s.unitId) ?? '',
          variant: s.variant,
        }),
      }
    }),
    ['one imported test', 'imported tests'],
  )
  await bulkInsert(em, TrialMarkEntity, { ...actor, struck: true }, marks)
}

/** A file of tests. */
export const TRIALS_FILE: FileKind = {
  headers: headerProblems,
  map: mapRow,
  onRecord,
  begin: async ({ em }, context) => {
    const reader = new TrialsReader({
      ...context,
      units: (await kitUnits(em)).filter((u) => !u.retired),
    })
    return {
      seen: reader.seen,
      add: (row, source) => reader.add(row, source),
      end: () => {
        const report = reader.report()
        if (!report.ok) return report
        return {
          ...report,
          count: report.trials,
          groups: report.sessions.map((s) => ({
            athlete: s.athleteName,
            on: s.performedOn,
            what: must(protocolById(s.protocolId)).name,
            trials: s.trials.length,
          })),
          store: (importer, importId, job) => store(importer, importId, report.sessions, job),
        }
      },
    }
  },
}
