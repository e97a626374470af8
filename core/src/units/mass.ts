import { fromSi, toSi } from './convert'
import { parseNumber } from './parse'
import type { Kg } from './quantity'
import { must } from './must'

export type MassUnit = 'kg' | 'lb'
export type ParsedMass =
  | { ok: true; kg: Kg; entered: number; unit: MassUnit }
  | { ok: false; reason: 'empty' | 'not-a-mass' }

/**
 * Reads a typed mass: `20`, `20,5`, `45 lb`, `2.5 kg`. Without a unit `unit` is meant. 1 lb =
 * 0.45359237 kg exactly (international pound, 1959). Refuses text that is no number and what is
 * under 0.
 */
export function parseMass(text: string, unit: MassUnit): ParsedMass {
  const t = text.trim().toLowerCase()
  if (t === '') return { ok: false, reason: 'empty' }
  const marked = /^(.*?)\s*(kg|kgs|lb|lbs)\.?$/.exec(t)
  const n = parseNumber(marked ? must(marked[1]) : t)
  if (!n.ok || n.value < 0) return { ok: false, reason: 'not-a-mass' }
  const used: MassUnit = marked ? (must(marked[2]).startsWith('kg') ? 'kg' : 'lb') : unit
  return { ok: true, kg: must(toSi(n.value, used, 'kg')), entered: n.value, unit: used }
}

/** A mass as it would be typed: no unit, at most two decimals. */
export const massText = (kg: Kg, unit: MassUnit): string =>
  String(Math.round(100 * must(fromSi(kg, unit, 'kg'))) / 100)
