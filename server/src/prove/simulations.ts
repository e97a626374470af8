import { judgeAsymmetry } from '@mano/core/measure/asymmetry'
import { readiness } from '@mano/core/measure/forecast'
import { changesOf } from '@mano/core/review/changes'
import { buildSeries } from '@mano/core/record/series'
import type { TestSession } from '@mano/core/testing/session'
import { addDays } from '@mano/core/units/dates'
import { Seeded } from '@mano/core/units/seeded'
import { must } from '@mano/core/units/must'

const RUNS = 4000
const pct = (n: number, of: number): string => `${((100 * n) / of).toFixed(1)} %`
const draw = (random: Seeded, mean: number, cv: number): number =>
  random.normal(mean, (mean * cv) / 100)

/**
 * Readiness: days of two hands falsely called low, and a 10 % drop of one hand found within two
 * days; baseline of 14 days.
 */
export function readinessRows(): string[] {
  const random = new Seeded(29)
  return [2, 3, 4, 5, 6].map((cv) => {
    let alarms = 0
    let found = 0
    for (let i = 0; i < RUNS; i++) {
      const hand = () => Array.from({ length: 14 }, () => draw(random, 50, cv))
      const [left, right] = [hand(), hand()]
      const low = (base: number[], today: number) => {
        const r = readiness(base, today)
        return r.ok && r.word !== 'normal'
      }
      if (low(left, draw(random, 50, cv)) || low(right, draw(random, 50, cv))) alarms++
      if (low(left, draw(random, 45, cv)) || low(left, draw(random, 45, cv))) found++
    }
    return `| ${cv} % | ${pct(alarms, RUNS)} | ${pct(found, RUNS)} |`
  })
}

/**
 * How often equal hands are called real with three trials, and the interval holds a true lean, over
 * random spreads of 1 to 6 %.
 */
export function coverageLine(): string {
  const random = new Seeded(31)
  let held = 0
  let called = 0
  const runs = 5 * RUNS
  for (let i = 0; i < runs; i++) {
    const cv = random.between(1, 6)
    const lean = random.between(0, 20)
    const three = (mean: number) => [1, 2, 3].map(() => draw(random, mean, cv))
    const v = judgeAsymmetry(three(50 * (1 - lean / 100)), three(50))
    if (v.kind !== 'unknown' && v.signedCi[0] <= lean && v.signedCi[1] >= lean) held++
    const equal = judgeAsymmetry(three(50), three(50))
    if (equal.kind === 'real' || equal.kind === 'large') called++
  }
  return (
    `Over ${runs.toLocaleString('en')} random pairs (spread 1 to 6 %, lean 0 to 20 %) the ` +
    `interval held the true lean in ${pct(held, runs)}; of as many pairs of equal hands ` +
    `${pct(called, runs)} were called real.`
  )
}

const FORTNIGHT = 14
const FIRST = '2025-01-06'

/**
 * Tests of one hand a fortnight apart, three tries each (spread 3 %, day to day 2 %), round means
 * of a known truth.
 */
function athlete(random: Seeded, means: readonly number[], every = FORTNIGHT): TestSession[] {
  return means.map((mean, i) => {
    const day = draw(random, mean, 2)
    const on = addDays(FIRST, every * i)
    return {
      id: `s${i}`,
      athleteId: 'a',
      protocolId: 'dyno_seated',
      protocolVersion: 1,
      unitId: 'u',
      measurementId: 'm',
      variant: { position: '2' },
      performedAt: `${on}T10:00:00Z`,
      performedOn: on,
      practice: false,
      trials: [1, 2, 3].map((n) => ({
        id: `t${i} ${n}`,
        hand: 'left' as const,
        ordinal: n,
        value: draw(random, day, 3),
        enteredValue: 0,
        enteredUnit: 'N' as const,
        pain: null,
        recordedAt: on,
        struck: null,
        correction: null,
      })),
    }
  })
}

/** A long record: sessions of eight set-ups, both hands, one a day. */
export function longRecord(random: Seeded, count: number): TestSession[] {
  return athlete(
    random,
    Array.from({ length: count }, () => 500),
    1,
  ).map((s, i) => ({
    ...s,
    variant: { position: String((i % 5) + 1) },
    measurementId: `m${i % 8}`,
    trials: s.trials.flatMap((t) => [t, { ...t, id: `${t.id} r`, hand: 'right' as const }]),
  }))
}

/**
 * What is said of athletes who stand still, and of those who gain 1 % a fortnight, by number of
 * tests.
 */
export function plateauRows(): string[] {
  const random = new Seeded(41)
  return [8, 12, 16].flatMap((n) =>
    [0, 0.01].map((gain) => {
      const words = new Map<string, number>()
      for (let i = 0; i < RUNS / 4; i++) {
        const series = buildSeries(
          athlete(
            random,
            Array.from({ length: n }, (_, k) => 500 * (1 + gain * k)),
          ),
        )
        const period = { from: FIRST, to: addDays(FIRST, FORTNIGHT * n) }
        const word = must(must(changesOf(series, period)[0]).hands[0]).word
        words.set(word, (words.get(word) ?? 0) + 1)
      }
      return (
        `| ${n} | ${gain === 0 ? 'stands still' : 'gains 1 % a fortnight'} | ` +
        ['flat', 'unclear', 'gain', 'loss']
          .map((w) => pct(words.get(w) ?? 0, RUNS / 4))
          .join(' | ') +
        ' ' +
        '|'
      )
    }),
  )
}
