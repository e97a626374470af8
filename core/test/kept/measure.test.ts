import { describe, expect, it } from 'vitest'
import * as asymmetry from '../../src/measure/asymmetry'
import * as force from '../../src/measure/criticalForce'
import * as endurance from '../../src/measure/endurance'
import * as error from '../../src/measure/error'
import * as fatigue from '../../src/measure/fatigue'
import * as forecast from '../../src/measure/forecast'
import { ownLean, leanVerdict } from '../../src/measure/leanLevel'
import * as level from '../../src/measure/level'
import { line } from '../../src/measure/line'
import * as mechanics from '../../src/measure/mechanics'
import * as norms from '../../src/measure/norms'
import { medianOf, tTails } from '../../src/measure/quantiles'
import { reliability } from '../../src/measure/reliability'
import * as spread from '../../src/measure/spread'
import * as trend from '../../src/measure/trend'
import * as trials from '../../src/measure/trials'
import { verdictWords } from '../../src/measure/words'
import { lineOf } from './lines'
import { Dice } from './record'

const list = <T>(n: number, one: (i: number) => T): T[] =>
  Array.from({ length: n }, (_, i) => one(i))
/** Values round a middle, sometimes two of them alike. */
const round = (dice: Dice, n: number, at: number, share: number): number[] => {
  const own = list(n, () => at * (1 + dice.normal(0, share)))
  return dice.yes(0.2) && n > 1 ? [own[0]!, ...own.slice(0, -1)] : own
}
const days = (dice: Dice, n: number): number[] => {
  let on = 0
  return list(n, () => (on += dice.whole(0, 14)))
}
const typical = (dice: Dice): error.TypicalError | null =>
  dice.yes(0.15)
    ? null
    : { value: dice.of([0, 1, 3, 8]), df: dice.whole(3, 20), of: dice.of(['own', 'squad']) }
const squares = (dice: Dice) => ({ ss: dice.between(0, 0.02), df: dice.whole(0, 8) })
const known = (dice: Dice) => ({ variance: dice.between(0.0004, 0.01), df: dice.whole(1, 20) })
const verdict = (dice: Dice): asymmetry.AsymmetryVerdict => {
  const lean = dice.between(-30, 30)
  const half = dice.between(1, 25)
  return dice.yes(0.2)
    ? asymmetry.judgeAsymmetry(round(dice, dice.whole(1, 2), 40, 0), [40, 40])
    : asymmetry.called(lean, [lean - half, lean + half])
}

const OF: Readonly<Record<string, (dice: Dice) => unknown>> = {
  'index of two hands': (d) => asymmetry.asymmetryIndex(d.of([0, 40, 38]), d.between(30, 50)),
  'verdict by trials': (d) =>
    asymmetry.judgeAsymmetry(
      round(d, d.whole(1, 4), 40, d.of([0.01, 0.04, 0.5])),
      round(d, d.whole(1, 4), d.between(32, 46), 0.03),
    ),
  'a lean held over days': (d) => asymmetry.isConsistent(list(d.whole(0, 4), () => verdict(d))),
  'a lean against dominance': (d) => {
    const [v, dominant] = [verdict(d), d.of(['left', 'right'] as const)]
    return [asymmetry.leanContext(v, dominant), verdictWords(v, dominant, d.yes(0.5))]
  },
  'words without dominance': (d) => verdictWords(verdict(d), null, d.yes(0.5)),
  'critical force': (d) => {
    const loads = list(d.whole(2, 5), (i) => 18 + i * d.of([0.2, 3, 5]))
    return force.criticalForce(
      loads,
      loads.map((kg) => (d.between(700, 900) / (kg - 12)) * (1 + d.normal(0, d.of([0.01, 0.1])))),
    )
  },
  'time at a force': (d) => {
    const fit = { cf: 14, w: 800, seCf: d.between(0.2, 3), seW: d.between(20, 500), see: 1 }
    const at = d.between(10, 40)
    return [force.timeAt(fit, at), force.timeBand(fit, at, d.whole(2, 6))]
  },
  'kept up with rests': (d) => force.keptUpWithRests(20, d.whole(3, 10), d.whole(1, 10)),
  'all-out': (d) =>
    force.allOut(
      list(d.of([3, 9, 24]), (i) => (20 + 20 * Math.exp(-i / 6)) * (1 + d.normal(0, 0.02))),
      7,
      d.of([4, 6]),
    ),
  'holds and loads': (d) => {
    const [s, kg] = [d.of([3, 6, 20, 44, 45, 46, 300, 600, 700]), d.of([0, 20])]
    return [
      endurance.equivalentMax(s, kg),
      endurance.loadForTime({ seconds: s, loadKg: 20 }, d.of([4, 6, 30, 45, 60, 600, 601])),
      endurance.timesAt(d.between(0.05, 0.95)),
      endurance.sharesFor(s),
      endurance.hangAdvice(s),
      endurance.pulleyWeight(10, d.of([1, 2])),
      endurance.hangLoad(70, s),
    ]
  },
  'typical error': (d) =>
    error.pooledError(
      round(d, d.whole(0, 7), 1, 2),
      list(d.whole(0, 4), () => round(d, d.whole(1, 5), 1, 2)),
    ),
  'change between two tests': (d) =>
    error.changeBetween(d.of([null, 40]), d.between(30, 50), typical(d)),
  'verdict by one result': (d) =>
    error.judgeSingle(d.of([0, 40, 38]), d.of([0, 30, 40, 48]), typical(d), d.of([0, 1.25])),
  'balance of two': (d) => {
    const part = () =>
      d.of([
        null,
        { value: 0, half: 1 },
        ...list(4, () => ({ value: d.between(5, 20), half: d.of([null, 0.5, 2, 12]) })),
      ])
    return error.balanceRatio(part(), part())
  },
  'a hold by the fatigue model': (d) => [
    fatigue.step(fatigue.FRESH, d.between(0.1, 1), d.whole(1, 20)),
    fatigue.holdSeconds(d.of([0.1, 0.3, 0.6, 0.9])),
    fatigue.intermittent(d.between(0.2, 0.8), 7, d.of([3, 20]), d.whole(1, 6)),
    fatigue.allOutShares(d.whole(1, 6), 7, 3),
  ],
  'smoothed days': (d) => {
    const on = days(d, 6)
    return forecast.ewma(on, round(d, 6, 40, 0.05))
  },
  'a goal': (d) => {
    const on = list(d.of([2, 5, 6, 9]), (i) => i * d.of([7, 14]))
    const rise = d.of([-0.05, 0.01, 0.08])
    const values = on.map((x) => 40 + rise * x + d.normal(0, d.of([0.1, 1])))
    const goal = d.of([39, 43, 46, 90])
    return [forecast.goalFit(on, values, goal), forecast.goalDate(on, values, goal)]
  },
  readiness: (d) =>
    forecast.readiness(round(d, d.whole(3, 30), 400, d.of([0.001, 0.03])), d.between(330, 430)),
  'a lean as a level': (d) => {
    const on = days(d, d.whole(1, 8))
    const rises = d.of([0, 0.004])
    const lean = ownLean(
      on.map((day) => ({ day, log: 0.08 + rises * day + d.normal(0, 0.02) })),
      known(d),
      squares(d),
    )
    return lean && [lean, leanVerdict(lean)]
  },
  'a movement': (d) => {
    const on = days(d, d.whole(1, 7))
    const rises = d.of([0, 0.003])
    const move = level.moveOf(
      on.map((day) => ({ day, log: 3.7 + rises * day + d.normal(0, 0.03) })),
      known(d),
      squares(d),
    )
    return move && [move, level.between(move.by, move.se, move.df, 0.9), level.asShare(move.by)]
  },
  'a level held': (d) => level.heldLevel(round(d, d.whole(0, 5), 3.7, 0.01), known(d), squares(d)),
  "Holm's levels": (d) => level.holm(list(d.whole(0, 5), () => d.next() ** 3)),
  'least squares': (d) => line(days(d, d.whole(2, 6)), round(d, 6, 40, 0.1)),
  mechanics: (d) => [
    mechanics.leverTorque(
      [
        [d.whole(0, 2), 0.2],
        [d.whole(0, 3), 0.5],
      ],
      d.of([0.1, 0.4]),
      d.of([0, 30, 90]),
    ),
    mechanics.wristRoller(d.of([0, 5]), d.of([0, 1.2]), d.of([0, 50]), d.of([-1, 0, 4])),
    mechanics.springAtSet(600, d.of([0, 80]), d.of([-1, 0, 20, 80, 81])),
  ],
  norms: (d) => {
    const [sex, age] = [
      d.of(['male', 'female'] as const),
      d.of([19, 20, 24, 25, 39, 74, 75, 80, 81]),
    ]
    const band = norms.mathiowetzBand(age)
    const kgf = d.of([0, 12, 25, 33, 48, 55, 70])
    return [
      band && norms.mathiowetzPercentile(sex, d.of(['left', 'right']), band, kgf),
      norms.mathiowetzPercentile(sex, 'left', 'no band', 40),
      norms.doddsCentile(sex, age, kgf),
    ]
  },
  'the middle': (d) => medianOf(round(d, d.whole(1, 6), 40, 0.2)),
  't both ways': (d) => tTails(d.normal(0, 3), d.of([0.5, 1, 3.3, 40])),
  reliability: (d) => {
    const sessions = d.whole(1, 4)
    return reliability(
      list(d.whole(4, 8), () => {
        const own = d.of([40, 45, 55])
        return list(sessions, () => (d.yes(0.02) ? own : own + d.normal(0, 2)))
      }),
    )
  },
  'steps and squares': (d) => {
    const steps = list(d.whole(0, 18), () => d.normal(0, 0.03))
    const members = list(d.whole(0, 7), () => squares(d))
    return [
      spread.squaresOfSteps(steps),
      spread.squaresOfRepeats(steps),
      spread.squadSpread(members, known(d)),
      spread.squadSpread(members, known(d), 9),
      spread.alike([members, list(4, () => squares(d))]),
      spread.digamma(d.between(0.1, 12)),
      spread.trigamma(d.between(0.1, 12)),
    ]
  },
  trend: (d) => {
    const on = days(d, d.whole(2, 9))
    const [rises, round] = [d.of([-0.1, 0, 0.1]), d.yes(0.4)]
    const values = on.map((x) => {
      const v = 40 + rises * x + d.normal(0, d.of([0.2, 2]))
      return round ? Math.round(v) : v
    })
    return [
      trend.theilSen(on, values, d.of([0.9, 0.95])),
      trend.judgeTrend(on, values, d.of([1, 4])),
      trend.detectableChange(d.between(0.5, 3), d.whole(1, 20)),
    ]
  },
  trials: (d) => {
    const values = round(d, d.whole(0, 7), d.of([0, 40]), d.of([0.01, 0.2]))
    return [
      trials.summariseTrials(values),
      trials.adviseTrials(values, { trials: 3, trialsUpTo: 6, askOverCvPct: d.of([null, 10]) }),
    ]
  },
}

const DRAWN = 14

describe('computations on made-up numbers are what they were', () => {
  it.each(Object.entries(OF))('%s', async (name, of) => {
    const lines = list(DRAWN, (seed) => lineOf(of(new Dice(seed))))
    await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot(
      `measure/${name.replace(/[^a-z]+/gi, '-')}.txt`,
    )
  })
})
