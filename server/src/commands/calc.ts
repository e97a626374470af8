import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { CALC_TOPICS, answerCases, type CalcCase } from '@mano/core/calc/adapter'
import { answerWeeks, WEEK_TOPICS } from '@mano/core/calc/weekCases'
import loadHighs from 'highs'

const topic = process.argv[2]
if (!topic || topic.startsWith('--')) {
  console.error(
    'usage: ./mano calc TOPIC < cases.json > results.json   TOPIC: ' +
      `${[...CALC_TOPICS, ...WEEK_TOPICS].join(', ')} or all; --dir DIR: where paths in ` +
      'inputs start',
  )
  process.exit(2)
}
const at = process.argv.indexOf('--dir')
const dir = (at > 0 && process.argv[at + 1]) || '../shared/checks'
try {
  const file = JSON.parse(readFileSync(0, 'utf8')) as { cases?: CalcCase[] }
  if (!Array.isArray(file.cases)) throw new Error('no "cases" in it')
  const weeks = await answerWeeks(file.cases, topic, () => loadHighs())
  const rest = new Map(
    answerCases(file.cases, topic, (path) => readFileSync(resolve(dir, path), 'utf8')).map((x) => [
      x.id,
      x,
    ]),
  )
  const cases = file.cases.flatMap((c) => weeks.get(c.id) ?? rest.get(c.id) ?? [])
  process.stdout.write(`${JSON.stringify({ cases }, null, 1)}\n`)
} catch (error) {
  console.error(
    `The cases could not be read: ${error instanceof Error ? error.message : String(error)}`,
  )
  process.exit(1)
}
