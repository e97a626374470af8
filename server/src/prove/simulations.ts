import { judgeAsymmetry } from '@mano/core/measure/asymmetry'
import { changeBetween, pooledError } from '@mano/core/measure/error'
import { readiness } from '@mano/core/measure/forecast'
import { ownTypicalError, judgeTrend } from '@mano/core/measure/trend'
import { changeOf } from '@mano/core/review/changes'
import { buildSeries } from '@mano/core/review/series'
import type { TestSession } from '@mano/core/testing/session'
import { addDays } from '@mano/core/units/dates'
import { Seeded } from '../demo/random'

const RUNS = 4000
const pct = (n: number, of: number): string => `${((100 * n) / of).toFixed(1)} %`
const draw = (random: Seeded, mean: number, cv: number): number =>
  random.normal(mean, (mean * cv) / 100)

/**
 * Change between two tests: how often no change is called one, and a true change of twice the
 * detectable one is found. An athlete has
 * so many own earlier differences; fewer than five are pooled with a squad of ten who have six
 * each.
 */
export function changeRows(): string[] {
  const random = new Seeded(23)
  return [
    [4, 2],
    [5, 3],
    [8, 3],
    [15, 3],
    [15, 6],
  ].map(([own, cv]) => {
    let called = 0
    let found = 0
    for (let i = 0; i < RUNS; i++) {
      const tests = Array.from({ length: own! + 1 }, () => draw(random, 50, cv!))
      const differences = tests.slice(1).map((v, k) => v - tests[k]!)
      const squad =
        own! >= 5
          ? []
          : Array.from({ length: 10 }, () =>
              Array.from({ length: 6 }, () => draw(random, 50, cv!) - draw(random, 50, cv!)),
            )
      const error = pooledError(differences, squad)
      const before = draw(random, 50, cv!)
      const same = changeBetween(before, draw(random, 50, cv!), error)
      if (same.ok && same.word === 'changed') called++
      const moved = same.ok
        ? changeBetween(before, draw(random, 50 + 2 * same.detectable, cv!), error)
        : same
      if (moved.ok && moved.word === 'changed') found++
    }
    return `| ${own} own differences${own! >= 5 ? '' : ', pooled with the squad'} | ${cv} % | ${pct(called, RUNS)} | ${pct(found, RUNS)} |`
  })
}

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
  return `Over ${runs.toLocaleString('en')} random pairs (spread 1 to 6 %, lean 0 to 20 %) the interval held the true lean in ${pct(held, runs)}; of as many pairs of equal hands ${pct(called, runs)} were called real.`
}

const FORTNIGHT = 14
const FIRST = '2025-01-06'

/**
 * Tests of one hand a fortnight apart, three tries each (spread 3 %, day to day 2 %), round means
 * of a known truth.
 */
function athlete(random: Seeded, means: readonly number[]): TestSession[] {
  return means.map((mean, i) => {
    const day = draw(random, mean, 2)
    const on = addDays(FIRST, FORTNIGHT * i)
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

/**
 * The review itself over whole simulated athletes: eight, twelve and sixteen tests, the last five
 * the period, nothing changed or grown by twice the detectable.
 */
export function reviewRows(): string[] {
  const random = new Seeded(37)
  return [8, 12, 16].map((n) => {
    const period = { from: addDays(FIRST, FORTNIGHT * (n - 5)), to: addDays(FIRST, FORTNIGHT * n) }
    const count = { called: 0, grown: 0, stepped: 0 }
    for (let i = 0; i < RUNS; i++) {
      // Repeats of ten others stand beside, as in a squad.
      const squad = Array.from({ length: 10 }, () => {
        const v = athlete(
          random,
          Array.from({ length: 7 }, () => 500),
        ).map((s) => s.trials.reduce((a, t) => a + t.value, 0) / 3)
        return v.slice(1).map((x, k) => x - v[k]!)
      })
      const judge = (means: number[]) =>
        changeOf(buildSeries(athlete(random, means))[0]!, 'left', period, squad)
      const flat = judge(Array.from({ length: n }, () => 500))
      if (flat.word === 'gain' || flat.word === 'loss') count.called++
      const by = flat.result.ok ? 2 * flat.result.detectable : 0
      if (
        judge(Array.from({ length: n }, (_, k) => 500 + (by * Math.max(0, k - (n - 5))) / 4))
          .word === 'gain'
      )
        count.grown++
      if (judge(Array.from({ length: n }, (_, k) => 500 + (k > n - 4 ? by : 0))).word === 'gain')
        count.stepped++
    }
    return `| ${n} | ${pct(count.called, RUNS)} | ${pct(count.grown, RUNS)} | ${pct(count.stepped, RUNS)} |`
  })
}

/**
 * What the plateau rule says of athletes who stand still, and of those who gain 1 % a fortnight, by
 * number of tests.
 */
export function plateauRows(): string[] {
  const random = new Seeded(41)
  return [8, 12, 16].flatMap((n) =>
    [0, 0.01].map((gain) => {
      const words = new Map<string, number>()
      for (let i = 0; i < RUNS; i++) {
        const values = athlete(
          random,
          Array.from({ length: n }, (_, k) => 500 * (1 + gain * k)),
        ).map((s) => s.trials.reduce((a, t) => a + t.value, 0) / 3)
        const word = judgeTrend(
          values.map((_, k) => FORTNIGHT * k),
          values,
          2.77 * ownTypicalError(values)!,
        ).kind
        words.set(word, (words.get(word) ?? 0) + 1)
      }
      return `| ${n} | ${gain === 0 ? 'stands still' : 'gains 1 % a fortnight'} | ${['plateau', 'unclear', 'improving', 'declining'].map((w) => pct(words.get(w) ?? 0, RUNS)).join(' | ')} |`
    }),
  )
}
