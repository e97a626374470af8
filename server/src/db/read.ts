import { type EntityManager } from 'typeorm'
import type { SessionView } from '@mano/contract/tests'
import { missingIntake } from '@mano/core/intake/record'
import type { DoneSet, SetLog } from '@mano/core/review/load'
import { stageStates, type StageFacts, type StageStatus } from '@mano/core/stages/rules'
import { isUnfinished } from '@mano/core/testing/session'
import { addDays, localDateOf } from '@mano/core/units/dates'
import { AthleteEntity, PlanVersionEntity, type Athlete, type Hall, type PlanVersion } from './entities'
import type { AthleteParts } from './parts'
import { loadSessions } from './sessions'
import { oddArrival, doneAt } from '@mano/core/testing/clock'

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
    `SELECT id, athlete_id AS "athleteId", block_id AS "blockId", exercise_id AS "exerciseId", done_on::text AS "on", hand, set_no AS "set", load_kg AS "loadKg", seconds, reps, ended, effort, pain, pain_where AS "painWhere", nullif(details, '{}') AS details, extract(epoch FROM device_at) * 1000 AS "deviceMs", extract(epoch FROM recorded_at) * 1000 AS "recordedMs", clock_ms AS "clockMs",
       (athlete_id, done_on, 'exercise ' || exercise_id) IN (SELECT athlete_id, happened_on, subject FROM alarm WHERE athlete_id = ANY($1)) AS alarmed
     FROM current_set_log WHERE athlete_id = ANY($1) AND done_on >= $2 ORDER BY done_on, recorded_at`, [[...athleteIds], addDays(today, -7 * LOG_WEEKS)],
  )) as (SetLog & { athleteId: string; deviceMs: string | null; recordedMs: string; clockMs: number | null })[]
  return rows.map(({ details, painWhere, alarmed, deviceMs, recordedMs, clockMs, ...l }) => ({ ...l, ...oddOf(deviceMs, recordedMs, clockMs), ...(details && { details }), ...(painWhere && { painWhere }), ...(alarmed && { alarmed }) }))
}

const oddOf = (deviceMs: string | null, recordedMs: string, clockMs: number | null): { odd?: string } => {
  if (deviceMs === null) return {}
  const odd = oddArrival(doneAt(Number(deviceMs), clockMs, Number(recordedMs)), Number(recordedMs), clockMs)
  return odd === null ? {} : { odd }
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

/** What the stages need of the tests: how many there are, and how the newest stands. */
export async function testedFacts(em: EntityManager, athleteId: string): Promise<StageFacts['tests']> {
  const rows = (await em.query(
    `SELECT s.id FROM current_test_session s WHERE s.athlete_id = $1 AND EXISTS (SELECT 1 FROM current_trial t WHERE t.session_id = s.id AND NOT t.struck) ORDER BY s.performed_at`, [athleteId],
  )) as { id: string }[]
  const last = rows.at(-1)
  return last ? testFacts(await loadSessions(em, { ids: [last.id] }), rows.length) : testFacts([], 0)
}

/** The newest version of the latest week that is planned. */
export async function newestPlan(em: EntityManager, athleteId: string): Promise<Pick<PlanVersion, 'weekStart' | 'blocks' | 'recordedAt'> | null> {
  const [row] = (await em.query(
    'SELECT week_start::text AS "weekStart", blocks, recorded_at AS "recordedAt" FROM plan_version WHERE athlete_id = $1 ORDER BY week_start DESC, seq DESC LIMIT 1', [athleteId],
  )) as Pick<PlanVersion, 'weekStart' | 'blocks' | 'recordedAt'>[]
  return row ?? null
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
