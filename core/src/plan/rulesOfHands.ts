import { TISSUES, type TissueId } from '../catalogue/tissues'
import { DAY_NAMES } from '../intake/week'
import { judgeAct } from '../safety/judge'
import { findingLine } from '../safety/words'
import { daysBetween } from '../units/dates'
import { rowOf } from '../units/row'
import { hardDayLimit, isRestful, pullsFirst, sportStress, tooNear } from './limits'
import { SPORT_HARD_DAYS, TISSUE_BUDGET } from './practice'
import {
  days,
  found,
  hardTissues,
  testsOn,
  type Found,
  type Item,
  type Rule,
  type Seen,
} from './rule'
import { termsOf } from './situation'
import { setsOf } from './time'
import { must } from '../units/must'

const tissueName = (id: TissueId): string => rowOf(TISSUES, id).name.toLowerCase()
const stress = (items: readonly Item[], tissue: TissueId): number =>
  items.reduce((a, { block, e }) => a + setsOf(block) * (e.tissues[tissue] ?? 0), 0)
/** Days a tissue is hard by grip work, and for the fingers by sport. */
function hardDays(s: Seen, tissue: TissueId): { grip: number[]; sport: number[] } {
  // Tests are a hard day of the fingers.
  const grip = days.filter(
    (d) =>
      must(s.byDay[d]).some((i) => hardTissues(i).includes(tissue)) ||
      (tissue === 'finger_flexors' && testsOn(s, d)),
  )
  const sport =
    tissue === 'finger_flexors' ? days.filter((d) => must(s.plan.frame[d]).sportLoad === 3) : []
  return sport.length >= SPORT_HARD_DAYS ? { grip: [], sport: [] } : { grip, sport }
}

/** What hands and tissues take: the rules about load and rest. */
export const HAND_RULES: readonly Rule[] = [
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
            must(s.plan.frame[i.block.day]).competition ||
            (s.plan.frame[i.block.day + 1]?.competition && i.e.level === 'hard'),
        )
        .map((i) =>
          found(
            `${i.e.name}: ` +
              (must(s.plan.frame[i.block.day]).competition
                ? 'a competition that day'
                : 'hard work on the day before a competition'),
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
            must(s.plan.frame[i.block.day]).heavyPull === 'after' &&
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
                  must(s.byDay[d]).filter((i) => hardTissues(i).includes(id)),
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
      const can = days.filter((d) => must(s.plan.frame[d]).sportLoad <= 1)
      const rest = can.filter(
        (d) => must(s.byDay[d]).every((i) => isRestful(i.e)) && !testsOn(s, d),
      )
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
          const own = stress(must(s.byDay[d]), id)
          return own > 0 &&
            own + sportStress(s.plan.frame, d, id, termsOf(s.context).settings) >
              TISSUE_BUDGET[id].day
            ? [
                found(
                  `${DAY_NAMES[d]}: more than the ${tissueName(id)} takes in a day`,
                  d,
                  must(s.byDay[d]).filter((i) => i.e.tissues[id]),
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
]
