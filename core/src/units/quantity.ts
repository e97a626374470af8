/**
 * Numbers that know their unit: a `Mm` given where a `Kg` is wanted does not compile, a plain
 * number
 * does (it may be anything, as what is read or worked out is). No cost while running.
 */
declare const unit: unique symbol
export type Of<U extends string> = number & { readonly [unit]?: U }

export type Kg = Of<'kg'>
/** Kilogram-force, what a dynamometer calls kg. */
export type Kgf = Of<'kgf'>
export type Lb = Of<'lb'>
export type Mm = Of<'mm'>
export type Inch = Of<'in'>
export type Newton = Of<'N'>
/** Newton metres. */
export type Nm = Of<'N m'>
export type Seconds = Of<'s'>
export type Minutes = Of<'min'>
/** Hundredths, not a share of 1. */
export type Percent = Of<'%'>
