import { v7 } from 'uuid'
import type { JobView } from '@mano/contract/common'
import { JobEntity } from '../db/entities'
import { type StoredJob } from '../db/rows'
import { enqueue } from '../queue/boss'
import type { JobName } from '../api/jobKinds'
import { ok, type Api, type Call, type Reply } from '../api/api'
import { notFound, tooMany } from '../faults/problem'

/** Work of one hall that waits or runs, at the most. */
const AT_ONCE = 8

/** Keeps long work with who asked for it; a server takes it up once this request is through. */
export async function startJob(call: Call, kind: JobName, input: object): Promise<Reply> {
  const waiting = await call.em.count(JobEntity, {
    where: [{ state: 'waiting' }, { state: 'running' }],
  })
  if (waiting >= AT_ONCE)
    throw tooMany('Eight pieces of long work wait already. Let one end first.')
  const id = v7()
  const { id: accountId, name, role } = call.account
  await call.em.insert(JobEntity, {
    ...call.actor,
    id,
    kind,
    input: { ...input, account: { id: accountId, name, role }, today: call.today },
  })
  await enqueue(call.em, { hallId: call.hall.id, id })
  call.after.push(() => call.services.look?.())
  return { status: 202, body: { id } }
}

const view = (j: StoredJob): JobView => ({
  id: j.id,
  state: j.state === 'waiting' ? 'running' : j.state,
  done: j.done,
  of: j.total,
  says: j.says,
  result: j.result,
  problem: j.problem,
  file: j.fileName === null ? null : `/api/jobs/${j.id}/file`,
})

export function mountJobs(api: Api): void {
  const seen = {
    id: true,
    state: true,
    done: true,
    total: true,
    says: true,
    result: true,
    problem: true,
    fileName: true,
  } as const
  api.on('GET /api/jobs/:jobId', async ({ em, req }) => {
    const job = await em.findOne(JobEntity, {
      where: { id: String(req.params['jobId']) },
      select: seen,
    })
    if (!job) throw notFound('job')
    return ok(view(job))
  })

  api.on('POST /api/jobs/:jobId/stop', async ({ em, req }) => {
    const id = String(req.params['jobId'])
    if (!(await em.findOne(JobEntity, { where: { id }, select: { id: true } })))
      throw notFound('job')
    await em.update(JobEntity, { id, state: 'waiting' }, { state: 'stopped', endedAt: new Date() })
    await em.update(JobEntity, { id, state: 'running' }, { stop: true })
    return ok({})
  })

  api.on('GET /api/jobs/:jobId/file', async ({ em, req }) => {
    const job = await em.findOneBy(JobEntity, { id: String(req.params['jobId']) })
    if (!job?.file || job.fileName === null || job.fileType === null) throw notFound('file')
    return { status: 200, body: job.file, type: job.fileType, fileName: job.fileName }
  })
}
