import type { EntityManager, EntityMetadata } from 'typeorm'
import { columnsOf, HALL_FORMAT, HALL_VERSION, pointersOf, tablesOf, type Row } from './format'
import { ask, askOne } from '../db/ask'

/** Rows of one look at the database; those with force records one by one. */
const PIECE = 500
const LARGE = new Set(['trial_trace'])
/** Bytes of a picture that are in memory at once: a multiple of three, so that base64 joins. */
const SLICE = 3 * 256 * 1024

const out = (v: unknown): unknown => (v instanceof Date ? v.toISOString() : v)
const bytesOf = (m: EntityMetadata) => columnsOf(m).find((c) => c.type === 'bytea')

/**
 * Rows in the order they were written where that is numbered; else each after the row it points at.
 */
function ordered(m: EntityMetadata, numbered: boolean): string {
  const list = columnsOf(m)
    .map(
      (c) =>
        (c.type === 'bytea'
          ? `octet_length(t.${c.databaseName})`
          : `t.${c.databaseName}${c.type === 'date' ? '::text' : ''}`) +
        ' ' +
        `AS "${c.propertyName}"`,
    )
    .join(', ')
  if (numbered) return `SELECT ${list} FROM ${m.tableName} t ORDER BY t.seq`
  const pointers = pointersOf(m).map((c) => c.databaseName)
  if (pointers.length === 0) return `SELECT ${list} FROM ${m.tableName} t ORDER BY t.id`
  const first = pointers.map((p) => `(${p} IS NULL OR ${p} = id)`).join(' AND ')
  return `WITH RECURSIVE deep AS (
      SELECT id, 0 AS n FROM ${m.tableName} WHERE ${first}
      UNION SELECT t.id, d.n + 1 FROM ${m.tableName} t
    JOIN deep d ON (${pointers.map((p) => `t.${p} = d.id`).join(' OR ')}) AND t.id <> d.id
    ), last AS (SELECT id, max(n) AS n FROM deep GROUP BY id)
    SELECT ${list} FROM ${m.tableName} t JOIN last USING (id) ORDER BY last.n, t.id`
}

const lineOf = (m: EntityMetadata, row: Row): string =>
  JSON.stringify({
    table: m.tableName,
    row: Object.fromEntries(Object.entries(row).map(([k, v]) => [k, out(v)])),
  })

/** The line of a row with bytes, slice by slice; the row says how many there are. */
async function* withBytes(
  em: EntityManager,
  m: EntityMetadata,
  row: Row,
  { propertyName, databaseName }: { propertyName: string; databaseName: string },
): AsyncGenerator<string> {
  const { [propertyName]: size, ...rest } = row
  if (size === null) {
    yield `${lineOf(m, row)}\n`
    return
  }
  yield `${lineOf(m, rest).slice(0, -2)},"${propertyName}":"`
  for (let at = 1; at <= Number(size); at += SLICE) {
    const { part } = await askOne<{ part: string }>(
      em,
      `SELECT translate(encode(substring(${databaseName}
        FROM $2 FOR ${SLICE}), 'base64'), E'\\n', '') AS part FROM ${m.tableName} WHERE id = $1`,
      [row['id'], at],
    )
    yield part
  }
  yield '"}}\n'
}

/**
 * Everything of the hall the transaction is in, line by line, in an order that says the same of the
 * same hall: never more than a piece of it is in memory.
 */
export async function* exportLines(em: EntityManager): AsyncGenerator<string> {
  const numbered = new Set(
    (
      await ask<{ t: string }>(
        em,
        `SELECT table_name AS t FROM information_schema.columns WHERE column_name = 'seq'
          AND table_schema = 'public'`,
      )
    ).map((r) => r.t),
  )
  let rows = 0
  yield `${JSON.stringify({ format: HALL_FORMAT, version: HALL_VERSION })}\n`
  for (const m of tablesOf(em.connection)) {
    await em.query(
      `DECLARE hall_rows NO SCROLL CURSOR FOR ${ordered(m, numbered.has(m.tableName))}`,
    )
    for (;;) {
      const piece = await ask<Row>(em, `FETCH ${LARGE.has(m.tableName) ? 1 : PIECE} FROM hall_rows`)
      if (piece.length === 0) break
      rows += piece.length
      const bytes = bytesOf(m)
      if (bytes) for (const row of piece) yield* withBytes(em, m, row, bytes)
      else yield piece.map((row) => `${lineOf(m, row)}\n`).join('')
    }
    await em.query('CLOSE hall_rows')
  }
  yield `${JSON.stringify({ end: rows })}\n`
}
