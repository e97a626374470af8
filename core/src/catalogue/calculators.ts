/** A question the bench answers. */
export interface Calculator {
  id: string
  name: string
  /** What it answers, one sentence. */
  answers: string
  /** How, in words. */
  how: string
  /** Row of the list of sources its numbers rest on. */
  sources: readonly string[]
}

export const CALCULATORS: readonly Calculator[] = [
  {
    id: 'plates',
    name: 'Plates for a load',
    answers: 'Which plates hang on the pin for a load, and the nearest loads the room can make.',
    how: 'Every sum of the room\u2019s plates with the pin is looked at; the one nearest to the load wins, the fewest plates among equals.',
    sources: ['practice'],
  },
  {
    id: 'lever',
    name: 'Lever torque',
    answers:
      'How much a club or hammer turns the wrist, and where to hold another one for the same.',
    how: 'Mass times gravity times the distance from the hand to the balance point, times the sine of the angle from upright.',
    sources: ['bipm_units'],
  },
  {
    id: 'roller',
    name: 'Wrist roller',
    answers: 'Turns, torque and work of a trip up, with the cord growing on the spool.',
    how: 'The cord winds in layers: each turn takes pi times the diameter so far. Torque is weight times half that diameter, work is weight times height.',
    sources: ['bipm_units'],
  },
  {
    id: 'spring',
    name: 'Spring at a set width',
    answers: 'The force at the width a spring is set to, and which spring or insert comes next.',
    how: 'A straight line from no force at its free opening to its rated force when shut. Measure the opening of each spring.',
    sources: ['practice'],
  },
  {
    id: 'handle',
    name: 'Handle and hand size',
    answers:
      'A handle in millimetres and in the fraction of an inch, how it fits a hand, and the wrap gap.',
    how: 'The best diameter is 19.7 % of the hand length; the gap is the way round the handle less what thumb and fingers reach.',
    sources: ['kong_lowe_2005', 'ruiz_ruiz_2002'],
  },
  {
    id: 'thick',
    name: 'Thick bar',
    answers: 'What can be expected on a thicker bar from what is lifted on a thin one.',
    how: 'Between the published losses: about 28 % at 51 mm and 55 % at 76 mm, from a bar of 28 mm.',
    sources: ['ratamess_2007'],
  },
  {
    id: 'hang',
    name: 'Hang load',
    answers: 'What a hand bears in a hang with help, a pulley or added weight.',
    how: 'Body and added mass less what the help takes, shared by the hands that hang.',
    sources: ['practice'],
  },
  {
    id: 'carry',
    name: 'Carry and hold',
    answers: 'How long a carry loads the hands, and the hold that is as long.',
    how: 'Way divided by pace, stops and turns left out; the hold of the same time and load.',
    sources: ['practice'],
  },
  {
    id: 'endurance',
    name: 'Holding time and share of the maximum',
    answers: 'How long a share of the maximum can be held, or what share a time allows.',
    how: 'Two published curves that disagree; the range between them is shown. Refused under 6 s and over 600 s.',
    sources: ['rohmert_1960', 'frey_law_avin_2010'],
  },
  {
    id: 'percent',
    name: 'Percent table',
    answers: 'Loads at shares of a best lift, as the plates make them.',
    how: 'The best times each share, then the nearest load of the room.',
    sources: ['practice'],
  },
  {
    id: 'isolate',
    name: 'Combine or isolate',
    answers: 'Minutes a week for a gain, each quality alone or in combined work.',
    how: 'Sets times minutes a set, by the shares of a set that you believe combined work gives.',
    sources: ['practice'],
  },
  {
    id: 'asymmetry',
    name: 'Left against right',
    answers: 'How far one hand is behind, with its interval and verdict.',
    how: 'The stronger hand\u2019s mean less the weaker\u2019s, over the stronger; Fieller\u2019s interval from the trials.',
    sources: ['fieller_1954', 'bishop_2016'],
  },
  {
    id: 'detectable',
    name: 'Smallest change to trust',
    answers: 'How big a change must be before it is more than error.',
    how: 'Typical error from your repeats, times root two, times t of their degrees of freedom.',
    sources: ['hopkins_2000', 'weir_2005'],
  },
  {
    id: 'trials',
    name: 'How many tests',
    answers: 'How many tests it takes until a change of some per cent shows.',
    how: 'The error of a mean falls with the root of the number; the least number whose smallest change is under the one you want.',
    sources: ['hopkins_2000'],
  },
  {
    id: 'critical_force',
    name: 'Critical force',
    answers:
      'The force that could be held very long, and the work above it, from three or more holds to failure.',
    how: 'A straight line of impulse over time: its slope is the critical force, its start the work above it.',
    sources: ['monod_scherrer_1965'],
  },
  {
    id: 'conversion',
    name: 'Conversion',
    answers: 'kg, lb, N, mm, inches and their fractions.',
    how: 'Exact by definition: 1 lb = 0.45359237 kg, 1 in = 25.4 mm, 1 kgf = 9.80665 N.',
    sources: ['bipm_units'],
  },
  {
    id: 'simulator',
    name: 'Fatigue simulator',
    answers: 'Which set of a session is likely to fail, and how much rest it would need.',
    how: 'Three pools of muscle, resting, active and tired, with the rates of the published model for grip; a band over what is not known of them.',
    sources: ['frey_law_2012', 'looft_2018'],
  },
]

const byId = new Map(CALCULATORS.map((c) => [c.id, c]))
export const calculatorById = (id: string): Calculator | undefined => byId.get(id)
