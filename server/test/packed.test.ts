import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import express from 'express'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { packed } from '../src/api/packed'

const folder = mkdtempSync(join(tmpdir(), 'mano-packed-'))
const app = express()
beforeAll(() => {
  writeFileSync(join(folder, 'a-1.js'), 'plain')
  writeFileSync(join(folder, 'a-1.js.gz'), gzipSync('packed'))
  writeFileSync(join(folder, 'b-1.js'), 'plain')
  app.use('/assets', packed(folder), express.static(folder, { fallthrough: false }))
})
afterAll(() => rmSync(folder, { recursive: true }))
const get = (path: string, takes: string) =>
  request(app).get(path).set('Accept-Encoding', takes).buffer(true)

describe('built files', () => {
  it('go out as they were packed, named for what they are, kept by the browser', async () => {
    const reply = await get('/assets/a-1.js', 'gzip, br')
    expect(reply.text).toBe('packed')
    expect(reply.headers['content-encoding']).toBe('gzip')
    expect(reply.headers['content-type']).toMatch('javascript')
    expect(reply.headers['cache-control']).toMatch('immutable')
    expect(reply.headers['vary']).toBe('Accept-Encoding')
  })
  it('go out plain to who takes nothing packed, and where no packed one is', async () => {
    expect((await get('/assets/a-1.js', 'identity')).text).toBe('plain')
    expect((await get('/assets/b-1.js', 'gzip')).text).toBe('plain')
  })
  it('lead nowhere else', async () => {
    for (const path of ['/assets/..%2f..%2fetc%2fpasswd', '/assets/none.js', '/assets/'])
      expect((await get(path, 'gzip')).status).toBeGreaterThanOrEqual(400)
  })
})
