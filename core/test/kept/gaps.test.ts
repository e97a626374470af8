import { expect, it } from 'vitest'
import { SPORTS } from '../../src/catalogue/sports'
import { demandProfile } from '../../src/demand/profile'
import { balanceRows } from '../../src/gaps/balance'
import { angleCurve, criticalForceViews } from '../../src/gaps/curves'
import { acrossTests } from '../../src/gaps/lean'
import { shortShare, type GapRow } from '../../src/gaps/map'
import { movedBy } from '../../src/gaps/moved'
import {
  importanceWords,
  knownShare,
  shortWords,
  testNext,
  untestable,
} from '../../src/gaps/priorities'
import { readGaps, type GapJudgement, type StoredChoice } from '../../src/gaps/read'
import { REFERENCE_SOURCES, type SquadResult, type Standard } from '../../src/gaps/references'
import { howSure } from '../../src/gaps/sure'
import { wantsOf } from '../../src/gaps/wants'
import { knownBy } from '../../src/record/known'
import { buildSeries } from '../../src/record/series'
import { judgeBy } from '../../src/safety/judge'
import type { TestSession } from '../../src/testing/session'
import { addDays } from '../../src/units/dates'
import { WELL } from '../safety/well'
import { lineOf } from './lines'
import { Dice, FIRST_DAY, injuriesOf, sessionsOf } from './record'

const TODAY = '2026-07-20'

const standardsOf = (dice: Dice, sportId: string): Standard[] =>
  Array.from({ length: dice.whole(0, 4) }, (): Standard => {
    const perBodyMass = dice.yes(0.4)
    return {
      protocolId: dice.of(['dyno_seated', 'pull_max', 'hang_time', 'wrist_max']),
      sportId: dice.of([null, sportId, 'boxer']),
      level: dice.of([null, 'trained', 'elite']),
      value: dice.whole(1, 4) * (perBodyMass ? 2 : 150),
      perBodyMass,
      variant: dice.of<Standard['variant']>([null, { position: '2' }, { direction: 'flexion' }]),
      sex: dice.of([null, 'male', 'female']),
      ages: dice.of([null, [18, 30], [35, 60]] as const),
      on: addDays(TODAY, -dice.whole(0, 300)),
    }
  })

function judged(dice: Dice, sessions: readonly TestSession[], sportId: string): GapJudgement {
  const series = buildSeries(sessions)
  const squad = series.flatMap((s) =>
    Array.from({ length: dice.of([0, 7, 8, 14]) }, (): SquadResult => ({
      setup: s.key.split('\u241F').slice(1).join('\u241F'),
      value: (s.points[0]?.byHand.left?.mean ?? 40) * dice.between(0.8, 1.3),
      sex: dice.of(['male', 'male', 'female', null]),
      ageYears: dice.of([null, 17, 25, 30, 44]),
      sports: dice.of([[sportId], ['boxer']]),
      massKg: dice.of([null, 60, 80]),
    })),
  )
  const choice = (kind: StoredChoice['kind'], rowKey: string, value: string): StoredChoice[] =>
    dice.yes(0.4) ? [{ rowKey, kind, value, reason: 'asked for' }] : []
  const injuries = injuriesOf(dice, 2)
  return readGaps({
    profile: dice.yes(0.95) ? demandProfile(sportId) : null,
    level: dice.of(['novice', 'trained', 'elite']),
    standards: standardsOf(dice, sportId),
    squad,
    sex: dice.of(['male', 'female', null]),
    birthDate: dice.of(['1996-05-05', '1975-01-01', '2009-03-03', null]),
    measurements: dice.yes(0.7)
      ? [{ measure: 'body_mass', hand: 'both', value: 80, on: '2026-03-01' }]
      : [],
    dominant: dice.of(['left', 'right', 'right', null]),
    known: knownBy({}),
    series,
    today: TODAY,
    staleDays: dice.of([undefined, 20]),
    judge: judgeBy({ ...WELL, today: TODAY, injuries }),
    injuries: injuries.map((i) => ({
      site: i.site,
      side: i.side,
      since: addDays(TODAY, -(i.daysAgo ?? 0)),
    })),
    choices: [
      ...choice('lean_limit', '*', dice.of(['6', '15'])),
      ...choice('reference', 'crush.max', dice.of(REFERENCE_SOURCES)),
      ...choice('priority', 'crush.max', dice.of(['pin', 'raise', 'lower'])),
      ...choice('priority', 'wrist_ext.max', dice.of(['pin', 'raise', 'lower'])),
    ],
  })
}

const rowLine = ({ quality, protocol, series, references, ...r }: GapRow): string =>
  `${quality.id} ${protocol?.id} ${series?.key} ${lineOf(r)} ${references.length}`

function linesOf(dice: Dice, sessions: readonly TestSession[], sportId: string): string[] {
  const g = judged(dice, sessions, sportId)
  const half = judged(dice, sessions.slice(0, Math.ceil(sessions.length / 2)), sportId)
  const sure = howSure(g.priorities)
  return [
    ...g.rows.map((r) =>
      [
        rowLine(r),
        '|',
        importanceWords(r),
        shortWords(r.belief),
        lineOf(r.hands.map(shortShare)),
      ].join(' '),
    ),
    ...g.priorities.map(({ row, ...p }) => `${row.key} ${lineOf(p)} ${lineOf(sure.get(row.key))}`),
    ...g.leans.map(({ series, days, ...l }) => `${series.key} ${days.length} ${lineOf(l)}`),
    acrossTests(g.leans),
    lineOf(wantsOf(g.priorities)),
    lineOf(untestable(g.rows).map((r) => r.key)),
    lineOf(knownShare(g.rows)),
    lineOf(
      testNext(g.rows)
        .slice(0, 4)
        .map((t) => [t.row.key, t.worth, t.says]),
    ),
    lineOf(movedBy(half, g)),
    ...balanceRows(buildSeries(sessions)).map(lineOf),
  ]
}

const held = (
  dice: Dice,
  protocolId: string,
  i: number,
  variant: Record<string, string>,
  value: number,
) => ({
  id: `h${i}`,
  athleteId: 'a',
  protocolId,
  protocolVersion: 1,
  unitId: 'u',
  measurementId: 'm',
  unitLabel: 'Board',
  variant,
  performedAt: `${addDays(FIRST_DAY, i)}T10:00:00Z`,
  performedOn: addDays(FIRST_DAY, i),
  practice: false,
  trials: (['left', 'right'] as const).map((hand) => {
    const v = value * (1 + dice.normal(0, 0.03))
    return {
      id: `${i} ${hand}`,
      hand,
      ordinal: 1,
      value: v,
      enteredValue: v,
      enteredUnit: 's' as const,
      pain: null,
      recordedAt: '',
      struck: null,
      correction: null,
    }
  }),
})

const curves = (dice: Dice): string[] => [
  lineOf(
    criticalForceViews(
      [20, 26, 32, 38]
        .slice(0, dice.whole(1, 4))
        .map((kg, i) =>
          held(dice, 'endurance_set', i, { loadKg: String(kg) }, 900 / (kg - dice.of([12, 15]))),
        ),
    ).map((v) => ({ ...v, series: null })),
  ),
  lineOf(
    angleCurve(
      ['flexed', 'straight', 'extended'].map((angle, i) =>
        held(dice, 'three_angles', i, { angle }, dice.between(250, 450)),
      ),
    ),
  ),
]

it('eight made-up records are judged as they were: gaps, priorities, leans, in full', async () => {
  const lines = Array.from({ length: 8 }, (_, seed) => {
    const dice = new Dice(seed)
    return [`# ${seed}`, ...linesOf(dice, sessionsOf(dice, 6), dice.of(SPORTS).id), ...curves(dice)]
  }).flat()
  await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('gaps.txt')
})
