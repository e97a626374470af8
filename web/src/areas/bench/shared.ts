import type { ClubShape } from '../../drawn/ClubPlot'
import type { RecordId } from '@mano/core/bench/record'
import type { Room } from '@mano/core/session/sources'
import type { Loading, Plate } from '@mano/core/testing/plates'
import { kgToLb, LBF_FT_PER_NM } from '@mano/core/units/convert'
import { formatLength } from '@mano/core/units/inch'
import { formatClock, type UnitChoice } from '@mano/core/units/format'
import type { FieldDef, Values } from './fields'
import type { Kg, Mm } from '@mano/core/units/quantity'

export interface Line {
  label: string
  /** Already in words, both units where it has any. */
  value: string
  main?: boolean
}
export type Outcome =
  | {
      ok: true
      lines: readonly Line[]
      table?: { head: readonly string[]; rows: readonly (readonly string[])[] }
      note?: string
      /** What hangs on the pin, to be drawn. */
      hung?: { loading: Loading; wantedKg: Kg; pinKg: Kg; heaviestKg: Kg }
      /** Hand and balance point of clubs, mm from the end, to be drawn. */
      club?: ClubShape
    }
  | { ok: false; why: string }
export interface Context {
  room: Room | null
  units: UnitChoice
}
export interface CalculatorDef {
  id: string
  fields: readonly FieldDef[]
  /** Fields that an athlete's record fills. */
  fills?: Readonly<Record<string, RecordId>>
  compute: (v: Values, c: Context) => Outcome
}

export const no = (why: string): Outcome => ({ ok: false, why })
export const round = (n: number, digits = 1): string => {
  const text = n.toFixed(digits)
  return n < 0 && Number(text) !== 0
    ? `\u2212${text.slice(1)}`
    : Number(text) === 0
      ? (0).toFixed(digits)
      : text
}
/** Both units, the coach's own first. */
export const mass = (kg: Kg, c: Context): string => {
  const [a, b] = [`${round(kg)}\u00A0kg`, `${round(kgToLb(kg))}\u00A0lb`]
  return c.units.mass === 'kg' ? `${a} · ${b}` : `${b} · ${a}`
}
export const length = (mm: Mm): string =>
  `${round(mm).replace(/\.0$/, '')}\u00A0mm · ${formatLength(mm, 'in')}`
export const torque = (nm: number): string =>
  `${round(nm)}\u00A0N·m · ${round(nm * LBF_FT_PER_NM)}\u00A0lbf·ft`
export const seconds = (s: number): string =>
  s < 60 ? `${round(s, 0)}\u00A0s` : `${formatClock(s)} (${round(s, 0)}\u00A0s)`
export const pct = (share: number): string => `${round(100 * share, 0)}\u00A0%`
/** A plate's own mass: quarters need two decimals. */
export const plate = (kg: Kg, c: Context): string =>
  `${Number((c.units.mass === 'kg' ? kg : kgToLb(kg)).toFixed(2))}\u00A0${c.units.mass}`
export const platesOf = (plates: readonly Plate[], c: Context): string =>
  plates.length === 0
    ? 'the pin alone'
    : plates.map((p) => `${p.count} × ${plate(p.kg, c)}`).join(' + ')

export const NO_ROOM =
  'No pin with plates is in the kit room. Enter one there, and its loads stand here.'
