import type { ImplementId } from './implements'
import type { Measure, QualityId } from './qualities'

/** SI unit a result is kept in. */
export type ResultUnit = 'N' | 'kg' | 's' | 'N m' | 'mm' | 'deg' | 'count' | 'm'

export interface Protocol {
  id: string
  version: number
  name: string
  /** Rows of the hand map it measures. */
  rows: readonly { quality: QualityId; measure: Measure }[]
  /** each: a result a hand. both: one result with no side. */
  hands: 'each' | 'both'
  unit: ResultUnit
  /** Units a coach may type, first is the default. */
  entryUnits: readonly EntryUnit[]
  implements: readonly ImplementId[]
  trials: number
  /** Trials a hand may be asked for when the spread is wide; same as `trials` where it never is. */
  trialsUpTo: number
  /** Within-hand CV in % over which one more trial is asked for; null: never. */
  askOverCvPct: number | null
  /** Least rest between two trials of one hand, s. */
  restS: number
  /** Sessions of practice before a result counts in norms and trends. */
  familiarSessions: number
  maximal: boolean
  /** Blocked with shoulder trouble. */
  overhead: boolean
  /** A typed value outside is refused as a slip, in `unit`. Practice estimate, no source. */
  plausible: readonly [number, number]
  steps: string
  result: string
  /** Choices that name a series of their own; the first is the default. */
  variants: readonly Variant[]
  /** The result is the heaviest clean lift; misses are kept beside it. */
  heaviest: boolean
  /** Part of a curve: shown as one, kept out of the hand map and of left against right. */
  curve: boolean
  /** Stated loads that name a series of their own. */
  numbers: readonly NumberVariant[]
}

/** A load stated with the test, kg; `start` null: it must be given. `column` is its name in files. */
export interface NumberVariant { id: string; name: string; column: string; limits: readonly [number, number]; start: string | null }

export interface Variant {
  id: string
  name: string
  /** `quality`: the only one of the protocol's rows that this choice measures. */
  options: readonly { id: string; name: string; quality?: QualityId }[]
}

export type EntryUnit = 'kg' | 'lb' | 'N' | 's' | 'mm' | 'in' | 'cm' | 'N m' | 'deg' | 'count' | 'm'

const KGF = 9.80665
const STEP_3_5 = 'step 3 to 5 % of the expected best, 2.5 kg at the most; start five steps below; up to 8 tries a hand; 90 s between tries, hands alternating; wipe the implement each try, chalk on the hand only'

const position: Variant = {
  id: 'position',
  name: 'Handle position',
  options: [
    { id: '2', name: '2 (48 mm)' },
    { id: '1', name: '1 (35 mm)' },
    { id: '3', name: '3 (60 mm)' },
    { id: '4', name: '4 (73 mm)' },
    { id: '5', name: '5 (86 mm)' },
  ],
}
const shoulders: Variant = {
  id: 'shoulders',
  name: 'Shoulders',
  options: [{ id: 'active', name: 'Active' }, { id: 'relaxed', name: 'Relaxed' }],
}
const palms: Variant = {
  id: 'palms',
  name: 'Palms',
  options: [{ id: 'away', name: 'Away' }, { id: 'toward', name: 'Toward' }, { id: 'facing', name: 'Facing' }, { id: 'mixed', name: 'Mixed' }],
}
const direction: Variant = {
  id: 'direction', name: 'Direction',
  options: [{ id: 'flexion', name: 'Flexion', quality: 'wrist_flex' }, { id: 'extension', name: 'Extension', quality: 'wrist_ext' }, { id: 'radial', name: 'Radial', quality: 'wrist_dev' }, { id: 'ulnar', name: 'Ulnar', quality: 'wrist_dev' }],
}
const turn: Variant = { id: 'direction', name: 'Direction', options: [{ id: 'pronation', name: 'Pronation' }, { id: 'supination', name: 'Supination' }] }
const angle: Variant = { id: 'angle', name: 'Wrist', options: [{ id: 'straight', name: 'Straight' }, { id: 'flexed', name: 'Flexed' }, { id: 'extended', name: 'Extended' }] }
const added: NumberVariant = { id: 'addedKg', name: 'Load added', column: 'added_kg', limits: [-200, 200], start: '0' }
const load: NumberVariant = { id: 'loadKg', name: 'Load held', column: 'load_kg', limits: [0.5, 300], start: null }
const hold: Variant = { id: 'hold_s', name: 'Held for', options: [{ id: '7', name: '7 s' }, { id: '5', name: '5 s' }, { id: '3', name: '3 s' }] }
const help: NumberVariant = { id: 'helpKg', name: 'Help', column: 'help_kg', limits: [0, 200], start: '0' }
const girthState: Variant = { id: 'state', name: 'State', options: [{ id: 'cold', name: 'Cold' }, { id: 'pumped', name: 'Pumped' }] }

type Row = Pick<Protocol, 'id' | 'name' | 'rows' | 'hands' | 'unit' | 'entryUnits' | 'implements' | 'plausible' | 'steps' | 'result'> & Partial<Protocol>

const row = (p: Row): Protocol => ({
  version: 1, trials: 1, trialsUpTo: p.trials ?? 1, askOverCvPct: null, restS: 180, familiarSessions: 0,
  maximal: true, overhead: false, variants: [], numbers: [], curve: false, heaviest: false, ...p,
})
const at = (measure: Measure, ...qualities: QualityId[]) => qualities.map((quality) => ({ quality, measure }))

/** Test protocols. Steps and limits are common practice, no source, unless a source is named. */
export const PROTOCOLS: readonly Protocol[] = [
  row({ id: 'dyno_seated', name: 'Dynamometer, seated', rows: at('max', 'crush'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['dyno'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.5 * KGF, 150 * KGF], variants: [position],
    steps: 'Elbow at 90 degrees at the side, forearm neutral, wrist 0 to 30 degrees extended. Three trials a hand of 3 to 5 s, hands alternating, at least 60 s between trials of one hand.', result: 'best, mean, CV; norms use the mean of the first three valid trials at position 2' }),
  row({ id: 'dyno_standing', name: 'Dynamometer, standing', rows: at('max', 'crush'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['dyno'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.5 * KGF, 150 * KGF], variants: [position],
    steps: 'Arm straight beside the body, otherwise as seated. A separate series: posture is never mixed.', result: 'best, mean, CV' }),
  row({ id: 'lift_max', name: 'Pick-up ramp', rows: at('max', 'edge', 'pinch_wide', 'pinch_narrow', 'claw', 'thick'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['edge', 'block', 'taper_block', 'hub', 'rolling', 'pin'], trials: 1, trialsUpTo: 8, familiarSessions: 2, plausible: [0.25, 200], heaviest: true, variants: [hold],
    steps: `Implement straight above the pin; slack first; lift with the legs; 7 s from leaving to touching the floor; ${STEP_3_5}.`, result: 'heaviest clean lift a hand' }),
  row({ id: 'single_max', name: 'Contest single', rows: at('max', 'thick', 'pinch_wide', 'claw', 'carry', 'crush'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['rolling', 'block', 'hub', 'bar', 'spring'], familiarSessions: 2, plausible: [0.25, 300],
    steps: 'One clean lift: lifted with control, stood still at the top, lowered under control. The hand on the implement by its rule; the checklist is kept with the try.', result: 'heaviest clean' }),
  row({ id: 'hang_time', name: 'Timed hang, both hands', rows: at('sustained', 'hang'), hands: 'both', unit: 's', entryUnits: ['s'], implements: ['bar', 'edge'], restS: 180, familiarSessions: 1, overhead: true, plausible: [1, 1200], variants: [shoulders, palms], numbers: [added],
    steps: 'Bar or edge size stated; straight arms; load added or taken off stated. From feet off to feet on or a hand opening; one try a set.', result: 'seconds, with total load as a share of body mass; no side' }),
  row({ id: 'hang_one', name: 'One-arm hang with help', rows: at('sustained', 'hang'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['bar', 'edge', 'band'], familiarSessions: 1, overhead: true, plausible: [0.5, 300], numbers: [help],
    steps: 'Help measured a hand (band or counterweight in kg, or foot on a scale); seconds at that net load, or least help for 5 s.', result: 'seconds and net load a hand' }),
  row({ id: 'spring_bracket', name: 'Rated springs', rows: at('max', 'crush'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['spring'], trials: 3, restS: 180, familiarSessions: 2, plausible: [5, 200],
    steps: 'Set technique learnt first; set width shown before each close; handles must touch; up through the owned ratings; 3 tries a level, 3 to 5 min rest.', result: 'heaviest closed and lightest missed, for that set width only' }),
  row({ id: 'hold_time', name: 'Pinch, closed-fist or carry hold', rows: at('sustained', 'pinch_wide', 'pinch_narrow', 'closed', 'carry', 'claw', 'thick'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['block', 'plate', 'spring', 'farm', 'kettlebell', 'hub', 'rolling'], familiarSessions: 2, plausible: [1, 1200], numbers: [load],
    steps: 'Load and object stated; until the object slips or opens.', result: 'seconds' }),
  row({ id: 'carry_test', name: 'Carry', rows: at('sustained', 'carry'), hands: 'both', unit: 'm', entryUnits: ['m'], implements: ['farm', 'kettlebell', 'bag'], familiarSessions: 2, plausible: [1, 2000],
    steps: 'Load in each hand, distance, time and drops.', result: 'load by distance, time, pace' }),
  row({ id: 'wrist_max', name: 'Wrist braces', rows: at('max', 'wrist_flex', 'wrist_ext', 'wrist_dev'), hands: 'each', unit: 'N m', entryUnits: ['N m'], implements: ['strap'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.1, 80], variants: [direction],
    steps: 'Forearm fixed, strap with a force sensor or scale at a measured distance from the wrist; 3 trials of 3 to 5 s each hand and direction.', result: 'force by distance' }),
  row({ id: 'turn_max', name: 'Pronation and supination, maximal', rows: at('max', 'rotation'), hands: 'each', unit: 'N m', entryUnits: ['N m'], implements: ['lever', 'strap'], familiarSessions: 2, plausible: [0.1, 60], trials: 3, variants: [turn],
    steps: 'Fixed lever with a sensor, or the heaviest lever held.', result: 'torque' }),
  row({ id: 'key_pinch', name: 'Key and tip pinch', rows: at('max', 'key'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['pinch_gauge'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.1 * KGF, 40 * KGF],
    steps: 'Pinch gauge, 3 trials each hand.', result: 'best, mean, CV' }),
  row({ id: 'finger_open', name: 'Finger extension', rows: [...at('max', 'finger_ext'), ...at('sustained', 'finger_ext')], hands: 'each', unit: 'N', entryUnits: ['N', 'kg', 'lb'], implements: ['band_finger', 'strap'], trials: 3, restS: 60, plausible: [0.5, 400],
    steps: 'Fingers opened against a band or sensor at a stated place, 3 trials.', result: 'force or repetitions' }),
  row({ id: 'three_angles', name: 'Squeeze at three wrist angles', rows: at('max', 'crush'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['dyno'], trials: 2, restS: 60, plausible: [0.5 * KGF, 150 * KGF], variants: [angle], curve: true,
    steps: 'Wrist flexed, straight, extended; 2 trials each, each hand.', result: "force by angle: the hand's own curve" }),
  row({ id: 'handle_curve', name: 'Lift or squeeze on 3 to 4 diameters', rows: at('max', 'thick', 'crush'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['bar', 'sleeve', 'rolling', 'dyno'], familiarSessions: 2, plausible: [0.25, 300], curve: true,
    steps: 'Same day, rests as in the pick-up ramp.', result: "load by diameter: the hand's own curve" }),
  row({ id: 'rise_release', name: 'Relaxed, hard, relaxed', rows: at('reactive', 'catch', 'closed', 'crush'), hands: 'each', unit: 'N', entryUnits: ['N'], implements: ['dyno'], trials: 5, restS: 10, plausible: [1, 150 * KGF],
    steps: 'Force sensor at 100 Hz, 5 fast clenches.', result: 'time to 80 % of peak, time to release below 20 %, peak' }),
  row({ id: 'rom', name: 'Wrist and forearm range', rows: [], hands: 'each', unit: 'deg', entryUnits: ['deg'], implements: ['none'], maximal: false, restS: 0, plausible: [0, 180],
    steps: 'Flexion, extension, pronation, supination by goniometer.', result: 'degrees an arm' }),
  row({ id: 'wrap_gap', name: 'Wrap gap on a handle', rows: [], hands: 'each', unit: 'mm', entryUnits: ['mm', 'in'], implements: ['bar', 'sleeve', 'rolling', 'farm', 'kettlebell'], maximal: false, restS: 0, plausible: [-80, 150],
    steps: 'Relaxed closed hand on that unit: overlap (minus), touch (0) or gap (plus) between thumb and middle fingertip.', result: 'mm a hand and unit' }),
  row({ id: 'wrist_hold', name: 'Wrist extension hold', rows: at('sustained', 'wrist_ext'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['dumbbell'], familiarSessions: 1, plausible: [1, 900], numbers: [load],
    steps: 'Forearm supported, dumbbell held at full extension.', result: 'seconds until the knuckles drop below the mark set at the start' }),
  row({ id: 'lever_torque', name: 'Lever hold or slow repetition', rows: at('max', 'wrist_dev', 'rotation'), hands: 'each', unit: 'N m', entryUnits: ['N m'], implements: ['lever', 'hammer', 'bottle'], familiarSessions: 2, plausible: [0.1, 60],
    steps: 'Club held with the hand at a measured distance from its balance point; rotation or deviation; neutral to end and back.', result: 'torque = mass x g x distance' }),
  row({ id: 'repeat_73', name: 'Repeated holds 7:3', rows: at('repeated', 'edge', 'hang'), hands: 'each', unit: 'count', entryUnits: ['count'], implements: ['edge', 'bar'], familiarSessions: 2, plausible: [0, 100],
    steps: '7 s on, 3 s off at a stated share of max until failure, or 24 all-out bouts with a force sensor.', result: 'bouts, or critical force and work above it' }),
  row({ id: 'endurance_set', name: 'Three loads to failure', rows: at('sustained', 'crush', 'edge', 'pinch_wide'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['dyno', 'edge', 'block'], familiarSessions: 2, plausible: [1, 1200], numbers: [load], curve: true,
    steps: 'Holds to failure at three loads (for example 80, 60, 45 % of max) on separate days or with 30 min rest.', result: 'critical force fit' }),
  row({ id: 'bell_hold', name: 'Bottom-up bell hold', rows: at('sustained', 'wrist_ext', 'wrist_flex'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['kettlebell'], familiarSessions: 2, plausible: [1, 60], heaviest: true,
    steps: 'Elbow at the ribs, bell stacked over elbow.', result: 'load held for 30 s' }),
  row({ id: 'towel_test', name: 'Towel hang or pull-ups', rows: [...at('sustained', 'cloth'), ...at('repeated', 'cloth')], hands: 'both', unit: 's', entryUnits: ['s'], implements: ['towel', 'rope', 'jacket'], familiarSessions: 2, overhead: true, plausible: [1, 600],
    steps: 'Thickness, one or two towels, spacing, wet or dry stated; no chalk.', result: 'seconds or repetitions' }),
  row({ id: 'catch_count', name: 'Drop and catch', rows: at('reactive', 'catch'), hands: 'each', unit: 'count', entryUnits: ['count'], implements: ['plate'], maximal: false, familiarSessions: 2, plausible: [0, 60],
    steps: 'Plate of stated mass, 20 s.', result: 'clean catches' }),
  row({ id: 'girth', name: 'Forearm girth', rows: [], hands: 'each', unit: 'mm', entryUnits: ['mm', 'in'], implements: ['none'], maximal: false, restS: 0, plausible: [100, 600], variants: [girthState],
    steps: 'Widest point, arm relaxed, cold or pumped stated.', result: 'mm an arm' }),
  row({ id: 'hand_size', name: 'Hand length and span', rows: [], hands: 'each', unit: 'mm', entryUnits: ['mm', 'in'], implements: ['none'], maximal: false, restS: 0, plausible: [80, 350],
    steps: 'Wrist crease to middle fingertip; thumb tip to little fingertip with the hand stretched.', result: 'mm a hand' }),
]

export const protocolById = (id: string): Protocol | undefined => PROTOCOLS.find((p) => p.id === id)

/** Protocols the Tests page can run today, by typed trials, in the order offered. */
export const RUNNABLE_PROTOCOLS = [
  'dyno_seated', 'hang_time', 'lift_max', 'dyno_standing', 'key_pinch', 'finger_open', 'wrist_max', 'turn_max', 'wrist_hold', 'hold_time', 'endurance_set', 'hang_one', 'towel_test', 'bell_hold', 'lever_torque', 'catch_count', 'repeat_73', 'three_angles', 'handle_curve',
] as const
