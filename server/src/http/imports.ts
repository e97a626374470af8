import { v7 } from 'uuid'
import { IsNull, type EntityManager } from 'typeorm'
import {
  type ImportLines,
  type ImportReply,
  type ImportView,
  type MappingView,
} from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { readCsv, type CsvRow } from '@mano/core/formats/csv'
import {
  tableProblems,
  TrialsReader,
  trialKey,
  type ImportedSession,
  type ImportReport,
} from '@mano/core/testing/import'
import { headerKey, mapRow, type SheetMapping } from '@mano/core/testing/mapping'
import { isPractice } from '@mano/core/testing/session'
import {
  AccountEntity,
  AthleteEntity,
  ImportMappingEntity,
  TestImportEntity,
  TestImportUndoEntity,
  TestSessionEntity,
  TrialEntity,
  TrialMarkEntity,
  type Actor,
  type Hall,
  type StoredSession,
  type StoredTrial,
  type TrialMark,
} from '../db/entities'
import { bulkInsert } from '../db/bulk'
import { kitUnits } from '../db/kit'
import { insertOnce } from '../db/once'
import type { JobHandle, JobScene } from '../jobs/kinds'
import { ok, type Api } from './api'
import { alarmImports } from './importAlarms'
import { conflict, notFound } from './problem'
import { protocolParams } from './tests'
import { startJob } from './jobs'
import { instantOf } from './whenDone'
import type { BodyOf } from './routes'

/** Who imports, into which hall, and when. */
interface Importer {
  em: EntityManager
  hall: Hall
  today: string
  actor: Actor & { hallId: string }
}

async function existingKeys(em: EntityManager): Promise<Map<string, number>> {
  const rows = (await em.query(
    'SELECT s.athlete_id, s.performed_on::text AS on, s.protocol_id, t.hand, t.value FROM current_trial t JOIN current_test_session s ON s.id = t.session_id',
  )) as {
    athlete_id: string
    on: string
    protocol_id: string
    hand: 'left' | 'right' | 'both'
    value: number
  }[]
  const out = new Map<string, number>()
  for (const r of rows) {
    const key = trialKey(r.athlete_id, r.on, r.protocol_id, r.hand, r.value)
    out.set(key, (out.get(key) ?? 0) + 1)
  }
  return out
}

/** Lines read, or tests saved, between two looks at the others. */
const PIECE = 2000

async function read(
  { em, today }: Importer,
  { text, mapping: given, lines: single }: BodyOf<'POST /api/imports'>,
  job: JobHandle,
): Promise<{ report: ImportReport; key: string }> {
  const mapping = given as SheetMapping | null
  const table = readCsv(text)
  const problems = tableProblems(table, mapping !== null)
  if (!table.ok || problems.length > 0)
    return {
      report: { ok: false, problems, lines: table.ok ? table.rows.length : 0, repeated: [] },
      key: '',
    }
  // A job that an earlier release left knows of no single lines.
  const {
    turned: other,
    without,
    wanted,
  } = (single as ImportLines | undefined) ?? { turned: [], without: [], wanted: [] }
  const turned = new Set(other)
  const reader = new TrialsReader({
    today,
    athletes: await em.find(AthleteEntity, { where: { archivedOn: IsNull() } }),
    units: (await kitUnits(em)).filter((u) => !u.retired),
    existing: await existingKeys(em),
    without: new Set(without),
    wanted: new Set(wanted),
  })
  const lines = (row: CsvRow): CsvRow[] =>
    mapping ? mapRow(row, mapping, turned.has(row.line)) : [row]
  for (let i = 0; i < table.rows.length; i += PIECE) {
    for (const row of table.rows.slice(i, i + PIECE))
      for (const line of lines(row)) reader.add(line, row)
    await job.step(i, table.rows.length, 'Reading')
  }
  return { report: reader.report(), key: headerKey(table.columns) }
}

async function store(
  { em, actor, hall, today }: Importer,
  importId: string,
  sessions: readonly ImportedSession[],
  job: JobHandle,
): Promise<void> {
  const before = new Map<string, number[]>()
  for (const r of (await em.query(
    'SELECT athlete_id, protocol_id, performed_at FROM current_test_session',
  )) as { athlete_id: string; protocol_id: string; performed_at: Date }[]) {
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
    const protocol = protocolById(s.protocolId)!
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
      protocolParams: params.get(protocol.id)!,
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
    sessions.map((s) => ({
      athleteId: s.athleteId,
      protocolId: s.protocolId,
      unitKind: kinds.get(s.unitId) ?? '',
      variant: s.variant,
      on: s.performedOn,
      hands: [...new Set(s.trials.map((t) => t.hand))],
    })),
  )
  await bulkInsert(em, TrialMarkEntity, { ...actor, struck: true }, marks)
}

/** Sessions a report names. */
const NAMED = 12

/**
 * Reads a file and, unless it is a trial run, saves it. A repeated one is the import that is there.
 */
export async function runImport(
  { em, hall, today, actor }: JobScene,
  { body }: { body: BodyOf<'POST /api/imports'> },
  handle: JobHandle,
): Promise<ImportReply> {
  const importer = { em, hall, today, actor }
  const none = {
    problems: [],
    lines: 0,
    already: 0,
    repeated: [],
    without: 0,
    sessions: [],
    tests: 0,
  }
  const repeated = await em.findOneBy(TestImportEntity, { id: body.id })
  if (repeated) return { ...none, ok: true, trials: repeated.trials, importId: repeated.id }
  const { report, key } = await read(importer, body, handle)
  if (!report.ok)
    return {
      ...none,
      ok: false,
      problems: report.problems.slice(0, 500),
      repeated: report.repeated.slice(0, 500),
      lines: report.lines,
      trials: 0,
      importId: null,
    }
  const saves = !body.dryRun && report.trials > 0
  if (saves) {
    await insertOnce(em, TestImportEntity, {
      ...actor,
      id: body.id,
      fileName: body.fileName,
      trials: report.trials,
    })
    await store(importer, body.id, report.sessions, handle)
    if (body.mapping)
      await em.insert(ImportMappingEntity, {
        ...actor,
        id: v7(),
        headerKey: key,
        mapping: body.mapping as never,
      })
  }
  return {
    ok: true,
    problems: [],
    lines: report.lines,
    trials: report.trials,
    already: report.already,
    repeated: report.repeated.slice(0, 500),
    without: report.without,
    importId: saves ? body.id : null,
    tests: report.sessions.length,
    sessions: report.sessions.slice(0, NAMED).map((s) => ({
      athlete: s.athleteName,
      on: s.performedOn,
      protocolId: s.protocolId,
      trials: s.trials.length,
    })),
  }
}

export function mountImports(api: Api): void {
  api.on('GET /api/imports', async ({ em }) => {
    const undone = new Set((await em.find(TestImportUndoEntity)).map((u) => u.importId))
    const people = new Map((await em.find(AccountEntity)).map((a) => [a.id, a.name]))
    const all = await em.find(TestImportEntity, { order: { recordedAt: 'DESC' }, take: 50 })
    return ok(
      all.map((i): ImportView => ({
        id: i.id,
        fileName: i.fileName,
        trials: i.trials,
        recordedAt: i.recordedAt.toISOString(),
        by: people.get(i.actorId ?? '') ?? '',
        undone: undone.has(i.id),
      })),
    )
  })

  // The newest mapping of each header.
  api.on('GET /api/imports/mappings', async ({ em }) =>
    ok(
      (await em.query(
        'SELECT DISTINCT ON (header_key) header_key AS "headerKey", mapping FROM import_mapping ORDER BY header_key, seq DESC',
      )) as MappingView[],
    ),
  )

  // Read and saved beside the requests: a long file takes seconds.
  api.on('POST /api/imports', (call) => startJob(call, 'import', { body: call.body }))

  api.on('POST /api/imports/:importId/undo', async (call) => {
    const importId = String(call.req.params['importId'])
    if (!(await call.em.findOneBy(TestImportEntity, { id: importId }))) throw notFound('import')
    if (await call.em.findOneBy(TestImportUndoEntity, { importId }))
      throw conflict('This import is undone already.')
    await call.em.insert(TestImportUndoEntity, { ...call.actor, id: v7(), importId })
    return ok({ id: importId })
  })
}
