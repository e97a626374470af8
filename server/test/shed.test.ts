import express from 'express'
import request from 'supertest'
import { describe, expect, it } from 'vitest'
import { shed } from '../src/http/shed'

/** A server whose requests wait until they are let go. */
function waiting() {
  const held: (() => void)[] = []
  const server = express()
  server.use(shed())
  server.use((_req, res) => {
    held.push(() => res.send('ok'))
  })
  return { server: server.listen(0, '127.0.0.1'), held }
}
const until = async (what: () => boolean) => {
  for (let i = 0; i < 200 && !what(); i++) await new Promise((resolve) => setTimeout(resolve, 10))
}

describe('more requests than are served at once', () => {
  it(
    'are told so at once, with when to come again; what is written is let in longer than ' +
      'what is read',
    async () => {
      const { server, held } = waiting()
      const reads = Array.from({ length: 24 }, () =>
        request(server)
          .get('/')
          .then((r) => r.status),
      )
      await until(() => held.length === 24)
      const refused = await request(server).get('/')
      expect([
        refused.status,
        refused.headers['retry-after'],
        refused.type,
        (refused.body as { status: number }).status,
      ]).toEqual([503, '1', 'application/problem+json', 503])
      const writes = Array.from({ length: 24 }, () =>
        request(server)
          .post('/')
          .then((r) => r.status),
      )
      await until(() => held.length === 48)
      expect((await request(server).post('/')).status).toBe(503)
      for (const go of held.splice(0)) go()
      expect(new Set([...(await Promise.all(reads)), ...(await Promise.all(writes))])).toEqual(
        new Set([200]),
      )
      const again = request(server)
        .get('/')
        .then((r) => r.status)
      await until(() => held.length === 1)
      held[0]!()
      expect(await again).toBe(200)
      server.close()
    },
  )
})
