import { parseLength, type LengthUnit } from '@mano/core/units/inch'
import { parseNumber } from '@mano/core/units/parse'
import { toSi } from '@mano/core/units/convert'
import type { UnitChoice } from '@mano/core/units/format'

/** What a field takes: a mass or length carries its unit in the text, so that an address means the same to all. */
export type FieldKind = 'mass' | 'length' | 'number' | 'list' | 'choice'
export interface FieldDef {
  id: string
  name: string
  kind: FieldKind
  /** As a coach would type it: `20 kg`, `60 mm`, `7`. */
  start: string
  /** After a number, where it is no mass and no length. */
  unit?: string
  options?: readonly { id: string; name: string }[]
  hint?: string
}

/** Fields as numbers in kg, mm and their own unit; lists as numbers; null: not entered or not a number. */
export interface Values {
  n: (id: string) => number
  list: (id: string) => number[]
  choice: (id: string) => string
}

export type Read = { ok: true; value: number | number[] | string } | { ok: false; why: string }

const LENGTH = /(mm|in|inch|inches|"|cm)\s*$/i
const MASS = /(kg|lbs?|lb)\s*$/i

/** Reads one field, or says what is wrong with it in a sentence. */
export function readField(f: FieldDef, text: string, units: UnitChoice): Read {
  const t = text.trim()
  if (f.kind === 'choice')
    return f.options?.some((o) => o.id === t)
      ? { ok: true, value: t }
      : { ok: false, why: `${f.name}: choose one.` }
  if (t === '') return { ok: false, why: `${f.name} is missing.` }
  if (f.kind === 'length') {
    if (/cm\s*$/i.test(t)) {
      const n = parseNumber(t.replace(LENGTH, '').trim())
      return n.ok
        ? { ok: true, value: 10 * n.value }
        : { ok: false, why: `${f.name}: not a length.` }
    }
    const l = parseLength(t, units.length as LengthUnit)
    return l.ok && Number.isFinite(l.mm)
      ? { ok: true, value: l.mm }
      : { ok: false, why: `${f.name}: not a length. Type 60 mm, 2 3/8 or 2.375 in.` }
  }
  if (f.kind === 'list') {
    const parts = t.split(/[\s;]+|,\s+/).filter((x) => x !== '')
    const all = parts.map((x) => parseNumber(x))
    return all.every((x) => x.ok)
      ? { ok: true, value: all.map((x) => (x as { value: number }).value) }
      : { ok: false, why: `${f.name}: numbers with spaces between them.` }
  }
  const mass = f.kind === 'mass' ? (MASS.exec(t)?.[1]?.toLowerCase() ?? units.mass) : null
  const n = parseNumber(f.kind === 'mass' ? t.replace(MASS, '').trim() : t)
  if (!n.ok) return { ok: false, why: `${f.name}: ${t} is not a number.` }
  if (n.value < 0) return { ok: false, why: `${f.name} is not below 0.` }
  return { ok: true, value: mass?.startsWith('lb') ? toSi(n.value, 'lb', 'kg')! : n.value }
}
