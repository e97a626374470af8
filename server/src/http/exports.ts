import writeXlsx from 'write-excel-file/node'
import { v7 } from 'uuid'
import { importHallBody } from '@mano/contract/accounts'
import { writeCsv } from '@mano/core/formats/csv'
import { hashPassword, isEmpty, startSession } from '../accounts/accounts'
import { inHall } from '../db/hall'
import { exportHall, importHall, readHallFile } from '../transfer/file'
import { tableOf, TABLES, type TableId } from '../transfer/tables'
import { bodyOf, created, type Api, type Call } from './api'
import { HttpProblem, notFound, refused } from './problem'

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
const nameOf = ({ hall, today }: Call, what: string, ending: string): string => `${hall.name} ${what} ${today}.${ending}`

export function mountExports(api: Api): void {
  api.on('GET /api/export/hall', async (call) => ({ status: 200, type: 'application/json', fileName: nameOf(call, 'everything', 'json'), body: JSON.stringify(await exportHall(call.em), null, 1) }))

  api.on('GET /api/export/table', async (call) => {
    const table = TABLES.find((t) => t.id === call.req.query['name'])
    if (!table) throw notFound('table')
    const { columns, rows } = await tableOf(table.id, call)
    return { status: 200, type: 'text/csv', fileName: nameOf(call, table.name.toLowerCase(), 'csv'), body: writeCsv(columns.map((c) => c.id), rows) }
  })

  // Cells are typed texts and numbers: a spreadsheet runs none of them.
  api.on('GET /api/export/workbook', async (call) => {
    const sheets = []
    for (const t of TABLES) {
      const { columns, rows } = await tableOf(t.id as TableId, call)
      sheets.push({ sheet: t.name, stickyRowsCount: 1, columns: columns.map((c) => ({ width: Math.max(10, c.id.length + 3) })), data: [columns.map((c) => ({ value: c.id, type: String, fontWeight: 'bold' as const })), ...rows.map((r) => r.map((v) => (v === '' ? null : typeof v === 'number' ? { value: v, type: Number } : { value: v, type: String })))] })
    }
    return { status: 200, type: XLSX, fileName: nameOf(call, 'tables', 'xlsx'), body: await writeXlsx(sheets).toBuffer() }
  })

  // A hall's file makes an empty installation that hall again.
  api.open('POST /api/installation/file', async ({ app }, req) => {
    const body = await bodyOf(importHallBody, { req })
    if (!(await isEmpty(app))) throw new HttpProblem(409, 'not-empty', 'This installation has a hall already.')
    const { file, hallId } = readHallFile(app, body.file)
    const coach = file.tables['account']?.find((a) => a['login'] === body.login && a['role'] === 'coach')
    if (!coach) throw refused('login', `No coach of this file signs in as "${body.login}".`)
    const [own, unknown] = [await hashPassword(body.password), await hashPassword(v7())]
    await inHall(app, hallId, (em) => importHall(em, file, (a) => Promise.resolve(a === coach ? own : unknown)))
    await startSession(req, String(coach['id']), hallId)
    return created({ id: coach['id'] })
  })
}
