import { holds } from '@mano/contract/roles'
import type { AthleteName, RosterPage, RosterRow } from '@mano/contract/athletes'
import type { Asked, Look } from '../api/api'
import { keepUp } from './freshen'
import { TODAY_UNDER } from '@mano/core/stages/day'
import { readInHall } from '../db/hall'
import { must } from '@mano/core/units/must'
import { parsed } from '@mano/core/units/parse'

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
export async function rosterPage(call: Asked<'GET /api/athletes', Look>): Promise<string> {
  const { sort, find, after, most = PAGE_MOST } = call.query
  const by = ORDER[sort ?? 'clock']
  const seen = after ? parsed<[string | number, string, string]>(after) : null
  const [found] = await readInHall<{
    rows: string
    n: number
    last: string | null
    needs: string
    decisions: string
    behind: boolean
  }>(
    call.services.app,
    call.hall.id,
    `WITH page AS (
       SELECT content, ${by} AS k, name, athlete_id FROM roster_row
       WHERE ($1::text IS NULL OR name ILIKE $1 OR sport ILIKE $1) ${
         seen
           ? `AND (${by}, name,
         athlete_id) > ($3${NUMBERED.includes(by) ? '::integer' : '::text'}, $4, $5)`
           : ''
       }
       ORDER BY k, name, athlete_id LIMIT $2
     )
     SELECT coalesce(json_agg(content ORDER BY k, name, athlete_id), '[]')::text AS rows,
      count(*)::int AS n,
       (SELECT json_build_array(k, name, athlete_id)::text FROM page
      ORDER BY k DESC, name DESC, athlete_id DESC LIMIT 1) AS last,
       (SELECT json_build_object('act', count(*) FILTER (WHERE need < 2), 'due',
      count(*) FILTER (WHERE need IN (2, 3)), 'none', count(*) FILTER (WHERE need = 4), 'all',
      count(*), 'waits', count(*) FILTER (WHERE waits), 'today',
      count(*) FILTER (WHERE clock < ${TODAY_UNDER}))::text FROM roster_row) AS needs,
       EXISTS (SELECT 1 FROM athlete_mark) AS behind,
       ${
         seen
           ? `'[]'`
           : `(SELECT coalesce(json_agg(content
         ORDER BY due / 1440, need, due, name, athlete_id), '[]')::text FROM (SELECT *
         FROM roster_row WHERE waits ORDER BY due / 1440, need, due, name, athlete_id
         LIMIT ${DECISIONS_MOST}) d)`
       } AS decisions
     FROM page`,
    [find ? `%${find.replace(/[\\%_]/g, '\\$&')}%` : null, most, ...(seen ?? [])],
  )
  const page = must(found)
  const next = page.n === most ? page.last : null
  if (page.behind) call.after.push(() => keepUp(call))
  const shown = (rows: string): string =>
    holds(call.right, 'coach')
      ? rows
      : JSON.stringify(withoutHealth(parsed<RosterPage['rows']>(rows)))
  return (
    `{"rows":${shown(page.rows)},"decisions":${shown(page.decisions)},"next":` +
    `${JSON.stringify(next)},"needs":${page.needs},"behind":${page.behind}}`
  )
}

const withoutHealth = <R extends Pick<RosterRow, 'cautions'>>(rows: readonly R[]): R[] =>
  rows.map((r) => ({ ...r, cautions: r.cautions.filter((c) => !c.health) }))

/** Everybody, by name: who trains today, and what stands. */
export async function rosterNames(call: Look): Promise<AthleteName[]> {
  const rows = await readInHall<AthleteName>(
    call.services.app,
    call.hall.id,
    `SELECT athlete_id AS id, name, nullif(sport, '') AS "sportName",
      content -> 'cautions' AS cautions, need = 0 AS alarm,
       content -> 'day' ->> 'group' = 'today'
      AND (content -> 'day' ->> 'done')::boolean IS FALSE AS today,
       (SELECT nullif(count(*), 0)::int FROM json_array_elements(content -> 'day' -> 'week') w
      WHERE w ->> 'state' = 'missed') AS missed
     FROM roster_row ORDER BY name, athlete_id`,
  )
  return holds(call.right, 'coach') ? rows : withoutHealth(rows)
}
