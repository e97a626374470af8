import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'

const ROOT = new URL('../../', import.meta.url).pathname

/** Names of planted files that are out of form, by the project's own settings. */
function outOfForm(files: Record<string, string>): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'mano-form-'))
  try {
    for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text)
    const config = join(ROOT, '.oxfmtrc.jsonc')
    const { stdout } = spawnSync(
      join(ROOT, 'node_modules/.bin/oxfmt'),
      ['--list-different', '--config', config, '.'],
      { cwd: folder, encoding: 'utf8' },
    )
    return stdout.split('\n').filter(Boolean).sort()
  } finally {
    rmSync(folder, { recursive: true })
  }
}

it('a file out of form is found, of scripts, screens, styles and data alike', () => {
  const wrong = {
    'a.ts': 'const x = "double"\nexport default x\n',
    'b.tsx': 'export const B = () => <p   className="x">y</p>;\n',
    'c.css': 'p{color:red}\n',
    'd.json': '{"a":1}\n',
    'e.mjs': `export const long = [${"'abcdefgh', ".repeat(12)}]\n`,
  }
  const right = { 'f.ts': "export const x = 'single'\n", 'g.css': 'p {\n  color: red;\n}\n' }
  expect(outOfForm({ ...wrong, ...right })).toEqual(Object.keys(wrong))
})
