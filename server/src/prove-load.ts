import { spawn } from 'node:child_process'
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { v7 } from 'uuid'
import type { JobView } from '@mano/contract/common'
import type { ImportReply } from '@mano/contract/tests'
import { addDays } from '@mano/core/units/dates'
import { createHall } from './accounts/accounts'
import { dropDatabase, ensureDatabase } from './db/bootstrap'
import { AthleteEntity, BodyMeasurementEntity, DemandVersionEntity, ImplementMeasurementEntity, PlanVersionEntity, SetLogEntity, TestSessionEntity, TrialEntity } from './db/entities'
import { inHall } from './db/hall'
import { migrate, openApp, takeStatistics } from './db/source'
import { Seeded } from './demo/random'
import { put } from './prove/section'

/** A large hall on a server of its own: 300 athletes, one of them with three years and 20,000 sets; then a file of 50,000 lines. */
const ATHLETES = 300
const SETS = 20_000
const TODAY = '2026-10-08'
const LINES = 50_000
const PORT = Number(process.env['MANO_LOAD_PORT'] ?? 5391)
const DATABASE = 'mano_load'
const admin = process.env['MANO_PG_ADMIN_URL']!
const passwords = { owner: 'load-owner', app: 'load-app' }
const SIGN_IN = { login: 'ruth', password: 'long enough to pass' }

await dropDatabase(admin, DATABASE)
const urls = await ensureDatabase(admin, DATABASE, passwords)
await migrate(urls.owner)
const app = await openApp(urls)
const ids = { hallId: v7(), accountId: v7() }
const athletes = Array.from({ length: ATHLETES }, (_, i) => ({ id: v7(), name: `Athlete ${String(i + 1).padStart(3, '0')}` }))
await createHall(app, { ...ids, hallName: 'Quayside Hall', timeZone: 'Europe/London', name: 'Ruth Amsel', ...SIGN_IN }, new Date('2023-09-01T10:00:00Z'))
const random = new Seeded(5)
await inHall(app, ids.hallId, async (em) => {
  const actor = { hallId: ids.hallId, actorKind: 'coach' as const, actorId: ids.accountId, recordedAt: new Date('2026-10-01T10:00:00Z') }
  const fill = async (entity: Parameters<typeof em.insert>[0], rows: object[]) => { for (let i = 0; i < rows.length; i += 500) await em.createQueryBuilder().insert().into(entity).values(rows.slice(i, i + 500) as never).updateEntity(false).execute() }
  const dyno = await em.findOneByOrFail(ImplementMeasurementEntity, {})
  await fill(AthleteEntity, athletes.map((a, i) => ({ ...actor, ...a, birthDate: '1995-05-01', sexForNorms: i % 2 ? 'male' : 'female', dominantHand: 'right', level: 'trained', guardian: null, skin: 'normal', note: '', updatedAt: actor.recordedAt })))
  await fill(DemandVersionEntity, athletes.map((a) => ({ ...actor, id: v7(), athleteId: a.id, sources: [{ id: 'boxer', weight: 1 }], edits: [], since: '2023-09-01', reason: '' })))
  await fill(BodyMeasurementEntity, athletes.map((a) => ({ ...actor, id: v7(), athleteId: a.id, measure: 'body_mass', hand: 'both', value: 70, enteredValue: 70, enteredUnit: 'kg', measuredOn: '2026-09-01', supersedesId: null })))
  const sessions: object[] = []
  const trials: object[] = []
  for (const [i, a] of athletes.entries()) for (let k = 0; k < (i === 0 ? 72 : 12); k++) {
    const on = addDays(TODAY, -15 * (k + 1))
    const id = v7()
    const mean = 300 + random.between(0, 200)
    sessions.push({ ...actor, id, athleteId: a.id, protocolId: 'dyno_seated', protocolVersion: 1, protocolParams: {}, unitId: dyno.unitId, measurementId: dyno.id, variant: { position: '2' }, performedAt: new Date(`${on}T10:00:00Z`), performedOn: on, deviceAt: null, conditions: {}, overrideReason: '', practice: false, note: '', importId: null })
    for (const hand of ['left', 'right']) for (let n = 1; n <= 3; n++) { const value = random.normal(mean, 9); trials.push({ ...actor, id: v7(), sessionId: id, hand, ordinal: n, value, enteredValue: value / 9.80665, enteredUnit: 'kg', pain: null, deviceAt: null, supersedesId: null, reason: '', missed: false, details: {} }) }
  }
  await fill(TestSessionEntity, sessions)
  await fill(TrialEntity, trials)
  const plan = v7()
  await em.insert(PlanVersionEntity, { ...actor, id: plan, athleteId: athletes[0]!.id, weekStart: '2026-10-05', frame: Array.from({ length: 7 }, () => ({ minutes: 60, place: 'hall', sportLoad: 1, heavyPull: 'none', competition: false })) as never, blocks: [], terms: { settings: {}, bans: [] } as never, basedOn: null, reason: '' })
  const blocks = Array.from({ length: SETS / 8 }, () => v7())
  await fill(SetLogEntity, Array.from({ length: SETS }, (_, i) => ({ ...actor, id: v7(), athleteId: athletes[0]!.id, planVersionId: plan, blockId: blocks[Math.floor(i / 8)]!, exerciseId: ['pinch_max', 'carry_one', 'wrist_curl', 'ext_band'][Math.floor(i / 8) % 4], doneOn: addDays(TODAY, -Math.floor((i * 1095) / SETS) - 1), hand: i % 2 ? 'left' : 'right', setNo: 1 + Math.floor((i % 8) / 2), loadKg: 20, enteredLoad: 20, enteredUnit: 'kg', seconds: 10, reps: null, ended: 'done', effort: null, pain: i % 40 === 0 ? 2 : null, deviceAt: null, supersedesId: null, details: {}, voided: false })))
})
await app.destroy()
await takeStatistics(urls.owner)

const server = spawn('node', ['--max-semi-space-size=8', '--max-old-space-size=768', new URL('./main.mjs', import.meta.url).pathname], { env: { ...process.env, MANO_DATABASE: DATABASE, MANO_OWNER_PASSWORD: passwords.owner, MANO_APP_PASSWORD: passwords.app, MANO_SESSION_SECRET: 'load', MANO_PORT: String(PORT), MANO_NOW: `${TODAY}T10:00:00Z`, MANO_DEMO: '0', MANO_FRESH: '0' }, stdio: 'inherit' })
const base = `http://127.0.0.1:${PORT}`
let cookie = ''
const call = async (method: string, path: string, body?: unknown) => fetch(base + path, { method, headers: { cookie, ...(body !== undefined && { 'content-type': 'application/json' }) }, ...(body !== undefined && { body: JSON.stringify(body) }) })
for (let i = 0; ; i++) { try { await call('GET', '/api/installation'); break } catch (e) { if (i > 100) throw e; await new Promise((r) => setTimeout(r, 100)) } }
cookie = (await call('POST', '/api/session', SIGN_IN)).headers.get('set-cookie')!.split(';')[0]!

/** Milliseconds of the fastest and the median of seven, all paths one after the other as a page asks them. */
async function time(paths: string[]): Promise<{ median: number; first: number }> {
  const ms: number[] = []
  for (let i = 0; i < 7; i++) { const t = performance.now(); for (const p of paths) await (await call('GET', p)).arrayBuffer(); ms.push(performance.now() - t) }
  return { first: ms[0]!, median: [...ms].sort((a, b) => a - b)[3]! }
}
const one = `/api/athletes/${athletes[0]!.id}`
const review = await time([one, `${one}/tests`, `${one}/review?from=2023-10-08&to=${TODAY}`])
const squad = await time(['/api/squad?protocol=dyno_seated'])
const memory = (what: string) => Number(new RegExp(`${what}:\\s+(\\d+)`).exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) / 1024

// A line a try, three tries of each hand a test.
const lines = Array.from({ length: LINES }, (_, i) => { const test = Math.floor(i / 6); const d = addDays('2021-01-01', Math.floor(test / ATHLETES) * 5); return `${athletes[test % ATHLETES]!.name};${d.split('-').reverse().join('.')};${i % 2 ? 'R' : 'L'};${(30 + (i % 97) / 10).toFixed(1).replace('.', ',')}` })
const t0 = performance.now()
const { id } = (await (await call('POST', '/api/imports', { id: v7(), fileName: 'years.csv', dryRun: false, text: ['Name;Day;Hand;Grip', ...lines].join('\n'), mapping: { columns: { athlete: 'name', date: 'day', hand: 'hand' }, fixed: {}, results: [{ column: 'grip', protocolId: 'dyno_seated', hand: null, unit: 'kg' }], dateOrder: 'dmy', names: {} } })).json()) as { id: string }
let looks = 0
let slowest = 0
let job: JobView<ImportReply>
do { const t = performance.now(); job = (await (await call('GET', `/api/jobs/${id}`)).json()) as JobView<ImportReply>; slowest = Math.max(slowest, performance.now() - t); looks++; await new Promise((r) => setTimeout(r, 50)) } while (job.state === 'running')
const importS = (performance.now() - t0) / 1000
const peak = memory('VmHWM')
server.kill('SIGTERM')
await new Promise((r) => server.on('exit', r))
await dropDatabase(admin, DATABASE)

const commit = execFileSync('git', ['describe', '--always', '--dirty', '--abbrev=12'], { encoding: 'utf8' }).trim()
put('docs/performance.md', 'load', `## A large hall

Written by \`./mano prove\` on ${new Date().toISOString().slice(0, 10)}, commit ${commit}, ${cpus().length} x ${cpus()[0]?.model ?? 'unknown processor'}, Node ${process.versions.node}. ${ATHLETES} athletes; one of them with three years of tests and ${SETS.toLocaleString('en')} sets. Times are of the server, requests of a page one after the other, median of seven (in brackets the first).

| what | asked | measured |
| --- | --- | --- |
| review of the athlete over three years: record, tests, review | under 500 ms | ${review.median.toFixed(0)} ms (${review.first.toFixed(0)}) |
| squad of ${ATHLETES} on one test | under 300 ms | ${squad.median.toFixed(0)} ms (${squad.first.toFixed(0)}) |
| ${LINES.toLocaleString('en')} lines of a coach's own sheet, ${(job.result?.trials ?? 0).toLocaleString('en')} tries saved | under 10 s | ${importS.toFixed(1)} s; progress looked at ${looks} times, answered in ${slowest.toFixed(0)} ms at the slowest |
| memory of the server at its highest, import included | under 300 MB | ${peak.toFixed(0)} MB |`)
if (job.state !== 'done') throw new Error(JSON.stringify(job.problem ?? job.result?.problems.slice(0, 3)))
