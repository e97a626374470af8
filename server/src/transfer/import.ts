import type { DataSource, EntityManager, EntityMetadata } from 'typeorm'
import { insertRows } from '../db/bulk'
import { refused } from '../faults/problem'
import { HALL_FORMAT, HALL_VERSION, RowReader, type HallLine, type Row } from './format'
import { firstVersionLines, isFirstVersion } from './first'

const PIECE = 500
const PIECE_CHARACTERS = 8 * 1024 * 1024

const wrong = (says: string): never => {
  throw refused('file', says)
}
const parsed = (line: string): Row => {
  let value: unknown
  try {
    value = JSON.parse(line)
  } catch {
    return wrong('This is not a file of a hall.')
  }
  return typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Row)
    : wrong('This is not a file of a hall.')
}

/**
 * Rows of a file of either version, each with the length of its line; the end of the file says how
 * many there were.
 */
export async function* rowsOf(
  lines: AsyncGenerator<string>,
): AsyncGenerator<HallLine & { length: number }> {
  const first = await lines.next()
  if (first.done) return wrong('This is not a file of a hall.')
  if (isFirstVersion(first.value)) {
    for await (const row of firstVersionLines(first.value, lines)) yield row
    return
  }
  const head = parsed(first.value)
  if (head['format'] !== HALL_FORMAT) wrong('This is not a file of a hall.')
  if (head['version'] !== HALL_VERSION)
    wrong(
      `This file is of version ${String(head['version'])}; this installation reads ` +
        `version ${HALL_VERSION} and the ones before.`,
    )
  let rows = 0
  for await (const text of lines) {
    const line = parsed(text)
    if ('end' in line) {
      if (line['end'] !== rows)
        wrong(`This file says it has ${String(line['end'])} rows, and has ${rows}.`)
      return
    }
    rows++
    yield { table: String(line['table']), row: line['row'] as Row, length: text.length }
  }
  wrong('This file ends in the middle: a part of it is missing.')
}

/**
 * Puts the rows of a file into the hall the transaction is in: the first thing wrong ends it, and
 * the transaction with it. `secret` gives what the file leaves out for an account.
 */
export async function importRows(
  em: EntityManager,
  app: DataSource,
  hallId: string,
  rows: AsyncIterable<HallLine & { length: number }>,
  secret: (account: Row) => string,
): Promise<number> {
  const reader = new RowReader(app, hallId)
  let table: EntityMetadata | null = null
  let piece: Row[] = []
  let characters = 0
  let n = 0
  const flush = async () => {
    if (table && piece.length > 0) await insertRows(em, table, piece)
    n += piece.length
    piece = []
    characters = 0
  }
  for await (const line of rows) {
    const { m, row } = reader.read(line)
    if (m !== table) await flush()
    table = m
    piece.push(m.tableName === 'account' ? { ...row, passwordHash: secret(row) } : row)
    characters += line.length
    // At once: a picture is not kept until the next one is read.
    if (piece.length >= PIECE || characters > PIECE_CHARACTERS) await flush()
  }
  await flush()
  return n
}
