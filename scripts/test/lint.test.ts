import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'

const root = new URL('../../', import.meta.url).pathname
// Beside the sources it is like: what is outside the project has no types.
const folder = mkdtempSync(join(root, 'scripts/test/planted-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** Rules that name a line of this file. */
function named(code: string): string[] {
  const file = join(folder, 'planted.ts')
  writeFileSync(file, code)
  const { stdout } = spawnSync(
    join(root, 'node_modules/.bin/oxlint'),
    ['--type-aware', '-f', 'json', file],
    { cwd: root, encoding: 'utf8' },
  )
  const { diagnostics } = JSON.parse(stdout) as { diagnostics: { code: string }[] }
  return diagnostics.map((d) => d.code).sort()
}

describe('lint by types', () => {
  it('names a promise nobody waits for, and a value of no type', () => {
    const code = `
      const later = async (): Promise<number> => 1
      export function planted(): string {
        later()
        return JSON.parse('1')
      }`
    expect(named(code)).toEqual([
      'typescript(no-floating-promises)',
      'typescript(no-unsafe-return)',
    ])
  })
  it('has nothing to say of the same where it is waited for and looked at', () => {
    const code = `
      const later = async (): Promise<number> => 1
      export async function planted(): Promise<string> {
        return String(await later())
      }`
    expect(named(code)).toEqual([])
  })
}, 30_000)
