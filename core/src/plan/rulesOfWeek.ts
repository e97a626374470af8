import { counted } from '../units/counted'
import { exerciseName } from '../catalogue/exercises'
import { DAY_NAMES } from '../intake/week'
import { daysBetween, type LocalDate } from '../units/dates'
import { extensionDays, isRestful, loadCap, restsBefore } from './limits'
import { eventGap, taperHardOn } from './taper'
import { SAME_BLOCK_A_WEEK, TAPER_HARD } from './practice'
import { days, found, type Rule } from './rule'
import { termsOf, type PlanContext } from './situation'
import { handLoad } from './time'
import { must } from '../units/must'

/** Hard days kept for an event's taper in the week before. */
export function taperHardBefore(weekStart: LocalDate, c: PlanContext): number {
  const on = new Set(c.hardBefore.map((h) => h.on))
  return [...on].filter((d) => taperHardOn(weekStart, daysBetween(weekStart, d), termsOf(c))).length
}

/** What the week holds, and the coach's own word. */
export const WEEK_RULES: readonly Rule[] = [
  ...(['wrist_ext', 'finger_ext'] as const).map((q): Rule => ({
    id: `${q}_twice`,
    kind: 'practice',
    says:
      q === 'wrist_ext'
        ? 'Wrist extension on two days, one in the week of an event or away.'
        : 'Finger extension on two days, one in the week of an event or away.',
    check: (s) => {
      const on = days.filter((d) => must(s.byDay[d]).some((i) => i.e.primary === q)).length
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
          ? [found(`${must(same[0]).e.name}: ${same.length} times in the week`, null, same)]
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
        : must(s.plan.frame[day]).competition
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
          : restsBefore(must(s.plan.frame[day - 1])) &&
            must(s.byDay[day - 1]).every((i) => isRestful(i.e))
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
            !must(s.byDay[p.day]).some(
              (i) => i.e.id === p.exerciseId && (p.sets === null || p.sets === i.block.sets),
            ),
        )
        .map((p) =>
          found(
            `${DAY_NAMES[p.day]}: ${exerciseName(p.exerciseId)} is ` +
              `pinned${p.sets === null ? '' : ` with ${counted(p.sets, 'set')}`}`,
            p.day,
          ),
        ),
  },
]
