import { randomBytes } from 'node:crypto'
import { Client } from 'pg'
import { describe, expect, it } from 'vitest'
import { dropDatabase, ensureDatabase, mendSwap, swapDatabase } from '../src/db/bootstrap'

const admin = process.env['MANO_PG_ADMIN_URL']!
const passwords = { owner: 'test-owner', app: 'test-app' }

async function ask<T>(database: string, sql: string): Promise<T[]> {
  const url = new URL(admin)
  url.pathname = `/${database}`
  const q = new Client({ connectionString: url.href })
  await q.connect()
  try {
    return (await q.query(sql)).rows as T[]
  } finally {
    await q.end()
  }
}
/** A database that says its own name. */
async function made(name: string): Promise<void> {
  await ensureDatabase(admin, name, passwords)
  await ask(name, `CREATE TABLE is_called AS SELECT '${name}'::text AS name`)
}
const called = async (name: string) =>
  (await ask<{ name: string }>(name, 'SELECT name FROM is_called'))[0]?.name
const there = async (like: string) =>
  (
    await ask<{ datname: string }>(
      'postgres',
      `SELECT datname FROM pg_database WHERE datname LIKE '${like}%' ORDER BY 1`,
    )
  ).map((r) => r.datname)
const name = () => `s_${randomBytes(5).toString('hex')}`

describe('a restore that is killed at a bad moment', () => {
  it(
    'changes both names in one step: afterwards there ' + 'is the new one and nothing else',
    async () => {
      const own = name()
      await made(own)
      await made(`${own}_restore`)
      await swapDatabase(admin, `${own}_restore`, own)
      expect([await called(own), await there(own)]).toEqual([`${own}_restore`, [own]])
      await dropDatabase(admin, own)
    },
  )
  it.each([
    ['half put back: it goes, what was there stays', ['', '_restore'], ''],
    ['after the change of names: what was there before goes', ['', '_old'], ''],
    [
      'as the release before did it, the old one gone: the restored one is the installation',
      ['_restore'],
      '_restore',
    ],
    ['with only the old one left: that is the installation again', ['_old', '_restore'], '_old'],
  ])('%s', async (_, left, stands) => {
    const own = name()
    for (const end of left) await made(own + end)
    await mendSwap(admin, own)
    expect([await called(own), await there(own)]).toEqual([own + stands, [own]])
    await dropDatabase(admin, own)
  })
})
