import {
  type Protocol,
  TEST_PROTOCOLS,
  type TryDetails,
  asSetUp,
  protocolById,
} from '../catalogue/protocols'
import { SINGLE_RULES } from '../catalogue/setups'
import { type EntryUnit } from '../units/units'
import { readCsv, type CsvRow } from '../units/csv'
import { askWhich, meaningOf } from '../catalogue/words'
import type { LocalDate } from '../units/dates'
import { parseNumber } from '../units/parse'
import { detailsProblem } from './details'
import type { Hand } from '../catalogue/person'
import {
  columnProblems,
  HAND_WORDS,
  SheetLines,
  SheetRow,
  tableProblems,
  type Accepted,
  type ColumnRow,
  type ImportProblem,
  type Refused,
  type SheetContext,
} from './sheet'
import { readTrialValue } from './value'
import type { Mm } from '../units/quantity'
import { must } from '../units/must'
import { isAmong } from '../units/among'

const unique = (rows: readonly ColumnRow[]): ColumnRow[] =>
  rows.filter((r, i) => rows.findIndex((x) => x.id === r.id) === i)
const lower = (names: readonly string[]) => names.join(', ').toLowerCase()

/** A column for each choice and stated number of the protocols, saying which tests ask for it. */
const SETUP_COLUMNS: readonly ColumnRow[] = unique([
  ...TEST_PROTOCOLS.flatMap((p) => p.variants).map((v) => {
    const of = TEST_PROTOCOLS.filter((p) => p.variants.some((x) => x.id === v.id))
    const options = [
      ...new Set(
        of.flatMap((p) =>
          p.variants.filter((x) => x.id === v.id).flatMap((x) => x.options.map((o) => o.id)),
        ),
      ),
    ]
    return {
      id: v.id,
      needed: false,
      says: `${lower(of.map((p) => p.name))}: ${options.join(', ')}`,
    }
  }),
  ...TEST_PROTOCOLS.flatMap((p) => p.numbers).map((n) => {
    const of = TEST_PROTOCOLS.filter((p) => p.numbers.some((x) => x.column === n.column))
    return {
      id: n.column,
      needed: false,
      says:
        `${lower(of.map((p) => p.name))}: ${n.name.toLowerCase()}, ` +
        `${n.unit}${n.start === null ? '' : `; ${n.start} when empty`}`,
    }
  }),
  ...TEST_PROTOCOLS.flatMap((p) =>
    p.details.map((d) => ({
      id: detailColumn(d.id),
      needed: false,
      says:
        `${p.name.toLowerCase()}: ` +
        `${d.name.toLowerCase()}${d.unit === 'count' ? '' : `, ${d.unit}`}`,
    })),
  ),
])

/** Columns of a trials file; the docs page and the export use the same list. */
export const TRIAL_COLUMNS: readonly ColumnRow[] = [
  { id: 'athlete', needed: true, says: "the athlete's name as on the roster" },
  { id: 'date', needed: true, says: '2026-10-08 or 08.10.2026' },
  { id: 'time', needed: false, says: '24-hour, 17:30; noon when empty' },
  { id: 'protocol', needed: true, says: TEST_PROTOCOLS.map((p) => p.id).join(', ') },
  {
    id: 'implement',
    needed: false,
    says: 'label of the unit in the kit; may be empty when the hall has one of that kind',
  },
  ...SETUP_COLUMNS,
  { id: 'trial', needed: false, says: 'number of the trial within its hand; counted when empty' },
  { id: 'hand', needed: false, says: 'left, right or both, with the column value' },
  { id: 'value', needed: false, says: 'the result, decimal point or comma' },
  { id: 'left', needed: false, says: 'in place of hand and value: the left-hand result' },
  { id: 'right', needed: false, says: 'in place of hand and value: the right-hand result' },
  {
    id: 'unit',
    needed: false,
    says: "kg, lb, N, N m, s, m, deg or count; the test's first unit when empty",
  },
  { id: 'pain', needed: false, says: '0 to 10' },
  { id: 'missed', needed: false, says: 'yes for a lift or close that was not clean' },
  { id: 'struck', needed: false, says: 'reason, when the trial does not count' },
]

/** Name of a detail's column in files. */
export function detailColumn(id: string): string {
  return id.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)
}

export interface ImportContext extends SheetContext {
  units: readonly {
    id: string
    kind: string
    label: string
    measurementId: string
    sizeMm?: Mm | null
    handleMm?: Mm | null
  }[]
}

type Unit = ImportContext['units'][number]

export interface ImportedTrial {
  line: number
  hand: Hand
  ordinal: number
  value: number
  enteredValue: number
  enteredUnit: EntryUnit
  pain: number | null
  missed: boolean
  details: TryDetails
  struckReason: string | null
}

export interface ImportedSession {
  athleteId: string
  athleteName: string
  protocolId: string
  protocolVersion: number
  unitId: string
  measurementId: string
  variant: Record<string, string>
  performedOn: LocalDate
  /** Local time `HH:MM`. */
  at: string
  trials: ImportedTrial[]
}

export type ImportReport = (Accepted & { sessions: ImportedSession[]; trials: number }) | Refused

/** One trial as the duplicate check knows it, whatever number it has within its hand. Value SI. */
export const trialKey = (
  athleteId: string,
  on: LocalDate,
  protocolId: string,
  hand: Hand,
  value: number,
): string => [athleteId, on, protocolId, hand, value.toFixed(3)].join('|')

/** A test being gathered: how many tries of a hand, and which line took which number. */
interface Taken {
  session: ImportedSession
  counted: Record<Hand, number>
  lines: Map<string, number>
}

/**
 * Takes the lines of a trials file one by one, so that a long file can be read in pieces; then says
 * sessions or what is wrong.
 */
export class TrialsReader {
  private readonly problems: ImportProblem[] = []
  private readonly sessions = new Map<string, Taken>()
  readonly seen: SheetLines
  private readonly context: ImportContext

  constructor(context: ImportContext) {
    this.context = context
    this.seen = new SheetLines(context)
  }

  /** `source`: the line of the file it comes from, where that holds several results. */
  add(row: CsvRow, source: CsvRow = row): void {
    if (!this.seen.takes(row, source)) return
    const reader = new RowReader(row, this.context, this.seen)
    const parsed = reader.read()
    if (!parsed) {
      this.problems.push(...reader.problems)
      return
    }
    const { session: s } = parsed
    // One bracket goes through several springs; every other test has one implement.
    const one = must(protocolById(s.protocolId)).entry === 'spring' ? 'springs' : s.measurementId
    const key =
      `${s.athleteId}|${s.performedOn}|${s.at}|${s.protocolId}|${one}|` +
      `${JSON.stringify(s.variant)}`
    let own = this.sessions.get(key)
    if (!own)
      this.sessions.set(
        key,
        (own = {
          session: { ...s, trials: [] },
          counted: { left: 0, right: 0, both: 0 },
          lines: new Map(),
        }),
      )
    for (const t of parsed.trials) {
      const count = ++own.counted[t.hand]
      const ordinal = t.ordinal || count
      const place = `${t.hand}${ordinal}`
      const clash = own.lines.get(place)
      if (clash !== undefined)
        this.problems.push({
          line: row.line,
          column: 'trial',
          message:
            `Line ${row.line}: trial ${ordinal} of the ${t.hand} hand is on line ${clash} ` +
            'already.',
        })
      own.lines.set(place, row.line)
      const key = trialKey(s.athleteId, s.performedOn, s.protocolId, t.hand, t.value)
      const known =
        clash === undefined &&
        this.seen.isOnRecord(
          row.line,
          key,
          () => `${s.athleteName}, ${t.hand}, ${t.enteredValue} ${t.enteredUnit}`,
        )
      if (!known) own.session.trials.push({ ...t, line: row.line, ordinal })
    }
  }

  report(): ImportReport {
    if (this.problems.length > 0) return this.seen.refused(this.problems)
    const list = [...this.sessions.values()].flatMap((x) =>
      x.session.trials.length > 0 ? [x.session] : [],
    )
    return {
      ...this.seen.accepted(),
      sessions: list,
      trials: list.reduce((n, s) => n + s.trials.length, 0),
    }
  }
}

/**
 * Reads a trials file into sessions, all or nothing: any problem names its line and column and
 * nothing is kept. Trials on record already, by their keys ({@link trialKey}), are
 * left out and counted. Reads no clock and writes nothing.
 */
export function readTrialsCsv(
  text: string,
  context: ImportContext,
  onRecord: readonly string[] = [],
): ImportReport {
  const table = readCsv(text)
  const problems = tableProblems(table, headerProblems)
  if (!table.ok || problems.length > 0)
    return { ok: false, problems, lines: table.ok ? table.rows.length : 0, repeated: [] }
  const reader = new TrialsReader(context)
  reader.seen.met(onRecord)
  for (const row of table.rows) reader.add(row)
  return reader.report()
}

/** Unknown and missing columns of a trials file. */
export const headerProblems = (columns: readonly string[]): ImportProblem[] => [
  ...columnProblems(columns, TRIAL_COLUMNS),
  ...(['value', 'left', 'right'].some((c) => columns.includes(c))
    ? []
    : [
        {
          line: 1,
          column: 'value',
          message: 'Line 1: results need the columns hand and value, or left and right.',
        },
      ]),
]

class RowReader extends SheetRow {
  private readonly context: ImportContext

  constructor(row: CsvRow, context: ImportContext, seen: SheetLines) {
    super(row, seen)
    this.context = context
  }

  read(): {
    session: Omit<ImportedSession, 'trials'>
    trials: Omit<ImportedTrial, 'line'>[]
  } | null {
    const athlete = this.athlete()
    const performedOn = this.date()
    const at = this.time()
    const protocol = this.protocol()
    const unit = protocol && this.unit(protocol)
    const variant = protocol && this.variant(protocol, unit)
    const trials = protocol && variant && this.trials(asSetUp(protocol, variant), variant, unit)
    if (
      !athlete ||
      !performedOn ||
      !at ||
      !protocol ||
      !unit ||
      !variant ||
      !trials ||
      this.problems.length > 0
    )
      return null
    return {
      session: {
        athleteId: athlete.id,
        athleteName: athlete.name,
        protocolId: protocol.id,
        protocolVersion: protocol.version,
        unitId: unit.id,
        measurementId: unit.measurementId,
        variant,
        performedOn,
        at,
      },
      trials,
    }
  }

  private time(): string | null {
    const text = this.cell('time')
    if (text === '') return '12:00'
    return /^([01]\d|2[0-3]):[0-5]\d$/.test(text)
      ? text
      : this.fail('time', `"${text}" is not a 24-hour time.`)
  }

  private protocol(): Protocol | null {
    const text = this.cell('protocol')
    const found =
      protocolById(text) ?? TEST_PROTOCOLS.find((p) => p.name.toLowerCase() === text.toLowerCase())
    const word = found ? null : meaningOf(text)
    if (word?.kind === 'several')
      return this.fail(
        'protocol',
        `${askWhich(word)} Write the name of the test, such as dyno_seated.`,
      )
    if (!found || found.entry === 'body')
      return this.fail(
        'protocol',
        `"${text}" cannot be imported; use ${TEST_PROTOCOLS.map((p) => p.id).join(', ')}.`,
      )
    return found
  }

  private unit(protocol: Protocol) {
    const label = this.cell('implement')
    const fitting = this.context.units.filter((u) => isAmong(protocol.implements, u.kind))
    const named = label
      ? fitting.filter((u) => u.label.toLowerCase() === label.toLowerCase())
      : fitting
    if (named.length === 1) return must(named[0])
    if (label) return this.fail('implement', `the kit has no "${label}" for ${protocol.name}.`)
    return this.fail(
      'implement',
      named.length === 0
        ? `the kit has nothing for ${protocol.name}.`
        : `name the implement; the kit has ${named.map((u) => u.label).join(', ')}.`,
    )
  }

  private variant(protocol: Protocol, unit: Unit | null): Record<string, string> | null {
    const out: Record<string, string> = {}
    for (const v of protocol.variants) {
      const text = this.cell(v.id).toLowerCase()
      const option = text === '' ? v.options[0] : v.options.find((o) => o.id === text)
      if (!option)
        return this.fail(
          v.id,
          `${v.name.toLowerCase()} is one of ${v.options.map((o) => o.id).join(', ')}, ` +
            `not "${text}".`,
        )
      out[v.id] = option.id
    }
    for (const n of protocol.numbers) {
      if (n.when && out[n.when.variant] !== n.when.option) continue
      const column = n.column
      const known = n.auto === 'size' ? unit?.sizeMm : n.auto === 'handle' ? unit?.handleMm : null
      const given = parseNumber(
        this.cell(column) || (known != null ? String(known) : (n.start ?? '')),
      )
      if (!given.ok || given.value < n.limits[0] || given.value > n.limits[1])
        return this.fail(
          column,
          `"${this.cell(column)}" is not a ${n.name.toLowerCase()} in ${n.unit}.`,
        )
      out[n.id] = String(given.value)
    }
    return out
  }

  /**
   * Details of the row; null: refused. A checklist is not in a file: a clean lift has all of it.
   */
  private details(protocol: Protocol, unit: Unit | null, missed: boolean): TryDetails | null {
    const out: Record<string, number | string | string[]> = {}
    for (const d of protocol.details) {
      const text = this.cell(detailColumn(d.id))
      if (text === '') continue
      const n = parseNumber(text, { clock: d.unit === 's' })
      if (!n.ok) return this.fail(detailColumn(d.id), `"${text}" is not a number.`)
      out[d.id] = n.value
    }
    if (protocol.entry === 'spring' && unit) out['unitId'] = unit.id
    if (protocol.entry === 'single')
      out['checks'] = missed ? [] : [...(SINGLE_RULES[unit?.kind ?? ''] ?? [])]
    const problem = detailsProblem(protocol, unit?.kind ?? '', out, missed)
    return problem
      ? this.fail(protocol.details[0] ? detailColumn(protocol.details[0].id) : 'value', problem)
      : out
  }

  private trials(
    protocol: Protocol,
    variant: Record<string, string>,
    unitUsed: Unit | null,
  ): Omit<ImportedTrial, 'line'>[] | null {
    const unit = (this.cell('unit') || must(protocol.entryUnits[0])) as EntryUnit
    const rowHand = this.hand()
    if (rowHand === null) return null
    const filled = (['left', 'right', 'value'] as const).filter((c) => this.cell(c) !== '')
    if (filled.length === 0) return this.fail('value', 'there is no result.')
    const trials: Omit<ImportedTrial, 'line'>[] = []
    for (const column of filled) {
      const marked = /^(left|right|both|[lrb])[\s:]+(.*)$/i.exec(this.cell(column))
      const says = marked ? HAND_WORDS[must(marked[1]).toLowerCase()] : undefined
      const hand =
        column === 'value'
          ? (rowHand ?? says ?? (protocol.hands === 'both' ? 'both' : undefined))
          : column
      if (!hand) return this.fail('hand', 'the hand is missing.')
      const wrong = [says, column === 'value' ? undefined : rowHand].find((h) => h && h !== hand)
      if (wrong) return this.fail(column, `a ${wrong}-hand trial in the ${column} column.`)
      if ((hand === 'both') !== (protocol.hands === 'both'))
        return this.fail(
          'hand',
          protocol.hands === 'both'
            ? `${protocol.name} is two-handed; the hand is both.`
            : `${protocol.name} needs left or right.`,
        )
      const value = readTrialValue(
        marked ? must(marked[2]) : this.cell(column),
        unit,
        protocol,
        variant,
      )
      if (!value.ok)
        return this.fail(value.reason === 'wrong-unit' ? 'unit' : column, value.message)
      const pain = this.wholeNumber('pain', 0, 10)
      const ordinal = this.wholeNumber('trial', 1, 50)
      if (pain === undefined || ordinal === undefined) return null
      const missed = this.cell('missed').toLowerCase()
      if (!['', 'yes', 'no'].includes(missed) || (missed === 'yes' && !protocol.heaviest))
        return this.fail(
          'missed',
          missed === 'yes'
            ? `${protocol.name} has no misses.`
            : `missed is yes, no or empty, not "${missed}".`,
        )
      const details = this.details(protocol, unitUsed, missed === 'yes')
      if (!details) return null
      trials.push({
        details,
        hand,
        ordinal: ordinal ?? 0,
        value: value.value,
        enteredValue: value.enteredValue,
        enteredUnit: value.enteredUnit,
        pain,
        missed: missed === 'yes',
        struckReason: this.cell('struck') || null,
      })
    }
    return trials
  }
}
