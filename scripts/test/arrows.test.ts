import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { circles, importsOf, LADDERS, refusedImport } from '../arrows.mjs'
import { lintPlanted } from './planted'

describe('the arrows between packages', () => {
  it.each([
    ['core/src/measure/x.ts', 'react'],
    ['core/src/measure/x.ts', 'node:fs'],
    ['core/src/measure/x.ts', 'typeorm'],
    ['core/src/measure/x.ts', '@mano/contract/common'],
    ['core/src/measure/x.ts', '../../../contract/src/common'],
    ['contract/src/x.ts', '@mano/server/app'],
    ['contract/src/x.ts', '../../web/src/app/api'],
    ['server/src/http/x.ts', '@mano/web/app/api'],
    ['web/src/app/x.ts', '../../../server/src/app'],
    ['core/src/catalogue/x.ts', '../plan/types'],
    ['core/src/gaps/x.ts', '../match/rank'],
    ['server/src/db/x.ts', '../http/kit'],
    ['server/src/accounts/x.ts', '../transfer/format'],
    ['web/src/base/x.ts', '../drawn/Icon'],
    ['web/src/areas/tests/entries/x.ts', '../../../app/Shell'],
  ])('%s may not import %s', (file, name) => expect(refusedImport(file, name)).not.toBeNull())

  it.each([
    ['core/src/measure/x.ts', './trials'],
    ['contract/src/x.ts', '@mano/core/units/convert'],
    ['server/src/http/x.ts', '@mano/contract/common'],
    ['web/src/app/x.ts', '@mano/core/units/convert'],
    ['core/src/plan/x.ts', '../match/rank'],
    ['core/src/plan/x.ts', './draft'],
    ['web/src/areas/tests/x.ts', '../../base/units'],
  ])('%s may import %s', (file, name) => expect(refusedImport(file, name)).toBeNull())

  it('are held by lint, however the import is written', () => {
    const upward = "'../plan/types'"
    const said = lintPlanted({
      'core/src/gaps/a.ts': `import { dayOf } from ${upward}\nexport const a = dayOf`,
      'core/src/gaps/b.ts': `export type { Block } from ${upward}`,
      'core/src/gaps/c.ts': `export * from ${upward}`,
      'core/src/gaps/d.ts': `export const d = (): Promise<unknown> => import(${upward})`,
      'core/src/plan/e.ts': `export * from './types'`,
    })
    const once = ['core/gaps stands below that, or beside it.']
    expect(Object.values(said)).toEqual([once, once, once, once, []])
  })
})

describe('the ladder of a package', () => {
  const src = (name: string) => new URL(`../../${name}/src`, import.meta.url).pathname

  it.each(Object.keys(LADDERS))('has a rung for every folder of %s', (name) => {
    const folders = readdirSync(src(name), { withFileTypes: true }).filter((e) => e.isDirectory())
    const rungs = LADDERS[name]!.flat()
    expect(folders.map((e) => e.name).filter((f) => !rungs.includes(f))).toEqual([])
  })

  it.each(['core', 'contract', 'server', 'web'])('no file of %s leads back to itself', (name) =>
    expect(circles(importsOf(src(name)))).toEqual([]),
  )

  it('finds a ring that is there, whole, and no more', () => {
    const planted = new Map([
      ['a', ['b']],
      ['b', ['c', 'd']],
      ['c', ['a']],
      ['d', []],
      ['e', ['a']],
    ])
    expect(circles(planted)).toEqual([['a', 'b', 'c']])
  })
})
