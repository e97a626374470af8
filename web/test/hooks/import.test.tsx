import { act } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { headerKey } from '@mano/core/testing/mapping'
import { useImport } from '../../src/areas/imports/useImport'
import { queryClient } from '../../src/base/api'
import { afterwards, onPage, server, until } from './page'

const NAMES = [
  { id: 'a', name: 'Noor Halloran' },
  { id: 'b', name: 'Dov Hartigan' },
]
afterEach(afterwards)

describe('a file that is read', () => {
  const OURS =
    'athlete,date,protocol,trial,hand,value,unit\r\n' +
    'Noor Halloran,2026-09-01,dyno_seated,1,left,41,kg\r\n'
  const THEIRS = 'Name,Date,Left kg,Right kg\r\nNoor Halloran,01/09/2026,41,43\r\n'
  const done = () => ({
    ...{ id: 'j', state: 'done' },
    result: { ok: true, of: 'trials', problems: [], lines: 1, trials: 1 },
  })
  const reading = (mappings: object[] = []) => {
    const s = server({
      'GET /api/athletes/names': NAMES,
      'GET /api/imports/mappings': mappings,
      'POST /api/imports': { id: 'j' },
      'GET /api/jobs/j': done,
    })
    return { ...s, page: onPage(useImport) }
  }
  const take = (page: ReturnType<typeof reading>['page'], text: string, name = 'x.csv') =>
    act(() => page.now().take(new File([text], name)))
  const posts = (sent: ReturnType<typeof reading>['sent']) =>
    sent.filter((s) => s.what === 'POST /api/imports').map((s) => s.body as Record<string, unknown>)

  it('of another form waits for what its columns mean; nothing is sent before', async () => {
    const { page, sent } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    expect(page.now().chosen?.mapping?.columns).toMatchObject({ athlete: 'name', date: 'date' })
    expect(posts(sent)).toEqual([])
    expect(page.now().report).toBeNull()
  })

  it('of our own form is tried as soon as it is chosen', async () => {
    const { page, sent } = reading()
    await take(page, OURS)
    await until(() => page.now().report !== null)
    expect(posts(sent)).toMatchObject([{ dryRun: true, mapping: null, fileName: 'x.csv' }])
  })

  it('is tried first, and saved only when the coach says so, under the same number', async () => {
    const { page, sent } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    act(() => page.now().tryOut(page.now().chosen!))
    await until(() => page.now().report !== null)
    expect(page.now().saved).toBe(false)
    await act(() => page.now().keep())
    await until(() => page.now().saved && page.now().chosen === null)
    const [first, second] = posts(sent)
    expect([first!['dryRun'], second!['dryRun']]).toEqual([true, false])
    expect(second!['id']).toBe(first!['id'])
  })

  it('a sheet seen before is read as it was said then', async () => {
    const { page } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    const { mapping, sheet } = page.now().chosen!
    page.unmount()
    queryClient.clear()
    const again = reading([
      {
        headerKey: headerKey(sheet.table.ok ? sheet.table.columns : []),
        mapping: { ...mapping!, names: { Nour: 'Noor Halloran', Gone: 'Nobody Now' } },
      },
    ])
    await take(again.page, THEIRS)
    await until(() => again.page.now().chosen !== null)
    expect(again.page.now().chosen!.remembered).toBe(true)
    expect(again.page.now().chosen!.mapping!.names).toMatchObject({ Nour: 'Noor Halloran' })
  })

  it('a line dealt with is tried anew with the rest, and leaving begins a new number', async () => {
    const { page, sent } = reading()
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    act(() => page.now().tryOut(page.now().chosen!))
    await until(() => page.now().report !== null)
    act(() => void page.now().deal({ without: [2] }))
    await until(() => posts(sent).length === 2 && page.now().report !== null)
    expect(posts(sent)[1]).toMatchObject({ lines: { without: [2] }, id: posts(sent)[0]!['id'] })
    act(() => page.now().leave())
    expect([page.now().chosen, page.now().report]).toEqual([null, null])
    await take(page, THEIRS)
    await until(() => page.now().chosen !== null)
    act(() => page.now().tryOut(page.now().chosen!))
    await until(() => posts(sent).length === 3)
    expect(posts(sent)[2]!['id']).not.toBe(posts(sent)[0]!['id'])
  })

  it('what is no sheet is said by name', async () => {
    const { page } = reading()
    await take(page, 'not a workbook', 'results.xlsx')
    await until(() => page.now().unreadable !== '')
    expect(page.now().unreadable).toBe(
      'results.xlsx could not be read as a sheet. Save it as CSV and try again.',
    )
    expect(page.now().chosen).toBeNull()
  })
})
