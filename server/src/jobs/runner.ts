import { errorWords } from '../faults/errorWords'
import { Pool } from 'pg'
import type { DataSource, EntityManager } from 'typeorm'
import { HallEntity, JobEntity } from '../db/entities'
import { type StoredJob } from '../db/rows'
import { ask } from '../db/ask'
import { inHall } from '../db/hall'
import { isPassing, problemOf } from '../faults/problem'
import { bossOn, QUEUE, type Queued } from '../queue/boss'
import type { JobFile, JobHandle, JobScene } from '../api/jobKinds'
import { KINDS } from './registry'
import { LOST_MS, rescue } from './rescue'

/** Between two signs of life of a job, ms. */
const BEAT_MS = 400
/** Between two looks at the queue that nobody asked for, and the grace of a job at a stop, ms. */
const LOOKS_MS = 1000
const LETS_MS = 1000

/** Thrown inside work that was asked to stop: its transaction is rolled back. */
class Stopped extends Error {}

interface Said {
  done: number
  total: number
  says: string
}

/**
 * Runs one queued job. Its signs of life go beside its own transaction, so that everybody sees
 * them.
 */
async function runJob(app: DataSource, { hallId, id }: Queued): Promise<void> {
  const own = <T>(work: (em: EntityManager) => Promise<T>) => inHall(app, hallId, work)
  const taken = await own(async (em) => {
    const row = await ask<{ id: string }>(
      em,
      `UPDATE job SET state = 'running', beat_at = clock_timestamp(), tries = tries + 1
        WHERE id = $1 AND state = 'waiting' RETURNING id`,
      [id],
    )
    return row.length > 0 ? em.findOneByOrFail(JobEntity, { id }) : null
  })
  if (!taken) return
  let said: Said = { done: 0, total: 1, says: '' }
  let stop = false
  const beat = async () => {
    const rows = await own((em) =>
      ask<{ stop: boolean }>(
        em,
        `UPDATE job SET beat_at = clock_timestamp(), done = $2, total = $3, says = $4 WHERE id = $1
          AND state = 'running' RETURNING stop`,
        [id, said.done, said.total, said.says],
      ),
    )
    stop = rows[0]?.stop ?? true
  }
  const beating = setInterval(() => void beat().catch(() => undefined), BEAT_MS)
  let file: JobFile | null = null
  const handle: JobHandle = {
    step: async (done, total, says) => {
      said = { done, total, says }
      await new Promise((resolve) => setImmediate(resolve))
      if (stop) throw new Stopped()
    },
    keepFile: (f) => {
      file = f
    },
  }
  const end = (more: Partial<StoredJob>) =>
    own((em) =>
      em.update(JobEntity, { id, state: 'running' }, {
        ...more,
        input: {},
        endedAt: new Date(),
      } as never),
    )
  try {
    await beat()
    if (stop) throw new Stopped()
    const result = await inHall(
      app,
      hallId,
      async (em) => {
        const done = await KINDS[taken.kind as keyof typeof KINDS](
          await sceneOf(em, taken),
          taken.input as never,
          handle,
        )
        await beat()
        // The last moment in which it can still be taken back.
        if (stop) throw new Stopped()
        return done
      },
      { long: true },
    )
    const kept = file as JobFile | null
    await end({
      state: 'done',
      result: result as object,
      done: said.total,
      fileName: kept?.name ?? null,
      fileType: kept?.type ?? null,
      file: kept?.bytes ?? null,
    })
  } catch (error) {
    // A database that was away: the row still says "running", and is taken up again.
    if (isPassing(error)) return
    const problem = problemOf(error)
    if (problem.status >= 500 && !(error instanceof Stopped)) console.error(errorWords(error))
    await end(error instanceof Stopped ? { state: 'stopped' } : { state: 'failed', problem })
  } finally {
    clearInterval(beating)
  }
}

async function sceneOf(em: EntityManager, job: StoredJob): Promise<JobScene> {
  const hall = await em.findOneByOrFail(HallEntity, { id: job.hallId })
  const { account, today } = job.input as { account: JobScene['account']; today: string }
  return {
    em,
    hall,
    account,
    now: job.recordedAt,
    today,
    actor: {
      hallId: job.hallId,
      actorKind: job.actorKind,
      actorId: job.actorId,
      recordedAt: job.recordedAt,
    },
    clockMs: null,
  }
}

export interface Runner {
  /** There is something new: look at once. */
  look: () => void
  stop: () => Promise<void>
}

/**
 * Works at the queue, one job after the other, until it is stopped. Every answer of the queue is
 * waited for here: what its own worker lets go of ends the process when the database is away.
 */
export async function startRunner(app: DataSource, url: string): Promise<Runner> {
  const pool = new Pool({ connectionString: url, max: 2, connectionTimeoutMillis: 15_000 })
  pool.on('error', () => undefined)
  const boss = bossOn(pool)
  // A database that is away is asked again with the next look.
  boss.on('error', () => undefined)
  await boss.start()
  let [stopping, looked, wake] = [false, false, () => undefined as void]
  const look = () => {
    looked = true
    wake()
  }
  const next = async (): Promise<boolean> => {
    const [job] = await boss.fetch<Queued>(QUEUE)
    if (!job) return false
    // What fails for good is said in the job's own row; the queue only lets go of it.
    await runJob(app, job.data).catch((error: unknown) => {
      if (!stopping) console.error(errorWords(error))
    })
    await boss.complete(QUEUE, job.id)
    return true
  }
  const work = async () => {
    while (!stopping) {
      looked = false
      const more = await next().catch(() => false)
      if (more || looked || stopping) continue
      await new Promise<void>((resolve) => {
        wake = resolve
        setTimeout(resolve, LOOKS_MS)
      })
    }
  }
  const working = work()
  const rescuing = setInterval(() => void rescue(app).catch(() => undefined), LOST_MS / 2)
  const end = async () => {
    stopping = true
    clearInterval(rescuing)
    wake()
    // A job under way may end, but nobody waits long for it: the next server takes it up.
    await Promise.race([working, new Promise((resolve) => setTimeout(resolve, LETS_MS))])
    await boss.stop({ graceful: false, close: false }).catch(() => undefined)
    await pool.end()
  }
  let ended: Promise<void> | null = null
  return { look, stop: () => (ended ??= end()) }
}
