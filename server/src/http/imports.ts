import { v7 } from 'uuid'
import { IsNull } from 'typeorm'
import { type ImportReply, type ImportView, type MappingView } from '@mano/contract/tests'
import { readCsv } from '@mano/core/units/csv'
import { isSetsFile } from '@mano/core/session/importSets'
import { headerKey } from '@mano/core/testing/mapping'
import { tableProblems, type Refused } from '@mano/core/testing/sheet'
import {
  AccountEntity,
  AthleteEntity,
  ImportMappingEntity,
  TestImportEntity,
  TestImportUndoEntity,
} from '../db/entities'
import { insertOnce } from '../db/once'
import type { JobHandle, JobScene } from '../api/jobKinds'
import { ok, type Api } from '../api/api'
import { PIECE, type Brought, type Importer } from './importKinds'
import { SETS_FILE } from './importSets'
import { TRIALS_FILE } from './importTrials'
import { startJob } from './jobs'
import { conflict, notFound } from '../faults/problem'
import type { BodyOf } from '../api/routes'
import { ask } from '../db/ask'

const KINDS = { trials: TRIALS_FILE, sets: SETS_FILE }
type KindId = keyof typeof KINDS

async function read(
  importer: Importer,
  { text, mapping: given, lines: single }: BodyOf<'POST /api/imports'>,
  job: JobHandle,
): Promise<{ of: KindId; report: Brought | Refused; key: string }> {
  const mapping = given
  const table = readCsv(text)
  const of = mapping
    ? (mapping.of ?? 'trials')
    : table.ok && isSetsFile(table.columns)
      ? 'sets'
      : 'trials'
  const kind = KINDS[of]
  const problems = tableProblems(table, mapping ? null : kind.headers)
  if (!table.ok || problems.length > 0) {
    const lines = table.ok ? table.rows.length : 0
    return { of, report: { ok: false, problems, lines, repeated: [] }, key: '' }
  }
  // A job that an earlier release left knows of no single lines.
  const { turned: other, without, wanted } = single ?? { turned: [], without: [], wanted: [] }
  const turned = new Set(other)
  const reader = await kind.begin(importer, {
    today: importer.today,
    athletes: await importer.em.find(AthleteEntity, { where: { archivedOn: IsNull() } }),
    without: new Set(without),
    wanted: new Set(wanted),
  })
  // A line that was read is let go of: the cells of a long file take as much room as its tests.
  const { length } = table.rows
  for (let i = 0; i < length; i += PIECE) {
    const lines = table.rows.splice(0, PIECE).flatMap((row) =>
      (mapping ? kind.map(row, mapping, turned.has(row.line)) : [row]).map((line) => ({
        line,
        row,
      })),
    )
    const days = reader.seen.newDays(lines.map((l) => l.line))
    if (days.length > 0) reader.seen.met(await kind.onRecord(importer.em, days))
    for (const { line, row } of lines) reader.add(line, row)
    await job.step(i, length, 'Reading')
  }
  return { of, report: reader.end(), key: headerKey(table.columns) }
}

/** Tests, or sets of an exercise, a report names. */
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
  if (repeated)
    return {
      ...none,
      ok: true,
      of: repeated.of,
      trials: repeated.trials,
      importId: repeated.id,
    }
  const { of, report, key } = await read(importer, body, handle)
  if (!report.ok)
    return {
      ...none,
      ok: false,
      of,
      problems: report.problems.slice(0, 500),
      repeated: report.repeated.slice(0, 500),
      lines: report.lines,
      trials: 0,
      importId: null,
    }
  const saves = !body.dryRun && report.count > 0
  if (saves) {
    await insertOnce(em, TestImportEntity, {
      ...actor,
      id: body.id,
      fileName: body.fileName,
      of,
      trials: report.count,
    })
    await report.store(importer, body.id, handle)
    if (body.mapping)
      await em.insert(ImportMappingEntity, {
        ...actor,
        id: v7(),
        headerKey: key,
        mapping: body.mapping,
      })
  }
  return {
    ok: true,
    of,
    problems: [],
    lines: report.lines,
    trials: report.count,
    already: report.already,
    repeated: report.repeated.slice(0, 500),
    without: report.without,
    importId: saves ? body.id : null,
    tests: report.groups.length,
    sessions: report.groups.slice(0, NAMED),
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
        of: i.of,
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
      await ask<MappingView>(
        em,
        `SELECT DISTINCT ON (header_key) header_key AS "headerKey", mapping FROM import_mapping
          ORDER BY header_key, seq DESC`,
      ),
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
