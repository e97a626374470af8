import type { Caution, Gate, InjuryState, Match } from './cautionTypes'
import type { QualityId } from './qualities'
import { INJURY_SITES, type InjurySiteId, type Tag, type TissueId } from './tissues'
import { rowOf } from '../units/row'
import { entriesOf, keysOf } from '../units/among'
import { capital } from '../units/capital'

/** What a held site stops at any effort, and what asks beside the rest. */
interface Own { tissue: TissueId; from: 1 | 2 | 3; tags: readonly Tag[]; qualities: readonly QualityId[]; asks?: readonly Match[] }

/** Sites that wait for a clinician and lie in one tissue. An inner elbow is one site for a coach: which part it is only a clinician can tell. */
const elbow: Own = { tissue: 'elbow_medial', from: 2, tags: ['valgus', 'elbow_load'], qualities: [] }
const OWN: Readonly<Partial<Record<InjurySiteId, Own>>> = {
  thumb: { tissue: 'thumb', from: 1, tags: ['wide_grip', 'thumb_load'], qualities: ['catch'] },
  finger_pulley: { tissue: 'finger_flexors', from: 2, tags: ['crimp'], qualities: ['edge', 'catch'] },
  elbow_inner_ligament: elbow, elbow_inner_growth: elbow, elbow_inner_tendon: elbow,
  wrist: { tissue: 'wrist', from: 2, tags: ['impact'], qualities: [], asks: [{ effort: ['light'], qualities: ['wrist_flex', 'wrist_ext', 'wrist_dev', 'rotation'] }] },
}

/** Sites whose status only a clearance takes out of active. */
export const WAITING_SITES: readonly InjurySiteId[] = [...keysOf(OWN), 'shoulder', 'nerve']

/** Days after which an injury entered as settled is only mentioned: common practice, no source. */
export const OLD_INJURY_DAYS = 365

const HEAVY = ['maximal', 'hard'] as const
const NEEDS = 'until a licensed clinician clears it'
const nameOf = (id: InjurySiteId): string => rowOf(INJURY_SITES, id).name.toLowerCase()

function row(site: InjurySiteId, state: InjuryState, states: readonly InjuryState[], title: string, says: string, gates: readonly Gate[], until: string, instead: string): Caution {
  return { id: `${site}_${state}`, version: 2, trigger: { kind: 'injury', sites: [site], states }, scope: 'hand', nearMaximal: true, title: capital(title), says, gates, until, instead }
}

const stop = (of: readonly Match[]): Gate => ({ tier: 'clearance', of })
const ask = (of: readonly Match[]): Gate => ({ tier: 'acknowledge', of })
const ownWork = (o: Own): Match[] => [...(o.tags.length > 0 ? [{ tags: o.tags }] : []), ...(o.qualities.length > 0 ? [{ qualities: o.qualities }] : [])]

const LIGHT = 'Light work that spares it.'
/** Waiting for a clinician, cleared while active, coming back: the same three rows for each site of a tissue. */
const siteRows = entriesOf(OWN).flatMap(([site, o]): Caution[] => {
  const name = nameOf(site)
  const valgus: Gate[] = o.tags.includes('valgus') ? [{ tier: 'absolute', of: [{ tags: ['valgus'] }] }] : []
  const less: Match[] = o.from > 1 ? [{ loads: [o.tissue, 1] }] : []
  return [
    row(site, 'held', ['held'], `${name} waits for a clinician`, 'Maximal and hard work, maximal tests and all work that loads it stop. Other moderate work of this hand needs your reason.', [
      stop([{ effort: HEAVY }, { loads: [o.tissue, o.from] }, ...ownWork(o)]), ask([...less, { effort: ['moderate'] }, ...(o.asks ?? [])]),
    ], NEEDS, LIGHT),
    row(site, 'cleared', ['cleared'], `${name}, active and cleared to load`, 'Maximal and hard work and impacts stop. Moderate work needs your reason.', [
      stop([{ effort: HEAVY }, { tags: ['impact'] }]), ask([{ effort: ['moderate'] }]),
    ], 'while it is active', 'Light work as the clinician allows.'),
    row(site, 'returning', ['returning'], `${name}, settling`, 'Work that loads it hard, and its own kinds of grip, need your reason. Small steps.', [
      ...valgus, ask([...ownWork(o).map((m): Match => ({ ...m, effort: ['maximal', 'hard', 'moderate'] })), { effort: HEAVY, loads: [o.tissue, 1] }, { kind: 'test', loads: [o.tissue, 1] }]),
    ], 'until it is entered as settled', site === 'thumb' ? 'Handles the thumb can close round.' : 'The rest as planned.'),
    notice(site),
  ]
})

function notice(site: InjurySiteId): Caution {
  return row(site, 'old', ['old', 'settled'], `${nameOf(site)}, settled`, 'All allowed, in small steps.', [{ tier: 'notice', of: [{}] }], '', '')
}

const SHOULDER: readonly Match[] = [{ tags: ['overhead'] }, { loads: ['shoulder', 2] }]
/** Where the shoulder works at all. */
const atShoulder = (m: Match): Match[] => [{ ...m, tags: ['overhead'] }, { ...m, loads: ['shoulder', 1] }]

export const injuryRows: readonly Caution[] = [
  ...siteRows,
  row('nerve', 'held', ['held'], 'nerve waits for a clinician', 'Nothing with this hand, warm-up and stretches included.', [stop([{}])], NEEDS, 'The other hand.'),
  row('nerve', 'cleared', ['cleared'], 'nerve, active and cleared to load', 'Maximal and hard work and impacts stop. Moderate work needs your reason.', [stop([{ effort: HEAVY }, { tags: ['impact'] }]), ask([{ effort: ['moderate'] }])], 'while it is active', 'Light work as the clinician allows.'),
  row('nerve', 'returning', ['returning'], 'nerve, settling', 'Maximal and hard work of this hand needs your reason.', [ask([{ effort: HEAVY }])], 'until it is entered as settled', 'Light and moderate work.'),
  notice('nerve'),
  row('shoulder', 'held', ['held'], 'shoulder waits for a clinician', 'Overhead work and work that loads the shoulder stop; a little load there needs your reason.', [stop(SHOULDER), ask([{ loads: ['shoulder', 1] }])], NEEDS, 'Squeezes and pick-ups at the side of the body.'),
  row('shoulder', 'cleared', ['cleared'], 'shoulder, active and cleared to load', 'Overhead and shoulder-loading work stops where it is hard; moderate work there needs your reason.', [
    stop([...atShoulder({ effort: HEAVY }), { tags: ['impact'], loads: ['shoulder', 1] }]), ask(atShoulder({ effort: ['moderate'] })),
  ], 'while it is active', 'Squeezes and pick-ups at the side of the body.'),
  row('shoulder', 'returning', ['returning'], 'shoulder, settling', 'Overhead work and work that loads the shoulder need your reason.', [ask(SHOULDER)], 'until it is entered as settled', 'Squeezes and pick-ups at the side of the body.'),
  notice('shoulder'),
  row('elbow_outer_tendon', 'active', ['active'], 'outer elbow, active', 'Maximal and hard work, maximal tests, wide pinches and moving extensor work need your reason.', [
    ask([{ effort: HEAVY }, { tags: ['outer_elbow_load'] }, { qualities: ['pinch_wide'], notAims: ['prepare'] }, { loads: ['elbow_lateral', 2], notModes: ['hold'] }]),
  ], 'while it is active', 'Wrist extension holds at pain 0 to 3.'),
  row('elbow_outer_tendon', 'settling', ['settling'], 'outer elbow, settling', 'Heavy reverse curls and wide pinches need your reason.', [ask([{ tags: ['outer_elbow_load'] }, { qualities: ['pinch_wide'], notAims: ['prepare'] }])], 'while it is settling', 'Wrist extension holds at pain 0 to 3.'),
  row('skin', 'active', ['active'], 'skin split or flapper', 'Work that rubs the skin needs your reason.', [ask([{ tags: ['skin'] }, { loads: ['skin', 1] }])], 'until the skin is closed', 'Smooth metal and pick-ups; no rope.'),
]
