import { strToU8, Zip, ZipDeflate } from 'fflate'
import type { EntityManager } from 'typeorm'
import type { Hall } from '../db/rows'
import { EXPORT_TABLES } from '@mano/contract/exportTables'
import { tableRows, type Cell } from './tables'

/** Rows a worksheet holds (ECMA-376, 18.3.1.73): what is more goes on a further sheet. */
const SHEET_ROWS = 1_048_576
/** Characters a cell of text holds. */
const CELL_MOST = 32_767

const NS = 'http://schemas.openxmlformats.org'
const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n'
// oxlint-disable-next-line no-control-regex -- XML 1.0 has none of these
const NO_XML = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g
const escaped = (text: string): string =>
  text
    .slice(0, CELL_MOST)
    .replace(NO_XML, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')

const DAY = /^\d{4}-\d{2}-\d{2}$/
/**
 * Days since the last of 1899, as workbooks count them (ECMA-376 part 1, 18.17.4.1: the 1900 date
 * system).
 */
const serial = (day: string): number =>
  Math.round(Date.parse(`${day}T00:00:00Z`) / 86_400_000) + 25_569

/** Cells are typed texts, numbers and dates: a spreadsheet runs none of them. */
const cell = (v: Cell, at: string, style = ''): string =>
  v === ''
    ? ''
    : typeof v === 'number'
      ? `<c r="${at}"><v>${v}</v></c>`
      : DAY.test(v) && v >= '1900-03-01'
        ? `<c r="${at}" s="2"><v>${serial(v)}</v></c>`
        : `<c r="${at}" t="inlineStr"${style}><is><t ` +
          `xml:space="preserve">${escaped(v)}</t></is></c>`
/** A, B, ... Z, AA: no table here has more than 700 columns. */
const letters = (i: number): string =>
  (i < 26 ? '' : String.fromCharCode(64 + Math.floor(i / 26))) + String.fromCharCode(65 + (i % 26))
const row = (cells: readonly Cell[], n: number, style = ''): string =>
  `<row r="${n}">${cells.map((v, i) => cell(v, `${letters(i)}${n}`, style)).join('')}</row>`

const sheetHead = (columns: readonly string[]): string =>
  `${HEAD}<worksheet xmlns="${NS}/spreadsheetml/2006/main"><sheetViews><sheetView ` +
  'workbookViewId="0"><pane ySplit="1" topLeftCell="A2" ' +
  'state="frozen"/></sheetView></sheetViews><cols>' +
  columns
    .map(
      (c, i) =>
        `<col min="${i + 1}" max="${i + 1}" ` +
        `width="${Math.max(10, c.length + 3)}" customWidth="1"/>`,
    )
    .join('') +
  `</cols><sheetData>${row(columns, 1, ' s="1"')}`
const MAIN = 'application/vnd.openxmlformats-officedocument.spreadsheetml'
const SHEET_FOOT = '</sheetData></worksheet>'

/** The parts that name the sheets; ECMA-376 part 1, the least a reader needs. */
const frame = (sheets: readonly string[]): [string, string][] => [
  [
    '[Content_Types].xml',
    `${HEAD}<Types xmlns="${NS}/package/2006/content-types"><Default Extension="rels" ` +
      'ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default ' +
      'Extension="xml" ContentType="application/xml"/><Override ' +
      'PartName="/xl/workbook.xml" ' +
      `ContentType="${MAIN}.sheet.main+xml"/><Override ` +
      'PartName="/xl/styles.xml" ' +
      `ContentType="${MAIN}.styles+xml"/>` +
      sheets
        .map(
          (_, i) =>
            `<Override PartName="/xl/worksheets/sheet${i + 1}.xml" ` +
            `ContentType="${MAIN}.worksheet+xml"/>`,
        )
        .join('') +
      '</Types>',
  ],
  [
    '_rels/.rels',
    `${HEAD}<Relationships xmlns="${NS}/package/2006/relationships"><Relationship ` +
      `Id="rId1" Type="${NS}/officeDocument/2006/relationships/officeDocument" ` +
      'Target="xl/workbook.xml"/></Relationships>',
  ],
  [
    'xl/workbook.xml',
    `${HEAD}<workbook xmlns="${NS}/spreadsheetml/2006/main" ` +
      `xmlns:r="${NS}/officeDocument/2006/relationships"><sheets>` +
      sheets
        .map((name, i) => `<sheet name="${escaped(name)}" sheetId="${i + 1}" r:id="rId${i + 1}"/>`)
        .join('') +
      '</sheets></workbook>',
  ],
  [
    'xl/_rels/workbook.xml.rels',
    `${HEAD}<Relationships ` +
      `xmlns="${NS}/package/2006/relationships">` +
      sheets
        .map(
          (_, i) =>
            `<Relationship Id="rId${i + 1}" ` +
            `Type="${NS}/officeDocument/2006/relationships/worksheet" ` +
            `Target="worksheets/sheet${i + 1}.xml"/>`,
        )
        .join('') +
      '<Relationship ' +
      `Id="rId${sheets.length + 1}" Type="${NS}/officeDocument/2006/relationships/styles" ` +
      'Target="styles.xml"/></Relationships>',
  ],
  [
    'xl/styles.xml',
    `${HEAD}<styleSheet xmlns="${NS}/spreadsheetml/2006/main"><fonts count="2"><font><sz ` +
      'val="11"/><name val="Calibri"/></font><font><b/><sz val="11"/><name ' +
      'val="Calibri"/></font></fonts><fills count="2"><fill><patternFill ' +
      'patternType="none"/></fill><fill><patternFill ' +
      'patternType="gray125"/></fill></fills><borders ' +
      'count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs><cellXfs ' +
      'count="3"><xf xfId="0"/><xf xfId="0" fontId="1" applyFont="1"/><xf xfId="0" ' +
      'numFmtId="14" applyNumberFormat="1"/></cellXfs></styleSheet>',
  ],
]

/** All tables as one XLSX, written as it is made: no more than one athlete's rows are in memory. */
export async function* writeWorkbook(asked: {
  em: EntityManager
  hall: Hall
}): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = []
  const zip = new Zip((error, piece) => {
    if (error) throw error
    ready.push(piece)
  })
  const open = (name: string): ZipDeflate => {
    const part = new ZipDeflate(name, { level: 4 })
    zip.add(part)
    return part
  }
  const take = function* (): Generator<Uint8Array> {
    const now = ready
    ready = []
    yield* now
  }
  const names: string[] = []
  for (const t of EXPORT_TABLES) {
    const columns = t.columns.map((c) => c.id)
    let rows = 0
    const begin = (): ZipDeflate => {
      names.push(rows === 0 ? t.name : `${t.name} ${Math.floor(rows / (SHEET_ROWS - 1)) + 1}`)
      const p = open(`xl/worksheets/sheet${names.length}.xml`)
      p.push(strToU8(sheetHead(columns)))
      return p
    }
    let part = begin()
    for await (const piece of tableRows(t, asked)) {
      for (let i = 0; i < piece.length;) {
        const fit = Math.min(piece.length - i, SHEET_ROWS - 1 - (rows % (SHEET_ROWS - 1)))
        if (rows > 0 && rows % (SHEET_ROWS - 1) === 0) {
          part.push(strToU8(SHEET_FOOT), true)
          part = begin()
        }
        part.push(
          strToU8(
            piece
              .slice(i, i + fit)
              .map((r, k) => row(r, 2 + (rows % (SHEET_ROWS - 1)) + k))
              .join(''),
          ),
        )
        rows += fit
        i += fit
      }
      yield* take()
    }
    part.push(strToU8(SHEET_FOOT), true)
  }
  for (const [name, text] of frame(names)) open(name).push(strToU8(text), true)
  zip.end()
  yield* take()
}
