import { decimalsOf, labelOf, type EntryUnit, type ResultUnit } from './units'
import { fromSi } from './convert'
import { formatLength } from './inch'
import type { Of, Percent, Seconds } from './quantity'
import { must } from './must'

const NBSP = '\u00A0'
const MINUS = '\u2212'

/** The coach's choice of units for display and entry. */
export interface UnitChoice {
  mass: 'kg' | 'lb'
  length: 'mm' | 'in'
}

/** Unit a quantity is shown in. Force shows as kg or lb (kgf, lbf), as the instruments do. */
export function shownUnit(quantity: ResultUnit, choice: UnitChoice): EntryUnit {
  if (quantity === 'N' || quantity === 'kg') return choice.mass
  if (quantity === 'mm') return choice.length
  return quantity
}

/**
 * Number only, rounded for display, with a true minus. Lengths show a decimal only where they have
 * one.
 */
export function formatValue<U extends ResultUnit>(
  si: Of<NoInfer<U>>,
  quantity: U,
  choice: UnitChoice,
): string {
  const unit = shownUnit(quantity, choice)
  return plain(must(fromSi(si, unit, quantity)), decimalsOf(unit))
}

/** `37.2 kg`, `12 s`, `2:00`. */
export function formatWithUnit<U extends ResultUnit>(
  si: Of<NoInfer<U>>,
  quantity: U,
  choice: UnitChoice,
): string {
  if (quantity === 's' && si >= 60) return formatClock(si as Seconds)
  const unit = shownUnit(quantity, choice)
  const label = labelOf(unit)
  return `${formatValue(si, quantity, choice)}${label ? NBSP + label : ''}`
}

/**
 * The difference of two values as they are shown, with its sign: what a reader gets by subtracting.
 * `unit`: with the unit after it.
 */
export function formatChange<U extends ResultUnit>(
  from: Of<NoInfer<U>>,
  to: Of<NoInfer<U>>,
  quantity: U,
  choice: UnitChoice,
  unit = true,
): string {
  const u = shownUnit(quantity, choice)
  const factor = 10 ** decimalsOf(u)
  const round = (si: number) => Math.round(must(fromSi(si, u, quantity)) * factor)
  const d = round(to) - round(from)
  const label = labelOf(u)
  return (
    `${d > 0 ? '+' : d < 0 ? MINUS : ''}${plain(Math.abs(d) / factor, decimalsOf(u))}` +
    `${unit && label ? NBSP + label : ''}`
  )
}

/** Seconds as `m:ss`. */
export function formatClock(seconds: Seconds): string {
  const s = Math.round(seconds)
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
}

/**
 * How long something takes, in words: `45 s`, `19 min 20 s`, `1 h 5 min`. A clock of minutes and
 * seconds reads as a time of day in a sentence.
 */
export function formatDuration(seconds: Seconds): string {
  const s = Math.round(seconds)
  if (s < 60) return `${s}${NBSP}s`
  const [h, min] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60)]
  if (h > 0) return `${h}${NBSP}h${min > 0 ? ` ${min}${NBSP}min` : ''}`
  return `${min}${NBSP}min${s % 60 > 0 ? ` ${s % 60}${NBSP}s` : ''}`
}

/** Units where nobody chose: exports and reports. */
export const METRIC: UnitChoice = { mass: 'kg', length: 'mm' }

/** A number stated with a test, SI: a load, a length or a share. */
export function formatStated<U extends 'kg' | 'mm' | '%'>(
  value: Of<NoInfer<U>>,
  unit: U,
  choice: UnitChoice = METRIC,
): string {
  // The compiler does not narrow U by the branch taken.
  const n: number = value
  return unit === '%'
    ? formatPct(n)
    : unit === 'mm'
      ? formatLength(n, choice.length)
      : `${Number((fromSi(n, choice.mass, 'kg') ?? n).toFixed(2))}${NBSP}${choice.mass}`
}

/** Percentage without decimals; changes carry their sign when `signed`. */
export function formatPct(
  pct: Percent,
  options: { signed?: boolean; decimals?: number } = {},
): string {
  const sign = options.signed && pct > 0 ? '+' : ''
  return `${sign}${plain(pct, options.decimals ?? 0)}${NBSP}%`
}

/**
 * Rounded as written in decimals, halves away from zero: 34.55 is 34.6 and 65.85 is 65.9, whatever
 * they are in binary or were converted from.
 */
function plain(value: number, decimals: number): string {
  const factor = 10 ** decimals
  const text = (
    (Math.sign(value) * Math.round(Number((Math.abs(value) * factor).toPrecision(12)))) /
    factor
  ).toFixed(decimals)
  const zero = Number(text) === 0
  return (zero ? text.replace('-', '') : text).replace('-', MINUS)
}

/** Whole ordinal of a percentile: 1st, 2nd, 33rd, 99th; never the 0th or 100th. */
export function ordinal(percentile: number): string {
  const n = Math.min(99, Math.max(1, Math.round(percentile)))
  const tens = n % 100
  const suffix = tens >= 11 && tens <= 13 ? 'th' : ({ 1: 'st', 2: 'nd', 3: 'rd' }[n % 10] ?? 'th')
  return `${n}${suffix}`
}
