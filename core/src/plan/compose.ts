import type { QualityId } from '../catalogue/qualities'
import type { InjurySiteId, Tag } from '../catalogue/tissues'
import type { Tier } from '../catalogue/tiers'
import type { Minutes } from '../units/quantity'

/** How a coach composes a week, in figures: practice estimates, common practice, no source. */

/** What a beginner's week holds at the most: sessions, and exercises but closing ones. */
export const NOVICE_WEEK = { sessions: 2, exercises: 4 } as const

/** Minutes a week under which it is two days of the main, fewer sets each, and the extensors. */
export const SHORT_WEEK_MIN = 60
/**
 * Days before an event on which what is left is light, the share that two sets of other work cost
 * there, and exercises of its week.
 */
export const CONTEST = { lateDays: 3, exercises: 3, twoSets: 0.5 } as const

/** Minutes a week from which the whole of the sets is aimed at, and the least share of them. */
export const FULL_WEEK_MIN = 125
export const LEAST_SHARE = 0.35
/** A novice needs less. */
export const NOVICE_SHARE = 0.65
/** From so many qualities of the highest importance each has its day, and none asks for two. */
export const MANY_MAINS = 3

/** Points a fully served quality is worth by its importance, 0 to 5. */
export const WORTH = [0, 0, 0.8, 3, 6, 10] as const
/** Sets a week aimed at by importance. */
export const AIM_SETS = [0, 0, 2, 3, 5, 8] as const
/** What a set counts for a quality by how coaches rate the exercise there. */
export const TIER_SHARE: Record<Tier, number> = { staple: 1, good: 0.8, accessory: 0.3, rare: 0 }
/** Less for each place down within a tier. */
export const RANK_STEP = 0.02
/** A set counts less for a quality the exercise is rated in beside its own. */
export const BESIDE = 0.25
/** What a set looks after of a top quality: staples wholly, good ones less, less beside its own. */
export const TOP_SHARE = { staple: 1, good: 0.8, beside: 0.35 } as const
/** A set whose kind of effort is not what is asked for. */
export const OTHER_EFFORT = 0.85
/** Work for the experienced, in other hands. */
export const TOO_SOON = { novice: 0.3, trained: 0.75 } as const
/** Worth of sets up to half the aim, up to the aim, and up to half over it. */
export const SLOPES = [1.4, 0.6, 0.1] as const

/** What a week serves, all told, is worth less and less: up to so many points, and after. */
export const SERVED = [
  { upTo: 20, slope: 1 },
  { upTo: 30, slope: 0.5 },
  { upTo: Infinity, slope: 0.2 },
] as const

/** Points of a week beside what it serves. */
export const POINTS = {
  /** A week starts with these; faults and costs come off. */
  start: 40,
  /** A top quality that gets its sets: the first two, and each further one. */
  top: 9,
  topMore: 2,
  /**
   * Sets that look after it, fewer in light weeks and for novices; the first half is worth more.
   */
  topSets: 4,
  topSetsNovice: 3,
  topSetsShort: 3,
  topSetsLess: 2,
  topFirstHalf: 0.9,
  topTwoDays: 5,
  /** What most coaches put first for two of them, by their worth of 10, from so many sets. */
  topStaple: 2,
  stapleSets: 3,
  /** The main exercise of a quality of the highest importance on two days; of one more. */
  twice: 1.5,
  twiceMore: 0.5,
  session: -0.4,
  /** A session more than a beginner needs. */
  sessionOver: -3,
  lightDay: 0.4,
  good: -0.5,
  accessory: -1.5,
  rare: -6,
  noted: -6,
  exercise: -0.5,
  exerciseOver: -1,
  blockOver: -1,
  extensorOver: -1.5,
  maximalOver: -2.5,
  closingOver: -2,
  duplicate: -2,
  thumbSet: -0.8,
  filler: -1.5,
  dayOff: 2.5,
  fingerEve: -2.5,
  /** Work that is not light in the last days before an event. */
  lateInContest: -3,
  /** An exercise over what the week of an event asks for. */
  contestOver: -3,
  besideSport: -0.5,
  betweenSport: -2,
  onHardestSport: -2,
  hardBeforePull: -2.5,
  hardBeforeSport: -1.5,
  skinBeforeSport: -1,
  curlsBeforeSport: -1,
  history: -3,
  /** A block of the way the coach did not choose. */
  otherSchool: -1.5,
  crushOutOfPhase: -0.3,
  weaker: 0.6,
  changedBlock: -1,
  changedSet: -0.2,
  order: -0.4,
  mainLate: -2,
  overDose: -1,
} as const

/** Days off that are worth points. */
export const DAYS_OFF = 2
export const THUMB_SETS = {
  most: 6,
  sports: ['arm_wrestler', 'grip_contest'],
  mostThere: 20,
} as const
export const THUMB_DRILLS: readonly string[] = ['thumb_base', 'thumb_across', 'thumb_side']

/** Exercises of which a week holds so many: the rest says the same thing again. */
export const LIKES: readonly { ids: readonly string[]; most: number }[] = [
  { ids: ['hang_dead', 'hang_active', 'hang_grip_change', 'hang_bent'], most: 1 },
  { ids: ['hang_load', 'hang_one', 'hang_offset'], most: 1 },
  {
    ids: [
      'wrist_rev',
      'wrist_rev_full',
      'wrist_rev_bar',
      'curl_rev',
      'wrist_iso',
      'roller_trip',
      'roller_rack',
    ],
    most: 2,
  },
  { ids: ['roller_trip', 'roller_front', 'roller_rack'], most: 1 },
  { ids: ['bell_up_hold', 'bell_up_squat'], most: 1 },
  { ids: ['towel_pull', 'towel_top', 'towel_lower', 'jacket_pull'], most: 1 },
  {
    ids: [
      'carry_heavy',
      'carry_long',
      'carry_one',
      'carry_thick',
      'bag_hug',
      'suitcase_hold',
      'handles_hold',
    ],
    most: 2,
  },
  { ids: ['wrist_curl', 'wrist_curl_back'], most: 1 },
  { ids: ['bar_hold', 'bar_hold_mixed', 'bar_hold_long', 'axle_hold'], most: 2 },
  { ids: ['edge_hang', 'edge_lift', 'edge_one', 'edge_pull'], most: 2 },
  { ids: ['ext_band', 'ext_bucket', 'squeeze_easy', 'towel_ext', 'sand_work'], most: 2 },
  { ids: ['lever_pron', 'pron_band', 'side_strap', 'rot_iso'], most: 2 },
]

/** Two ways of one joint are one choice: they may stand on one day. */
export const OPPOSITES: readonly (readonly [string, string])[] = [
  ['lever_radial', 'lever_ulnar'],
  ['lever_pron', 'lever_sup'],
  ['pron_band', 'lever_sup'],
  ['pron_band', 'sup_curl'],
  ['lever_pron', 'sup_curl'],
  ['side_strap', 'lever_sup'],
  ['ball_wrist', 'wrist_curl'],
  ['cup_strap', 'wrist_curl'],
]

/** What turns or tilts the wrist both ways is one exercise of a week and one block of a session. */
const BOTH_WAYS: readonly (readonly string[])[] = [
  ['lever_radial', 'lever_ulnar'],
  ['lever_pron', 'lever_sup', 'pron_band', 'sup_curl', 'side_strap'],
]
const wayOf = new Map(BOTH_WAYS.flatMap((ids) => ids.map((id) => [id, ids.join()] as const)))
/** What an exercise counts as among those of a week: itself, or the pair it is of. */
export const countsAs = (exerciseId: string): string => wayOf.get(exerciseId) ?? exerciseId

/** What a novice's week is made of, whatever the sport asks: no filler there. */
export const NOVICE_BASICS: readonly QualityId[] = ['hang', 'carry']

/** Work that closes the hand. */
export const CLOSING: readonly QualityId[] = [
  'hang',
  'carry',
  'thick',
  'crush',
  'closed',
  'pinch_wide',
  'pinch_narrow',
  'claw',
  'edge',
  'cloth',
]

/**
 * What a healed injury makes a coach choose something else for, where there is something else.
 * Practice estimates, no source; what an injury forbids is for the cautions.
 */
export const HISTORY: readonly {
  site: InjurySiteId
  tags: readonly Tag[]
  ids: readonly string[]
  says: string
}[] = [
  {
    site: 'thumb',
    tags: ['wide_grip'],
    ids: [],
    says: 'a thumb with a history gets the thinner handle',
  },
  {
    site: 'shoulder',
    tags: ['overhead', 'one_arm'],
    ids: [],
    says: 'a shoulder with a history works at the side of the body',
  },
  {
    site: 'elbow_outer_tendon',
    tags: ['outer_elbow_load'],
    ids: ['wrist_rev_full', 'curl_rev', 'roller_trip', 'roller_rack', 'wrist_rev_bar'],
    says: 'an outer elbow that was sore is loaded by holds first',
  },
  {
    site: 'elbow_inner_tendon',
    tags: ['elbow_load', 'valgus'],
    ids: [],
    says: 'an inner elbow that was sore gets light work',
  },
  {
    site: 'elbow_inner_ligament',
    tags: ['elbow_load', 'valgus'],
    ids: [],
    says: 'an inner elbow with a history gets light work',
  },
  {
    site: 'elbow_inner_growth',
    tags: ['elbow_load', 'valgus'],
    ids: [],
    says: 'an inner elbow with a history gets light work',
  },
  {
    site: 'wrist',
    tags: ['impact'],
    ids: [
      'crawl_db',
      'fist_plank',
      'pushup_tips',
      'bell_up_hold',
      'floor_chain',
      'plank_row_thick',
    ],
    says: 'a wrist with a history is loaded steadily before it takes weight',
  },
  {
    site: 'finger_pulley',
    tags: ['impact'],
    ids: ['edge_hang', 'edge_one', 'edge_ladder', 'slope_hang'],
    says: 'a pulley with a history is loaded by pick-ups in small steps',
  },
  { site: 'skin', tags: ['skin'], ids: [], says: 'skin that split is spared' },
]

/** What a novice's first weeks, and growing hands, leave out. */
export const NOVICE_OUT = {
  aims: ['max'],
  levels: ['hard'],
  tags: ['impact'],
  qualities: ['claw'],
  ids: ['edge_repeat'],
} as const
export const YOUNG_OUT = { mostFlexSets: 2 } as const

/** Blocks of a session: the most, and what a coach writes by its minutes. */
export const BLOCKS_A_DAY = 5
export const sessionBlocks = (minutes: Minutes): number =>
  minutes < 25 ? 3 : minutes < 50 ? 4 : BLOCKS_A_DAY
export const EXTENSORS_A_SESSION = 2
/** Exercises of a week (closing apart) by its sessions. */
export function weekExercises(minutes: readonly Minutes[]): number {
  const open = minutes.filter((m) => m > 0)
  if (open.length >= 3) return 8
  return open.length === 2 && open.some((m) => m >= 30) ? 6 : 4
}
