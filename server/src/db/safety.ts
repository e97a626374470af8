import { In, type EntityManager } from 'typeorm'
import type { AlarmView, ClearanceView, ExperienceView, HealthView, ReasonView } from '@mano/contract/safety'
import type { DayFlagId } from '@mano/core/catalogue/cautions'
import { EXERCISES } from '@mano/core/catalogue/exercises'
import { PROTOCOLS } from '@mano/core/catalogue/protocols'
import { countedWeeks, healthDue, safetyFacts, type ClearanceFact, type InjuryVersion, type NoteFact, type SafetyRecord, type SetFact, type TestFact } from '@mano/core/safety/facts'
import { actKey, judgeAct, judgeBy, type Judge, type SafetyFacts } from '@mano/core/safety/judge'
import type { Subject } from '@mano/core/safety/act'
import { addDays, daysBetween, localDateOf } from '@mano/core/units/dates'
import { groupBy } from '@mano/core/units/group'
import { AccountEntity, AlarmAnswerEntity, AlarmEntity, ClearanceEntity, DayFlagEntity, ExperienceEntryEntity, GateReasonEntity, HealthAnswerEntity, InjuryEntity, ObservationEntity, type Athlete, type Clearance, type ExperienceEntry, type HealthAnswer, type Injury } from './entities'

/** Days of sets and tests that are always looked at: half a year, as experience is counted. Back to the first pain of 4 and more where there was one. */
const LOOK_BACK_DAYS = 26 * 7 + 6

const iso = (d: Date | string): string => (d instanceof Date ? d : new Date(d)).toISOString()

/** What names an injury through its versions. */
export function rootsOf(all: readonly Injury[]): Map<string, string> {
  const before = new Map(all.map((i) => [i.id, i.supersedesId]))
  const root = (id: string): string => { let at = id; for (let b = before.get(at); b; b = before.get(at)) at = b; return at }
  return new Map(all.map((i) => [i.id, root(i.id)]))
}

export const clearanceView = (c: Clearance): ClearanceView => ({ by: c.clearedBy, profession: c.profession, on: c.clearedOn, allows: c.allows, until: c.until, received: c.received, note: c.note })

const clearanceFact = (c: Clearance): ClearanceFact => ({
  of: c.injuryId ? { kind: 'injury', id: c.injuryId } : c.observationId ? { kind: 'symptom', id: c.observationId } : c.healthId ? { kind: 'health', id: c.healthId } : { kind: 'pain', hand: c.painHand!, tissue: c.painTissue! },
  on: c.clearedOn, recordedAt: iso(c.recordedAt), allows: c.allows, until: c.until,
})

/** Since when each athlete is looked at: half a year, and back to the first pain of 4 and more. */
async function sinceOf(em: EntityManager, ids: readonly string[], day: string): Promise<string[]> {
  const rows = (await em.query(
    `SELECT id, min(f)::text AS f FROM (SELECT athlete_id AS id, min(done_on) AS f FROM set_log WHERE athlete_id = ANY($1) AND pain >= 4 GROUP BY 1
       UNION ALL SELECT s.athlete_id, min(s.performed_on) FROM trial t JOIN test_session s ON s.id = t.session_id WHERE s.athlete_id = ANY($1) AND t.pain >= 4 GROUP BY 1) x GROUP BY id`, [[...ids]],
  )) as { id: string; f: string }[]
  const usual = addDays(day, -LOOK_BACK_DAYS)
  return ids.map((id) => { const f = rows.find((r) => r.id === id)?.f; return f !== undefined && f < usual ? f : usual })
}

/** Rows of the day each by itself, earlier ones summed by day, exercise and hand. */
async function setsOf(em: EntityManager, ids: readonly string[], since: readonly string[], day: string): Promise<(SetFact & { athleteId: string })[]> {
  return (await em.query(
    `SELECT l.athlete_id AS "athleteId", CASE WHEN l.done_on = $3 THEN l.id::text ELSE '' END AS id, l.exercise_id AS "exerciseId", l.hand, l.done_on::text AS "on", max(l.pain) AS pain, l.pain_where AS "where", max(coalesce(l.device_at, l.recorded_at)) AS "recordedAt"
     FROM unnest($1::uuid[], $2::date[]) AS w(id, f) JOIN current_set_log l ON l.athlete_id = w.id AND l.done_on BETWEEN w.f AND $3 GROUP BY 1, 2, 3, 4, 5, 7`, [[...ids], [...since], day],
  ) as (SetFact & { athleteId: string; recordedAt: Date })[]).map((s) => ({ ...s, recordedAt: iso(s.recordedAt as unknown as Date) }))
}

/** Tests with the worst pain of each hand; those of the day with every trial. */
async function testsOf(em: EntityManager, ids: readonly string[], since: readonly string[], day: string): Promise<(TestFact & { athleteId: string })[]> {
  const sessions = (await em.query(
    `SELECT s.athlete_id AS "athleteId", s.id, s.protocol_id AS "protocolId", u.kind AS "unitKind", s.variant, s.performed_on::text AS "on"
     FROM unnest($1::uuid[], $2::date[]) AS w(id, f) JOIN current_test_session s ON s.athlete_id = w.id AND s.performed_on BETWEEN w.f AND $3 JOIN implement_unit u ON u.id = s.unit_id`, [[...ids], [...since], day],
  )) as (Omit<TestFact, 'trials'> & { athleteId: string })[]
  if (sessions.length === 0) return []
  const own = new Set(sessions.filter((s) => s.on === day).map((s) => s.id))
  const rows = (await em.query(
    `SELECT session_id AS s, CASE WHEN session_id = ANY($2) THEN id::text ELSE '' END AS id, hand, max(pain) AS pain, pain_where AS "where", max(coalesce(device_at, recorded_at)) AS "recordedAt"
     FROM trial t WHERE session_id = ANY($1) AND NOT EXISTS (SELECT 1 FROM trial n WHERE n.supersedes_id = t.id) GROUP BY 1, 2, 3, 5`, [sessions.map((s) => s.id), [...own]],
  )) as (TestFact['trials'][number] & { s: string })[]
  const byTest = groupBy(rows, (r) => r.s)
  return sessions.map((s) => ({ ...s, trials: (byTest.get(s.id) ?? []).map(({ s: _, ...r }) => ({ ...r, recordedAt: iso(r.recordedAt) })) }))
}

interface Kept { record: SafetyRecord; health: HealthAnswer | null; experience: ExperienceEntry[]; clearances: Clearance[] }

/** What is on record of athletes for safety, up to a day. */
export async function loadSafety(em: EntityManager, athletes: readonly Pick<Athlete, 'id' | 'birthDate' | 'guardian'>[], day: string, timeZone: string): Promise<Map<string, Kept>> {
  const ids = athletes.map((a) => a.id)
  const where = { athleteId: In(ids) }
  const injuries = await em.find(InjuryEntity, { where, order: { recordedAt: 'ASC' } })
  const observations = await em.find(ObservationEntity, { where, order: { recordedAt: 'ASC' } })
  const clearances = await em.find(ClearanceEntity, { where, order: { recordedAt: 'ASC' } })
  const health = (await em.query('SELECT DISTINCT ON (athlete_id) id FROM health_answer WHERE athlete_id = ANY($1) ORDER BY athlete_id, seq DESC', [ids])) as { id: string }[]
  const answers = health.length === 0 ? [] : await em.find(HealthAnswerEntity, { where: { id: In(health.map((h) => h.id)) } })
  const experience = await em.find(ExperienceEntryEntity, { where, order: { recordedAt: 'DESC', id: 'DESC' } })
  const since = await sinceOf(em, ids, day)
  const [sets, tests] = [groupBy(await setsOf(em, ids, since, day), (s) => s.athleteId), groupBy(await testsOf(em, ids, since, day), (t) => t.athleteId)]
  const roots = rootsOf(injuries)
  const superseded = new Set(injuries.flatMap((i) => i.supersedesId ?? []))
  const [byInjury, byNote, byClearance, byExperience] = [groupBy(injuries, (i) => i.athleteId), groupBy(observations, (o) => o.athleteId), groupBy(clearances, (c) => c.athleteId), groupBy(experience, (e) => e.athleteId)]
  return new Map(athletes.map((a) => {
    const answer = answers.find((h) => h.athleteId === a.id) ?? null
    const entered = (byExperience.get(a.id) ?? []).filter((e, i, all) => all.findIndex((x) => x.quality === e.quality && x.family === e.family) === i)
    return [a.id, {
      health: answer, experience: entered, clearances: byClearance.get(a.id) ?? [],
      record: {
        birthDate: a.birthDate, guardianConsent: a.guardian !== null,
        // Answers from before all questions were asked are old ones: a yes counts, the questions are due.
        health: answer && { on: answer.complete ? answer.answeredOn : '2000-01-01', yes: answer.yes },
        injuries: (byInjury.get(a.id) ?? []).map((i): InjuryVersion => ({ id: i.id, rootId: roots.get(i.id)!, site: i.site, side: i.side, status: i.status, since: i.since, recordedAt: iso(i.recordedAt), current: !superseded.has(i.id) })),
        notes: (byNote.get(a.id) ?? []).map((o): NoteFact => ({ id: o.id, hand: o.hand, at: o.places, pain: o.pain, symptom: o.symptom, on: localDateOf(o.recordedAt, timeZone), recordedAt: iso(o.recordedAt), testId: o.sessionId })),
        sets: sets.get(a.id) ?? [], tests: tests.get(a.id) ?? [], clearances: (byClearance.get(a.id) ?? []).map(clearanceFact), experience: entered.map((e) => ({ quality: e.quality, family: e.family, weeks: e.weeks })),
      },
    }]
  }))
}

/** Flags of a day: as somebody ticked them last, and a heavy pull that the plan of the day puts after the grip work. */
export async function flagsOf(em: EntityManager, ids: readonly string[], day: string): Promise<Map<string, DayFlagId[]>> {
  const rows = await em.find(DayFlagEntity, { where: { athleteId: In([...ids]), heldOn: day }, order: { recordedAt: 'DESC', id: 'DESC' } })
  const plans = (await em.query('SELECT DISTINCT ON (athlete_id) athlete_id AS id, week_start::text AS week, frame FROM plan_version WHERE athlete_id = ANY($1) AND week_start <= $2 AND week_start > $3 ORDER BY athlete_id, seq DESC', [[...ids], day, addDays(day, -7)])) as { id: string; week: string; frame: { heavyPull: string }[] }[]
  return new Map(ids.map((id) => {
    const ticked = rows.find((r) => r.athleteId === id)?.flags ?? []
    const plan = plans.find((p) => p.id === id)
    return [id, [...ticked, ...(plan?.frame[daysBetween(plan.week, day)]?.heavyPull === 'after' ? (['heavy_pull_later'] as const) : [])]]
  }))
}

interface Scene { em: EntityManager; hall: { timeZone: string }; today: string }
/** `before`: only what was noted by then; `without`: the record being judged; `on`: another day than today. */
export interface Moment { on?: string; before?: string; without?: string }

/** Facts of one athlete on a day. */
export async function factsFor({ em, hall, today }: Scene, athlete: Athlete, { on = today, ...asked }: Moment = {}): Promise<SafetyFacts> {
  const { record } = (await loadSafety(em, [athlete], on, hall.timeZone)).get(athlete.id)!
  return safetyFacts(record, on, { ...asked, flags: (await flagsOf(em, [athlete.id], on)).get(athlete.id)! })
}

/** The judge of an athlete's tests, plan and floor. */
export const judgeFor = async (scene: Scene, athlete: Athlete, moment: Moment = {}): Promise<Judge> => judgeBy(await factsFor(scene, athlete, moment))

/** Facts without what only the coaches see: each act says what the answers make of it. */
export function closedFacts(facts: SafetyFacts): SafetyFacts {
  const judge = judgeBy(facts)
  const acts: Subject[] = [
    ...EXERCISES.map((exercise): Subject => ({ kind: 'exercise', exercise, hand: 'both' })),
    ...PROTOCOLS.flatMap((protocol) => protocol.implements.map((implementKind): Subject => ({ kind: 'test', protocol, hand: 'both', implementKind }))),
  ]
  const closed = Object.fromEntries(acts.flatMap((s) => {
    const by = judgeAct(judge, s).findings.filter((f) => ['health', 'unanswered', 'restriction_history'].includes(f.caution.trigger.kind) && f.class !== 'free')
    return by.length === 0 ? [] : [[actKey(s), by.some((f) => f.class === 'stop') ? ('stop' as const) : ('ask' as const)]]
  }))
  return { ...facts, health: [], healthDue: false, closed }
}

export const reasonsOf = async (em: EntityManager, athleteId: string, on: string): Promise<ReasonView[]> => (await em.find(GateReasonEntity, { where: { athleteId, givenOn: on }, order: { recordedAt: 'ASC' } })).map((r) => ({ subject: r.subject, hand: r.hand, keys: r.keys, reason: r.reason }))

/** Alarms that wait for an answer, newest first. */
export async function openAlarms(em: EntityManager, ids: readonly string[]): Promise<Map<string, AlarmView[]>> {
  const order = new Map(((await em.query('SELECT id FROM alarm WHERE athlete_id = ANY($1) ORDER BY seq DESC', [[...ids]])) as { id: string }[]).map((a, i) => [a.id, i]))
  const all = (await em.find(AlarmEntity, { where: { athleteId: In([...ids]) } })).sort((a, b) => order.get(a.id)! - order.get(b.id)!)
  const undone = new Set((await em.query('SELECT import_id FROM test_import_undo') as { import_id: string }[]).map((u) => u.import_id))
  const answered = new Set(all.length === 0 ? [] : (await em.find(AlarmAnswerEntity, { where: { alarmId: In(all.map((a) => a.id)) }, select: { id: true, alarmId: true } })).map((x) => x.alarmId))
  const open = groupBy(all.filter((a) => !answered.has(a.id) && !undone.has(a.sourceId ?? '')), (a) => a.athleteId)
  return new Map(ids.map((id) => [id, (open.get(id) ?? []).map((a) => ({ id: a.id, on: a.happenedOn, hand: a.hand, class: a.class, says: a.says }))]))
}

export function healthView({ health, clearances, record }: Kept, today: string): HealthView {
  const of = (id: string) => clearances.filter((c) => c.healthId === id).at(-1)
  return { answeredOn: health?.complete ? health.answeredOn : null, due: healthDue(record.health, today), yes: (health?.yes ?? []).map((id) => { const c = of(id); return { id, clearance: c ? clearanceView(c) : null } }) }
}

export async function experienceView(em: EntityManager, { experience, record }: Kept, today: string): Promise<ExperienceView[]> {
  const people = new Map((await em.find(AccountEntity)).map((a) => [a.id, a.name]))
  return [
    ...experience.filter((e) => e.weeks > 0).map((e) => ({ quality: e.quality, family: e.family, weeks: e.weeks, entered: { origin: e.origin, on: e.enteredOn, by: people.get(e.actorId ?? '') ?? '' } })),
    ...countedWeeks(record, today).map((c) => ({ ...c, entered: null })),
  ]
}
