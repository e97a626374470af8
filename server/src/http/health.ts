import type { Express } from 'express'
import type { DataSource } from 'typeorm'

/**
 * `/healthz`: the process answers. `/readyz`: so does its database; a proxy sends nothing here
 * while it does not, nor while it stops.
 */
export function mountHealth(server: Express, app: DataSource, stopping: () => boolean): void {
  server.get('/healthz', (_req, res) => void res.type('text/plain').send('ok\n'))
  server.get('/readyz', async (_req, res) => {
    const ready =
      !stopping() &&
      (await app.query('SELECT 1').then(
        () => true,
        () => false,
      ))
    res
      .status(ready ? 200 : 503)
      .type('text/plain')
      .send(ready ? 'ready\n' : 'not ready\n')
  })
}
