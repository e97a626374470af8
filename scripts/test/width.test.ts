import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'

const ROOT = new URL('../../', import.meta.url).pathname
const KINDS = ['*.ts', '*.tsx', '*.mjs', '*.css', '*.sh', 'mano']
/** Tables of the catalogue: a row a line. */
const TABLES = /^core\/src\/catalogue\//
const MOST = 100

it('no line is longer than a hundred columns, tables of the catalogue apart', () => {
  const files = execFileSync('git', ['ls-files', ...KINDS], { cwd: ROOT, encoding: 'utf8' })
  const long = files
    .split('\n')
    .filter((file) => file !== '' && !TABLES.test(file))
    .flatMap((file) =>
      readFileSync(ROOT + file, 'utf8')
        .split('\n')
        .flatMap((line, i) =>
          line.length > MOST && [...line].length > MOST ? [`${file}:${i + 1}`] : [],
        ),
    )
  expect(long).toEqual([])
})
