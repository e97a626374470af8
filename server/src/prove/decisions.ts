import { type Claim, claimsOf, seriesOfCase } from '@mano/core/calc/claims'
import { leanUpTo } from '@mano/core/gaps/lean'
import { changeBetween, pooledError } from '@mano/core/measure/error'
import { changesOf } from '@mano/core/review/changes'
import { knownBy, stepsBy, type Steps } from '@mano/core/record/known'
import { buildSeries, type Series } from '@mano/core/record/series'
import { seriesKey } from '@mano/core/testing/session'
import { addDays } from '@mano/core/units/dates'
import { Seeded } from '@mano/core/units/seeded'
import { drawnAthletes, type Drawn } from './athletes'
import { longRecord } from './simulations'
import { must } from '@mano/core/units/must'

/** Trial and day CV, %. */
const CVS = [
  [3, 0],
  [3, 2],
  [3, 3],
  [6, 3],
] as const
const pct = (n: number, of: number): string => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`
const one = (claims: readonly Claim[], ...kinds: Claim['kind'][]): number =>
  claims.some((c) => kinds.includes(c.kind)) ? 1 : 0

/** Athletes in whom nothing changed: shares with any line of a kind. */
export function nothingRows(squads: number): string[] {
  return CVS.flatMap(([trialCv, dayCv]) =>
    [0, 8, 12].map((leanPct, i) => {
      const n = { all: 0, any: 0, change: 0, lean: 0, caught: 0, deload: 0, raise: 0 }
      const seed = 100 * trialCv + 10 * dayCv + leanPct
      // Every other cell with tests of the weeks before.
      for (const a of drawnAthletes(seed, squads, {
        trialCv,
        dayCv,
        leanPct,
        ...(i % 2 === 1 && { history: 5 }),
      })) {
        const c = claimsOf(a)
        n.all++
        n.any += one(c, 'gain', 'loss', 'lean', 'caught_up')
        n.change += one(c, 'gain', 'loss')
        n.lean += one(c, 'lean')
        n.caught += one(c, 'caught_up')
        n.deload += one(c, 'deload')
        n.raise += one(c, 'raise')
      }
      return (
        `| ${trialCv} / ${dayCv} % | ${leanPct} % | ${n.all} | ` +
        [n.any, n.change, n.lean, n.caught, n.deload, n.raise]
          .map((x) => pct(x, n.all))
          .join(' | ') +
        ' ' +
        '|'
      )
    }),
  )
}

/**
 * The earlier rule on one hand: first against last test, absolute error of own steps and the
 * squad's.
 */
function firstToLast(values: readonly number[], squad: readonly (readonly number[])[]): boolean {
  const steps = values.slice(1).map((v, i) => v - must(values[i]))
  const r = changeBetween(
    must(values[0]),
    must(values.at(-1)),
    pooledError(steps.length >= 5 ? steps : [], squad),
  )
  return r.ok && r.word === 'changed' && r.by > 0
}

/**
 * A rise of a tenth over twelve weeks in one series, and in all eight: found now and by the earlier
 * rule.
 */
export function riseRows(squads: number): string[] {
  return CVS.flatMap(([trialCv, dayCv]) =>
    [1, 8].map((rising) => {
      const n = { all: 0, series: 0, hands: 0, before: 0, either: 0 }
      for (const a of drawnAthletes(7000 + 100 * trialCv + dayCv + rising, squads, {
        trialCv,
        dayCv,
        leanPct: 8,
        risePct: 10,
        rising,
      })) {
        n.all++
        const gains = claimsOf(a).filter((c) => c.kind === 'gain' && c.series === 0)
        n.series += gains.length > 0 ? 1 : 0
        n.hands += gains.length
        const mean = (xs: readonly number[]) => xs.reduce((x, y) => x + y, 0) / xs.length
        const found = (['left', 'right'] as const).filter((hand) =>
          firstToLast(
            must(a.series[0]).tests.map((t) => mean(must(t[hand]))),
            (a.squad ?? []).map((m) => {
              const v = must(m[7]).tests.map((t) => mean(must(t[hand])))
              return v.slice(1).map((x, i) => x - must(v[i]))
            }),
          ),
        )
        n.before += found.length
        n.either += found.length > 0 ? 1 : 0
      }
      return (
        `| ${trialCv} / ${dayCv} % | ${rising} of 8 | ${pct(n.series, n.all)} | ` +
        `${pct(n.hands, 2 * n.all)} | ${pct(n.either, n.all)} | ` +
        `${pct(n.before, 2 * n.all)} |`
      )
    }),
  )
}

/** How often the interval of a lean holds the athlete's own, and an expected lean is acted on. */
export function leanRows(squads: number): string[] {
  return CVS.flatMap(([trialCv, dayCv]) =>
    [0, 8, 12, 25].map((leanPct) => {
      const n = { all: 0, held: 0, athletes: 0, acted: 0, left: 0 }
      for (const a of drawnAthletes(9000 + 100 * trialCv + dayCv + leanPct, squads, {
        trialCv,
        dayCv,
        leanPct,
      })) {
        n.athletes++
        n.acted += one(claimsOf(a), 'lean')
        n.left += one(claimsOf({ ...a, dominant: 'left' }), 'lean')
        const steps: Record<string, Steps[]> = {}
        for (const member of a.squad ?? [])
          for (const s of seriesOfCase(member, a.today))
            (steps[seriesKey('', s.setup, 'pair')] ??= []).push(stepsBy(s, '9999-12-31'))
        const known = knownBy(steps)
        for (const s of seriesOfCase(a.series, a.today)) {
          const lean = must(leanUpTo(s, known(s), '9999-12-31'))
          n.all++
          if (lean.signedCi[0] <= leanPct && lean.signedCi[1] >= leanPct) n.held++
        }
      }
      return (
        `| ${trialCv} / ${dayCv} % | ${leanPct} % | ${pct(n.held, n.all)} | ` +
        `${pct(n.acted, n.athletes)} | ${pct(n.left, n.athletes)} |`
      )
    }),
  )
}

/** False lines a series in the strong and the weak half of such squads. */
export function strengthRows(squads: number): string[] {
  return CVS.map(([trialCv, dayCv]) => {
    const half = { strong: { all: 0, called: 0 }, weak: { all: 0, called: 0 } }
    for (const a of drawnAthletes(11_000 + 100 * trialCv + dayCv, squads, {
      trialCv,
      dayCv,
      leanPct: 8,
    } satisfies Drawn)) {
      const level = must(must(must(must(a.series[0]).tests[0]).right)[0])
      const of = half[level > 50 ? 'strong' : 'weak']
      of.all++
      of.called += one(claimsOf(a), 'gain', 'loss')
    }
    return (
      `| ${trialCv} / ${dayCv} % | ${pct(half.strong.called, half.strong.all)} | ` +
      `${pct(half.weak.called, half.weak.all)} |`
    )
  })
}

/** Time of all changes over a long record, ms. */
export function speedLine(): string {
  const sessions = longRecord(new Seeded(53), 6400)
  const series: Series[] = buildSeries(sessions)
  const period = {
    from: must(sessions[0]).performedOn,
    to: addDays(must(sessions.at(-1)).performedOn, 1),
  }
  const start = performance.now()
  changesOf(series, period)
  return (
    `Changes over ${sessions.length.toLocaleString('en')} sessions in ${series.length} ` +
    `series: ${(performance.now() - start).toFixed(0)} ms (asked: under 200; 13,987 with ` +
    'the earlier rule).'
  )
}
