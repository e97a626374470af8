import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { inchToMm, kgfToN, lbToKg } from '@mano/core/units/convert'
import { formatDuration, formatPct, formatWithUnit, METRIC } from '@mano/core/units/format'
import { formatBoth } from '@mano/core/units/inch'
import { massText } from '@mano/core/units/mass'
import type { Kg, Mm, Seconds } from '@mano/core/units/quantity'

const strap: Mm = 90
const plate: Kg = 20
const hang: Seconds = 12

describe('a number in the wrong unit does not compile', () => {
  test('formatting takes the unit of what it writes', () => {
    expect(formatWithUnit(strap, 'mm', METRIC)).toBe('90\u00A0mm')
    expect(formatWithUnit(plate, 'kg', METRIC)).toBe('20.0\u00A0kg')
    // The type check of this file fails where one of these compiles.
    // @ts-expect-error millimetres are no kilograms
    expect(formatWithUnit(strap, 'kg', METRIC)).toBeTypeOf('string')
    // @ts-expect-error kilograms are no seconds
    expect(formatWithUnit(plate, 's', METRIC)).toBeTypeOf('string')
    // @ts-expect-error seconds are no force
    expect(formatWithUnit(hang, 'N', METRIC)).toBeTypeOf('string')
    // @ts-expect-error kilograms are no length
    expect(formatBoth(plate, 'mm')).toBeTypeOf('string')
    // @ts-expect-error millimetres are no mass
    expect(massText(strap, 'lb')).toBeTypeOf('string')
    // @ts-expect-error kilograms are no duration
    expect(formatDuration(plate)).toBeTypeOf('string')
    // @ts-expect-error seconds are no percentage
    expect(formatPct(hang)).toBeTypeOf('string')
  })

  test('converting takes one unit and gives the other', () => {
    const kg: Kg = lbToKg(45)
    expect(kg).toBeCloseTo(20.41165665, 8)
    // @ts-expect-error what inches give are millimetres
    const wrong: Kg = inchToMm(2)
    expect(wrong).toBe(50.8)
    // @ts-expect-error mass is not kilogram-force: a dynamometer's reading is
    expect(kgfToN(plate)).toBeCloseTo(196.133, 6)
  })
})

describe('every number named for its unit has its type', () => {
  const NAMED = new RegExp(
    String.raw`(?<![\w.])\w*(?:[a-z_]?(?:[kK]gf|[kK]g|[mM]m|Nm|[sS]econds|[mM]inutes|[pP]ct))` +
      String.raw`\??: (?:readonly )?number\b(?!\()`,
  )
  const sources = (dir: string): string[] =>
    readdirSync(dir, { withFileTypes: true, recursive: true })
      .filter((f) => f.isFile() && /\.tsx?$/.test(f.name) && !f.parentPath.includes('migrations'))
      .map((f) => join(f.parentPath, f.name))

  test('the rule sees a plain number', () => {
    expect(NAMED.test('  sizeMm: number | null')).toBe(true)
    expect(NAMED.test('(kg: number) =>')).toBe(true)
    expect(NAMED.test('  sizeMm: Mm | null')).toBe(false)
  })
  test.each(['core/src', 'contract/src', 'server/src', 'web/src'])('%s', (dir) => {
    const plain = sources(join(import.meta.dirname, '../../..', dir)).flatMap((file) =>
      readFileSync(file, 'utf8')
        .split('\n')
        .filter((line) => NAMED.test(line))
        .map((line) => `${file}: ${line.trim()}`),
    )
    expect(plain).toEqual([])
  })
})
