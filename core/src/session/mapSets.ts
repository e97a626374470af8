import { EXERCISES } from '../catalogue/exercises'
import type { CsvRow, CsvTable } from '../units/csv'
import {
  guessDates,
  guessNames,
  openOfLines,
  saidIn,
  sharedCells,
  tokens,
  unitOf,
  type Guess,
  type SheetMapping,
} from '../testing/mapping'
import { exerciseNamed, SET_COLUMNS } from './importSets'
import { must } from '../units/must'

/** What a column of a sheet of sets can mean. */
export const SET_MEANINGS = SET_COLUMNS.filter((c) => c.id !== 'load_kg' && c.id !== 'exercise_id')

/** Words of a header that give a column away; the first that fits. Common practice, no source. */
const HEADERS: readonly (readonly [meaning: string, words: RegExp])[] = [
  ['athlete', /^(athlete|name|who|lifter|climber|person|client|member)s?(_name)?$/],
  ['date', /^(date|day|datum|when|done(_on)?)$/],
  ['exercise', /^(exercise|movement|lift|drill|work|what)s?(_name)?$/],
  ['hand', /^(hand|side)s?$/],
  ['sets', /^(sets|series|rounds)$/],
  ['set', /^(set|set_(no|nr|number)|no|nr|#)$/],
  ['reps', /^(reps?|repetitions?|times|metres|meters|trips)$/],
  ['seconds', /^(s|secs?|seconds?|hold|held|time|duration)(_s)?$/],
  ['amount', /^(amount|dose|reps_or_s(econds)?)$/],
  ['unit', /^units?$/],
  ['load', /^(load|weight|kgs?|lbs?|pounds|kilos?)(_.*)?$/],
  ['effort', /^(effort|rpe|hard(ness)?)$/],
  ['pain', /^pain(_.*)?$/],
  ['ended', /^(ended|result)$/],
]
/** Meanings that only a sheet of sets has. */
const TELLING: readonly string[] = ['exercise', 'sets', 'reps', 'load']

const columnsOf = (columns: readonly string[]): Record<string, string> => {
  const out: Record<string, string> = {}
  for (const c of columns) {
    const word = c.trim().toLowerCase().replaceAll(/\s+/g, '_')
    const meaning = HEADERS.find(([m, re]) => re.test(word) && !out[m])?.[0]
    if (meaning) out[meaning] = c
  }
  return out
}

/**
 * Whether a sheet looks like sets done rather than tests: it names exercises and counts or loads
 * them.
 */
export function looksLikeSets(columns: readonly string[]): boolean {
  const found = columnsOf(columns)
  return TELLING.filter((m) => found[m]).length >= 2
}

/** Exercises whose name has every word of a text; more than one is no guess. */
const near = (text: string) => {
  const words = tokens(text)
  const found = EXERCISES.filter((e) => {
    const own = tokens(e.name)
    return (
      words.length > 0 && words.every((w) => own.some((o) => o.startsWith(w.replace(/s$/, ''))))
    )
  })
  return found.length === 1 ? must(found[0]) : null
}

/** The words of a sheet that name no exercise of the catalogue. */
export const strangeExercises = (words: readonly string[]): string[] =>
  [...new Set(words)].filter((w) => w !== '' && exerciseNamed(w) === undefined)

/** A first reading of a sheet of sets from its header and lines; nothing of it is certain. */
export function guessSets(
  table: Extract<CsvTable, { ok: true }>,
  roster: readonly { name: string }[],
): Guess {
  const columns = columnsOf(table.columns)
  const cellsOf = (column: string | undefined) =>
    column ? table.rows.map((r) => r.cells[column] ?? '').filter((c) => c !== '') : []
  const names = guessNames(cellsOf(columns['athlete']), roster)
  const exercises = Object.fromEntries(
    strangeExercises(cellsOf(columns['exercise'])).flatMap((w) => {
      const found = near(w)
      return found ? [[w, found.name]] : []
    }),
  )
  const unit = columns['load'] ? unitOf(columns['load']) : null
  return {
    mapping: {
      of: 'sets',
      columns,
      fixed: unit === 'lb' && !columns['unit'] ? { unit } : {},
      results: [],
      dateOrder: guessDates(cellsOf(columns['date'])).order,
      names,
      exercises,
    },
    doubts: [
      ...(columns['load'] &&
      !columns['unit'] &&
      unit === null &&
      cellsOf(columns['load']).some((c) => unitOf(c) === null)
        ? [`No unit is written for "${columns['load']}": kg is assumed.`]
        : []),
      ...Object.entries({ ...names, ...exercises }).map(([a, b]) => `"${a}" is taken for ${b}.`),
    ],
  }
}

/** What is still open before a mapping of sets can be tried. */
export const openInSets = (m: SheetMapping): string[] => [
  ...openOfLines(m),
  ...(saidIn(m)('exercise') ? [] : ['Which column names the exercise?']),
  ...(['seconds', 'reps', 'amount'].some(saidIn(m))
    ? []
    : ['Which column counts the repetitions or seconds?']),
]

/** One line of a sheet as a line of a file of sets. It keeps its number. */
export function mapSetRow(row: CsvRow, m: SheetMapping, turned = false): CsvRow[] {
  const cells = sharedCells(row, m, turned)
  const named = cells['exercise'] ?? ''
  return [{ line: row.line, cells: { ...cells, exercise: m.exercises?.[named] ?? named } }]
}
