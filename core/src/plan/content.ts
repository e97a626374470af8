import { exerciseById, type Exercise } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import { HOLD_LIMITS, rohmertShare } from '../measure/endurance'
import { warmUp } from '../session/steps'
import { loadPin, type Plate } from '../testing/plates'
import type { Hand } from '../testing/session'
import type { LocalDate } from '../units/dates'
import { kitFor, type Kits } from './kit'
import { inOrder } from './order'
import { CLOSE_MIN, HOLD_MARGIN, LOAD_SHARE, WARM_UP_MIN } from './practice'
import { blockMinutes, workSeconds } from './time'
import type { Block, DayFrame } from './types'

/** Latest counted best single lift of a hand in a quality, kg hung or held, and with what kind of implement. */
export interface TestBest { quality: QualityId; implement: string; hand: Hand; kg: number; on: LocalDate }
/** What hangs on a pin in the hall. */
export interface Room { plates: readonly Plate[]; pinKg: number }

export interface LoadOfHand {
  hand: Hand
  /** Null: no test of this on record. */
  kg: number | null
  share: number
  /** The test it is a share of. */
  of: TestBest | null
  /** What to hang, where it hangs on a pin. */
  plates: readonly Plate[] | null
}
export interface BlockContent { block: Block; exercise: Exercise; kit: readonly string[]; minutes: number; restS: number; loads: readonly LoadOfHand[] }
export interface SessionContent { warmUp: readonly Exercise[]; blocks: readonly BlockContent[]; minutes: number }

const WEIGHTS = ['pin', 'plate', 'dumbbell', 'kettlebell', 'barbell', 'farm', 'bag', 'rolling']

/** Share of a best single lift a set is done with: by the time it is held (Rohmert 1960, a margin kept), else by the aim. */
export function loadShare(e: Exercise, dose: number): number {
  const seconds = e.mode === 'hold' || e.mode === 'carry' ? HOLD_MARGIN * workSeconds(e, dose) : 0
  return e.aim !== 'max' && seconds >= HOLD_LIMITS.least ? Math.min(LOAD_SHARE.max, rohmertShare(Math.min(seconds, HOLD_LIMITS.most))) : LOAD_SHARE[e.aim]
}

/** The best that speaks for an exercise and hand: a lift of its quality, with an implement it uses before any other. */
function bestFor(e: Exercise, hand: Hand, kit: readonly string[], bests: readonly TestBest[]): TestBest | null {
  const uses = (b: TestBest) => Number(kit.includes(b.implement))
  return bests.filter((b) => b.hand === hand && b.quality === e.primary).sort((a, b) => uses(b) - uses(a) || (a.on < b.on ? 1 : -1))[0] ?? null
}

/**
 * What a session is made of: warm-up, blocks in their order with what each hand lifts, the rest between sets (s) and true minutes. A load is
 * a share of the latest best of that hand, made of plates that exist; without a test there is none.
 */
export function sessionContent(blocks: readonly Block[], day: DayFrame, kits: Kits, bests: readonly TestBest[], room: Room | null): SessionContent {
  const own = inOrder(blocks).map((block): BlockContent => {
    const exercise = exerciseById(block.exerciseId)!
    const kit = kitFor(exercise, day.place, kits) ?? []
    const share = loadShare(exercise, block.dose)
    const weighs = kit.some((k) => WEIGHTS.includes(k))
    const loads = weighs ? block.hands.map((hand): LoadOfHand => {
      const of = bestFor(exercise, hand, kit, bests)
      const hung = of && room && kit.includes('pin') ? loadPin(share * of.kg, room.plates, room.pinKg) : null
      return { hand, share, of, kg: of ? (hung?.ok ? hung.totalKg : share * of.kg) : null, plates: hung?.ok ? hung.plates : null }
    }) : []
    return { block, exercise, kit, minutes: blockMinutes(block), restS: exercise.restS, loads }
  })
  return { warmUp: warmUp(blocks), blocks: own, minutes: own.length === 0 ? 0 : WARM_UP_MIN + CLOSE_MIN + own.reduce((a, b) => a + b.minutes, 0) }
}
