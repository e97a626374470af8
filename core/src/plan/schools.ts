import type { Exercise } from '../catalogue/exercises'
import type { Aim } from '../catalogue/doses'
import type { Want } from '../demand/want'
import type { DayFrame } from '../intake/week'

/** A choice for each question where practitioners differ; absent: what stands in `settingsFor`. */
export type Choice = 'a' | 'b' | 'mixed'
export type Settings = Readonly<Partial<Record<string, Choice>>>

/** Exercises a school leans to or away from: all that is named must hold. */
export interface Pick {
  ids?: readonly string[]
  level?: Exercise['level']
  mode?: Exercise['mode']
  aim?: Aim
  integrated?: boolean
  primary?: readonly Exercise['primary'][]
}

/**
 * What a choice changes in the problem of the week, and what can be measured of it. Points are
 * practice estimates, no source.
 */
export interface SchoolEffect {
  id: string
  /** Points a set of what is picked, under each choice. */
  leans: readonly { choice: Choice; pick: Pick; points: number }[]
  /** In words: what the plan does differently. */
  says: Record<'a' | 'b', string>
  /**
   * A quantity of the week and the choice under which it is the larger (or as large, where nothing
   * of the kind fits).
   */
  measure: { what: Measured; largerUnder: 'a' | 'b' }
}

/** Quantities of a planned week by which a choice is seen. */
export type Measured =
  | { kind: 'sets'; pick: Pick; name: string }
  | { kind: 'days'; pick: Pick; name: string }
  | { kind: 'pull_stress' | 'before_pull'; name: string }

const HEAVY_HOLD: Pick = { mode: 'hold', aim: 'max', primary: ['carry'] }
const HEAVY_CARRY: Pick = { mode: 'carry', aim: 'max' }
const SPRING_LOW: Pick = { ids: ['spring_low', 'spring_ladder', 'spring_super', 'spring_over'] }
const SPRING_HOLD: Pick = { ids: ['spring_hold'] }
const SPRINGS: Pick = {
  ids: [
    'spring_low',
    'spring_ladder',
    'spring_super',
    'spring_over',
    'spring_hold',
    'finger_curl_wide',
  ],
}
const BAND_OPENING: Pick = { ids: ['ext_band'] }
const OPEN_STRENGTH: Pick = { ids: ['wrist_rev', 'curl_rev', 'pinch_open', 'wrist_rev_full'] }
const THICK: Pick = { primary: ['thick'] }
const DIRECT: Pick = { primary: ['wrist_flex', 'wrist_dev', 'rotation'], integrated: false }
const THUMB_BAND: Pick = { ids: ['thumb_base', 'thumb_across', 'thumb_side'] }
const THUMB_LOAD: Pick = { primary: ['key', 'pinch_narrow'], mode: 'hold', integrated: false }
const SIZE: Pick = { aim: 'size' }
const LONG: Pick = { aim: 'sustained' }
const REV_SHORT: Pick = { ids: ['wrist_rev'] }
const REV_FULL: Pick = { ids: ['wrist_rev_full'] }
const ROLLER_RIBS: Pick = { ids: ['roller_trip'] }
const ROLLER_FRONT: Pick = { ids: ['roller_front'] }
const HARD: Pick = { level: 'hard' }
const LIGHT: Pick = { level: 'light' }
const HANG_LOOSE: Pick = { ids: ['hang_dead'] }
const HANG_SET: Pick = { ids: ['hang_active'] }

const lean = (choice: Choice, pick: Pick, points: number) => ({ choice, pick, points })
const sets = (pick: Pick, name: string): Measured => ({ kind: 'sets', pick, name })

/** Each school of the catalogue. */
export const SCHOOL_EFFECTS: readonly SchoolEffect[] = [
  {
    id: 'support_max',
    leans: [
      lean('a', HEAVY_HOLD, 0.6),
      lean('a', HEAVY_CARRY, -0.6),
      lean('b', HEAVY_CARRY, 0.6),
      lean('b', HEAVY_HOLD, -0.6),
    ],
    says: {
      a: 'Short heavy holds before heavy carries.',
      b: 'Heavy carries before short heavy holds.',
    },
    measure: { what: sets(HEAVY_CARRY, 'sets of heavy carries'), largerUnder: 'b' },
  },
  {
    id: 'isolate_combine',
    leans: [lean('a', { integrated: true }, -0.3), lean('b', { integrated: true }, 0.3)],
    says: { a: 'Work for one quality at a time.', b: 'Work that trains the rest of the body too.' },
    measure: { what: sets({ integrated: true }, 'sets of combined work'), largerUnder: 'b' },
  },
  {
    id: 'where_grip',
    leans: [],
    says: {
      a: 'Before a heavy pull only warm-up and extensors.',
      b: 'Towel pulls may come before the pull of the day.',
    },
    measure: {
      what: { kind: 'before_pull', name: 'exercises before a pull of the same day' },
      largerUnder: 'b',
    },
  },
  {
    id: 'ext_bands',
    leans: [
      lean('a', BAND_OPENING, 0.8),
      lean('b', BAND_OPENING, -0.6),
      lean('b', OPEN_STRENGTH, 0.3),
    ],
    says: {
      a: 'Bands in every session.',
      b: 'Bands in the warm-up; strength from reverse curls and open-hand pinches.',
    },
    measure: { what: sets(BAND_OPENING, 'sets of opening against a band'), largerUnder: 'a' },
  },
  {
    id: 'thick',
    leans: [lean('a', THICK, 0.6)],
    says: { a: 'Thick work counts for thinner holds too.', b: 'A diameter trains itself.' },
    measure: { what: sets(THICK, 'sets on thick handles'), largerUnder: 'a' },
  },
  {
    id: 'springs',
    leans: [lean('a', SPRINGS, 0.6), lean('b', SPRINGS, -1)],
    says: { a: 'Springs as the core of closing work.', b: 'Springs as an extra.' },
    measure: { what: sets(SPRINGS, 'sets on springs'), largerUnder: 'a' },
  },
  {
    id: 'spring_reps',
    leans: [lean('a', SPRING_LOW, 0.5), lean('a', SPRING_HOLD, -0.6), lean('b', SPRING_HOLD, 1)],
    says: { a: 'Few hard closes.', b: 'Springs held shut.' },
    measure: { what: sets(SPRING_HOLD, 'sets of springs held shut'), largerUnder: 'b' },
  },
  {
    id: 'straps',
    leans: [],
    says: {
      a: 'Pulls without straps load the fingers and count in full.',
      b: 'Top sets of pulls with straps: they load the fingers little.',
    },
    measure: {
      what: { kind: 'pull_stress', name: "finger load of the week's pulls" },
      largerUnder: 'a',
    },
  },
  {
    id: 'direct_forearm',
    leans: [lean('a', DIRECT, -0.6), lean('b', DIRECT, 0.6)],
    says: { a: 'Little direct forearm work.', b: 'Direct forearm work, extensors first.' },
    measure: { what: sets(DIRECT, 'sets of direct forearm work'), largerUnder: 'b' },
  },
  {
    id: 'frequency',
    leans: [lean('a', HARD, -0.4), lean('a', LIGHT, 0.2), lean('b', HARD, 0.3)],
    says: { a: 'Light work on many days, one hard day a tissue.', b: 'Hard twice a week.' },
    measure: { what: sets(HARD, 'hard sets'), largerUnder: 'b' },
  },
  {
    id: 'thumb',
    leans: [
      lean('a', THUMB_LOAD, 0.4),
      lean('a', THUMB_BAND, -0.6),
      lean('b', THUMB_LOAD, -0.4),
      lean('b', THUMB_BAND, 1.2),
    ],
    says: { a: 'Thumb work with hung load.', b: 'Thumb work with bands, slow.' },
    measure: { what: sets(THUMB_BAND, 'sets of thumb work with bands'), largerUnder: 'b' },
  },
  {
    id: 'reverse_curl',
    leans: [
      lean('a', REV_SHORT, 0.8),
      lean('a', REV_FULL, -0.8),
      lean('b', REV_FULL, 0.8),
      lean('b', REV_SHORT, -0.8),
    ],
    says: { a: 'Neutral to full extension only.', b: 'From full stretch.' },
    measure: {
      what: sets(REV_FULL, 'sets of reverse wrist curls from full stretch'),
      largerUnder: 'b',
    },
  },
  {
    id: 'wrist_roller',
    leans: [
      lean('a', ROLLER_RIBS, 1),
      lean('a', ROLLER_FRONT, -1),
      lean('b', ROLLER_FRONT, 1),
      lean('b', ROLLER_RIBS, -1),
    ],
    says: { a: 'Elbows at the ribs.', b: 'Arms held out in front.' },
    measure: { what: sets(ROLLER_FRONT, 'sets of the roller held out in front'), largerUnder: 'b' },
  },
  {
    id: 'size',
    leans: [lean('a', SIZE, 0.4), lean('b', LONG, 0.2), lean('b', SIZE, -0.4)],
    says: { a: 'Stretched, 12 to 20 near failure.', b: 'Long, light, many.' },
    measure: { what: sets(SIZE, 'sets for size'), largerUnder: 'a' },
  },
  {
    id: 'ext_isometrics',
    leans: [],
    says: { a: 'Wrist extension on up to five days, short.', b: 'Wrist extension on two days.' },
    measure: {
      what: { kind: 'days', pick: { primary: ['wrist_ext'] }, name: 'days with wrist extension' },
      largerUnder: 'a',
    },
  },
  {
    id: 'hang_shoulders',
    leans: [
      lean('a', HANG_LOOSE, 0.8),
      lean('a', HANG_SET, -0.8),
      lean('b', HANG_SET, 0.8),
      lean('b', HANG_LOOSE, -0.8),
    ],
    says: { a: 'Hangs relaxed.', b: 'Hangs with the shoulders set.' },
    measure: { what: sets(HANG_SET, 'sets of hangs with the shoulders set'), largerUnder: 'b' },
  },
]

export const picks = (p: Pick, e: Exercise): boolean =>
  (!p.ids || p.ids.includes(e.id)) &&
  (!p.level || p.level === e.level) &&
  (!p.mode || p.mode === e.mode) &&
  (!p.aim || p.aim === e.aim) &&
  (p.integrated === undefined || p.integrated === e.integrated) &&
  (!p.primary || p.primary.includes(e.primary))

/** Points a set of an exercise gets from the schools chosen. */
export const schoolPoints = (e: Exercise, settings: Settings): number =>
  SCHOOL_EFFECTS.reduce(
    (a, s) =>
      a +
      s.leans.reduce(
        (x, l) => x + (settings[s.id] === l.choice && picks(l.pick, e) ? l.points : 0),
        0,
      ),
    0,
  )

/** Under so many minutes a week work is combined. */
const SHORT_WEEK_MIN = 90

/** A choice for every question: the coach's, else the default for this week and these wants. */
export function settingsFor(
  own: Settings,
  wants: readonly Want[],
  frame: readonly DayFrame[],
): Settings {
  const minutes = frame.reduce((a, d) => a + d.minutes, 0)
  const weight = (of: (w: Want) => boolean) => wants.filter(of).reduce((a, w) => a + w.priority, 0)
  const [crush, closed] = [
    weight((w) => w.quality === 'crush'),
    weight((w) => w.quality === 'closed'),
  ]
  const lasting = weight((w) => w.emphasis === 'sustained' || w.emphasis === 'repeated')
  const defaults: Settings = {
    support_max: 'b',
    isolate_combine: minutes < SHORT_WEEK_MIN ? 'b' : 'mixed',
    where_grip: 'a',
    ext_bands: 'b',
    thick: 'b',
    springs: crush + closed >= 0.25 * weight(() => true) ? 'a' : 'b',
    spring_reps: closed > crush ? 'b' : 'a',
    straps: 'b',
    direct_forearm: 'a',
    frequency: 'b',
    thumb: 'b',
    reverse_curl: 'a',
    wrist_roller: 'a',
    size: 2 * lasting > weight(() => true) ? 'b' : 'a',
    ext_isometrics: 'b',
    hang_shoulders: 'b',
  }
  return { ...defaults, ...own }
}
