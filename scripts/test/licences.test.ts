import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { allowed, page, shipped } from '../licences.mjs'

describe('what the product ships', () => {
  it('has a licence that lets it be shipped, each package', () => {
    const rows = shipped()
    expect(rows.length).toBeGreaterThan(50)
    expect(rows.filter(([, , licence]) => !allowed(licence))).toEqual([])
  })
  it('is listed with its licence', () => {
    expect(
      readFileSync(new URL('../../docs/licences.md', import.meta.url), 'utf8'),
      'run node scripts/licences.mjs',
    ).toBe(page())
  })
  it.each([
    ['MIT', true],
    ['(MIT OR GPL-3.0)', true],
    ['MIT AND GPL-3.0', false],
    ['GPL-3.0', false],
    ['not said', false],
  ])('%s: %s', (licence, may) => expect(allowed(licence)).toBe(may))
})
