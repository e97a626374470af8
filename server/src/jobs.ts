import { v7 } from 'uuid'
import type { JobView, Problem } from '@mano/contract/common'
import { problemOf } from './http/problem'

export interface JobFile { name: string; type: string; bytes: Buffer }
interface Job { id: string; hallId: string; state: JobView['state']; done: number; of: number; says: string; result: unknown; problem: Problem | null; file: JobFile | null; stop: boolean; at: number }

/** Thrown inside work that was asked to stop: its transaction is rolled back. */
class Stopped extends Error {}

export interface JobHandle {
  /** Says how far the work is, lets others be served, and ends it here when it was asked to stop. */
  step: (done: number, of: number, says: string) => Promise<void>
  keepFile: (file: JobFile) => void
}

/** Jobs kept at the most, and for how long after their end. */
const KEPT = { most: 40, ms: 30 * 60_000 }

/** Long work beside the requests, in memory: a restart forgets it, and what it wrote is all or nothing. */
export class Jobs {
  private readonly all = new Map<string, Job>()

  start(hallId: string, work: (job: JobHandle) => Promise<unknown>): string {
    this.forget()
    const job: Job = { id: v7(), hallId, state: 'running', done: 0, of: 1, says: '', result: null, problem: null, file: null, stop: false, at: Date.now() }
    this.all.set(job.id, job)
    const step: JobHandle['step'] = async (done, of, says) => {
      Object.assign(job, { done, of, says })
      await new Promise((resolve) => setImmediate(resolve))
      if (job.stop) throw new Stopped()
    }
    void work({ step, keepFile: (file) => { job.file = file } }).then(
      (result) => Object.assign(job, { state: 'done', result, done: job.of, at: Date.now() }),
      (error: unknown) => {
        if (error instanceof Stopped) return Object.assign(job, { state: 'stopped', at: Date.now() })
        const problem = problemOf(error)
        if (problem.status >= 500) console.error(error)
        return Object.assign(job, { state: 'failed', problem, at: Date.now() })
      },
    )
    return job.id
  }

  private own(id: string, hallId: string): Job | null {
    const job = this.all.get(id)
    return job?.hallId === hallId ? job : null
  }

  view(id: string, hallId: string): JobView | null {
    const j = this.own(id, hallId)
    return j && { id: j.id, state: j.state, done: j.done, of: j.of, says: j.says, result: j.result ?? null, problem: j.problem, file: j.file && `/api/jobs/${j.id}/file` }
  }

  file(id: string, hallId: string): JobFile | null {
    return this.own(id, hallId)?.file ?? null
  }

  stop(id: string, hallId: string): boolean {
    const job = this.own(id, hallId)
    if (job) job.stop = true
    return job !== null
  }

  private forget(): void {
    const ended = [...this.all.values()].filter((j) => j.state !== 'running').sort((a, b) => a.at - b.at)
    for (const [i, j] of ended.entries()) if (Date.now() - j.at > KEPT.ms || ended.length - i > KEPT.most) this.all.delete(j.id)
  }
}
