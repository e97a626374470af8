import { must } from '../units/must'

/** Words that say nothing of what is looked for. */
const EMPTY = new Set(
  (
    'a an and are as at be by can cant do does for from get go has have he her his how i ' +
    'if in into is it its me my need not of off on one or our she should so some than that ' +
    'the their them then there they this to too up us use used want was we what when where ' +
    'which who why will with you your'
  ).split(' '),
)
/** Words for one thing, the first stands for all. */
const SAME: readonly (readonly string[])[] = [
  [
    'hurt',
    'hurts',
    'hurting',
    'sore',
    'pain',
    'painful',
    'ache',
    'aches',
    'aching',
    'injury',
    'injured',
  ],
  ['thick', 'fat'],
  ['gripper', 'grippers', 'squeezer'],
  ['bell', 'kettlebell'],
  ['kid', 'kids', 'child', 'children', 'youth', 'teenager', 'teen', 'junior', 'minor'],
  ['pullup', 'pullups', 'chinup', 'chinups'],
  ['fingerboard', 'hangboard'],
  ['gi', 'kimono', 'jacket'],
  ['beginner', 'novice', 'newbie'],
  ['kg', 'kilo', 'kilos', 'kilogram', 'kilograms'],
  ['lb', 'lbs', 'pound', 'pounds'],
  ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'],
  ['inch', 'inches', 'in'],
  ['metre', 'metres', 'meter', 'meters'],
  ['tired', 'fatigue', 'fatigued', 'exhausted'],
  ['calculate', 'calculator', 'compute'],
  ['farmer', 'farmers'],
  ['competition', 'contest', 'event', 'comp'],
]
const SAME_AS = new Map(SAME.flatMap((all) => all.map((w) => [w, must(all[0])] as const)))

/** What an everyday word says of the sport. */
export const SPORT_WORDS: Readonly<Record<string, readonly string[]>> = {
  thrower: ['thrower_ball', 'thrower_shot_discus', 'thrower_hammer'],
  pitcher: ['thrower_ball'],
  javelin: ['thrower_ball'],
  baseball: ['thrower_ball'],
  discus: ['thrower_shot_discus'],
  shotput: ['thrower_shot_discus'],
  climber: ['climber_boulder', 'climber_route'],
  climb: ['climber_boulder', 'climber_route'],
  boulder: ['climber_boulder'],
  boxer: ['boxer'],
  box: ['boxer'],
  punch: ['boxer'],
  fighter: ['boxer', 'grappler_no_jacket'],
  grappler: ['grappler_jacket', 'grappler_no_jacket'],
  judo: ['grappler_jacket'],
  judoka: ['grappler_jacket'],
  wrestler: ['grappler_no_jacket'],
  wrestle: ['grappler_no_jacket'],
  racer: ['obstacle_racer'],
  obstacle: ['obstacle_racer'],
  strongman: ['carry_strength'],
  lifter: ['barbell_lifter'],
  deadlift: ['barbell_lifter'],
  golfer: ['stick_club'],
  tennis: ['stick_club'],
  hockey: ['stick_club'],
  armwrestler: ['arm_wrestler'],
}

/** A word without its ending, so that one form finds the others. */
export function stem(word: string): string {
  const same = SAME_AS.get(word)
  if (same) return same
  for (const end of ['ings', 'ing', 'ers', 'ies', 'es', 's', 'ed'])
    if (word.length - end.length >= 3 && word.endsWith(end) && !word.endsWith('ss')) {
      const cut = word.slice(0, -end.length) + (end === 'ies' ? 'y' : end === 'ers' ? 'er' : '')
      return SAME_AS.get(cut) ?? cut.replace(/([bdgklmnprt])\1$/, '$1')
    }
  return word
}

/** Words of a text, in their short forms; `all`: also those that say little. */
export function wordsOf(text: string, all = false): string[] {
  return text
    .toLowerCase()
    .replace(/[’']/g, '')
    .replace(/pull[\s-]?up/g, 'pullup')
    .replace(/chin[\s-]?up/g, 'chinup')
    .replace(/push[\s-]?up/g, 'pushup')
    .replace(/arm[\s-]wrest/g, 'armwrest')
    .replace(/shot[\s-]put/g, 'shotput')
    .split(/[^a-z0-9]+/)
    .filter((w) => w !== '' && (all || !EMPTY.has(w)))
    .map(stem)
}

/** Whether two words are one but for a slip of one letter. */
export function near(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1 || Math.min(a.length, b.length) < 5) return false
  let [i, j, slips] = [0, 0, 0]
  while (i < a.length && j < b.length) {
    if (a[i] === b[j]) {
      i++
      j++
      continue
    }
    if (++slips > 1) return false
    // Two letters changed round count as one slip.
    if (a[i] === b[j + 1] && a[i + 1] === b[j]) {
      i += 2
      j += 2
    } else if (a.length > b.length) i++
    else if (a.length < b.length) j++
    else {
      i++
      j++
    }
  }
  return slips + (a.length - i) + (b.length - j) <= 1
}
