export interface School {
  id: string
  question: string
  a: string
  b: string
  /** Mano's default and when it changes. */
  default: string
}

/** Where practitioners disagree; each is a setting of the plan. Common practice, no source unless one is named. */
export const SCHOOLS: readonly School[] = [
  { id: 'support_max', question: 'Maximal support grip', a: 'Short heavy holds, 3 to 10 s in 3 to 10 sets: most direct', b: 'Heavy carries of 10 to 20 m: same time under load, shaken hands, the whole body works', default: 'B; A when a barbell lock-out is the goal' },
  { id: 'isolate_combine', question: 'Isolate or combine', a: 'Isolate each quality for the last few per cent', b: 'Combined work gives most of the gain in much less time', default: 'B under 90 min a week, else mixed' },
  { id: 'where_grip', question: 'Where grip work sits', a: 'At the end, hands spared for pulls', b: 'First, when the grip is the point', default: 'A; towel pulls and tests first' },
  { id: 'ext_bands', question: 'Finger extension bands', a: 'A must before every session', b: 'Warm-up and rehabilitation only; strength needs reverse wrist curls and open-hand pinches', default: 'Warm-up with bands, strength with the others' },
  { id: 'thick', question: 'Thick handles', a: 'Train thick, all thinner improves', b: 'Angle-specific: train the diameter you need', default: 'B' },
  { id: 'springs', question: 'Springs', a: 'Core of crush strength', b: 'Niche, little carry-over, technique heavy', default: 'By sport: main for grip contest and jacket closed-hold, else accessory' },
  { id: 'spring_reps', question: 'Spring repetitions', a: 'Low repetitions, 3 to 5, hard', b: 'Holds of 20 to 120 s in the shut position', default: 'A for crush, B for jacket grip' },
  { id: 'straps', question: 'Straps on body-strength lifts', a: 'Avoid: the hands gain free volume', b: 'Use for top sets so the back is trained', default: 'Warm-ups without, top sets with' },
  { id: 'direct_forearm', question: 'Direct forearm work', a: 'Adds nothing over ordinary pulling (a 12-week youth trial)', b: 'Extensor isometrics raised grip (an 8-week trial)', default: 'Keep it small: extensors first' },
  { id: 'frequency', question: 'Frequency', a: 'Daily light work', b: 'Hard twice a week', default: 'Twice hard, light extensors any day' },
  { id: 'thumb', question: 'Thumb work', a: 'Weights on a strap', b: 'Bands, stretched and slow', default: 'B' },
  { id: 'reverse_curl', question: 'Reverse wrist curl', a: 'Neutral to full extension only', b: 'From full stretch', default: 'A' },
  { id: 'wrist_roller', question: 'Wrist roller', a: 'Elbows at the ribs', b: 'Arms held out in front', default: 'A' },
  { id: 'size', question: 'Work for size', a: 'Stretched, 12 to 20 near failure', b: 'Long, light, many', default: 'A; B for endurance sports' },
  { id: 'ext_isometrics', question: 'Extensor isometrics', a: 'Short holds five days a week', b: 'Twice a week, longer', default: 'B; A on request' },
  { id: 'hang_shoulders', question: 'Hang shoulders', a: 'Relaxed', b: 'Active', default: 'Active under load, relaxed for mobility' },
]
