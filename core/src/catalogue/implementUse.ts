import type { ImplementId } from './implements'
import type { QualityId } from './qualities'
import type { TissueId } from './tissues'

/** Implements on which experience counts together. */
export const FAMILIES = [
  { id: 'edges', name: 'Edges' },
  { id: 'bars', name: 'Bars and handles' },
  { id: 'thick', name: 'Thick handles' },
  { id: 'pinch', name: 'Blocks and plates' },
  { id: 'claw', name: 'Hubs and balls' },
  { id: 'springs', name: 'Springs and dynamometer' },
  { id: 'cloth', name: 'Cloth and rope' },
  { id: 'levers', name: 'Levers' },
  { id: 'bands', name: 'Straps and bands' },
] as const
export type FamilyId = (typeof FAMILIES)[number]['id']

/** What working on a kind asks of the hand, whatever the test: the quality, tissues beside the finger flexors, the family. */
export interface ImplementUse {
  family: FamilyId | null
  quality?: QualityId
  tissues?: readonly TissueId[]
}

const bar: ImplementUse = { family: 'bars' }

/** Common practice, no source. */
export const IMPLEMENT_USE: Readonly<Record<ImplementId, ImplementUse>> = {
  edge: { family: 'edges', quality: 'edge', tissues: ['skin'] },
  bar: { family: 'bars', quality: 'hang' },
  barbell: bar,
  farm: bar,
  kettlebell: bar,
  dumbbell: bar,
  bag: bar,
  cable: bar,
  roller: bar,
  broom: bar,
  sleeve: { family: 'thick', quality: 'thick', tissues: ['thumb'] },
  rolling: { family: 'thick', quality: 'thick', tissues: ['thumb'] },
  block: { family: 'pinch', quality: 'pinch_wide', tissues: ['thumb'] },
  taper_block: { family: 'pinch', quality: 'pinch_wide', tissues: ['thumb'] },
  plate: { family: 'pinch', quality: 'pinch_narrow', tissues: ['thumb'] },
  books: { family: 'pinch' },
  pinch_gauge: { family: 'pinch' },
  hub: { family: 'claw', quality: 'claw', tissues: ['thumb'] },
  ball: { family: 'claw' },
  jar: { family: 'claw' },
  spring: { family: 'springs', quality: 'crush' },
  dyno: { family: 'springs', quality: 'crush' },
  spring_stop: { family: 'springs' },
  machine: { family: 'springs' },
  towel: { family: 'cloth', tissues: ['skin'] },
  rope: { family: 'cloth', tissues: ['skin'] },
  jacket: { family: 'cloth', tissues: ['skin'] },
  rope_attach: { family: 'cloth' },
  wet_cloth: { family: 'cloth' },
  lever: { family: 'levers' },
  hammer: { family: 'levers' },
  bottle: { family: 'levers' },
  strap: { family: 'bands' },
  band: { family: 'bands' },
  band_finger: { family: 'bands' },
  ball_band: { family: 'bands' },
  sand: { family: null },
  none: { family: null },
  goniometer: { family: null },
  pin: { family: null },
}

/** The family a quality is usually worked on; null: several. */
export const QUALITY_FAMILY: Readonly<Record<QualityId, FamilyId | null>> = {
  hang: 'bars',
  carry: 'bars',
  thick: 'thick',
  crush: 'springs',
  closed: 'springs',
  pinch_wide: 'pinch',
  pinch_narrow: 'pinch',
  key: 'bands',
  claw: 'claw',
  edge: 'edges',
  cloth: 'cloth',
  catch: null,
  wrist_flex: 'bars',
  wrist_ext: 'bars',
  wrist_dev: 'levers',
  rotation: 'levers',
  finger_ext: 'bands',
}

/** Tissues that pain named by a quality counts for. */
export const QUALITY_TISSUES: Readonly<Record<QualityId, readonly TissueId[]>> = {
  hang: ['finger_flexors', 'skin', 'shoulder'],
  carry: ['finger_flexors'],
  thick: ['finger_flexors', 'thumb'],
  crush: ['finger_flexors'],
  closed: ['finger_flexors'],
  pinch_wide: ['thumb', 'finger_flexors'],
  pinch_narrow: ['thumb', 'finger_flexors'],
  key: ['thumb'],
  claw: ['thumb', 'finger_flexors'],
  edge: ['finger_flexors', 'skin'],
  cloth: ['finger_flexors', 'skin'],
  catch: ['finger_flexors', 'thumb'],
  wrist_flex: ['elbow_medial'],
  wrist_ext: ['elbow_lateral', 'wrist'],
  wrist_dev: ['wrist'],
  rotation: ['rotators'],
  finger_ext: ['elbow_lateral'],
}
