import { must } from './must'

export type Parsed =
  | { ok: true; value: number }
  | { ok: false; reason: 'empty' | 'not-a-number' | 'ambiguous' }

/**
 * Reads a typed number: digits with one decimal point or comma, or minutes and seconds as `1:05`
 * (only when `clock`). Refuses letters, signs other than a leading minus, thousands marks and
 * exponents.
 */
export function parseNumber(text: string, options: { clock?: boolean } = {}): Parsed {
  const t = text.trim().replace(/^\u2212/, '-')
  if (t === '') return { ok: false, reason: 'empty' }
  const clock = /^(\d{1,3}):([0-5]\d(?:[.,]\d+)?)$/.exec(t)
  if (clock && options.clock)
    return { ok: true, value: Number(clock[1]) * 60 + Number(must(clock[2]).replace(',', '.')) }
  if (/^-?\d{1,3}([.,]\d{3})+[.,]\d+$/.test(t)) return { ok: false, reason: 'ambiguous' }
  if (!/^-?(\d+([.,]\d*)?|[.,]\d+)$/.test(t)) return { ok: false, reason: 'not-a-number' }
  return { ok: true, value: Number(t.replace(',', '.')) }
}

/**
 * Text that this program wrote itself, read again; null where there is none. What comes from
 * elsewhere goes through a schema. Refuses what is no JSON.
 */
export const parsed = <T>(text: string | null | undefined): T => JSON.parse(text ?? 'null') as T

/** What stands before and after the first mark of a text. Refuses a text without it. */
export function halves(text: string, mark: string): [string, string] {
  const at = text.indexOf(mark)
  if (at < 0) throw new Error(`No ${mark} in ${text}.`)
  return [text.slice(0, at), text.slice(at + mark.length)]
}
