import type { DataSource, EntityMetadata, EntitySchema } from 'typeorm'
import { UUID } from '@mano/contract/common'
import { isRecordDate } from '@mano/core/units/dates'
import * as T from '../db/entities'
import { isText } from '../api/body'
import { refused } from '../faults/problem'
import { shapeProblem } from './shapes'
import { must } from '@mano/core/units/must'

/**
 * A hall's file, version 2: JSON lines. The first says what it is, each further one holds one row
 * of one table, the last how many rows there were.
 * The version grows when a table or column changes its meaning; an installation reads its own
 * version and the ones before.
 */
export const HALL_FORMAT = 'mano.hall'
export const HALL_VERSION = 2

export type Row = Record<string, unknown>
export interface HallLine {
  table: string
  row: Row
}

/**
 * Every table of a hall, each after those it points at. Left out: athletes' links and sign-ins,
 * which belong to an installation, jobs and rows that are worked out, and password hashes.
 */
const TABLES: readonly EntitySchema<never>[] = [
  T.HallEntity,
  T.AccountEntity,
  T.AthleteEntity,
  T.AthleteChangeEntity,
  T.HallSportEntity,
  T.PlaceEntity,
  T.ImplementUnitEntity,
  T.ImplementMeasurementEntity,
  T.ImplementCheckEntity,
  T.KitPriceEntity,
  T.ReferenceNoteEntity,
  T.HallTierEntity,
  T.WrapGapEntity,
  T.DemandVersionEntity,
  T.AthleteEventEntity,
  T.TrainingWeekEntity,
  T.OutcomeEntity,
  T.BodyMeasurementEntity,
  T.InjuryEntity,
  T.BatteryEntity,
  T.StandardEntity,
  T.ImportMappingEntity,
  T.TestImportEntity,
  T.TestImportUndoEntity,
  T.TestSessionEntity,
  T.SessionChangeEntity,
  T.TrialEntity,
  T.TrialMarkEntity,
  T.TestAttachmentEntity,
  T.TrialTraceEntity,
  T.ObservationEntity,
  T.ClearanceEntity,
  T.HealthAnswerEntity,
  T.ExperienceEntryEntity,
  T.GateReasonEntity,
  T.DayFlagEntity,
  T.AlarmEntity,
  T.AlarmAnswerEntity,
  T.GapChoiceEntity,
  T.ExerciseWishEntity,
  T.WeekFrameEntity,
  T.PlanTemplateEntity,
  T.PlanVersionEntity,
  T.SetLogEntity,
  T.SessionEndEntity,
  T.ConclusionEntity,
  T.GoalEntity,
  T.TestDayEntity,
  T.TestDayEventEntity,
  T.TakenBackEntity,
] as never
const SECRET = ['passwordHash']
/** Columns that name a row of the same table. */
export const POINTERS = ['supersedesId', 'removes', 'basedOn', 'seriesId']

export const tablesOf = (app: DataSource): EntityMetadata[] => TABLES.map((e) => app.getMetadata(e))
export const columnsOf = (m: EntityMetadata) =>
  m.columns.filter((c) => !SECRET.includes(c.propertyName))
export const pointersOf = (m: EntityMetadata) =>
  columnsOf(m).filter((c) => POINTERS.includes(c.propertyName))
type Column = ReturnType<typeof columnsOf>[number]

/**
 * Columns that came after the first file was written have a value of their own where a row leaves
 * them out.
 */
const ADDED: Readonly<Record<string, unknown>> = {
  version: 1,
  clockMs: null,
  forVariant: null,
  forSex: null,
  ageFrom: null,
  ageTo: null,
  leftOn: null,
  'set_log.importId': null,
  keepYears: null,
  'hall.monthFirst': false,
  'hall.weekStart': 1,
  'account.massUnit': null,
  'account.lengthUnit': null,
  'place.closedOn': null,
  'athlete.erasedOn': null,
  'test_import.of': 'trials',
}
/** The key of a column that came later, by itself or in one table; null: it was there. */
const addedKey = (table: string, column: string): string | null =>
  [`${table}.${column}`, column].find((k) => k in ADDED) ?? null

/** JSON type of a column. */
const JSON_TYPE: Record<string, Row> = {
  uuid: { type: 'string', format: 'uuid' },
  text: { type: 'string' },
  date: { type: 'string', format: 'date' },
  timestamptz: { type: 'string', format: 'date-time' },
  integer: { type: 'integer' },
  'double precision': { type: 'number' },
  boolean: { type: 'boolean' },
  jsonb: {},
  bytea: { type: 'string', contentEncoding: 'base64' },
}
const jsonType = (c: Column): Row => {
  const t = must(JSON_TYPE[String(c.type)])
  return c.isNullable && t['type'] ? { ...t, type: [t['type'], 'null'] } : t
}

/** JSON Schema of one line of a hall's file, from the tables themselves. */
export function lineSchema(app: DataSource): Row {
  const row = (m: EntityMetadata): Row => ({
    type: 'object',
    additionalProperties: false,
    required: ['table', 'row'],
    properties: {
      table: { const: m.tableName },
      row: {
        type: 'object',
        additionalProperties: false,
        required: columnsOf(m)
          .map((c) => c.propertyName)
          .filter((k) => addedKey(m.tableName, k) === null),
        properties: Object.fromEntries(columnsOf(m).map((c) => [c.propertyName, jsonType(c)])),
      },
    },
  })
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'One line of the file of a hall of Mano',
    oneOf: [
      {
        type: 'object',
        additionalProperties: false,
        required: ['format', 'version'],
        properties: { format: { const: HALL_FORMAT }, version: { const: HALL_VERSION } },
      },
      ...tablesOf(app).map(row),
      {
        type: 'object',
        additionalProperties: false,
        required: ['end'],
        properties: { end: { type: 'integer', minimum: 0, description: 'rows in this file' } },
      },
    ],
  }
}

/** Years an instant of a record may be of. */
const inReach = (at: number): boolean => at >= Date.UTC(1900, 0, 1) && at < Date.UTC(2101, 0, 1)

const fits = (type: string, v: unknown): boolean => {
  if (type === 'jsonb') return v !== undefined
  if (type === 'boolean') return typeof v === 'boolean'
  if (type === 'integer') return Number.isInteger(v)
  if (type === 'double precision') return typeof v === 'number' && Number.isFinite(v)
  if (typeof v !== 'string' || !isText(v)) return false
  return type === 'timestamptz'
    ? inReach(Date.parse(v))
    : type === 'date'
      ? isRecordDate(v)
      : type === 'uuid'
        ? UUID.test(v)
        : true
}

/**
 * Looks at the rows of a file one by one, in their order: the first thing wrong is named by table,
 * row and column.
 */
export class RowReader {
  private readonly all: readonly EntityMetadata[]
  private readonly columns = new Map<string, Column[]>()
  private at = 0
  private nth = 0
  readonly hallId: string

  constructor(app: DataSource, hallId: string) {
    this.all = tablesOf(app)
    this.hallId = hallId
  }

  /** The row as it is put in: what the file's release did not know has its own value. */
  read({ table, row }: HallLine): { m: EntityMetadata; row: Row } {
    const place = this.all.findIndex((m) => m.tableName === table)
    if (place < 0) throw refused('file', `The table "${table}" is not known.`)
    if (place < this.at)
      throw refused(
        'file',
        `The rows of ${table} come too late: a table comes after those it points at.`,
      )
    this.nth = place > this.at ? 1 : this.nth + 1
    this.at = place
    const m = must(this.all[place])
    const where = `${table}, row ${this.nth}`
    if (typeof row !== 'object' || row === null || Array.isArray(row))
      throw refused('file', `${where}: is no row.`)
    const columns = this.columns.get(table) ?? columnsOf(m)
    this.columns.set(table, columns)
    const extra = Object.keys(row).find((k) => !columns.some((c) => c.propertyName === k))
    if (extra) throw refused('file', `${where}: the column "${extra}" is not known.`)
    const whole: Row = {}
    for (const c of columns) {
      const added = addedKey(table, c.propertyName)
      const v =
        row[c.propertyName] === undefined && added !== null ? ADDED[added] : row[c.propertyName]
      if (v === null ? !c.isNullable : !fits(String(c.type), v))
        throw refused(
          'file',
          `${where}: ${c.propertyName} is ${v === undefined ? 'missing' : 'not what it must be'}.`,
        )
      const wrong = v === null ? null : shapeProblem(table, c.propertyName, v)
      if (wrong) throw refused('file', `${where}: ${c.propertyName}: ${wrong}`)
      whole[c.propertyName] = v
    }
    if ('hallId' in whole && whole['hallId'] !== this.hallId)
      throw refused('file', `${where}: belongs to another hall.`)
    return { m, row: whole }
  }
}
