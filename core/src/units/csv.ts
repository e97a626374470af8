import Papa from 'papaparse'

export interface CsvRow {
  /** Line in the file the row starts on, header = 1. */
  line: number
  cells: Readonly<Record<string, string>>
}

export type CsvTable =
  | { ok: true; columns: string[]; rows: CsvRow[] }
  | { ok: false; line: number; message: string }

/**
 * Reads a CSV with a header line: comma, semicolon or tab; quotes; a byte order mark is passed
 * over; empty lines are
 * skipped but counted. Column names are lower-cased, spaces to underscores. Refuses a row with more
 * cells than columns.
 */
export function readCsv(text: string): CsvTable {
  const body = text.replace(/^\uFEFF/, '')
  const parsed = Papa.parse<string[]>(body, {
    delimiter: guessDelimiter(body),
    skipEmptyLines: false,
  })
  const [header, ...data] = parsed.data
  if (!header || header.every((c) => c.trim() === ''))
    return { ok: false, line: 1, message: 'The first line must name the columns.' }
  const columns = header.map((c) => c.trim().toLowerCase().replace(/\s+/g, '_'))
  const twice = columns.find((c, i) => c !== '' && columns.indexOf(c) !== i)
  if (twice) return { ok: false, line: 1, message: `The column "${twice}" is there twice.` }
  const rows: CsvRow[] = []
  let line = 1 + newlines(header)
  for (const cells of data) {
    line += 1
    const start = line
    line += newlines(cells)
    if (cells.every((c) => c.trim() === '')) continue
    if (cells.length > columns.length)
      return {
        ok: false,
        line: start,
        message:
          `Line ${start} has ${cells.length} cells for ${columns.length} columns. A ` +
          'decimal comma needs semicolons between columns, or quotes.',
      }
    rows.push({
      line: start,
      cells: Object.fromEntries(columns.map((c, i) => [c, (cells[i] ?? '').trim()])),
    })
  }
  return { ok: true, columns, rows }
}

/**
 * Writes rows by papaparse's rules (RFC 4180 quoting, CRLF); cells a spreadsheet could run as a
 * formula are escaped.
 */
export const writeCsv = (
  columns: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string =>
  Papa.unparse({ fields: [...columns], data: rows.map((r) => [...r]) }, { escapeFormulae: true })

/** The same in pieces: the line that names the columns, then rows, each with its end. */
export const csvHead = (columns: readonly string[]): string => `${Papa.unparse([[...columns]])}\r\n`
export const csvLines = (rows: readonly (readonly (string | number)[])[]): string =>
  rows.length === 0
    ? ''
    : `${Papa.unparse(
        rows.map((r) => [...r]),
        { escapeFormulae: true },
      )}\r\n`

const newlines = (cells: readonly string[]): number =>
  cells.reduce((n, c) => n + (c.match(/\r\n|\r|\n/g)?.length ?? 0), 0)

/** The mark the header line uses most. */
function guessDelimiter(text: string): string {
  const header = text.split(/\r\n|\r|\n/, 1)[0] ?? ''
  return [';', '\t', ','].reduce((best, d) =>
    header.split(d).length > header.split(best).length ? d : best,
  )
}
