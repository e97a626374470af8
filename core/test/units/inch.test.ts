import { describe, expect, it } from 'vitest'
import {
  formatBoth,
  formatInches,
  otherUnitMeant,
  parseLength,
  withLengths,
} from '../../src/units/inch'

describe('fractions of an inch', () => {
  it('are exact: every sixty-fourth from 0 to 6 in against whole-number arithmetic', () => {
    // 1 in = 25.4 mm exactly (international inch, 1959): n/64 in = 254 n / 640 mm;
    // hundred-thousandths of a mm as whole numbers.
    for (let n = 1; n <= 6 * 64; n++) {
      const [whole, top] = [Math.floor(n / 64), n % 64]
      const text = top === 0 ? `${whole}` : whole === 0 ? `${top}/64` : `${whole} ${top}/64`
      const r = parseLength(text, 'in')
      expect(r.ok && Math.round(r.mm * 1e6), text).toBe((254 * n * 1e6) / 640)
      if (n % 2 === 0) expect(r.ok && formatInches(r.mm), text).not.toContain('.')
    }
  })
  it.each([
    ['2 3/8', 60.325],
    ['2-3/8', 60.325],
    ['2 3/8 in', 60.325],
    ['2 3/8"', 60.325],
    ['3/8', 9.525],
    ['2.375 in', 60.325],
    ['60.3 mm', 60.3],
    ['60,3', 60.3],
    ['1 15/16', 49.2125],
  ])('%s is %s mm', (text, mm) => {
    const r = parseLength(text, 'mm')
    expect(r.ok && r.mm).toBeCloseTo(mm, 10)
  })
  it.each([
    ['', 'empty'],
    ['abc', 'not-a-length'],
    ['1/0', 'not-a-length'],
    ['3/8 mm', 'not-a-length'],
    ['1 2 3/8', 'not-a-length'],
    ['1,000.5', 'ambiguous'],
    ['2 3/', 'not-a-length'],
  ])('%s is refused: %s', (text, reason) => {
    expect(parseLength(text, 'mm')).toEqual({ ok: false, reason })
  })
  it("shows both units, the coach's own first, and a decimal where it is no fraction", () => {
    expect(formatBoth(60.325, 'mm')).toBe('60.3\u00A0mm (2 3/8\u00A0in)')
    expect(formatBoth(76.2, 'in')).toBe('3\u00A0in (76.2\u00A0mm)')
    expect(formatInches(60.0)).toBe('2.36\u00A0in')
    expect(formatInches(61.2)).toBe('2.41\u00A0in')
  })
})

describe('a length far off what is usual is asked about', () => {
  it('2.375 typed for mm is 2 3/8 in; what fits, or says its unit, is not asked', () => {
    expect(otherUnitMeant('2.375', 'mm', [25, 76])).toBe('2.375 in')
    expect(otherUnitMeant('60', 'in', [25, 76])).toBe('60 mm')
    for (const text of ['60', '2.375 mm', '2 3/8', '', 'x'])
      expect(otherUnitMeant(text, 'mm', [25, 76])).toBeNull()
    expect(otherUnitMeant('9000', 'mm', [25, 76])).toBeNull()
  })
})

describe('lengths within a sentence of the catalogue', () => {
  it('are shown in the unit that was chosen, the rest as it is', () => {
    const text = 'top of the range twice: set at 38 mm, after 54 mm'
    expect(withLengths(text, 'mm')).toBe(text.replaceAll(' mm', '\u00A0mm'))
    expect(withLengths(text, 'in')).toBe(
      'top of the range twice: set at 1.50\u00A0in, after 2 1/8\u00A0in',
    )
    expect(withLengths('next rated spring, 3 mmm', 'in')).toBe('next rated spring, 3 mmm')
  })
})
