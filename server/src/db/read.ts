import { In, IsNull, Not, type EntityManager } from 'typeorm'
import type { AthleteView, InjuryView, MeasurementView, SymptomView } from '@mano/contract/athletes'
import type { SessionView } from '@mano/contract/tests'
import { missingIntake } from '@mano/core/intake/record'
import type { DoneSet, SetLog } from '@mano/core/review/load'
import { stageStates, type StageFacts, type StageStatus } from '@mano/core/stages/rules'
import { clearanceView } from './safetyViews'
import { rootsOf } from './safety'
import { isUnfinished } from '@mano/core/testing/session'
import { addDays, localDateOf } from '@mano/core/units/dates'
import { groupBy } from '@mano/core/units/group'
import {
  AccountEntity, AthleteEntity, ClearanceEntity, CurrentEventView, InjuryEntity, DemandVersionEntity, CurrentMeasurementView, CurrentSessionView, CurrentTrialView,
  ImplementMeasurementEntity, ImplementUnitEntity, ObservationEntity, PlanVersionEntity, TestAttachmentEntity, TrialEntity, TrialTraceEntity, type Athlete, type Hall, type PlanVersion, type StoredSession,
} from './entities'

/** Sessions with their current trials, oldest first. */
export async function loadSessions(em: EntityManager, where: { athleteId?: string; ids?: readonly string[] }): Promise<SessionView[]> {
  const stored = await em.find(CurrentSessionView, {
    where: { ...(where.athleteId && { athleteId: where.athleteId }), ...(where.ids && { id: In([...where.ids]) }) },
    order: { performedAt: 'ASC' },
  })
  if (stored.length === 0) return []
  const ids = stored.map((s) => s.id)
  const trials = await em.find(CurrentTrialView, { where: { sessionId: In(ids) }, order: { ordinal: 'ASC', recordedAt: 'ASC', id: 'ASC' } })
  const observations = await em.find(ObservationEntity, { where: { sessionId: In(ids) }, order: { recordedAt: 'ASC' } })
  const attachments = await em.find(TestAttachmentEntity, { where: { sessionId: In(ids) }, select: { id: true, sessionId: true, kind: true, text: true }, order: { recordedAt: 'ASC' } })
  const traces = await em.find(TrialTraceEntity, { where: { sessionId: In(ids) }, select: { id: true, sessionId: true, trialId: true, instrument: true } })
  const traced = new Map((traces.length === 0 ? [] : await em.find(TrialEntity, { where: { id: In(traces.map((t) => t.trialId)) } })).map((t) => [t.id, t]))
  const units = new Map((await em.find(ImplementUnitEntity)).map((u) => [u.id, u]))
  const sizes = new Map((await em.find(ImplementMeasurementEntity)).map((m) => [m.id, m.sizeMm]))
  const people = new Map((await em.find(AccountEntity)).map((a) => [a.id, a.name]))
  const [trialsOf, seenIn, tracesOf, keptWith] = [groupBy(trials, (t) => t.sessionId), groupBy(observations, (o) => o.sessionId), groupBy(traces, (t) => t.sessionId), groupBy(attachments, (a) => a.sessionId)]
  const own = <V>(of: ReadonlyMap<string | null, V[]>, id: string): V[] => of.get(id) ?? []
  return stored.map((s) => ({
    ...setupOf(s),
    trials: own(trialsOf, s.id).map((t) => ({
      id: t.id, hand: t.hand, ordinal: t.ordinal, value: t.value, enteredValue: t.enteredValue, enteredUnit: t.enteredUnit, pain: t.pain, painWhere: t.painWhere, missed: t.missed, details: t.details,
      recordedAt: t.recordedAt.toISOString(), struck: t.struck ? { reason: t.strikeReason } : null, correction: t.supersedesId ? { reason: t.reason } : null,
    })),
    observations: own(seenIn, s.id).map((o) => ({ id: o.id, hand: o.hand, pain: o.pain, symptom: o.symptom, places: o.places })),
    traces: own(tracesOf, s.id).map((t) => ({ trialId: t.trialId, hand: traced.get(t.trialId)!.hand, ordinal: traced.get(t.trialId)!.ordinal, instrument: t.instrument })),
    attachments: own(keptWith, s.id).map((a) => ({ id: a.id, kind: a.kind, text: a.text })),
    testedBy: (s.actorId && people.get(s.actorId)) || '',
    unitLabel: units.get(s.unitId)?.label ?? '',
    sizeMm: sizes.get(s.measurementId) ?? null,
    unitKind: units.get(s.unitId)?.kind ?? '',
    expectedKg: typeof s.protocolParams['expectedKg'] === 'number' ? s.protocolParams['expectedKg'] : null,
  }))
}

const setupOf = (s: StoredSession) => ({
  id: s.id, athleteId: s.athleteId, protocolId: s.protocolId, protocolVersion: s.protocolVersion, unitId: s.unitId, measurementId: s.measurementId,
  variant: s.variant, performedAt: s.performedAt.toISOString(), performedOn: s.performedOn, practice: s.practice, conditions: s.conditions,
  overrideReason: s.overrideReason, note: s.note, source: s.importId ? ('import' as const) : s.actorKind === 'demo' ? ('demo' as const) : ('typed' as const),
})

interface AthleteParts { measurements: MeasurementView[]; injuries: InjuryView[]; symptoms: SymptomView[]; demand: AthleteView['demand']; events: AthleteView['events'] }

/** Intake parts of many athletes at once. */
export async function loadParts(em: EntityManager, ids: readonly string[], timeZone: string): Promise<Map<string, AthleteParts>> {
  const where = { athleteId: In([...ids]) }
  const measurements = await em.find(CurrentMeasurementView, { where, order: { measuredOn: 'DESC', recordedAt: 'DESC' } })
  const versions = await em.find(InjuryEntity, { where })
  const superseded = new Set(versions.flatMap((i) => i.supersedesId ?? []))
  const injuries = versions.filter((i) => !superseded.has(i.id)).sort((a, b) => b.recordedAt.getTime() - a.recordedAt.getTime())
  const roots = rootsOf(versions)
  const observations = await em.find(ObservationEntity, { where: { ...where, symptom: Not(IsNull()) }, order: { recordedAt: 'DESC' } })
  const clearances = await em.find(ClearanceEntity, { where, order: { recordedAt: 'DESC' } })
  const demands = await em.find(DemandVersionEntity, { where, order: { recordedAt: 'ASC' } })
  const events = await em.find(CurrentEventView, { where, order: { heldOn: 'ASC' } })
  const clearanceOf = (id: string) => { const c = clearances.find((x) => (x.injuryId !== null && roots.get(x.injuryId) === roots.get(id)) || x.observationId === id); return c ? clearanceView(c) : null }
  return new Map(ids.map((id) => [id, {
    measurements: measurements.filter((m) => m.athleteId === id).map((m) => ({ id: m.id, measure: m.measure, hand: m.hand, value: m.value, enteredValue: m.enteredValue, enteredUnit: m.enteredUnit, on: m.measuredOn })),
    injuries: injuries.filter((i) => i.athleteId === id).map((i) => ({ id: i.id, rootId: roots.get(i.id)!, site: i.site, side: i.side, status: i.status, since: i.since, note: i.note, advisedBy: i.advisedBy, recordedOn: localDateOf(i.recordedAt, timeZone), clearance: clearanceOf(i.id) })),
    symptoms: observations.filter((o) => o.athleteId === id).map((o) => ({ id: o.id, hand: o.hand, pain: o.pain, symptom: o.symptom, on: localDateOf(o.recordedAt, timeZone), sessionId: o.sessionId, clearance: clearanceOf(o.id) })),
    demand: demands.filter((d) => d.athleteId === id).map((d) => ({ sources: d.sources, edits: d.edits, since: d.since, reason: d.reason })).at(-1) ?? null,
    events: events.filter((e) => e.athleteId === id).map((e) => ({ id: e.id, name: e.name, on: e.heldOn, items: e.items, note: e.note })),
  }]))
}

export type StageParts = Pick<StageFacts, 'tests' | 'plan' | 'floor'>

export function stagesOf(athlete: Athlete, parts: AthleteParts, facts: StageParts, hall: Pick<Hall, 'staleDays'>, today: string): StageStatus[] {
  return stageStates({
    today,
    intake: { missing: missingIntake(athlete, parts.measurements), latest: parts.measurements[0]?.on ?? null },
    demandsSince: parts.demand?.since ?? null,
    staleDays: hall.staleDays,
    ...facts,
  })
}

/** Weeks of logs that safety, growth and the pages look back on; a review asks for its own period. */
const LOG_WEEKS = 16

export async function loadLogs(em: EntityManager, athleteIds: readonly string[], today: string): Promise<(SetLog & { athleteId: string })[]> {
  // Read as they are, without an entity each.
  const rows = (await em.query(
    `SELECT id, athlete_id AS "athleteId", block_id AS "blockId", exercise_id AS "exerciseId", done_on::text AS "on", hand, set_no AS "set", load_kg AS "loadKg", seconds, reps, ended, effort, pain, pain_where AS "painWhere", nullif(details, '{}') AS details,
       EXISTS (SELECT 1 FROM alarm a WHERE a.athlete_id = current_set_log.athlete_id AND a.happened_on = done_on AND a.subject = 'exercise ' || exercise_id) AS alarmed
     FROM current_set_log WHERE athlete_id = ANY($1) AND done_on >= $2 ORDER BY done_on, recorded_at`, [[...athleteIds], addDays(today, -7 * LOG_WEEKS)],
  )) as (SetLog & { athleteId: string })[]
  return rows.map(({ details, painWhere, alarmed, ...l }) => ({ ...l, ...(details && { details }), ...(painWhere && { painWhere }), ...(alarmed && { alarmed }) }))
}

/** Sets of a period as far as work by week looks at them: years of them at once. */
export async function loadWork(em: EntityManager, athleteId: string, period: { from: string; to: string }): Promise<DoneSet[]> {
  // One text for all: tens of thousands of rows as JSON are read in a tenth of the time of rows each by itself.
  const [row] = (await em.query(
    `SELECT coalesce(json_agg(json_build_array(block_id, exercise_id, done_on, hand, set_no, seconds, reps, pain)), '[]')::text AS all FROM current_set_log WHERE athlete_id = $1 AND done_on BETWEEN $2 AND $3`, [athleteId, period.from, period.to],
  )) as [{ all: string }]
  type Line = [DoneSet['blockId'], string, string, DoneSet['hand'], number, number | null, number | null, number | null]
  return (JSON.parse(row.all) as Line[]).map(([blockId, exerciseId, on, hand, set, seconds, reps, pain]) => ({ blockId, exerciseId, on, hand, set, seconds, reps, pain }))
}

/** Newest version of each week, newest week first, with how many versions the week has seen. */
export async function planVersions(em: EntityManager, athleteId: string): Promise<(PlanVersion & { number: number })[]> {
  const all = await em.find(PlanVersionEntity, { where: { athleteId }, order: { recordedAt: 'ASC' } })
  const weeks = [...new Set(all.map((v) => v.weekStart))].sort().reverse()
  return weeks.map((w) => { const own = all.filter((v) => v.weekStart === w); return { ...own.at(-1)!, number: own.length } })
}

/** When an athlete's injuries, demands and usual week were last written. */
export type Touched = Partial<Record<'injury' | 'demands' | 'week', Date>>

export async function loadTouched(em: EntityManager, ids: readonly string[]): Promise<Map<string, Touched>> {
  const rows = (await em.query(
    `SELECT athlete_id AS id, what, max(recorded_at) AS at FROM (
       SELECT athlete_id, 'injury' AS what, recorded_at FROM injury UNION ALL SELECT athlete_id, 'injury', recorded_at FROM clearance
       UNION ALL SELECT athlete_id, 'demands', recorded_at FROM demand_version UNION ALL SELECT athlete_id, 'week', recorded_at FROM training_week
     ) x WHERE athlete_id = ANY($1) GROUP BY athlete_id, what`, [[...ids]],
  )) as { id: string; what: keyof Touched; at: Date }[]
  return new Map(ids.map((id) => [id, Object.fromEntries(rows.filter((r) => r.id === id).map((r) => [r.what, r.at]))]))
}

/** What the stage rules need of plan and floor. */
export function planFacts(newest: Pick<PlanVersion, 'weekStart' | 'blocks' | 'recordedAt'> | null, logs: readonly SetLog[], lastTest: string | null, touched: Touched, today: string, timeZone: string): Pick<StageFacts, 'plan' | 'floor'> {
  const done = new Set(logs.filter((l) => l.blockId !== null).map((l) => l.on))
  const planned = newest ? [...new Set(newest.blocks.map((b) => addDays(newest.weekStart, b.day)))] : []
  return {
    plan: {
      weekStart: newest?.weekStart ?? null,
      after: newest === null ? [] : [...(lastTest !== null && lastTest > localDateOf(newest.recordedAt, timeZone) ? (['tests'] as const) : []), ...(['injury', 'demands', 'week'] as const).filter((w) => touched[w] !== undefined && touched[w] > newest.recordedAt)],
    },
    floor: { missed: planned.filter((d) => d < today && !done.has(d)).length, today: planned.includes(today), doneToday: done.has(today), last: [...done].sort().at(-1) ?? null },
  }
}

/** What the stage rules need of the tests: counts over all, details from the newest session. */
export function testFacts(sessions: readonly SessionView[], count = sessions.length): StageFacts['tests'] {
  const counted = sessions.filter((s) => s.trials.some((t) => !t.struck))
  const last = counted.at(-1)
  return { last: last?.performedOn ?? null, unfinished: last !== undefined && last.observations.length === 0 && isUnfinished(last), sessions: count }
}

export const findAthlete = (em: EntityManager, id: string): Promise<Athlete | null> => em.findOneBy(AthleteEntity, { id })
