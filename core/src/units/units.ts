/** SI unit a result is kept in. */
export type ResultUnit = 'N' | 'kg' | 's' | 'N m' | 'mm' | 'deg' | 'count' | 'm'

export type EntryUnit = 'kg' | 'lb' | 'N' | 's' | 'mm' | 'in' | 'cm' | 'N m' | 'deg' | 'count' | 'm'
