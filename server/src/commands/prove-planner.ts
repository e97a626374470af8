import { machine, put, table } from '../prove/section'
import { execFileSync, spawn } from 'node:child_process'
import { appendFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import loadHighs from 'highs'
import { SCHOOL_EFFECTS } from '@mano/core/plan/schools'
import { foundBy, foundLines, missed, schoolLine } from '../prove/plannerFound'
import { allJobs, runJob, type Result } from '../prove/plannerJobs'
import { parsed } from '@mano/core/units/parse'

function ofPart(k: number, of: number, onResult: (r: Result) => void): Promise<void> {
  return new Promise((done, fail) => {
    const child = spawn(
      process.execPath,
      [fileURLToPath(import.meta.url), '--part', String(k), String(of)],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    )
    createInterface({ input: child.stdout }).on('line', (line) => onResult(parsed<Result>(line)))
    child.on('exit', (code) => (code === 0 ? done() : fail(new Error(`a part ended with ${code}`))))
  })
}

/**
 * Every check, or only the kinds named in MANO_PLANNER_KINDS, beside what an earlier run found of
 * the others.
 */
const jobs = () => {
  const only = process.env['MANO_PLANNER_KINDS']?.split(',')
  return allJobs().filter((j) => !only || only.includes(j.kind))
}

/** Found by a run; `commit`: of which state. */
type Kept = Result & { commit?: string }
const KEPT = '.data/prove-planner.ndjson'

/** What an earlier run found of the kinds that are not looked at now. */
function foundBefore(): Kept[] {
  if (!existsSync(KEPT) || !process.env['MANO_PLANNER_KINDS']) return []
  const again = new Set(jobs().map((j) => j.kind))
  return readFileSync(KEPT, 'utf8')
    .split('\n')
    .filter(Boolean)
    .map((l) => parsed<Kept>(l))
    .filter((r) => !again.has(r.kind))
}

/** Runs every job; what is found is kept as it comes: half an hour is not lost to its last line. */
async function findAll(before: readonly Kept[], commit: string, of: number): Promise<Result[]> {
  const results: Result[] = [...before]
  writeFileSync(KEPT, before.map((r) => `${JSON.stringify(r)}\n`).join(''))
  const all = jobs().length
  const heard = (r: Result) => {
    results.push(r)
    appendFileSync(KEPT, `${JSON.stringify({ ...r, commit })}\n`)
    if (results.length % 50 === 0) console.error(`${results.length} of ${all}`)
  }
  await Promise.all(Array.from({ length: of }, (_, k) => ofPart(k, of, heard)))
  return results
}

const each = (texts: readonly string[]): string => [...new Set(texts)].join(', ')

async function whole(): Promise<void> {
  mkdirSync('.data', { recursive: true })
  const before = foundBefore()
  const commit = execFileSync('git', ['describe', '--always', '--dirty', '--abbrev=12'], {
    encoding: 'utf8',
  }).trim()
  const of = Math.max(1, Math.min(2, cpus().length))
  const found = foundBy(await findAll(before, commit, of))
  const failed = missed(found)
  const earlier =
    before.length === 0
      ? ''
      : ` ${each(before.map((b) => b.kind))}: found by an earlier run, commit ` +
        `${each(before.map((b) => b.commit ?? 'not noted'))}.`
  const text = `On ${new Date().toISOString().slice(0, 10)}, commit ${commit}, ${machine()},
${of} processes at once. CPU seconds, stopped by gap (2 %) and iterations, never by the
clock.${earlier}

${table(['what', 'asked', 'found'], foundLines(found))}

Training approaches: one quantity each, larger or as large under the named choice, over 2 seeds.

${table(
  ['training approach', 'quantity', 'larger under', 'larger in', 'mean, larger', 'mean, other'],
  SCHOOL_EFFECTS.map((s) => schoolLine(found, s)),
)}

${failed.length === 0 ? 'Nothing asked for was missed.' : `Missed: ${failed.join('; ')}.`}
`
  put('docs/performance.md', 'planner', `## The planner\n\n${text}`)
  mkdirSync('docs/examples', { recursive: true })
  for (const b of found.blocks)
    if (b.page) writeFileSync(`docs/examples/plan-${b.sport.replaceAll('_', '-')}.md`, b.page)
  console.log(text)
  process.exitCode = failed.length > 0 ? 1 : 0
}

/**
 * Runs the planner's long checks on every core and writes them into docs/performance.md and
 * docs/examples.
 */
const part = process.argv.indexOf('--part')
if (part > 0) {
  const [k, of] = [Number(process.argv[part + 1]), Number(process.argv[part + 2])]
  const highs = await loadHighs()
  for (const [i, job] of jobs().entries())
    if (i % of === k) process.stdout.write(`${JSON.stringify(runJob(highs, job))}\n`)
} else await whole()
