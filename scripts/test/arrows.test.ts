import { Linter } from 'eslint'
import ts from 'typescript-eslint'
import { describe, expect, it } from 'vitest'
import { readdirSync } from 'node:fs'
import { arrows, circles, importsOf, LADDERS } from '../arrows.mjs'

/** Messages for one planted line in a file of a package. */
function lint(filename: string, code: string): string[] {
  const config = [
    { files: ['**/*.ts'], languageOptions: { parser: ts.parser } },
    ...arrows,
  ] as never
  return new Linter({ configType: 'flat' }).verify(code, config, { filename }).map((m) => m.message)
}

describe('the arrows between packages', () => {
  it.each([
    ['core/src/measure/x.ts', "import { useState } from 'react'"],
    ['core/src/measure/x.ts', "import { readFileSync } from 'node:fs'"],
    ['core/src/measure/x.ts', "import { DataSource } from 'typeorm'"],
    ['core/src/measure/x.ts', "import { id } from '@mano/contract/common'"],
    ['core/src/measure/x.ts', "import { id } from '../../../contract/src/common'"],
    ['contract/src/x.ts', "import { buildApp } from '@mano/server/app'"],
    ['contract/src/x.ts', "import { api } from '../../web/src/app/api'"],
    ['server/src/http/x.ts', "import { api } from '@mano/web/app/api'"],
    ['web/src/app/x.ts', "import { buildApp } from '../../../server/src/app'"],
    ['core/src/catalogue/x.ts', "import type { Block } from '../plan/types'"],
    ['core/src/gaps/x.ts', "import { rankUnits } from '../match/rank'"],
    ['server/src/db/x.ts', "import { mountKit } from '../http/kit'"],
    ['server/src/accounts/x.ts', "import { HALL_FORMAT } from '../transfer/format'"],
    ['web/src/base/x.ts', "import { Icon } from '../drawn/Icon'"],
    ['web/src/areas/tests/entries/x.ts', "import { Shell } from '../../../app/Shell'"],
  ])('%s may not say %s', (file, code) => expect(lint(file, code)).toHaveLength(1))

  it.each([
    ['core/src/measure/x.ts', "import { mean } from './trials'"],
    ['contract/src/x.ts', "import { toSi } from '@mano/core/units/convert'"],
    ['server/src/http/x.ts', "import { id } from '@mano/contract/common'"],
    ['web/src/app/x.ts', "import { toSi } from '@mano/core/units/convert'"],
    ['core/src/plan/x.ts', "import { rankUnits } from '../match/rank'"],
    ['core/src/plan/x.ts', "import { draft } from './draft'"],
    ['web/src/areas/tests/x.ts', "import { useUnits } from '../../base/units'"],
  ])('%s may say %s', (file, code) => expect(lint(file, code)).toEqual([]))
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
