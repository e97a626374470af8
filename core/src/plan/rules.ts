import { exerciseById, type Exercise } from '../catalogue/exercises'
import { TISSUES, type TissueId } from '../catalogue/tissues'
import { judgeAct } from '../safety/judge'
import { findingLine } from '../safety/words'
import { daysBetween, type LocalDate } from '../units/dates'
import { kitFor } from '../match/kit'
import {
  canExtend,
  eventGap,
  extensionDays,
  hardDayLimit,
  isRestful,
  loadCap,
  pullsFirst,
  restsBefore,
  sportStress,
  taperHardOn,
  tooNear,
} from './limits'
import {
  EARLY_A_DAY,
  FINISHERS_A_DAY,
  HARD_STRESS,
  QUALITIES_A_DAY,
  SAME_BLOCK_A_WEEK,
  SPORT_HARD_DAYS,
  TAPER_HARD,
  TISSUE_BUDGET,
} from './practice'
import { BLOCKS_A_DAY, OPPOSITES, THUMB_DRILLS } from './compose'
import { outOfPlace, type OutOfPlace } from './place'
import { termsOf, type PlanContext } from './situation'
import { handLoad, sessionMinutes, setsOf } from './time'
import { type Block, type WeekPlan } from './types'
import { DAY_NAMES } from '../intake/week'
import { rowOf } from '../units/row'

export interface Breach {
  rule: string
  /** safety: never given up. practice: the coach can keep it with a reason. */
  kind: 'safety' | 'practice'
  says: string
  /** Day it is about; null: the week. */
  day: number | null
  blockIds: readonly string[]
}

interface Item {
  block: Block
  e: Exercise
}
interface Seen {
  plan: WeekPlan
  items: readonly Item[]
  byDay: readonly (readonly Item[])[]
  context: PlanContext
}
type Found = Omit<Breach, 'rule' | 'kind'> & { kind?: Breach['kind'] }

export interface Rule {
  id: string
  kind: Breach['kind']
  says: string
  check: (s: Seen) => Found[]
}

const found = (says: string, day: number | null, items: readonly Item[] = []): Found => ({
  says,
  day,
  blockIds: items.map((i) => i.block.id),
})
const days = [0, 1, 2, 3, 4, 5, 6]
const tissueName = (id: TissueId): string => rowOf(TISSUES, id).name.toLowerCase()

/** Tissues a block makes a hard day of. */
export const hardTissues = ({ e }: { e: Exercise }): TissueId[] =>
  e.level === 'hard' && e.aim !== 'balance'
    ? (Object.entries(e.tissues) as [TissueId, number][])
        .filter(([, s]) => s >= HARD_STRESS)
        .map(([t]) => t)
    : []
const stress = (items: readonly Item[], tissue: TissueId): number =>
  items.reduce((a, { block, e }) => a + setsOf(block) * (e.tissues[tissue] ?? 0), 0)
const testsOn = (s: Seen, day: number): boolean => s.plan.testDay === day

/** Days a tissue is hard by grip work, and for the fingers by sport. */
function hardDays(s: Seen, tissue: TissueId): { grip: number[]; sport: number[] } {
  // Tests are a hard day of the fingers.
  const grip = days.filter(
    (d) =>
      s.byDay[d]!.some((i) => hardTissues(i).includes(tissue)) ||
      (tissue === 'finger_flexors' && testsOn(s, d)),
  )
  const sport =
    tissue === 'finger_flexors' ? days.filter((d) => s.plan.frame[d]!.sportLoad === 3) : []
  return sport.length >= SPORT_HARD_DAYS ? { grip: [], sport: [] } : { grip, sport }
}

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
      const hit = pick(s.byDay[d]!)
      return hit.length > most ? [found(`${DAY_NAMES[d]}: ${says}`, d, hit)] : []
    }),
})

const firstOf = (items: readonly Item[]): Item[] =>
  items.filter((i, n) => items.findIndex((x) => x.e.primary === i.e.primary) === n)

/** Hard days kept for an event's taper in the week before. */
export function taperHardBefore(weekStart: LocalDate, c: PlanContext): number {
  const on = new Set(c.hardBefore.map((h) => h.on))
  return [...on].filter((d) => taperHardOn(weekStart, daysBetween(weekStart, d), termsOf(c))).length
}

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

/** The hard rules of a week, each on its own: common practice, no source. */
export const RULES: readonly Rule[] = [
  {
    id: 'caution',
    kind: 'safety',
    says: 'A caution stops it, or asks for a reason.',
    check: (s) =>
      s.items.flatMap((i) =>
        i.block.hands.flatMap((hand): Found[] => {
          const { class: is, findings } = judgeAct(s.context.judge, {
            kind: 'exercise',
            exercise: i.e,
            hand,
          })
          if (is === 'free') return []
          const named = findings.filter((f) => f.class === is)
          return [
            {
              ...found(
                `${i.e.name}: ${named.map(findingLine).join(' ').replace(/\.$/, '')}`,
                i.block.day,
                [i],
              ),
              kind: is === 'stop' ? 'safety' : 'practice',
            },
          ]
        }),
      ),
  },
  {
    id: 'competition',
    kind: 'safety',
    says: 'Nothing on the day of a competition, nothing hard on the day before.',
    check: (s) =>
      s.items
        .filter(
          (i) =>
            s.plan.frame[i.block.day]!.competition ||
            (s.plan.frame[i.block.day + 1]?.competition && i.e.level === 'hard'),
        )
        .map((i) =>
          found(
            `${i.e.name}: ` +
              `${s.plan.frame[i.block.day]!.competition ? 'a competition that day' : 'hard work on the day before a competition'}`,
            i.block.day,
            [i],
          ),
        ),
  },
  {
    id: 'heavy_pull',
    kind: 'practice',
    says: 'Work that tires the hands before a heavy pull the same day needs your reason.',
    check: (s) =>
      s.items
        .filter(
          (i) =>
            s.plan.frame[i.block.day]!.heavyPull === 'after' &&
            !isRestful(i.e) &&
            !pullsFirst(i.e, termsOf(s.context).settings),
        )
        .map((i) =>
          found(
            `${i.e.name}: a heavy pull follows on ${DAY_NAMES[i.block.day]}; before it ` +
              'only warm-up and extensors',
            i.block.day,
            [i],
          ),
        ),
  },
  {
    id: 'gap_48h',
    kind: 'safety',
    says: '48 hours between two hard days of a tissue.',
    check: (s) =>
      TISSUES.flatMap(({ id }) => {
        const { grip, sport } = hardDays(s, id)
        const before = s.context.hardBefore
          .filter((h) => h.tissue === id)
          .map((h) => daysBetween(s.plan.weekStart, h.on))
        return grip.flatMap((d) => {
          const near = [
            ...grip.filter((x) => x < d),
            ...sport.filter((x) => x !== d),
            ...before,
          ].filter((x) => tooNear(s.plan.frame, x, d))
          return near.length === 0
            ? []
            : [
                found(
                  `${DAY_NAMES[d]}: hard for the ${tissueName(id)} within 48 h of another hard day`,
                  d,
                  s.byDay[d]!.filter((i) => hardTissues(i).includes(id)),
                ),
              ]
        })
      }),
  },
  {
    id: 'two_hard_days',
    kind: 'safety',
    says: 'Two hard days a tissue a week, one where light work on many days is chosen.',
    check: (s) =>
      TISSUES.flatMap(({ id }) => {
        const { grip } = hardDays(s, id)
        const most = hardDayLimit(termsOf(s.context).settings)
        return grip.length > most
          ? [
              found(
                `${grip.length} hard days for the ${tissueName(id)}; ` +
                  `${most === 1 ? 'one is' : 'two are'} the most`,
                null,
                s.items.filter((i) => hardTissues(i).includes(id)),
              ),
            ]
          : []
      }),
  },
  {
    id: 'rest_day',
    kind: 'safety',
    says: 'One hand-rest day among the days that can be one.',
    check: (s) => {
      const can = days.filter((d) => s.plan.frame[d]!.sportLoad <= 1)
      const rest = can.filter((d) => s.byDay[d]!.every((i) => isRestful(i.e)) && !testsOn(s, d))
      return can.length > 0 && rest.length === 0 ? [found('No day rests the hands', null)] : []
    },
  },
  {
    id: 'tissue_day',
    kind: 'safety',
    says: 'The budget of a tissue for a day, sport counted.',
    check: (s) =>
      days.flatMap((d) =>
        TISSUES.flatMap(({ id }) => {
          const own = stress(s.byDay[d]!, id)
          return own > 0 &&
            own + sportStress(s.plan.frame, d, id, termsOf(s.context).settings) >
              TISSUE_BUDGET[id].day
            ? [
                found(
                  `${DAY_NAMES[d]}: more than the ${tissueName(id)} takes in a day`,
                  d,
                  s.byDay[d]!.filter((i) => i.e.tissues[id]),
                ),
              ]
            : []
        }),
      ),
  },
  {
    id: 'tissue_week',
    kind: 'safety',
    says: 'The budget of a tissue for a week, sport counted.',
    check: (s) =>
      TISSUES.flatMap(({ id }) => {
        const own = stress(s.items, id)
        const sport = days.reduce(
          (a, d) => a + sportStress(s.plan.frame, d, id, termsOf(s.context).settings),
          0,
        )
        return own > 0 && own + sport > TISSUE_BUDGET[id].week
          ? [
              found(
                `More than the ${tissueName(id)} takes in a week`,
                null,
                s.items.filter((i) => i.e.tissues[id]),
              ),
            ]
          : []
      }),
  },
  {
    id: 'minutes',
    kind: 'practice',
    says: 'The minutes of the day, set-up and warm-up included.',
    check: (s) =>
      days.flatMap((d) => {
        const used = sessionMinutes(
          s.byDay[d]!.map((i) => i.block),
          testsOn(s, d) ? (termsOf(s.context).tests?.minutes ?? 0) : null,
        )
        return used > s.plan.frame[d]!.minutes + 1e-9
          ? [
              found(
                `${DAY_NAMES[d]}: ${Math.ceil(used - 1e-9)} min planned, ` +
                  `${s.plan.frame[d]!.minutes} there`,
                d,
                s.byDay[d]!,
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
        .filter((i) => kitFor(i.e, s.plan.frame[i.block.day]!.place, s.context.kit) === null)
        .map((i) =>
          found(
            `${i.e.name}: not possible with the ${s.plan.frame[i.block.day]!.place} kit`,
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
        s.byDay[d]!.filter((i, n, all) =>
          all.some((x, k) => k < n && x.e.primary === i.e.primary && !standTogether(x.e, i.e)),
        ).map((i) =>
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
        s.byDay[d]!.length > 0 &&
        !s.byDay[d]!.some((i) => i.e.primary === 'wrist_ext' || i.e.primary === 'finger_ext') &&
        canExtend(null, s.plan.frame, d, s.context)
          ? [found(`${DAY_NAMES[d]}: nothing opens the hand at the end`, d, s.byDay[d]!)]
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
  ...(['wrist_ext', 'finger_ext'] as const).map((q): Rule => ({
    id: `${q}_twice`,
    kind: 'practice',
    says:
      q === 'wrist_ext'
        ? 'Wrist extension on two days, one in the week of an event or away.'
        : 'Finger extension on two days, one in the week of an event or away.',
    check: (s) => {
      const on = days.filter((d) => s.byDay[d]!.some((i) => i.e.primary === q)).length
      const need = extensionDays(q, s.plan.frame, s.context)
      return (s.items.length > 0 || (s.plan.testDay ?? null) !== null) && on < need
        ? [
            found(
              `${q === 'wrist_ext' ? 'Wrist' : 'Finger'} extension on ${on} of ${need} days`,
              null,
            ),
          ]
        : []
    },
  })),
  {
    id: 'same_block',
    kind: 'practice',
    says: 'The same exercise twice a week at the most, balance work free.',
    check: (s) => {
      const hard = s.items.filter((i) => i.e.aim !== 'balance')
      return [...new Set(hard.map((i) => i.e.id))].flatMap((id) => {
        const same = hard.filter((i) => i.e.id === id)
        return same.length > SAME_BLOCK_A_WEEK
          ? [found(`${same[0]!.e.name}: ${same.length} times in the week`, null, same)]
          : []
      })
    },
  },
  {
    id: 'growth',
    kind: 'practice',
    says:
      'Hand load grows by 12 % a week at the most, or one set; less in a deload week and ' +
      'before an event.',
    check: (s) => {
      const cap = loadCap(s.plan.weekStart, s.context)
      if (cap === null) return []
      const now = handLoad(s.plan.blocks)
      return now > cap.most + 1e-9
        ? [found(`Hand load ${now.toFixed(1)} after ${cap.after.toFixed(1)}: ${cap.says}`, null)]
        : []
    },
  },
  {
    id: 'taper_hard',
    kind: 'practice',
    says: 'Before an event hard work on one day, 4 to 6 days ahead, and none after.',
    check: (s) => {
      const hard = s.items.filter(
        (i) =>
          i.e.level === 'hard' &&
          eventGap(s.plan.weekStart, i.block.day, termsOf(s.context)) !== null,
      )
      const wrong = hard.filter(
        (i) => !taperHardOn(s.plan.weekStart, i.block.day, termsOf(s.context)),
      )
      const kept = [...new Set(hard.filter((i) => !wrong.includes(i)).map((i) => i.block.day))]
      const before = taperHardBefore(s.plan.weekStart, s.context)
      return [
        ...wrong.map((i) =>
          found(
            `${i.e.name}: hard work ` +
              `${eventGap(s.plan.weekStart, i.block.day, termsOf(s.context))} days before ` +
              'an event',
            i.block.day,
            [i],
          ),
        ),
        ...(kept.length > 0 && kept.length + before > TAPER_HARD.days
          ? [found('More than one hard day before an event', null, hard)]
          : []),
      ]
    },
  },
  {
    id: 'tests',
    kind: 'practice',
    says: 'The tests asked for have a day.',
    check: (s) => {
      if (termsOf(s.context).tests === null) return []
      const day = s.plan.testDay ?? null
      return day === null
        ? [found('The tests of the week have no day', null)]
        : s.plan.frame[day]!.competition
          ? [found(`${DAY_NAMES[day]}: tests on the day of a competition`, day)]
          : []
    },
  },
  {
    id: 'test_rest',
    kind: 'safety',
    says: 'Tests only after a hand-rest day.',
    check: (s) => {
      const day = s.plan.testDay ?? null
      if (day === null) return []
      const rested =
        day === 0
          ? termsOf(s.context).restedBefore
          : restsBefore(s.plan.frame[day - 1]!) && s.byDay[day - 1]!.every((i) => isRestful(i.e))
      return rested ? [] : [found(`${DAY_NAMES[day]}: tests after a day that loads the hands`, day)]
    },
  },
  {
    id: 'ban',
    kind: 'safety',
    says: 'What the coach will not have.',
    check: (s) =>
      s.items
        .filter((i) =>
          termsOf(s.context).bans.some(
            (b) => b.exerciseId === i.e.id && (b.day === null || b.day === i.block.day),
          ),
        )
        .map((i) => found(`${i.e.name}: taken out by the coach`, i.block.day, [i])),
  },
  {
    id: 'pin',
    kind: 'practice',
    says: 'What the coach has pinned is there.',
    check: (s) =>
      termsOf(s.context)
        .pins.filter(
          (p) =>
            !s.byDay[p.day]!.some(
              (i) => i.e.id === p.exerciseId && (p.sets === null || p.sets === i.block.sets),
            ),
        )
        .map((p) =>
          found(
            `${DAY_NAMES[p.day]}: ${exerciseById(p.exerciseId)?.name ?? p.exerciseId} is ` +
              `pinned${p.sets === null ? '' : ` with ${p.sets} sets`}`,
            p.day,
          ),
        ),
  },
]

function seenOf(plan: WeekPlan, context: PlanContext): Seen {
  const items = plan.blocks.flatMap((block): Item[] => {
    const e = exerciseById(block.exerciseId)
    return e ? [{ block, e }] : []
  })
  return { plan, items, byDay: days.map((d) => items.filter((i) => i.block.day === d)), context }
}

/** Whether a week keeps the rules; ends at the first breach. */
export function keepsRules(
  plan: WeekPlan,
  context: PlanContext,
  rules: readonly Rule[] = RULES,
): boolean {
  const seen = seenOf(plan, context)
  return rules.every((r) => r.check(seen).length === 0)
}

/**
 * Every breach of a week, safety first. Blocks of unknown exercises are passed over. `rules` is for
 * tests of the rules themselves.
 */
export function validate(
  plan: WeekPlan,
  context: PlanContext,
  rules: readonly Rule[] = RULES,
): Breach[] {
  const seen = seenOf(plan, context)
  return rules
    .flatMap((r) => r.check(seen).map((f) => ({ kind: r.kind, ...f, rule: r.id })))
    .sort((a, b) => Number(a.kind === 'practice') - Number(b.kind === 'practice'))
}

/** Hard days of each tissue in blocks of one week, for the week after. */
export function hardDaysOf(
  done: readonly { exerciseId: string; on: LocalDate }[],
): PlanContext['hardBefore'] {
  return done.flatMap(({ exerciseId, on }) => {
    const e = exerciseById(exerciseId)
    return e ? hardTissues({ e }).map((tissue) => ({ tissue, on })) : []
  })
}
