import { describe, expect, it } from 'vitest'
import { readCsv } from '@mano/core/units/csv'
import { guessMapping, type SheetMapping } from '@mano/core/testing/mapping'
import { must } from '@mano/core/units/must'
import { datesOf, meaningOf, openQuestions, withMeaning } from '../src/areas/imports/meanings'
import { withEntry } from '../src/areas/imports/Words'

/** Columns by the name the sheet is read with. */
const [LEFT, RIGHT] = ['grip_left', 'grip_right']
const SHEET = [
  'who;when;grip left;grip right;remark',
  'Noor Fairbrass;8/10/2026;36,5;41,0;tired',
  'Dov Hartigan;15/10/2026;51,0;;',
].join('\n')

function sheet() {
  const table = readCsv(SHEET)
  if (!table.ok) throw new Error('the sheet is not read')
  const { mapping } = guessMapping(table, [{ name: 'Noor Fairbrass' }, { name: 'Dov Hartigan' }])
  return { table, columns: table.columns, mapping }
}
const means = (m: SheetMapping, columns: readonly string[]) =>
  columns.map((c) => `${c}: ${meaningOf(m, c)}`)

describe('what the columns of a sheet mean', () => {
  it('a meaning goes from one column to another: it is one column’s alone', () => {
    const { mapping, columns } = sheet()
    const [who, when] = [must(columns[0]), must(columns[1])]
    const first = withMeaning(mapping, columns, who, 'athlete')
    const turned = withMeaning(first, columns, when, 'athlete')
    expect(meaningOf(turned, when)).toBe('athlete')
    expect(meaningOf(turned, who)).toBe('')
  })
  it('results stay in the order of the sheet, however they were said', () => {
    const { mapping, columns } = sheet()
    const bare: SheetMapping = { ...mapping, columns: {}, results: [] }
    const right = withMeaning(bare, columns, RIGHT, 'result')
    const both = withMeaning(right, columns, LEFT, 'result')
    expect(both.results.map((r) => r.column)).toEqual([LEFT, RIGHT])
    expect(both.results.every((r) => r.protocolId === null && r.hand === null)).toBe(true)
  })
  it('a column that is left out, or means something else, is no result any more', () => {
    const { mapping, columns } = sheet()
    const one = withMeaning(mapping, columns, LEFT, 'result')
    expect(meaningOf(withMeaning(one, columns, LEFT, ''), LEFT)).toBe('')
    const pain = withMeaning(one, columns, LEFT, 'pain')
    expect(pain.results.some((r) => r.column === LEFT)).toBe(false)
    expect(pain.columns['pain']).toBe(LEFT)
  })
  it('changing one column leaves the others as they were', () => {
    const { mapping, columns } = sheet()
    const before = means(mapping, columns)
    const after = means(withMeaning(mapping, columns, 'remark', 'pain'), columns)
    expect(after.filter((x, i) => x !== before[i])).toEqual(['remark: pain'])
  })
  it('what is open is said until it is answered', () => {
    const { mapping } = sheet()
    const bare: SheetMapping = { ...mapping, columns: {}, results: [], fixed: {} }
    expect(openQuestions(bare).length).toBeGreaterThan(0)
  })
  it('dates are those of the column that means the day, the empty ones left out', () => {
    const { table, columns, mapping } = sheet()
    const dated = withMeaning(mapping, columns, 'when', 'date')
    expect(datesOf(table, dated)).toEqual(['8/10/2026', '15/10/2026'])
    expect(datesOf(table, withMeaning(dated, columns, 'when', ''))).toEqual([])
  })
})

it('an entry is set, changed and, empty, taken out', () => {
  expect(withEntry({ a: '1' }, 'b', '2')).toEqual({ a: '1', b: '2' })
  expect(withEntry({ a: '1' }, 'a', '2')).toEqual({ a: '2' })
  expect(withEntry({ a: '1', b: '2' }, 'a', '')).toEqual({ b: '2' })
})
