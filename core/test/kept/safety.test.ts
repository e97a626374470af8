import { expect, it } from 'vitest'
import { DAY_FLAGS, SYMPTOMS } from '../../src/catalogue/cautions'
import { HEALTH_QUESTIONS } from '../../src/catalogue/health'
import { EXERCISES } from '../../src/catalogue/exercises'
import { INJURY_SITES, TISSUES } from '../../src/catalogue/tissues'
import { QUALITY_IDS } from '../../src/catalogue/qualities'
import {
  factsAhead,
  factsWith,
  healthDue,
  needsClearance,
  safetyFacts,
} from '../../src/safety/facts'
import { blockedBy, isFinal, judgeAct, judgeBy } from '../../src/safety/judge'
import type { SafetyRecord } from '../../src/safety/record'
import { openAsks, reasonKey } from '../../src/safety/reasons'
import { implementFindings, standing, waitsForClinician } from '../../src/safety/standing'
import { activeCautions, type SafetyFacts } from '../../src/safety/triggers'
import { cautionLine, findingLine } from '../../src/safety/words'
import { PROTOCOLS } from '../../src/catalogue/protocols'
import { addDays } from '../../src/units/dates'
import { lineOf } from './lines'
import { Dice, injuriesOf } from './record'

const SIDES = ['left', 'right', 'both'] as const
const CLEARED = [null, 'light', 'moderate', 'all'] as const

function factsOf(dice: Dice): SafetyFacts {
  const some = <T>(most: number, one: () => T): T[] =>
    Array.from({ length: dice.whole(0, most) }, one)
  const pain = () => ({
    hand: dice.of(SIDES),
    pain: dice.whole(0, 8),
    tissues: dice.of([null, [dice.of(TISSUES).id]]),
  })
  return {
    today: '2026-10-08',
    ageYears: dice.of([null, 11, 13, 14, 15, 16, 17, 18, 28, 44, 66]),
    guardianConsent: dice.yes(0.5),
    health: dice.yes(0.9)
      ? some(2, () => ({ id: dice.of(HEALTH_QUESTIONS).id, cleared: dice.of(CLEARED) }))
      : null,
    injuries: injuriesOf(dice, 2),
    symptoms: some(1, () => ({
      hand: dice.of(SIDES),
      symptom: dice.of(SYMPTOMS).id,
      cleared: dice.of(CLEARED),
    })),
    pains: some(2, pain),
    earlier: some(3, () => ({ ...pain(), daysAgo: dice.whole(1, 15), cleared: dice.of(CLEARED) })),
    flags: some(1, () => dice.of(DAY_FLAGS).id),
    experience: QUALITY_IDS.filter(() => dice.yes(0.6)).map((quality) => ({
      quality,
      family: null,
      weeks: dice.of([0, 3, 4, 7, 8, 11, 12, 25, 26, 51, 52, 80]),
    })),
  }
}

it('forty made-up athletes are stopped and asked where they were', async () => {
  const lines = Array.from({ length: 40 }, (_, seed) => {
    const dice = new Dice(seed)
    const facts = factsOf(dice)
    const [judge, active] = [judgeBy(facts), activeCautions(facts)]
    const drawn = Array.from({ length: 4 }, () => dice.of(EXERCISES))
    return [
      `# ${seed} ${lineOf({ ...facts, experience: 0 })}`,
      ...active.map(
        (a) =>
          `${waitsForClinician(a)} ${lineOf({ ...a, caution: a.caution.id })} ${cautionLine(a)}`,
      ),
      lineOf(standing(active).map((a) => a.caution.id)),
      ...drawn.flatMap((exercise) =>
        (['left', 'right'] as const).map((hand) => {
          const subject = { kind: 'exercise', exercise, hand } as const
          const verdict = judgeAct(judge, subject)
          const given = verdict.findings.slice(0, 1).map(reasonKey)
          return (
            `${exercise.id} ${hand} ${verdict.class} ` +
            lineOf(verdict.findings.map((f) => [f.class, isFinal(f), findingLine(f).length])) +
            ' ' +
            `${openAsks(verdict, given).length} ${blockedBy(judge, subject).length}`
          )
        }),
      ),
      // The whole catalogue in one line: how many are free, ask and stop.
      lineOf(
        (['left', 'right'] as const).map((hand) => {
          const classes = EXERCISES.map(
            (exercise) => judgeAct(judge, { kind: 'exercise', exercise, hand }).class,
          )
          return ['free', 'ask', 'stop'].map((c) => classes.filter((x) => x === c).length)
        }),
      ),
    ]
  }).flat()
  await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('safety.txt')
})

const TODAY = '2026-10-08'
const ON = [0, 1, 2, 6, 7, 13, 14, 27, 28, 90, 181, 182, 183, 184, 188, 400]

/** A record as the database gives it: versions of injuries, notes, sets, tests, clearances. */
function recordOf(dice: Dice): SafetyRecord {
  const some = <T>(most: number, one: (i: number) => T): T[] =>
    Array.from({ length: dice.whole(0, most) }, (_, i) => one(i))
  const day = () => addDays(TODAY, -dice.of(ON))
  const at = (on: string) => `${on}T${dice.of(['09', '10', '17'])}:00:00Z`
  const pain = () => dice.of([null, 0, 1, 3, 4, 6, 8])
  const where = () => dice.of([null, null, { hand: dice.of(SIDES), at: [dice.of(TISSUES).id] }])
  const injuries = some(2, (i) => {
    const [site, side] = [dice.of(INJURY_SITES).id, dice.of(SIDES)]
    const count = dice.whole(1, 3)
    return Array.from({ length: count }, (_, v) => ({
      id: `i${i}.${v}`,
      rootId: `i${i}.0`,
      site,
      side,
      status: dice.of(['active', 'settling', 'settled'] as const),
      since: dice.of([null, day()]),
      recordedAt: `2026-0${v + 3}-01T10:00:00Z`,
      current: v === count - 1,
    }))
  }).flat()
  return {
    birthDate: dice.of([null, '1996-05-05', '2010-10-08', '2008-10-09']),
    guardianConsent: dice.yes(0.5),
    health: dice.of([null, { on: day(), yes: some(2, () => dice.of(HEALTH_QUESTIONS).id) }]),
    injuries,
    notes: some(3, (i) => {
      const on = day()
      return {
        id: `n${i}`,
        hand: dice.of(SIDES),
        at: dice.of([null, [dice.of(TISSUES).id]]),
        pain: pain(),
        symptom: dice.yes(0.3) ? dice.of(SYMPTOMS).id : null,
        on,
        recordedAt: at(on),
        testId: dice.of([null, 't0']),
      }
    }),
    sets: some(8, (i) => {
      const on = day()
      const exerciseId = dice.of(EXERCISES).id
      const hand = dice.of(SIDES)
      return { id: `s${i}`, exerciseId, hand, on, recordedAt: at(on), pain: pain(), where: where() }
    }),
    tests: some(2, (i) => {
      const on = day()
      return {
        id: `t${i}`,
        protocolId: dice.of(PROTOCOLS).id,
        unitKind: dice.of(['edge', 'block', 'dyno']),
        variant: {},
        on,
        trials: some(3, (k) => ({
          id: `t${i}.${k}`,
          hand: dice.of(SIDES),
          recordedAt: at(on),
          pain: pain(),
          where: where(),
        })),
      }
    }),
    clearances: some(3, (i) => {
      const on = day()
      const ids = ['i0.0', 'i1.0', 'n0', 'n1']
      return {
        of: dice.of([
          { kind: 'injury' as const, id: ids[i]! },
          { kind: 'symptom' as const, id: ids[i + 1] ?? 'n0' },
          { kind: 'health' as const, id: dice.of(HEALTH_QUESTIONS).id },
          { kind: 'pain' as const, hand: dice.of(SIDES), tissue: dice.of(TISSUES).id },
        ]),
        on,
        recordedAt: at(on),
        allows: dice.of(['light', 'moderate', 'all'] as const),
        until: dice.of([null, addDays(TODAY, dice.whole(-2, 2))]),
      }
    }),
    experience: some(4, () => ({
      quality: dice.of(QUALITY_IDS),
      family: null,
      weeks: dice.whole(1, 60),
    })),
  }
}

it('eighty made-up records give the facts they gave, today and ahead', async () => {
  const lines = Array.from({ length: 80 }, (_, seed) => {
    const dice = new Dice(1000 + seed)
    const record = recordOf(dice)
    const facts = safetyFacts(record, TODAY, {
      flags: dice.of([[], ['fever']] as const),
      ...(dice.yes(0.3) ? { without: 'n0' } : {}),
    })
    const now = factsWith(facts, {
      pains: [{ hand: 'left', tissues: null, pain: 5, ...(dice.yes(0.5) ? { id: 'n0' } : {}) }],
      symptoms: dice.yes(0.3) ? [{ hand: 'right', symptom: SYMPTOMS[0].id, cleared: null }] : [],
    })
    const work = {
      quality: dice.of(QUALITY_IDS),
      maximal: dice.yes(0.5),
      tags: dice.of([[], ['overhead']] as const),
      tissues: [dice.of(TISSUES).id],
      hand: dice.of(SIDES),
    }
    return [
      lineOf(facts),
      lineOf([now.pains, now.symptoms]),
      lineOf({ ...factsAhead(facts, addDays(TODAY, 11)), experience: 0, health: 0 }),
      `${healthDue(record.health, TODAY)}`,
      lineOf(implementFindings(judgeBy(facts), work).map((f) => [f.caution.id, f.class])),
    ]
  }).flat()
  const moves = ['active', 'settling', 'settled'] as const
  const clears = INJURY_SITES.map(
    ({ id }) =>
      `${id} ${lineOf(moves.map((from) => moves.map((to) => needsClearance(id, from, to))))}`,
  )
  await expect(`${[...lines, ...clears].join('\n')}\n`).toMatchFileSnapshot('facts.txt')
})
