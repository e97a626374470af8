import type { Contact } from './implements'
import type { Emphasis, QualityId } from './qualities'
import type { Closing, HandsOn, Orientation, Spin, Surface, Use } from './traits'

/** The object a demand means, as the matcher measures by. Sizes mm, holds s. */
export interface DemandObject {
  words: string
  contact: Contact
  /** Diameter, width, depth of an edge or thickness of cloth (low, high); null: size says little. */
  sizeMm: readonly [number, number] | null
  /** Depth of a block from its top edge (low, high); null: not asked. */
  depthMm: readonly [number, number] | null
  orientation: Orientation | null
  /** Surfaces that are like it; empty: any. */
  surfaces: readonly Surface[]
  spin: Spin | null
  hands: HandsOn
  closing: Closing
  /** The body hangs from it or the hand lifts it; null: either. */
  use: Exclude<Use, 'both'> | null
  /** Length of one hold (low, high); null: by the emphasis. */
  holdS: readonly [number, number] | null
  arm: string
  style: string
}

const o = (words: string, contact: Contact, sizeMm: readonly [number, number] | null, more: Partial<DemandObject> = {}): DemandObject =>
  ({ words, contact, sizeMm, depthMm: null, orientation: null, surfaces: [], spin: null, hands: 'one', closing: 'still', use: null, holdS: null, arm: '', style: '', ...more })

/** Length of one hold by emphasis, s. */
export const HOLD_OF: Readonly<Record<Emphasis, readonly [number, number]>> = { max: [1, 10], sustained: [30, 120], repeated: [5, 10], reactive: [0, 1] }

/** What a quality asks for where the sport says nothing more: common practice, no source. */
export const QUALITY_OBJECTS: Readonly<Record<QualityId, DemandObject>> = {
  hang: o('a bar overhead', 'bar', [28, 32], { orientation: 'across', spin: 'fixed', hands: 'two', arm: 'overhead', use: 'hang', style: 'palms away, thumb round' }),
  carry: o('a handle at the side', 'bar', [28, 38], { orientation: 'across', spin: 'fixed', arm: 'straight at the side', use: 'lift' }),
  thick: o('a handle too thick to close on', 'bar', [50, 60], { orientation: 'across', arm: 'straight at the side', use: 'lift' }),
  crush: o('handles closed from wide open', 'spring', [60, 80], { closing: 'through', arm: 'elbow bent' }),
  closed: o('cloth bunched in the fist', 'cloth', [25, 40], { closing: 'shut', surfaces: ['cloth'] }),
  pinch_wide: o('a wide block', 'block', [60, 90], { arm: 'straight at the side', use: 'lift', style: 'straight fingers, thumb opposite' }),
  pinch_narrow: o('a narrow block', 'block', [35, 55], { arm: 'straight at the side', use: 'lift', style: 'straight fingers, thumb opposite' }),
  key: o('a flat thing between thumb and index finger', 'band', null, { style: 'thumb pad on the side of the index finger' }),
  claw: o('a hub or ball', 'hub', [40, 75], { style: 'fingertips only' }),
  edge: o('an edge', 'edge', [14, 20], { surfaces: ['wood', 'plastic'], style: 'half-crimp or open hand, no thumb' }),
  cloth: o('cloth or rope', 'cloth', [30, 45], { surfaces: ['cloth'], hands: 'two', arm: 'overhead', use: 'hang' }),
  catch: o('a thing that drops into the hand', 'plate', [20, 45], { closing: 'still' }),
  wrist_flex: o('a handle curled up', 'bar', [28, 35], { arm: 'forearm supported', use: 'lift' }),
  wrist_ext: o('a handle held up', 'bar', [28, 35], { arm: 'forearm supported', use: 'lift', style: 'palm down' }),
  wrist_dev: o('a club', 'lever', null, { orientation: 'upright', arm: 'at the side' }),
  rotation: o('a club', 'lever', null, { orientation: 'upright', arm: 'elbow bent' }),
  finger_ext: o('a band round the fingers', 'band', null, { closing: 'open' }),
}

type Sport = Partial<Record<QualityId, DemandObject>>
const limb = o('a wrist or limb', 'bar', [55, 90], { surfaces: ['rubber', 'cloth'], arm: 'at chest height' })
const edge = o('edges of 6 to 30 mm', 'edge', [6, 30], { surfaces: ['wood', 'plastic'], holdS: [3, 10], arm: 'overhead', use: 'hang', style: 'half-crimp or open hand, no thumb' })
const climber: Sport = {
  edge, pinch_narrow: o('a narrow pinch', 'block', [40, 60], { holdS: [3, 10], arm: 'overhead', use: 'hang' }), pinch_wide: o('a wide pinch', 'block', [60, 90], { holdS: [3, 10], arm: 'overhead', use: 'hang' }),
  thick: o('a sloper', 'ball', [100, 130], { holdS: [3, 10], arm: 'overhead', use: 'hang', style: 'open hand' }), hang: o('a jug', 'bar', [28, 35], { hands: 'either', arm: 'overhead', use: 'hang' }), catch: o('a hold caught at speed', 'edge', [20, 30], { arm: 'overhead', use: 'hang' }),
}
const club = o('the handle of the stick or club', 'lever', [22, 30], { orientation: 'upright' })

/** Where a sport's object is its own: practice estimates, no source. */
export const SPORT_OBJECTS: Readonly<Record<string, Sport>> = {
  grappler_jacket: {
    cloth: o('bunched cloth', 'cloth', [25, 40], { surfaces: ['cloth'], closing: 'shut', holdS: [5, 60], arm: 'at chest height or extended', style: 'sleeve end with curled fingers' }),
    closed: o('bunched cloth', 'cloth', [25, 40], { surfaces: ['cloth'], closing: 'shut', holdS: [5, 60], arm: 'at chest height or extended', style: 'sleeve end with curled fingers' }),
    crush: o('bunched cloth, squeezed harder', 'cloth', [25, 40], { surfaces: ['cloth'], closing: 'shut', arm: 'at chest height' }),
    hang: o('cloth overhead', 'cloth', [25, 40], { surfaces: ['cloth'], hands: 'either', arm: 'overhead', use: 'hang' }),
  },
  grappler_no_jacket: { thick: limb, carry: limb, closed: { ...limb, closing: 'shut' }, wrist_flex: o('a head hooked', 'bar', [55, 90], { use: 'lift', arm: 'flexed wrist' }) },
  climber_boulder: climber,
  climber_route: climber,
  thrower_ball: { claw: o('a ball held by the fingertips', 'ball', [73, 97], { style: 'fingertips' }), catch: o('a ball', 'ball', [73, 97]), wrist_flex: o('the ball against a band', 'ball', [73, 97], { arm: 'as in the throw' }), closed: o('a cord-wrapped shaft', 'bar', [25, 35], { closing: 'shut' }) },
  thrower_shot_discus: { claw: o('a rim or ball on the fingers', 'ball', [95, 130], { surfaces: ['smooth', 'raw', 'rubber'], style: 'fingertips, wrist bent back' }), edge: o('a rim', 'edge', [14, 25], { surfaces: ['smooth', 'raw', 'wood'] }) },
  thrower_hammer: { closed: o('a hooked handle', 'bar', [18, 22], { hands: 'two', closing: 'shut', arm: 'extended', style: 'hooked, closed fingers' }), carry: o('a hooked handle', 'bar', [18, 22], { hands: 'two', arm: 'extended', style: 'hooked, closed fingers' }), hang: o('a hooked handle', 'bar', [18, 24], { hands: 'two', arm: 'overhead', use: 'hang' }) },
  boxer: { closed: o('a fist that shuts at impact', 'cloth', [25, 40], { closing: 'shut', style: 'fist, wrist in line' }), catch: o('a ball snatched', 'ball', [60, 80]), crush: o('a squeeze let go again', 'ball', [60, 80], { closing: 'shut' }) },
  obstacle_racer: {
    hang: o('bars of 28 to 60 mm', 'bar', [28, 60], { hands: 'either', arm: 'overhead', use: 'hang' }), cloth: o('ropes of 25 to 51 mm', 'rope', [25, 51], { surfaces: ['cloth'], arm: 'overhead', use: 'hang', style: 'wet or muddy' }),
    thick: o('hanging cylinders', 'bar', [50, 76], { orientation: 'upright', arm: 'overhead', use: 'hang' }), claw: o('hanging balls', 'ball', [75, 130], { arm: 'overhead', use: 'hang' }), edge: o('ledges', 'edge', [20, 40], { arm: 'overhead', use: 'hang' }),
    carry: o('carried things', 'bar', [28, 50], { arm: 'straight at the side', use: 'lift' }), catch: o('the next rung', 'bar', [28, 50], { arm: 'overhead', use: 'hang' }),
  },
  carry_strength: { thick: o('a thick carry handle', 'bar', [48, 52], { use: 'lift', orientation: 'across', spin: 'fixed' }) },
  barbell_lifter: { carry: o('the bar itself', 'bar', [28, 29], { use: 'lift', surfaces: ['knurled'], spin: 'fixed', hands: 'two', holdS: [3, 10], style: 'in the lifting grip' }) },
  stick_club: { closed: { ...club, closing: 'shut' }, carry: club, wrist_dev: club, rotation: club },
  bell_lifter: { carry: o('a bell handle', 'bar', [33, 36], { use: 'lift', surfaces: ['raw', 'smooth'] }), wrist_flex: o('a bell handle, wrist straight', 'bar', [33, 36], { use: 'lift' }), rotation: o('a bell that turns about the forearm', 'bar', [33, 36], { use: 'lift' }) },
  arm_wrestler: { thick: o("the opponent's hand", 'bar', [60, 90], { style: 'cupped' }), wrist_flex: o('a cupped hand', 'bar', [50, 90], { use: 'lift', style: 'cupped' }) },
  grip_contest: {
    thick: o('the rolling handle', 'bar', [60, 60], { use: 'lift', orientation: 'across', surfaces: ['smooth'], spin: 'free' }), pinch_wide: o('the 76 mm block', 'block', [76, 76]), claw: o('the hub', 'hub', [40, 60]),
    crush: o('rated springs', 'spring', [60, 80], { closing: 'through' }), closed: o('a spring held at its block', 'spring', [60, 80], { closing: 'shut' }),
  },
}

/** Sports whose objects nobody knows before the day: variety counts. */
export const VARIETY_SPORTS: readonly string[] = ['obstacle_racer']

/** Edges worth offering by level, mm: big edges test the back in strong climbers, small ones are not for novices. Practice estimate, no source. */
export const EDGE_MM: Readonly<Record<string, readonly [number, number]>> = { novice: [20, 30], trained: [14, 22], advanced: [8, 14], elite: [6, 10] }
