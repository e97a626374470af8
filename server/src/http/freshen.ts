import { clockOf, dueIn, waitsForCoach } from '@mano/core/stages/day'
import { In, type DataSource, type EntityManager } from 'typeorm'
import type { Call, WorkOut } from '../api/api'
import { AthleteEntity } from '../db/entities'
import { inHall } from '../db/hall'
import { needOf, rosterRows } from './rosterRows'
import { ask, askOne } from '../db/ask'

/** Rows brought up to date in one piece: what a first look of the day finds. */
const PIECE = 100
/**
 * Athletes with marks taken at once: whoever writes to one of them meanwhile may wait until their
 * rows are done.
 */
const MARKED = 8

/**
 * Brings the kept rows up to date: those of another day, those that are missing, and those whose
 * athlete was marked by a write since. The marks are
 * claimed first: who comes at the same moment waits for the rows instead of working them out again.
 * A mark that comes meanwhile stays for the next look.
 */
async function freshen(
  { em, hall, today }: Pick<Call, 'em' | 'hall' | 'today'>,
  upTo: string | null,
): Promise<number> {
  const claim = async (): Promise<{ id: string; missing: boolean }[]> =>
    await ask<{ id: string; missing: boolean }>(
      em,
      `WITH first AS (SELECT athlete_id FROM athlete_mark WHERE id <= $2::bigint
         GROUP BY athlete_id
         ORDER BY min(id) LIMIT ${MARKED}),
       missing AS (SELECT a.id FROM athlete a
         LEFT JOIN roster_row r ON r.athlete_id = a.id AND r.day = $1
         WHERE r.athlete_id IS NULL AND a.archived_on IS NULL),
       gone AS (DELETE FROM athlete_mark WHERE id IN (SELECT id FROM athlete_mark
         WHERE athlete_id IN (SELECT athlete_id FROM first UNION SELECT id FROM missing)
         ORDER BY id FOR UPDATE)
         RETURNING athlete_id)
       SELECT athlete_id AS id, false AS missing FROM gone UNION SELECT id, true FROM missing`,
      [today, upTo],
    )
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
      `INSERT INTO roster_row (athlete_id, hall_id, day, name, sport, need, clock, due, waits,
        content)
       SELECT x.id, $1, $2, x.name, x.sport, x.need, x.clock, x.due, x.waits, x.content
        FROM json_to_recordset($3::json) AS x(id uuid, name text, sport text, need integer,
        clock integer, due integer, waits boolean, content json) ORDER BY x.id
       ON CONFLICT (athlete_id) DO UPDATE SET day = excluded.day, name = excluded.name,
        sport = excluded.sport, need = excluded.need, clock = excluded.clock, due = excluded.due,
        waits = excluded.waits, content = excluded.content`,
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

const newestMark = async (em: EntityManager): Promise<string | null> =>
  (await askOne<{ id: string | null }>(em, 'SELECT max(id)::text AS id FROM athlete_mark')).id

/** Works the kept rows of a hall out, in transactions of their own. */
export const rowsIn =
  (app: DataSource): WorkOut =>
  async (hall, today) => {
    /** The newest mark that stands now: what comes meanwhile is for the next time. */
    let upTo: string | null = null
    const some = () =>
      inHall(
        app,
        hall.id,
        async (em) => {
          upTo ??= await newestMark(em)
          return freshen({ em, hall, today }, upTo)
        },
        { derived: true },
      )
    // Until fewer are left than are taken at once.
    while ((await some()) >= MARKED);
  }

/** What is under way in a hall on a day. */
interface Upkeep {
  running: Promise<unknown> | null
  /** Begins when that ends: who asks meanwhile shares it, for it begins after they asked. */
  next: Promise<unknown> | null
  /** When the last one began, ms. */
  began: number
  timer: NodeJS.Timeout | null
  /** The rows of the day are there: a page may show them while newer ones are worked out. */
  there: boolean
}
type Scene = Pick<Call, 'services' | 'hall' | 'today'>
const upkeeps = new WeakMap<DataSource, Map<string, Upkeep>>()
function upkeepOf({ services, hall, today }: Scene): Upkeep {
  const halls = upkeeps.get(services.app) ?? new Map<string, Upkeep>()
  upkeeps.set(services.app, halls)
  const key = `${hall.id} ${today}`
  const there = halls.get(key)
  if (there) return there
  // Other days are over.
  for (const k of halls.keys()) if (k.startsWith(hall.id)) halls.delete(k)
  const own = { running: null, next: null, began: 0, timer: null, there: false }
  halls.set(key, own)
  return own
}

/**
 * Waits until the kept rows hold what was written before now; by a connection of its own, so
 * whoever waits holds none.
 */
export function freshened(scene: Scene): Promise<unknown> {
  const own = upkeepOf(scene)
  const begin = (): Promise<unknown> => {
    own.began = Date.now()
    const { services, hall, today } = scene
    const running = (services.upkeep ?? rowsIn(services.app))(hall, today)
    own.running = running
    void running.then(
      () => {
        own.there = true
        if (own.running === running) own.running = null
      },
      () => {
        if (own.running === running) own.running = null
      },
    )
    return running
  }
  if (!own.running) return begin()
  own.next ??= own.running
    .catch(() => undefined)
    .then(() => {
      own.next = null
      return begin()
    })
  return own.next
}

/** Between two beginnings in the background, ms: what is written meanwhile goes together. */
const APART_MS = 1000

/**
 * After a write: the rows are worked out in the background, so that a page that comes later finds
 * them. Where the server does not keep up by itself, as in tests, pages wait for them.
 */
export function keepUp(scene: Scene): void {
  if (!scene.services.upkeep) return
  const own = upkeepOf(scene)
  own.timer ??= setTimeout(
    () => {
      own.timer = null
      freshened(scene).catch(() => undefined)
    },
    Math.max(0, own.began + APART_MS - Date.now()),
  ).unref()
}

/** Whether the rows of the day are there, so that a page waits for nothing. */
export const isThere = (scene: Scene): boolean =>
  scene.services.upkeep !== undefined && upkeepOf(scene).there

/**
 * Waits for the first rows of a day. After that a page shows the last there are and says that newer
 * ones are being worked out: who asks ten times a second would wait for them at every third look.
 */
export async function nearlyFresh(scene: Scene): Promise<void> {
  if (!isThere(scene)) await freshened(scene)
}
