import type { InjurySiteId, Tag, TissueId } from './tissues'
import type { QualityId } from './qualities'

/** absolute: no override. clearance: off until a clinician's clearance is recorded. acknowledge: a reason from the coach. */
export type Tier = 'absolute' | 'clearance' | 'acknowledge' | 'notice'

export const SYMPTOMS = [
  { id: 'numbness', name: 'Numbness' },
  { id: 'tingling', name: 'Tingling' },
  { id: 'night_pain', name: 'Night pain' },
  { id: 'pop', name: 'Sudden pop' },
  { id: 'swelling', name: 'Swelling' },
  { id: 'deformity', name: 'Visible deformity' },
  { id: 'strength_loss', name: 'Loss of strength in one hand without cause' },
] as const
export type SymptomId = (typeof SYMPTOMS)[number]['id']

export const DAY_FLAGS = [
  { id: 'unwell', name: 'Fever, new medication or poor sleep' },
  { id: 'blood_pressure', name: 'High blood pressure or heart history' },
  { id: 'heavy_pull_later', name: 'Heavy pull, get-ups or climbing later today' },
  { id: 'restriction_supervised', name: 'Supervised by a qualified person' },
  { id: 'always', name: 'Always shown' },
] as const
export type DayFlagId = (typeof DAY_FLAGS)[number]['id']

/** Flags that stay with the athlete, asked at intake; the others are of a day. */
export const HEALTH_FLAGS = ['blood_pressure', 'restriction_supervised'] as const satisfies readonly DayFlagId[]
export type HealthFlagId = (typeof HEALTH_FLAGS)[number]

export type InjuryStatus = 'active' | 'settling' | 'settled'

export type Trigger =
  | { kind: 'symptom' }
  /** Pain 0 to 10 within these limits, both included. */
  | { kind: 'pain'; from: number; to: number }
  | { kind: 'injury'; sites: readonly InjurySiteId[]; status: readonly InjuryStatus[] }
  | { kind: 'age'; underYears: number }
  | { kind: 'new_to_quality'; underWeeks: number }
  | { kind: 'flag'; flag: DayFlagId; unless?: true }
  /** Pain of at least this in the last session that loaded a tissue, so many such sessions in a row. */
  | { kind: 'recent_pain'; from: number; inARow: 1 | 2 }

export interface Blocks {
  /** Everything on that hand. */
  hand?: true
  qualities?: readonly QualityId[]
  tissues?: readonly TissueId[]
  tags?: readonly Tag[]
  /** all tests of the hand, only maximal ones, or only those overhead. */
  tests?: 'all' | 'maximal' | 'overhead'
  /** Doses of the max aim. */
  maxAim?: true
  /** Exercises that have all tags of a set. */
  tagSets?: readonly (readonly Tag[])[]
  /** Exercises for the experienced: all of them, or only those with added load. */
  experienced?: 'all' | 'loaded'
  /** Work above light on the tissues the trigger names. */
  notLight?: true
}

export interface Caution {
  id: string
  version: 1
  tier: Tier
  trigger: Trigger
  /** hand: only the hand it was seen on. */
  scope: 'hand' | 'athlete'
  title: string
  says: string
  blocks: Blocks
  instead: string
}

const ANY: readonly InjuryStatus[] = ['active', 'settling']

/** Cautions and gates: common practice, no source. Mano does not diagnose; pain and injury belong to a licensed clinician. */
export const CAUTIONS: readonly Caution[] = [
  { id: 'stop_symptom', version: 1, tier: 'clearance', trigger: { kind: 'symptom' }, scope: 'hand', title: 'Stop this hand',
    says: 'Numbness, tingling, night pain, a pop, swelling, deformity or unexplained loss of strength: no loading of this hand. Refer to a clinician today.',
    blocks: { hand: true, tests: 'all' }, instead: "Off until a clinician's clearance is recorded." },
  { id: 'pain_over_3', version: 1, tier: 'acknowledge', trigger: { kind: 'pain', from: 4, to: 10 }, scope: 'hand', title: 'Pain over 3: this hand is done',
    says: 'Pain over 3 of 10 ends the set and the test of this hand. The next session of that tissue is light; two in a row open a caution.',
    blocks: { tests: 'all', maxAim: true, tags: ['maximal'] }, instead: 'The other hand may go on. Ask again tomorrow morning.' },
  { id: 'pain_exactly_3', version: 1, tier: 'acknowledge', trigger: { kind: 'pain', from: 3, to: 3 }, scope: 'hand', title: 'Pain 3: no maximal work on this hand',
    says: 'At exactly 3 of 10 light work may go on, maximal work and maximal tests may not.',
    blocks: { tests: 'maximal', maxAim: true, tags: ['maximal'] }, instead: 'Light work only.' },
  { id: 'pain_last_time', version: 1, tier: 'acknowledge', trigger: { kind: 'recent_pain', from: 4, inARow: 1 }, scope: 'hand', title: 'Pain over 3 last time',
    says: 'The next session of that tissue is light.', blocks: { notLight: true }, instead: 'Light work on that tissue, other tissues as planned.' },
  { id: 'pain_twice', version: 1, tier: 'acknowledge', trigger: { kind: 'recent_pain', from: 4, inARow: 2 }, scope: 'hand', title: 'Pain over 3 twice in a row',
    says: 'Twice in a row on the same tissue: keep it light and have a licensed clinician look at it.', blocks: { notLight: true, tests: 'maximal' }, instead: 'Light work only; note the injury in intake.' },
  { id: 'pulley_active', version: 1, tier: 'clearance', trigger: { kind: 'injury', sites: ['finger_pulley'], status: ['active'] }, scope: 'hand', title: 'Active finger pulley injury',
    says: 'No edge, no crimp, no catch, no maximal test on this hand.', blocks: { qualities: ['edge', 'catch'], tags: ['crimp'], tests: 'maximal' }, instead: 'Pick-up work only as cleared.' },
  { id: 'thumb_active', version: 1, tier: 'clearance', trigger: { kind: 'injury', sites: ['thumb'], status: ['active'] }, scope: 'hand', title: 'Active thumb injury',
    says: 'No thumb load and no maximal test on this hand.', blocks: { tissues: ['thumb'], tags: ['thumb_load', 'wide_grip'], tests: 'maximal' }, instead: 'Finger work without the thumb, as cleared.' },
  { id: 'thumb_settling', version: 1, tier: 'acknowledge', trigger: { kind: 'injury', sites: ['thumb'], status: ['settling'] }, scope: 'hand', title: 'Settling thumb injury',
    says: 'Handles the thumb can close round; no wide-pinch maximum, no catch.', blocks: { qualities: ['catch'], tags: ['wide_grip'] }, instead: 'A thinner handle, steps small.' },
  { id: 'thumb_settled', version: 1, tier: 'notice', trigger: { kind: 'injury', sites: ['thumb'], status: ['settled'] }, scope: 'hand', title: 'Old thumb injury',
    says: 'All allowed; steps small.', blocks: {}, instead: '' },
  { id: 'elbow_inner', version: 1, tier: 'clearance', trigger: { kind: 'injury', sites: ['elbow_inner_ligament', 'elbow_inner_growth', 'elbow_inner_tendon'], status: ANY }, scope: 'hand', title: 'Inner elbow',
    says: 'No valgus-loaded drill, no maximal wrist flexion, no maximal test on this arm.', blocks: { tags: ['valgus', 'elbow_load'], tests: 'maximal' }, instead: 'Ball-and-band work at light load, only when cleared.' },
  { id: 'elbow_outer', version: 1, tier: 'acknowledge', trigger: { kind: 'injury', sites: ['elbow_outer_tendon'], status: ANY }, scope: 'hand', title: 'Outer elbow tendon pain',
    says: 'No heavy reverse curls, no wide pinches; an active one also stops maximal tests of this arm.', blocks: { tags: ['outer_elbow_load'], qualities: ['pinch_wide'] }, instead: 'Isometric wrist extension at a load that stays at pain 0 to 3.' },
  { id: 'injury_active', version: 1, tier: 'clearance', trigger: { kind: 'injury', sites: ['elbow_outer_tendon', 'wrist', 'nerve', 'shoulder'], status: ['active'] }, scope: 'hand', title: 'Active injury on this arm',
    says: 'No maximal test of this hand while the injury is active.', blocks: { tests: 'maximal', maxAim: true }, instead: 'Light work as a clinician advises.' },
  { id: 'under_18', version: 1, tier: 'absolute', trigger: { kind: 'age', underYears: 18 }, scope: 'athlete', title: 'Under 18',
    says: 'No maximal edge work, no added load on edges or one-arm hangs, no forced negatives, no restriction work. An ordinary dynamometer squeeze is fine. Guardian consent noted; local rules come first.',
    blocks: { tags: ['negative', 'restriction'], tagSets: [['crimp', 'maximal'], ['crimp', 'added_load'], ['one_arm', 'added_load']], experienced: 'loaded' }, instead: 'Unloaded hangs, pick-ups on big edges, light and often.' },
  { id: 'new_to_quality', version: 1, tier: 'acknowledge', trigger: { kind: 'new_to_quality', underWeeks: 8 }, scope: 'athlete', title: 'New to this quality',
    says: 'Under 8 weeks on record: no doses of the max aim and no record tries. The standard tests are allowed.', blocks: { maxAim: true, experienced: 'all' }, instead: 'Sustained and size doses first.' },
  { id: 'negatives_new', version: 1, tier: 'absolute', trigger: { kind: 'new_to_quality', underWeeks: 8 }, scope: 'athlete', title: 'Forced negatives',
    says: 'Not for beginners: the spring opens whether or not the fingers are ready.', blocks: { tags: ['negative'] }, instead: 'Ordinary closes with a rated spring.' },
  { id: 'negatives', version: 1, tier: 'notice', trigger: { kind: 'flag', flag: 'always' }, scope: 'athlete', title: 'Forced negatives',
    says: 'The spring opens whether or not the fingers are ready.', blocks: {}, instead: '' },
  { id: 'restriction', version: 1, tier: 'absolute', trigger: { kind: 'flag', flag: 'restriction_supervised', unless: true }, scope: 'athlete', title: 'Blood-flow restriction',
    says: 'Only with "supervised by a qualified person" ticked; never with clotting, vascular, blood pressure, pregnancy or nerve history. Low load only; no pressure is ever suggested.',
    blocks: { tags: ['restriction'] }, instead: 'Light squeezes without restriction.' },
  { id: 'shoulder', version: 1, tier: 'acknowledge', trigger: { kind: 'injury', sites: ['shoulder'], status: ANY }, scope: 'athlete', title: 'Shoulder instability or pain',
    says: 'No overhead hangs.', blocks: { tags: ['overhead'], tests: 'overhead' }, instead: 'Pick-up work at the side of the body.' },
  { id: 'breath', version: 1, tier: 'acknowledge', trigger: { kind: 'flag', flag: 'blood_pressure' }, scope: 'athlete', title: 'Breath holding',
    says: 'Long maximal holds off; advise a clearance.', blocks: { tags: ['breath'] }, instead: 'Breathing out through the effort, moderate holds.' },
  { id: 'skin', version: 1, tier: 'acknowledge', trigger: { kind: 'injury', sites: ['skin'], status: ['active'] }, scope: 'hand', title: 'Skin split or flapper',
    says: 'Skin-sparing choices; no rope.', blocks: { tags: ['skin'], tissues: ['skin'] }, instead: 'Smooth metal, pick-ups.' },
  { id: 'drops', version: 1, tier: 'notice', trigger: { kind: 'flag', flag: 'always' }, scope: 'athlete', title: 'Drops',
    says: 'Plates, bells, bars: feet clear, low lift, no bottom-up or overhead bell above others.', blocks: {}, instead: '' },
  { id: 'before_heavy_pull', version: 1, tier: 'acknowledge', trigger: { kind: 'flag', flag: 'heavy_pull_later' }, scope: 'athlete', title: 'A heavy pull follows today',
    says: 'No draining grip work first: the hands are what stops a drop.', blocks: { maxAim: true, tags: ['maximal', 'impact'] }, instead: 'Warm-up and extensors only, grip work after.' },
  { id: 'unwell', version: 1, tier: 'acknowledge', trigger: { kind: 'flag', flag: 'unwell' }, scope: 'athlete', title: 'Fever, medication or poor sleep',
    says: 'Maximal tests are off today.', blocks: { tests: 'maximal', maxAim: true }, instead: 'Retest on a rested day.' },
]

/** The line shown wherever pain or injury is decided on. */
export const NOT_A_DIAGNOSIS = 'Mano does not diagnose. Pain, injury and return to sport belong to a licensed clinician; local rules come first.'
