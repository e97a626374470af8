import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { NATIVE_PARTS } from '../parts.mjs'
import { lintPlanted } from './planted'

const ROOT = new URL('../../', import.meta.url).pathname

/** What lint says of each part, planted in a page of its own. */
function refused(parts: string[]): string[][] {
  const page = (part: string) => {
    const own = /<([A-Z]\w+)/.exec(part)?.[1]
    return `${own ? `import { ${own} } from './own'\n` : ''}export const a = ${part}`
  }
  const pages = parts.map((part, i) => [`web/src/areas/plan/x${i}.tsx`, page(part)])
  return Object.values(lintPlanted(Object.fromEntries(pages) as Record<string, string>))
}

describe('one set of parts', () => {
  it('what Mantine has is refused in a page, and the browser’s date, and a button’s class', () => {
    const said = refused([
      '<button hidden>Go</button>',
      '<select><option /></select>',
      '<textarea />',
      '<input hidden />',
      '<TextInput type="date" />',
      '<Link className="btn" to="/" />',
    ])
    const mantine = ['Mantine has this part: decision 0025.']
    expect(said.slice(0, 4)).toEqual([mantine, mantine, mantine, mantine])
    expect(said[4]).toEqual(['Days are typed and picked in a DayInput: decision 0025.'])
    expect(said[5]).toEqual(['A button is a Button: decision 0025.'])
  })

  it('Mantine’s own parts and a link are not', () =>
    expect(
      refused(['<Button>Go</Button>', '<Choice />', '<DayInput hidden />', '<a href="/">x</a>']),
    ).toEqual([[], [], [], []]))

  it('a list of choices is ours, which opens at once, and no other', () => {
    const planted = lintPlanted({
      'web/src/areas/plan/x.tsx':
        "import { NativeSelect, Select } from '@mantine/core'\n" +
        'export const a = [<NativeSelect key="1" />, <Select key="2" />]',
    })
    const said = 'Lists are base/Select, base/Choice: decision 0025.'
    expect(Object.values(planted)).toEqual([[said, said]])
  })

  it('lets the browser have its own part only in the files of the decision, which name one', () => {
    const page = readFileSync(`${ROOT}docs/decisions/0025-one-set-of-parts.md`, 'utf8')
    const own = Object.fromEntries(
      NATIVE_PARTS.map((file) => [file, 'export const a = <input type="file" />']),
    )
    expect(Object.values(lintPlanted(own))).toEqual(NATIVE_PARTS.map(() => []))
    for (const file of NATIVE_PARTS) {
      expect(existsSync(ROOT + file), file).toBe(true)
      expect(readFileSync(ROOT + file, 'utf8'), file).toMatch(/<input\b/)
      expect(page).toContain(file.split('/').at(-1))
    }
  })
})
