import { In, type EntityManager } from 'typeorm'
import { EXERCISES } from '@mano/core/catalogue/exercises'
import { PROTOCOLS } from '@mano/core/catalogue/protocols'
import { safetyFacts } from '@mano/core/safety/facts'
import type { ClearanceFact, InjuryVersion, NoteFact, SafetyRecord } from '@mano/core/safety/record'
import { actKey, judgeAct, judgeBy, type Judge } from '@mano/core/safety/judge'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import type { Subject } from '@mano/core/safety/act'
import { localDateOf } from '@mano/core/units/dates'
import { groupBy } from '@mano/core/units/group'
import {
  ClearanceEntity,
  ExperienceEntryEntity,
  HealthAnswerEntity,
  InjuryEntity,
  ObservationEntity,
  type Athlete,
  type Clearance,
  type ExperienceEntry,
  type HealthAnswer,
  type Injury,
} from './entities'
import { flagsOf } from './safetyFlags'
import { sinceOf, setsOf, testsOf, iso } from './safetySets'

/** What names an injury through its versions. */
export function rootsOf(all: readonly Injury[]): Map<string, string> {
  const before = new Map(all.map((i) => [i.id, i.supersedesId]))
  const root = (id: string): string => {
    let at = id
    for (let b = before.get(at); b; b = before.get(at)) at = b
    return at
  }
  return new Map(all.map((i) => [i.id, root(i.id)]))
}

const clearanceFact = (c: Clearance): ClearanceFact => ({
  of: c.injuryId
    ? { kind: 'injury', id: c.injuryId }
    : c.observationId
      ? { kind: 'symptom', id: c.observationId }
      : c.healthId
        ? { kind: 'health', id: c.healthId }
        : { kind: 'pain', hand: c.painHand!, tissue: c.painTissue! },
  on: c.clearedOn,
  recordedAt: iso(c.recordedAt),
  allows: c.allows,
  until: c.until,
})

export interface Kept {
  record: SafetyRecord
  health: HealthAnswer | null
  experience: ExperienceEntry[]
  clearances: Clearance[]
}

/** What is on record of athletes for safety, up to a day. */
export async function loadSafety(
  em: EntityManager,
  athletes: readonly Pick<Athlete, 'id' | 'birthDate' | 'guardian'>[],
  day: string,
  timeZone: string,
): Promise<Map<string, Kept>> {
  const ids = athletes.map((a) => a.id)
  const where = { athleteId: In(ids) }
  const injuries = await em.find(InjuryEntity, { where, order: { recordedAt: 'ASC' } })
  const observations = await em.find(ObservationEntity, { where, order: { recordedAt: 'ASC' } })
  const clearances = await em.find(ClearanceEntity, { where, order: { recordedAt: 'ASC' } })
  const health = (await em.query(
    'SELECT DISTINCT ON (athlete_id) id FROM health_answer WHERE athlete_id = ANY($1) ORDER BY athlete_id, seq DESC',
    [ids],
  )) as { id: string }[]
  const answers =
    health.length === 0
      ? []
      : await em.find(HealthAnswerEntity, { where: { id: In(health.map((h) => h.id)) } })
  const experience = await em.find(ExperienceEntryEntity, {
    where,
    order: { recordedAt: 'DESC', id: 'DESC' },
  })
  const since = await sinceOf(em, ids, day)
  const [sets, tests] = [
    groupBy(await setsOf(em, ids, since, day), (s) => s.athleteId),
    groupBy(await testsOf(em, ids, since, day), (t) => t.athleteId),
  ]
  const roots = rootsOf(injuries)
  const superseded = new Set(injuries.flatMap((i) => i.supersedesId ?? []))
  const [byInjury, byNote, byClearance, byExperience] = [
    groupBy(injuries, (i) => i.athleteId),
    groupBy(observations, (o) => o.athleteId),
    groupBy(clearances, (c) => c.athleteId),
    groupBy(experience, (e) => e.athleteId),
  ]
  return new Map(
    athletes.map((a) => {
      const answer = answers.find((h) => h.athleteId === a.id) ?? null
      const entered = (byExperience.get(a.id) ?? []).filter(
        (e, i, all) => all.findIndex((x) => x.quality === e.quality && x.family === e.family) === i,
      )
      return [
        a.id,
        {
          health: answer,
          experience: entered,
          clearances: byClearance.get(a.id) ?? [],
          record: {
            birthDate: a.birthDate,
            guardianConsent: a.guardian !== null,
            // Answers from before all questions were asked are old ones: a yes counts, the questions are due.
            health: answer && {
              on: answer.complete ? answer.answeredOn : '2000-01-01',
              yes: answer.yes,
            },
            injuries: (byInjury.get(a.id) ?? []).map((i): InjuryVersion => ({
              id: i.id,
              rootId: roots.get(i.id)!,
              site: i.site,
              side: i.side,
              status: i.status,
              since: i.since,
              recordedAt: iso(i.recordedAt),
              current: !superseded.has(i.id),
            })),
            notes: (byNote.get(a.id) ?? []).map((o): NoteFact => ({
              id: o.id,
              hand: o.hand,
              at: o.places,
              pain: o.pain,
              symptom: o.symptom,
              on: localDateOf(o.recordedAt, timeZone),
              recordedAt: iso(o.recordedAt),
              testId: o.sessionId,
            })),
            sets: sets.get(a.id) ?? [],
            tests: tests.get(a.id) ?? [],
            clearances: (byClearance.get(a.id) ?? []).map(clearanceFact),
            experience: entered.map((e) => ({
              quality: e.quality,
              family: e.family,
              weeks: e.weeks,
            })),
          },
        },
      ]
    }),
  )
}

interface Scene {
  em: EntityManager
  hall: { timeZone: string }
  today: string
}
/** `before`: only what was noted by then; `without`: the record being judged; `on`: another day than today. */
export interface Moment {
  on?: string
  before?: string
  without?: string
}

/** Facts of one athlete on a day. */
export async function factsFor(
  { em, hall, today }: Scene,
  athlete: Athlete,
  { on = today, ...asked }: Moment = {},
): Promise<SafetyFacts> {
  const { record } = (await loadSafety(em, [athlete], on, hall.timeZone)).get(athlete.id)!
  return safetyFacts(record, on, {
    ...asked,
    flags: (await flagsOf(em, [athlete.id], on)).get(athlete.id) ?? [],
  })
}

/** The judge of an athlete's tests, plan and floor. */
export const judgeFor = async (
  scene: Scene,
  athlete: Athlete,
  moment: Moment = {},
): Promise<Judge> => judgeBy(await factsFor(scene, athlete, moment))

/** Facts without what only the coaches see: each act says what the answers make of it. */
export function closedFacts(facts: SafetyFacts): SafetyFacts {
  const judge = judgeBy(facts)
  const acts: Subject[] = [
    ...EXERCISES.map((exercise): Subject => ({ kind: 'exercise', exercise, hand: 'both' })),
    ...PROTOCOLS.flatMap((protocol) =>
      protocol.implements.map((implementKind): Subject => ({
        kind: 'test',
        protocol,
        hand: 'both',
        implementKind,
      })),
    ),
  ]
  const closed = Object.fromEntries(
    acts.flatMap((s) => {
      const by = judgeAct(judge, s).findings.filter(
        (f) =>
          ['health', 'unanswered', 'restriction_history'].includes(f.caution.trigger.kind) &&
          f.class !== 'free',
      )
      return by.length === 0
        ? []
        : [[actKey(s), by.some((f) => f.class === 'stop') ? ('stop' as const) : ('ask' as const)]]
    }),
  )
  return { ...facts, health: [], healthDue: false, closed }
}
