/**
 * Exact factors (international pound and inch 1959, standard gravity CGPM 1901). Inside: mm, kg, s,
 * N, N m. A dynamometer's "kg" is kgf.
 */
export const KG_PER_LB = 0.45359237
export const MM_PER_INCH = 25.4
export const N_PER_KGF = 9.80665
/** 1 lbf, N: exact by definition of pound and standard gravity. */
export const N_PER_LBF = KG_PER_LB * N_PER_KGF

/** What is typed and shown: `label` behind a number, empty for none, and decimals shown. */
export const ENTRY_UNITS = [
  { id: 'kg', label: 'kg', decimals: 1 },
  { id: 'lb', label: 'lb', decimals: 1 },
  { id: 'N', label: 'N', decimals: 0 },
  { id: 's', label: 's', decimals: 0 },
  { id: 'N m', label: 'N·m', decimals: 1 },
  { id: 'count', label: '', decimals: 0 },
  { id: 'm', label: 'm', decimals: 0 },
  { id: 'deg', label: '°', decimals: 0 },
  { id: 'mm', label: 'mm', decimals: 0 },
  { id: 'in', label: 'in', decimals: 2 },
  { id: 'cm', label: 'cm', decimals: 1 },
] as const
export type EntryUnit = (typeof ENTRY_UNITS)[number]['id']

/** SI units results are kept in, and how many of them one entered unit is. */
export const RESULT_UNITS = [
  { id: 'N', by: { N: 1, kg: N_PER_KGF, lb: N_PER_LBF } },
  { id: 'kg', by: { kg: 1, lb: KG_PER_LB } },
  { id: 'mm', by: { mm: 1, cm: 10, in: MM_PER_INCH } },
  { id: 's', by: { s: 1 } },
  { id: 'N m', by: { 'N m': 1 } },
  { id: 'deg', by: { deg: 1 } },
  { id: 'count', by: { count: 1 } },
  { id: 'm', by: { m: 1 } },
] as const satisfies readonly { id: EntryUnit; by: Partial<Record<EntryUnit, number>> }[]
export type ResultUnit = (typeof RESULT_UNITS)[number]['id']

const ENTRIES = new Map<string, (typeof ENTRY_UNITS)[number]>(ENTRY_UNITS.map((u) => [u.id, u]))
const FACTORS = new Map<string, Partial<Record<EntryUnit, number>>>(
  RESULT_UNITS.map((u) => [u.id, u.by]),
)

/** The label behind a number; empty: none. */
export const labelOf = (unit: EntryUnit): string => ENTRIES.get(unit)?.label ?? unit
export const decimalsOf = (unit: EntryUnit): number => ENTRIES.get(unit)?.decimals ?? 0
/** How many SI units one entered unit is; undefined: it does not measure that quantity. */
export const factorOf = (entered: EntryUnit, quantity: ResultUnit): number | undefined =>
  FACTORS.get(quantity)?.[entered]
