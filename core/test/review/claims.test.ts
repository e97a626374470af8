import { describe, expect, it } from 'vitest'
import { claimsOf, type ClaimInputs } from '../../src/calc/claims'
import { answerCases } from '../../src/calc/adapter'
import { seeded } from '../../src/units/seeded'

const PROTOCOLS = ['dyno_seated', 'key_pinch', 'wrist_max', 'pull_max']
/**
 * Squads of ten in which nothing changes but what `grow` says, spread of trials 3 %, of days 2 %.
 */
function* athletes(
  squads: number,
  grow: (series: number, day: number) => number = () => 1,
): Generator<ClaimInputs> {
  const next = seeded(17)
  const normal = () => Math.sqrt(-2 * Math.log(next() + 1e-12)) * Math.cos(2 * Math.PI * next())
  const one = (): ClaimInputs['series'] =>
    PROTOCOLS.map((protocol, s) => ({
      protocol,
      unit: 'kg',
      tests: [0, 20, 42, 63, 84].map((day) => {
        const three = (level: number) => {
          const on = level * grow(s, day) * (1 + 0.02 * normal())
          return [1, 2, 3].map(() => on * (1 + 0.03 * normal()))
        }
        return { day, left: three(46), right: three(50) }
      }),
    }))
  for (let q = 0; q < squads; q++) {
    const members = Array.from({ length: 10 }, one)
    for (const series of members)
      yield {
        dominant: 'right',
        sport: 'boxer',
        from: 0,
        to: 84,
        today: 84,
        series,
        squad: members.filter((m) => m !== series),
      }
  }
}

describe('all that a review would claim', () => {
  it(
    'of two hundred athletes in whom nothing changed, ' + 'hardly one in twenty is told anything',
    () => {
      let [told, raised] = [0, 0]
      for (const a of athletes(20)) {
        const kinds = claimsOf(a).map((c) => c.kind)
        if (kinds.some((k) => ['gain', 'loss', 'lean', 'caught_up'].includes(k))) told++
        if (kinds.some((k) => ['deload', 'raise'].includes(k))) raised++
      }
      expect(told).toBeLessThanOrEqual(14)
      expect(raised).toBeLessThanOrEqual(4)
    },
  )
  it('a tenth more in twelve weeks is found in most, in the series it was', () => {
    let [all, found, elsewhere] = [0, 0, 0]
    for (const a of athletes(8, (s, day) => (s === 1 ? 1 + (0.1 * day) / 84 : 1))) {
      const gains = claimsOf(a).filter((c) => c.kind === 'gain')
      all++
      if (gains.some((c) => c.series === 1)) found++
      if (gains.some((c) => c.series !== 1)) elsewhere++
    }
    expect(found / all).toBeGreaterThan(0.65)
    expect(elsewhere / all).toBeLessThan(0.05)
  })
  it('answers a case by its topic, and a series with its place in the list', () => {
    const [a] = athletes(1)
    const lean = (l: number, r: number) => ({
      ...a!,
      series: [
        {
          protocol: 'dyno_seated',
          unit: 'kg',
          tests: [0, 20, 42, 63, 84].map((day) => ({
            day,
            left: [l, l + 0.4, l - 0.3],
            right: [r, r + 0.3, r - 0.4],
          })),
        },
      ],
    })
    expect(
      answerCases([{ topic: '13-claims', id: 'x', inputs: lean(35, 50) }], '13'),
    ).toMatchObject([{ id: 'x', result: { claims: [{ series: 0, hand: 'left', kind: 'lean' }] } }])
    expect(claimsOf(lean(44, 50))).toEqual([])
  })
})
