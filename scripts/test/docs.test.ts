import { EXPORT_TABLES } from '@mano/contract/exportTables'
import { CALCULATORS } from '@mano/core/catalogue/calculators'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { exercisesCsv, staplesCsv } from '../../core/src/formats/lists'
import { safetyPage } from '../../core/src/safety/page'
import { SET_COLUMNS } from '../../core/src/session/importSets'
import { TRIAL_COLUMNS } from '../../core/src/testing/import'

const page = readFileSync(new URL('../../docs/import.md', import.meta.url), 'utf8')
const rows = [...TRIAL_COLUMNS, ...SET_COLUMNS].map(
  (c) => `| ${c.id} | ${c.needed ? 'needed' : ''} | ${c.says} |`,
)

describe('the page about importing', () => {
  it('has the columns the readers know, in its words and order, and no other', () => {
    expect(page.split('\n').filter((l) => /^\| [a-z_]+ \| (needed)? \|/.test(l))).toEqual(rows)
  })
})

// Written anew by `vitest -u`: the page is the data.
it('the page about cautions says what the data say', async () => {
  await expect(safetyPage()).toMatchFileSnapshot('../../docs/safety.md')
})

it('the lists of exercises and of what coaches put first are written from the data', async () => {
  await expect(exercisesCsv()).toMatchFileSnapshot('../../docs/formats/exercises.csv')
  await expect(staplesCsv()).toMatchFileSnapshot('../../docs/formats/staples.csv')
})

it('docs/bench.md has a row for every calculator, as the bench says it', () => {
  const bench = readFileSync(new URL('../../docs/bench.md', import.meta.url), 'utf8')
  for (const c of CALCULATORS) expect(bench).toContain(`| ${c.name} | ${c.answers} ${c.how} |`)
})

it('docs/formats.md has every table that is given out, with its columns', () => {
  const formats = readFileSync(new URL('../../docs/formats.md', import.meta.url), 'utf8')
  const columns = (t: (typeof EXPORT_TABLES)[number]): string =>
    t.columns.map((c) => (c.says ? `${c.id} (${c.says})` : c.id)).join(', ')
  const lines = EXPORT_TABLES.map((t) => `| ${t.name} | ${columns(t)} |`)
  const [, section = ''] = formats.split('## Tables')
  expect(section.split('\n').filter((l) => /^\| [A-Z]/.test(l))).toEqual(lines)
})
