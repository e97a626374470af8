import { describe, expect, it } from 'vitest'
import { massText, parseMass } from '../../src/units/mass'

describe('a typed mass', () => {
  it('is in the unit chosen unless it says another', () => {
    expect(parseMass('20,5', 'kg')).toMatchObject({ ok: true, kg: 20.5, unit: 'kg' })
    // 45 lb = 20.41165665 kg by the pound of 1959 (from memory).
    expect(parseMass('45', 'lb')).toMatchObject({ ok: true, kg: 20.41165665, entered: 45 })
    expect(parseMass('45 lbs', 'kg')).toMatchObject({ ok: true, kg: 20.41165665, unit: 'lb' })
    expect(parseMass('2.5kg', 'lb')).toMatchObject({ ok: true, kg: 2.5, unit: 'kg' })
  })
  it('is refused where it is none', () => {
    expect(parseMass(' ', 'kg')).toEqual({ ok: false, reason: 'empty' })
    for (const text of ['-2', '3 stone', '1e3', 'kg'])
      expect(parseMass(text, 'kg')).toEqual({ ok: false, reason: 'not-a-mass' })
  })
  it('is written back as it was typed', () => {
    for (const lb of [2.5, 5, 10, 25, 35, 45])
      expect(massText((parseMass(String(lb), 'lb') as { kg: number }).kg, 'lb')).toBe(String(lb))
    expect(massText(1.25, 'kg')).toBe('1.25')
  })
})
