import { exerciseById, type Exercise } from '../catalogue/exercises'
import { TISSUES, type TissueId } from '../catalogue/tissues'
import { blockedBy, cautionLine, isFinal, type Judge } from '../safety/cautions'
import { addDays, daysBetween, type LocalDate } from '../units/dates'
import { kitFor, type Kits } from './kit'
import { EARLY_A_DAY, EXTENSION_DAYS, FINISHERS_A_DAY, GROWTH, HARD_DAYS_A_WEEK, HARD_GAP_DAYS, HARD_STRESS, QUALITIES_A_DAY, SAME_BLOCK_A_WEEK, SPORT_HARD_DAYS, SPORT_STRESS, TISSUE_BUDGET } from './practice'
import { handLoad, sessionMinutes, setsOf } from './time'
import { DAY_NAMES, type Block, type WeekPlan } from './types'

export interface PlanContext {
  judge: Judge
  kit: Kits
  /** Hard days of a tissue already done before the week. */
  hardBefore: readonly { tissue: TissueId; on: LocalDate }[]
  /** Hand load of the last ordinary week; null: none on record. */
  lastLoad: number | null
}

export interface Breach {
  rule: string
  /** safety: never given up. practice: a coach may break it with a word. */
  kind: 'safety' | 'practice'
  says: string
  /** Day it speaks of; null: the week. */
  day: number | null
  blockIds: readonly string[]
}

interface Item { block: Block; e: Exercise }
interface Seen { plan: WeekPlan; items: readonly Item[]; byDay: readonly (readonly Item[])[]; context: PlanContext }
type Found = Omit<Breach, 'rule' | 'kind'> & { kind?: Breach['kind'] }

export interface Rule { id: string; kind: Breach['kind']; says: string; check: (s: Seen) => Found[] }

const found = (says: string, day: number | null, items: readonly Item[] = []): Found => ({ says, day, blockIds: items.map((i) => i.block.id) })
const days = [0, 1, 2, 3, 4, 5, 6]
const tissueName = (id: TissueId): string => TISSUES.find((t) => t.id === id)!.name.toLowerCase()

/** Tissues a block makes a hard day of. */
const hardTissues = ({ e }: Item): TissueId[] => (e.level === 'hard' && e.aim !== 'balance' ? (Object.entries(e.tissues) as [TissueId, number][]).filter(([, s]) => s >= HARD_STRESS).map(([t]) => t) : [])
/** Work that leaves a day a hand-rest day. */
const isRestful = ({ e }: Item): boolean => e.aim === 'balance' || e.level === 'light'

const stress = (items: readonly Item[], tissue: TissueId): number => items.reduce((a, { block, e }) => a + setsOf(block) * (e.tissues[tissue] ?? 0), 0)
const sportStress = (plan: WeekPlan, day: number, tissue: TissueId): number => plan.frame[day]!.sportLoad * (SPORT_STRESS[tissue] ?? 0)

/** Days a tissue is hard by grip work, and for the fingers by sport. */
function hardDays(s: Seen, tissue: TissueId): { grip: number[]; sport: number[] } {
  const grip = days.filter((d) => s.byDay[d]!.some((i) => hardTissues(i).includes(tissue)))
  const sport = tissue === 'finger_flexors' ? days.filter((d) => s.plan.frame[d]!.sportLoad === 3) : []
  return sport.length >= SPORT_HARD_DAYS ? { grip: [], sport: [] } : { grip, sport }
}

const overDay = (id: string, kind: Breach['kind'], says: string, most: number, pick: (items: readonly Item[]) => readonly Item[]): Rule => ({
  id, kind, says,
  check: (s) => days.flatMap((d) => { const hit = pick(s.byDay[d]!); return hit.length > most ? [found(`${DAY_NAMES[d]}: ${says}`, d, hit)] : [] }),
})

const firstOf = (items: readonly Item[]): Item[] => items.filter((i, n) => items.findIndex((x) => x.e.primary === i.e.primary) === n)

/** The hard rules of a week, each on its own: common practice, no source. */
export const RULES: readonly Rule[] = [
  {
    id: 'caution', kind: 'safety', says: 'A caution holds it.',
    check: (s) => s.items.flatMap((i) => i.block.hands.flatMap((hand) => blockedBy(s.context.judge, { kind: 'exercise', exercise: i.e, hand }).slice(0, 1).map((a): Found => ({ ...found(`${i.e.name}: ${cautionLine(a)}`, i.block.day, [i]), kind: isFinal(a) ? 'safety' : 'practice' })))),
  },
  {
    id: 'competition', kind: 'safety', says: 'Nothing on the day of a competition, nothing hard on the day before.',
    check: (s) => s.items.filter((i) => s.plan.frame[i.block.day]!.competition || (s.plan.frame[i.block.day + 1]?.competition && i.e.level === 'hard')).map((i) => found(`${i.e.name}: ${s.plan.frame[i.block.day]!.competition ? 'a competition that day' : 'hard work on the day before a competition'}`, i.block.day, [i])),
  },
  {
    id: 'heavy_pull', kind: 'safety', says: 'No draining grip work before a heavy pull the same day.',
    check: (s) => s.items.filter((i) => s.plan.frame[i.block.day]!.heavyPull === 'after' && !isRestful(i)).map((i) => found(`${i.e.name}: a heavy pull follows on ${DAY_NAMES[i.block.day]}; before it only warm-up and extensors`, i.block.day, [i])),
  },
  {
    id: 'gap_48h', kind: 'safety', says: '48 hours between two hard days of a tissue.',
    check: (s) => TISSUES.flatMap(({ id }) => {
      const { grip, sport } = hardDays(s, id)
      const before = s.context.hardBefore.filter((h) => h.tissue === id).map((h) => daysBetween(s.plan.weekStart, h.on))
      return grip.flatMap((d) => {
        const near = [...grip.filter((x) => x < d), ...sport.filter((x) => x !== d), ...before].filter((x) => Math.abs(x - d) < HARD_GAP_DAYS)
        return near.length === 0 ? [] : [found(`${DAY_NAMES[d]}: hard for the ${tissueName(id)} within 48 h of another hard day`, d, s.byDay[d]!.filter((i) => hardTissues(i).includes(id)))]
      })
    }),
  },
  {
    id: 'two_hard_days', kind: 'safety', says: 'Two hard days a tissue a week.',
    check: (s) => TISSUES.flatMap(({ id }) => {
      const { grip } = hardDays(s, id)
      return grip.length > HARD_DAYS_A_WEEK ? [found(`${grip.length} hard days for the ${tissueName(id)}; two are the most`, null, s.items.filter((i) => hardTissues(i).includes(id)))] : []
    }),
  },
  {
    id: 'rest_day', kind: 'safety', says: 'One hand-rest day among the days that can be one.',
    check: (s) => {
      const can = days.filter((d) => s.plan.frame[d]!.sportLoad <= 1)
      const rest = can.filter((d) => s.byDay[d]!.every(isRestful))
      return can.length > 0 && rest.length === 0 ? [found('No day rests the hands', null)] : []
    },
  },
  {
    id: 'tissue_day', kind: 'safety', says: 'The budget of a tissue for a day, sport counted.',
    check: (s) => days.flatMap((d) => TISSUES.flatMap(({ id }) => {
      const own = stress(s.byDay[d]!, id)
      return own > 0 && own + sportStress(s.plan, d, id) > TISSUE_BUDGET[id].day ? [found(`${DAY_NAMES[d]}: more than the ${tissueName(id)} takes in a day`, d, s.byDay[d]!.filter((i) => i.e.tissues[id]))] : []
    })),
  },
  {
    id: 'tissue_week', kind: 'safety', says: 'The budget of a tissue for a week, sport counted.',
    check: (s) => TISSUES.flatMap(({ id }) => {
      const own = stress(s.items, id)
      const sport = days.reduce((a, d) => a + sportStress(s.plan, d, id), 0)
      return own > 0 && own + sport > TISSUE_BUDGET[id].week ? [found(`More than the ${tissueName(id)} takes in a week`, null, s.items.filter((i) => i.e.tissues[id]))] : []
    }),
  },
  {
    id: 'minutes', kind: 'practice', says: 'The minutes of the day, set-up and warm-up included.',
    check: (s) => days.flatMap((d) => {
      const used = sessionMinutes(s.byDay[d]!.map((i) => i.block))
      return used > s.plan.frame[d]!.minutes ? [found(`${DAY_NAMES[d]}: ${Math.ceil(used)} min planned, ${s.plan.frame[d]!.minutes} there`, d, s.byDay[d]!)] : []
    }),
  },
  {
    id: 'kit', kind: 'practice', says: 'The kit of the place.',
    check: (s) => s.items.filter((i) => kitFor(i.e, s.plan.frame[i.block.day]!.place, s.context.kit) === null).map((i) => found(`${i.e.name}: not possible with the ${s.plan.frame[i.block.day]!.place} kit`, i.block.day, [i])),
  },
  {
    id: 'one_per_quality', kind: 'practice', says: 'One block of a quality a day.',
    check: (s) => days.flatMap((d) => s.byDay[d]!.filter((i, n, all) => i.e.primary !== null && all.findIndex((x) => x.e.primary === i.e.primary) !== n).map((i) => found(`${DAY_NAMES[d]}: a second block for the same quality (${i.e.name})`, d, [i]))),
  },
  overDay('qualities_day', 'practice', 'three qualities a day, finger extension apart', QUALITIES_A_DAY, (items) => firstOf(items.filter((i) => i.e.primary !== 'finger_ext'))),
  overDay('early_day', 'practice', 'two blocks that need fresh hands a day', EARLY_A_DAY, (items) => items.filter((i) => i.e.position === 'early')),
  overDay('finisher_day', 'practice', 'one finisher a day', FINISHERS_A_DAY, (items) => items.filter((i) => i.e.position === 'finisher')),
  ...(['wrist_ext', 'finger_ext'] as const).map((q): Rule => ({
    id: `${q}_twice`, kind: 'practice', says: q === 'wrist_ext' ? 'Wrist extension on two days.' : 'Finger extension on two days.',
    check: (s) => {
      const open = days.filter((d) => s.plan.frame[d]!.minutes > 0 && !s.plan.frame[d]!.competition)
      const on = days.filter((d) => s.byDay[d]!.some((i) => i.e.primary === q)).length
      const need = Math.min(EXTENSION_DAYS, open.length)
      return s.items.length > 0 && on < need ? [found(`${q === 'wrist_ext' ? 'Wrist' : 'Finger'} extension on ${on} of ${need} days`, null)] : []
    },
  })),
  {
    id: 'same_block', kind: 'practice', says: 'The same block twice a week at the most, balance work free.',
    check: (s) => {
      const hard = s.items.filter((i) => i.e.aim !== 'balance')
      return [...new Set(hard.map((i) => i.e.id))].flatMap((id) => { const same = hard.filter((i) => i.e.id === id); return same.length > SAME_BLOCK_A_WEEK ? [found(`${same[0]!.e.name}: ${same.length} times in the week`, null, same)] : [] })
    },
  },
  {
    id: 'growth', kind: 'practice', says: 'Hand load grows by 12 % a week at the most, or one set.',
    check: (s) => {
      const last = s.context.lastLoad
      if (last === null) return []
      const now = handLoad(s.plan.blocks)
      return now > Math.max(last * GROWTH, last + 1) + 1e-9 ? [found(`Hand load ${now.toFixed(1)} after ${last.toFixed(1)}: over 12 % more`, null)] : []
    },
  },
]

/** Every breach of a week, safety first. Blocks of unknown exercises are passed over. `rules` is for tests of the rules themselves. */
export function validate(plan: WeekPlan, context: PlanContext, rules: readonly Rule[] = RULES): Breach[] {
  const items = plan.blocks.flatMap((block): Item[] => { const e = exerciseById(block.exerciseId); return e ? [{ block, e }] : [] })
  const seen: Seen = { plan, items, byDay: days.map((d) => items.filter((i) => i.block.day === d)), context }
  return rules.flatMap((r) => r.check(seen).map((f) => ({ kind: r.kind, ...f, rule: r.id }))).sort((a, b) => Number(a.kind === 'practice') - Number(b.kind === 'practice'))
}

/** Hard days of each tissue in blocks of one week, for the week after. */
export function hardDaysOf(done: readonly { exerciseId: string; on: LocalDate }[]): PlanContext['hardBefore'] {
  return done.flatMap(({ exerciseId, on }) => {
    const e = exerciseById(exerciseId)
    return e ? hardTissues({ e, block: null as never }).map((tissue) => ({ tissue, on })) : []
  })
}

/** The Monday of a day's week. */
export const weekStartOf = (d: LocalDate): LocalDate => addDays(d, -((daysBetween('2024-01-01', d) % 7 + 7) % 7))
