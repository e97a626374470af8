import { parseLength } from '@mano/core/units/inch'
import { parseNumber } from '@mano/core/units/parse'
import { lbToKg } from '@mano/core/units/convert'
import type { UnitChoice } from '@mano/core/units/format'

/**
 * What a field takes. Masses and lengths carry their unit in the address, so that it means the
 * same to
 * all; `masses`: several of one unit.
 */
export type FieldKind = 'mass' | 'masses' | 'length' | 'number' | 'list' | 'choice'
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

/**
 * Fields as numbers in kg, mm and their own unit; lists as numbers; null: not entered or not a
 * number.
 */
export interface Values {
  n: (id: string) => number
  list: (id: string) => number[]
  choice: (id: string) => string
}

export type Read = { ok: true; value: number | number[] | string } | { ok: false; why: string }

const LENGTH = /(mm|in|inch|inches|"|cm)\s*$/i
const MASS = /(kg|lbs?)\s*$/i

/** The text as an address holds it: with the coach's own unit where none was typed. */
export function withUnit(f: FieldDef, text: string, units: UnitChoice): string {
  const t = text.trim()
  if (t === '' || !readField(f, t, units).ok) return t
  if (f.kind === 'mass' || f.kind === 'masses') return MASS.test(t) ? t : `${t} ${units.mass}`
  return f.kind !== 'length' || LENGTH.test(t) || t.includes('/') ? t : `${t} ${units.length}`
}

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
    const l = parseLength(t, units.length)
    return l.ok && Number.isFinite(l.mm)
      ? { ok: true, value: l.mm }
      : { ok: false, why: `${f.name}: not a length. Type 60 mm, 2 3/8 or 2.375 in.` }
  }
  const massive = f.kind === 'mass' || f.kind === 'masses'
  const unit = massive && (MASS.exec(t)?.[1] ?? units.mass).toLowerCase().startsWith('lb')
  const bare = massive ? t.replace(MASS, '').trim() : t
  const several = f.kind === 'list' || f.kind === 'masses'
  const all: number[] = []
  for (const part of several ? bare.split(/[\s;]+|,\s+/).filter(Boolean) : [bare]) {
    const n = parseNumber(part)
    if (!n.ok)
      return {
        ok: false,
        why: several
          ? `${f.name}: numbers with spaces between them.`
          : `${f.name}: ${t} is not a number.`,
      }
    if (n.value < 0) return { ok: false, why: `${f.name} is not below 0.` }
    all.push(unit ? lbToKg(n.value) : n.value)
  }
  return all.length === 0
    ? { ok: false, why: `${f.name} is missing.` }
    : { ok: true, value: several ? all : Number(all[0]) }
}
