import { may, type Role } from '@mano/contract/roles'
import type { Response } from 'express'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { v7 } from 'uuid'
import { importHallHead } from '@mano/contract/accounts'
import { UUID } from '@mano/contract/common'
import { csvHead, csvLines } from '@mano/core/units/csv'
import { firstHall, hashPassword, isEmpty, NOT_EMPTY, startSession } from '../accounts/accounts'
import { mustBeStrong } from '../accounts/strong'
import { inHall } from '../db/hall'
import { exportLines } from '../transfer/export'
import { importRows, rowsOf } from '../transfer/import'
import { linesOf } from '../transfer/lines'
import { EXPORT_TABLES } from '@mano/contract/exportTables'
import { tableRows } from '../transfer/tables'
import { writeWorkbook } from '../transfer/workbook'
import { attachment } from '../api/answer'
import { created, type Api, type Asked, type Call, type Reply } from '../api/api'
import { HttpProblem, notFound, refused } from '../faults/problem'
import type { RouteName } from '../api/routes'
import { uncounted } from './shed'

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
export const HALL_TYPE = 'application/x-ndjson'
const nameOf = ({ hall, today }: Call, what: string, ending: string): string =>
  `${hall.name} ${what} ${today}.${ending}`

/** Writes pieces as fast as the other side reads them, one ahead at the most, and no end. */
const send = (res: Response, pieces: AsyncIterable<string | Uint8Array>): Promise<void> =>
  pipeline(Readable.from(pieces, { highWaterMark: 1 }), res, { end: false })

/** A file made in pieces, in a transaction of its own that lasts as long as it is read. */
function file<N extends RouteName>(
  call: Asked<N>,
  type: string,
  name: string,
  pieces: (own: Asked<N>) => AsyncIterable<string | Uint8Array>,
): Reply {
  return {
    status: 200,
    body: null,
    stream: async (_req, res) => {
      uncounted(res)
      res.status(200).set({
        'content-type': type,
        'cache-control': 'no-store, no-transform',
        ...attachment(name),
      })
      try {
        await inHall(call.services.app, call.hall.id, (em) => send(res, pieces({ ...call, em })), {
          long: true,
          snapshot: true,
        })
        res.end()
      } catch (error) {
        // Half a file must not look like a whole one.
        res.destroy(error instanceof Error ? error : undefined)
      }
    },
  }
}

export function mountExports(api: Api): void {
  api.on('GET /api/export/hall', (call) =>
    Promise.resolve(
      file(call, HALL_TYPE, nameOf(call, 'everything', 'jsonl'), ({ em }) => exportLines(em)),
    ),
  )

  api.on('GET /api/export/table', (call) => {
    const table = EXPORT_TABLES.find((t) => t.id === call.query.name)
    if (!table) throw notFound('table')
    return Promise.resolve(
      file(
        call,
        'text/csv; charset=utf-8',
        nameOf(call, table.name.toLowerCase(), 'csv'),
        async function* (own) {
          yield csvHead(table.columns.map((c) => c.id))
          for await (const rows of tableRows(table, own)) yield csvLines(rows)
        },
      ),
    )
  })

  api.on('GET /api/export/workbook', (call) =>
    Promise.resolve(file(call, XLSX, nameOf(call, 'tables', 'xlsx'), (own) => writeWorkbook(own))),
  )

  // A hall's file makes an empty installation that hall again. Its first line names a coach of the
  // file, and that coach's new password.
  api.open('POST /api/installation/file', async ({ app, clock }, req) => {
    if (!(await isEmpty(app))) throw NOT_EMPTY
    if (!req.is(HALL_TYPE))
      throw new HttpProblem(
        415,
        'not-lines',
        `Send ${HALL_TYPE}: a line with the sign-in, then the file.`,
      )
    const lines = linesOf(
      (req as Readable).iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>,
    )
    const { login, password } = await headOf((await lines.next()).value as string | undefined)
    mustBeStrong(password, { login, name: '' })
    const [own, unknown] = [await hashPassword(password), await hashPassword(v7())]
    const rows = rowsOf(lines)
    const first = await rows.next()
    const hallId = first.done || first.value.table !== 'hall' ? null : first.value.row['id']
    if (first.done || typeof hallId !== 'string' || !UUID.test(hallId))
      throw refused('file', 'A file holds one hall, and it comes first.')
    const begun = (async function* () {
      yield first.value
      yield* rows
    })()
    let coachId: string | null = null
    await inHall(
      app,
      hallId,
      async (em) => {
        await firstHall(em)
        await importRows(em, app, hallId, begun, (a) => {
          const is = a['login'] === login && may(a['role'] as Role, 'coach') && !a['leftOn']
          if (is) coachId = String(a['id'])
          return is ? own : unknown
        })
        if (coachId === null)
          throw refused('login', `No coach of this file signs in as "${login}".`)
        // A file of before there were owners: who brings it in is.
        await em.query(
          `UPDATE account SET role = 'owner' WHERE id = $1 AND NOT EXISTS (SELECT 1 FROM account
            WHERE role = 'owner' AND left_on IS NULL)`,
          [coachId],
        )
      },
      { long: true },
    )
    await startSession(req, String(coachId), hallId, clock())
    return created({ id: coachId })
  })
}

async function headOf(line: string | undefined): Promise<{ login: string; password: string }> {
  let given: unknown
  try {
    given = JSON.parse(line ?? '')
  } catch {
    throw refused('file', 'This is not a file of a hall.')
  }
  return importHallHead.validate(given, { abortEarly: false })
}
