import type { EntryUnit, ResultUnit } from './units'
import type { Inch, Kg, Kgf, Lb, Mm, Newton, Of } from './quantity'

/**
 * Exact factors (international pound and inch 1959, standard gravity CGPM 1901).
 * Inside: mm, kg, s, N, N m. A dynamometer's "kg" is kgf.
 */
export const KG_PER_LB = 0.45359237
export const MM_PER_INCH = 25.4
export const N_PER_KGF = 9.80665

/** 1 lbf, N; 1 N m, lbf ft: exact by definition of pound, inch and standard gravity. */
export const N_PER_LBF = KG_PER_LB * N_PER_KGF
export const LBF_FT_PER_NM = 1000 / (12 * MM_PER_INCH) / N_PER_LBF

export const lbToKg = (lb: Lb): Kg => lb * KG_PER_LB
export const kgToLb = (kg: Kg): Lb => kg / KG_PER_LB
export const inchToMm = (inch: Inch): Mm => inch * MM_PER_INCH
export const mmToInch = (mm: Mm): Inch => mm / MM_PER_INCH
export const kgfToN = (kgf: Kgf): Newton => kgf * N_PER_KGF
export const nToKgf = (newton: Newton): Kgf => newton / N_PER_KGF

/** How many SI units one entered unit is, by the quantity it is entered for. */
const FACTORS: Record<ResultUnit, Partial<Record<EntryUnit, number>>> = {
  N: { N: 1, kg: N_PER_KGF, lb: N_PER_LBF },
  kg: { kg: 1, lb: KG_PER_LB },
  mm: { mm: 1, cm: 10, in: MM_PER_INCH },
  s: { s: 1 },
  'N m': { 'N m': 1 },
  deg: { deg: 1 },
  count: { count: 1 },
  m: { m: 1 },
}

/** Entered value to SI; null when the unit does not measure that quantity. */
export function toSi<U extends ResultUnit>(
  value: number,
  entered: EntryUnit,
  quantity: U,
): Of<U> | null {
  const factor = FACTORS[quantity][entered]
  return factor === undefined ? null : value * factor
}

/** SI value to a display unit; null when the unit does not measure that quantity. */
export function fromSi<U extends ResultUnit>(
  value: Of<NoInfer<U>>,
  shown: EntryUnit,
  quantity: U,
): number | null {
  const factor = FACTORS[quantity][shown]
  return factor === undefined ? null : value / factor
}
