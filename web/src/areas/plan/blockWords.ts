import { counted } from '@mano/core/units/counted'
import { exerciseById, exerciseName } from '@mano/core/catalogue/exercises'
import { qualityById } from '@mano/core/catalogue/qualities'
import { DAY_NAMES } from '@mano/core/intake/week'
import { behind, type AheadCell, type AheadChange, type AheadRow } from '@mano/core/session/ahead'
import { formatWithUnit, type UnitChoice } from '@mano/core/units/format'
import { withLengths } from '@mano/core/units/inch'

const ONE: Readonly<Record<string, string>> = { reps: 'rep', trips: 'trip' }
/** An amount with its unit. */
export function amountOf(id: string, n: number): string {
  const unit = exerciseById(id)?.dose.unit ?? 's'
  return `${n}\u00A0${n === 1 ? (ONE[unit] ?? unit) : unit}`
}
const signed = (n: number, text: string): string => `${n < 0 ? '\u2212' : '+'}${text}`

/** What a change says, in few words. */
export function says(c: AheadChange, units: UnitChoice): string {
  if (c.what === 'new') return 'new'
  if (c.what === 'out') return 'out'
  if (c.what === 'rung') return withLengths(c.rung ?? '', units.length)
  const change = c.by ?? 0
  const by = Math.abs(change)
  if (c.what === 'load') return signed(change, formatWithUnit(by, 'kg', units))
  if (c.what === 'dose') return signed(change, amountOf(c.exerciseId, by))
  const sets = Math.round(2 * by) / 2
  return `${counted(sets, 'set')} ${change < 0 ? 'fewer' : 'more'}`
}

/** The quality, where one exercise of the week stands for it; else the exercise. */
export function shortName(id: string, all: readonly AheadChange[]): string {
  const quality = (x: string) => exerciseById(x)?.primary
  const own = quality(id)
  return own && own !== 'day' && all.filter((c) => quality(c.exerciseId) === own).length === 1
    ? qualityById(own).name
    : exerciseName(id).replace(/,.*/, '')
}

/** What one set of a cell is: load and amount, or amount and step. */
export function amountWords(r: AheadRow, cell: AheadCell, units: UnitChoice): string {
  const h = behind(cell)
  const dose = amountOf(r.exerciseId, h.dose)
  if (h.loadKg !== null)
    return `${h.guessed ? 'about ' : ''}${formatWithUnit(h.loadKg, 'kg', units)} × ${dose}`
  return h.rung ? `${dose}, ${withLengths(h.rung, units.length)}` : dose
}
/** What makes two weeks of an exercise alike. */
export const key = (r: AheadRow, c: AheadCell | null, units: UnitChoice): string =>
  c === null
    ? ''
    : `${amountWords(r, c, units)} ${c.days.join()} ${Object.values(c.hands)
        .map((h) => h.sets)
        .join()}`

/** Days in their order. */
export const dayWords = (c: AheadCell): string =>
  [...c.days]
    .sort()
    .map((d) => DAY_NAMES[d])
    .join(', ')

/** Whether an exercise is a step on from the last week that had it. */
export const stepOf = (row: AheadRow, i: number): boolean => {
  const now = row.cells[i]
  const was = row.cells.slice(0, i).findLast((c) => c !== null)
  if (!now || !was) return false
  const [a, b] = [behind(was), behind(now)]
  return (b.loadKg ?? 0) > (a.loadKg ?? 0) || a.rung !== b.rung || b.dose > a.dose
}

/** Sets of a week: one number where the hands have the same. */
export function setsWords(c: AheadCell): string {
  const [l, r] = [c.hands.left?.sets, c.hands.right?.sets]
  if (c.hands.both) return counted(c.hands.both.sets, 'set')
  return l === r || l === undefined || r === undefined
    ? counted(l ?? r ?? 0, 'set')
    : `L ${l}, R ${r}`
}
