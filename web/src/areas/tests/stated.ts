import type { KitUnit } from '@mano/contract/kit'
import type { Protocol } from '@mano/core/catalogue/protocols'
import type { NumberVariant } from '@mano/core/catalogue/setups'
import type { UnitChoice } from '@mano/core/units/format'
import { massText } from '@mano/core/units/mass'
import { mmToInch, toSi } from '@mano/core/units/convert'
import { parseLength } from '@mano/core/units/inch'
import { parseNumber } from '@mano/core/units/parse'
import { isAmong } from '@mano/core/units/among'
import { must } from '@mano/core/units/must'

/** A stated number in SI as the server keeps it; null: missing or outside its limits. */
export function statedNumber(
  n: NumberVariant,
  text: string,
  units: UnitChoice,
  unit: KitUnit | undefined,
): string | null {
  if (n.auto) return String((n.auto === 'size' ? unit?.sizeMm : unit?.handleMm) ?? 0)
  if (text.trim() === '') return n.start
  const r = n.unit === 'mm' ? parseLength(text, units.length) : parseNumber(text)
  const value = !r.ok
    ? null
    : 'mm' in r
      ? r.mm
      : n.unit === 'kg'
        ? must(toSi(r.value, units.mass, 'kg'))
        : r.value
  return value === null || value < n.limits[0] || value > n.limits[1]
    ? null
    : String(Math.round(1000 * value) / 1000)
}
/** A stated number on record, as it would be typed. */
export function statedText(n: NumberVariant, value: string, units: UnitChoice): string {
  const si = Number(value)
  if (value.trim() === '' || !Number.isFinite(si)) return value
  return n.unit === 'kg'
    ? massText(si, units.mass)
    : n.unit === 'mm' && units.length === 'in'
      ? String(Math.round(1000 * mmToInch(si)) / 1000)
      : value
}
export const unitOf = (n: NumberVariant, units: UnitChoice) =>
  n.unit === 'kg' ? units.mass : n.unit === 'mm' ? units.length : '%'

/** Choices and numbers a test of an implement is asked for. */
export const choicesOf = (protocol: Protocol, kind: string) =>
  protocol.variants.filter((v) => !v.kinds || isAmong(v.kinds, kind))
export const numbersOf = (protocol: Protocol, variant: Readonly<Record<string, string>>) =>
  protocol.numbers.filter((n) => !n.when || variant[n.when.variant] === n.when.option)
