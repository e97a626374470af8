import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { must } from '@mano/core/units/must'
import { parsed } from '@mano/core/units/parse'
import { answersSection, type Answers, type Loads } from '../prove/answers'
import { machine, put } from '../prove/section'

const measured = <T>(name: string): T =>
  must(parsed<T>(readFileSync(join(must(process.env['MANO_MEASURED']), `${name}.json`), 'utf8')))
const commit = execFileSync('git', ['rev-parse', 'HEAD'], { encoding: 'utf8' }).slice(0, 12)
const on = new Date().toISOString().slice(0, 10)

put(
  'docs/performance.md',
  'answers',
  `## Answers and loads

Written by \`./mano prove answers\` on ${on}, commit ${commit}, ${machine()}.
${answersSection(measured<Answers>('answers'), measured<Loads>('loads'))}`,
)
