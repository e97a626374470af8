import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  fromSi,
  inchToMm,
  kgToLb,
  kgfToN,
  lbToKg,
  mmToInch,
  nToKgf,
  toSi,
} from '../../src/units/convert'
import {
  addDays,
  ageOn,
  daysBetween,
  formatDate,
  isLocalDate,
  localDateOf,
} from '../../src/units/dates'
import {
  formatClock,
  formatPct,
  formatValue,
  formatWithUnit,
  ordinal,
} from '../../src/units/format'
import { parseNumber } from '../../src/units/parse'

const KG = { mass: 'kg', length: 'mm' } as const
const LB = { mass: 'lb', length: 'in' } as const

describe('units: exact by definition (pound and inch 1959, standard gravity CGPM 1901)', () => {
  it('round-trips', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 1e6, noNaN: true }), (v) => {
        for (const [there, back] of [
          [lbToKg, kgToLb],
          [inchToMm, mmToInch],
          [kgfToN, nToKgf],
        ] as readonly (readonly [(n: number) => number, (n: number) => number])[])
          expect(back(there(v))).toBeCloseTo(v, 9 - Math.ceil(Math.log10(v + 1)))
        expect(fromSi(toSi(v, 'lb', 'N')!, 'lb', 'N')! / v).toBeCloseTo(1, 12)
      }),
    )
  })
  it('a pound of force is a pound of mass under standard gravity', () =>
    expect(toSi(100, 'lb', 'N')).toBeCloseTo(444.82216152605, 9))
  it('refuses a unit of another quantity', () => {
    expect(toSi(1, 's', 'N')).toBeNull()
    expect(fromSi(1, 'kg', 's')).toBeNull()
  })
})

describe('typed numbers', () => {
  it.each([
    ['37.2', 37.2],
    ['37,2', 37.2],
    ['.5', 0.5],
    ['12.', 12],
    [' 7 ', 7],
    ['−3', -3],
  ])('%s', (text, value) => expect(parseNumber(text)).toEqual({ ok: true, value }))
  it.each([
    ['', 'empty'],
    ['abc', 'not-a-number'],
    ['1e3', 'not-a-number'],
    ['4x', 'not-a-number'],
    ['1.234,5', 'ambiguous'],
    ['1:05', 'not-a-number'],
    ['--1', 'not-a-number'],
  ])('%s is refused', (text, reason) => expect(parseNumber(text)).toEqual({ ok: false, reason }))
  it('reads minutes and seconds where time is meant', () => {
    expect(parseNumber('1:05', { clock: true })).toEqual({ ok: true, value: 65 })
    expect(parseNumber('1:75', { clock: true }).ok).toBe(false)
  })
  it('never gives NaN', () =>
    fc.assert(
      fc.property(fc.string(), (s) => {
        const r = parseNumber(s)
        expect(!r.ok || Number.isFinite(r.value)).toBe(true)
      }),
    ))
})

describe('shown numbers', () => {
  it('keeps one decimal for kg, none for seconds, clock from a minute', () => {
    expect(formatWithUnit(kgfToN(37.24), 'N', KG)).toBe('37.2\u00A0kg')
    expect(formatWithUnit(kgfToN(37.24), 'N', LB)).toBe('82.1\u00A0lb')
    expect(formatWithUnit(12.4, 's', KG)).toBe('12\u00A0s')
    expect(formatWithUnit(120, 's', KG)).toBe('2:00')
    expect(formatWithUnit(60.325, 'mm', LB)).toBe('2.38\u00A0in')
    expect(formatClock(59.6)).toBe('1:00')
  })
  it('uses a true minus and no minus zero', () => {
    expect(formatValue(-3.24, 'kg', KG)).toBe('\u22123.2')
    expect(formatValue(-0.01, 'kg', KG)).toBe('0.0')
    expect(formatPct(4.4, { signed: true })).toBe('+4\u00A0%')
  })
  it.each([
    [0.2, '1st'],
    [2, '2nd'],
    [11, '11th'],
    [23, '23rd'],
    [99.9, '99th'],
  ])('percentile %s is the %s', (p, text) => expect(ordinal(p)).toBe(text))
})

describe('dates', () => {
  it('knows real days', () => {
    expect(isLocalDate('2026-02-29')).toBe(false)
    expect(isLocalDate('2024-02-29')).toBe(true)
    expect(isLocalDate('2026-2-1')).toBe(false)
  })
  it('adds and counts back over month ends and leap days', () =>
    fc.assert(
      fc.property(fc.integer({ min: -20000, max: 20000 }), (n) => {
        expect(daysBetween('2024-02-28', addDays('2024-02-28', n))).toBe(n)
      }),
    ))
  it('counts the birthday itself', () => {
    expect(ageOn('2008-11-25', '2026-11-24')).toBe(17)
    expect(ageOn('2008-11-25', '2026-11-25')).toBe(18)
    expect(ageOn('2008-02-29', '2026-02-28')).toBe(17)
    expect(ageOn('2008-02-29', '2026-03-01')).toBe(18)
  })
  it('names the year only when it is another', () => {
    expect(formatDate('2026-10-08', '2026-11-25', { weekday: true })).toBe('Thu 8 Oct')
    expect(formatDate('2025-10-08', '2026-11-25')).toBe('8 Oct 2025')
  })
  it('takes the local day of the hall', () => {
    expect(localDateOf(new Date('2026-07-01T23:30:00Z'), 'Europe/London')).toBe('2026-07-02')
    expect(localDateOf(new Date('2026-12-01T23:30:00Z'), 'Europe/London')).toBe('2026-12-01')
  })
  it('says the day of an instant in zones of quarter hours, and of odd ones long ago', () => {
    const zones = ['Asia/Kathmandu', 'Australia/Lord_Howe', 'Pacific/Apia', 'Africa/Monrovia']
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.date({ min: new Date('1900-01-02'), max: new Date('2099-12-30'), noInvalidDate: true }),
        (timeZone, at) =>
          // The parts of the same calendar, put together by themselves.
          localDateOf(at, timeZone) ===
          new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short' }).format(at),
      ),
    )
    // Half an hour before midnight, and at it, where clocks stood 44 min 30 s behind.
    expect(localDateOf(new Date('1971-06-02T00:44:29Z'), 'Africa/Monrovia')).toBe('1971-06-01')
    expect(localDateOf(new Date('1971-06-02T00:44:30Z'), 'Africa/Monrovia')).toBe('1971-06-02')
    expect(() => localDateOf(new Date(NaN), 'Europe/London')).toThrow(RangeError)
  })
})
