import type { EntityManager } from 'typeorm'
import { safetyFacts } from '@mano/core/safety/facts'
import type {
  ClearanceFact,
  InjuryVersion,
  NoteFact,
  SafetyRecord,
  TestFact,
  SetFact,
} from '@mano/core/safety/record'
import { judgeBy, type Judge } from '@mano/core/safety/judge'
import { ACTED, type SafetyFacts } from '@mano/core/safety/triggers'
import { localDateOf } from '@mano/core/units/dates'
import type { Athlete, Clearance, ExperienceEntry, HealthAnswer, Injury, Observation } from './rows'
import { jsonList, utc } from './sql'
import { stands } from './takenBack'
import type { ReasonView, AlarmView } from '@mano/contract/safety'
import type { DayFlagId } from '@mano/core/catalogue/cautions'
import { must } from '@mano/core/units/must'
import { ask } from './ask'

const iso = (d: Date | string): string => (d instanceof Date ? d : new Date(d)).toISOString()

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
        : { kind: 'pain', hand: must(c.painHand), tissue: must(c.painTissue) },
  on: c.clearedOn,
  recordedAt: iso(c.recordedAt),
  allows: c.allows,
  until: c.until,
})

/** An entry of experience, and who made it. */
export type Experience = Pick<
  ExperienceEntry,
  'quality' | 'family' | 'weeks' | 'origin' | 'enteredOn'
> & {
  by: string | null
}

export interface Kept {
  record: SafetyRecord
  health: HealthAnswer | null
  experience: Experience[]
  clearances: Clearance[]
  /**
   * Flags of the day: as somebody ticked them last, and a heavy pull that the plan of the day puts
   * after the grip work.
   */
  flags: DayFlagId[]
  /** Reasons given for acts of the day. */
  reasons: ReasonView[]
  /** Alarms that wait for an answer, newest first. */
  alarms: AlarmView[]
}

/**
 * Days of sets and tests that are always looked at: half a year, as experience is counted. Back to
 * the first pain of 4 and more where there was one.
 */
const LOOK_BACK_DAYS = 26 * 7 + 6

const OF = 'athlete_id = w.id'
/**
 * Sets between two days, each of the day $2 by itself, earlier ones summed by day, act, hand and
 * place.
 */
const setsOf = (between: string): string =>
  jsonList(`SELECT CASE WHEN l.done_on = $2 THEN l.id::text ELSE '' END AS id,
    l.exercise_id AS "exerciseId", l.hand, l.done_on::text AS "on", max(l.pain) AS pain,
    l.pain_where AS "where", ${utc('max(coalesce(l.device_at, l.recorded_at))')} AS "recordedAt"
     FROM current_set_log l WHERE l.athlete_id = w.id AND l.done_on ${between}
    GROUP BY 1, 2, 3, 4, 6`)
/** Tests between two days, their trials likewise. */
const testsOf = (between: string): string =>
  jsonList(`SELECT t.id, t.protocol_id AS "protocolId", u.kind AS "unitKind", t.variant,
    t.performed_on::text AS "on",
       ${jsonList(`SELECT CASE WHEN t.performed_on = $2 THEN r.id::text ELSE '' END AS id, r.hand,
         max(r.pain) AS pain, r.pain_where AS "where",
         ${utc('max(coalesce(r.device_at, r.recorded_at))')} AS "recordedAt"
          FROM trial r WHERE r.session_id = t.id AND NOT EXISTS (SELECT 1 FROM trial n
         WHERE n.supersedes_id = r.id) GROUP BY 1, 2, 4`)} AS trials
     FROM current_test_session t JOIN implement_unit u ON u.id = t.unit_id WHERE t.athlete_id = w.id
    AND t.performed_on ${between}`)

/** The day itself, and the days before it as they are kept, where nothing came late since. */
const PRESENT = `${setsOf('= $2')} AS sets, ${testsOf('= $2')} AS tests,
  (SELECT p.content FROM athlete_past p WHERE p.athlete_id = w.id AND p.day = $2
    AND NOT EXISTS (SELECT 1 FROM athlete_late x WHERE x.athlete_id = w.id)) AS past`

/**
 * The days before $2: half a year, and back to the first pain of 4 and more. Sets without pain are
 * kept as the days of an exercise and a hand; before such a pain only their weeks are asked for,
 * and a Monday stands for each. A note's day is taken one earlier: that of any zone.
 */
const PAST_STATEMENT = `SELECT w.id,
  ${setsOf('>= s.since AND l.done_on < $2 AND (l.pain > 0 OR l.pain_where IS NOT NULL)')} AS sets,
  ${jsonList(`SELECT l.exercise_id AS "exerciseId", l.hand, json_agg(DISTINCT
      CASE WHEN l.done_on >= s.pain THEN l.done_on
      ELSE l.done_on - extract(isodow FROM l.done_on)::int + 1 END) AS days
    FROM current_set_log l
     WHERE l.athlete_id = w.id AND l.done_on >= s.since AND l.done_on < $2
    AND coalesce(l.pain, 0) = 0 AND l.pain_where IS NULL GROUP BY 1, 2`)} AS painless,
  ${testsOf('>= s.since AND t.performed_on < $2')} AS tests
FROM unnest($1::uuid[]) AS w(id) CROSS JOIN LATERAL (SELECT
  (SELECT min(done_on) FROM set_log WHERE ${OF} AND pain >= ${ACTED}) AS set,
  (SELECT min(t.performed_on) FROM test_session t JOIN trial r ON r.session_id = t.id
  AND r.pain >= ${ACTED} WHERE t.athlete_id = w.id) AS test,
  (SELECT (min(recorded_at) AT TIME ZONE 'UTC')::date - 1 FROM observation WHERE ${OF}
  AND pain >= ${ACTED}) AS note
) a CROSS JOIN LATERAL (SELECT least(a.set, a.test, a.note) AS pain,
  least($2::date - ${LOOK_BACK_DAYS}, a.set, a.test) AS since) s`

/** Everything safety needs of some athletes on a day ($2), one row each. */
const STATEMENT = `SELECT w.id,
  ${jsonList(`SELECT id, site, side, status, since::text AS since, supersedes_id AS "supersedesId",
    struck, ${utc('recorded_at')} AS "recordedAt" FROM injury WHERE ${OF} ORDER BY recorded_at`)} AS
  injuries,
  ${jsonList(`SELECT id, hand, places, pain, symptom, session_id AS "sessionId",
    ${utc('recorded_at')} AS "recordedAt" FROM observation WHERE ${OF} ORDER BY recorded_at`)} AS
  observations,
  ${jsonList(`SELECT id, injury_id AS "injuryId", observation_id AS "observationId",
    health_id AS "healthId", pain_hand AS "painHand", pain_tissue AS "painTissue",
    cleared_by AS "clearedBy", profession, cleared_on::text AS "clearedOn", allows,
    until::text AS until, received, note, ${utc('recorded_at')} AS "recordedAt" FROM clearance
    WHERE ${OF} AND ${stands('clearance')} ORDER BY recorded_at`)} AS clearances,
  (SELECT json_build_object('answeredOn', answered_on::text, 'yes', yes, 'complete', complete)
  FROM health_answer WHERE ${OF} ORDER BY seq DESC LIMIT 1) AS health,
  ${jsonList(`SELECT quality, family, weeks, origin, entered_on::text AS "enteredOn",
    (SELECT a.name FROM account a WHERE a.id = e.actor_id) AS by FROM experience_entry e
    WHERE ${OF} ORDER BY recorded_at DESC, id DESC`)} AS experience,
  ${PRESENT},
  coalesce((SELECT flags FROM day_flag WHERE ${OF} AND held_on = $2
  ORDER BY recorded_at DESC, id DESC LIMIT 1), '[]') AS ticked,
  (SELECT frame -> ($2::date - week_start) ->> 'heavyPull' FROM plan_version WHERE ${OF}
  AND week_start <= $2 AND week_start > $2::date - 7 ORDER BY seq DESC LIMIT 1) AS pull,
  ${jsonList(`SELECT subject, hand, keys, reason FROM gate_reason WHERE ${OF} AND given_on = $2
    ORDER BY recorded_at`)} AS reasons,
  ${jsonList(`SELECT a.id, a.happened_on::text AS "on", a.hand, a.class, a.says FROM alarm a
    WHERE a.athlete_id = w.id AND NOT EXISTS (SELECT 1 FROM alarm_answer r WHERE r.alarm_id = a.id)
    AND NOT EXISTS (SELECT 1 FROM test_import_undo u WHERE u.import_id = a.source_id)
    ORDER BY a.seq DESC`)} AS alarms
FROM unnest($1::uuid[]) AS w(id)`

/** Zone and day of a scene, as the reading of safety asks for them. */
export const sceneDay = ({
  hall,
  today,
}: {
  hall: { timeZone: string }
  today: string
}): { timeZone: string; today: string } => ({ timeZone: hall.timeZone, today })

interface Stored {
  id: string
  injuries: Injury[]
  observations: Observation[]
  clearances: Clearance[]
  health: HealthAnswer | null
  experience: Experience[]
  sets: SetFact[]
  tests: TestFact[]
  past: Past | null
  ticked: DayFlagId[]
  pull: string | null
  reasons: ReasonView[]
  alarms: AlarmView[]
}

interface Past {
  sets: SetFact[]
  painless: { exerciseId: string; hand: SetFact['hand']; days: string[] }[]
  tests: TestFact[]
}

const setsIn = ({ sets, painless }: Past): SetFact[] => [
  ...sets,
  ...painless.flatMap(({ exerciseId, hand, days }) =>
    days.map((on) => ({ id: '', exerciseId, hand, on, recordedAt: on, pain: null, where: null })),
  ),
]

/**
 * Works out the days before a day. `keeps`: for the next look, until something comes late; a mark
 * that comes meanwhile stays.
 */
async function loadPast(
  em: EntityManager,
  ids: readonly string[],
  day: string,
  keeps: boolean,
): Promise<Map<string, Past>> {
  if (ids.length === 0) return new Map()
  const marks = keeps
    ? await ask<{ id: string }>(
        em,
        'SELECT id::text AS id FROM athlete_late WHERE athlete_id = ANY($1)',
        [[...ids]],
      )
    : []
  const rows = await ask<Past & { id: string }>(em, PAST_STATEMENT, [[...ids], day])
  if (keeps) {
    await em.query(
      `INSERT INTO athlete_past (athlete_id, hall_id, day, content)
        SELECT x.id, current_setting('mano.hall')::uuid, $1, x.content
        FROM json_to_recordset($2::json) AS x(id uuid, content json) ORDER BY x.id
       ON CONFLICT (athlete_id) DO UPDATE SET day = excluded.day, content = excluded.content,
        lines = NULL`,
      [day, JSON.stringify(rows.map(({ id, ...content }) => ({ id, content })))],
    )
    if (marks.length > 0)
      await em.query(
        `DELETE FROM athlete_late WHERE id IN (SELECT id FROM athlete_late
          WHERE id = ANY($1::bigint[]) ORDER BY id FOR UPDATE SKIP LOCKED)`,
        [marks.map((m) => m.id)],
      )
  }
  return new Map(rows.map((r) => [r.id, r]))
}

/**
 * What is on record of athletes for safety, up to a day: one statement, where the days before are
 * kept. `today`: the day whose past is kept; for
 * another day it is worked out each time.
 */
export async function loadSafety(
  em: EntityManager,
  athletes: readonly Pick<Athlete, 'id' | 'birthDate' | 'guardian'>[],
  day: string,
  { timeZone, today }: { timeZone: string; today: string },
): Promise<Map<string, Kept>> {
  const rows = await ask<Stored>(em, STATEMENT, [athletes.map((a) => a.id), day])
  const keeps = day === today
  const missing = rows.filter((r) => r.past === null || !keeps).map((r) => r.id)
  const past = await loadPast(em, missing, day, keeps)
  const byId = new Map(rows.map((r) => [r.id, r]))
  return new Map(
    athletes.map((a) => {
      const r = must(byId.get(a.id))
      const before = past.get(a.id) ?? must(r.past)
      const [sets, tests] = [
        [...setsIn(before), ...r.sets],
        [...before.tests, ...r.tests],
      ]
      return [a.id, keptOf(a, { ...r, sets, tests }, timeZone)]
    }),
  )
}

function keptOf(a: Pick<Athlete, 'birthDate' | 'guardian'>, r: Stored, timeZone: string): Kept {
  const roots = rootsOf(r.injuries)
  // One that was entered by mistake never was, through all its versions.
  const mistaken = new Set(r.injuries.flatMap((i) => (i.struck ? [roots.get(i.id)] : [])))
  const superseded = new Set(r.injuries.flatMap((i) => i.supersedesId ?? []))
  const newest = new Map<string, Experience>()
  for (const e of r.experience)
    if (!newest.has(`${e.quality} ${e.family}`)) newest.set(`${e.quality} ${e.family}`, e)
  const entered = [...newest.values()]
  return {
    health: r.health,
    experience: entered,
    clearances: r.clearances,
    flags: [...r.ticked, ...(r.pull === 'after' ? (['heavy_pull_later'] as const) : [])],
    reasons: r.reasons,
    alarms: r.alarms,
    record: {
      birthDate: a.birthDate,
      guardianConsent: a.guardian !== null,
      // Answers from before all questions were asked are old ones: a yes counts, the questions are
      // due.
      health: r.health && {
        on: r.health.complete ? r.health.answeredOn : '2000-01-01',
        yes: r.health.yes,
      },
      injuries: r.injuries
        .filter((i) => !mistaken.has(roots.get(i.id)))
        .map((i): InjuryVersion => ({
          id: i.id,
          rootId: must(roots.get(i.id)),
          site: i.site,
          side: i.side,
          status: i.status,
          since: i.since,
          recordedAt: iso(i.recordedAt),
          current: !superseded.has(i.id),
        })),
      notes: r.observations.map((o): NoteFact => ({
        id: o.id,
        hand: o.hand,
        at: o.places,
        pain: o.pain,
        symptom: o.symptom,
        on: localDateOf(new Date(o.recordedAt), timeZone),
        recordedAt: iso(o.recordedAt),
        testId: o.sessionId,
      })),
      sets: r.sets,
      tests: r.tests,
      clearances: r.clearances.map(clearanceFact),
      experience: entered.map((e) => ({ quality: e.quality, family: e.family, weeks: e.weeks })),
    },
  }
}

interface Scene {
  em: EntityManager
  hall: { timeZone: string }
  today: string
}
/**
 * `before`: only what was noted by then; `without`: the record being judged; `on`: another day than
 * today.
 */
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
  const { record, flags } = must(
    (await loadSafety(em, [athlete], on, { timeZone: hall.timeZone, today })).get(athlete.id),
  )
  return safetyFacts(record, on, { ...asked, flags })
}

/** The judge of an athlete's tests, plan and floor. */
export const judgeFor = async (
  scene: Scene,
  athlete: Athlete,
  moment: Moment = {},
): Promise<Judge> => judgeBy(await factsFor(scene, athlete, moment))
