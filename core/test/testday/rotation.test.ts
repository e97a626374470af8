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
 * Days and the length another program found for each in 180 ms; a day is each try 2.5 kg heavier
 * than the athlete's last.
 */
const all = JSON.parse(
  readFileSync(new URL('../outside/rotation.json', import.meta.url), 'utf8'),
) as Instance[]
const visits = (r: Instance): Visit[] =>
  r.loads.flatMap((row, s) =>
    row.map((kg, a): Visit => ({
      athlete: `a${a}`,
      station: `s${s}`,
      begun: false,
      tries: Array.from({ length: 2 * r.S }, (_, i) => ({
        hand: i % 2 === 0 ? 'left' : 'right',
        loadKg: kg === 0 ? 0 : kg + 2.5 * i,
      })),
    })),
  )

describe('against another program', () => {
  it.each(all)(
    '$N athletes, $K stations: no later than 2 % after it, never before the bound',
    (r) => {
      const { endS } = orderDay(visits(r), r.params)
      expect(endS).toBeLessThanOrEqual(1.02 * r.makespan180ms)
      expect(endS).toBeGreaterThanOrEqual(dayBound(visits(r), r.params) - 1e-6)
      if (r.K === 1 && r.loads[0]!.every((kg) => kg === 0))
        expect(endS).toBeCloseTo(r.lowerBound.lb, 6)
    },
  )
})
