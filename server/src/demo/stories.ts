import type { QualityId } from '@mano/core/catalogue/qualities'
import type { InjuryStatus } from '@mano/core/catalogue/cautionTypes'
import type { InjurySiteId } from '@mano/core/catalogue/tissues'
import type { LevelId, Sex, Side } from '@mano/core/catalogue/person'
import type { Place } from '@mano/core/catalogue/places'
import type { Kg, Kgf, Newton, Percent, Seconds } from '@mano/core/units/quantity'

/** What a judge of the data should find, in words any reader of verdicts can check. */
export type Expectation =
  | { ask: 'asymmetry'; among: readonly string[] }
  | { ask: 'consistent'; is: boolean }
  | { ask: 'lean'; is: string }
  | { ask: 'trend'; is: string }
  | { ask: 'stage'; stage: string; is: string }
  | { ask: 'caution'; id: string }
  | { ask: 'norms'; refused: string }
  /** The first of these labels ranks above the second for a quality at a place. */
  | { ask: 'match'; quality: QualityId; place: Place; above: string; below: string }
  /** A sentence of the match holds these words. */
  | { ask: 'says'; quality: QualityId; place: Place; words: string }

export interface Story {
  id: string
  what: string
  name: string
  sportId: string
  sex: Sex
  ageYears: number
  dominant: Side
  level: LevelId
  massKg: Kg
  /** mm, left and right. */
  handLength: readonly [number, number]
  handSpan: readonly [number, number]
  injury?: {
    site: InjurySiteId
    side: Side
    status: InjuryStatus
    daysAgo: number
    advisedBy: string
    /** A clinician's clearance on record. */ cleared?: {
      by: string
      profession: string
      daysAgo: number
    }
  }
  guardian?: { by: string; relation: string }
  /** The health questions were never asked. */
  unasked?: true
  tests: {
    /** Days between dynamometer sessions over 16 weeks; null: none on record. */
    everyDays: number
    lastDaysAgo: number
    /** kgf of the stronger hand at the first test and how it changes by the last, %. */
    forceKgf: Kgf
    gainPct: Percent
    /** How far the left hand is behind (plus) at the first and at the last test, %. */
    leftBehindPct: readonly [number, number]
    hang?: { seconds: Seconds; gainPct: Percent }
  } | null
  /**
   * Days of the week (0 Monday) with their minutes, where they train, and how the sport loads the
   * hands.
   */
  week: {
    minutes: Readonly<Record<number, number>>
    place: Place
    sport: Readonly<Record<number, 0 | 1 | 2 | 3>>
    heavyPull?: number
  } | null
  /** Day of this week on which nothing was logged. */
  missed?: number
  /** A second sport, by weight against 1 for the first. */
  second?: { sportId: string; weight: number }
  /** Measured wrap gaps by label of the unit, mm, left and right. */
  wraps?: Readonly<Record<string, readonly [number, number]>>
  event?: { name: string; inDays: number; items: readonly string[] }
  outcome?: { name: string; unit: string; better: 'higher' | 'lower'; from: number; to: number }
  skin?: 'normal' | 'dry' | 'sweaty'
  handWork?: 0 | 1 | 2 | 3
  /**
   * Tests beside dynamometer and hang: N m, N and the critical load of holds to failure (kg, kg s).
   */
  more?: {
    leftBehindPct: readonly [number, number]
    wristNm: Readonly<Record<'flexion' | 'extension' | 'radial' | 'ulnar', number>>
    turnNm: Readonly<Record<'pronation' | 'supination', number>>
    openN: Newton
    hold?: { label: string; cfKg: Kg; w: number }
  }
  expects: readonly Expectation[]
}

const hand = (length: number, span: number): Pick<Story, 'handLength' | 'handSpan'> => ({
  handLength: [length, length + 1],
  handSpan: [span, span + 2],
})

/** The invented athletes of the demo hall. Nothing outside this folder knows a story. */
export const STORIES: readonly Story[] = [
  {
    id: 'growing',
    what: 'a real and growing asymmetry',
    name: 'Dov Hartigan',
    sportId: 'grappler_jacket',
    sex: 'male',
    ageYears: 27,
    dominant: 'right',
    level: 'advanced',
    massKg: 81.4,
    ...hand(191, 222),
    tests: {
      everyDays: 14,
      lastDaysAgo: 2,
      forceKgf: 55,
      gainPct: 3,
      leftBehindPct: [5, 21],
      hang: { seconds: 62, gainPct: 12 },
    },
    week: { minutes: { 0: 40, 3: 45, 5: 20 }, place: 'hall', sport: { 1: 2, 2: 1, 4: 2 } },
    event: {
      name: 'Harbour Cup',
      inDays: 36,
      items: ['Four bouts of 5 min', 'Sleeve and lapel grips'],
    },
    skin: 'sweaty',
    handWork: 2,
    more: {
      leftBehindPct: [3, 16],
      wristNm: { flexion: 16.5, extension: 8.6, radial: 11.2, ulnar: 10.4 },
      turnNm: { pronation: 9.8, supination: 9.1 },
      openN: 62,
      hold: { label: 'Pinch block', cfKg: 11, w: 620 },
    },
    expects: [
      { ask: 'asymmetry', among: ['real', 'large'] },
      { ask: 'consistent', is: true },
      {
        ask: 'match',
        quality: 'closed',
        place: 'hall',
        above: 'Jacket cloth',
        below: 'Spring, heavy',
      },
      { ask: 'match', quality: 'crush', place: 'hall', above: 'Towels', below: 'Spring, heavy' },
    ],
  },
  {
    id: 'inside_error',
    what: 'a difference inside error',
    name: 'Mirela Stroud',
    sportId: 'boxer',
    sex: 'female',
    ageYears: 24,
    dominant: 'right',
    level: 'trained',
    massKg: 63.5,
    ...hand(176, 198),
    tests: {
      everyDays: 14,
      lastDaysAgo: 1,
      forceKgf: 38,
      gainPct: 6,
      leftBehindPct: [0.5, 0.5],
      hang: { seconds: 48, gainPct: 18 },
    },
    week: { minutes: { 0: 45, 2: 30, 4: 45 }, place: 'hall', sport: { 1: 1, 3: 1, 5: 2 } },
    handWork: 1,
    more: {
      leftBehindPct: [0, 0],
      wristNm: { flexion: 10.8, extension: 5.1, radial: 7, ulnar: 6.8 },
      turnNm: { pronation: 6.2, supination: 6 },
      openN: 41,
    },
    expects: [
      { ask: 'asymmetry', among: ['inside-error'] },
      {
        ask: 'match',
        quality: 'closed',
        place: 'bag',
        above: 'Travel towel',
        below: 'Travel bands',
      },
      { ask: 'says', quality: 'thick', place: 'bag', words: 'Nearest in the bag: Travel towel' },
    ],
  },
  {
    id: 'dominance',
    what: 'normal dominance',
    name: 'Bram Achterley',
    sportId: 'thrower_shot_discus',
    sex: 'male',
    ageYears: 31,
    dominant: 'right',
    level: 'elite',
    massKg: 112,
    ...hand(204, 238),
    tests: { everyDays: 14, lastDaysAgo: 5, forceKgf: 66, gainPct: 4, leftBehindPct: [11, 11] },
    week: {
      minutes: { 1: 40, 3: 20, 5: 40 },
      place: 'hall',
      sport: { 0: 1, 2: 1, 4: 1 },
      heavyPull: 1,
    },
    outcome: { name: 'Shot, best of six', unit: 'm', better: 'higher', from: 15.1, to: 15.6 },
    expects: [
      { ask: 'asymmetry', among: ['real', 'large'] },
      { ask: 'lean', is: 'as-dominance' },
    ],
  },
  {
    id: 'plateau',
    what: 'a plateau',
    name: 'Ines Varrow',
    sportId: 'climber_boulder',
    sex: 'female',
    ageYears: 29,
    dominant: 'left',
    level: 'advanced',
    massKg: 58.2,
    ...hand(172, 196),
    tests: {
      everyDays: 8,
      lastDaysAgo: 3,
      forceKgf: 41,
      gainPct: 0,
      leftBehindPct: [-1, -1],
      hang: { seconds: 71, gainPct: 2 },
    },
    week: { minutes: { 0: 40, 2: 20, 4: 40 }, place: 'hall', sport: { 1: 3, 3: 1, 5: 3 } },
    skin: 'dry',
    more: {
      leftBehindPct: [-1, -1],
      wristNm: { flexion: 11.6, extension: 6.9, radial: 7.4, ulnar: 7.1 },
      turnNm: { pronation: 6.6, supination: 6.9 },
      openN: 47,
      hold: { label: 'Edge board, 20 mm', cfKg: 21, w: 940 },
    },
    expects: [
      { ask: 'trend', is: 'flat' },
      {
        ask: 'match',
        quality: 'edge',
        place: 'hall',
        above: 'Edge board, 10 mm',
        below: 'Edge board, 30 mm',
      },
      { ask: 'says', quality: 'edge', place: 'hall', words: 'Strong climber' },
    ],
  },
  {
    id: 'overdue',
    what: 'a retest overdue',
    name: 'Jonah Pell',
    sportId: 'obstacle_racer',
    sex: 'male',
    ageYears: 35,
    dominant: 'right',
    level: 'trained',
    massKg: 76,
    ...hand(188, 214),
    tests: {
      everyDays: 14,
      lastDaysAgo: 63,
      forceKgf: 49,
      gainPct: 5,
      leftBehindPct: [4, 4],
      hang: { seconds: 74, gainPct: 20 },
    },
    week: { minutes: { 0: 30, 2: 25, 4: 30 }, place: 'bag', sport: { 6: 2 } },
    missed: 0,
    event: {
      name: 'Breakwater Run, 14 obstacles',
      inDays: 61,
      items: ['Rope 38 mm, 6 m', 'Bars 28 to 50 mm', 'Hanging balls', 'Carry 25 kg, 60 m'],
    },
    expects: [
      { ask: 'stage', stage: 'tests', is: 'stale' },
      { ask: 'says', quality: 'hang', place: 'hall', words: 'change them week by week' },
    ],
  },
  {
    id: 'caution',
    what: 'an active caution',
    name: 'Kaya Osei-Lund',
    sportId: 'thrower_hammer',
    sex: 'female',
    ageYears: 22,
    dominant: 'right',
    level: 'advanced',
    massKg: 79.5,
    ...hand(184, 210),
    injury: {
      site: 'thumb',
      side: 'right',
      status: 'active',
      daysAgo: 6,
      advisedBy: 'hall physiotherapist, hand clinic booked',
    },
    tests: { everyDays: 14, lastDaysAgo: 9, forceKgf: 44, gainPct: 5, leftBehindPct: [6, 6] },
    week: { minutes: { 0: 30, 2: 30, 4: 30 }, place: 'hall', sport: { 1: 2, 3: 2 } },
    second: { sportId: 'carry_strength', weight: 0.5 },
    expects: [{ ask: 'caution', id: 'thumb_held' }],
  },
  {
    id: 'under_18',
    what: 'one under 18',
    name: 'Sunniva Teague',
    sportId: 'climber_route',
    sex: 'female',
    ageYears: 16,
    dominant: 'right',
    level: 'trained',
    massKg: 52.1,
    ...hand(168, 188),
    guardian: { by: 'Ingrid Teague', relation: 'mother' },
    tests: {
      everyDays: 14,
      lastDaysAgo: 4,
      forceKgf: 31,
      gainPct: 8,
      leftBehindPct: [3, 3],
      hang: { seconds: 55, gainPct: 25 },
    },
    week: { minutes: { 1: 30, 4: 30, 6: 15 }, place: 'home', sport: { 0: 2, 2: 2, 5: 2 } },
    expects: [
      { ask: 'caution', id: 'under_18' },
      { ask: 'norms', refused: 'under-20' },
    ],
  },
  {
    id: 'new',
    what: 'a new athlete without tests',
    name: 'Abel Quist',
    sportId: 'thrower_ball',
    sex: 'male',
    ageYears: 20,
    dominant: 'left',
    level: 'novice',
    massKg: 84,
    ...hand(0, 0),
    unasked: true,
    tests: null,
    week: null,
    expects: [
      { ask: 'stage', stage: 'tests', is: 'due' },
      { ask: 'stage', stage: 'intake', is: 'due' },
    ],
  },
  {
    id: 'small_hand',
    what: 'a small hand with a settling thumb',
    name: 'Tamsin Corrie',
    sportId: 'carry_strength',
    sex: 'female',
    ageYears: 26,
    dominant: 'right',
    level: 'trained',
    massKg: 61.8,
    ...hand(163, 178),
    injury: {
      site: 'thumb',
      side: 'right',
      status: 'settling',
      daysAgo: 47,
      advisedBy: 'hand clinic: light work, handles the thumb closes round',
      cleared: { by: 'Orla Finch', profession: 'physiotherapist', daysAgo: 12 },
    },
    wraps: { 'Sleeve, 50 mm': [14, 15] },
    tests: { everyDays: 14, lastDaysAgo: 6, forceKgf: 33, gainPct: 4, leftBehindPct: [3, 3] },
    week: { minutes: { 0: 35, 3: 35 }, place: 'hall', sport: { 1: 1, 5: 2 } },
    handWork: 1,
    expects: [
      { ask: 'caution', id: 'thumb_returning' },
      {
        ask: 'match',
        quality: 'thick',
        place: 'hall',
        above: 'Sleeve, 50 mm',
        below: 'Sleeve, 67 mm',
      },
    ],
  },
]

/** The hall's own standards, by sport and level: invented, kgf or s. */
export const STANDARDS: readonly {
  protocolId: string
  sportId: string
  level: LevelId
  value: number
}[] = [
  { protocolId: 'dyno_seated', sportId: 'grappler_jacket', level: 'advanced', value: 56 },
  { protocolId: 'dyno_seated', sportId: 'boxer', level: 'trained', value: 44 },
  { protocolId: 'dyno_seated', sportId: 'thrower_shot_discus', level: 'elite', value: 64 },
  { protocolId: 'dyno_seated', sportId: 'climber_boulder', level: 'advanced', value: 44 },
  { protocolId: 'dyno_seated', sportId: 'obstacle_racer', level: 'trained', value: 54 },
  { protocolId: 'dyno_seated', sportId: 'thrower_hammer', level: 'advanced', value: 48 },
  { protocolId: 'hang_time', sportId: 'obstacle_racer', level: 'trained', value: 100 },
  { protocolId: 'hang_time', sportId: 'grappler_jacket', level: 'advanced', value: 80 },
]
