import type { Jobs } from '../jobs'
import { ok, type Api } from './api'
import { notFound } from './problem'

export function mountJobs(api: Api, jobs: Jobs): void {
  api.on('GET /api/jobs/:jobId', async ({ req, hall }) => {
    const view = jobs.view(String(req.params['jobId']), hall.id)
    if (!view) throw notFound('job')
    return ok(view)
  })

  api.on('POST /api/jobs/:jobId/stop', async ({ req, hall }) => {
    if (!jobs.stop(String(req.params['jobId']), hall.id)) throw notFound('job')
    return ok({})
  })

  api.on('GET /api/jobs/:jobId/file', async ({ req, hall }) => {
    const file = jobs.file(String(req.params['jobId']), hall.id)
    if (!file) throw notFound('file')
    return { status: 200, body: file.bytes, type: file.type, fileName: file.name }
  })
}
