// Runs every check and ends with one line "N passed, N failed". Types and lint, form and the size
// of the web count as one each. Types are checked by the compiler written in Go, within the linter
// that needs them too; the one in JavaScript stays for the tools that read code through it.
import { spawn } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'

const reports = process.env.MANO_REPORTS
const only = process.argv.slice(2)
let passed = 0
let failed = 0
// Said once more at the end, where a long output is still read.
const broken = []

const run = (command, args) => ended(spawn(command, args, { stdio: 'inherit' }), command, args)

/** The same beside others, its words kept until it is through. */
async function aside(command, args) {
  const child = spawn(command, args)
  const parts = []
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => parts.push(part))
  const code = await ended(child, command, args)
  if (code !== 0) process.stdout.write(Buffer.concat(parts))
  return code
}

const ended = (child, command, args) =>
  new Promise((resolve) => {
    const started = Date.now()
    child.on('close', (code) => {
      console.log(
        `-- ${command} ${args.join(' ')}: ${code === 0 ? 'ok' : `exit ${code}`}, ` +
          `${Math.round((Date.now() - started) / 1000)} s`,
      )
      resolve(code ?? 1)
    })
  })
const bin = (name) => `node_modules/.bin/${name}`
const TSC = 'node_modules/typescript-7/bin/tsc'

function count(what, pass, fail, code) {
  passed += pass
  // A runner that fell over without naming a failed test still failed.
  failed += fail === 0 && code !== 0 ? 1 : fail
  console.log(`-- ${what}: ${pass} passed, ${fail} failed`)
}

async function check(what, command, args) {
  const code = await aside(command, args)
  count(what, code === 0 ? 1 : 0, code === 0 ? 0 : 1, 0)
  if (code !== 0) broken.push(what)
}

const firstLines = (text = '') => text.split('\n').slice(0, 3).join('\n    ')

async function vitest() {
  const file = `${reports}/vitest.json`
  rmSync(file, { force: true })
  const code = await run(bin('vitest'), [
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile=${file}`,
  ])
  const report = existsSync(file)
    ? JSON.parse(readFileSync(file, 'utf8'))
    : { numPassedTests: 0, numFailedTests: 0, testResults: [] }
  count('unit and server', report.numPassedTests, report.numFailedTests, code)
  for (const tested of report.testResults) {
    const fell = tested.assertionResults.filter((a) => a.status === 'failed')
    for (const a of fell)
      broken.push(`${tested.name}: ${a.fullName}\n    ${firstLines(a.failureMessages[0])}`)
    if (tested.status === 'failed' && fell.length === 0)
      broken.push(`${tested.name}\n    ${firstLines(tested.message)}`)
  }
}

async function playwright() {
  const file = `${reports}/e2e.json`
  rmSync(file, { force: true })
  const code = await run(bin('playwright'), [
    'test',
    '-c',
    'e2e/playwright.config.ts',
    '--project',
    'desk',
  ])
  const { stats, suites } = existsSync(file)
    ? JSON.parse(readFileSync(file, 'utf8'))
    : { stats: { expected: 0, unexpected: 0, flaky: 0 }, suites: [] }
  count('browser', stats.expected, stats.unexpected + stats.flaky, code)
  const within = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(within)]
  for (const spec of suites.flatMap(within).filter((s) => !s.ok))
    broken.push(
      `${spec.file}: ${spec.title}\n    ${firstLines(spec.tests[0]?.results[0]?.error?.message)}`,
    )
}

const steps = {
  purity: () => check('core without DOM or Node', 'node', [TSC, '-p', 'core']),
  format: () => check('format', bin('oxfmt'), ['--check', '.']),
  lint: () =>
    check('types and lint', bin('oxlint'), [
      '--type-aware',
      '--type-check',
      '--deny-warnings',
      '.',
    ]),
  size: () => check('size of the web', 'node', ['scripts/bundle-size.mjs']),
  unit: vitest,
  browser: playwright,
}
const chosen = only.length > 0 ? only : Object.keys(steps)
for (const name of chosen)
  if (!steps[name])
    throw new Error(`no step called ${name}; there are ${Object.keys(steps).join(', ')}`)
const inTurn = async (...names) => {
  for (const name of names) if (chosen.includes(name)) await steps[name]()
}
// What only reads runs beside the tests of core and server, which leave a core now and then; those
// of the browser, where clocks run, have the machine to themselves.
await Promise.all([inTurn('size', 'purity', 'lint'), inTurn('format'), inTurn('unit')])
await inTurn('browser')
for (const what of broken) console.log(`-- fell: ${what}`)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 && passed > 0 ? 0 : 1)
