import { EXERCISES, exerciseById, trainedBy, type Exercise } from '../catalogue/exercises'
import type { QualityId } from '../catalogue/qualities'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'

/**
 * What rises beside seconds, repetitions and load, easiest first, by the implement an exercise is
 * done with: common practice, no source.
 */
const RUNGS: Readonly<Record<string, readonly string[]>> = {
  edge: ['30 mm edge', '25 mm edge', '20 mm edge', '18 mm edge', '15 mm edge'],
  bar: ['feet on a box', 'body weight', 'one hand lower on a towel', 'load added'],
  band: ['light band', 'middle band', 'strong band', 'two bands'],
  band_finger: ['light band', 'middle band', 'strong band', 'two bands'],
  ball_band: ['light band', 'middle band', 'strong band', 'two bands'],
  spring: ['set wide', 'set at 54 mm', 'set at 38 mm', 'set at 20 mm', 'next rated spring'],
  lever: [
    'hand 15 cm from the head',
    'hand 20 cm',
    'hand 25 cm',
    'hand 30 cm',
    'end of the handle',
  ],
  towel: ['feet on a box', 'two towels', 'one thick towel', 'one towel', 'wet towel'],
  jacket: ['feet on a box', 'both lapels', 'both sleeves', 'one sleeve each hand'],
  rope: ['feet help', 'feet lightly', 'no feet', 'no feet, slow'],
  ball: ['soft, large', 'firm, large', 'firm, small', 'hard, small'],
  block: ['feet on a box', 'body weight', 'a narrower block', 'load added'],
  jar: ['a third full', 'half full', 'full', 'full, wet'],
  sand: ['loose on top', 'to the wrist', 'to the forearm', 'packed'],
  wet_cloth: ['hand towel', 'bath towel', 'two towels together', 'canvas'],
  roller: ['a light disc', 'a middle disc', 'a heavy disc', 'a heavy disc, arms straight'],
  dyno: ['70 % of the best', '80 % of the best', '90 % of the best', 'all out'],
  strap: ['70 % of the best', '80 % of the best', '90 % of the best', 'all out'],
  cable: ['a light stack', 'one plate of the stack more', 'two more', 'three more'],
  rope_attach: ['a light stack', 'one plate of the stack more', 'two more', 'three more'],
  sleeve: ['feet on a box', 'body weight', 'slow on the way down', 'load added'],
  none: ['hands raised', 'on the knees', 'on the floor', 'feet raised'],
  machine: ['a light stack', 'one plate of the stack more', 'two more', 'three more'],
  day: ['very light', 'light'],
}
/** Where the implement alone says too little. */
const OWN_RUNGS: Readonly<Record<string, readonly string[]>> = {
  hang_one: ['strong band', 'middle band', 'light band', 'no band'],
  edge_one: ['strong band', 'middle band', 'light band', 'no band'],
  prep_roll: ['one ball', 'two balls'],
  stretch: ['easy', 'to the end of the range'],
  prep_wrist: ['small circles', 'large circles'],
  monkey: ['every rung', 'every second rung', 'there and back', 'there and back, no pause'],
  edge_pull: ['70 % of the best', '80 % of the best', '90 % of the best', 'all out'],
  bfr_light: ['no cuff', 'cuff loose', 'cuff as measured'],
  row_thick: ['knees bent', 'legs straight', 'feet raised', 'a vest'],
  row_hung_thick: ['knees bent', 'legs straight', 'feet raised', 'a vest'],
  ext_bucket: ['dry rice', 'dry rice, to the wrist', 'sand', 'sand, to the wrist'],
}
/** Loads that hang, lie or are held, and so rise by plates. */
export const LOADED: readonly string[] = [
  'pin',
  'plate',
  'dumbbell',
  'kettlebell',
  'barbell',
  'farm',
  'bag',
  'rolling',
]
/**
 * First load of a hand as a share of body mass where nothing is known: light, to be found by a ramp
 * set. Practice, no source.
 */
const FIRST_SHARE: Readonly<Partial<Record<QualityId, number>>> = {
  hang: 0.05,
  carry: 0.25,
  thick: 0.2,
  crush: 0.1,
  closed: 0.1,
  pinch_wide: 0.12,
  pinch_narrow: 0.12,
  key: 0.05,
  claw: 0.1,
  edge: 0.2,
  cloth: 0.1,
  catch: 0.06,
  wrist_flex: 0.1,
  wrist_ext: 0.06,
  wrist_dev: 0.03,
  rotation: 0.04,
  finger_ext: 0.03,
}
const FIRST_BY_LEVEL: Readonly<Record<string, number>> = {
  novice: 0.8,
  trained: 1,
  advanced: 1.2,
  elite: 1.35,
}

/**
 * Most a load rises in four weeks, as a share, by level: training loads move a little faster than
 * test results (0.5 to 1 % near one's best, 2 to 4 % in beginners). Practice, no source.
 */
export const MONTHLY_RISE: Readonly<Record<string, number>> = {
  novice: 0.05,
  trained: 0.04,
  advanced: 0.03,
  elite: 0.02,
}

export interface Ladder {
  /** Amounts of one set, easiest first, in the exercise's unit: the range in even steps. */
  doses: readonly number[]
  /** Amounts past the range while the next load is too big a step. */
  beyond: readonly number[]
  loaded: boolean
  /** Share of body mass to begin with; null: not loaded. */
  firstShare: number | null
  /** Named steps beside dose and load; empty where the load rises. */
  rungs: readonly string[]
}

/** Steps the range of a dose is taken in. */
const DOSE_STEPS = 4
/** Past its range a dose goes this far, in so many steps, while the plates wait. */
const BEYOND = { share: 0.8, steps: 8 } as const

const kitOf = (e: Exercise): readonly string[] =>
  e.kit.hall[0] ?? e.kit.home[0] ?? e.kit.bag[0] ?? []

function dosesOf([low, high]: readonly [number, number]): number[] {
  const step = Math.max(1, Math.round((high - low) / DOSE_STEPS))
  const all: number[] = []
  for (let d = low; d < high; d += step) all.push(d)
  return [...all, high]
}

/** What rises in an exercise, in which order. Every exercise has one. */
export function ladderOf(e: Exercise): Ladder {
  const kit = kitOf(e)
  const loaded = kit.some((k) => LOADED.includes(k)) && !(e.id in OWN_RUNGS) && e.mode !== 'prep'
  const top = e.dose.range[1]
  const past = Math.max(1, Math.ceil((BEYOND.share * top) / BEYOND.steps))
  const named = OWN_RUNGS[e.id] ?? kit.map((k) => RUNGS[k]).find((r) => r !== undefined)
  const primary = trainedBy(e)
  return {
    doses: dosesOf(e.dose.range),
    beyond: Array.from({ length: BEYOND.steps }, (_, i) => top + (i + 1) * past),
    loaded,
    firstShare: loaded ? (primary === null ? 0.05 : (FIRST_SHARE[primary] ?? 0.05)) : null,
    rungs: loaded ? [] : (named ?? ['slow', 'slower on the way back', 'with a pause at the end']),
  }
}

/** First load of a hand in kg for a body of that mass, before plates; null: nothing is loaded. */
export const firstLoad = (e: Exercise, level: string, bodyMassKg: Kg): number | null => {
  const share = ladderOf(e).firstShare
  return share === null ? null : share * bodyMassKg * (FIRST_BY_LEVEL[level] ?? 1)
}

/** Rung a level begins on. */
export const firstRung = (l: Ladder, level: string): number =>
  Math.min(l.rungs.length - 1, level === 'novice' ? 0 : level === 'trained' ? 1 : 1)

/** All ladders, for tables and checks. */
export const LADDERS: readonly { id: string; ladder: Ladder }[] = EXERCISES.map((e) => ({
  id: e.id,
  ladder: ladderOf(must(exerciseById(e.id))),
}))
