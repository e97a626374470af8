import { HttpProblem, refused } from '../faults/problem'
import { HALL_FORMAT, POINTERS, type HallLine, type Row } from './format'

/**
 * Characters of a file of the first version, at the most: it is one JSON document, and is read as a
 * whole.
 */
const MOST = 80 * 1024 * 1024

/**
 * A file of the first version begins with a brace on a line of its own, or is one line with its
 * tables in it.
 */
export const isFirstVersion = (line: string): boolean =>
  line.trim() === '{' || /^\{\s*"format":.*"version":\s*1\b/.test(line.slice(0, 200))

/** Rows that point at rows of their own table come after them. */
function afterTheirs(rows: readonly Row[]): Row[] {
  const byId = new Map(rows.map((r) => [r['id'], r]))
  const done = new Set<unknown>()
  const list: Row[] = []
  for (const first of rows) {
    // By hand, not by recursion: chains of corrections may be long.
    const stack = [first]
    for (let row = stack.at(-1); row; row = stack.at(-1)) {
      const own = row
      const next = POINTERS.map((k) => byId.get(own[k])).find(
        (x) => x && x !== own && !done.has(x['id']),
      )
      if (next && !stack.includes(next)) {
        stack.push(next)
        continue
      }
      stack.pop()
      if (!done.has(own['id'])) {
        done.add(own['id'])
        list.push(own)
      }
    }
  }
  return list
}

/** The rows of a file of the first version, table by table as they stand in it. */
export async function* firstVersionLines(
  first: string,
  rest: AsyncGenerator<string>,
): AsyncGenerator<HallLine & { length: number }> {
  const lines = [first]
  let length = first.length
  for await (const line of rest) {
    lines.push(line)
    length += line.length + 1
    if (length > MOST)
      throw new HttpProblem(
        413,
        'too-large',
        'A file of the first version may have 80 MB. Export the hall again with this release.',
      )
  }
  let file: { format?: unknown; version?: unknown; tables?: Record<string, Row[]> }
  try {
    file = JSON.parse(lines.join('\n')) as typeof file
  } catch {
    throw refused('file', 'This is not a file of a hall.')
  }
  if (
    file.format !== HALL_FORMAT ||
    file.version !== 1 ||
    typeof file.tables !== 'object' ||
    file.tables === null
  )
    throw refused('file', 'This is not a file of a hall.')
  for (const [table, rows] of Object.entries(file.tables)) {
    if (!Array.isArray(rows)) throw refused('file', `${table} is not a list.`)
    for (const row of afterTheirs(rows)) yield { table, row, length: 1000 }
  }
}
