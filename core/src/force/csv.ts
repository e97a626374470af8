import { readCsv } from '../units/csv'
import { toSi } from '../units/convert'
import { parseNumber } from '../units/parse'
import { timeAt, traceOf, type Trace } from './trace'
import type { Newton } from '../units/quantity'
import { must } from '../units/must'

export const FORCE_UNITS = ['N', 'kg', 'lb', 'kN'] as const
export type ForceUnit = (typeof FORCE_UNITS)[number]
export const TIME_UNITS = ['s', 'ms', 'rate'] as const
export type TimeUnit = (typeof TIME_UNITS)[number]

/** Which columns of a file are which. `timeUnit` rate: no time column, samples at `rateHz`. */
export interface TraceColumns {
  time: string | null
  force: string
  timeUnit: TimeUnit
  rateHz: number | null
  forceUnit: ForceUnit
}

/**
 * Peaks outside these, N, are asked about before they are taken: 20 N is a child's pinch, 1,500 N
 * over any single hand (practice values).
 */
export const PLAUSIBLE_PEAK_N = [20, 1500] as const

export type TraceFile =
  | {
      ok: true
      trace: Trace
      peakN: Newton
      /** Set when the peak in that unit is no hand's; names units in which it would be. */ doubt:
        | ForceUnit[]
        | null
    }
  | { ok: false; line: number | null; message: string }

/** `time_s,force_N`, times from the first sample. */
export const traceCsv = (trace: Trace): string =>
  `time_s,force_N\n` +
  Array.from(
    trace.forceN,
    (f, i) => `${(timeAt(trace, i) - trace.startS).toFixed(3)},${f.toFixed(1)}`,
  ).join('\n') +
  `\n`

/** A guess at the columns by their names. */
export function guessColumns(columns: readonly string[]): TraceColumns {
  const find = (re: RegExp) => columns.find((c) => re.test(c.toLowerCase()))
  const time = find(/time|^t$|^t[_ (]|^ms$|^s$/) ?? null
  const force = find(/force|^f$|load|weight|^n$|^kg$/) ?? columns.find((c) => c !== time) ?? ''
  const unit = /kn\b/.test(force.toLowerCase())
    ? 'kN'
    : /kg/.test(force.toLowerCase())
      ? 'kg'
      : /lb/.test(force.toLowerCase())
        ? 'lb'
        : 'N'
  return {
    time,
    force,
    timeUnit: time === null ? 'rate' : /ms|milli/.test(time.toLowerCase()) ? 'ms' : 's',
    rateHz: time === null ? 100 : null,
    forceUnit: unit,
  }
}

const inN = (v: number, unit: ForceUnit): number =>
  unit === 'kN' ? 1000 * v : must(toSi(v, unit, 'N'))

export function traceColumns(
  text: string,
): { ok: true; columns: string[] } | { ok: false; message: string } {
  const table = readCsv(text)
  return table.ok ? { ok: true, columns: table.columns } : { ok: false, message: table.message }
}

/**
 * Reads a force record of any device by the columns chosen; the first wrong line is named and
 * nothing is taken.
 */
export function readTraceCsv(text: string, by: TraceColumns): TraceFile {
  const table = readCsv(text)
  if (!table.ok) return { ok: false, line: table.line, message: table.message }
  for (const c of [by.force, by.time])
    if (c !== null && !table.columns.includes(c))
      return { ok: false, line: 1, message: `There is no column ${c || 'for the force'}.` }
  if (by.time === null && !(by.rateHz !== null && by.rateHz >= 10 && by.rateHz <= 5000))
    return {
      ok: false,
      line: null,
      message: 'Without a time column the rate must be 10 to 5,000 samples a second.',
    }
  const times: number[] = []
  const forces: number[] = []
  for (const [i, row] of table.rows.entries()) {
    const number = (column: string, what: string) => {
      const cell = row.cells[column] ?? ''
      const n = /^-?\d+(\.\d+)?e[-+]?\d+$/i.test(cell)
        ? { ok: true as const, value: Number(cell) }
        : parseNumber(cell)
      return n.ok
        ? { ok: true as const, value: n.value }
        : { ok: false as const, message: `Line ${row.line}: "${cell.slice(0, 30)}" is no ${what}.` }
    }
    const f = number(by.force, 'force')
    if (!f.ok) return { ok: false, line: row.line, message: f.message }
    const t =
      by.time === null ? { ok: true as const, value: i / must(by.rateHz) } : number(by.time, 'time')
    if (!t.ok) return { ok: false, line: row.line, message: t.message }
    times.push(by.timeUnit === 'ms' ? t.value / 1000 : t.value)
    forces.push(inN(f.value, by.forceUnit))
  }
  const made = traceOf(times, forces)
  if (!made.ok) {
    const line = table.rows[made.at]?.line ?? null
    const says = {
      'too-short': 'Fewer than 10 samples.',
      'not-a-number': `Line ${line}: not a number.`,
      'not-ascending': `Line ${line}: the time goes back.`,
      'too-slow': 'Fewer than 10 samples a second: is the unit of time right?',
    }
    return {
      ok: false,
      line: made.reason === 'too-short' || made.reason === 'too-slow' ? null : line,
      message: says[made.reason],
    }
  }
  const peakN = made.trace.forceN.reduce((a, b) => Math.max(a, b), -Infinity)
  const raw = peakN / inN(1, by.forceUnit)
  const plausible = (n: number) => n >= PLAUSIBLE_PEAK_N[0] && n <= PLAUSIBLE_PEAK_N[1]
  return {
    ok: true,
    trace: made.trace,
    peakN,
    doubt: plausible(peakN) ? null : FORCE_UNITS.filter((u) => plausible(inN(raw, u))),
  }
}
