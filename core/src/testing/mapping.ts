import { protocolById, TEST_PROTOCOLS } from '../catalogue/protocols'
import type { EntryUnit } from '../units/units'
import type { CsvRow, CsvTable } from '../units/csv'
import { isLocalDate, type LocalDate } from '../units/dates'
import { parseNumber } from '../units/parse'
import { TRIAL_COLUMNS } from './import'
import type { Hand } from '../catalogue/person'
import { must } from '../units/must'

export const DATE_ORDERS = ['ymd', 'dmy', 'mdy'] as const
export type DateOrder = (typeof DATE_ORDERS)[number]
/** A column of results: which test, hand and unit it holds; null where another column says. */
export interface ResultColumn {
  column: string
  protocolId: string | null
  hand: Hand | null
  unit: EntryUnit | null
}
/**
 * How a coach's own sheet is read: its columns by what they mean, what is the same for all lines,
 * and names as the roster has them.
 */
export interface SheetMapping {
  /** What the sheet holds; trials where it is not said. */
  of?: 'trials' | 'sets'
  columns: Record<string, string>
  fixed: Record<string, string>
  results: ResultColumn[]
  /**
   * null: every date reads two ways, or some read one way and some the other; the coach is asked.
   */
  dateOrder: DateOrder | null
  names: Record<string, string>
  /** Exercises as the catalogue has them, by the word of the sheet. */
  exercises?: Record<string, string>
}
type Table = Extract<CsvTable, { ok: true }>

const OWN: readonly string[] = ['value', 'left', 'right']
/** What a column of a sheet can mean, results apart. */
export const MEANINGS = TRIAL_COLUMNS.filter((c) => !OWN.includes(c.id))

/** Words of a header that give a column away; the first that fits. Common practice, no source. */
const HEADERS: readonly (readonly [meaning: string, words: RegExp])[] = [
  ['athlete', /^(athlete|name|who|lifter|climber|person|client|member)s?(_name)?$/],
  ['date', /^(date|day|datum|when|tested(_on)?)$/],
  ['time', /^(time|clock|hour)$/],
  ['protocol', /^(protocol|test|what|exercise)$/],
  ['hand', /^(hand|side)$/],
  ['unit', /^units?$/],
  ['trial', /^(trial|try|attempt|set|no|nr|#)$/],
  ['pain', /^pain(_.*)?$/],
  ['implement', /^(implement|tool|device|kit|instrument)$/],
  ['missed', /^(missed|miss|failed)$/],
  ['struck', /^(struck|void|invalid)(_.*)?$/],
]
const TEST_WORDS: readonly (readonly [protocolId: string, words: RegExp])[] = [
  ['dyno_standing', /standing/],
  ['ready_squeeze', /ready|readiness/],
  ['dyno_seated', /grip|dyn[ao]|crush|squeeze/],
  ['key_pinch', /key|tip/],
  ['finger_open', /exten|open/],
  ['hang_one', /one.?arm/],
  ['hang_time', /hang/],
  ['carry_test', /carry/],
  ['hold_time', /hold/],
  ['lift_max', /lift|pinch|hub|rolling|thick/],
  ['spring_bracket', /spring/],
  ['wrist_max', /wrist/],
]
const UNIT_WORDS: readonly (readonly [EntryUnit, RegExp])[] = [
  ['kg', /^kgf?s?$/],
  ['lb', /^(lbs?|pounds?)$/],
  ['N', /^(n|newtons?)$/],
  ['s', /^(s|secs?|seconds?)$/],
  ['mm', /^mm$/],
]

/** The words of a header, lower case. */
export const tokens = (column: string): string[] =>
  column
    .toLowerCase()
    .split(/[^a-z#]+/)
    .filter(Boolean)
const handOf = (column: string): Hand | null => {
  const t = tokens(column)
  return t.some((x) => ['left', 'l', 'lh'].includes(x))
    ? 'left'
    : t.some((x) => ['right', 'r', 'rh'].includes(x))
      ? 'right'
      : t.includes('both')
        ? 'both'
        : null
}
/** A unit named in a text; null: none. */
export const unitOf = (text: string): EntryUnit | null =>
  tokens(text).flatMap((t) => UNIT_WORDS.find(([, re]) => re.test(t))?.[0] ?? [])[0] ?? null
const testOf = (text: string): string | null =>
  protocolById(text)?.id ??
  TEST_PROTOCOLS.find((p) => p.name.toLowerCase() === text.toLowerCase())?.id ??
  TEST_WORDS.find(([, re]) => re.test(text.toLowerCase()))?.[0] ??
  null

const WITH_UNIT = /^(-?[\d.,:]+)\s*([a-z]+)\.?$/i
/** The unit that every cell of a column carries; null where they differ or some carry none. */
const sharedUnit = (cells: readonly string[]): EntryUnit | null => {
  const all = new Set(cells.map((x) => unitOf(WITH_UNIT.exec(x)?.[2] ?? '')))
  const [only] = all
  return all.size === 1 ? (only ?? null) : null
}
const isNumber = (cell: string): boolean =>
  parseNumber(WITH_UNIT.exec(cell)?.[1] ?? cell, { clock: true }).ok

/** Day, month and year of a written date; null: not one. */
function partsOf(text: string, order: DateOrder): LocalDate | null {
  const m = /^(\d{1,4})[./\-\s](\d{1,2})[./\-\s](\d{1,4})$/.exec(text.trim())
  if (!m) return null
  const [a, b, c] = [must(m[1]), must(m[2]), must(m[3])]
  const [y, mo, d] =
    a.length === 4
      ? [a, b, c]
      : order === 'mdy'
        ? [c, a, b]
        : order === 'dmy'
          ? [c, b, a]
          : [a, b, c]
  const iso = `${y.length === 2 ? `20${y}` : y}-${mo.padStart(2, '0')}-${d.padStart(2, '0')}`
  return isLocalDate(iso) ? iso : null
}

/** A date as the sheet writes it; what is no date stays as it is, for the report to name. */
export const dateBy = (text: string, order: DateOrder | null): string =>
  (order && partsOf(text, order)) ?? text

/** The order a line is read in that is not written as the others are. */
export const otherOrder = (order: DateOrder | null): DateOrder | null =>
  order === 'dmy' ? 'mdy' : order === 'mdy' ? 'dmy' : null

export interface DateGuess {
  order: DateOrder | null
  /** A date that reads as two days, and the two; null: none does. */ twoWays: {
    text: string
    dmy: LocalDate
    mdy: LocalDate
  } | null
  /** Some dates are only day first, others only month first. */ mixed: boolean
}

/**
 * The order dates are written in, where they say it themselves; null where they read both ways or
 * go both ways. Points between the numbers say nothing by themselves.
 */
export function guessDates(cells: readonly string[]): DateGuess {
  const filled = [...new Set(cells.map((c) => c.trim()).filter((c) => c !== ''))]
  const read = filled.map((text) => ({
    text,
    dmy: partsOf(text, 'dmy'),
    mdy: partsOf(text, 'mdy'),
  }))
  const two = read.find((r) => r.dmy !== null && r.mdy !== null && r.dmy !== r.mdy)
  const twoWays = two ? { text: two.text, dmy: must(two.dmy), mdy: must(two.mdy) } : null
  const [days, months] = [
    read.some((r) => r.dmy !== null && r.mdy === null),
    read.some((r) => r.mdy !== null && r.dmy === null),
  ]
  if (filled.length > 0 && filled.every((c) => /^\d{4}\D/.test(c)))
    return { order: 'ymd', twoWays: null, mixed: false }
  if (days && months) return { order: null, twoWays, mixed: true }
  if (days) return { order: 'dmy', twoWays, mixed: false }
  // A date with points and the month first is rare enough to be asked for.
  if (months && !read.some((r) => r.text.includes('.')))
    return { order: 'mdy', twoWays, mixed: false }
  return {
    order: twoWays || months ? null : filled.length > 0 ? 'dmy' : 'ymd',
    twoWays,
    mixed: false,
  }
}

export interface Guess {
  mapping: SheetMapping
  /** What was guessed and should be looked at, in words. */ doubts: string[]
}

/** A first reading of a sheet from its header and first lines; nothing of it is certain. */
export function guessMapping(table: Table, roster: readonly { name: string }[]): Guess {
  const sample = table.rows.slice(0, 200)
  const cellsOf = (column: string) =>
    sample.map((r) => r.cells[column] ?? '').filter((c) => c !== '')
  const columns: SheetMapping['columns'] = {}
  for (const c of table.columns) {
    const meaning =
      MEANINGS.find((m) => m.id === c)?.id ??
      HEADERS.find(([m, re]) => re.test(c) && !columns[m])?.[0]
    if (meaning && !columns[meaning]) columns[meaning] = c
  }
  const used = new Set(Object.values(columns))
  const numeric = table.columns.filter(
    (c) => c !== '' && !used.has(c) && cellsOf(c).length > 0 && cellsOf(c).every(isNumber),
  )
  // Where some columns say a hand or a test, the others are something else: body mass, age.
  const telling = numeric.filter((c) => handOf(c) || testOf(c) || /value|result|score/.test(c))
  const results = (telling.length > 0 ? telling : numeric).map((column): ResultColumn => ({
    column,
    protocolId: testOf(column) ?? null,
    hand: handOf(column),
    unit: unitOf(column.replace(/^(l|r)_|_(l|r)$/g, '')) ?? sharedUnit(cellsOf(column)),
  }))
  const dates = guessDates(columns['date'] ? cellsOf(columns['date']) : [])
  const names = guessNames(columns['athlete'] ? cellsOf(columns['athlete']) : [], roster)
  const doubts = [
    ...results
      .filter((r) => r.unit === null && !columns['unit'])
      .map((r) => `No unit is written for "${r.column}": the first unit of its test is assumed.`),
    ...results
      .filter((r) => r.protocolId !== null && !columns['protocol'])
      .map((r) => `"${r.column}" is taken for ${must(protocolById(must(r.protocolId))).name}.`),
    ...Object.entries(names).map(([a, b]) => `"${a}" is taken for ${b}.`),
  ]
  return { mapping: { columns, fixed: {}, results, dateOrder: dates.order, names }, doubts }
}

/**
 * Names that are not on the roster as written, but stand for one who is: a first name, or turned.
 */
export function guessNames(
  cells: readonly string[],
  roster: readonly { name: string }[],
): Record<string, string> {
  const known = new Set(roster.map((a) => a.name.toLowerCase()))
  const names: Record<string, string> = {}
  for (const n of new Set(cells)) {
    const said = n.toLowerCase()
    if (known.has(said)) continue
    const near = roster.filter((a) => {
      const own = a.name.toLowerCase()
      return own.split(' ').includes(said) || turned(n) === own
    })
    if (near.length === 1) names[n] = must(near[0]).name
  }
  return names
}

/** "Varrow, Ines" as "ines varrow". */
const turned = (name: string): string =>
  name
    .toLowerCase()
    .split(',')
    .map((x) => x.trim())
    .reverse()
    .join(' ')

/** Whether a mapping says something: by a column, or the same for all lines. */
export const saidIn =
  (m: SheetMapping) =>
  (id: string): boolean =>
    Boolean(m.columns[id] || m.fixed[id])

/** What is open of who and when. */
export const openOfLines = (m: SheetMapping): string[] => [
  ...(saidIn(m)('athlete') ? [] : ['Which column names the athlete?']),
  ...(saidIn(m)('date') ? [] : ['Which column has the date?']),
  ...(saidIn(m)('date') && m.dateOrder === null
    ? ['Is the day written first in the dates, or the month?']
    : []),
]

/** What is still open before a mapping can be tried; empty: nothing. */
export function openIn(m: SheetMapping): string[] {
  const said = saidIn(m)
  return [
    ...openOfLines(m),
    ...(m.results.length > 0 ? [] : ['Which columns hold results?']),
    ...m.results
      .filter((r) => !r.protocolId && !said('protocol'))
      .map((r) => `Which test is "${r.column}"?`),
    ...m.results
      .filter((r) => {
        const p = r.protocolId ? protocolById(r.protocolId) : null
        return !r.hand && !said('hand') && p?.hands !== 'both'
      })
      .map((r) => `Which hand is "${r.column}"?`),
  ]
}

/** The cells of a line by their meaning, with the roster's name and a date of one order. */
export function sharedCells(row: CsvRow, m: SheetMapping, turned: boolean): Record<string, string> {
  const shared: Record<string, string> = { ...m.fixed }
  for (const [meaning, column] of Object.entries(m.columns))
    shared[meaning] = row.cells[column] || m.fixed[meaning] || ''
  shared['athlete'] = m.names[shared['athlete'] ?? ''] ?? shared['athlete'] ?? ''
  shared['date'] = dateBy(shared['date'] ?? '', turned ? otherOrder(m.dateOrder) : m.dateOrder)
  return shared
}

/**
 * One line of a sheet as lines of a trials file, one for each result that is there. Lines keep
 * their number. `turned`: the date of this line is written the other way.
 */
export function mapRow(row: CsvRow, m: SheetMapping, turned = false): CsvRow[] {
  const shared = sharedCells(row, m, turned)
  shared['protocol'] =
    shared['protocol'] && !protocolById(shared['protocol'])
      ? (TEST_PROTOCOLS.find((p) => p.name.toLowerCase() === must(shared['protocol']).toLowerCase())
          ?.id ??
        testOf(shared['protocol']) ??
        shared['protocol'])
      : (shared['protocol'] ?? '')
  return m.results.flatMap((r) => {
    const cell = row.cells[r.column] ?? ''
    if (cell === '') return []
    const marked = WITH_UNIT.exec(cell)
    const written = marked ? unitOf(must(marked[2])) : null
    const protocol = r.protocolId ?? shared['protocol'] ?? ''
    const hand = r.hand ?? (protocolById(protocol)?.hands === 'both' ? '' : (shared['hand'] ?? ''))
    const unit = written ?? r.unit ?? unitOf(shared['unit'] ?? '') ?? shared['unit'] ?? ''
    return [
      {
        line: row.line,
        cells: { ...shared, protocol, hand, unit, value: written ? must(must(marked)[1]) : cell },
      },
    ]
  })
}

/** What a mapping is remembered by: the header itself. */
export const headerKey = (columns: readonly string[]): string => columns.join('\u241F')
/** A file that already speaks the trials format needs no mapping. */
export const isTrialsFile = (columns: readonly string[]): boolean =>
  columns.every((c) => c === '' || TRIAL_COLUMNS.some((t) => t.id === c)) &&
  columns.includes('athlete') &&
  columns.includes('protocol')
