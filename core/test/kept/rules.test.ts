import { expect, it } from 'vitest'
import { LEVELS } from '../../src/catalogue/person'
import { EXERCISES, type Exercise } from '../../src/catalogue/exercises'
import { IMPLEMENTS } from '../../src/catalogue/implements'
import { PLACES } from '../../src/catalogue/places'
import { TISSUES } from '../../src/catalogue/tissues'
import { EMPTY_DAY, type DayFrame } from '../../src/intake/week'
import { hardDaysOf, validate } from '../../src/plan/rules'
import { taperHardBefore } from '../../src/plan/rulesOfWeek'
import { standTogether } from '../../src/plan/rulesOfSession'
import { NOBODY, type PlanContext } from '../../src/plan/situation'
import { PLAIN_TERMS, type Block, type WeekPlan, type WeekTerms } from '../../src/plan/types'
import { judgeBy } from '../../src/safety/judge'
import { addDays } from '../../src/units/dates'
import { WELL } from '../safety/well'
import { lineOf } from './lines'
import { Dice, injuriesOf } from './record'

const MONDAY = '2026-10-05'
const DAYS = [0, 1, 2, 3, 4, 5, 6]
const WORK = EXERCISES.filter((e) => e.primary !== null)
const OPENING = WORK.filter((e) => e.primary === 'finger_ext' || e.primary === 'wrist_ext')

const blockOf = (dice: Dice, id: string, day: number, e: Exercise): Block => ({
  id,
  day,
  exerciseId: e.id,
  sets: dice.whole(1, 4),
  dose: e.dose.range[0],
  hands: e.hands === 'both' ? ['both'] : ['left', 'right'],
  reason: '',
})

/** A week nobody would write, so that rules fall over it. */
function weekOf(dice: Dice): WeekPlan {
  const own = Array.from({ length: 5 }, () => dice.of(WORK))
  const blocks = DAYS.filter(() => dice.yes(0.5)).flatMap((day) => [
    ...Array.from({ length: dice.whole(1, 3) }, (_, i) =>
      blockOf(dice, `${day}${i}`, day, dice.yes(0.7) ? dice.of(own) : dice.of(WORK)),
    ),
    ...(dice.yes(0.7) ? [blockOf(dice, `${day}x`, day, dice.of(OPENING))] : []),
  ])
  return {
    weekStart: MONDAY,
    frame: DAYS.map((): DayFrame => ({
      ...EMPTY_DAY,
      minutes: dice.of([0, 20, 40, 60, 90]),
      place: dice.yes(0.8) ? 'hall' : dice.of(PLACES).id,
      sportLoad: dice.of([0, 0, 1, 2, 3] as const),
      heavyPull: dice.yes(0.8) ? 'none' : dice.of(['before', 'after'] as const),
      competition: dice.yes(0.08),
    })),
    blocks,
    testDay: dice.yes(0.3) ? dice.of(DAYS) : null,
  }
}

function contextOf(dice: Dice, week: WeekPlan): PlanContext {
  const named = () =>
    dice.of<{ exerciseId: string }>(
      week.blocks.length > 0 ? week.blocks : [{ exerciseId: 'ext_band' }],
    )
  const some = <T>(most: number, one: () => T): T[] =>
    Array.from({ length: dice.whole(0, most) }, one)
  const all = new Set<string>(IMPLEMENTS.map((k) => k.id))
  const terms: WeekTerms = {
    ...PLAIN_TERMS,
    kind: dice.of(['ordinary', 'ordinary', 'deload', 'travel', 'return']),
    events: dice.yes(0.3) ? [addDays(MONDAY, dice.whole(0, 12))] : [],
    tests: dice.yes(0.3) ? { minutes: 30 } : null,
    restedBefore: dice.yes(0.5),
    pins: some(2, () => ({
      exerciseId: named().exerciseId,
      day: dice.of(DAYS),
      sets: dice.of([null, 2]),
    })),
    bans: some(1, () => ({ exerciseId: named().exerciseId, day: dice.of([null, ...DAYS]) })),
  }
  return {
    judge: judgeBy({
      ...WELL,
      today: MONDAY,
      ageYears: dice.of([28, 28, 17, null]),
      injuries: injuriesOf(dice, 1),
    }),
    kit: {
      hall: dice.yes(0.7) ? all : new Set([...all].filter(() => dice.yes(0.6))),
      home: dice.of([null, new Set(['band_finger'])]),
      bag: null,
    },
    hardBefore: some(2, () => ({
      tissue: dice.of(TISSUES).id,
      on: addDays(MONDAY, -dice.whole(1, 3)),
    })),
    lastLoad: dice.of([null, 3, 8, 15]),
    terms,
    who: {
      ...NOBODY,
      level: dice.of([null, ...LEVELS.map((l) => l.id)]),
      last: dice.yes(0.5) ? week.blocks.filter(() => dice.yes(0.5)) : null,
      practised: dice.yes(0.5) ? [named().exerciseId, 'ext_band'] : null,
      flat: dice.yes(0.2),
    },
  }
}

it('sixty careless weeks break the rules they broke: which, where, in which words', async () => {
  const lines = Array.from({ length: 60 }, (_, seed) => {
    const dice = new Dice(seed)
    const week = weekOf(dice)
    const context = contextOf(dice, week)
    const done = week.blocks.map((b) => ({
      exerciseId: b.exerciseId,
      on: addDays(MONDAY, b.day),
    }))
    const hard = taperHardBefore(addDays(MONDAY, 7), {
      ...context,
      hardBefore: hardDaysOf(done),
    })
    return [
      `# ${seed} hard before an event: ${hard}`,
      ...validate(week, context).map(
        (b) => `${b.rule} ${b.kind} ${b.says} ${b.day} ${lineOf(b.blockIds)}`,
      ),
    ]
  }).flat()
  await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('rules.txt')
})

it('the same pairs of exercises stand together on a day', async () => {
  const pairs = WORK.flatMap((a, i) =>
    WORK.slice(i)
      .filter((b) => a.primary === b.primary && standTogether(a, b))
      .map((b) => `${a.id} ${b.id}`),
  )
  await expect(`${pairs.join('\n')}\n`).toMatchFileSnapshot('together.txt')
})
