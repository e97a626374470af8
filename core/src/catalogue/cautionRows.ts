import type { Caution, Match } from './cautionTypes'
import type { HealthId } from './health'

/** Shorthand of the tables: efforts from maximal down. */
const MAX = ['maximal'] as const
const HEAVY = ['maximal', 'hard'] as const
const WORK = ['maximal', 'hard', 'moderate'] as const
const ALL: Match = {}
const NEEDS_CLINICIAN = 'until a licensed clinician clears it'

export const symptomRows: readonly Caution[] = [
  {
    id: 'stop_symptom', version: 2, trigger: { kind: 'symptom', whole: false }, scope: 'hand', nearMaximal: true, title: 'Stop this hand',
    says: 'A warning sign was noted. Nothing with this hand, warm-up and stretches included. See a clinician today.',
    gates: [{ tier: 'clearance', of: [ALL] }], until: NEEDS_CLINICIAN, instead: 'The other hand can work.',
  },
  {
    id: 'stop_whole', version: 2, trigger: { kind: 'symptom', whole: true }, scope: 'athlete', nearMaximal: true, title: 'Stop everything',
    says: 'Chest pain, fainting or a sudden severe headache in effort. Stop. Call the emergency services by local rules.',
    gates: [{ tier: 'clearance', of: [ALL] }], until: NEEDS_CLINICIAN, instead: 'Nothing today.',
  },
]

export const dayRows: readonly Caution[] = [
  {
    id: 'fever', version: 2, trigger: { kind: 'flag', flag: 'fever' }, scope: 'athlete', nearMaximal: true, title: 'Fever',
    says: 'Maximal and hard work stop today. Moderate work needs your reason.',
    gates: [{ tier: 'absolute', of: [{ effort: HEAVY }] }, { tier: 'acknowledge', of: [{ effort: ['moderate'] }] }], until: 'until the fever is gone', instead: 'Light work, or rest.',
  },
  {
    id: 'unwell', version: 2, trigger: { kind: 'flag', flag: 'unwell' }, scope: 'athlete', title: 'New medication or poor sleep',
    says: 'Maximal work needs your reason today.', gates: [{ tier: 'acknowledge', of: [{ effort: MAX }] }], until: 'today', instead: 'Another day.',
  },
  {
    id: 'before_heavy_pull', version: 2, trigger: { kind: 'flag', flag: 'heavy_pull_later' }, scope: 'athlete', title: 'A heavy pull follows today',
    says: 'Work that tires the hands needs your reason: tired hands are what drops the load.',
    gates: [{ tier: 'acknowledge', of: [{ kind: 'exercise', effort: WORK, notAims: ['balance'] }, { kind: 'test', tiresFrom: 2 }] }], until: 'until the pull is done', instead: 'Warm-up, extensors and other light work. Grip work after.',
  },
]

export const painRows: readonly Caution[] = [
  {
    id: 'pain_7', version: 2, trigger: { kind: 'pain', from: 7, to: 10 }, scope: 'hand', nearMaximal: true, title: 'Pain 7 or more today',
    says: 'This hand is done for today, tests and light work included. Advise a clinician.',
    gates: [{ tier: 'absolute', of: [ALL] }], until: 'for today', instead: 'The other hand can go on.',
  },
  {
    id: 'pain_4', version: 2, trigger: { kind: 'pain', from: 4, to: 6 }, scope: 'hand', nearMaximal: true, title: 'Pain 4 to 6 today',
    says: 'Tests of this hand and work of that tissue stop. Light work there, and hard work elsewhere on this hand, need your reason.',
    gates: [
      { tier: 'absolute', of: [{ kind: 'test', effort: WORK }, { kind: 'exercise', tissue: 'same', effort: WORK }] },
      { tier: 'acknowledge', of: [{ kind: 'exercise', tissue: 'same' }, { kind: 'exercise', effort: HEAVY }] },
    ], until: 'for today', instead: 'The other hand, and light work of other tissues. Ask again tomorrow morning.',
  },
  {
    id: 'pain_3', version: 2, trigger: { kind: 'pain', from: 3, to: 3 }, scope: 'hand', nearMaximal: true, title: 'Pain 3 today',
    says: 'Maximal work of this hand and hard work of that tissue need your reason. Do not raise the load.',
    gates: [{ tier: 'acknowledge', of: [{ effort: MAX }, { kind: 'exercise', tissue: 'same', effort: ['hard'] }] }], until: 'for today', instead: 'Light and moderate work at the same load.',
  },
  {
    id: 'pain_lasting', version: 2, trigger: { kind: 'earlier_pain', lasting: true }, scope: 'hand', nearMaximal: true, title: 'Pain that waits for a clinician',
    says: 'Pain 7 or more, or pain 4 or more twice in a row. Maximal and hard work of that tissue stop; moderate work needs your reason.',
    gates: [{ tier: 'clearance', of: [{ tissue: 'same', effort: HEAVY }] }, { tier: 'acknowledge', of: [{ tissue: 'same', effort: ['moderate'] }] }],
    until: 'until a session of that tissue ends at pain 0 to 3, or a clinician clears it', instead: 'Light work of that tissue; other tissues as planned.',
  },
  {
    id: 'pain_last_time', version: 2, trigger: { kind: 'earlier_pain', lasting: false }, scope: 'hand', nearMaximal: true, title: 'Pain 4 to 6 last time',
    says: 'More than light work of that tissue needs your reason. Ask about the pain first.',
    gates: [{ tier: 'acknowledge', of: [{ tissue: 'same', effort: WORK }] }], until: 'until a session of that tissue ends at pain 0 to 3', instead: 'Light work of that tissue; other tissues as planned.',
  },
]

const healthRow = (id: string, ids: readonly HealthId[], title: string, says: string, gates: Caution['gates'], instead: string): Caution => ({
  id, version: 2, trigger: { kind: 'health', ids }, scope: 'athlete', nearMaximal: true, title, says, gates, until: 'until a licensed clinician clears it', instead,
})

/** A yes counts until it is cleared. Sources of the questions: docs/safety.md, from memory; limits are common practice. */
export const healthRows: readonly Caution[] = [
  healthRow('blood_pressure', ['blood_pressure'], 'High blood pressure', 'Maximal work and breath holding stop. Short squeezes, hard work and moderate holds and carries need your reason.', [
    { tier: 'clearance', of: [{ effort: ['maximal'], short: false }, { tags: ['breath'], short: false }] },
    { tier: 'acknowledge', of: [{ short: true }, { effort: ['hard'] }, { effort: ['moderate'], modes: ['hold', 'carry'] }] },
  ], 'Light and moderate repetitions, breathing out in the effort.'),
  healthRow('heart', ['heart', 'recent_surgery'], 'Heart trouble or recent surgery', 'Maximal and hard work and short squeezes stop. Moderate work needs your reason.', [
    { tier: 'clearance', of: [{ effort: ['maximal', 'hard'] }, { short: true }] }, { tier: 'acknowledge', of: [{ effort: ['moderate'] }] },
  ], 'Light work.'),
  healthRow('vascular', ['vascular'], 'Vessels of arm or hand', 'Maximal and overhead work and impacts stop. Short squeezes, hard and moderate work need your reason.', [
    { tier: 'clearance', of: [{ effort: ['maximal'], short: false }, { tags: ['overhead', 'impact'], short: false }] },
    { tier: 'acknowledge', of: [{ short: true }, { effort: ['hard', 'moderate'] }] },
  ], 'Light work below the shoulder.'),
  healthRow('pregnancy', ['pregnancy'], 'Pregnancy or recent birth', 'Maximal work and breath holding stop. Hard and overhead work, impacts and drops need your reason.', [
    { tier: 'clearance', of: [{ effort: ['maximal'], short: false }, { tags: ['breath'], short: false }] }, { tier: 'acknowledge', of: [{ effort: ['hard'] }, { tags: ['overhead', 'impact', 'drop'] }] },
  ], 'Light and moderate work with the feet on the ground.'),
  healthRow('clotting', ['clotting'], 'Clots, bleeding or blood thinners', 'Maximal work, impacts, drops and rough cloth or rope need your reason.', [{ tier: 'acknowledge', of: [{ effort: ['maximal'], short: false }, { tags: ['impact', 'drop', 'skin'], short: false }] }], 'Smooth handles without drops.'),
  healthRow('medication', ['medication'], 'Medicine that matters for loading', 'Maximal and hard work need your reason.', [{ tier: 'acknowledge', of: [{ effort: ['maximal', 'hard'], short: false }] }], 'Light and moderate work.'),
  {
    ...healthRow('health_unanswered', [], 'Health questions not answered', 'Maximal and hard work need the answers, or your reason.', [{ tier: 'acknowledge', of: [{ effort: ['maximal', 'hard'], short: false }] }], 'Short squeezes, light and moderate work.'),
    trigger: { kind: 'unanswered' }, until: 'until the questions are answered',
  },
]

const youth = {
  version: 2, scope: 'athlete',
  says: 'No tests on an edge, no added load on hangs, no hard crimping, no forced negatives, no restriction work. A plain timed hang on an edge needs your reason.',
  gates: [
    { tier: 'absolute', of: [{ edgeTest: true, youthEdge: false }, { added: true }, { kind: 'exercise', tags: ['crimp'], effort: HEAVY }, { tags: ['added_load', 'negative', 'restriction', 'valgus'] }] },
    { tier: 'acknowledge', of: [{ edgeTest: true }] },
  ], instead: 'Other work and tests; light pick-ups on big edges.',
} as const satisfies Partial<Caution>

export const ageRows: readonly Caution[] = [
  { ...youth, id: 'under_18', trigger: { kind: 'age', underYears: 18 }, title: 'Under 18', until: 'until the 18th birthday' },
  { ...youth, id: 'age_unknown', trigger: { kind: 'age_unknown' }, title: 'Birth date unknown', until: 'until a birth date is entered' },
  {
    id: 'no_consent', version: 2, trigger: { kind: 'no_consent', underYears: 18 }, scope: 'athlete', title: 'Guardian consent not recorded',
    says: 'Maximal and hard work and maximal tests stop. Short squeezes and other work need your reason.',
    gates: [
      { tier: 'absolute', of: [{ effort: HEAVY, short: false }] },
      { tier: 'acknowledge', of: [{ short: true }, { kind: 'exercise', notAims: ['prepare', 'close'] }, { kind: 'test', effort: WORK }] },
    ], until: 'until the guardian\u2019s name, relation and date are recorded', instead: 'Warm-up, closing work and sizes.',
  },
]

export const experienceRows: readonly Caution[] = [
  {
    id: 'new_to_quality', version: 2, trigger: { kind: 'always' }, scope: 'athlete', title: 'Under 8 weeks of this kind of grip',
    says: 'Maximal work, work for the experienced and tests on an edge need your reason. Forced negatives stop.',
    gates: [
      { tier: 'absolute', of: [{ underWeeks: 8, tags: ['negative'] }] },
      { tier: 'acknowledge', of: [{ underWeeks: 8, kind: 'exercise', effort: MAX }, { underWeeks: 8, experienced: true }, { underWeeks: 8, edgeTest: true }] },
    ], until: 'until 8 weeks are counted or entered', instead: 'Longer and lighter work first; the other standard tests.',
  },
  {
    id: 'negatives', version: 2, trigger: { kind: 'always' }, scope: 'athlete', title: 'Forced negatives',
    says: 'The spring opens whether or not the fingers are ready. Always with your reason.', gates: [{ tier: 'acknowledge', of: [{ fromWeeks: 8, tags: ['negative'] }] }], until: 'each time', instead: 'Ordinary closes with a rated spring.',
  },
  {
    id: 'restriction_history', version: 2, trigger: { kind: 'restriction_history' }, scope: 'athlete', title: 'Blood-flow restriction ruled out',
    says: 'Never with what is on record, or while the health questions are unanswered.', gates: [{ tier: 'absolute', of: [{ tags: ['restriction'] }] }], until: 'while that is on record', instead: 'Light squeezes without restriction.',
  },
  {
    id: 'restriction', version: 2, trigger: { kind: 'flag', flag: 'restriction_supervised', unless: true }, scope: 'athlete', title: 'Blood-flow restriction not supervised',
    says: 'Only on a day with \u201Csupervised by a qualified person\u201D ticked.', gates: [{ tier: 'absolute', of: [{ tags: ['restriction'] }] }], until: 'until it is ticked for the day', instead: 'Light squeezes without restriction.',
  },
  {
    id: 'restriction_always', version: 2, trigger: { kind: 'always' }, scope: 'athlete', title: 'Blood-flow restriction',
    says: 'Light endurance work only, and always with your reason. Mano suggests no pressure.', gates: [{ tier: 'acknowledge', of: [{ tags: ['restriction'] }] }], until: 'each time', instead: 'Light squeezes without restriction.',
  },
]

export const noticeRows: readonly Caution[] = [
  {
    id: 'drops', version: 2, trigger: { kind: 'always' }, scope: 'athlete', title: 'Drops',
    says: 'Plates, bells, bars: feet clear, low lift, no bell above others.', gates: [{ tier: 'notice', of: [{ tags: ['drop'] }] }], until: '', instead: '',
  },
]
