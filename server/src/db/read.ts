import type { EntityManager } from 'typeorm'
import type { SessionView } from '@mano/contract/tests'
import { missingIntake } from '@mano/core/intake/record'
import type { DoneSet, SetLog } from '@mano/core/record/sets'
import { stageStates, type StageFacts, type StageStatus } from '@mano/core/stages/rules'
import { isUnfinished } from '@mano/core/testing/session'
import { addDays } from '@mano/core/units/dates'
import { AthleteEntity, PlanVersionEntity } from './entities'
import { type Athlete, type Hall, type PlanVersion } from './rows'
import type { AthleteParts } from './parts'
import { loadSessions } from './sessions'
import { jsonList } from './sql'
import { logOf, type LogLine } from '@mano/core/record/lines'
import type { SessionEndView } from '@mano/contract/ends'
import { must } from '@mano/core/units/must'
import { ask, askOne } from './ask'
import { parsed } from '@mano/core/units/parse'

export type StageParts = Pick<StageFacts, 'tests' | 'plan' | 'floor'>

export function stagesOf(
  athlete: Athlete,
  parts: AthleteParts,
  facts: StageParts,
  hall: Pick<Hall, 'staleDays'>,
  today: string,
): StageStatus[] {
  return stageStates({
    today,
    intake: {
      missing: missingIntake(athlete, parts.measurements),
      latest: parts.measurements[0]?.on ?? null,
    },
    demandsSince: parts.demand?.since ?? null,
    staleDays: hall.staleDays,
    ...facts,
  })
}

/**
 * Weeks of logs that safety, growth and the pages look back on; a review asks for its own period.
 */
const LOG_WEEKS = 16

const linesOf = (days: string): string =>
  `(SELECT coalesce(json_agg(json_build_array(l.id, block_id, exercise_id, done_on, hand,
    set_no, load_kg, seconds, reps, ended, effort, pain,
    CASE WHEN pain_where IS NOT NULL OR details <> '{}' OR device_at IS NOT NULL
      OR a.on IS NOT NULL THEN json_build_object('painWhere', pain_where, 'details', details,
      'alarmed', a.on IS NOT NULL, 'deviceMs', extract(epoch FROM device_at) * 1000,
      'recordedMs', extract(epoch FROM recorded_at) * 1000, 'clockMs', clock_ms) END
    ) ORDER BY done_on, recorded_at), '[]')::text
  FROM (SELECT * FROM current_set_log WHERE athlete_id = $1 AND done_on ${days}) l
  LEFT JOIN (SELECT DISTINCT happened_on AS on, subject FROM alarm WHERE athlete_id = $1) a
    ON a.on = l.done_on AND a.subject = 'exercise ' || l.exercise_id) AS lines`

/** Two lists in JSON as one. */
const joined = (a: string, b: string): string =>
  a === '[]' ? b : b === '[]' ? a : `${a.slice(0, -1)}, ${b.slice(1)}`

/**
 * The sets of those weeks as the JSON of their lines, since rows by themselves take the server ten
 * times as long; and the sessions that ended before their plan did, newest first. Lines of the days
 * before today are kept with what safety keeps of them, until something comes late: a page of a
 * thousand sets takes a tenth of the time.
 */
export async function logLines(
  em: EntityManager,
  athleteId: string,
  today: string,
): Promise<{ lines: string; ends: SessionEndView[] }> {
  const since = addDays(today, -7 * LOG_WEEKS)
  const now = await askOne<{
    lines: string
    past: string | null
    stamp: string | null
    ends: SessionEndView[]
  }>(
    em,
    `SELECT p.lines AS past, p.xmin::text AS stamp, ${linesOf('>= $2')},
      ${jsonList(`SELECT held_on::text AS "on", reason, sets_left AS "setsLeft"
      FROM session_end WHERE athlete_id = $1 AND held_on >= $3
      ORDER BY held_on DESC, recorded_at DESC`)} AS ends
     FROM (SELECT 1) one LEFT JOIN athlete_past p ON p.athlete_id = $1 AND p.day = $2
      AND NOT EXISTS (SELECT 1 FROM athlete_late WHERE athlete_id = $1)`,
    [athleteId, today, since],
  )
  const past = now.past ?? (await pastLines(em, athleteId, { since, today, stamp: now.stamp }))
  return { lines: joined(past, now.lines), ends: now.ends }
}

/** Worked out, and kept where the row is still the one of `stamp` and nothing came late. */
async function pastLines(
  em: EntityManager,
  athleteId: string,
  { since, today, stamp }: { since: string; today: string; stamp: string | null },
): Promise<string> {
  const { lines } = await askOne<{ lines: string }>(
    em,
    `SELECT ${linesOf('>= $2 AND done_on < $3')}`,
    [athleteId, since, today],
  )
  if (stamp !== null)
    await em.query(
      `UPDATE athlete_past SET lines = $4 WHERE athlete_id = $1 AND day = $2 AND xmin::text = $3
        AND NOT EXISTS (SELECT 1 FROM athlete_late WHERE athlete_id = $1)`,
      [athleteId, today, stamp, lines],
    )
  return lines
}

export async function loadLogs(
  em: EntityManager,
  athleteId: string,
  today: string,
): Promise<SetLog[]> {
  const { lines } = await logLines(em, athleteId, today)
  return parsed<LogLine[]>(lines).map(logOf)
}

/** Sets of a period as far as work by week looks at them: years of them at once. */
export async function loadWork(
  em: EntityManager,
  athleteId: string,
  period: { from: string; to: string },
): Promise<DoneSet[]> {
  // One text for all: tens of thousands of rows as JSON are read in a tenth of the time of rows
  // each by itself.
  const row = await askOne<{ all: string }>(
    em,
    `SELECT coalesce(json_agg(json_build_array(block_id, exercise_id, done_on, hand, set_no,
      seconds, reps, pain)), '[]')::text AS all FROM current_set_log WHERE athlete_id = $1
      AND done_on BETWEEN $2 AND $3`,
    [athleteId, period.from, period.to],
  )
  type Line = [
    DoneSet['blockId'],
    string,
    string,
    DoneSet['hand'],
    number,
    number | null,
    number | null,
    number | null,
  ]
  return parsed<Line[]>(row.all).map(
    ([blockId, exerciseId, on, hand, set, seconds, reps, pain]) => ({
      blockId,
      exerciseId,
      on,
      hand,
      set,
      seconds,
      reps,
      pain,
    }),
  )
}

/**
 * Order of planned weeks by how they stand to a day ($3): the one that holds it, then the next to
 * come, then the last that was.
 */
const NEAREST_WEEK = `CASE WHEN week_start > $3 THEN 1 WHEN week_start > $3::date - 7 THEN 0 ELSE 2
  END, CASE WHEN week_start > $3 THEN week_start END, week_start DESC`

/** What the stages need of some athletes beside tests and intake: one statement. */
export interface Facts {
  count: number
  plan: Pick<PlanVersion, 'weekStart' | 'blocks' | 'frame' | 'recordedAt'> | null
  /** The first week planned after this one. */
  upcoming: Pick<PlanVersion, 'weekStart' | 'blocks' | 'frame'> | null
  /** Days of that week with sets logged, and the last such day; days whose session was let go. */
  done: string[]
  gone: string[]
  touched: Touched
}
export async function loadFacts(
  em: EntityManager,
  ids: readonly string[],
  today: string,
): Promise<Map<string, Facts>> {
  const last = (table: string) => `(SELECT max(recorded_at) FROM ${table} WHERE athlete_id = w.id)`
  const logged =
    'FROM current_set_log l WHERE l.athlete_id = w.id AND l.block_id IS NOT NULL AND l.done_on'
  const rows = await ask<{
    id: string
    count: number
    plan: (Omit<NonNullable<Facts['plan']>, 'recordedAt'> & { recordedAt: string }) | null
    upcoming: Facts['upcoming']
    done: string[]
    gone: string[]
    injury: Date | null
    demands: Date | null
    week: Date | null
  }>(
    em,
    `SELECT w.id, (SELECT count(*)::int FROM current_test_session WHERE athlete_id = w.id) AS count,
       CASE WHEN p.week_start IS NOT NULL THEN json_build_object('weekStart', p.week_start::text,
      'blocks', p.blocks, 'frame', p.frame, 'recordedAt', p.recorded_at) END AS plan,
       (SELECT json_build_object('weekStart', week_start::text, 'blocks', blocks, 'frame', frame)
      FROM plan_version WHERE athlete_id = w.id AND week_start > $3 ORDER BY week_start, seq DESC
      LIMIT 1) AS upcoming,
       array_remove(ARRAY(SELECT done_on::text ${logged} BETWEEN p.week_start AND p.week_start + 6
      UNION SELECT (SELECT done_on::text ${logged} >= $2 ORDER BY l.done_on DESC
      LIMIT 1)), NULL) AS done,
       ARRAY(SELECT held_on::text FROM (SELECT DISTINCT ON (held_on) held_on, sets_left
      FROM session_end WHERE athlete_id = w.id AND held_on >= $2
      ORDER BY held_on, recorded_at DESC) e WHERE sets_left <> '[]') AS gone,
       greatest(${last('injury')}, ${last('clearance')}) AS injury,
      ${last('demand_version')} AS demands, ${last('training_week')} AS week
     FROM unnest($1::uuid[]) AS w(id)
       LEFT JOIN LATERAL (SELECT week_start, blocks, frame, recorded_at FROM plan_version
      WHERE athlete_id = w.id ORDER BY ${NEAREST_WEEK}, seq DESC LIMIT 1) p ON true`,
    [[...ids], addDays(today, -7 * LOG_WEEKS), today],
  )
  return new Map(
    rows.map((r) => [
      r.id,
      {
        count: r.count,
        done: r.done,
        gone: r.gone,
        upcoming: r.upcoming,
        plan: r.plan && { ...r.plan, recordedAt: new Date(r.plan.recordedAt) },
        touched: {
          ...(r.injury && { injury: r.injury }),
          ...(r.demands && { demands: r.demands }),
          ...(r.week && { week: r.week }),
        },
      },
    ]),
  )
}

/** What the stages need of the tests: how many there are, and how the newest stands. */
export async function testedFacts(
  em: EntityManager,
  athleteId: string,
): Promise<StageFacts['tests']> {
  const { n, last } = await askOne<{ n: number; last: string | null }>(
    em,
    `SELECT count(*)::int AS n, (array_agg(s.id ORDER BY s.performed_at DESC))[1] AS last
      FROM current_test_session s WHERE s.athlete_id = $1 AND EXISTS (
       SELECT 1 FROM trial t LEFT JOIN LATERAL (SELECT k.struck FROM trial_mark k
      WHERE k.trial_id = t.id ORDER BY k.seq DESC LIMIT 1) m ON true
       WHERE t.session_id = s.id AND m.struck IS NOT TRUE AND NOT EXISTS (SELECT 1 FROM trial n
      WHERE n.supersedes_id = t.id))`,
    [athleteId],
  )
  return testFacts(last === null ? [] : await loadSessions(em, { ids: [last] }), n)
}

/** Newest version of each week, newest week first, with how many versions the week has seen. */
export async function planVersions(
  em: EntityManager,
  athleteId: string,
): Promise<(PlanVersion & { number: number })[]> {
  const all = await em.find(PlanVersionEntity, {
    where: { athleteId },
    order: { recordedAt: 'ASC' },
  })
  const weeks = [...new Set(all.map((v) => v.weekStart))].sort().reverse()
  return weeks.map((w) => {
    const own = all.filter((v) => v.weekStart === w)
    return { ...must(own.at(-1)), number: own.length }
  })
}

/** When an athlete's injuries, demands and usual week were last written. */
export type Touched = Partial<Record<'injury' | 'demands' | 'week', Date>>

/** What the stage rules need of plan and floor. */
export function planFacts(
  newest: Pick<PlanVersion, 'weekStart' | 'blocks' | 'recordedAt'> | null,
  { done: doneDays, gone }: Pick<Facts, 'done' | 'gone'>,
  moved: readonly string[],
  touched: Touched,
  today: string,
): Pick<StageFacts, 'plan' | 'floor'> {
  const done = new Set(doneDays)
  const planned = newest
    ? [...new Set(newest.blocks.map((b) => addDays(newest.weekStart, b.day)))]
    : []
  return {
    plan: {
      weekStart: newest?.weekStart ?? null,
      after:
        newest === null
          ? []
          : [
              ...(moved.length > 0 ? (['tests'] as const) : []),
              ...(['injury', 'demands', 'week'] as const).filter(
                (w) => touched[w] !== undefined && touched[w] > newest.recordedAt,
              ),
            ],
      moved,
    },
    floor: {
      missed: planned.filter((d) => d < today && !done.has(d) && !gone.includes(d)).length,
      today: planned.includes(today),
      doneToday: done.has(today),
      last: [...done].sort().at(-1) ?? null,
    },
  }
}

/** What the stage rules need of the tests: counts over all, details from the newest session. */
export function testFacts(
  sessions: readonly SessionView[],
  count = sessions.length,
): StageFacts['tests'] {
  const counted = sessions.filter((s) => s.trials.some((t) => !t.struck))
  const last = counted.at(-1)
  return {
    last: last?.performedOn ?? null,
    unfinished: last !== undefined && last.observations.length === 0 && isUnfinished(last),
    sessions: count,
  }
}

/** Columns of a table as its entity reads them; days are texts. */
const columnsOf = (em: EntityManager, entity: typeof AthleteEntity): string =>
  em.connection
    .getMetadata(entity)
    .columns.map(
      (c) => `"${c.databaseName}"${c.type === 'date' ? '::text' : ''} AS "${c.propertyName}"`,
    )
    .join(', ')

export async function findAthlete(em: EntityManager, id: string): Promise<Athlete | null> {
  const [athlete] = await ask<Athlete>(
    em,
    `SELECT ${columnsOf(em, AthleteEntity)} FROM athlete WHERE id = $1 AND erased_on IS NULL`,
    [id],
  )
  return athlete ?? null
}
