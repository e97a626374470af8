import { machine, put, table } from '../prove/section'
import { execFileSync, spawn } from 'node:child_process'
import { appendFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import loadHighs from 'highs'
import { SCHOOL_EFFECTS } from '@mano/core/plan/schools'
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

const quantile = (of: readonly number[], q: number): number =>
  [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(q * of.length))] ?? NaN
const share = (q: number): string => `${(100 * q).toFixed(1)} %`
const pct = (n: number, of: number): string => `${n} of ${of} (${((100 * n) / of).toFixed(0)} %)`

async function whole(): Promise<void> {
  const results: Result[] = []
  // What is found is kept as it comes: a run of half an hour is not lost to its last line.
  mkdirSync('.data', { recursive: true })
  const kept = '.data/prove-planner.ndjson'
  const again = new Set(jobs().map((j) => j.kind))
  const before =
    existsSync(kept) && process.env['MANO_PLANNER_KINDS']
      ? readFileSync(kept, 'utf8')
          .split('\n')
          .filter(Boolean)
          .map((l) => parsed<Result & { commit?: string }>(l))
          .filter((r) => !again.has(r.kind))
      : []
  results.push(...before)
  writeFileSync(kept, before.map((r) => `${JSON.stringify(r)}\n`).join(''))
  const commit = execFileSync('git', ['describe', '--always', '--dirty', '--abbrev=12'], {
    encoding: 'utf8',
  }).trim()
  const all = jobs().length
  const of = Math.max(1, Math.min(2, cpus().length))
  await Promise.all(
    Array.from({ length: of }, (_, k) =>
      ofPart(k, of, (r) => {
        results.push(r)
        appendFileSync(kept, `${JSON.stringify({ ...r, commit })}\n`)
        if (results.length % 50 === 0) console.error(`${results.length} of ${all}`)
      }),
    ),
  )
  const kind = <K extends Result['kind']>(k: K) =>
    results.filter((r): r is Extract<Result, { kind: K }> => r.kind === k)
  const [coaches, weeks, blocks, schools, edits, same, smalls] = [
    kind('coach'),
    kind('week'),
    kind('block'),
    kind('school'),
    kind('edit'),
    kind('same'),
    kind('small'),
  ]
  const solved = weeks.filter((w) => w.feasible)
  const refused = weeks.filter((w) => !w.feasible)
  const firsts = solved.flatMap((w) => (w.first === null ? [] : [w.first]))
  const all3 = solved.reduce(
    (a, w) => ({ blocks: a.blocks + w.blocks, staple: a.staple + w.staple, good: a.good + w.good }),
    { blocks: 0, staple: 0, good: 0 },
  )
  const quick = solved.filter((w) => w.gap <= 0.02 + 1e-9 && w.cpuS <= 15)
  const failed = [
    ...coaches.filter((c) => c.broken > 0 || !c.served).map((c) => `week of ${c.id}`),
    ...weeks
      .filter((w) => w.broken > 0 || w.worse || w.minimal === false)
      .map((w) => `week ${w.seed}`),
    ...blocks
      .filter((b) => b.broken > 0 || b.leastShare < 0.6 || !b.kept)
      .map(
        (b) =>
          `block ${b.sport} ${b.seed}: ${b.broken} broken, least share ` +
          `${b.leastShare.toFixed(2)}, kept ${b.kept}`,
      ),
    ...schools
      .filter((s) => s.broken > 0 || s.larger < s.smaller)
      .map((s) => `school ${s.id} ${s.seed}: ${s.larger} and ${s.smaller}`),
    ...edits.filter((e) => e.broken > 0).map((e) => `edit ${e.seed}`),
    ...same.filter((s) => !s.same).map((s) => `same ${s.seed}`),
    ...smalls.filter((s) => !s.best).map((s) => `small week ${s.seed}`),
  ]
  const ms = edits.map((e) => e.ms)
  if (coaches.some((c) => c.share < 0.9))
    failed.push("not every coach's own week is within a tenth of the planned one")
  if (solved.length < 0.8 * weeks.length) failed.push('too few weeks have a plan')
  if (quick.length < 0.9 * solved.length) failed.push('too few are within 2 % in 15 s')
  if (Math.max(...weeks.map((w) => w.draftS)) >= 1) failed.push('a draft took a second')
  if (quantile(ms, 0.5) >= 300) failed.push('planning again takes over 300 ms at the median')
  const earlier =
    before.length === 0
      ? ''
      : ` ${[...new Set(before.map((b) => b.kind))].join(', ')}: found by an earlier run, commit ` +
        `${[...new Set(before.map((b) => b.commit ?? 'not noted'))].join(', ')}.`
  const text = `On ${new Date().toISOString().slice(0, 10)}, commit ${commit}, ${machine()},
${of} processes at once. CPU seconds, stopped by gap (2 %) and iterations, never by the
clock.${earlier}

${table(['what', 'asked', 'found'], [...coachLines(), ...weekLines(), ...blockLines()])}

Training approaches: one quantity each, larger or as large under the named choice, over 2 seeds.

${table(
  ['training approach', 'quantity', 'larger under', 'larger in', 'mean, larger', 'mean, other'],
  SCHOOL_EFFECTS.map(schoolLine),
)}

${failed.length === 0 ? 'Nothing asked for was missed.' : `Missed: ${failed.join('; ')}.`}
`
  put('docs/performance.md', 'planner', `## The planner\n\n${text}`)
  mkdirSync('docs/examples', { recursive: true })
  for (const b of blocks)
    if (b.page) writeFileSync(`docs/examples/plan-${b.sport.replaceAll('_', '-')}.md`, b.page)
  console.log(text)
  process.exitCode = failed.length > 0 ? 1 : 0

  function weekLines(): string[][] {
    const drafts = weeks.map((w) => w.draftS)
    const cpu = solved.map((w) => w.cpuS)
    const gaps = solved.map((w) => w.gap)
    const done = edits.filter((e) => e.ok)
    return [
      [
        'small weeks (3 days, 6 exercises in set counts): no plan that keeps the rules has more ' +
          "points than the solver's, by looking at all",
        'all',
        `${pct(smalls.filter((s) => s.best).length, smalls.length)}, ` +
          `${smalls.filter((s) => !s.feasible).length} of them without a plan`,
      ],
      ['random weeks with a plan', 'at least 80 %', pct(solved.length, weeks.length)],
      ['solved weeks that break a rule', 'none', `${solved.filter((w) => w.broken > 0).length}`],
      ['solved weeks worse than their draft', 'none', `${solved.filter((w) => w.worse).length}`],
      [
        'blocks that are staples of the sport; staples or good',
        '60 %; 85 %',
        `${pct(all3.staple, all3.blocks)}; ${pct(all3.staple + all3.good, all3.blocks)}`,
      ],
      [
        "points of the draft against the plan's",
        '90 % at the median, 80 % at the 10th',
        `median ${share(quantile(firsts, 0.5))}, 10th ${share(quantile(firsts, 0.1))}, ` +
          `least ${share(Math.min(...firsts))}`,
      ],
      [
        'weeks without a plan: clash found, infeasible and minimal',
        'all',
        pct(refused.filter((w) => w.minimal).length, refused.length),
      ],
      [
        'draft shown',
        'under 1 s',
        `median ${quantile(drafts, 0.5).toFixed(2)} s, 95th ${quantile(drafts, 0.95).toFixed(2)} ` +
          `s, worst ${Math.max(...drafts).toFixed(2)} s`,
      ],
      ['within 2 % of the bound in 15 CPU s', '9 of 10', pct(quick.length, solved.length)],
      [
        'CPU to the end',
        '',
        `median ${quantile(cpu, 0.5).toFixed(1)} s, 90th ${quantile(cpu, 0.9).toFixed(1)} s, ` +
          `worst ${Math.max(...cpu).toFixed(1)} s`,
      ],
      [
        'gap at the end',
        '',
        `median ${(100 * quantile(gaps, 0.5)).toFixed(2)} %, ` +
          `worst ${(100 * Math.max(...gaps)).toFixed(2)} %`,
      ],
      [
        'pin, ban or move planned again (wall clock)',
        'median under 300 ms',
        `median ${quantile(ms, 0.5).toFixed(0)} ms, 90th ${quantile(ms, 0.9).toFixed(0)} ms; ` +
          `${pct(done.length, edits.length)} possible; blocks changed, median ` +
          `${quantile(
            done.map((e) => e.changed),
            0.5,
          )}`,
      ],
      ['same plan in five runs', 'all', pct(same.filter((s) => s.same).length, same.length)],
    ]
  }

  function coachLines(): string[][] {
    const sum = (f: (c: (typeof coaches)[number]) => number) =>
      coaches.reduce((a, c) => a + f(c), 0)
    const near = (least: number) =>
      pct(coaches.filter((c) => c.share >= least).length, coaches.length)
    const of = `weeks planned for the ${coaches.length} athletes coaches wrote weeks for`
    return [
      [`${of}: rules broken`, 'none', `${sum((c) => c.broken)}`],
      [
        'their blocks that are staples; staples or good',
        '60 %; 85 %',
        `${pct(
          sum((c) => c.staple),
          sum((c) => c.blocks),
        )}; ` +
          pct(
            sum((c) => c.staple + c.good),
            sum((c) => c.blocks),
          ),
      ],
      [
        'the two first qualities with a staple or a good exercise',
        'all',
        pct(coaches.filter((c) => c.served).length, coaches.length),
      ],
      [
        "points of the coach's own week against the planned one's",
        '90 % in each',
        `${near(0.9)}, 85 % in ${near(0.85)}, least ` +
          `${(100 * Math.min(...coaches.map((c) => c.share))).toFixed(1)} %`,
      ],
      [
        'their drafts against the plans',
        '90 % at the median',
        `median ${share(
          quantile(
            coaches.map((c) => c.draft),
            0.5,
          ),
        )}, least ${share(Math.min(...coaches.map((c) => c.draft)))}`,
      ],
    ]
  }

  function blockLines(): string[][] {
    const least = Math.min(...blocks.map((b) => b.leastShare))
    const cpu = blocks.map((b) => b.cpuS)
    return [
      [
        'blocks of 12 weeks, five sports x 2 seeds: rules broken',
        'none',
        `${blocks.reduce((a, b) => a + b.broken, 0)}`,
      ],
      ['least ordinary week against the first', 'at least 60 %', `${(100 * least).toFixed(0)} %`],
      [
        'two top qualities at half their sets or more in every ordinary week',
        'all blocks',
        pct(blocks.filter((b) => b.kept).length, blocks.length),
      ],
      ['twelve weeks', '', `median ${quantile(cpu, 0.5).toFixed(1)} CPU s`],
    ]
  }

  function schoolLine(s: (typeof SCHOOL_EFFECTS)[number]): string[] {
    const own = schools.filter((x) => x.id === s.id)
    const mean = (f: (x: (typeof own)[number]) => number) =>
      (own.reduce((a, x) => a + f(x), 0) / own.length).toFixed(1)
    return [
      s.id.replaceAll('_', ' '),
      s.measure.what.name,
      s.measure.largerUnder,
      `${own.filter((x) => x.larger > x.smaller).length} of ${own.length}`,
      mean((x) => x.larger),
      mean((x) => x.smaller),
    ]
  }
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
