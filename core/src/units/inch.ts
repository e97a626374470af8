import { MM_PER_INCH } from './units'
import { parseNumber } from './parse'
import type { Mm } from './quantity'
import { must } from './must'

export type LengthUnit = 'mm' | 'in'
export type ParsedLength =
  | { ok: true; mm: Mm; entered: number; unit: LengthUnit }
  | { ok: false; reason: 'empty' | 'not-a-length' | 'ambiguous' }

/**
 * Reads a calliper entry: `60.3`, `2 3/8`, `2-3/8`, `3/8`, `2 3/8 in`, `2.375"`, `60 mm`. Without a
 * unit `unit` is meant;
 * a fraction is always inches. 1 in = 25.4 mm exactly (international inch, 1959): n/d in = 254 n /
 * 10 d mm.
 * Refuses text that is no length, a fraction of 0 parts, and a fraction marked mm.
 */
export function parseLength(text: string, unit: LengthUnit): ParsedLength {
  const t = text.trim().toLowerCase()
  if (t === '') return { ok: false, reason: 'empty' }
  const marked = /^(.*?)\s*(mm|in|inch|inches|"|\u2033)$/.exec(t)
  const said: LengthUnit | null = marked ? (marked[2] === 'mm' ? 'mm' : 'in') : null
  const body = (marked ? must(marked[1]) : t).trim()
  const fraction = /^(?:(\d+)(?:\s+|\s*-\s*))?(\d+)\s*\/\s*(\d+)$/.exec(body)
  if (fraction) {
    const [whole, top, parts] = [Number(fraction[1] ?? 0), Number(fraction[2]), Number(fraction[3])]
    if (parts === 0 || said === 'mm') return { ok: false, reason: 'not-a-length' }
    return {
      ok: true,
      mm: ((whole * parts + top) * 254) / (10 * parts),
      entered: (whole * parts + top) / parts,
      unit: 'in',
    }
  }
  const n = parseNumber(body)
  if (!n.ok) return { ok: false, reason: n.reason === 'ambiguous' ? 'ambiguous' : 'not-a-length' }
  const used = said ?? unit
  return {
    ok: true,
    mm: used === 'in' ? n.value * MM_PER_INCH : n.value,
    entered: n.value,
    unit: used,
  }
}

/** How far off what is usual a length is before it is asked about: practice estimate, no source. */
const FAR = 3

/**
 * The same number in the other unit, where a length typed without a unit is far off what is usual
 * and would fit in the other: `2.375` typed for mm is `2.375 in`. null: nothing to ask.
 */
export function otherUnitMeant(
  text: string,
  unit: LengthUnit,
  [low, high]: readonly [number, number],
): string | null {
  const fits = (mm: Mm) => mm >= low / FAR && mm <= high * FAR
  const body = text.trim()
  const [as, other] = [parseLength(body, unit), unit === 'mm' ? ('in' as const) : ('mm' as const)]
  // What was written with its unit was meant so.
  if (!as.ok || !parseNumber(body).ok || fits(as.mm)) return null
  const turned = parseLength(body, other)
  return turned.ok && fits(turned.mm) ? `${body} ${other}` : null
}

/**
 * How near a length must be to a thirty-second of an inch to be written as one, mm; finer ones read
 * better as decimals.
 */
const CLOSE_MM = 0.06
const FINEST = 32

/**
 * `2 3/8 in` where the length is a fraction of an inch down to thirty-seconds, else two decimals:
 * `2.41 in`.
 */
export function formatInches(mm: Mm): string {
  const parts = Math.round((mm / MM_PER_INCH) * FINEST)
  if (parts <= 0 || Math.abs((parts * MM_PER_INCH) / FINEST - mm) > CLOSE_MM)
    return `${(mm / MM_PER_INCH).toFixed(2)}\u00A0in`
  const whole = Math.floor(parts / FINEST)
  let [top, bottom]: [number, number] = [parts % FINEST, FINEST]
  while (top > 0 && top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  return (
    [whole > 0 || top === 0 ? String(whole) : '', top > 0 ? `${top}/${bottom}` : '']
      .filter(Boolean)
      .join(' ') + `\u00A0in`
  )
}

const mmText = (mm: Mm): string => `${Number(mm.toFixed(1))}\u00A0mm`

/** A length in one unit: `60.3 mm`, `2 3/8 in`. */
export const formatLength = (mm: Mm, unit: LengthUnit): string =>
  unit === 'mm' ? mmText(mm) : formatInches(mm)

/** Both units, the coach's own first: `60.3 mm (2 3/8 in)`. */
export const formatBoth = (mm: Mm, unit: LengthUnit): string =>
  unit === 'mm' ? `${mmText(mm)} (${formatInches(mm)})` : `${formatInches(mm)} (${mmText(mm)})`

/** A sentence of the catalogue, whose lengths are in mm, with them in the unit that was chosen. */
export const withLengths = (text: string, unit: LengthUnit): string =>
  text.replace(/(\d+(?:\.\d+)?)[ \u00A0]mm\b/g, (_, mm) => formatLength(Number(mm), unit))
