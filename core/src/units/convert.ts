import {
  factorOf,
  KG_PER_LB,
  MM_PER_INCH,
  N_PER_KGF,
  N_PER_LBF,
  type EntryUnit,
  type ResultUnit,
} from './units'
import type { Inch, Kg, Kgf, Lb, Mm, Newton, Of } from './quantity'

/** 1 N m, lbf ft: exact by definition of pound, inch and standard gravity. */
export const LBF_FT_PER_NM = 1000 / (12 * MM_PER_INCH) / N_PER_LBF

export const lbToKg = (lb: Lb): Kg => lb * KG_PER_LB
export const kgToLb = (kg: Kg): Lb => kg / KG_PER_LB
export const inchToMm = (inch: Inch): Mm => inch * MM_PER_INCH
export const mmToInch = (mm: Mm): Inch => mm / MM_PER_INCH
export const kgfToN = (kgf: Kgf): Newton => kgf * N_PER_KGF
export const nToKgf = (newton: Newton): Kgf => newton / N_PER_KGF

/** Entered value to SI; null when the unit does not measure that quantity. */
export function toSi<U extends ResultUnit>(
  value: number,
  entered: EntryUnit,
  quantity: U,
): Of<U> | null {
  const factor = factorOf(entered, quantity)
  return factor === undefined ? null : value * factor
}

/** SI value to a display unit; null when the unit does not measure that quantity. */
export function fromSi<U extends ResultUnit>(
  value: Of<NoInfer<U>>,
  shown: EntryUnit,
  quantity: U,
): number | null {
  const factor = factorOf(shown, quantity)
  return factor === undefined ? null : value / factor
}
