/** A word of the trade, as Mano means it. */
export interface Term {
  id: string
  name: string
  says: string
}

/** The glossary: common practice, no source, unless a source is named in the text. */
export const TERMS: readonly Term[] = [
  {
    id: 'asymmetry',
    name: 'Asymmetry',
    says: 'The weaker hand\u2019s shortfall as a share of the stronger. It counts only beyond the test\u2019s error.',
  },
  {
    id: 'expected_lean',
    name: 'Expected lean',
    says: 'How much stronger the dominant hand usually is: about 12 % in right-handers, none in left-handers.',
  },
  {
    id: 'lean_acted_on',
    name: 'Lean acted on',
    says: 'A lean seen on several days, larger than its error and than dominance and sport lead one to expect. The weaker hand gets one set more.',
  },
  {
    id: 'typical_error',
    name: 'Typical error',
    says: 'How far one result strays from the next when nothing has changed: the spread of repeats, over root two for differences.',
  },
  {
    id: 'smallest_change',
    name: 'Smallest change to trust',
    says: 'The change between two tests that error alone makes once in twenty.',
  },
  {
    id: 'confidence_interval',
    name: 'Interval',
    says: 'The range that holds the true value in 95 of 100 such cases.',
  },
  {
    id: 'coefficient_of_variation',
    name: 'Coefficient of variation',
    says: 'Spread of the trials as a share of their mean, in per cent.',
  },
  {
    id: 'reliability',
    name: 'Reliability',
    says: 'How well a test tells people apart in spite of its error.',
  },
  {
    id: 'familiarisation',
    name: 'Familiarisation',
    says: 'First sessions on a new implement. They are practice and do not count.',
  },
  {
    id: 'readiness',
    name: 'Readiness',
    says: 'Today\u2019s near-maximal squeeze against the own last weeks. Low: cut the hard half.',
  },
  {
    id: 'half_crimp',
    name: 'Half crimp',
    says: 'Fingers on an edge with the middle joint at about a right angle, thumb off.',
  },
  {
    id: 'open_hand_grip',
    name: 'Open hand',
    says: 'Fingers nearly straight over an edge, a rounded hold or a handle too thick to close on.',
  },
  {
    id: 'hook_grip',
    name: 'Hook',
    says: 'Fingers hooked round a thin handle or lapel, thumb not needed. In barbell lifts also: the thumb under the fingers.',
  },
  {
    id: 'mixed_grip',
    name: 'Mixed grip',
    says: 'One palm away, one toward. A series of its own; the palm that faces up is written down.',
  },
  {
    id: 'false_grip',
    name: 'Thumb off',
    says: 'Thumb on the same side as the fingers. A series of its own.',
  },
  {
    id: 'pull_order',
    name: 'Hands in turn',
    says: 'One hand works while the other rests; each hand\u2019s rest is its own.',
  },
  {
    id: 'set_width',
    name: 'Set width',
    says: 'How far apart the handles of a spring stand when the effort begins.',
  },
  {
    id: 'rated_spring',
    name: 'Rated spring',
    says: 'A spring whose closing force was measured by hanging load from its handle. A printed number is not a rating.',
  },
  {
    id: 'time_under_load',
    name: 'Time under load',
    says: 'Seconds the hand really works, rests left out.',
  },
  {
    id: 'effective_set',
    name: 'Effective set',
    says: 'A set counted for a quality, weighted by how much of it serves that quality.',
  },
  {
    id: 'hand_load',
    name: 'Load of a hand',
    says: 'Sets of a week weighted by how hard they are. It rises by 10 to 15 % a week at the most.',
  },
  {
    id: 'stress_budget',
    name: 'Stress budget',
    says: 'What a tissue bears in a week: grip work, sport, job and pulls together.',
  },
  {
    id: 'hard_day',
    name: 'Hard day',
    says: 'A day with hard work for a tissue. The same tissue then rests 48 hours.',
  },
  {
    id: 'deload',
    name: 'Deload',
    says: 'A lighter week: about 60 % of the sets, the same exercises and loads.',
  },
  {
    id: 'taper',
    name: 'Taper',
    says: 'The days before an event: half the volume, one heavy exposure 4 to 6 days out, nothing hard in the last two.',
  },
  {
    id: 'layoff',
    name: 'Layoff',
    says: 'Weeks without the work. After three, everything begins easier.',
  },
  {
    id: 'double_progression',
    name: 'Double progression',
    says: 'Longer or more first; at the top of the range the load rises by the smallest step.',
  },
  {
    id: 'ladder',
    name: 'Ladder',
    says: 'What rises in an exercise, in which order: amount, load, or a named step such as a smaller edge.',
  },
  {
    id: 'drop_off',
    name: 'Drop-off',
    says: 'A set far under the first one of the exercise. The exercise has had its effect for today.',
  },
  {
    id: 'repeaters',
    name: 'Repeaters',
    says: 'Short holds with shorter rests, such as 7 s on and 3 s off, counted by the round.',
  },
  {
    id: 'negatives',
    name: 'Negatives',
    says: 'Letting out slowly what cannot be closed or lifted. Rare, and not for everybody.',
  },
  {
    id: 'isometric',
    name: 'Isometric',
    says: 'Effort without movement: a hold, or a push against something fixed.',
  },
  {
    id: 'blood_flow_restriction',
    name: 'Blood-flow restriction',
    says: 'Light work with a cuff on the arm, only under a qualified person and never with some conditions.',
  },
  {
    id: 'critical_force',
    name: 'Critical force',
    says: 'The force below which a hold could go on very long. Monod and Scherrer 1965.',
  },
  {
    id: 'work_above_critical_force',
    name: 'Work above critical force',
    says: 'What can be spent above the critical force before the hand gives up.',
  },
  {
    id: 'rate_of_force',
    name: 'Rise of force',
    says: 'How fast force comes in the first 0.2 s. Matters where the hand must shut at once.',
  },
  {
    id: 'release',
    name: 'Release',
    says: 'How fast the hand lets go. A boxer relaxes between two blows.',
  },
  {
    id: 'carry_over',
    name: 'Carry-over',
    says: 'How much a gain in one quality counts in another. Small, unless contact, diameter and angle are alike.',
  },
  {
    id: 'specificity',
    name: 'Specificity',
    says: 'Strength comes at the width, angle and surface it is trained on.',
  },
  {
    id: 'opposites',
    name: 'Opposites',
    says: 'Pairs of directions that are kept in balance: flexion and extension, palm up and palm down, thumb side and little-finger side.',
  },
  {
    id: 'antagonists',
    name: 'Extensors',
    says: 'The muscles that open the hand and bend the wrist back. A place in every week.',
  },
  {
    id: 'pulley',
    name: 'Finger pulley',
    says: 'Bands that hold the tendon to the finger bone. Small edges load them most.',
  },
  { id: 'flapper', name: 'Flapper', says: 'Skin torn loose on palm or finger.' },
  { id: 'chalk', name: 'Chalk', says: 'On the hand only, and the same rule at every test.' },
  {
    id: 'straps',
    name: 'Straps',
    says: 'Bands that take the load off the hand. They spare the grip so that the back is trained.',
  },
  {
    id: 'wrap_gap',
    name: 'Wrap gap',
    says: 'What is left open between thumb and fingertips round a handle. Below zero they overlap.',
  },
  {
    id: 'pumped_girth',
    name: 'Pumped girth',
    says: 'Forearm girth after work. Never compared with a cold one.',
  },
  {
    id: 'hand_map',
    name: 'Hand map',
    says: 'The qualities a sport asks for, beside how each hand does in them.',
  },
  {
    id: 'reference',
    name: 'Reference',
    says: 'What a result is compared with: your standard, a published norm, the squad, or the own best.',
  },
  {
    id: 'norm',
    name: 'Norm',
    says: 'A published range for sex and age, for one test done one way.',
  },
  {
    id: 'staple',
    name: 'Staple',
    says: 'An exercise nearly every coach of the sport puts first for a quality.',
  },
  {
    id: 'main_exercise',
    name: 'Main exercise',
    says: 'The day\u2019s first work, done fresh, the same on two days.',
  },
  { id: 'pin', name: 'Loading pin', says: 'A rod that plates hang on under a block, hub or edge.' },
]

const byId = new Map(TERMS.map((t) => [t.id, t]))
export const termById = (id: string): Term | undefined => byId.get(id)
