import { EXERCISES, exerciseById, type Exercise } from '../catalogue/exercises'
import { readCsv, type CsvRow } from '../units/csv'
import { toSi } from '../units/convert'
import type { LocalDate } from '../units/dates'
import { parseNumber } from '../units/parse'
import {
  columnProblems,
  SheetLines,
  SheetRow,
  tableProblems,
  type Accepted,
  type ColumnRow,
  type ImportProblem,
  type Refused,
  type SheetContext,
} from '../testing/sheet'
import type { Hand } from '../catalogue/person'
import { ENDING_IDS, type EndingId } from './steps'
import type { Kg, Seconds } from '../units/quantity'
import { must } from '../units/must'

/** How a set ended, as the floor keeps it. */
/** Most sets of one line, heaviest load in kg and longest set: what the floor takes. */
const MOST = { sets: 30, setNo: 60, loadKg: 500, seconds: 7200, reps: 500 }

/** Columns of a file of sets; the export writes those that say one set. */
export const SET_COLUMNS: readonly ColumnRow[] = [
  { id: 'athlete', needed: true, says: "the athlete's name as on the roster" },
  { id: 'date', needed: true, says: '2026-10-08 or 08.10.2026' },
  {
    id: 'exercise',
    needed: false,
    says: 'name as in the reference; in its place exercise_id',
  },
  { id: 'exercise_id', needed: false, says: 'short name, such as hang_dead' },
  {
    id: 'hand',
    needed: false,
    says:
      'left, right or both; both of a one-handed exercise is a set of each; may be empty ' +
      'where both hands work at once',
  },
  { id: 'set', needed: false, says: 'number of the set within its day; counted when empty' },
  { id: 'sets', needed: false, says: 'how many such sets the line means; one when empty' },
  { id: 'load', needed: false, says: 'load, without or with its unit; none when empty' },
  { id: 'unit', needed: false, says: 'kg or lb, of the load; kg when empty' },
  { id: 'seconds', needed: false, says: 'for exercises that are held' },
  { id: 'reps', needed: false, says: 'repetitions, trips or metres' },
  { id: 'amount', needed: false, says: 'in place of seconds or reps: what the exercise counts' },
  { id: 'ended', needed: false, says: `${ENDING_IDS.join(', ')}; done when empty` },
  { id: 'effort', needed: false, says: '1 to 10' },
  { id: 'pain', needed: false, says: '0 to 10' },
  { id: 'load_kg', needed: false, says: 'written by the export; not read where load is there' },
]

export interface ImportedSet {
  line: number
  athleteId: string
  athleteName: string
  exerciseId: string
  on: LocalDate
  hand: Hand
  set: number
  loadKg: Kg | null
  enteredLoad: number | null
  enteredUnit: 'kg' | 'lb' | null
  seconds: Seconds | null
  reps: number | null
  ended: EndingId
  effort: number | null
  pain: number | null
}

export type SetsReport = (Accepted & { sets: ImportedSet[] }) | Refused

/** One set as the duplicate check knows it, whatever number it has within its day. */
export const setKey = (s: {
  athleteId: string
  on: LocalDate
  exerciseId: string
  hand: Hand
  loadKg: Kg | null
  seconds: Seconds | null
  reps: number | null
}): string =>
  [
    s.athleteId,
    s.on,
    s.exerciseId,
    s.hand,
    s.loadKg?.toFixed(2) ?? '',
    s.seconds?.toFixed(1) ?? '',
    s.reps ?? '',
  ].join('|')

const BY_NAME = new Map(EXERCISES.map((e) => [e.name.toLowerCase(), e]))

/** Names that files written before may hold. */
const CALLED_BEFORE: Readonly<Record<string, string>> = {
  'pinch for time (quality follows the measured width)': 'pinch_hold',
}

/** The exercise a text names by its short or whole name, also one of before; undefined: none. */
export function exerciseNamed(text: string): Exercise | undefined {
  const name = text.trim().toLowerCase()
  return exerciseById(text) ?? BY_NAME.get(name) ?? exerciseById(CALLED_BEFORE[name] ?? '')
}

/** Unknown and missing columns of a file of sets. */
export const setHeaderProblems = (columns: readonly string[]): ImportProblem[] => [
  ...columnProblems(columns, SET_COLUMNS),
  ...(columns.includes('exercise') || columns.includes('exercise_id')
    ? []
    : [
        {
          line: 1,
          column: 'exercise',
          message: 'Line 1: the column "exercise" or "exercise_id" is missing.',
        },
      ]),
]

/** A file that already speaks the format of sets. */
export const isSetsFile = (columns: readonly string[]): boolean =>
  columns.every((c) => c === '' || SET_COLUMNS.some((t) => t.id === c)) &&
  setHeaderProblems(columns).length === 0

/** Takes the lines of a file of sets one by one; then says the sets, or what is wrong. */
export class SetsReader {
  private readonly problems: ImportProblem[] = []
  private readonly sets: ImportedSet[] = []
  private readonly counted = new Map<string, number>()
  readonly seen: SheetLines

  constructor(context: SheetContext) {
    this.seen = new SheetLines(context)
  }

  add(row: CsvRow, source: CsvRow = row): void {
    if (!this.seen.takes(row, source)) return
    const reader = new SetRow(row, this.seen)
    const read = reader.read()
    if (!read) return void this.problems.push(...reader.problems)
    for (const one of read) {
      const key = setKey(one)
      const words = () =>
        `${one.athleteName}, ${must(exerciseById(one.exerciseId)).name}, ${one.hand}`
      if (this.seen.isOnRecord(row.line, key, words)) continue
      const place = [one.athleteId, one.on, one.exerciseId, one.hand].join('|')
      const set = one.set || (this.counted.get(place) ?? 0) + 1
      this.counted.set(place, Math.max(set, this.counted.get(place) ?? 0))
      if (set > MOST.setNo)
        return void this.problems.push({
          line: row.line,
          column: 'set',
          message: `Line ${row.line}: over ${MOST.setNo} sets of one exercise on one day.`,
        })
      this.sets.push({ ...one, set })
    }
  }

  report(): SetsReport {
    return this.problems.length > 0
      ? this.seen.refused(this.problems)
      : { ...this.seen.accepted(), sets: this.sets }
  }
}

/**
 * Reads a file of sets, all or nothing; those on record already, by their keys ({@link setKey}),
 * are left out. Reads no clock and writes nothing.
 */
export function readSetsCsv(
  text: string,
  context: SheetContext,
  onRecord: readonly string[] = [],
): SetsReport {
  const table = readCsv(text)
  const problems = tableProblems(table, setHeaderProblems)
  if (!table.ok || problems.length > 0)
    return { ok: false, problems, lines: table.ok ? table.rows.length : 0, repeated: [] }
  const reader = new SetsReader(context)
  reader.seen.met(onRecord)
  for (const row of table.rows) reader.add(row)
  return reader.report()
}

class SetRow extends SheetRow {
  read(): ImportedSet[] | null {
    const athlete = this.athlete()
    const on = this.date()
    const exercise = this.exercise()
    const hands = exercise && this.handsOf(exercise)
    const load = this.load()
    const amount = exercise && this.amount(exercise)
    const ended = this.ended()
    const set = this.wholeNumber('set', 1, MOST.setNo)
    const sets = this.wholeNumber('sets', 1, MOST.sets)
    const effort = this.wholeNumber('effort', 1, 10)
    const pain = this.wholeNumber('pain', 0, 10)
    if (set && (sets ?? 1) > 1) this.fail('sets', 'a line with the number of its set is one set.')
    if (!athlete || !on || !exercise || !hands || !load || !amount || !ended) return null
    if (effort === undefined || pain === undefined || this.problems.length > 0) return null
    const of = hands.map((hand) => ({
      line: this.row.line,
      athleteId: athlete.id,
      athleteName: athlete.name,
      exerciseId: exercise.id,
      on,
      hand,
      set: set ?? 0,
      ...load,
      ...amount,
      ended,
      effort,
      pain,
    }))
    return Array.from({ length: sets ?? 1 }, () => of).flat()
  }

  private exercise(): Exercise | null {
    const text = this.cell('exercise_id') || this.cell('exercise')
    if (text === '') return this.fail('exercise', 'the exercise is missing.')
    return exerciseNamed(text) ?? this.fail('exercise', `no exercise is called "${text}".`)
  }

  private handsOf(exercise: Exercise): Hand[] | null {
    const hand = this.hand()
    if (hand === null) return null
    if (exercise.hands === 'both')
      return hand === undefined || hand === 'both'
        ? ['both']
        : this.fail('hand', `both hands work at once in ${exercise.name}; the hand is both.`)
    if (hand === undefined)
      return this.fail('hand', `${exercise.name} needs left, right, or both for a set of each.`)
    return hand === 'both' ? ['left', 'right'] : [hand]
  }

  private load(): Pick<ImportedSet, 'loadKg' | 'enteredLoad' | 'enteredUnit'> | null {
    const text = this.cell('load')
    if (text === '') {
      const kg = parseNumber(this.cell('load_kg'))
      const none = !kg.ok || kg.value < 0 || kg.value > MOST.loadKg
      if (this.cell('load_kg') !== '' && none)
        return this.fail('load_kg', `"${this.cell('load_kg')}" is not a load in kg.`)
      return none
        ? { loadKg: null, enteredLoad: null, enteredUnit: null }
        : { loadKg: kg.value, enteredLoad: kg.value, enteredUnit: 'kg' }
    }
    const marked = must(/^(.*?)\s*(kg|lb|lbs)?\.?$/i.exec(text))
    const word = (marked[2] ?? (this.cell('unit') || 'kg')).toLowerCase().replace('lbs', 'lb')
    if (word !== 'kg' && word !== 'lb')
      return this.fail('unit', `a load is in kg or lb, not "${this.cell('unit')}".`)
    const n = parseNumber(must(marked[1]))
    const loadKg = n.ok ? toSi(n.value, word, 'kg') : null
    if (!n.ok || loadKg === null || loadKg < 0 || loadKg > MOST.loadKg)
      return this.fail('load', `"${text}" is not a load of up to ${MOST.loadKg} kg.`)
    return { loadKg, enteredLoad: n.value, enteredUnit: word }
  }

  private amount(exercise: Exercise): Pick<ImportedSet, 'seconds' | 'reps'> | null {
    const held = exercise.dose.unit === 's'
    const [own, other] = held ? (['seconds', 'reps'] as const) : (['reps', 'seconds'] as const)
    const counted = held ? 'seconds' : 'repetitions'
    const column = this.cell(own) !== '' ? own : 'amount'
    const text = this.cell(column)
    if (text === '')
      return this.fail(
        own,
        this.cell(other) !== ''
          ? `${exercise.name} is counted in ${counted}, in the column ${own}.`
          : `${held ? 'the seconds are' : 'the number of repetitions is'} missing.`,
      )
    const n = parseNumber(text, { clock: held })
    const most = held ? MOST.seconds : MOST.reps
    if (!n.ok || n.value < 0 || n.value > most || (!held && !Number.isInteger(n.value)))
      return this.fail(column, `"${text}" is not a number of ${counted} up to ${most}.`)
    return held ? { seconds: n.value, reps: null } : { seconds: null, reps: n.value }
  }

  private ended(): ImportedSet['ended'] | null {
    const text = this.cell('ended').toLowerCase() || 'done'
    return (
      ENDING_IDS.find((e) => e === text) ??
      this.fail('ended', `ended is one of ${ENDING_IDS.join(', ')}, not "${text}".`)
    )
  }
}
