import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bracketSprings,
  SPRING,
  springNext,
  startsAtPct,
  trainingSprings,
  type SpringTry,
} from '../../src/testing/spring'

const ratings = fc.uniqueArray(fc.integer({ min: 20, max: 160 }), { minLength: 1, maxLength: 9 })

/** A hand that closes every spring up to `closesKg` and none above. */
function run(levels: readonly number[], closesKg: number, expectedKg: number | null) {
  const tries: SpringTry[] = []
  for (let i = 0; i < 60; i++) {
    const next = springNext(tries, 'left', levels, expectedKg)
    if (next.kind === 'done') return { next, tries }
    tries.push({ hand: 'left', loadKg: next.loadKg, closed: next.loadKg <= closesKg })
  }
  throw new Error('the bracket never ended')
}

describe('the spring bracket', () => {
  it(
    'finds the two neighbouring springs the known close lies between, whatever is owned ' +
      'and expected',
    () => {
      fc.assert(
        fc.property(
          ratings,
          fc.integer({ min: 10, max: 170 }),
          fc.option(fc.integer({ min: 20, max: 170 })),
          (levels, closes, expected) => {
            const { next, tries } = run(levels, closes, expected)
            const up = [...levels].sort((a, b) => a - b)
            expect(next).toMatchObject({
              closedKg: up.filter((l) => l <= closes).at(-1) ?? null,
              missedKg: up.find((l) => l > closes) ?? null,
            })
            for (const l of up)
              expect(tries.filter((t) => t.loadKg === l && !t.closed).length).toBeLessThanOrEqual(
                SPRING.tries,
              )
            if (next.kind === 'done') expect(next.top).toBe(closes >= up.at(-1)!)
          },
        ),
        { numRuns: 400 },
      )
    },
  )
  it('a close at the third try counts, and the other hand has a bracket of its own', () => {
    const tries: SpringTry[] = [
      { hand: 'left', loadKg: 40, closed: false },
      { hand: 'left', loadKg: 40, closed: false },
      { hand: 'left', loadKg: 40, closed: true },
    ]
    expect(springNext(tries, 'left', [40, 50], null)).toEqual({ kind: 'try', loadKg: 50, left: 3 })
    expect(springNext(tries, 'right', [40, 50], null)).toEqual({ kind: 'try', loadKg: 40, left: 3 })
  })
  it('an insert puts a level between two springs', () => {
    const missed = Array.from({ length: 3 }, (): SpringTry => ({
      hand: 'left',
      loadKg: 50,
      closed: false,
    }))
    expect(
      springNext(
        [
          { hand: 'left', loadKg: 40, closed: true },
          ...missed,
          { hand: 'left', loadKg: 44, closed: true },
        ],
        'left',
        [40, 50],
        null,
      ),
    ).toEqual({ kind: 'done', closedKg: 44, missedKg: 50, top: false })
  })
  it('without a spring there is nothing to close, and none closed says so', () => {
    expect(springNext([], 'left', [], null)).toEqual({
      kind: 'done',
      closedKg: null,
      missedKg: null,
      top: false,
    })
    expect(run([60, 70], 10, null).next).toEqual({
      kind: 'done',
      closedKg: null,
      missedKg: 60,
      top: false,
    })
  })
  it('training springs come from the heaviest close', () => {
    expect(trainingSprings([30, 45, 55, 63, 72], 55)).toEqual({
      warmKg: 30,
      repetitionsKg: 45,
      workKg: 55,
      nextKg: 63,
    })
    expect(trainingSprings([55], 55)).toEqual({
      warmKg: null,
      repetitionsKg: null,
      workKg: 55,
      nextKg: null,
    })
  })
  it('sets of a 70 mm spring start at 71, 46 and 23 % of the closing force (linear model)', () => {
    expect([20, 38, 54].map((mm) => Math.round(startsAtPct(70, mm)!))).toEqual([71, 46, 23])
    expect(startsAtPct(70, null)).toBe(0)
    expect(startsAtPct(null, 38)).toBeNull()
    expect(startsAtPct(50, 54)).toBeNull()
  })
  it('only rated springs of one spread and handle stand in one bracket', () => {
    const s = (
      id: string,
      ratingKg: number | null,
      sizeMm: number | null,
      handleMm: number | null,
      kind = 'spring',
    ) => ({ id, kind, ratingKg, sizeMm, handleMm })
    const all = [
      s('b', 55, 71, 19.5),
      s('a', 45, 70, 19.4),
      s('wide', 50, 76, 19.5),
      s('thick', 50, 70, 21),
      s('unrated', null, 70, 19.5),
      s('unmeasured', 50, null, null),
      s('ring', 45, 70, 19.5, 'machine'),
    ]
    expect(bracketSprings(all, { sizeMm: 70, handleMm: 19.5 }).map((x) => x.id)).toEqual(['a', 'b'])
    expect(bracketSprings(all, { sizeMm: null, handleMm: null }).map((x) => x.id)).toEqual([
      'unmeasured',
    ])
  })
})
