import { expect, it } from 'vitest'
import { CAUTIONS } from '../../src/catalogue/cautions'
import { knownBy, knownOf, stepsBy, type Known } from '../../src/record/known'
import { buildSeries, type Series } from '../../src/record/series'
import { byChance, changesOf, counted, sureOf, type Period } from '../../src/review/changes'
import { goalOf } from '../../src/review/forecast'
import { girthChange } from '../../src/review/girth'
import { handTime, plannedAgainstDone } from '../../src/review/load'
import { carriedTerms, raisedQuality, speaksOf } from '../../src/review/conclusion'
import { draftNext, lowTwiceOf } from '../../src/review/next'
import type { NextFacts } from '../../src/review/nextFacts'
import { sessionNorms } from '../../src/review/norms'
import { recordBook } from '../../src/review/records'
import { rankSquad, squadError, standing, type SquadTest } from '../../src/review/squad'
import { surenessOf } from '../../src/review/sure'
import { sumOf, weeksOf } from '../../src/review/weeks'
import { yearWeeks } from '../../src/review/year'
import type { TestSession } from '../../src/testing/session'
import { addDays } from '../../src/units/dates'
import { lineOf } from './lines'
import { Dice, FIRST_DAY, sessionsOf, workOf } from './record'

// A judgement that is changed on purpose changes lines of the kept file, and shows which:
// `npx vitest run core/test/kept --update`, then read what changed.

const MET = { mass: 'kg', length: 'mm' } as const

const periodOf = (dice: Dice): Period => {
  const from = addDays(FIRST_DAY, dice.whole(0, 40))
  return { from, to: addDays(from, dice.whole(30, 150)) }
}

/** Own steps of a made-up squad in each test, or none. */
function knownIn(dice: Dice, series: readonly Series[], to: string): (s: Series) => Known {
  if (dice.yes(0.4)) return knownBy({})
  const small = Array.from({ length: 6 }, () => ({
    left: [0.01, -0.012, 0.008],
    right: [-0.01, 0.011, -0.007],
    both: [0.012, -0.011],
  }))
  return (s) => knownOf(s.protocol, [...small, ...series.map((x) => stepsBy(x, to))])
}

function tests(dice: Dice, sessions: readonly TestSession[]): string[] {
  const [series, period] = [buildSeries(sessions), periodOf(dice)]
  const known = knownIn(dice, series, period.to)
  const changes = changesOf(series, period, known)
  const hands = changes.flatMap((c) => c.hands)
  const { weeks } = work(dice)
  const caution = dice.yes(0.3) ? [dice.of(CAUTIONS)] : []
  const facts: NextFacts = {
    changes,
    series,
    weeks: weeks.slice(-dice.whole(0, 8)),
    cautions: caution.map((c) => ({
      caution: c,
      hands: ['left'] as const,
      tissues: null,
      liftedTo: dice.yes(0.3) ? 'light' : null,
      stamp: '',
    })),
    period,
    dominant: dice.of(['left', 'right', null]),
    limitPct: dice.of([null, 5, 15]),
    known,
    lowTwice: dice.of([null, null, period.to]),
    today: period.to,
    staleDays: dice.of([20, 42]),
    units: dice.of([MET, { mass: 'lb', length: 'in' }]),
    weeksSinceDeload: dice.of([null, 4]),
  }
  const next = draftNext(facts)
  return [
    lineOf(period),
    ...changes.flatMap((c) => c.hands.map((h) => `${c.series.protocol.id} ${lineOf(h)}`)),
    ...hands.map((h) => `${surenessOf(h).level} ${surenessOf(h).word} | ${sureOf(h)}`),
    `${lineOf(counted(changes))} ${byChance(changes)}`,
    ...next.map((l) => `${lineOf(l)} ${raisedQuality(l)}`),
    ...[0, 7, 14, 56, 63].map((d) => {
      const [c, week] = [{ until: period.to, lines: next }, addDays('2026-03-02', d + 28)]
      return `${week} ${speaksOf(c, week)} ${lineOf(carriedTerms(c, week))}`
    }),
    ...series.flatMap((s) =>
      (['left', 'both'] as const).flatMap((hand) => {
        const best = Math.max(0, ...s.points.map((p) => p.byHand[hand]?.best ?? 0))
        return best === 0
          ? []
          : [lineOf(goalOf(s, hand, best * dice.of([0.95, 1.1, 1.6]), '2026-12-31'))]
      }),
    ),
    ...recordBook(series, sessions).map(lineOf),
    ...sessions.map((s) =>
      lineOf(
        sessionNorms(s, {
          sex: dice.of(['male', 'female', null]),
          birthDate: dice.of(['1960-02-29', '1996-05-05', '2010-01-01', null]),
        }),
      ),
    ),
  ]
}

function work(dice: Dice) {
  const { versions, logs } = workOf(dice)
  const weeks = weeksOf(logs, versions, periodOf(dice))
  const lines = [
    ...weeks.map(lineOf),
    lineOf(sumOf(weeks)),
    ...handTime(logs).map(lineOf),
    ...versions.map((v) =>
      lineOf(
        plannedAgainstDone(v.weekStart, v.blocks, logs).map((p) => ({ ...p, block: p.block.id })),
      ),
    ),
    ...yearWeeks(
      logs,
      versions.map((v, i) => ({ ...v, terms: i === 3 ? { kind: 'deload' as const } : {} })),
      '2026-04-10',
    )
      .filter((w) => w.planned !== null || w.done !== null)
      .map(lineOf),
  ]
  return { weeks, lines }
}

function squad(dice: Dice): string[] {
  const people = Array.from({ length: dice.whole(1, 6) }, (_, i) => ({
    name: `p${i}`,
    massKg: dice.yes(0.8) ? dice.whole(55, 110) : null,
    tests: (['left', 'right'] as const)
      .filter(() => dice.yes(0.85))
      .map((hand): SquadTest => ({
        setup: 'k',
        hand,
        value: dice.between(300, 500),
        best: 500,
        on: '2026-10-01',
        n: dice.whole(1, 3),
        sd: dice.yes(0.7) ? dice.between(2, 20) : null,
        differences: Array.from({ length: dice.whole(0, 3) }, () => dice.normal(0, 0.03)),
      })),
  }))
  const error = squadError(people.flatMap((p) => p.tests))
  return (['best', 'left', 'right', 'mass'] as const).map((by) =>
    lineOf(
      rankSquad(
        people.flatMap((p) => {
          const s = standing(p, 'k', by, error)
          return s ? [{ of: p.name, value: s.value, error: s.error }] : []
        }),
      ),
    ),
  )
}

const squeezes = (dice: Dice): string => {
  const days = Array.from({ length: dice.whole(4, 12) }, (_, i) => i + dice.whole(0, 1))
  const sessions = days.map((d, i): TestSession => {
    const on = addDays(FIRST_DAY, d)
    const value = 400 * (dice.yes(0.35) ? 0.85 : 1) * (1 + 0.01 * dice.normal())
    return {
      id: `r${i}`,
      athleteId: 'a',
      protocolId: 'ready_squeeze',
      protocolVersion: 1,
      unitId: 'u',
      measurementId: 'm',
      variant: { position: '2' },
      performedAt: `${on}T0${i % 10}:00:00Z`,
      performedOn: on,
      practice: false,
      trials: (['left', 'right'] as const).map((hand) => ({
        id: `${i} ${hand}`,
        hand,
        ordinal: 1,
        value,
        enteredValue: value,
        enteredUnit: 'N',
        pain: null,
        recordedAt: '',
        struck: null,
        correction: null,
      })),
    }
  })
  return String(lowTwiceOf(sessions, { from: FIRST_DAY, to: addDays(FIRST_DAY, 11) }))
}

const girths = (dice: Dice): string =>
  lineOf(
    girthChange(
      Array.from({ length: dice.whole(1, 5) }, () => ({
        measure: dice.of(['forearm_cold', 'forearm_cold', 'forearm_warm']),
        hand: dice.of(['left', 'left', 'right']),
        on: addDays(FIRST_DAY, dice.whole(0, 90)),
        value: 280 + dice.whole(0, 12),
      })),
      'left',
      { from: addDays(FIRST_DAY, 10), to: addDays(FIRST_DAY, 80) },
    ),
  )

it('twenty-two made-up records are reviewed as they were, in every sentence', async () => {
  const lines = Array.from({ length: 22 }, (_, seed) => {
    const dice = new Dice(seed)
    const sessions = sessionsOf(dice)
    return [
      `# ${seed}`,
      ...tests(dice, sessions),
      ...work(dice).lines,
      ...squad(dice),
      squeezes(dice),
      girths(dice),
    ]
  }).flat()
  await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('review.txt')
})
