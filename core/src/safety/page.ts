import { CAUTIONS, SYMPTOMS } from '../catalogue/cautions'
import type { Caution, InjuryState, Match, Tier, Trigger } from '../catalogue/cautionTypes'
import { DOORS } from '../catalogue/doors'
import { HEALTH_QUESTIONS, HEALTH_VALID_DAYS } from '../catalogue/health'
import { FAMILIES } from '../catalogue/implementUse'
import { OLD_INJURY_DAYS, WAITING_SITES } from '../catalogue/injuries'
import { qualityById } from '../catalogue/qualities'
import { INJURY_SITES, TISSUES } from '../catalogue/tissues'
import { rowOf } from '../units/row'

const list = (items: readonly string[], joint = ' or '): string => items.join(joint)
const tissue = (id: string): string => rowOf(TISSUES, id).name.toLowerCase()
const site = (id: string): string => rowOf(INJURY_SITES, id).name.toLowerCase()
const tag = (t: string): string => t.replace(/_/g, ' ')

const MODES: Readonly<Record<string, string>> = { hold: 'holds', carry: 'carries' }
const AIMS: Readonly<Record<string, string>> = {
  prepare: 'warm-up',
  close: 'closing',
  balance: 'balance',
}
const STATES: Readonly<Record<InjuryState, string>> = {
  held: 'active, or settling or settled without a clearance',
  cleared: 'active, cleared to load',
  returning: 'settling and cleared',
  old: `entered as settled, ${OLD_INJURY_DAYS} days old or more`,
  active: 'active',
  settling: 'settling',
  settled: 'settled and cleared',
}

/** One kind of act in words. */
export function matchWords(m: Match): string {
  const what =
    m.short === true
      ? 'short squeezes'
      : m.edgeTest
        ? m.youthEdge === false
          ? 'tests on an edge, but the plain timed hang'
          : 'tests on an edge'
        : m.added
          ? 'load added to a hang'
          : m.kind === 'test'
            ? 'tests'
            : m.kind === 'exercise'
              ? 'exercises'
              : ''
  const of = [
    m.effort && list(m.effort),
    what,
    m.modes && list(m.modes.map((x) => MODES[x] ?? x)),
    m.experienced && 'what is marked for the experienced',
    m.tags && `tagged ${list(m.tags.map(tag))}`,
    m.qualities && `of ${list(m.qualities.map((q) => qualityById(q).name.toLowerCase()))}`,
    m.loads &&
      `loading the ${tissue(m.loads[0])}${m.loads[1] > 1 ? ` at ${m.loads[1]} of 3 and more` : ''}`,
    m.tissue === 'same' && 'of the same tissue',
    m.tissue === 'other' && 'of other tissues',
    m.tiresFrom !== undefined && `that tire ${m.tiresFrom} of 3 and more`,
    m.underWeeks !== undefined && `under ${m.underWeeks} weeks of the quality`,
    m.fromWeeks !== undefined && `from ${m.fromWeeks} weeks of the quality`,
    m.notModes && `(but ${list(m.notModes.map((x) => MODES[x] ?? x))})`,
    m.notAims &&
      `(but ${list(
        m.notAims.map((a) => AIMS[a] ?? a),
        ' and ',
      )} work)`,
    m.short === false && '(but short squeezes)',
  ].filter((x): x is string => typeof x === 'string' && x !== '')
  return of.length === 0 ? 'everything' : of.join(' ')
}

function triggerWords(t: Trigger): string {
  switch (t.kind) {
    case 'symptom':
      return `${list(
        SYMPTOMS.filter((s) => s.whole === t.whole).map((s) => s.name.toLowerCase()),
        ', ',
      )}, not cleared`
    case 'pain':
      return `pain ${t.from === t.to ? t.from : `${t.from} to ${t.to}`} of 10 noted today`
    case 'earlier_pain':
      return t.lasting
        ? 'pain 7 or more, or 4 or more twice in a row, since the last session of that ' +
            'tissue at 0 to 3'
        : 'pain 4 to 6 one to 13 days ago, since the last session of that tissue at 0 to 3'
    case 'injury':
      return `${list(t.sites.map(site))}: ${list(t.states.map((s) => STATES[s]))}`
    case 'health':
      return `yes to: ${list(
        t.ids.map((id) => rowOf(HEALTH_QUESTIONS, id).ask.toLowerCase()),
        '; ',
      )}`
    case 'unanswered':
      return 'the health questions were never answered, or half a year ago'
    case 'restriction_history':
      return (
        'clotting, vessels, heart, pressure, pregnancy or nerve history, cleared or not; a ' +
        'nerve injury of any date; questions open; surgery or medicine not cleared'
      )
    case 'age':
      return `under ${t.underYears}`
    case 'age_unknown':
      return 'no birth date'
    case 'no_consent':
      return `under ${t.underYears}, guardian consent not recorded`
    case 'flag':
      return t.unless ? `not ticked today: ${tag(t.flag)}` : `ticked today: ${tag(t.flag)}`
    case 'always':
      return 'always'
  }
}

const cell = (c: Caution, tiers: readonly Tier[]): string =>
  c.gates
    .filter((g) => tiers.includes(g.tier))
    .flatMap((g) => g.of.map(matchWords))
    .join('; ')
const tierOf = (c: Caution): string => [...new Set(c.gates.map((g) => g.tier))].join(', ')
const row = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`
const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [row(head), row(head.map(() => '---')), ...rows.map(row)].join('\n')

/** The page about cautions, from the data alone. */
export const safetyPage = (): string => `# Cautions and gates

Mano is a planning aid. It does not diagnose and gives no medical advice. Pain, injury, illness and
return to sport belong to a licensed clinician; local rules for minors, venues and events come
first. This page is written from the data (\`core/src/catalogue\`), by a test.

One function (\`judgeAct\` in \`core/src/safety/judge.ts\`) judges every act at every door. All
cautions that apply are shown, strictest first, and the strictest is the class: stop (nobody goes
on), ask (the coach goes on with a reason) or free. A two-handed act needs both hands. A reason
covers those cautions for that hand, that exercise or test and that day; a new fact asks again. What
already happened is always kept; a stop, or an ask without a reason, raises an alarm that a coach
answers.

## Cautions

${table(
  ['caution', 'tier', 'when', 'stops', 'asks', 'until', 'instead'],
  CAUTIONS.map((c) => [
    c.title,
    tierOf(c),
    triggerWords(c.trigger),
    cell(c, ['absolute', 'clearance']),
    cell(c, ['acknowledge']),
    c.until,
    c.instead,
  ]),
)}

An effort is maximal by the aim or tag of an exercise or by its protocol, else the exercise's level.
A readiness squeeze counts as maximal for symptoms, pain, injuries, health and fever, as light for
the rest. Sizes of hand and arm load nothing and are never stopped.

## Doors

${table(
  ['door', 'stop', 'ask'],
  DOORS.map((d) => [d.name, d.stop, d.ask]),
)}

## Clearance

Who (name and profession of a licensed clinician), when (not before the injury), what is allowed
(light, moderate, all; until when), and how it was received. What it does not allow stays stopped.
It lifts only stops that wait for it. Without one, ${list(WAITING_SITES.map(site), ', ')} cannot be
taken out of active, nor from settling to settled. It ends with a new symptom, pain of 7 or more
there, or a new injury there. An injury entered as settled ${OLD_INJURY_DAYS} days ago or more is
only mentioned.

## Experience

Counted: different weeks of the last 26 with work of a quality on an implement family (${list(
  FAMILIES.map((f) => f.name.toLowerCase()),
  '; ',
)}); or entered by a coach
with its origin. A test counts one week, for the quality it was done on. The level stands in for
nothing.

## Health questions

Asked at intake and again after ${HEALTH_VALID_DAYS} days; a yes counts until it is cleared. Only
the coaches see the answers: for assistants and on an athlete's link each act says only whether it
is off.

${HEALTH_QUESTIONS.map((q) => `- ${q.ask}`).join('\n')}

## Sources, all from memory

Youth: consensus on youth athletic development (Br J Sports Med 2015); finger growth-plate stress in
young climbers: case series. Blood
pressure in heavy lifting: J Appl Physiol 1985. Health questions: preparticipation screening update
(Med Sci Sports Exerc 2015). Pregnancy:
Canadian guideline (Br J Sports Med 2018). Restriction: review of method and safety (Front Physiol
2019). Pain: a monitoring model accepts 5
in tendon rehabilitation (Am J Sports Med 2007); 3 is stricter. Age 18 as the line, 8 weeks, 13 and
365 days, every other limit: common
practice, no source.
`
