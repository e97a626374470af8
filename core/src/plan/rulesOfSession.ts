import type { Exercise } from '../catalogue/exercises'
import { DAY_NAMES } from '../intake/week'
import { kitFor } from '../match/kit'
import { BLOCKS_A_DAY, OPPOSITES, THUMB_DRILLS } from './compose'
import { canExtend } from './limits'
import { outOfPlace, type OutOfPlace } from './place'
import { EARLY_A_DAY, FINISHERS_A_DAY, QUALITIES_A_DAY } from './practice'
import { days, found, testsOn, type Breach, type Item, type Rule } from './rule'
import { termsOf } from './situation'
import { sessionMinutes } from './time'
import { must } from '../units/must'

const overDay = (
  id: string,
  kind: Breach['kind'],
  says: string,
  most: number,
  pick: (items: readonly Item[]) => readonly Item[],
): Rule => ({
  id,
  kind,
  says,
  check: (s) =>
    days.flatMap((d) => {
      const hit = pick(must(s.byDay[d]))
      return hit.length > most ? [found(`${DAY_NAMES[d]}: ${says}`, d, hit)] : []
    }),
})

const firstOf = (items: readonly Item[]): Item[] =>
  items.filter((i, n) => items.findIndex((x) => x.e.primary === i.e.primary) === n)

/** Whether two exercises of one quality are one choice on a day. */
export const standTogether = (a: Exercise, b: Exercise): boolean =>
  THUMB_DRILLS.includes(a.id) !== THUMB_DRILLS.includes(b.id) ||
  OPPOSITES.some((o) => o.includes(a.id) && o.includes(b.id) && a.id !== b.id)

const PLACE_RULES: readonly (readonly [OutOfPlace['rule'], string])[] = [
  ['deload_same', 'A deload holds exercises of the last ordinary week only.'],
  ['event_known', 'Before an event only what was done in the last three weeks.'],
  [
    'event_quiet',
    'Quiet hands before an event: two days of warm-up and extensors, three without load ' +
      'on the skin.',
  ],
  [
    'novice',
    'Beginners: nothing hard or maximal, no edges in rounds, no claw work, no catching under load.',
  ],
  ['young', 'Under 18: no loaded or repeated edges, light wrist flexion.'],
  ['return_easy', 'Back after a layoff: two weeks without hard work.'],
]

/** What one session holds, and what whose week it is leaves out. */
export const SESSION_RULES: readonly Rule[] = [
  {
    id: 'minutes',
    kind: 'practice',
    says: 'The minutes of the day, set-up and warm-up included.',
    check: (s) =>
      days.flatMap((d) => {
        const used = sessionMinutes(
          must(s.byDay[d]).map((i) => i.block),
          testsOn(s, d) ? (termsOf(s.context).tests?.minutes ?? 0) : null,
        )
        return used > must(s.plan.frame[d]).minutes + 1e-9
          ? [
              found(
                `${DAY_NAMES[d]}: ${Math.ceil(used - 1e-9)} min planned, ` +
                  `${must(s.plan.frame[d]).minutes} there`,
                d,
                must(s.byDay[d]),
              ),
            ]
          : []
      }),
  },
  {
    id: 'kit',
    kind: 'practice',
    says: 'The kit of the place.',
    check: (s) =>
      s.items
        .filter((i) => kitFor(i.e, must(s.plan.frame[i.block.day]).place, s.context.kit) === null)
        .map((i) =>
          found(
            `${i.e.name}: not possible with the ${must(s.plan.frame[i.block.day]).place} kit`,
            i.block.day,
            [i],
          ),
        ),
  },
  {
    id: 'one_per_quality',
    kind: 'practice',
    says:
      'One exercise of a quality a day; two ways of one joint, or a thumb drill after a ' +
      'pinch, are one.',
    check: (s) =>
      days.flatMap((d) =>
        must(s.byDay[d])
          .filter((i, n, all) =>
            all.some((x, k) => k < n && x.e.primary === i.e.primary && !standTogether(x.e, i.e)),
          )
          .map((i) =>
            found(`${DAY_NAMES[d]}: a second exercise for the same quality (${i.e.name})`, d, [i]),
          ),
      ),
  },
  overDay(
    'blocks_day',
    'practice',
    `${BLOCKS_A_DAY} exercises a session`,
    BLOCKS_A_DAY,
    (items) => items,
  ),
  {
    id: 'closes',
    kind: 'practice',
    says: 'Every session ends with the extensors, where they can be worked.',
    check: (s) =>
      days.flatMap((d) =>
        must(s.byDay[d]).length > 0 &&
        !must(s.byDay[d]).some(
          (i) => i.e.primary === 'wrist_ext' || i.e.primary === 'finger_ext',
        ) &&
        canExtend(null, s.plan.frame, d, s.context)
          ? [found(`${DAY_NAMES[d]}: nothing opens the hand at the end`, d, must(s.byDay[d]))]
          : [],
      ),
  },
  ...PLACE_RULES.map(([id, says]): Rule => ({
    id,
    kind: 'practice',
    says,
    check: (s) =>
      s.items.flatMap((i) =>
        outOfPlace(i.e, i.block.day, i.block.sets, s.plan.weekStart, s.context)
          .filter((x) => x.rule === id)
          .map((x) => found(x.says, i.block.day, [i])),
      ),
  })),
  overDay(
    'qualities_day',
    'practice',
    'three qualities a day, the extensors apart',
    QUALITIES_A_DAY,
    (items) =>
      firstOf(items.filter((i) => i.e.primary !== 'finger_ext' && i.e.primary !== 'wrist_ext')),
  ),
  overDay(
    'early_day',
    'practice',
    'two exercises that need fresh hands a day',
    EARLY_A_DAY,
    (items) => items.filter((i) => i.e.position === 'early'),
  ),
  overDay('finisher_day', 'practice', 'one finisher a day', FINISHERS_A_DAY, (items) =>
    items.filter((i) => i.e.position === 'finisher'),
  ),
]
