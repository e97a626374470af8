import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { machine, put, table } from '../prove/section'
import { must } from '@mano/core/units/must'
import type { Seconds } from '@mano/core/units/quantity'
import { parsed } from '@mano/core/units/parse'

/** What the mutated requests of a run were answered, as the test of them keeps it. */
interface Mutated {
  each: number
  routes: number
  seconds: Seconds
  /** Requests by the status they were answered with. */
  answers: Record<string, number>
  /** Athletes of the hall at the end: what was taken by chance makes it grow. */
  athletes: number
}

/** What an answer means, by its status. */
const MEANS: Readonly<Record<string, string>> = {
  2: 'taken, or read',
  3: 'unchanged',
  4: 'refused, and nothing of it on record',
  5: 'a fault of the server',
}

const m = must(
  parsed<Mutated>(readFileSync(join(must(process.env['MANO_MEASURED']), 'fuzz.json'), 'utf8')),
)
const of = (kind: string) =>
  Object.entries(m.answers)
    .filter(([status]) => status.startsWith(kind))
    .reduce((all, [, n]) => all + n, 0)
const sent = Object.keys(MEANS).reduce((all, kind) => all + of(kind), 0)
const commit = execFileSync('git', ['rev-parse', 'HEAD'], { encoding: 'utf8' }).slice(0, 12)
const number = (n: number) => n.toLocaleString('en')

const head = [
  `Written by \`./mano prove fuzz ${m.each}\` on ${new Date().toISOString().slice(0, 10)}, commit`,
  `${commit}, ${machine()}. ${number(m.each)} requests a route with something to mutate (an`,
  'eighth of it where only ids can be, three tenths where each begins long work), four at once, in',
  `one hall that grows by what is taken: ${number(m.athletes)} athletes at the end.`,
  `${m.routes} routes, ${number(sent)} requests in ${Math.round(m.seconds / 60)} min.`,
].join('\n')

put(
  'docs/performance.md',
  'fuzz',
  `## Mutated requests

${head}

${table(
  ['answered', 'requests', 'what it means'],
  Object.entries(MEANS).map(([kind, means]) => [`${kind}xx`, number(of(kind)), means]),
)}`,
)
