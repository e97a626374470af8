import { v7 } from 'uuid'
import type { JobView } from '@mano/contract/common'
import type { ImportReply } from '@mano/contract/tests'
import { addDays } from '@mano/core/units/dates'
import { dropDatabase } from '../db/bootstrap'
import { bareList } from '../prove/load/bare'
import { commitOf, faultRun, faultWords } from '../prove/load/fault'
import { processorTime, takenByOthers } from '../prove/load/machine'
import { makeHall } from '../prove/load/hall'
import { openLoop, type MixResult } from '../prove/load/mix'
import { percentile, serve, urlsOf, type Served } from '../prove/load/served'
import { wholeHall, wholeWords } from '../prove/load/wholeHall'
import { countsStatements, slowest, statementsOf } from '../prove/load/statements'
import { machine, put, table } from '../prove/section'
import { must } from '@mano/core/units/must'

/**
 * A large hall on a server of its own, asked as a busy evening asks; faults; how the roster grows;
 * the whole of it out and in. `evening`: the large hall only, without faults and files. `quick`:
 * shorter, and nothing is written; `alone`: without faults and files; `whole`: all of a hall out
 * and in, nothing else.
 */
const only = (word: string): boolean => process.argv.includes(word)
const [quick, alone, evening] = [only('quick'), only('alone') || only('whole'), only('evening')]
const TODAY = '2026-10-08'
const DATABASE = 'mano_load'
const PORT = Number(process.env['MANO_LOAD_PORT'] ?? 5391)
const ATHLETES = 300
const SETS = quick ? 200_000 : 2_000_000
const SECONDS = Number(process.env['MANO_LOAD_SECONDS'] ?? (quick ? 20 : 300))
const PICTURES = Number(process.env['MANO_LOAD_PICTURES'] ?? (quick ? 12 : 200))
const RATE = 50
/**
 * Asked the same before it is measured, s: a server that has just begun still compiles what it
 * runs.
 */
const WARM_SECONDS = quick ? 10 : 30
const LINES = Number(process.env['MANO_LOAD_LINES'] ?? (quick ? 5_000 : 50_000))
const root = process.cwd()
const admin = must(process.env['MANO_PG_ADMIN_URL'])
const say = (text: string) => console.error(`${new Date().toISOString().slice(11, 19)} ${text}`)

async function time(
  served: Served,
  paths: string[],
  times = 7,
): Promise<{ median: number; first: number }> {
  const ms: number[] = []
  for (let i = 0; i < times; i++) {
    const t = performance.now()
    for (const p of paths) {
      const r = await served.ask('GET', p)
      await r.arrayBuffer()
      if (!r.ok) throw new Error(`${p}: ${r.status}`)
    }
    ms.push(performance.now() - t)
  }
  return { first: must(ms[0]), median: percentile(ms, 0.5) }
}

/** A coach's own sheet of tests, six lines a test, each athlete every few days. */
const testsFile = () => ({
  text: [
    'Name;Day;Hand;Grip',
    ...Array.from({ length: LINES }, (_, i) => {
      const test = Math.floor(i / 6)
      const d = addDays('2021-01-01', Math.floor(test / ATHLETES) * 5)
      return (
        `${nameOf(test)};${d.split('-').reverse().join('.')};${i % 2 ? 'R' : 'L'};` +
        `${(30 + (i % 97) / 10).toFixed(1).replace('.', ',')}`
      )
    }),
  ].join('\n'),
  mapping: {
    columns: { athlete: 'name', date: 'day', hand: 'hand' },
    fixed: {},
    results: [{ column: 'grip', protocolId: 'dyno_seated', hand: null, unit: 'kg' }],
    dateOrder: 'dmy',
    names: {},
  },
})
/** Sets of the last weeks, on days of which much is on record. */
const setsFile = () => ({
  text: [
    'athlete;date;exercise_id;hand;load;unit;reps',
    ...Array.from({ length: LINES }, (_, i) => {
      const day = addDays(TODAY, -(Math.floor(i / (8 * ATHLETES)) % 200))
      const hand = i % 2 ? 'right' : 'left'
      return `${nameOf(Math.floor(i / 8))};${day};wrist_curl;${hand};${20 + (i % 8)};kg;12`
    }),
  ].join('\n'),
  mapping: null,
})
const nameOf = (i: number) => `Athlete ${String(1 + (i % ATHLETES)).padStart(4, '0')}`

async function importOf(
  served: Served,
  file: { text: string; mapping: object | null },
): Promise<{ s: number; trials: number; slowest: number; looks: number }> {
  const t0 = performance.now()
  const { id } = (await (
    await served.ask('POST', '/api/imports', {
      id: v7(),
      fileName: 'years.csv',
      dryRun: false,
      ...file,
    })
  ).json()) as { id: string }
  let [looks, slow] = [0, 0]
  let job: JobView<ImportReply>
  do {
    const t = performance.now()
    job = (await (await served.ask('GET', `/api/jobs/${id}`)).json()) as JobView<ImportReply>
    slow = Math.max(slow, performance.now() - t)
    looks++
    await new Promise((r) => setTimeout(r, 50))
  } while (job.state === 'running')
  if (job.state !== 'done')
    throw new Error(JSON.stringify(job.problem ?? job.result?.problems.slice(0, 3)))
  return {
    s: (performance.now() - t0) / 1000,
    trials: job.result?.trials ?? 0,
    slowest: slow,
    looks,
  }
}

/** The roster at growing halls: the first page after one write, and with nothing new. */
async function rosters(): Promise<string[]> {
  const rows: string[] = []
  for (const n of alone ? [] : quick ? [10, 100] : [10, 100, 300, 1000]) {
    say(`roster of ${n}`)
    const hall = await makeHall(admin, 'mano_roster', TODAY, n, n * 100)
    const served = await serve('mano_roster', PORT + 1, TODAY)
    const first = await time(served, ['/api/athletes?most=60'], 1)
    const fresh: number[] = []
    for (let i = 0; i < 15; i++) {
      await served.ask('POST', `/api/athletes/${must(hall.athletes[i % n])}/observations`, {
        id: v7(),
        hand: 'left',
        pain: 1,
        symptom: null,
        places: null,
        note: '',
      })
      fresh.push((await time(served, ['/api/athletes?most=60'], 1)).first)
    }
    const same = await time(served, ['/api/athletes?most=60'], 15)
    rows.push(
      `| ${n} | ${first.first.toFixed(0)} ms | ${percentile(fresh, 0.5).toFixed(0)} ms | ` +
        `${same.median.toFixed(0)} ms |`,
    )
    await served.stop()
    await dropDatabase(admin, 'mano_roster')
  }
  return rows
}

const dated =
  `Written by \`./mano prove load\` on ${new Date().toISOString().slice(0, 10)}, commit ` +
  `${commitOf()}, ${machine()}`
/** A part of the page of figures, of what was measured whole. */
const keep = (name: string, title: string, rows: string): void => {
  say(rows)
  if (quick) return
  const head = '| what | asked | measured |\n| --- | --- | --- |'
  put('docs/performance.md', name, `## ${title}\n\n${dated}.\n\n${head}\n${rows}`)
}

if (!alone && !evening) say('fault run')
const fault = alone || evening ? null : await faultRun(root, quick ? 20 : 60, 5)
if (fault) keep('load-faults', 'Faults', faultWords(fault))
const whole =
  only('whole') || (!alone && !evening)
    ? await wholeHall(admin, TODAY, PORT + 2, quick ? 60 : 1000, PICTURES)
    : null
if (whole) keep('load-files', 'All of a hall out and in', wholeWords(whole))
const wholeMost = whole ? Math.max(whole.memoryOut, whole.memoryIn, whole.memoryWorkbook) : 0
if (only('whole')) process.exit(wholeMost > 300 ? 1 : 0)
const growth = await rosters()
say(`hall of ${ATHLETES} athletes and ${SETS} sets`)
const hall = await makeHall(admin, DATABASE, TODAY, ATHLETES, SETS)
const counted = await countsStatements(admin, DATABASE)
const served = await serve(DATABASE, PORT, TODAY)
await time(served, ['/api/athletes?most=60'], 1)
const statements = counted ? await statementsOf(admin, DATABASE, served, hall, TODAY) : []
say(JSON.stringify(statements))
const one = `/api/athletes/${must(hall.athletes[0])}`
const review = await time(served, [
  one,
  `${one}/tests`,
  `${one}/review?from=2023-10-08&to=${TODAY}`,
])
const squad = await time(served, ['/api/squad?protocol=dyno_seated'])
say(`review ${review.median.toFixed(0)} ms, squad ${squad.median.toFixed(0)} ms; mix`)
if (quick) {
  const alone = await openLoop(served, hall, TODAY, 3, 30, 3)
  say(JSON.stringify(alone))
  for (const s of counted ? await slowest(admin, DATABASE, 8) : [])
    say(`${s.ms.toFixed(1)} ms x ${s.calls}: ${s.text.slice(0, 300)}`)
  if (alone && !only('mix')) {
    await served.stop()
    process.exit(0)
  }
}
if (quick && counted) await countsStatements(admin, DATABASE)
const bareBefore = await bareList(urlsOf(admin, DATABASE).app, hall.hallId, (n) => n < 200)
await openLoop(served, hall, TODAY, RATE, WARM_SECONDS, 6)
let asking = true
const bareWhile = bareList(urlsOf(admin, DATABASE).app, hall.hallId, () => asking)
const before = processorTime()
const mix = await openLoop(served, hall, TODAY, RATE, SECONDS, 7)
asking = false
const taken = takenByOthers(before)
const bare = await bareWhile
say(`${JSON.stringify(mix)}; ${taken}`)
const much = await openLoop(served, hall, TODAY, RATE * 4, quick ? 10 : 60, 8)
say(JSON.stringify(much))
const slow = counted ? await slowest(admin, DATABASE, 10) : []
if (quick) for (const s of slow) say(`${s.ms.toFixed(1)} ms x ${s.calls}: ${s.text.slice(0, 110)}`)
const imported = await importOf(served, testsFile())
say(`tests in: ${imported.s.toFixed(1)} s, memory ${served.memory().peak.toFixed(0)} MB`)
const setsIn = await importOf(served, setsFile())
const memory = served.memory()
await served.stop()
await dropDatabase(admin, DATABASE)
say(
  `import ${imported.s.toFixed(1)} s, of sets ${setsIn.s.toFixed(1)} s; answered in ` +
    `${imported.slowest.toFixed(0)} ms at the slowest; memory ${memory.peak.toFixed(0)} MB`,
)

const ASKED = ['all', 'try', 'set', 'roster', 'athlete', 'review'] as const
const many = (n: number): string => n.toLocaleString('en')
const ms = (x: number): string => `${x.toFixed(0)} ms`
const mixLine = (m: MixResult): string[] => [
  `${m.rate} requests/s for ${m.seconds} s`,
  `${many(m.answered)} of ${many(m.sent)}, ${many(m.shed)} turned away, ${m.failed} failed`,
  ...ASKED.map((k) => `${m.ms[k].median.toFixed(0)} / ${m.ms[k].p95.toFixed(0)}`),
  m.loopP99.toFixed(0),
  m.memoryPeak.toFixed(0),
]
/** A statement that took long, and how the database went about it. */
const slowLine = (s: (typeof slow)[number], i: number): string =>
  `${i + 1}. ${s.ms.toFixed(1)} ms on average, ${many(s.calls)} calls: ` +
  `\`${s.text.slice(0, 160).replaceAll('`', '')}${s.text.length > 160 ? ' …' : ''}\`\n\n` +
  `\`\`\`\n${s.plan.split('\n').slice(0, 14).join('\n')}\n\`\`\``
if (!quick)
  put(
    'docs/performance.md',
    'load',
    `## A large hall

${dated}; the requests come from the same machine. ${ATHLETES} athletes with three years of tests
and ${SETS.toLocaleString('en')} sets.

${table(
  ['what', 'asked', 'measured'],
  [
    [
      'review of an athlete over three years: record, tests, review',
      'under 500 ms',
      `${ms(review.median)} (first ${review.first.toFixed(0)})`,
    ],
    [
      `squad of ${ATHLETES} on one test`,
      'under 300 ms',
      `${ms(squad.median)} (first ${squad.first.toFixed(0)})`,
    ],
    [
      `${many(LINES)} lines of a coach's own sheet, ${many(imported.trials)} trials saved`,
      'under 10 s',
      `${imported.s.toFixed(1)} s; progress looked at ${imported.looks} times, answered in ` +
        `${ms(imported.slowest)} at the slowest`,
    ],
    [
      `${many(LINES)} sets on days of which much is on record, ${many(setsIn.trials)} saved`,
      '',
      `${setsIn.s.toFixed(1)} s; answered in ${ms(setsIn.slowest)} at the slowest`,
    ],
    [
      'memory of the server at its highest, imports included',
      'under 300 MB',
      `${memory.peak.toFixed(0)} MB`,
    ],
  ],
)}

### A busy evening

60 % trials and sets, 20 % roster, 15 % an athlete's page, 5 % a review of a quarter, sent at a
fixed rate whatever comes back, after ${WARM_SECONDS} s of the same that are not counted; times
count from when a request was due: median / 95th percentile, ms. Asked at ${RATE}/s: 95th percentile
under 100 ms, the roster under the bare database and 10 ms, the loop's 99th percentile under 50 ms,
memory under 300 MB; at four times that: what is too much is turned away at once, the rest answered.
The bare database's list of the roster, asked beside the load: ${bare.median.toFixed(0)} /
${bare.p95.toFixed(0)} ms (before it: ${bareBefore.median.toFixed(0)} /
${bareBefore.p95.toFixed(0)}). ${taken}

${table(
  [
    'rate',
    'answered',
    'all',
    'a trial',
    'a set',
    'roster',
    'athlete',
    'review',
    'loop p99, ms',
    'memory, MB',
  ],
  [mix, much].map(mixLine),
)}

In the ${mix.calm.stretches} of ${mix.calm.of} stretches of 10 s in which others took at most 2 % of
the machine: ${mix.calm.median.toFixed(0)} / ${mix.calm.p95.toFixed(0)} ms at ${RATE}/s.

### The roster as a hall grows

First page (60 rows): the first look of a day, after one write, and with nothing new.

| athletes | first of the day | after a write | nothing new |
| --- | --- | --- | --- |
${growth.join('\n')}

### Statements of a request

Counted by the database, sign-in and transaction included; of a page the least of three.
Before this release a set cost 20, a trial 25, an athlete's page 31, the advice of a hall of 300
2,422.

| request | statements |
| --- | --- |
${statements.map(([name, n]) => `| ${name} | ${n} |`).join('\n')}

### The ten statements that took longest in all

${slow.map(slowLine).join('\n')}`,
  )
const missed = [
  fault && fault.kept !== fault.acknowledged && 'an acknowledged write is gone',
  fault && fault.twice > 0 && 'a write is there twice',
  fault?.kills.some((k) => k.backMs > 5000) && 'not back within 5 s',
  mix.failed + much.failed > 0 && 'requests failed',
  mix.ms.all.p95 > 100 && 'p95 over 100 ms',
  mix.loopP99 > 50 && 'the loop was held up',
  memory.peak > 300 && 'memory over 300 MB',
  wholeMost > 300 && 'memory over 300 MB while all of a hall went out or in',
  mix.ms.roster.p95 > bare.p95 + 10 && 'the roster is over the bare database and 10 ms',
].filter((x) => typeof x === 'string')
if (missed.length > 0) {
  console.error(`Out of limits: ${missed.join('; ')}`)
  process.exitCode = 1
}
