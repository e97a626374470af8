import { Linter } from 'eslint'
import ts from 'typescript-eslint'
import { describe, expect, it } from 'vitest'
import { arrows } from '../arrows.mjs'

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
  ])('%s may not say %s', (file, code) => expect(lint(file, code)).toHaveLength(1))

  it.each([
    ['core/src/measure/x.ts', "import { mean } from './trials'"],
    ['contract/src/x.ts', "import { toSi } from '@mano/core/units/convert'"],
    ['server/src/http/x.ts', "import { id } from '@mano/contract/common'"],
    ['web/src/app/x.ts', "import { toSi } from '@mano/core/units/convert'"],
  ])('%s may say %s', (file, code) => expect(lint(file, code)).toEqual([]))
})
