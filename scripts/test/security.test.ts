import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const ROOT = new URL('../../', import.meta.url).pathname
const rows = readFileSync(`${ROOT}docs/security.md`, 'utf8')
  .split('\n')
  .filter((l) => l.startsWith('| ') && !l.startsWith('| threat') && !l.startsWith('| ---'))
  .map((l) => l.split('|').map((c) => c.trim()))

describe('docs/security.md', () => {
  it.each(rows.map((r) => [r[1]!, r[3]!]))('%s: its test is there', (_threat, shown) => {
    const files = [
      ...shown.matchAll(/((?:server|core|e2e|web|scripts)\/[\w/.-]+)((?: ?,? ?"[^"]+")*)/g),
    ]
    expect(files.length).toBeGreaterThan(0)
    for (const [, path, titles] of files) {
      expect(existsSync(ROOT + path!), path).toBe(true)
      const text = readFileSync(ROOT + path!, 'utf8')
      for (const [, title] of titles!.matchAll(/"([^"]+)"/g)) expect(text).toContain(title!)
    }
  })
})
