import type { Protocol } from '../catalogue/protocols'
import type { EntryUnit } from '../units/units'
import { toSi } from '../units/convert'
import { parseNumber } from '../units/parse'
import { must } from '../units/must'

export type TrialValue =
  | { ok: true; value: number; enteredValue: number; enteredUnit: EntryUnit }
  | {
      ok: false
      reason:
        | 'empty'
        | 'not-a-number'
        | 'ambiguous'
        | 'negative'
        | 'too-low'
        | 'too-high'
        | 'wrong-unit'
      message: string
    }

const round = (x: number): string => String(Math.round(x * 10) / 10)

/**
 * A typed result to SI by a protocol's unit and plausible limits. Refusals say what to type
 * instead.
 */
export function readTrialValue(
  text: string,
  unit: EntryUnit,
  protocol: Protocol,
  variant: Readonly<Record<string, string>> = {},
): TrialValue {
  const parsed = parseNumber(text, { clock: protocol.unit === 's' })
  if (!parsed.ok) {
    const message = {
      empty: 'Type a number.',
      'not-a-number': `"${text.trim()}" is not a number.`,
      ambiguous: `"${text.trim()}" has two decimal marks.`,
    }[parsed.reason]
    return { ok: false, reason: parsed.reason, message }
  }
  return checkTrialValue(parsed.value, unit, protocol, variant)
}

/** Length of the arm a turning test is loaded at, m; null where it is not one. */
const armM = (protocol: Protocol, variant: Readonly<Record<string, string>>): number | null =>
  protocol.unit === 'N m' && Number(variant['armMm']) > 0 ? Number(variant['armMm']) / 1000 : null

/**
 * An entered result in SI; null when the unit does not measure it. A force (a mass counts by its
 * weight, x 9.80665) typed for a turning test is
 * multiplied by the arm stated in its set-up: torque = force x distance.
 */
export function resultSi(
  entered: number,
  unit: EntryUnit,
  protocol: Protocol,
  variant: Readonly<Record<string, string>>,
): number | null {
  if (!protocol.entryUnits.includes(unit)) return null
  const direct = toSi(entered, unit, protocol.unit)
  const arm = armM(protocol, variant)
  const newton = direct === null && arm !== null ? toSi(entered, unit, 'N') : null
  return newton === null ? direct : newton * must(arm)
}

/** A result in a unit it may be entered in. */
function entrySi(
  si: number,
  unit: EntryUnit,
  protocol: Protocol,
  variant: Readonly<Record<string, string>>,
): number {
  const one = resultSi(1, unit, protocol, variant)
  return one === null ? si : si / one
}

/**
 * A number in its entered unit against the protocol's limits; `plausible` is a practice estimate,
 * no source.
 */
export function checkTrialValue(
  entered: number,
  unit: EntryUnit,
  protocol: Protocol,
  variant: Readonly<Record<string, string>> = {},
): TrialValue {
  const value = resultSi(entered, unit, protocol, variant)
  if (value === null)
    return {
      ok: false,
      reason: 'wrong-unit',
      message: `${protocol.name} is entered in ${protocol.entryUnits.join(' or ')}, not ${unit}.`,
    }
  if (entered < 0 && protocol.plausible[0] >= 0)
    return { ok: false, reason: 'negative', message: 'A result cannot be negative.' }
  const [low, high] = protocol.plausible
  const shown = (si: number) => `${round(entrySi(si, unit, protocol, variant))} ${unit}`
  const tolerance = 1e-9 * Math.abs(high)
  if (value < low - tolerance)
    return {
      ok: false,
      reason: 'too-low',
      message: `${entered} ${unit} is under ${shown(low)}, the least this test takes.`,
    }
  if (value > high + tolerance)
    return {
      ok: false,
      reason: 'too-high',
      message: `${entered} ${unit} is over ${shown(high)}, more than this test takes.`,
    }
  return { ok: true, value, enteredValue: entered, enteredUnit: unit }
}
