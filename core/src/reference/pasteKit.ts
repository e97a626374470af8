import { IMPLEMENTS, type ImplementId } from '../catalogue/implements'
import type { UnitChoice } from '../units/format'
import { parseLength } from '../units/inch'
import { parseMass } from '../units/mass'
import { search } from './search'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'

/** An implement as a line of a list names it; what was not read is null and asked. */
export interface KitLine {
  /** The line without how many: what the implement is called. */
  label: string
  kind: ImplementId | null
  /** As it was written, with its unit: `60 mm`, `2 3/8 in`; null: none. */
  size: string | null
  massKg: Kg | null
  count: number
}

/** Most of one kind on a line, and most lines of a list: a hall's whole store, and more. */
const MOST_ALIKE = 20
export const KIT_LINES_MOST = 100

const LENGTH =
  /(\d+(?:[.,]\d+)?(?:[\s-]+\d+\/\d+)?|\d+\/\d+)\s*(mm|inch|inches|in|"|\u2033)(?![a-z])/i
const MASS = /(\d+(?:[.,]\d+)?)\s*(kg|lbs?)(?![a-z])/i
const COUNT = /^\s*(\d{1,2})\s*[x\u00D7]\s*/i
/** Words too short, or figures: they name no implement. */
const plain = (text: string): string =>
  text
    .replace(LENGTH, ' ')
    .replace(MASS, ' ')
    .replaceAll(/[^\p{L}\s-]/gu, ' ')
    .trim()

/** The kind a text names by its own or an everyday name; null: none, or nothing to go by. */
function kindOf(text: string): ImplementId | null {
  const said = plain(text).toLowerCase()
  if (said.length < 3) return null
  const named = IMPLEMENTS.find(
    (k) => k.id !== 'none' && (k.name.toLowerCase() === said || k.id === said),
  )
  if (named) return named.id
  const found = search(said, 40).find((f) => f.page.kind === 'implement' && f.page.id !== 'none')
  return (found?.page.id as ImplementId | undefined) ?? null
}

/**
 * A pasted list as implements, one a line: `2 x pinch block 76 mm`, `kettlebell 16 kg`. A size
 * needs its unit; what comes after a tab or semicolon belongs to the line. Empty lines are left
 * out; lines over the most are not read.
 */
export function readKitList(text: string, units: UnitChoice): KitLine[] {
  return text
    .split(/\r?\n/)
    .map((l) => l.replaceAll(/[\t;]+/g, ' ').trim())
    .filter((l) => l !== '')
    .slice(0, KIT_LINES_MOST)
    .map((line) => {
      const many = COUNT.exec(line)
      const label = line.replace(COUNT, '').slice(0, 60)
      const [length, mass] = [LENGTH.exec(label), MASS.exec(label)]
      const mm = length && parseLength(length[0], units.length)
      const kg = mass && parseMass(mass[0], units.mass)
      return {
        label,
        kind: kindOf(label),
        size: mm?.ok ? must(length)[0].trim() : null,
        massKg: kg?.ok ? kg.kg : null,
        count: Math.min(MOST_ALIKE, Math.max(1, Number(many?.[1] ?? 1))),
      }
    })
}
