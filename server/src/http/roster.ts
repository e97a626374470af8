import { holds } from '@mano/contract/roles'
import type { AthleteName, RosterPage, RosterRow } from '@mano/contract/athletes'
import type { DataSource } from 'typeorm'
import { readAhead } from '../api/ahead'
import type { Packed } from '../api/answer'
import type { Asked, Look, Services } from '../api/api'
import { isThere, keepUp } from './freshen'
import { TODAY_UNDER } from '@mano/core/stages/day'
import { readInHall } from '../db/hall'
import type { Hall } from '../db/rows'
import { localDateOf } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'
import { parsed } from '@mano/core/units/parse'

/** The keys a page goes by, in its order. */
const ORDER = { clock: 'clock', need: 'need', name: `''::text`, sport: 'sport' } as const
const NUMBERED: readonly string[] = [ORDER.clock, ORDER.need]
const PAGE_MOST = 100
/** Decisions told at once: the first of them stand open, the rest are there when asked for. */
const DECISIONS_MOST = 12

/** Pages a server keeps as it told them, of each database. */
const KEPT = 32

/** A page as it was told, and of what state of the rows; packed by whether rows are behind. */
interface Told {
  state: string
  says: string
  packed: Record<'behind' | 'fresh', Packed>
}
const told = new WeakMap<DataSource, Map<string, Told>>()

interface Found {
  /** Of all rows, by the transactions that wrote them: any change of any row is another. */
  state: string
  behind: boolean
  /** The rest is null where the state is the one that was told. */
  rows: string | null
  n: number
  last: string | null
  needs: string
  decisions: string
}

/**
 * One page of the roster after a row, in an order; what is needed over all of it. Answers on health
 * are the coaches' alone. It is asked far more often than a row changes: where none did since it
 * was told, the database says only that.
 */
export async function rosterPage(
  call: Asked<'GET /api/athletes', Look>,
): Promise<{ body: string; packed: Packed }> {
  const { app } = call.services
  const { sort, find, after, most = PAGE_MOST } = call.query
  const coach = holds(call.right, 'coach')
  const pages = told.get(app) ?? new Map<string, Told>()
  told.set(app, pages)
  const key = JSON.stringify([call.hall.id, coach, sort, find, after, most])
  const by = ORDER[sort ?? 'clock']
  const seen = after ? parsed<[string | number, string, string]>(after) : null
  const { services, hall } = call
  const { before, found } = await readAhead(
    call.req,
    `${call.today} ${key}`,
    reading(app, hall.id, () => pages.get(key), pageOf(by, seen !== null), [
      find ? `%${find.replace(/[\\%_]/g, '\\$&')}%` : null,
      most,
      ...(seen ?? []),
    ]),
    thereIn(services, hall),
  )
  if (found.behind) call.after.push(() => keepUp(call))
  const page = found.rows === null ? must(before) : tell(found, coach, most)
  pages.delete(key)
  pages.set(key, page)
  if (pages.size > KEPT) pages.delete(must(pages.keys().next().value))
  return {
    body: `${page.says}"behind":${found.behind}}`,
    packed: page.packed[found.behind ? 'behind' : 'fresh'],
  }
}

/** Made apart from the request, which it outlives. */
const reading =
  (
    app: DataSource,
    hallId: string,
    last: () => Told | undefined,
    sql: string,
    values: readonly (string | number | null)[],
  ) =>
  async () => {
    const before = last()
    const found = await readInHall<Found>(app, hallId, sql, [before?.state ?? null, ...values])
    return { before, found: must(found[0]) }
  }
const thereIn = (services: Services, hall: Hall) => () =>
  isThere({ services, hall, today: localDateOf(services.clock(), hall.timeZone) })

function tell(found: Found, coach: boolean, most: number): Told {
  const shown = (rows: string): string =>
    coach ? rows : JSON.stringify(withoutHealth(parsed<RosterPage['rows']>(rows)))
  const next = found.n === most ? found.last : null
  return {
    state: found.state,
    says:
      `{"rows":${shown(must(found.rows))},"decisions":${shown(found.decisions)},"next":` +
      `${JSON.stringify(next)},"needs":${found.needs},`,
    packed: { behind: {}, fresh: {} },
  }
}

const pageOf = (by: string, seen: boolean): string => {
  const unlessTold = (sql: string): string => `CASE WHEN now = $1::text THEN NULL ELSE (${sql}) END`
  return `WITH state AS MATERIALIZED (
       SELECT count(*) || ' ' || coalesce(sum(hashtextextended(athlete_id || ' ' || xmin, 0)), 0)
        AS now FROM roster_row
     ), page AS (
       SELECT content, ${by} AS k, name, athlete_id FROM roster_row
       WHERE ($2::text IS NULL OR name ILIKE $2 OR sport ILIKE $2) ${
         seen
           ? `AND (${by}, name,
         athlete_id) > ($4${NUMBERED.includes(by) ? '::integer' : '::text'}, $5, $6)`
           : ''
       }
       ORDER BY k, name, athlete_id LIMIT $3
     )
     SELECT now AS state, EXISTS (SELECT 1 FROM athlete_mark) AS behind,
       ${unlessTold(
         `SELECT coalesce(json_agg(content ORDER BY k, name, athlete_id), '[]')::text FROM page`,
       )} AS rows,
       ${unlessTold('SELECT count(*)::int FROM page')} AS n,
       ${unlessTold(`SELECT json_build_array(k, name, athlete_id)::text FROM page
      ORDER BY k DESC, name DESC, athlete_id DESC LIMIT 1`)} AS last,
       ${unlessTold(`SELECT json_build_object('act', count(*) FILTER (WHERE need < 2), 'due',
      count(*) FILTER (WHERE need IN (2, 3)), 'none', count(*) FILTER (WHERE need = 4), 'all',
      count(*), 'waits', count(*) FILTER (WHERE waits), 'today',
      count(*) FILTER (WHERE clock < ${TODAY_UNDER}))::text FROM roster_row`)} AS needs,
       ${unlessTold(
         seen
           ? `SELECT '[]'`
           : `SELECT coalesce(json_agg(content
         ORDER BY due / 1440, need, due, name, athlete_id), '[]')::text FROM (SELECT *
         FROM roster_row WHERE waits ORDER BY due / 1440, need, due, name, athlete_id
         LIMIT ${DECISIONS_MOST}) d`,
       )} AS decisions
     FROM state`
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
