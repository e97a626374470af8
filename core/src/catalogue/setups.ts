import { type ResultUnit, type EntryUnit } from '../units/units'
import type { BodyMeasureId } from './person'
import type { ImplementId } from './implements'
import type { Measure, QualityId } from './qualities'

/** How a try is taken; each has one panel on the screen. `body`: kept with the athlete's measures, not as a try. */
export const ENTRIES = ['value', 'clock', 'lift', 'single', 'spring', 'window', 'paced', 'carry', 'clench', 'allout', 'body'] as const
export type EntryKind = (typeof ENTRIES)[number]

/** What a choice makes of its protocol. */
export interface Change { unit?: ResultUnit; entryUnits?: readonly EntryUnit[]; plausible?: readonly [number, number]; entry?: EntryKind; measure?: Measure; measures?: readonly BodyMeasureId[] }

export interface Variant {
  id: string
  name: string
  /** `quality`: the only one of the protocol's rows that this choice measures; `series`: its name with this choice. */
  options: readonly { id: string; name: string; quality?: QualityId; series?: string; as?: Change }[]
  /** Implements it is asked for; all when absent. */
  kinds?: readonly ImplementId[]
}

/** What a protocol is called with the choices made, and the choice that says so; null: none does. */
export function namedBy(
  p: { name: string; variants: readonly Variant[] },
  chosen: Readonly<Record<string, string>>,
): { name: string; by: string | null } {
  for (const v of p.variants) {
    const name = v.options.find((o) => o.id === chosen[v.id])?.series
    if (name !== undefined) return { name, by: v.id }
  }
  return { name: p.name, by: null }
}

/** A number stated with the test, SI; `start` null: it must be given. `column` is its name in files. */
export interface NumberVariant {
  id: string
  name: string
  column: string
  unit: 'kg' | 'mm' | '%'
  limits: readonly [number, number]
  start: string | null
  /** Counts for this hand's series alone. */
  hand?: 'left' | 'right'
  /** Asked only with this choice. */
  when?: { variant: string; option: string }
  /** Read from the unit's measurement, never typed. */
  auto?: 'size' | 'handle'
}

/** A number kept beside the result of a try. */
export interface Detail { id: string; name: string; unit: 's' | 'ms' | 'kg' | 'count' | 'N' | 'N s'; limits: readonly [number, number]; needed: boolean }

export const position: Variant = {
  id: 'position', name: 'Handle position',
  options: [{ id: '2', name: '2 (48 mm)' }, { id: '1', name: '1 (35 mm)' }, { id: '3', name: '3 (60 mm)' }, { id: '4', name: '4 (73 mm)' }, { id: '5', name: '5 (86 mm)' }],
}
export const shoulders: Variant = { id: 'shoulders', name: 'Shoulders', options: [{ id: 'active', name: 'Active' }, { id: 'relaxed', name: 'Relaxed' }] }
export const palms: Variant = { id: 'palms', name: 'Palms', options: [{ id: 'away', name: 'Away' }, { id: 'toward', name: 'Toward' }, { id: 'facing', name: 'Facing' }, { id: 'mixed', name: 'Mixed' }] }
export const thumb: Variant = { id: 'thumb', name: 'Thumb', options: [{ id: 'round', name: 'Round' }, { id: 'top', name: 'On top' }, { id: 'off', name: 'Off' }], kinds: ['bar', 'rolling', 'sleeve', 'farm', 'kettlebell', 'bag'] }
export const fingers: Variant = { id: 'fingers', name: 'Fingers', options: [{ id: 'half', name: 'Half-crimp' }, { id: 'open', name: 'Open hand' }], kinds: ['edge'] }
export const spacing: Variant = { id: 'spacing', name: 'Spacing of the hands', options: [{ id: 'shoulder', name: 'Shoulder width' }, { id: 'narrow', name: 'Narrow' }, { id: 'wide', name: 'Wide' }] }
export const chalk: Variant = { id: 'chalk', name: 'Chalk', options: [{ id: 'hand', name: 'On the hand only' }, { id: 'none', name: 'None' }] }
export const direction: Variant = {
  id: 'direction', name: 'Direction',
  options: [{ id: 'flexion', name: 'Flexion', quality: 'wrist_flex' }, { id: 'extension', name: 'Extension', quality: 'wrist_ext' }, { id: 'radial', name: 'Radial', quality: 'wrist_dev' }, { id: 'ulnar', name: 'Ulnar', quality: 'wrist_dev' }],
}
export const turn: Variant = { id: 'direction', name: 'Direction', options: [{ id: 'pronation', name: 'Pronation', series: 'Pronation, maximal' }, { id: 'supination', name: 'Supination', series: 'Supination, maximal' }] }
export const lever: Variant = {
  id: 'direction', name: 'Direction',
  options: [{ id: 'pronation', name: 'Pronation', quality: 'rotation' }, { id: 'supination', name: 'Supination', quality: 'rotation' }, { id: 'radial', name: 'Radial', quality: 'wrist_dev' }, { id: 'ulnar', name: 'Ulnar', quality: 'wrist_dev' }],
}
export const range: Variant = { id: 'direction', name: 'Movement', options: [{ id: 'flexion', name: 'Flexion' }, { id: 'extension', name: 'Extension' }, { id: 'pronation', name: 'Pronation' }, { id: 'supination', name: 'Supination' }] }
export const angle: Variant = { id: 'angle', name: 'Wrist', options: [{ id: 'straight', name: 'Straight' }, { id: 'flexed', name: 'Flexed' }, { id: 'extended', name: 'Extended' }] }
export const pinchOf: Variant = { id: 'pinch', name: 'Pinch', options: [{ id: 'key', name: 'Key (thumb to side of index)', series: 'Key pinch' }, { id: 'tip', name: 'Tip to tip', series: 'Tip pinch' }] }
export const hold: Variant = { id: 'hold_s', name: 'Held for', options: [{ id: '7', name: '7 s' }, { id: '5', name: '5 s' }, { id: '3', name: '3 s' }] }
export const timeLimit: Variant = { id: 'window', name: 'Time limit', options: [{ id: 'none', name: 'None' }, { id: '60', name: '60 s, any number of trials' }] }
export const towels: Variant = { id: 'towels', name: 'Towels', options: [{ id: 'two', name: 'Two' }, { id: 'one', name: 'One' }] }
export const wet: Variant = { id: 'wet', name: 'Cloth', options: [{ id: 'dry', name: 'Dry' }, { id: 'wet', name: 'Wet' }] }
export const helpBy: Variant = { id: 'help_by', name: 'Help by', options: [{ id: 'band', name: 'Band or counterweight' }, { id: 'scale', name: 'Foot on a scale' }] }
export const openBy: Variant = {
  id: 'count', name: 'Taken as',
  options: [{ id: 'force', name: 'Force', as: { measure: 'max' } }, { id: 'reps', name: 'Repetitions to failure', as: { unit: 'count', entryUnits: ['count'], plausible: [0, 500], measure: 'sustained' } }],
}
export const towelBy: Variant = {
  id: 'count', name: 'Taken as',
  options: [{ id: 'hang', name: 'Hang, seconds', as: { measure: 'sustained' } }, { id: 'reps', name: 'Pull-ups', as: { unit: 'count', entryUnits: ['count'], plausible: [0, 100], entry: 'value', measure: 'repeated' } }],
}
export const girthOf: Variant = {
  id: 'site', name: 'Where',
  options: [
    { id: 'forearm_cold', name: 'Forearm, cold', as: { measures: ['forearm_cold'] } }, { id: 'forearm_pumped', name: 'Forearm, pumped', as: { measures: ['forearm_pumped'] } },
    { id: 'thumb_cold', name: 'Thumb base, cold', as: { measures: ['thumb_cold'] } }, { id: 'thumb_pumped', name: 'Thumb base, pumped', as: { measures: ['thumb_pumped'] } },
  ],
}
/** Opening a spring is closed from, mm; a standard card is 54 mm wide. */
export const SET_WIDTHS = { none: null, card: 54, mid: 38, narrow: 20, measured: null } as const
export const setWidth: Variant = {
  id: 'set_width', name: 'Set width',
  options: [{ id: 'card', name: 'Card, 54 mm', quality: 'crush' }, { id: 'none', name: 'None: from wide open', quality: 'crush' }, { id: 'mid', name: 'Mid, 38 mm', quality: 'crush' }, { id: 'narrow', name: 'Narrow, 20 mm', quality: 'closed' }, { id: 'measured', name: 'As measured', quality: 'crush' }],
}

const kg = (id: string, name: string, column: string, start: string | null, limits: readonly [number, number], more: Partial<NumberVariant> = {}): NumberVariant => ({ id, name, column, unit: 'kg', limits, start, ...more })
export const added = kg('addedKg', 'Load added', 'added_kg', '0', [-200, 200])
export const load = kg('loadKg', 'Load held', 'load_kg', null, [0.5, 300])
export const plateKg = kg('loadKg', 'Mass of the plate', 'load_kg', null, [0.5, 50])
export const helps = [kg('helpLeftKg', 'Help, left hand', 'help_left_kg', '0', [0, 200], { hand: 'left' }), kg('helpRightKg', 'Help, right hand', 'help_right_kg', '0', [0, 200], { hand: 'right' })] as const
export const carried = [kg('leftKg', 'In the left hand', 'left_kg', null, [0, 300]), kg('rightKg', 'In the right hand', 'right_kg', null, [0, 300])] as const
export const sharePct: NumberVariant = { id: 'sharePct', name: 'Share of max', column: 'share_pct', unit: '%', limits: [10, 100], start: '60' }
export const arm = (name: string): NumberVariant => ({ id: 'armMm', name, column: 'arm_mm', unit: 'mm', limits: [20, 1500], start: null })
export const setMm: NumberVariant = { id: 'setMm', name: 'Set width, measured', column: 'set_mm', unit: 'mm', limits: [1, 120], start: null, when: { variant: 'set_width', option: 'measured' } }
/** Springs are comparable only with one spread and one handle thickness: both stand in the series. 0: not measured. */
export const springSize = [
  { id: 'spreadMm', name: 'Spread', column: 'spread_mm', unit: 'mm', limits: [0, 200], start: '0', auto: 'size' },
  { id: 'handleMm', name: 'Handle thickness', column: 'handle_mm', unit: 'mm', limits: [0, 60], start: '0', auto: 'handle' },
] as const satisfies readonly NumberVariant[]

/** What makes a single lift clean, by implement; every line is ticked with the try. Common practice, no source. */
const CLEAN = ['Lifted with control', 'Stood still at the top', 'Lowered under control'] as const
export const SINGLE_RULES: Readonly<Record<string, readonly string[]>> = {
  rolling: ['One hand, the other off the body', 'Handle free to turn', ...CLEAN],
  block: ['No fingers under the block', ...CLEAN],
  taper_block: ['No fingers under the block', ...CLEAN],
  hub: ['Fingertips only, none hooked under the rim', ...CLEAN],
  bar: ['Same grip from floor to top', 'No straps', ...CLEAN],
  spring: ['Block or card shown before the close', 'One hand after the set', 'Handles touch, seen by another'],
}
