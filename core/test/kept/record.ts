import { EXERCISES } from '../../src/catalogue/exercises'
import type { Hand } from '../../src/catalogue/person'
import { INJURY_SITES } from '../../src/catalogue/tissues'
import type { Block } from '../../src/plan/types'
import type { SetLog } from '../../src/record/sets'
import type { InjuryFact } from '../../src/safety/triggers'
import type { TestSession, Trial } from '../../src/testing/session'
import { kgfToN } from '../../src/units/convert'
import { addDays, type LocalDate } from '../../src/units/dates'
import { Seeded } from '../../src/units/seeded'

/** Made-up athletes with a record, the same for the same number. */
export const FIRST_DAY = '2026-03-02'

/** Chance with words for what is asked of it. */
export class Dice extends Seeded {
  whole(low: number, high: number): number {
    return Math.floor(this.between(low, high + 1))
  }
  of<T>(list: readonly T[]): T {
    return list[Math.min(list.length - 1, Math.floor(this.next() * list.length))]!
  }
  yes(share: number): boolean {
    return this.next() < share
  }
}

/** Tests that are drawn, with a value in their unit. */
interface Drawn {
  id: string
  at: number
  unit: 'kg' | 's' | 'N m'
  variant: Readonly<Record<string, string>>
  hands: readonly Hand[]
  unitKind?: string
  sizeMm?: number
}
const EACH = ['left', 'right'] as const
const wrist = (direction: string, at: number): Drawn => ({
  id: 'wrist_max',
  at,
  unit: 'N m',
  variant: { direction },
  hands: EACH,
  unitKind: 'strap',
})
const TESTS: readonly Drawn[] = [
  { id: 'dyno_seated', at: 45, unit: 'kg', variant: { position: '2' }, hands: EACH },
  {
    id: 'pull_max',
    at: 38,
    unit: 'kg',
    variant: { fingers: '4' },
    hands: EACH,
    unitKind: 'edge',
    sizeMm: 20,
  },
  { id: 'key_pinch', at: 9, unit: 'kg', variant: {}, hands: EACH },
  { id: 'hang_time', at: 50, unit: 's', variant: {}, hands: ['both'], unitKind: 'bar' },
  wrist('flexion', 14),
  wrist('extension', 9),
  { id: 'finger_open', at: 12, unit: 'kg', variant: {}, hands: EACH },
]

/** One test a few weeks apart in each of some protocols, with a drift and an error of its own. */
export function sessionsOf(dice: Dice, most = 9): TestSession[] {
  return TESTS.filter(() => dice.yes(0.7)).flatMap((test) => {
    const [count, apart] = [dice.whole(1, most), dice.of([7, 10, 14, 28])]
    const [drift, error] = [dice.of([-0.04, 0, 0, 0.03]), dice.of([0.004, 0.015, 0.05])]
    const lean = dice.of([0.7, 0.8, 0.95, 1, 1.15])
    // Some hands catch up half way through.
    const even = dice.yes(0.35) ? count / 2 : count
    const name = [test.id, ...Object.values(test.variant)].join(' ')
    return Array.from({ length: count }, (_, i): TestSession => {
      const on = addDays(FIRST_DAY, dice.whole(0, 2) + i * apart)
      const level = test.at * Math.exp(drift * i + error * dice.normal())
      const trials = test.hands.flatMap((hand) =>
        Array.from({ length: dice.whole(1, 3) }, (__, k): Trial => {
          const value =
            level * (hand === 'right' && i < even ? lean : 1) * (1 + 0.02 * dice.normal())
          return {
            id: `${name} ${i} ${hand} ${k}`,
            hand,
            ordinal: k + 1,
            value: test.unit === 'kg' ? kgfToN(value) : value,
            enteredValue: value,
            enteredUnit: test.unit,
            pain: dice.yes(0.1) ? dice.whole(1, 6) : null,
            recordedAt: `${on}T10:0${k}:00Z`,
            struck: null,
            correction: null,
          }
        }),
      )
      return {
        id: `${name} ${i}`,
        athleteId: 'a',
        protocolId: test.id,
        protocolVersion: 1,
        unitId: dice.yes(0.9) ? 'u' : 'other',
        measurementId: 'm',
        variant: test.variant,
        unitKind: test.unitKind,
        sizeMm: test.sizeMm ?? null,
        performedAt: `${on}T10:00:00Z`,
        performedOn: on,
        practice: dice.yes(0.1),
        trials,
      }
    })
  })
}

const WORK = EXERCISES.filter((e) => e.primary !== null)

/** Some weeks of plans, one after the other, and the sets that were logged of them. */
export function workOf(
  dice: Dice,
  weeks = 8,
): { versions: { weekStart: LocalDate; blocks: Block[] }[]; logs: SetLog[] } {
  const own = Array.from({ length: 6 }, () => dice.of(WORK))
  const versions = Array.from({ length: weeks }, (_, w) => ({
    weekStart: addDays(FIRST_DAY, 7 * w),
    blocks: Array.from({ length: dice.whole(0, 5) }, (__, k): Block => {
      const e = dice.of(own)
      return {
        id: `${w} ${k}`,
        day: dice.whole(0, 6),
        exerciseId: e.id,
        sets: dice.whole(1, 4),
        dose: dice.whole(3, 12),
        hands: dice.yes(0.2) ? ['left'] : ['left', 'right'],
        ...(dice.yes(0.15) ? { extra: 'left' as const } : {}),
        reason: '',
      }
    }),
  }))
  const logs = versions.flatMap(({ weekStart, blocks }) =>
    blocks.flatMap((b) =>
      Array.from({ length: dice.whole(0, b.sets * b.hands.length) }, (_, k): SetLog => ({
        id: `${b.id} ${k}`,
        blockId: dice.yes(0.1) ? null : dice.yes(0.1) ? 'gone' : b.id,
        exerciseId: b.exerciseId,
        on: addDays(weekStart, b.day),
        hand: b.hands[k % b.hands.length]!,
        set: 1 + Math.floor(k / b.hands.length),
        loadKg: dice.yes(0.7) ? dice.whole(5, 60) : null,
        seconds: dice.yes(0.5) ? dice.whole(3, 40) : null,
        reps: dice.yes(0.6) ? dice.whole(3, 15) : null,
        ended: dice.of(['done', 'done', 'failed', 'stopped']),
        effort: dice.yes(0.6) ? dice.whole(4, 10) : null,
        pain: dice.yes(0.3) ? dice.whole(0, 6) : null,
      })),
    ),
  )
  return { versions, logs }
}

/** Injuries as they may stand when somebody trains: {@link Dice.whole} of them at the most. */
export const injuriesOf = (dice: Dice, most: number): InjuryFact[] =>
  Array.from({ length: dice.whole(0, most) }, () => ({
    site: dice.of(INJURY_SITES).id,
    side: dice.of(['left', 'right', 'both'] as const),
    status: dice.of(['active', 'settling', 'settled'] as const),
    cleared: dice.of([null, 'light', 'moderate', 'all'] as const),
    daysAgo: dice.of([null, 1, 7, 13, 14, 41, 42, 83, 84, 200]),
  }))
