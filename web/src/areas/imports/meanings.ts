import type { CsvTable } from '@mano/core/units/csv'
import { openInSets, SET_MEANINGS } from '@mano/core/session/mapSets'
import { MEANINGS, openIn, type ResultColumn, type SheetMapping } from '@mano/core/testing/mapping'

export const NAMED: Record<string, string> = {
  athlete: 'Athlete',
  date: 'Date',
  time: 'Time',
  protocol: 'Test',
  implement: 'Implement',
  trial: 'Number of the trial',
  hand: 'Hand',
  unit: 'Unit',
  pain: 'Pain',
  missed: 'Missed',
  struck: 'Reason struck',
  exercise: 'Exercise',
  set: 'Number of the set',
  sets: 'How many such sets',
  load: 'Load',
  seconds: 'Seconds',
  reps: 'Repetitions',
  amount: 'Repetitions or seconds',
  ended: 'How it ended',
  effort: 'Effort, 1 to 10',
}
/** What a sheet holds, what its columns can mean, and what is open before it can be tried. */
export const OF = {
  trials: { name: 'results of tests', meanings: MEANINGS, open: openIn },
  sets: { name: 'sets done', meanings: SET_MEANINGS, open: openInSets },
} as const
/** What is still open before a sheet can be tried. */
export const openQuestions = (m: SheetMapping): string[] => OF[m.of ?? 'trials'].open(m)
/** The dates of a sheet as they are written. */
export const datesOf = (table: Extract<CsvTable, { ok: true }>, m: SheetMapping): string[] => {
  const column = m.columns['date']
  return column ? table.rows.map((r) => r.cells[column] ?? '').filter(Boolean) : []
}

/** What the parts of the page share. */
export interface Mapped {
  table: Extract<CsvTable, { ok: true }>
  mapping: SheetMapping
  change: (m: SheetMapping) => void
}
export interface MapProps extends Mapped {
  /** Reads the sheet as holding something else. */ turnTo: (of: 'trials' | 'sets') => void
  doubts: readonly string[]
  remembered: boolean
  roster: readonly { name: string }[]
  units: readonly { label: string; kind: string }[]
  today: string
}

/** What a column of the sheet means; empty: it is left out. */
export const meaningOf = (m: SheetMapping, c: string): string =>
  m.results.some((r) => r.column === c)
    ? 'result'
    : (Object.entries(m.columns).find(([, col]) => col === c)?.[0] ?? '')

/** The mapping with another meaning of one column; a meaning is one column's alone. */
export function withMeaning(
  m: SheetMapping,
  columns: readonly string[],
  c: string,
  meaning: string,
): SheetMapping {
  const rest = Object.fromEntries(
    Object.entries(m.columns).filter(([means, col]) => col !== c && means !== meaning),
  )
  const results = m.results.filter((r) => r.column !== c)
  if (meaning !== 'result')
    return { ...m, columns: meaning ? { ...rest, [meaning]: c } : rest, results }
  const made: ResultColumn = { column: c, protocolId: null, hand: null, unit: null }
  const inOrder = [...results, made].sort(
    (a, b) => columns.indexOf(a.column) - columns.indexOf(b.column),
  )
  return { ...m, columns: rest, results: inOrder }
}
