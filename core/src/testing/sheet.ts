import type { CsvRow, CsvTable } from '../units/csv'
import { isLocalDate, type LocalDate } from '../units/dates'
import { groupBy } from '../units/group'
import type { Hand } from '../catalogue/person'
import { must } from '../units/must'

/** A column of a file that can be brought in, as the docs page and the screen tell it. */
export interface ColumnRow {
  id: string
  needed: boolean
  says: string
}

export interface ImportProblem {
  line: number
  column: string
  message: string
}

/** A line that says what is there already: in the file (the line it repeats), or on record. */
export interface Repeated {
  line: number
  of: number | 'record'
  says: string
}

/** What a sheet is read beside. */
export interface SheetContext {
  today: LocalDate
  athletes: readonly { id: string; name: string }[]
  /** Lines the coach leaves out, and lines that count although they are there already. */
  without?: ReadonlySet<number>
  wanted?: ReadonlySet<number>
}

export interface Accepted {
  ok: true
  lines: number
  /** Results left out because they are on record. */ already: number
  /** Lines left out because they repeat something. */ repeated: Repeated[]
  /** Lines the coach left out. */ without: number
}
export interface Refused {
  ok: false
  problems: ImportProblem[]
  lines: number
  repeated: Repeated[]
}

/** Most lines a file may have. */
export const IMPORT_MOST_LINES = 60_000

export const HAND_WORDS: Readonly<Record<string, Hand>> = {
  left: 'left',
  l: 'left',
  right: 'right',
  r: 'right',
  both: 'both',
  b: 'both',
}

/** A line as it stands in the file. */
const says = (row: CsvRow): string =>
  Object.values(row.cells)
    .filter((c) => c !== '')
    .join(', ')

/**
 * What stops a table before its first line is read: unknown or missing columns (`headers`; not
 * asked of a sheet whose columns were mapped), no lines, too many.
 */
export function tableProblems(
  table: CsvTable,
  headers: ((columns: readonly string[]) => ImportProblem[]) | null,
): ImportProblem[] {
  if (!table.ok) return [{ line: table.line, column: '', message: table.message }]
  const problems = headers?.(table.columns) ?? []
  if (table.rows.length === 0)
    problems.push({ line: 2, column: '', message: 'There are no lines under the header line.' })
  if (table.rows.length > IMPORT_MOST_LINES)
    problems.push({
      line: IMPORT_MOST_LINES + 2,
      column: '',
      message: `At most ${IMPORT_MOST_LINES} lines at a time.`,
    })
  return problems
}

/** Unknown columns, and needed ones that are not there. */
export function columnProblems(
  columns: readonly string[],
  rows: readonly ColumnRow[],
): ImportProblem[] {
  const known: readonly string[] = rows.map((c) => c.id)
  return [
    ...columns
      .filter((c) => c !== '' && !known.includes(c))
      .map((c) => ({
        line: 1,
        column: c,
        message: `Line 1: the column "${c}" is not known. Known: ${known.join(', ')}.`,
      })),
    ...rows
      .filter((c) => c.needed && !columns.includes(c.id))
      .map((c) => ({ line: 1, column: c.id, message: `Line 1: the column "${c.id}" is missing.` })),
  ]
}

/** A day of one athlete. */
export interface AthleteDay {
  athleteId: string
  on: LocalDate
}

/** The lines of a sheet as they are met: which count, which repeat, and who and when they name. */
export class SheetLines {
  readonly today: LocalDate
  private readonly people: ReadonlyMap<string, SheetContext['athletes'][number][]>
  /** Dates read before: a long file has few. */
  private readonly days = new Map<string, LocalDate>()
  /** Days of athletes whose results on record were asked for. */
  private readonly asked = new Set<string>()
  private readonly without: ReadonlySet<number>
  private readonly wanted: ReadonlySet<number>
  /** First line of each text, and what of the record is still to be met again. */
  private readonly first = new Map<string, number>()
  private readonly onRecord = new Map<string, number>()
  private readonly repeated: Repeated[] = []
  private lines = 0
  private already = 0
  private out = 0

  constructor(context: SheetContext) {
    this.today = context.today
    this.without = context.without ?? new Set()
    this.wanted = context.wanted ?? new Set()
    const people = groupBy(context.athletes, (a) => a.name.toLowerCase())
    for (const a of context.athletes) people.set(a.id, [a])
    this.people = people
  }

  /** Whom a cell names: none of the roster, one, or several. */
  named(name: string): readonly SheetContext['athletes'][number][] {
    return this.people.get(name) ?? this.people.get(name.toLowerCase()) ?? []
  }

  /** The day a cell says, as 2026-10-08 or 08.10.2026; null: it is no date. */
  dayOf(text: string): LocalDate | null {
    const known = this.days.get(text)
    if (known) return known
    const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text)
    const iso = dotted
      ? `${dotted[3]}-${must(dotted[2]).padStart(2, '0')}-${must(dotted[1]).padStart(2, '0')}`
      : text
    if (!isLocalDate(iso)) return null
    this.days.set(text, iso)
    return iso
  }

  /** Days of athletes that lines name for the first time: what is on record of them is asked. */
  newDays(rows: readonly CsvRow[]): AthleteDay[] {
    return rows.flatMap(({ cells }) => {
      const [one, ...others] = this.named(cells['athlete'] ?? '')
      const on = this.dayOf(cells['date'] ?? '')
      if (!one || others.length > 0 || !on || this.asked.has(`${one.id}|${on}`)) return []
      this.asked.add(`${one.id}|${on}`)
      return [{ athleteId: one.id, on }]
    })
  }

  /** Results on record, by their keys: each may stand for one of the file. */
  met(keys: Iterable<string>): void {
    for (const key of keys) this.onRecord.set(key, (this.onRecord.get(key) ?? 0) + 1)
  }

  /**
   * Whether a line counts. `source`: the line of the file it comes from, where that holds several.
   */
  takes(row: CsvRow, source: CsvRow): boolean {
    this.lines++
    if (this.without.has(row.line)) {
      this.out++
      return false
    }
    const text = JSON.stringify(source.cells)
    const first = this.first.get(text)
    if (first === undefined) this.first.set(text, row.line)
    else if (first !== row.line && !this.wanted.has(row.line)) {
      this.repeat({ line: row.line, of: first, says: says(source) })
      return false
    }
    return true
  }

  /** Whether a result is on record and so left out: each on record answers for one of the file. */
  isOnRecord(line: number, key: string, words: () => string): boolean {
    const there = this.onRecord.get(key) ?? 0
    if (there === 0 || this.wanted.has(line)) return false
    this.onRecord.set(key, there - 1)
    this.already++
    this.repeat({ line, of: 'record', says: words() })
    return true
  }

  private repeat(r: Repeated): void {
    if (this.repeated.at(-1)?.line !== r.line) this.repeated.push(r)
  }

  refused(problems: readonly ImportProblem[]): Refused {
    return {
      ok: false,
      problems: [...problems].sort((a, b) => a.line - b.line),
      lines: this.lines,
      repeated: this.repeated,
    }
  }

  accepted(): Accepted {
    return {
      ok: true,
      lines: this.lines,
      already: this.already,
      repeated: this.repeated,
      without: this.out,
    }
  }
}

/**
 * What every line of a sheet has: whose, when, which hand. What is wrong is kept with its column.
 */
export class SheetRow {
  readonly problems: ImportProblem[] = []
  protected readonly row: CsvRow
  private readonly seen: SheetLines

  constructor(row: CsvRow, seen: SheetLines) {
    this.row = row
    this.seen = seen
  }

  protected cell(column: string): string {
    return this.row.cells[column] ?? ''
  }

  protected fail(column: string, message: string): null {
    this.problems.push({
      line: this.row.line,
      column,
      message: `Line ${this.row.line}: ${message}`,
    })
    return null
  }

  protected athlete() {
    const name = this.cell('athlete')
    if (!name) return this.fail('athlete', 'the athlete is missing.')
    const found = this.seen.named(name)
    if (found.length === 0)
      return this.fail('athlete', `no athlete on the roster is called "${name}".`)
    return found.length > 1
      ? this.fail('athlete', `${found.length} athletes are called "${name}".`)
      : must(found[0])
  }

  protected date(): LocalDate | null {
    const text = this.cell('date')
    const iso = this.seen.dayOf(text)
    if (!iso) return this.fail('date', `"${text}" is not a date; write 2026-10-08 or 08.10.2026.`)
    if (iso > this.seen.today) return this.fail('date', `${iso} is in the future.`)
    return iso
  }

  /** undefined: the cell is empty; null: refused. */
  protected hand(): Hand | null | undefined {
    const text = this.cell('hand').toLowerCase()
    if (text === '') return undefined
    return (
      HAND_WORDS[text] ?? this.fail('hand', `"${text}" is not a hand; write left, right or both.`)
    )
  }

  /** null: the cell is empty; undefined: refused. */
  protected wholeNumber(column: string, low: number, high: number): number | null | undefined {
    const text = this.cell(column)
    if (text === '') return null
    const n = Number(text)
    if (Number.isInteger(n) && n >= low && n <= high) return n
    this.fail(column, `${column} is a whole number from ${low} to ${high}, not "${text}".`)
    return undefined
  }
}
