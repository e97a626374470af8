import { must } from '../units/must'

export const QUALITY_IDS = [
  'hang', 'carry', 'thick', 'crush', 'closed', 'pinch_wide', 'pinch_narrow', 'key', 'claw', 'edge',
  'cloth', 'catch', 'wrist_flex', 'wrist_ext', 'wrist_dev', 'rotation', 'finger_ext',
] as const
export type QualityId = (typeof QUALITY_IDS)[number]

/** Emphasis of a demand: max up to 10 s, sustained 30 to 120 s, repeated bouts, reactive under a second. */
export const EMPHASES = ['max', 'sustained', 'repeated', 'reactive'] as const
export type Emphasis = (typeof EMPHASES)[number]

/** What a test measures of a quality; with the quality it names a row of the hand map. */
export const MEASURES = ['max', 'sustained', 'repeated', 'reactive', 'balance'] as const
export type Measure = (typeof MEASURES)[number]

export interface Quality {
  id: QualityId
  name: string
  /** What the hand does. */
  does: string
  typicalTest: string
  /** Set where no home kit can train it; every other quality must have a home exercise. */
  noHomeKit?: string
}

/** The 17 grip qualities: common practice, no source. */
export const QUALITIES: readonly Quality[] = [
  { id: 'hang', name: 'Hang', does: 'Body hung from a bar, ring or hold; fingers closed round it, arm overhead', typicalTest: 'Timed hang' },
  { id: 'carry', name: 'Carry hold', does: 'Handle or bar held at the side; fingers resist opening', typicalTest: 'Held load by time, carry' },
  { id: 'thick', name: 'Open-hand hold', does: 'Handle too thick to close on (about 48 mm and up); thumb and fingers both work', typicalTest: 'Rolling or thick handle lift' },
  { id: 'crush', name: 'Closing force', does: 'Fingers closing through range into the palm', typicalTest: 'Dynamometer, rated spring' },
  { id: 'closed', name: 'Closed-fist hold', does: 'The last 20 mm held shut against opening (cloth bunched in a fist, fist at impact)', typicalTest: 'Spring held at its block' },
  { id: 'pinch_wide', name: 'Wide pinch', does: 'Straight fingers against thumb, over about 60 mm; also works the extensors', typicalTest: 'Pinch block lift' },
  { id: 'pinch_narrow', name: 'Narrow pinch', does: 'Straight fingers against thumb, under about 60 mm', typicalTest: 'Plates or block lift' },
  { id: 'key', name: 'Key pinch', does: 'Thumb pad against the side of the index finger', typicalTest: 'Pinch gauge' },
  { id: 'claw', name: 'Claw', does: 'Fingertips and thumb tip round a hub, ball or cone', typicalTest: 'Hub or ball lift' },
  { id: 'edge', name: 'Finger edge', does: 'Finger pads on an edge, no thumb; half-crimp or open hand', typicalTest: 'Edge lift, edge hang' },
  { id: 'cloth', name: 'Cloth and rope', does: 'Soft object that slips and deforms; squeeze all the time', typicalTest: 'Towel or rope hang' },
  { id: 'catch', name: 'Catch', does: 'Hand open, then shut hard in a fraction of a second', typicalTest: 'Drop-and-catch count' },
  { id: 'wrist_flex', name: 'Wrist flexion', does: 'Palm toward forearm, or resisting extension', typicalTest: 'Curl load, lever hold' },
  { id: 'wrist_ext', name: 'Wrist extension', does: 'Knuckles toward forearm, or resisting flexion', typicalTest: 'Held extension, time' },
  { id: 'wrist_dev', name: 'Radial / ulnar deviation', does: 'Thumb-side and little-finger-side tilting', typicalTest: 'Lever torque' },
  { id: 'rotation', name: 'Pronation / supination', does: 'Turning the forearm', typicalTest: 'Lever torque' },
  { id: 'finger_ext', name: 'Finger extension', does: 'Opening the hand against resistance; guards the balance of the forearm', typicalTest: 'Band repetitions, open-hand pinch' },
]

const byId = new Map(QUALITIES.map((q) => [q.id, q]))

export const qualityById = (id: QualityId): Quality => must(byId.get(id))

/** Coaches' words that may mean several qualities: ask when there is more than one. */
export const QUALITY_ALIASES: Readonly<Record<string, readonly QualityId[]>> = {
  crush: ['crush', 'closed', 'cloth', 'thick'],
  pinch: ['pinch_wide', 'pinch_narrow', 'key', 'claw'],
  support: ['hang', 'carry'],
  'open hand': ['thick', 'edge'],
  forearm: ['wrist_flex', 'wrist_ext', 'wrist_dev', 'rotation'],
}

/**
 * Directed share of a gain that counts for the neighbour; every other pair is 0.
 * For gains in testing and priorities only, never beside an exercise's `secondary`.
 * Common practice, no source.
 */
export const CARRY_OVER: readonly { from: QualityId; to: QualityId; share: number }[] = [
  { from: 'hang', to: 'carry', share: 0.4 },
  { from: 'carry', to: 'hang', share: 0.3 },
  { from: 'thick', to: 'carry', share: 0.3 },
  { from: 'carry', to: 'thick', share: 0.1 },
  { from: 'cloth', to: 'closed', share: 0.4 },
  { from: 'closed', to: 'cloth', share: 0.4 },
  { from: 'hang', to: 'cloth', share: 0.2 },
  { from: 'cloth', to: 'hang', share: 0.4 },
  { from: 'crush', to: 'closed', share: 0.3 },
  { from: 'closed', to: 'crush', share: 0.2 },
  { from: 'pinch_wide', to: 'thick', share: 0.3 },
  { from: 'pinch_wide', to: 'pinch_narrow', share: 0.5 },
  { from: 'pinch_narrow', to: 'pinch_wide', share: 0.3 },
  { from: 'pinch_narrow', to: 'key', share: 0.2 },
  { from: 'pinch_wide', to: 'claw', share: 0.3 },
  { from: 'edge', to: 'hang', share: 0.2 },
  { from: 'thick', to: 'claw', share: 0.2 },
  { from: 'pinch_wide', to: 'wrist_ext', share: 0.2 },
  { from: 'wrist_ext', to: 'finger_ext', share: 0.2 },
  { from: 'crush', to: 'catch', share: 0.2 },
  { from: 'closed', to: 'catch', share: 0.2 },
  { from: 'wrist_flex', to: 'thick', share: 0.2 },
]
