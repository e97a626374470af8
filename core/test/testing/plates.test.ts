import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { loadPin, smallestStep, type Plate } from '../../src/testing/plates'

/** Every sum the plates make, by brute force. */
function sums(room: readonly Plate[]): number[] {
  let all = [0]
  for (const p of room)
    all = all.flatMap((s) =>
      Array.from({ length: p.count + 1 }, (_, n) => s + n * Math.round(p.kg * 1000)),
    )
  return [...new Set(all)]
}

describe('plates', () => {
  const room = fc.array(
    fc.record({
      kg: fc.constantFrom(0.25, 0.5, 1, 1.13, 1.25, 2.5, 5, 10, 11.34, 20),
      count: fc.integer({ min: 1, max: 4 }),
    }),
    { minLength: 1, maxLength: 5 },
  )
  it(
    'are nearest against brute force in random rooms, exact when they can be, and only ' +
      'what is there',
    () => {
      fc.assert(
        fc.property(
          room,
          fc.integer({ min: 1, max: 80_000 }),
          fc.constantFrom(0, 0.75, 1.5),
          (plates, g, pin) => {
            const r = loadPin(g / 1000 + pin, plates, pin)
            if (!r.ok) throw new Error('refused')
            const possible = sums(plates)
            const nearest = Math.min(...possible.map((s) => Math.abs(s - g)))
            const made = Math.round((r.totalKg - pin) * 1000)
            expect(Math.abs(made - g)).toBe(nearest)
            expect(r.exact).toBe(nearest === 0)
            // Of two as near the lighter one.
            if (possible.includes(g - nearest)) expect(made).toBe(g - nearest)
            expect(r.plates.reduce((a, p) => a + Math.round(p.kg * 1000) * p.count, 0)).toBe(made)
            for (const p of r.plates)
              expect(p.count).toBeLessThanOrEqual(
                plates.filter((x) => x.kg === p.kg).reduce((a, x) => a + x.count, 0),
              )
          },
        ),
        { numRuns: 400, seed: 41 },
      )
    },
  )
  it('take the fewest, count the pin, and refuse what is no load', () => {
    const plates = [
      { kg: 20, count: 2 },
      { kg: 10, count: 4 },
      { kg: 1.25, count: 4 },
    ]
    expect(loadPin(41.5, plates, 1.5)).toEqual({
      ok: true,
      plates: [{ kg: 20, count: 2 }],
      totalKg: 41.5,
      exact: true,
    })
    expect(loadPin(42, plates, 1.5)).toMatchObject({ totalKg: 41.5, exact: false })
    expect(loadPin(1.5, plates, 1.5)).toMatchObject({ plates: [], totalKg: 1.5, exact: true })
    expect(loadPin(1, plates, 1.5)).toEqual({ ok: false, reason: 'under-the-pin', pinKg: 1.5 })
    for (const bad of [0, -3, NaN, Infinity])
      expect(loadPin(bad, plates, 1.5)).toMatchObject({ ok: false, reason: 'not-a-load' })
    expect(smallestStep(plates)).toBe(1.25)
    expect(smallestStep([])).toBeNull()
  })
})
