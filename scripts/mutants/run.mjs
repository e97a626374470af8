// Puts small faults into the parts that judge, one at a time, and asks whether a test falls: what
// no test notices could be wrong today. `./mano prove mutants [N]`: N faults a part, drawn by a
// seed.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createVitest } from 'vitest/node'
import { mutantsOf } from './make.mjs'

const root = new URL('../../', import.meta.url).pathname
const ASKED = 0.85
/** What is looked at, and the tests that look at it. */
const PARTS = [
  {
    name: 'measure',
    of: ['core/src/measure/'],
    tests: ['core/test/measure/', 'core/test/outside/', 'core/test/kept/measure.test.ts'],
  },
  {
    name: 'gaps',
    of: ['core/src/gaps/'],
    tests: ['core/test/gaps/', 'core/test/kept/gaps.test.ts'],
  },
  {
    name: 'plan rules',
    of: ['rule', 'rules', 'rulesOfHands', 'rulesOfSession', 'rulesOfWeek'].map(
      (f) => `core/src/plan/${f}.ts`,
    ),
    tests: ['core/test/plan/rules.test.ts', 'core/test/kept/rules.test.ts'],
  },
  {
    name: 'safety',
    of: ['core/src/safety/'],
    tests: ['core/test/safety/', 'core/test/kept/safety.test.ts'],
  },
  {
    name: 'review',
    of: ['core/src/review/'],
    tests: ['core/test/review/', 'core/test/kept/review.test.ts'],
  },
]
/** Words of screens and pages, not judgements. */
const WORDS = /\/(words|page)\.ts$/

const each = Number(process.argv[2] ?? 60)
const only = process.argv[3]?.split(',')
let state = 7
const random = () => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0
  return state / 2 ** 32
}

const filesOf = (paths) =>
  paths
    .flatMap((p) => (p.endsWith('/') ? readdirSync(root + p).map((f) => p + f) : [p]))
    .filter((f) => f.endsWith('.ts') && !WORDS.test(f))

/** Drawn without putting back, in the order they stand. */
function draw(list, n) {
  const left = [...list]
  const drawn = []
  while (drawn.length < n && left.length > 0)
    drawn.push(left.splice(Math.floor(random() * left.length), 1)[0])
  return drawn.sort((a, b) => list.indexOf(a) - list.indexOf(b))
}

// Where `vitest.config.ts` finds the fault that is tried.
globalThis.manoFault = { now: null }

const PATIENCE_MS = 90_000
const late = () =>
  new Promise((resolve) => {
    setTimeout(() => resolve(null), PATIENCE_MS).unref()
  })
/** Tests kept ready, and whether they pass as the files are now. */
async function begin(tests) {
  const vitest = await createVitest(
    'test',
    { root, watch: false, bail: 1, reporters: [{}], project: ['core'], maxWorkers: 2 },
    { logLevel: 'silent' },
  )
  const specs = (await vitest.globTestSpecifications(tests)).filter(
    (s) => s.project.name === 'core',
  )
  const passes = async () => {
    const { testModules, unhandledErrors } = await vitest.runTestSpecifications(specs)
    return unhandledErrors.length === 0 && testModules.every((m) => m.state() === 'passed')
  }
  return { vitest, passes }
}

const rows = []
const survivors = []
for (const part of PARTS.filter((p) => !only || only.includes(p.name))) {
  const all = filesOf(part.of).flatMap((file) =>
    mutantsOf(file, readFileSync(root + file, 'utf8')).map((m) => ({ ...m, file })),
  )
  const chosen = draw(all, each)
  let { vitest, passes } = await begin(part.tests)
  if (!(await passes())) throw new Error(`${part.name}: its tests fall without any fault`)
  let killed = 0
  for (const m of chosen) {
    globalThis.manoFault.now = { ...m, file: root + m.file }
    vitest.invalidateFile(root + m.file)
    const passed = await Promise.race([passes(), late()])
    if (passed === true) survivors.push(m)
    else killed++
    if (passed === null) {
      // A loop without end is noticed too; its process does not answer any more.
      await vitest.close()
      ;({ vitest, passes } = await begin(part.tests))
    }
    vitest.invalidateFile(root + m.file)
    globalThis.manoFault.now = null
    process.stdout.write(`\r${part.name}: ${killed} noticed of ${chosen.indexOf(m) + 1}  `)
  }
  process.stdout.write('\n')
  rows.push({ part: part.name, all: all.length, tried: chosen.length, killed })
  await vitest.close()
}
const share = (r) => `${Math.round((100 * r.killed) / r.tried)} %`
const shown = (text) => `\`${text.replace(/\s+/g, ' ').replaceAll('|', '\\|').slice(0, 70)}\``
const line = (m) =>
  `| ${m.file.replace('core/src/', '')}:${m.line} | ${shown(m.was)} | ${shown(m.text)} |`
const date = new Date().toISOString().slice(0, 10)
const page = `# What tests notice

Written by \`./mano prove mutants\` on ${date}: small faults, one at a time (an operator mistaken
for its neighbour, a condition turned round or never true, min for max), drawn by a seed from the
parts that judge. A fault is noticed when a test of that part falls. Asked: ${100 * ASKED} % of
each.

| part | places | tried | noticed |
| --- | --- | --- | --- |
${rows.map((r) => `| ${r.part} | ${r.all} | ${r.tried} | ${r.killed}, ${share(r)} |`).join('\n')}

## Not noticed

Some change nothing that can be seen (a bound nobody stands on, a short cut whose long way ends at
the same); the others want a test.

| place | was | became |
| --- | --- | --- |
${survivors.map(line).join('\n')}
`
if (!only) writeFileSync(`${root}docs/mutants.md`, page)
console.log(page)
process.exit(rows.every((r) => r.killed >= ASKED * r.tried) ? 0 : 1)
