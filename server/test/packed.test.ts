import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import express from 'express'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { answer } from '../src/api/answer'
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

describe('answers', () => {
  const rows = Array.from({ length: 80 }, (_, i) => ({ id: i, name: 'Ö'.repeat(20) }))
  app.get('/rows', (req, res) => answer(req, res, { status: 200, body: rows }))
  app.get('/few', (req, res) => answer(req, res, { status: 201, body: { id: 1 } }))
  app.get('/none', (req, res) => answer(req, res, { status: 204, body: null }))
  app.get('/file', (req, res) =>
    answer(req, res, { status: 200, body: 'a;b', type: 'text/csv', fileName: 'Ö.csv' }),
  )

  it('of some length go out compressed to who takes that, and say the same', async () => {
    const [short, plain] = [await get('/rows', 'gzip'), await get('/rows', 'identity')]
    expect(short.headers['content-encoding']).toBe('gzip')
    expect(short.headers['vary']).toBe('Accept-Encoding')
    expect(Number(short.headers['content-length'])).toBeLessThan(plain.text.length / 4)
    expect(plain.headers['content-encoding']).toBeUndefined()
    expect([short.body, plain.body]).toEqual([rows, rows])
  })
  it('are what they are: short, empty, or a file by its name', async () => {
    expect(await get('/few', 'gzip')).toMatchObject({ status: 201, body: { id: 1 } })
    expect((await get('/few', 'gzip')).headers['content-encoding']).toBeUndefined()
    expect(await get('/none', 'gzip')).toMatchObject({ status: 204, text: '' })
    const file = await get('/file', 'gzip')
    expect(file.text).toBe('a;b')
    expect(file.headers['content-type']).toMatch('text/csv')
    expect(file.headers['content-disposition']).toContain('%C3%96.csv')
  })
})
