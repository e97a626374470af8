// Words that Mano does not say, each with what it says instead: one word for one thing.
const TRIAL = new RegExp(
  String.raw`\btries\b|\battempts?\b|\b(a|one|each|the|this|last|next|per|no|more|every|first` +
    String.raw`|second|same|new|that|another) try\b`,
  'i',
)

/** `[what must not stand in a sentence, what stands there]`. */
export const WORDS = [
  [TRIAL, 'trial'],
  [/\bbettered\b|\blook for better\b/i, 'improve'],
  [/\bspeaks? of\b/i, 'is for, estimates'],
  [
    /\bis none\b|\bof itself\b|\bholds it\b|\blets? it go\b|\b(is|was) let go\b/i,
    'a plain sentence',
  ],
  [/\banew\b/i, 'again'],
  [/\bmiddling\b/i, 'moderate'],
  [/\bfor certain\b/i, 'larger than the error'],
  [/\bbeyond error\b/i, 'larger than the test’s error'],
  [/\bstop card\b/i, 'caution'],
  [/\bschools?\b(?! age)/i, 'training approach'],
  [/\bvisits?\b/i, 'session, test or battery'],
  [/\bshort by\b/i, 'shortfall'],
  [/\bkit items?\b/i, 'implement'],
  [/\bsafety rule: not added\b/i, 'Not added: safety rule'],
  [/^(Leave|Keep) it$|^Take it$|^Say so$/, 'a verb that says what happens: Cancel, Save, Use'],
]
/** Sentences that may: another thing is meant. */
export const MEANT = [
  'several attempts inside a time limit', // of a contest
  'not beyond error', // the check cases spell it so
]

/** What is wrong with one sentence; null: nothing. */
export function wordProblem(text) {
  if (MEANT.some((m) => text.includes(m))) return null
  const found = WORDS.find(([no]) => no.test(text))
  return found ? `"${found[0].exec(text)[0]}": say ${found[1]}` : null
}
