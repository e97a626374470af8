import type { BodyMeasureId } from './person'
import type { ImplementId } from './implements'
import type { Effort } from './efforts'
import type { Measure, QualityId } from './qualities'
import type { Tag, TissueId } from './tissues'
import { added, angle, arm, carried, chalk, direction, fingers, girthOf, helpBy, helps, hold, lever, load, openBy, palms, pinchOf, plateKg, position, range, setMm, setWidth, sharePct, shoulders, spacing, springSize, thumb, timeLimit, towelBy, towels, turn, wet, type Detail, type EntryKind, type NumberVariant, type Variant } from './setups'
import { type EntryUnit, type ResultUnit } from '../units/units'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

export interface Protocol {
  id: string
  version: number
  name: string
  group: 'squeeze' | 'lift' | 'hold' | 'wrist' | 'repeat' | 'body'
  /** Rows of the hand map it measures. */
  rows: readonly { quality: QualityId; measure: Measure }[]
  /** each: a result a hand. both: one result with no side. */
  hands: 'each' | 'both'
  unit: ResultUnit
  /** Units a coach may type, first is the default. A force or mass of a turning test is multiplied by its arm. */
  entryUnits: readonly EntryUnit[]
  entry: EntryKind
  implements: readonly ImplementId[]
  trials: number
  /** Trials a hand may be asked for when the spread is wide; same as `trials` where it never is. */
  trialsUpTo: number
  /** Within-hand CV in % over which one more trial is asked for; null: never. */
  askOverCvPct: Percent | null
  /** Typical error of a day's result, %, before anybody's own repeats are known. Practice estimate, no source. */
  errorPct: Percent
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
  /** What to look at before the first try. */
  card: readonly string[]
  /** Choices that name a series of their own; the first is the default, and what an older result without the choice counts as. */
  variants: readonly Variant[]
  /** The result is the heaviest clean lift; misses are kept beside it. */
  heaviest: boolean
  /** Part of a curve: shown as one, kept out of the hand map and of left against right. */
  curve: boolean
  /** Stated numbers that name a series of their own. */
  numbers: readonly NumberVariant[]
  /** Numbers kept beside each result. */
  details: readonly Detail[]
  /** Body measures it takes, where it takes no tries. */
  measures: readonly BodyMeasureId[]
  /** What it leaves in the hand for the next test of a visit, 0 to 3. */
  tires: 0 | 1 | 2 | 3
  /** How hard it is for the hand; null: it loads nothing. */
  effort: Effort | null
  /** Near-maximal: counts as maximal for the body's cautions, as light for the rest. */
  nearMaximal: boolean
  /** A short squeeze: lighter on heart and vessels than a long effort. */
  short: boolean
  /** Tissues it loads, beside those of its implement. */
  tissues: readonly TissueId[]
  tags: readonly Tag[]
  /** Qualities it is done for on an implement, where not the usual one of the implement. */
  qualityOn: Partial<Record<ImplementId, QualityId>>
  /** Only with experience of the quality, or the coach's reason. */
  experienced: boolean
  /** The one test on an edge that is left under 18, with nothing added. */
  youthEdge: boolean
  /** Can be a station of a group test day: one result a try, nothing beside it. */
  inGroup: boolean
  /** Seconds a held squeeze or pull is asked for. */
  holdForS: number
  /** What is read from this kind of test alone. */
  readFor: readonly ReadFor[]
}

/** Published norms, readiness, a curve over wrist angles, critical force, the own curve over handles, a hang against a load. */
export type ReadFor = 'norms' | 'readiness' | 'angles' | 'critical force' | 'own handles' | 'hang'

const KGF = 9.80665
const STEP_3_5 = 'step 3 to 5 % of the expected best, 2.5 kg at the most; start five steps below; up to 8 trials a hand; 90 s between trials, hands alternating; wipe the implement each trial, chalk on the hand only'

const FLEXORS: readonly TissueId[] = ['finger_flexors']
const NOTHING: readonly TissueId[] = []
const HANG: readonly TissueId[] = ['finger_flexors', 'skin', 'shoulder']

/** By group, where a row says nothing else: squeezes and lifts repeat well, holds and repeats do not. */
const ERROR_PCT: Readonly<Record<Protocol['group'], number>> = { squeeze: 4, lift: 5, hold: 10, wrist: 6, repeat: 12, body: 2 }

type Row = Pick<Protocol, 'id' | 'name' | 'group' | 'rows' | 'hands' | 'unit' | 'entryUnits' | 'implements' | 'plausible' | 'steps' | 'result' | 'tires'> & Partial<Protocol>

const row = (p: Row): Protocol => ({
  version: 1, trials: 1, trialsUpTo: p.trials ?? 1, askOverCvPct: null, errorPct: ERROR_PCT[p.group], restS: 180, familiarSessions: 0, entry: p.unit === 's' ? 'clock' : 'value', card: [], details: [], measures: [],
  maximal: true, overhead: false, variants: [], numbers: [], curve: false, heaviest: false, effort: p.maximal === false ? 'light' : 'maximal', nearMaximal: false, short: false, tissues: FLEXORS, qualityOn: {},
  experienced: false, youthEdge: false, inGroup: false, holdForS: 5, readFor: [], ...p, tags: [...(p.overhead ? (['overhead'] as const) : []), ...(p.tags ?? [])],
})
const at = (measure: Measure, ...qualities: QualityId[]) => qualities.map((quality) => ({ quality, measure }))
const TORQUE_ENTRY: readonly EntryUnit[] = ['kg', 'lb', 'N', 'N m']
/** What a hang really weighed, where a load cell saw it. */
const ON_CELL: Detail = { id: 'cellKg', name: 'On the load cell', unit: 'kg', limits: [1, 300], needed: false }
const WIPED = 'Implement wiped, chalk on the hand only'
const CLOSED_REST = 'Rest clock shown before each trial'

/** Test protocols. Steps and limits are common practice, no source, unless a source is named. */
export const PROTOCOLS: readonly Protocol[] = [
  row({ id: 'dyno_seated', readFor: ['norms'], inGroup: true, name: 'Dynamometer, seated', short: true, group: 'squeeze', tires: 1, card: ['Elbow at 90 degrees, at the side', 'Forearm neutral, wrist 0 to 30 degrees extended', 'Feet flat, handle at the stated position'], rows: at('max', 'crush'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['dyno'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.5 * KGF, 150 * KGF], variants: [position],
    steps: 'Elbow at 90 degrees at the side, forearm neutral, wrist 0 to 30 degrees extended. Three trials a hand of 3 to 5 s, hands alternating, at least 60 s between trials of one hand.', result: 'best, mean, CV; norms use the mean of the first three valid trials at position 2' }),
  row({ id: 'dyno_standing', inGroup: true, name: 'Dynamometer, standing', short: true, group: 'squeeze', tires: 1, card: ['Arm straight beside the body', 'Instrument clear of the leg', 'Feet hip-wide'], rows: at('max', 'crush'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['dyno'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.5 * KGF, 150 * KGF], variants: [position],
    steps: 'Arm straight beside the body, otherwise as seated. A separate series: posture is never mixed.', result: 'best, mean, CV' }),
  row({ id: 'lift_max', inGroup: true, name: 'Pick-up ramp', group: 'lift', tires: 2, entry: 'lift', card: ['Implement straight above the pin, slack taken up', 'Feet beside the plates', WIPED], rows: at('max', 'edge', 'pinch_wide', 'pinch_narrow', 'claw', 'thick'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['edge', 'block', 'taper_block', 'hub', 'rolling', 'pin'], trials: 1, trialsUpTo: 8, familiarSessions: 2, plausible: [0.25, 200], heaviest: true, variants: [hold, fingers, chalk],
    steps: `Implement straight above the pin; slack first; lift with the legs; 7 s from leaving to touching the floor; ${STEP_3_5}.`, result: 'heaviest clean lift a hand' }),
  row({ id: 'pull_max', inGroup: true, name: 'Pull against a load cell', group: 'lift', tires: 1, card: ['Load cell fixed, line straight up from it', 'Slack taken up, then a smooth hard pull', WIPED], rows: at('max', 'edge', 'pinch_wide', 'pinch_narrow', 'claw', 'thick'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['edge', 'block', 'taper_block', 'hub', 'rolling', 'pin'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 120, familiarSessions: 2, plausible: [0.5 * KGF, 300 * KGF], variants: [fingers, chalk],
    steps: 'Edge or block on a fixed load cell, arm straight; 3 pulls of 3 to 5 s a hand, hands alternating.', result: 'best, mean, CV' }),
  row({ id: 'single_max', name: 'Contest single', experienced: true, qualityOn: { bar: 'carry' }, group: 'lift', tires: 2, entry: 'single', heaviest: true, trialsUpTo: 3, variants: [timeLimit, chalk], card: ['Checklist of the implement read out first', 'Feet clear of the plates', WIPED], rows: at('max', 'thick', 'pinch_wide', 'claw', 'carry', 'crush'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['rolling', 'block', 'taper_block', 'hub', 'bar', 'spring'], familiarSessions: 2, plausible: [0.25, 300],
    steps: 'One clean lift: lifted with control, stood still at the top, lowered under control. The hand on the implement by its rule; the checklist is kept with the trial.', result: 'heaviest clean' }),
  row({ id: 'hang_time', readFor: ['hang'], inGroup: true, name: 'Timed hang, both hands', youthEdge: true, tissues: HANG, group: 'hold', details: [ON_CELL], tires: 2, card: ['Bar or edge dry and brushed', 'Landing clear, feet off on the word', 'Hand style as stated'], rows: at('sustained', 'hang'), hands: 'both', unit: 's', entryUnits: ['s'], implements: ['bar', 'edge'], restS: 180, familiarSessions: 1, overhead: true, plausible: [1, 1200], variants: [shoulders, palms, thumb, fingers, spacing, chalk], numbers: [added],
    steps: 'Bar or edge size stated; straight arms; load added or taken off stated. From feet off to feet on or a hand opening; one trial a set.', result: 'seconds, with total load as a share of body mass; no side' }),
  row({ id: 'hang_one', readFor: ['hang'], name: 'One-arm hang with help', experienced: true, tissues: HANG, group: 'hold', details: [ON_CELL], tires: 2, card: ['Help measured for each hand', 'Same hand style on both sides', 'Landing clear'], rows: at('sustained', 'hang'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['bar', 'edge', 'band'], familiarSessions: 1, overhead: true, plausible: [0.5, 300], variants: [helpBy, fingers, chalk], numbers: helps,
    steps: 'Help measured a hand (band or counterweight in kg, or foot on a scale); seconds at that net load, or least help for 5 s.', result: 'seconds and net load a hand' }),
  row({ id: 'spring_bracket', name: 'Rated springs', group: 'squeeze', tires: 2, entry: 'spring', heaviest: true, variants: [setWidth, chalk], numbers: [setMm, ...springSize], card: ['Technique of the set learnt on a light spring', 'Straighter leg to the thumb', 'Block or card shown before each close'], rows: at('max', 'crush', 'closed'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['spring'], trialsUpTo: 3, restS: 180, familiarSessions: 2, plausible: [5, 200],
    steps: 'Set technique learnt first; set width shown before each close; handles must touch; up through the owned ratings; 3 trials a level, 3 to 5 min rest.', result: 'heaviest closed and lightest missed, for that set width only' }),
  row({ id: 'hold_time', inGroup: true, name: 'Pinch, closed-fist or carry hold', group: 'hold', tires: 2, variants: [thumb, chalk], card: ['Load and object stated', 'Timed until it slips or opens', WIPED], rows: at('sustained', 'pinch_wide', 'pinch_narrow', 'closed', 'carry', 'claw', 'thick'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['block', 'plate', 'spring', 'farm', 'kettlebell', 'hub', 'rolling'], familiarSessions: 2, plausible: [1, 1200], numbers: [load],
    steps: 'Load and object stated; until the object slips or opens.', result: 'seconds' }),
  row({ id: 'carry_test', name: 'Carry', group: 'hold', tires: 2, entry: 'carry', numbers: carried, variants: [thumb, chalk], details: [{ id: 'seconds', name: 'Time', unit: 's', limits: [1, 1200], needed: true }, { id: 'drops', name: 'Drops', unit: 'count', limits: [0, 20], needed: true }], card: ['Load of each hand weighed', 'Course measured and clear', 'No straps'], rows: at('sustained', 'carry'), hands: 'both', unit: 'm', entryUnits: ['m'], implements: ['farm', 'kettlebell', 'bag'], familiarSessions: 2, plausible: [1, 2000],
    steps: 'Load in each hand, distance, time and drops.', result: 'load by distance, time, pace' }),
  row({ id: 'wrist_max', name: 'Wrist braces', tissues: ['wrist', 'elbow_medial', 'elbow_lateral'], group: 'wrist', tires: 1, numbers: [arm('Strap from the wrist')], card: ['Forearm fixed', 'Strap square to the hand, distance measured', 'Fingers loosely closed'], rows: at('max', 'wrist_flex', 'wrist_ext', 'wrist_dev'), hands: 'each', unit: 'N m', entryUnits: TORQUE_ENTRY, implements: ['strap'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.1, 80], variants: [direction],
    steps: 'Forearm fixed, strap with a force sensor or scale at a measured distance from the wrist; 3 trials of 3 to 5 s each hand and direction.', result: 'force by distance' }),
  row({ id: 'turn_max', name: 'Pronation and supination, maximal', tissues: ['wrist', 'elbow_medial', 'rotators'], group: 'wrist', tires: 1, numbers: [arm('Load from the hand')], card: ['Elbow at 90 degrees, at the side', 'Lever fixed or held level'], rows: at('max', 'rotation'), hands: 'each', unit: 'N m', entryUnits: TORQUE_ENTRY, implements: ['lever', 'strap'], familiarSessions: 2, plausible: [0.1, 60], trials: 3, variants: [turn],
    steps: 'Fixed lever with a sensor, or the heaviest lever held.', result: 'torque' }),
  row({ id: 'key_pinch', inGroup: true, name: 'Key and tip pinch', short: true, tissues: ['thumb'], group: 'squeeze', tires: 1, variants: [pinchOf], card: ['Gauge supported by the tester', 'Other fingers out of the way'], rows: at('max', 'key'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['pinch_gauge'], trials: 3, trialsUpTo: 6, askOverCvPct: 10, restS: 60, plausible: [0.1 * KGF, 40 * KGF],
    steps: 'Pinch gauge, 3 trials each hand.', result: 'best, mean, CV' }),
  row({ id: 'finger_open', inGroup: true, name: 'Finger extension', short: true, tissues: ['elbow_lateral'], group: 'squeeze', tires: 1, variants: [openBy], card: ['Band or sensor at the stated place on the fingers', 'Wrist straight'], rows: [...at('max', 'finger_ext'), ...at('sustained', 'finger_ext')], hands: 'each', unit: 'N', entryUnits: ['N', 'kg', 'lb'], implements: ['band_finger', 'strap'], trials: 3, restS: 60, plausible: [0.5, 400],
    steps: 'Fingers opened against a band or sensor at a stated place, 3 trials.', result: 'force or repetitions' }),
  row({ id: 'three_angles', readFor: ['angles'], name: 'Squeeze at three wrist angles', short: true, tissues: ['finger_flexors', 'wrist'], group: 'squeeze', tires: 1, card: ['Wrist angle set before each squeeze', 'Elbow as in the seated test'], rows: at('max', 'crush'), hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['dyno'], trials: 2, restS: 60, plausible: [0.5 * KGF, 150 * KGF], variants: [angle], curve: true,
    steps: 'Wrist flexed, straight, extended; 2 trials each, each hand.', result: "force by angle: the hand's own curve" }),
  row({ id: 'handle_curve', readFor: ['own handles'], name: 'Lift or squeeze on 3 to 4 diameters', group: 'lift', tires: 2, variants: [chalk], card: ['Three or four diameters on one day', WIPED, CLOSED_REST], rows: at('max', 'thick', 'crush'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['bar', 'sleeve', 'rolling', 'dyno'], familiarSessions: 2, plausible: [0.25, 300], curve: true,
    steps: 'Same day, rests as in the pick-up ramp.', result: "load by diameter: the hand's own curve" }),
  row({ id: 'rise_release', name: 'Relaxed, hard, relaxed', short: true, group: 'squeeze', tires: 1, entry: 'clench', details: [{ id: 'riseMs', name: 'To 80 % of the peak', unit: 'ms', limits: [20, 3000], needed: true }, { id: 'releaseMs', name: 'Release to under 20 %', unit: 'ms', limits: [20, 5000], needed: true }], card: ['Hand quite relaxed before each clench', 'As hard and fast as possible, then let go at once'], rows: at('reactive', 'catch', 'closed', 'crush'), hands: 'each', unit: 'N', entryUnits: ['N', 'kg', 'lb'], implements: ['dyno'], trials: 5, restS: 10, plausible: [1, 150 * KGF],
    steps: 'Force sensor at 100 Hz, 5 fast clenches.', result: 'time to 80 % of peak, time to release below 20 %, peak' }),
  row({ id: 'rom', name: 'Wrist and forearm range', tissues: NOTHING, group: 'body', tires: 0, variants: [range], card: ['Elbow at the side, forearm supported', 'Goniometer on the same marks'], rows: [], hands: 'each', unit: 'deg', entryUnits: ['deg'], implements: ['goniometer'], maximal: false, restS: 0, plausible: [0, 180],
    steps: 'Flexion, extension, pronation, supination by goniometer.', result: 'degrees an arm' }),
  row({ id: 'wrap_gap', name: 'Wrap gap on a handle', effort: null, tissues: NOTHING, group: 'body', tires: 0, entry: 'body', rows: [], hands: 'each', unit: 'mm', entryUnits: ['mm', 'in'], implements: ['bar', 'sleeve', 'rolling', 'farm', 'kettlebell'], maximal: false, restS: 0, plausible: [-80, 150],
    steps: 'Relaxed closed hand on that unit: overlap (minus), touch (0) or gap (plus) between thumb and middle fingertip.', result: 'mm a hand and unit' }),
  row({ id: 'wrist_hold', inGroup: true, name: 'Wrist extension hold', tissues: ['wrist', 'elbow_lateral'], group: 'wrist', tires: 2, card: ['Forearm supported to the wrist', 'Mark set at the start, knuckles at it'], rows: at('sustained', 'wrist_ext'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['dumbbell'], familiarSessions: 1, plausible: [1, 900], numbers: [load],
    steps: 'Forearm supported, dumbbell held at full extension.', result: 'seconds until the knuckles drop below the mark set at the start' }),
  row({ id: 'lever_torque', name: 'Lever hold or slow repetition', tissues: ['wrist', 'elbow_medial', 'rotators'], group: 'wrist', tires: 1, variants: [lever], numbers: [arm('Balance point from the hand')], card: ['Distance of the hand from the balance point measured', 'Neutral to end and back, slowly'], rows: at('max', 'wrist_dev', 'rotation'), hands: 'each', unit: 'N m', entryUnits: TORQUE_ENTRY, implements: ['lever', 'hammer', 'bottle'], familiarSessions: 2, plausible: [0.1, 60],
    steps: 'Club held with the hand at a measured distance from its balance point; rotation or deviation; neutral to end and back.', result: 'torque = mass x g x distance' }),
  row({ id: 'repeat_73', name: 'Repeated holds 7:3', group: 'repeat', tires: 3, entry: 'paced', variants: [fingers, chalk], numbers: [sharePct], card: ['7 s on, 3 s off by the sound', 'Ends when a hold is not kept for 7 s'], details: [{ id: 'lastS', name: 'In the last hold', unit: 's', limits: [0, 7], needed: false }], rows: at('repeated', 'edge', 'hang'), hands: 'each', unit: 'count', entryUnits: ['count'], implements: ['edge', 'bar'], familiarSessions: 2, plausible: [0, 100],
    steps: '7 s on, 3 s off at a stated share of max until failure; all-out bouts are a test of their own.', result: 'bouts' }),
  row({ id: 'all_out', name: 'All-out 7:3', group: 'repeat', tires: 3, entry: 'allout', variants: [fingers, chalk], card: ['Force sensor tared, nothing on it', 'As hard as possible in every hold, 24 times', 'No pacing: the first holds are the hardest'], details: [{ id: 'workNs', name: 'Work above critical force', unit: 'N s', limits: [-20_000, 60_000], needed: true }, { id: 'topN', name: 'Best bout', unit: 'N', limits: [1, 1500], needed: true }], rows: at('repeated', 'crush', 'edge', 'hang'), hands: 'each', unit: 'N', entryUnits: ['N', 'kg', 'lb'], implements: ['edge', 'bar', 'dyno'], restS: 1800, familiarSessions: 2, plausible: [1, 150 * KGF],
    steps: '24 holds of 7 s all-out, 3 s rest between, on a force sensor.', result: 'critical force (mean of the last three holds) and the work above it' }),
  row({ id: 'ready_squeeze', readFor: ['readiness'], holdForS: 3, name: 'Readiness squeeze', short: true, nearMaximal: true, group: 'squeeze', tires: 0, variants: [position], card: ['Near-maximal, 3 s', 'Same position as on other days'], rows: [], hands: 'each', unit: 'N', entryUnits: ['kg', 'lb', 'N'], implements: ['dyno'], maximal: false, restS: 30, plausible: [1, 150 * KGF],
    steps: 'One near-maximal squeeze of 3 s a hand, on any day.', result: 'against the hand\'s own last four weeks' }),
  row({ id: 'endurance_set', readFor: ['critical force'], name: 'Three loads to failure', group: 'repeat', tires: 3, variants: [chalk], card: ['Separate days, or 30 min between loads', WIPED], rows: at('sustained', 'crush', 'edge', 'pinch_wide'), hands: 'each', unit: 's', entryUnits: ['s'], implements: ['dyno', 'edge', 'block'], familiarSessions: 2, plausible: [1, 1200], numbers: [load], curve: true,
    steps: 'Holds to failure at three loads (for example 80, 60, 45 % of max) on separate days or with 30 min rest.', result: 'critical force fit' }),
  row({ id: 'bell_hold', name: 'Bottom-up bell hold', tissues: ['finger_flexors', 'wrist'], group: 'wrist', tires: 2, entry: 'lift', card: ['Elbow at the ribs, bell stacked over the elbow', 'Feet clear, no one under the bell'], rows: at('sustained', 'wrist_ext', 'wrist_flex'), hands: 'each', unit: 'kg', entryUnits: ['kg', 'lb'], implements: ['kettlebell'], familiarSessions: 2, plausible: [1, 60], heaviest: true,
    steps: 'Elbow at the ribs, bell stacked over elbow.', result: 'load held for 30 s' }),
  row({ id: 'towel_test', inGroup: true, name: 'Towel hang or pull-ups', tissues: HANG, group: 'hold', tires: 2, variants: [towelBy, towels, wet, spacing], card: ['Thickness and spacing as stated', 'No chalk', 'Landing clear'], rows: [...at('sustained', 'cloth'), ...at('repeated', 'cloth')], hands: 'both', unit: 's', entryUnits: ['s'], implements: ['towel', 'rope', 'jacket'], familiarSessions: 2, overhead: true, plausible: [1, 600],
    steps: 'Thickness, one or two towels, spacing, wet or dry stated; no chalk.', result: 'seconds or repetitions' }),
  row({ id: 'catch_count', name: 'Drop and catch', effort: 'moderate', tissues: ['finger_flexors', 'thumb'], tags: ['impact', 'drop'], qualityOn: { plate: 'catch' }, group: 'repeat', tires: 1, entry: 'window', numbers: [plateKg], card: ['Feet clear, soft floor under the plate', 'Hand opens fully at each drop'], rows: at('reactive', 'catch'), hands: 'each', unit: 'count', entryUnits: ['count'], implements: ['plate'], maximal: false, familiarSessions: 2, plausible: [0, 60],
    steps: 'Plate of stated mass, 20 s.', result: 'clean catches' }),
  row({ id: 'girth', name: 'Forearm girth', effort: null, tissues: NOTHING, group: 'body', tires: 0, entry: 'body', measures: ['forearm_cold'], rows: [], hands: 'each', unit: 'mm', entryUnits: ['mm', 'in'], implements: ['none'], maximal: false, restS: 0, plausible: [100, 600], variants: [girthOf],
    steps: 'Widest point, arm relaxed, cold or pumped stated.', result: 'mm an arm' }),
  row({ id: 'hand_size', name: 'Hand length and span', effort: null, tissues: NOTHING, group: 'body', tires: 0, entry: 'body', measures: ['hand_length', 'hand_span'], rows: [], hands: 'each', unit: 'mm', entryUnits: ['mm', 'in'], implements: ['none'], maximal: false, restS: 0, plausible: [80, 350],
    steps: 'Wrist crease to middle fingertip; thumb tip to little fingertip with the hand stretched.', result: 'mm a hand' }),
]

export const PROTOCOL_GROUPS = [
  { id: 'squeeze', name: 'Squeeze, pinch and open' }, { id: 'lift', name: 'Lifts' }, { id: 'hold', name: 'Hangs, holds and carries' },
  { id: 'wrist', name: 'Wrist and turning' }, { id: 'repeat', name: 'Repeated and fast' }, { id: 'body', name: 'Hand and arm sizes' },
] as const

/** Protocols that are kept as tests; the others are measures of the body. */
export const TEST_PROTOCOLS: readonly Protocol[] = PROTOCOLS.filter((p) => p.entry !== 'body')

const byId = new Map(PROTOCOLS.map((p) => [p.id, p]))
export const protocolById = (id: string): Protocol | undefined => byId.get(id)

/** Whether tests of a protocol are read for something. */
export const isReadFor = (protocolId: string, what: ReadFor): boolean => byId.get(protocolId)?.readFor.includes(what) ?? false
/** The protocols that are. */
export const readFor = (what: ReadFor): string[] => PROTOCOLS.filter((p) => p.readFor.includes(what)).map((p) => p.id)

/** A protocol as its choices make it: unit, limits, entry and rows. A choice that is not given counts as the first. */
export function asSetUp(protocol: Protocol, variant: Readonly<Record<string, string>>): Protocol {
  const changes = protocol.variants.flatMap((v) => (v.options.find((o) => o.id === variant[v.id]) ?? must(v.options[0])).as ?? [])
  if (changes.length === 0) return protocol
  const { measure, ...rest } = Object.assign({}, ...changes) as NonNullable<Variant['options'][number]['as']>
  return { ...protocol, ...rest, ...(measure && { rows: protocol.rows.filter((r) => r.measure === measure) }) }
}

/** The protocol of a stored test, as its set-up made it; undefined when it is not known. */
export function protocolOf(setup: { protocolId: string; variant: Readonly<Record<string, string>> }): Protocol | undefined {
  const found = byId.get(setup.protocolId)
  return found && asSetUp(found, setup.variant)
}

/**
 * What is kept beside a try's result, by the names of its protocol. `checks`: lines ticked;
 * `unitId`, `insertKg`: the spring.
 */
export type TryDetails = Readonly<Record<string, number | string | readonly string[]>>
