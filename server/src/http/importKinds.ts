import type { EntityManager } from 'typeorm'
import type { ImportReply } from '@mano/contract/tests'
import type { CsvRow } from '@mano/core/units/csv'
import type { SheetMapping } from '@mano/core/testing/mapping'
import type {
  Accepted,
  AthleteDay,
  ImportProblem,
  Refused,
  SheetContext,
  SheetLines,
} from '@mano/core/testing/sheet'
import type { Actor, Hall } from '../db/rows'
import type { JobHandle } from '../api/jobKinds'

/** Who imports, into which hall, and when. */
export interface Importer {
  em: EntityManager
  hall: Hall
  today: string
  actor: Actor & { hallId: string }
}

/** Lines read, or rows saved, between two looks at the others. */
export const PIECE = 2000

/** What a file brings in, and how it is kept. */
export interface Brought extends Accepted {
  count: number
  groups: ImportReply['sessions']
  store: (importer: Importer, importId: string, job: JobHandle) => Promise<void>
}

/** A kind of file that can be brought in: how its lines are read, and what is kept of them. */
export interface FileKind {
  headers: (columns: readonly string[]) => ImportProblem[]
  map: (row: CsvRow, m: SheetMapping, turned: boolean) => CsvRow[]
  /** Keys of the results on record of some days: a file is long, the record longer. */
  onRecord: (em: EntityManager, days: readonly AthleteDay[]) => Promise<string[]>
  begin: (
    importer: Importer,
    context: SheetContext,
  ) => Promise<{
    seen: SheetLines
    add: (row: CsvRow, source: CsvRow) => void
    end: () => Brought | Refused
  }>
}

/** The days as the database takes them: `x(a, d)`. */
export const DAYS = 'unnest($1::uuid[], $2::date[]) AS x(a, d)'
export const daysAsked = (days: readonly AthleteDay[]): [string[], string[]] => [
  days.map((d) => d.athleteId),
  days.map((d) => d.on),
]
