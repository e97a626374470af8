import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Client } from 'pg'
import { v7 } from 'uuid'
import type { LargeHall } from './hall'
import type { Served } from './served'
import { must } from '@mano/core/units/must'

export interface Slow {
  ms: number
  calls: number
  text: string
  plan: string
}

const WATCHED = 'pg_stat_statements'

/** Whether the cluster counts its statements. */
export async function countsStatements(admin: string, database: string): Promise<boolean> {
  return asAdmin(admin, database, async (q) => {
    try {
      await q.query(`CREATE EXTENSION IF NOT EXISTS ${WATCHED}`)
      await q.query(`SELECT ${WATCHED}_reset()`)
      return true
    } catch {
      return false
    }
  })
}

async function asAdmin<T>(
  admin: string,
  database: string,
  work: (q: Client) => Promise<T>,
): Promise<T> {
  const url = new URL(admin)
  url.pathname = `/${database}`
  const q = new Client({ connectionString: url.href })
  await q.connect()
  try {
    return await work(q)
  } finally {
    await q.end()
  }
}

const ours = `JOIN pg_roles r ON r.oid = s.userid WHERE r.rolname = 'mano_app'
  AND s.query NOT LIKE '%pgboss%'`
const calls = (admin: string, database: string) =>
  asAdmin(admin, database, async (q) =>
    Number(
      must(
        (
          await q.query<{ n: string }>(
            `SELECT coalesce(sum(s.calls), 0) AS n FROM ${WATCHED} s ${ours}`,
          )
        ).rows[0],
      ).n,
    ),
  )

/** A page is asked so many times: what the thread of jobs asks beside one is not that page's. */
const ASKED_TIMES = 3

/**
 * Statements of one request of each kind, sign-in and transaction included, as the database counted
 * them; of a page the least of three.
 */
export async function statementsOf(
  admin: string,
  database: string,
  served: Served,
  hall: LargeHall,
  today: string,
): Promise<[string, number][]> {
  const a = `/api/athletes/${must(hall.athletes[7])}`
  const list: [string, string, string, unknown?][] = [
    [
      'a set, with the rows of the roster that are worked out after it',
      'POST',
      `${a}/logs`,
      {
        id: v7(),
        planVersionId: must(hall.plans[7]),
        blockId: null,
        exerciseId: 'wrist_curl',
        hand: 'left',
        set: 1,
        load: 20,
        loadUnit: 'kg',
        seconds: null,
        reps: 12,
        ended: 'done',
        effort: 6,
        pain: 0,
        painWhere: null,
        deviceAt: null,
        supersedesId: null,
      },
    ],
    [
      'a trial, the same',
      'POST',
      `/api/tests/${must(hall.sessions[7])}/trials`,
      {
        id: v7(),
        hand: 'left',
        ordinal: 50,
        enteredValue: 41,
        enteredUnit: 'kg',
        pain: 0,
        painWhere: null,
        deviceAt: null,
      },
    ],
    ['the roster', 'GET', '/api/athletes?most=60'],
    ["an athlete's page", 'GET', a],
    ["an athlete's tests", 'GET', `${a}/tests`],
    ['a review', 'GET', `${a}/review?from=2026-07-01&to=${today}`],
    [
      'what to buy for a place (advice)',
      'GET',
      '/api/places/' +
        must(((await (await served.ask('GET', '/api/places')).json()) as { id: string }[])[0]).id +
        '/advice',
    ],
  ]
  const out: [string, number][] = []
  for (const [name, method, path, body] of list) {
    const counts: number[] = []
    while (counts.length < (method === 'GET' ? ASKED_TIMES : 1)) {
      const before = await calls(admin, database)
      const r = await served.ask(method, path, body)
      await r.arrayBuffer()
      if (!r.ok) throw new Error(`${name}: ${r.status}`)
      // The session is written after the answer.
      await new Promise((resolve) => setTimeout(resolve, 150))
      counts.push((await calls(admin, database)) - before)
    }
    out.push([name, Math.min(...counts)])
  }
  return out
}

/** The statements that took longest in all, with their plans. */
export function slowest(admin: string, database: string, most: number): Promise<Slow[]> {
  return asAdmin(admin, database, async (q) => {
    const { rows } = await q.query<{ query: string; mean: number; calls: string }>(
      `SELECT s.query, s.mean_exec_time AS mean, s.calls FROM ${WATCHED} s ${ours}
        AND s.query ~* '^\\s*(SELECT|WITH|INSERT|UPDATE|DELETE)' AND s.calls > 3
        ORDER BY s.total_exec_time DESC LIMIT ${most}`,
    )
    const [{ dir }] = (await q.query(`SELECT current_setting('data_directory') AS dir`)).rows as [
      { dir: string },
    ]
    const plans = plansIn(readFileSync(join(dir, 'server.log'), 'utf8'))
    return rows.map((r) => ({
      ms: r.mean,
      calls: Number(r.calls),
      text: r.query.replace(/\s+/g, ' '),
      plan: plans.get(shapeOf(r.query)) ?? 'none of its plans was among those that were noted',
    }))
  })
}

/** A statement without its values: as the counter has it, and as the log has it. */
export const shapeOf = (query: string): string =>
  query
    .replace(/'(?:[^']|'')*'/g, '?')
    .replace(/\$\d+/g, '?')
    .replace(/\b\d+(?:\.\d+)?\b/g, '?')
    .replace(/\b(?:true|false|null)\b/gi, '?')
    .replace(/\s+/g, ' ')
    .trim()

/**
 * The plans auto_explain wrote into a log, by the shape of their statement; of several the last.
 * An entry's further lines begin with a tab.
 */
export function plansIn(log: string): Map<string, string> {
  const plans = new Map<string, string>()
  for (const [, entry] of log.matchAll(/ plan:\n\tQuery Text: ((?:.*\n)(?:\t.*\n)*)/g)) {
    const lines = must(entry)
      .split('\n')
      .map((l) => l.replace(/^\t/, ''))
    const at = lines.findIndex((l) => /^\s*\S.*\(cost=[\d.]+\.\.[\d.]+ rows=/.test(l))
    if (at > 0)
      plans.set(shapeOf(lines.slice(0, at).join('\n')), lines.slice(at).join('\n').trimEnd())
  }
  return plans
}
