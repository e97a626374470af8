import { expect, it } from 'vitest'
import { DAY_FLAGS, SYMPTOMS } from '../../src/catalogue/cautions'
import { HEALTH_QUESTIONS } from '../../src/catalogue/health'
import { EXERCISES } from '../../src/catalogue/exercises'
import { TISSUES } from '../../src/catalogue/tissues'
import { QUALITY_IDS } from '../../src/catalogue/qualities'
import { blockedBy, isFinal, judgeAct, judgeBy } from '../../src/safety/judge'
import { openAsks, reasonKey } from '../../src/safety/reasons'
import { standing, waitsForClinician } from '../../src/safety/standing'
import { activeCautions, type SafetyFacts } from '../../src/safety/triggers'
import { cautionLine, findingLine } from '../../src/safety/words'
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
