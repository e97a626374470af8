export type Contact =
  | 'bar' | 'block' | 'edge' | 'cloth' | 'rope' | 'ball' | 'hub' | 'spring' | 'lever' | 'band' | 'bucket' | 'plate' | 'instrument' | 'none'

export interface ImplementKind {
  id: string
  name: string
  contact: Contact
  /** What is measured on a unit of this kind, in mm. */
  measure: 'diameter' | 'width' | 'depth' | 'spread' | 'thickness' | 'position' | 'none'
  /** Usual size in mm (low, high) of `measure`; null where it varies too much to say. */
  usualMm: readonly [number, number] | null
  load: 'plates' | 'body' | 'spring' | 'own' | 'friction' | 'band' | 'measured'
  place: 'hall' | 'home' | 'bag'
  notes: string
}

const kinds = [
  { id: 'bar', name: 'Straight bar', contact: 'bar', measure: 'diameter', usualMm: [28, 32], load: 'body', place: 'hall', notes: 'barbell, pull-up bar' },
  { id: 'sleeve', name: 'Thick sleeve', contact: 'bar', measure: 'diameter', usualMm: [50, 75], load: 'plates', place: 'hall', notes: 'measured over the bar; the thinner of two is enough for most, the thickest only to copy an object that size' },
  { id: 'rolling', name: 'Rolling handle', contact: 'bar', measure: 'diameter', usualMm: [60, 64], load: 'plates', place: 'hall', notes: '1 to 5 mm and bearing friction change the result plainly: log which one, check spin before tests' },
  { id: 'farm', name: 'Carry handles or hex bar', contact: 'bar', measure: 'diameter', usualMm: [28, 38], load: 'plates', place: 'hall', notes: '' },
  { id: 'kettlebell', name: 'Kettlebell', contact: 'bar', measure: 'diameter', usualMm: [33, 35], load: 'own', place: 'hall', notes: 'bottom-up holds, tilted carries, twists' },
  { id: 'dumbbell', name: 'Dumbbell', contact: 'bar', measure: 'diameter', usualMm: [28, 35], load: 'own', place: 'hall', notes: 'finger rolls, crawl' },
  { id: 'roller', name: 'Wrist roller', contact: 'bar', measure: 'diameter', usualMm: [25, 50], load: 'plates', place: 'hall', notes: 'a broom handle with cord and a weight serves' },
  { id: 'spring', name: 'Torsion spring gripper', contact: 'spring', measure: 'spread', usualMm: [60, 80], load: 'spring', place: 'bag', notes: 'handle 19 to 20 mm thick; comparable only with rating, spread, handle thickness and set width together' },
  { id: 'spring_stop', name: 'Spring insert or clamp', contact: 'spring', measure: 'thickness', usualMm: null, load: 'spring', place: 'hall', notes: 'an insert adds a little resistance a turn (measure it); a clamp holds a set width' },
  { id: 'machine', name: 'Plate-loaded closer', contact: 'spring', measure: 'none', usualMm: null, load: 'plates', place: 'hall', notes: 'warm-up and thumb range' },
  { id: 'band_finger', name: 'Finger extension band', contact: 'band', measure: 'none', usualMm: null, load: 'band', place: 'bag', notes: 'snaps with use: keep spares, log wear' },
  { id: 'band', name: 'Resistance band', contact: 'band', measure: 'none', usualMm: null, load: 'band', place: 'bag', notes: 'thumb work, ball-and-band' },
  { id: 'block', name: 'Pinch block', contact: 'block', measure: 'width', usualMm: [40, 100], load: 'plates', place: 'hall', notes: 'the common one is 76 mm (3 in); wipe between trials' },
  { id: 'taper_block', name: 'Tapered block', contact: 'block', measure: 'width', usualMm: null, load: 'plates', place: 'hall', notes: 'wide or narrow side, deep or shallow, each measured; deep loads the whole thumb, shallow its tip' },
  { id: 'edge', name: 'Edge', contact: 'edge', measure: 'depth', usualMm: [10, 30], load: 'plates', place: 'hall', notes: 'big edges test the back in strong climbers: go smaller' },
  { id: 'plate', name: 'Smooth plates', contact: 'plate', measure: 'thickness', usualMm: [20, 45], load: 'own', place: 'hall', notes: 'two together, smooth side out; start light' },
  { id: 'hub', name: 'Hub', contact: 'hub', measure: 'diameter', usualMm: [40, 60], load: 'plates', place: 'hall', notes: 'fingertips only' },
  { id: 'ball', name: 'Grip ball or cone', contact: 'ball', measure: 'diameter', usualMm: [75, 130], load: 'plates', place: 'hall', notes: 'twist and hang' },
  { id: 'towel', name: 'Towel', contact: 'cloth', measure: 'thickness', usualMm: [30, 45], load: 'body', place: 'bag', notes: 'thickness, folded, is the dial; no chalk' },
  { id: 'jacket', name: 'Jacket cloth', contact: 'cloth', measure: 'thickness', usualMm: null, load: 'body', place: 'hall', notes: 'sleeve or lapel' },
  { id: 'rope', name: 'Rope', contact: 'rope', measure: 'diameter', usualMm: [25, 51], load: 'body', place: 'hall', notes: '25, 38 and 51 mm are common; wider is harder' },
  { id: 'rope_attach', name: 'Short cable rope', contact: 'rope', measure: 'diameter', usualMm: null, load: 'plates', place: 'hall', notes: 'fallback thick hold at any gym' },
  { id: 'lever', name: 'Club or loaded stick', contact: 'lever', measure: 'diameter', usualMm: null, load: 'own', place: 'hall', notes: '2, 4.5 and 7 kg are common; hand position sets the torque' },
  { id: 'ball_band', name: 'Ball on a band', contact: 'ball', measure: 'diameter', usualMm: null, load: 'band', place: 'hall', notes: 'ball of the sport; a softer ball is harder to grip but less like the game' },
  { id: 'sand', name: 'Bucket of sand or rice', contact: 'bucket', measure: 'none', usualMm: null, load: 'friction', place: 'home', notes: '' },
  { id: 'wet_cloth', name: 'Wet cloth and bucket', contact: 'cloth', measure: 'none', usualMm: null, load: 'friction', place: 'home', notes: '' },
  { id: 'bag', name: 'Bag or suitcase, filled', contact: 'bar', measure: 'diameter', usualMm: null, load: 'own', place: 'bag', notes: 'home and travel kit' },
  { id: 'books', name: 'Thick books or boards', contact: 'block', measure: 'thickness', usualMm: [30, 60], load: 'own', place: 'home', notes: 'home pinch' },
  { id: 'jar', name: 'Jars and bottles', contact: 'hub', measure: 'diameter', usualMm: [60, 100], load: 'own', place: 'home', notes: 'home claw' },
  { id: 'broom', name: 'Broom handle, cord and weight', contact: 'bar', measure: 'diameter', usualMm: [22, 28], load: 'own', place: 'home', notes: 'home wrist roller' },
  { id: 'hammer', name: 'Hammer or stick held at its end', contact: 'lever', measure: 'none', usualMm: null, load: 'own', place: 'home', notes: 'home lever' },
  { id: 'barbell', name: 'Barbell in a rack', contact: 'bar', measure: 'diameter', usualMm: [28, 29], load: 'plates', place: 'hall', notes: 'train lock-outs on the bar that is used' },
  { id: 'cable', name: 'Cable stack with a handle', contact: 'bar', measure: 'diameter', usualMm: null, load: 'plates', place: 'hall', notes: 'takes a thick sleeve' },
  { id: 'none', name: 'Nothing', contact: 'none', measure: 'none', usualMm: null, load: 'own', place: 'bag', notes: '' },
  { id: 'dyno', name: 'Hand dynamometer', contact: 'instrument', measure: 'position', usualMm: [35, 86], load: 'measured', place: 'hall', notes: 'handle positions 35, 48, 60, 73 and 86 mm; position 2 (48 mm) is the usual standard' },
  { id: 'pinch_gauge', name: 'Pinch gauge or force sensor with pads', contact: 'instrument', measure: 'none', usualMm: null, load: 'measured', place: 'hall', notes: 'key and tip pinch' },
  { id: 'strap', name: 'Fixed strap with a force sensor or scale', contact: 'instrument', measure: 'none', usualMm: null, load: 'measured', place: 'hall', notes: 'braces for the wrist' },
  { id: 'goniometer', name: 'Goniometer', contact: 'instrument', measure: 'none', usualMm: null, load: 'measured', place: 'hall', notes: 'wrist and forearm range' },
  { id: 'bottle', name: 'Filled bottle held by the neck', contact: 'lever', measure: 'none', usualMm: null, load: 'own', place: 'bag', notes: 'travel lever' },
  { id: 'pin', name: 'Loading pin and plates', contact: 'plate', measure: 'none', usualMm: null, load: 'plates', place: 'hall', notes: 'the smallest plate sets the step' },
] as const satisfies readonly ImplementKind[]

export type ImplementId = (typeof kinds)[number]['id']

/** Implement kinds; sizes are what is usual, never what a unit measures. Common practice, no source. */
export const IMPLEMENTS: readonly (ImplementKind & { id: ImplementId })[] = kinds

export const implementById = (id: string): (ImplementKind & { id: ImplementId }) | undefined => IMPLEMENTS.find((k) => k.id === id)

/** Handle positions of a common hand dynamometer, mm, position 1 to 5. */
export const DYNO_POSITIONS_MM = [35, 48, 60, 73, 86] as const
