import { exerciseById } from '../catalogue/exercises'
import { TISSUES, type TissueId } from '../catalogue/tissues'
import type { Side } from '../catalogue/person'
import { sportStress, startHour } from './limits'
import { HARD_GAP_HOURS, PULL_STRESS, TISSUE_BUDGET } from './practice'
import { daysBetween, type LocalDate } from '../units/dates'
import { hardTissues } from './rule'
import { termsOf, type PlanContext } from './situation'
import { setsOf } from './time'
import type { Settings } from './schools'
import type { Block } from './types'
import type { DayFrame } from '../intake/week'
import { must } from '../units/must'

/**
 * What one tissue of one hand bears in a week, in sets weighted by stress, and what is left of its
 * budget (below 0: over).
 */
export interface LedgerRow {
  tissue: TissueId
  hand: Side
  grip: number
  sport: number
  pulls: number
  budget: number
  left: number
}
/** A day's pulls worth strapping: what it spares the fingers, and the blocks that gain from it. */
export interface StrapAdvice {
  day: number
  spares: number
  blocks: readonly Block[]
}

const SIDES: readonly Side[] = ['left', 'right']
const week = [0, 1, 2, 3, 4, 5, 6]
const works = (b: Block, hand: Side): number =>
  b.hands.includes(hand) || b.hands.includes('both') ? b.sets + (b.extra === hand ? 1 : 0) : 0

/**
 * One budget of the hands for a week: job and sport, heavy pulls, grip work, for each tissue and
 * hand that bears anything. Practice estimates, no source.
 */
export function handLedger(
  frame: readonly DayFrame[],
  blocks: readonly Block[],
  settings: Settings,
): LedgerRow[] {
  const still = frame.map((d) => ({ ...d, heavyPull: 'none' as const }))
  return TISSUES.flatMap(({ id }) => {
    const sport = week.reduce((a, d) => a + sportStress(still, d, id, settings), 0)
    const pulls = week.reduce((a, d) => a + sportStress(frame, d, id, settings), 0) - sport
    const rows = SIDES.map((hand): LedgerRow => {
      const grip = blocks.reduce(
        (a, b) => a + works(b, hand) * (exerciseById(b.exerciseId)?.tissues[id] ?? 0),
        0,
      )
      return {
        tissue: id,
        hand,
        grip,
        sport,
        pulls,
        budget: TISSUE_BUDGET[id].week,
        left: TISSUE_BUDGET[id].week - grip - sport - pulls,
      }
    })
    return rows.some((r) => r.grip + r.sport + r.pulls > 0) ? rows : []
  })
}

/**
 * What a tissue bears on a day: shares of its day's budget by grip work and by sport and pulls, and
 * whether the day is hard or follows one.
 */
export interface TissueDay {
  grip: number
  sport: number
  hard: boolean
  recovering: boolean
  /**
   * Hour of the week (0: Monday 00:00) from which the tissue may be loaded hard again, after a
   * hard day.
   */
  readyAt: number | null
}

/**
 * Each tissue that bears anything, day by day; hard sport is a hard day of the fingers, and the
 * week before counts.
 */
export function tissueDays(
  weekStart: LocalDate,
  frame: readonly DayFrame[],
  blocks: readonly Block[],
  c: PlanContext,
): { tissue: TissueId; days: TissueDay[] }[] {
  const { settings } = termsOf(c)
  const hardOn = (id: TissueId, d: number): boolean =>
    d < 0
      ? c.hardBefore.some((h) => h.tissue === id && daysBetween(weekStart, h.on) === d)
      : blocks.some(
          (b) => b.day === d && hardTissues({ e: must(exerciseById(b.exerciseId)) }).includes(id),
        ) ||
        (id === 'finger_flexors' && must(frame[d]).sportLoad === 3)
  return TISSUES.map(({ id }) => ({
    tissue: id,
    days: week.map((d): TissueDay => {
      const stress = blocks
        .filter((b) => b.day === d)
        .reduce((a, b) => a + setsOf(b) * (exerciseById(b.exerciseId)?.tissues[id] ?? 0), 0)
      return {
        grip: stress / TISSUE_BUDGET[id].day,
        sport: sportStress(frame, d, id, settings) / TISSUE_BUDGET[id].day,
        hard: hardOn(id, d),
        recovering: !hardOn(id, d) && hardOn(id, d - 1),
        readyAt: hardOn(id, d) ? 24 * d + startHour(frame, d) + HARD_GAP_HOURS : null,
      }
    }),
  })).filter((r) => r.days.some((x) => x.grip > 0 || x.sport > 0))
}

/**
 * Which pulls to strap: those within 48 h before hard finger or thumb work, or on its day. Nothing
 * where top sets are strapped already.
 */
export function strapAdvice(
  frame: readonly DayFrame[],
  blocks: readonly Block[],
  settings: Settings,
): StrapAdvice[] {
  if (settings['straps'] !== 'a') return []
  return week.flatMap((day) => {
    if (must(frame[day]).heavyPull === 'none') return []
    const gain = blocks.filter(
      (b) =>
        (b.day === day || b.day === day + 1) &&
        hardTissues({ e: must(exerciseById(b.exerciseId)) }).some(
          (t) => t === 'finger_flexors' || t === 'thumb',
        ),
    )
    return gain.length === 0 ? [] : [{ day, spares: PULL_STRESS.a - PULL_STRESS.b, blocks: gain }]
  })
}
