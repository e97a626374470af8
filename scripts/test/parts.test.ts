import { existsSync, readFileSync } from 'node:fs'
import { Linter } from 'eslint'
import ts from 'typescript-eslint'
import { describe, expect, it } from 'vitest'
import { NATIVE_PARTS, parts } from '../parts.mjs'

const ROOT = new URL('../../', import.meta.url).pathname

/** Messages for one planted part in a page. */
function lint(code: string, filename = 'web/src/areas/plan/x.tsx'): string[] {
  const config = [
    {
      files: ['**/*.tsx'],
      languageOptions: { parser: ts.parser, parserOptions: { ecmaFeatures: { jsx: true } } },
    },
    ...parts,
  ] as never
  return new Linter({ configType: 'flat' }).verify(code, config, { filename }).map((m) => m.message)
}

describe('one set of parts', () => {
  it.each([
    '<button onClick={f}>Go</button>',
    '<select><option /></select>',
    '<textarea />',
    '<input value={a} />',
    '<TextInput type="date" />',
    '<Link className="btn" to="/" />',
  ])('%s is refused in a page', (part) => expect(lint(`const a = ${part}`)).toHaveLength(1))

  it.each([
    '<Button>Go</Button>',
    '<NativeSelect />',
    '<DayInput value={d} />',
    '<a href="/">x</a>',
  ])('%s is not', (part) => expect(lint(`const a = ${part}`)).toEqual([]))

  it('lets the browser have its own part only in the files of the decision, which name one', () => {
    const page = readFileSync(`${ROOT}docs/decisions/0025-one-set-of-parts.md`, 'utf8')
    for (const file of NATIVE_PARTS) {
      expect(existsSync(ROOT + file), file).toBe(true)
      expect(readFileSync(ROOT + file, 'utf8'), file).toMatch(/<input\b/)
      expect(lint('const a = <input type="file" />', file)).toEqual([])
      expect(page).toContain(file.split('/').at(-1))
    }
  })
})
