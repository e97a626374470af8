import { Client } from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobView } from '@mano/contract/common'
import { startRunner } from '../src/jobs/runner'
import { bossOn, QUEUE } from '../src/queue/boss'
import { openApp } from '../src/db/source'
import { addAthlete, hall, jobDone, rig, type Rig, type Staff } from './hall'

/** Work that is under way while its server stops, or its database goes. */
let r: Rig
let own: Staff
/** What no line of code took up: in a server it ends the process. */
const unheard: unknown[] = []
const note = (error: unknown) => void unheard.push(error)
beforeAll(async () => {
  r = await rig()
  own = await hall(r, 'ruth')
  // Each test brings runners of its own.
  await r.runner.stop()
  process.on('unhandledRejection', note)
})
afterAll(async () => {
  process.off('unhandledRejection', note)
  await r.close()
})

const until = async (what: () => Promise<boolean>) => {
  while (!(await what())) await new Promise((resolve) => setTimeout(resolve, 10))
}

/** A job may be done a moment before its place in the queue is: what stops then puts it back. */
const nothingLeft = async () => {
  const left = `SELECT 1 FROM pgboss.job WHERE state IN ('created', 'active', 'retry')`
  return (await r.pool.query(left)).rowCount === 0
}

const file = (name: string) => ({
  id: v7(),
  fileName: 'a.csv',
  dryRun: false,
  text: `athlete,date,protocol,left\n${name},2026-11-02,dyno_seated,40`,
  mapping: null,
})

describe('a server that stops in the middle of a job', () => {
  it('leaves no error behind that nobody hears, and the job to the next', async () => {
    await addAthlete(own.agent, { name: 'Bo Marsh' })
    const app = await openApp(r.urls.app)
    const first = await startRunner(app, r.urls.app)
    const holds = new Client({ connectionString: r.urls.owner })
    await holds.connect()
    await holds.query('BEGIN; LOCK TABLE trial IN ACCESS EXCLUSIVE MODE')
    const { id } = (await own.agent.post('/api/imports').send(file('Bo Marsh')).expect(202))
      .body as { id: string }
    first.look()
    const waits = `SELECT 1 FROM pg_locks WHERE relation = 'trial'::regclass AND NOT granted`
    await until(async () => ((await holds.query(waits)).rowCount ?? 0) > 0)
    await first.stop()
    await app.destroy()
    await holds.query('ROLLBACK')
    await holds.end()
    // Long enough for whatever was let go to end, and to be said aloud.
    await new Promise((resolve) => setTimeout(resolve, 500))
    expect(unheard).toEqual([])
    expect(((await own.agent.get(`/api/jobs/${id}`)).body as JobView<unknown>).state).toBe(
      'running',
    )
    const next = await startRunner(r.app, r.urls.app)
    try {
      expect(await jobDone(own.agent, id)).toMatchObject({ state: 'done', result: { trials: 1 } })
      await until(nothingLeft)
    } finally {
      await next.stop()
    }
  }, 30_000)
  it('a job it had taken and not begun is put back, once', async () => {
    const athleteId = await addAthlete(own.agent, { name: 'Ann Tolley' })
    const { id } = (await own.agent.post('/api/imports').send(file('Ann Tolley')).expect(202))
      .body as { id: string }
    const boss = bossOn(r.pool)
    expect(await boss.fetch(QUEUE)).toMatchObject([{ data: { id } }])
    // As if that server had been ended a while ago.
    await r.pool.query(`UPDATE pgboss.job SET started_on = now() - interval '1 minute'`)
    const [one, two] = [await startRunner(r.app, r.urls.app), await startRunner(r.app, r.urls.app)]
    try {
      expect(await jobDone(own.agent, id)).toMatchObject({ state: 'done', result: { trials: 1 } })
      expect((await own.agent.get(`/api/athletes/${athleteId}/tests`)).body).toHaveLength(1)
      await until(nothingLeft)
    } finally {
      await one.stop()
      await two.stop()
    }
  }, 30_000)
})
