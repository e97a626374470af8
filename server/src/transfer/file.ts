import type { DataSource, EntityManager, EntityMetadata, EntitySchema } from 'typeorm'
import { refused } from '../http/problem'
import * as T from '../db/entities'

/** Name and version of a hall's file. The version grows when a table or column changes its meaning; an installation reads its own version and the ones before. */
export const HALL_FORMAT = 'mano.hall'
export const HALL_VERSION = 1

export type Row = Record<string, unknown>
export interface HallFile { format: typeof HALL_FORMAT; version: number; tables: Record<string, Row[]> }

/** Every table of a hall, each after those it points at. Left out: athletes' links and sign-ins, which belong to an installation, and password hashes. */
const TABLES: readonly EntitySchema<never>[] = [
  T.HallEntity, T.AccountEntity, T.AthleteEntity, T.AthleteChangeEntity, T.HallSportEntity, T.PlaceEntity, T.ImplementUnitEntity, T.ImplementMeasurementEntity, T.ImplementCheckEntity, T.KitPriceEntity, T.WrapGapEntity,
  T.DemandVersionEntity, T.AthleteEventEntity, T.TrainingWeekEntity, T.OutcomeEntity, T.BodyMeasurementEntity, T.InjuryEntity, T.BatteryEntity, T.StandardEntity, T.ImportMappingEntity, T.TestImportEntity, T.TestImportUndoEntity,
  T.TestSessionEntity, T.TrialEntity, T.TrialMarkEntity, T.TestAttachmentEntity, T.TrialTraceEntity, T.ObservationEntity, T.ClearanceEntity, T.HealthAnswerEntity, T.ExperienceEntryEntity, T.GateReasonEntity, T.DayFlagEntity, T.AlarmEntity, T.AlarmAnswerEntity, T.GapChoiceEntity, T.WeekFrameEntity, T.PlanTemplateEntity, T.PlanVersionEntity, T.SetLogEntity,
  T.ConclusionEntity, T.GoalEntity, T.TestDayEntity, T.TestDayEventEntity,
] as never
const SECRET = ['passwordHash']
const BATCH = 500

const tablesOf = (app: DataSource): EntityMetadata[] => TABLES.map((e) => app.getMetadata(e))
const columnsOf = (m: EntityMetadata) => m.columns.filter((c) => !SECRET.includes(c.propertyName))

/** JSON type of a column. */
const JSON_TYPE: Record<string, Row> = {
  uuid: { type: 'string', format: 'uuid' }, text: { type: 'string' }, date: { type: 'string', format: 'date' }, timestamptz: { type: 'string', format: 'date-time' }, integer: { type: 'integer' },
  'double precision': { type: 'number' }, boolean: { type: 'boolean' }, jsonb: {}, bytea: { type: 'string', contentEncoding: 'base64' },
}

/** JSON Schema of a hall's file, from the tables themselves. */
export function hallSchema(app: DataSource): Row {
  const table = (m: EntityMetadata): Row => ({
    type: 'array',
    items: { type: 'object', additionalProperties: false, required: columnsOf(m).map((c) => c.propertyName), properties: Object.fromEntries(columnsOf(m).map((c) => { const t = JSON_TYPE[String(c.type)]!; return [c.propertyName, c.isNullable && t['type'] ? { ...t, type: [t['type'], 'null'] } : t] })) },
  })
  const all = tablesOf(app)
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'A hall of Mano', type: 'object', additionalProperties: false, required: ['format', 'version', 'tables'],
    properties: { format: { const: HALL_FORMAT }, version: { const: HALL_VERSION }, tables: { type: 'object', additionalProperties: false, required: all.map((m) => m.tableName), properties: Object.fromEntries(all.map((m) => [m.tableName, table(m)])) } },
  }
}

const out = (v: unknown): unknown => (v instanceof Date ? v.toISOString() : Buffer.isBuffer(v) ? v.toString('base64') : v)

/** Everything of the hall the transaction is in, in an order that says the same of the same hall. */
export async function exportHall(em: EntityManager): Promise<HallFile> {
  const numbered = new Set(((await em.query(`SELECT table_name AS t FROM information_schema.columns WHERE column_name = 'seq' AND table_schema = 'public'`)) as { t: string }[]).map((r) => r.t))
  const tables: HallFile['tables'] = {}
  for (const m of tablesOf(em.connection)) {
    const order = ((await em.query(`SELECT id FROM ${m.tableName} ORDER BY ${numbered.has(m.tableName) ? 'seq' : 'id'}`)) as { id: string }[]).map((r) => r.id)
    const rows = new Map((await em.find(m.target as never)).map((r: Row) => [r['id'], r]))
    tables[m.tableName] = order.map((id) => { const row = rows.get(id)!; return Object.fromEntries(columnsOf(m).map((c) => [c.propertyName, out(row[c.propertyName])])) })
  }
  return { format: HALL_FORMAT, version: HALL_VERSION, tables }
}

const fits = (type: string, v: unknown): boolean => {
  if (type === 'jsonb') return true
  if (type === 'boolean') return typeof v === 'boolean'
  if (type === 'integer') return Number.isInteger(v)
  if (type === 'double precision') return typeof v === 'number' && Number.isFinite(v)
  if (typeof v !== 'string') return false
  return type === 'timestamptz' ? !Number.isNaN(Date.parse(v)) : type === 'date' ? /^\d{4}-\d\d-\d\d$/.test(v) : type === 'uuid' ? /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(v) : true
}

/** A file checked against the tables: the first thing wrong is named by table, row and column. */
export function readHallFile(app: DataSource, given: unknown): { file: HallFile; hallId: string } {
  const file = given as HallFile
  const wrong = (says: string): never => { throw refused('file', says) }
  if (!file || typeof file !== 'object' || file.format !== HALL_FORMAT || typeof file.tables !== 'object' || !file.tables) return wrong('This is not a file of a hall.')
  if (file.version !== HALL_VERSION) return wrong(`This file is of version ${String(file.version)}; this installation reads version ${HALL_VERSION}.`)
  const all = tablesOf(app)
  const unknown = Object.keys(file.tables).find((t) => !all.some((m) => m.tableName === t))
  if (unknown) wrong(`The table "${unknown}" is not known.`)
  const hallId = file.tables['hall']?.[0]?.['id']
  if (file.tables['hall']?.length !== 1 || typeof hallId !== 'string') wrong('A file holds one hall.')
  for (const m of all) {
    const rows = file.tables[m.tableName] ?? []
    if (!Array.isArray(rows)) wrong(`${m.tableName} is not a list.`)
    const columns = columnsOf(m)
    rows.forEach((row, i) => {
      const where = `${m.tableName}, row ${i + 1}`
      const extra = Object.keys(row).find((k) => !columns.some((c) => c.propertyName === k))
      if (extra) wrong(`${where}: the column "${extra}" is not known.`)
      for (const c of columns) {
        const v = row[c.propertyName]
        if (v === null ? !c.isNullable : !fits(String(c.type), v)) wrong(`${where}: ${c.propertyName} is ${v === undefined ? 'missing' : 'not what it must be'}.`)
      }
      if ('hallId' in row && row['hallId'] !== hallId) wrong(`${where}: belongs to another hall.`)
    })
  }
  return { file, hallId: hallId as string }
}

/** Rows that point at rows of their own table come after them. */
function afterTheirs(rows: readonly Row[], pointers: readonly string[]): Row[] {
  const byId = new Map(rows.map((r) => [r['id'], r]))
  const done = new Set<unknown>()
  const list: Row[] = []
  for (const first of rows) {
    // By hand, not by recursion: chains of corrections may be long.
    const stack = [first]
    while (stack.length > 0) {
      const row = stack.at(-1)!
      const next = pointers.map((k) => byId.get(row[k])).find((x) => x && x !== row && !done.has(x['id']))
      if (next && !stack.includes(next)) { stack.push(next); continue }
      stack.pop()
      if (!done.has(row['id'])) { done.add(row['id']); list.push(row) }
    }
  }
  return list
}

/** Puts a checked file into the hall the transaction is in; `secret` gives what the file leaves out for an account. Ids stay as they are. */
export async function importHall(em: EntityManager, file: HallFile, secret: (account: Row) => Promise<string>): Promise<number> {
  let n = 0
  for (const m of tablesOf(em.connection)) {
    const columns = columnsOf(m)
    const pointers = columns.map((c) => c.propertyName).filter((k) => ['supersedesId', 'removes', 'basedOn', 'seriesId', 'originId'].includes(k))
    // Rows with a running number keep their order: it is what the number said.
    const rows = afterTheirs(file.tables[m.tableName] ?? [], pointers)
    for (let i = 0; i < rows.length; i += BATCH) {
      const batch = await Promise.all(rows.slice(i, i + BATCH).map(async (row) => ({
        ...Object.fromEntries(columns.map((c) => { const v = row[c.propertyName]; return [c.propertyName, v === null ? null : c.type === 'timestamptz' ? new Date(v as string) : c.type === 'bytea' ? Buffer.from(v as string, 'base64') : v] })),
        ...(m.tableName === 'account' && { passwordHash: await secret(row) }),
      })))
      await em.createQueryBuilder().insert().into(m.target).values(batch as never).updateEntity(false).execute()
      n += batch.length
    }
  }
  return n
}
