import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { textsOf } from '../texts.mjs'
import { wordProblem } from '../words.mjs'

const ROOT = join(import.meta.dirname, '../..')
/** Read by machines, or the words that others search by. */
const SKIPPED = /migrations\/|core\/src\/calc\/|src\/prove|everydayWords\.ts$/

const sources = (dir: string): string[] =>
  readdirSync(join(ROOT, dir), { withFileTypes: true, recursive: true })
    .filter((f) => f.isFile() && /\.tsx?$/.test(f.name))
    .map((f) => join(f.parentPath, f.name))
    .filter((f) => !SKIPPED.test(f))

describe('the words of the screens, the errors and the reports', () => {
  it.each(['web/src', 'core/src', 'contract/src', 'server/src'])('%s', (dir) => {
    const wrong = sources(dir).flatMap((file) =>
      textsOf(file, readFileSync(file, 'utf8')).flatMap((t) => {
        const problem = wordProblem(t.text)
        return problem ? [`${file.slice(ROOT.length + 1)}:${t.line} ${problem}: ${t.text}`] : []
      }),
    )
    expect(wrong).toEqual([])
  })

  it('no button that sends a form says Cancel', () => {
    const wrong = sources('web/src').filter((file) =>
      /type="submit"[^<]*>\s*Cancel\s*</.test(readFileSync(file, 'utf8')),
    )
    expect(wrong).toEqual([])
  })

  it('sees a word that is not said, in a string, a template and a page', () => {
    const source =
      "const a = 'Up to eight tries a hand'\nconst b = `Order ${a} of it anew`\nconst c " +
      "= <p>A safety rule: not added.</p>\nconst d = 'One trial a hand'"
    expect(textsOf('a.tsx', source).map((t) => [t.line, wordProblem(t.text) === null])).toEqual([
      [1, false],
      [2, false],
      [3, false],
      [4, true],
    ])
  })
})
