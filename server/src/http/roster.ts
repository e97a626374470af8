import { holds } from '@mano/contract/roles'
import type { AthleteName, RosterPage, RosterRow } from '@mano/contract/athletes'
import { In, type DataSource } from 'typeorm'
import { AthleteEntity } from '../db/entities'
import type { Asked, Call } from '../api/api'
import { needOf, rosterRows } from './rosterRows'
import { clockOf, dueIn, TODAY_UNDER, waitsForCoach } from '@mano/core/stages/day'
import { inHall } from '../db/hall'

/** Rows brought up to date in one piece: what a first look of the day finds. */
const PIECE = 100

/**
 * Brings the kept rows up to date: those of another day, those that are missing, and those whose
 * athlete was marked by a write since. The marks are
 * claimed first: who comes at the same moment waits for the rows instead of working them out again.
 * A mark that comes meanwhile stays for the next look.
 */
export async function freshen({
  em,
  hall,
  today,
}: Pick<Call, 'em' | 'hall' | 'today'>): Promise<number> {
  const claim = async (): Promise<{ id: string; missing: boolean }[]> =>
    (await em.query(
      `WITH gone AS (DELETE FROM athlete_mark WHERE id IN (SELECT id FROM athlete_mark ORDER BY id FOR UPDATE) RETURNING athlete_id)
       SELECT athlete_id AS id, false AS missing FROM gone UNION SELECT a.id, true FROM athlete a LEFT JOIN roster_row r ON r.athlete_id = a.id AND r.day = $1 WHERE r.athlete_id IS NULL AND a.archived_on IS NULL`,
      [today],
    )) as { id: string; missing: boolean }[]
  let claimed = await claim()
  // The first look of a day is one's: the others wait for it, and look again.
  if (claimed.some((c) => c.missing)) {
    await em.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 7004))', [hall.id])
    claimed = [...claimed.filter((c) => !c.missing), ...(await claim())]
  }
  const ids = [...new Set(claimed.map((c) => c.id))].sort()
  for (let i = 0; i < ids.length; i += PIECE) {
    const found = await em.find(AthleteEntity, { where: { id: In(ids.slice(i, i + PIECE)) } })
    const athletes = found.filter((a) => a.archivedOn === null)
    const away = found.filter((a) => a.archivedOn !== null).map((a) => a.id)
    if (away.length > 0) await em.query('DELETE FROM roster_row WHERE athlete_id = ANY($1)', [away])
    const rows = await rosterRows(em, hall, athletes, today)
    await em.query(
      `INSERT INTO roster_row (athlete_id, hall_id, day, name, sport, need, clock, due, waits, content)
       SELECT x.id, $1, $2, x.name, x.sport, x.need, x.clock, x.due, x.waits, x.content FROM json_to_recordset($3::json) AS x(id uuid, name text, sport text, need integer, clock integer, due integer, waits boolean, content json) ORDER BY x.id
       ON CONFLICT (athlete_id) DO UPDATE SET day = excluded.day, name = excluded.name, sport = excluded.sport, need = excluded.need, clock = excluded.clock, due = excluded.due, waits = excluded.waits, content = excluded.content`,
      [
        hall.id,
        today,
        JSON.stringify(
          rows.map((r) => ({
            id: r.id,
            name: r.name,
            sport: r.sportName ?? '',
            need: needOf(r),
            clock: clockOf(r.day, today),
            due: dueIn(r.day, today),
            waits: waitsForCoach(r.call, r.day),
            content: r,
          })),
        ),
      ],
    )
  }
  return ids.length
}

/**
 * Fresh rows under way, and the ones asked for meanwhile, by hall and day: who asks while one runs
 * shares the next, which begins after they asked.
 */
interface UnderWay {
  running: Promise<unknown>
  next: Promise<unknown> | null
}
const underWay = new WeakMap<DataSource, Map<string, UnderWay>>()

/**
 * Waits until the kept rows hold what was written before now; by a connection of its own, so
 * whoever waits holds none.
 */
export function freshened({
  services,
  hall,
  today,
}: Pick<Call, 'services' | 'hall' | 'today'>): Promise<unknown> {
  const halls = underWay.get(services.app) ?? new Map<string, UnderWay>()
  underWay.set(services.app, halls)
  const key = `${hall.id} ${today}`
  const begin = (): Promise<unknown> => {
    const running = inHall(services.app, hall.id, (em) => freshen({ em, hall, today }))
    const own: UnderWay = { running, next: null }
    halls.set(key, own)
    void running
      .catch(() => undefined)
      .then(() => {
        if (halls.get(key) === own && own.next === null) halls.delete(key)
      })
    return running
  }
  const now = halls.get(key)
  if (!now) return begin()
  now.next ??= now.running.catch(() => undefined).then(begin)
  return now.next
}

/** The keys a page goes by, in its order. */
const ORDER = { clock: 'clock', need: 'need', name: `''::text`, sport: 'sport' } as const
const NUMBERED: readonly string[] = [ORDER.clock, ORDER.need]
const PAGE_MOST = 100
/** Decisions told at once: the first of them stand open, the rest are there when asked for. */
const DECISIONS_MOST = 12

/**
 * One page of the roster after a row, in an order; what is needed over all of it. Answers on health
 * are the coaches' alone.
 */
export async function rosterPage(call: Asked<'GET /api/athletes'>): Promise<string> {
  const { sort, find, after, most = PAGE_MOST } = call.query
  const by = ORDER[sort ?? 'clock']
  const seen = after ? (JSON.parse(after) as [string | number, string, string]) : null
  const [page] = (await call.em.query(
    `WITH page AS (
       SELECT content, ${by} AS k, name, athlete_id FROM roster_row
       WHERE ($1::text IS NULL OR name ILIKE $1 OR sport ILIKE $1) ${seen ? `AND (${by}, name, athlete_id) > ($3${NUMBERED.includes(by) ? '::integer' : '::text'}, $4, $5)` : ''}
       ORDER BY k, name, athlete_id LIMIT $2
     )
     SELECT coalesce(json_agg(content ORDER BY k, name, athlete_id), '[]')::text AS rows, count(*)::int AS n,
       (SELECT json_build_array(k, name, athlete_id)::text FROM page ORDER BY k DESC, name DESC, athlete_id DESC LIMIT 1) AS last,
       (SELECT json_build_object('act', count(*) FILTER (WHERE need < 2), 'due', count(*) FILTER (WHERE need IN (2, 3)), 'none', count(*) FILTER (WHERE need = 4), 'all', count(*), 'waits', count(*) FILTER (WHERE waits), 'today', count(*) FILTER (WHERE clock < ${TODAY_UNDER}))::text FROM roster_row) AS needs,
       ${seen ? `'[]'` : `(SELECT coalesce(json_agg(content ORDER BY due / 1440, need, due, name, athlete_id), '[]')::text FROM (SELECT * FROM roster_row WHERE waits ORDER BY due / 1440, need, due, name, athlete_id LIMIT ${DECISIONS_MOST}) d)`} AS decisions
     FROM page`,
    [find ? `%${find.replace(/[\\%_]/g, '\\$&')}%` : null, most, ...(seen ?? [])],
  )) as [{ rows: string; n: number; last: string | null; needs: string; decisions: string }]
  const next = page.n === most ? page.last : null
  const shown = (rows: string): string =>
    holds(call.right, 'coach')
      ? rows
      : JSON.stringify(withoutHealth(JSON.parse(rows) as RosterPage['rows']))
  return `{"rows":${shown(page.rows)},"decisions":${shown(page.decisions)},"next":${JSON.stringify(next)},"needs":${page.needs}}`
}

const withoutHealth = <R extends Pick<RosterRow, 'cautions'>>(rows: readonly R[]): R[] =>
  rows.map((r) => ({ ...r, cautions: r.cautions.filter((c) => !c.health) }))

/** Everybody, by name: who trains today, and what stands. */
export async function rosterNames(call: Call): Promise<AthleteName[]> {
  const rows = (await call.em.query(
    `SELECT athlete_id AS id, name, nullif(sport, '') AS "sportName", content -> 'cautions' AS cautions, need = 0 AS alarm,
       content -> 'day' ->> 'group' = 'today' AND (content -> 'day' ->> 'done')::boolean IS FALSE AS today,
       (SELECT nullif(count(*), 0)::int FROM json_array_elements(content -> 'day' -> 'week') w WHERE w ->> 'state' = 'missed') AS missed
     FROM roster_row ORDER BY name, athlete_id`,
  )) as AthleteName[]
  return holds(call.right, 'coach') ? rows : withoutHealth(rows)
}
