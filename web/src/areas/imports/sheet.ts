import { readCsv, writeCsv, type CsvTable } from '@mano/core/units/csv'

export interface Sheet {
  fileName: string
  text: string
  table: CsvTable
}

const two = (n: number): string => String(n).padStart(2, '0')
const asText = (cell: unknown): string =>
  cell instanceof Date
    ? `${cell.getUTCFullYear()}-${two(cell.getUTCMonth() + 1)}-${two(cell.getUTCDate())}`
    : cell === null || cell === undefined
      ? ''
      : typeof cell === 'string' || typeof cell === 'number' || typeof cell === 'boolean'
        ? String(cell)
        : ''

/**
 * A coach's file as text of comma-separated lines: CSV as it is, the first sheet of a workbook
 * turned into it.
 */
export async function readSheetFile(file: File): Promise<Sheet> {
  if (!/\.xlsx$/i.test(file.name))
    return { fileName: file.name, text: await file.text(), table: readCsv(await file.text()) }
  const { readSheet } = await import('read-excel-file/browser')
  const rows = await readSheet(file)
  const head = rows.findIndex((r) => r.filter((c) => c !== null && c !== '').length > 1)
  const [columns, ...data] = rows.slice(Math.max(0, head)).map((r) => r.map(asText))
  const text = writeCsv(
    columns ?? [],
    data.filter((r) => r.some((c) => c !== '')),
  )
  return { fileName: file.name, text, table: readCsv(text) }
}
