import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { dayBound } from '../../src/testday/bound'
import { orderDay, type DayParams, type Visit } from '../../src/testday/order'

interface Instance {
  N: number
  K: number
  S: number
  loads: number[][]
  params: DayParams
  lowerBound: { lb: number }
  makespan180ms: number
}

/**
 * Days and the length another program found for each in 180 ms, with the bound it gives: left and
 * right at one load, the next round 2.5 kg heavier. Read otherwise, each try is heavier than the
 * one
 * before it.
 */
const all = JSON.parse(
  readFileSync(new URL('../outside/rotation.json', import.meta.url), 'utf8'),
) as Instance[]
const visits = (r: Instance, by: 'round' | 'try'): Visit[] =>
  r.loads.flatMap((row, s) =>
    row.map((kg, a): Visit => ({
      athlete: `a${a}`,
      station: `s${s}`,
      begun: false,
      tries: Array.from({ length: 2 * r.S }, (_, i) => ({
        hand: i % 2 === 0 ? 'left' : 'right',
        loadKg: kg === 0 ? 0 : kg + 2.5 * (by === 'try' ? i : Math.floor(i / 2)),
      })),
    })),
  )

describe('against another program', () => {
  describe.each(['round', 'try'] as const)('heavier by the %s', (by) =>
    it.each(all)(
      '$N athletes, $K stations: no later than 2 % after it, never before the bound',
      (r) => {
        const { endS } = orderDay(visits(r, by), r.params)
        expect(endS).toBeLessThanOrEqual(1.02 * r.makespan180ms)
        expect(endS).toBeGreaterThanOrEqual(dayBound(visits(r, by), r.params) - 1e-6)
        if (r.K === 1 && r.loads[0]!.every((kg) => kg === 0))
          expect(endS).toBeCloseTo(r.lowerBound.lb, 6)
      },
    ),
  )
  it.each(all)('$N athletes, $K stations: the bound is as sharp as its own', (r) => {
    expect(dayBound(visits(r, 'round'), r.params)).toBeGreaterThanOrEqual(r.lowerBound.lb - 1e-6)
  })
})
