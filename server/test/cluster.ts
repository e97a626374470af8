import { execFileSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { must } from '@mano/core/units/must'
import { dropDatabase, ensureDatabase } from '../src/db/bootstrap'
import { migrate } from '../src/db/source'
import { PASSWORDS } from './passwords'

const script = new URL('../../scripts/pg.sh', import.meta.url).pathname

/**
 * A cluster for the run, the one `./mano test` started or one of our own, and in it a database with
 * every migration, of which each test's own is a copy: a tenth of a second in place of one and a
 * half.
 */
export default async function setup(): Promise<() => Promise<void>> {
  const end = cluster()
  const admin = must(process.env['MANO_PG_ADMIN_URL'])
  const template = `t_template_${randomBytes(6).toString('hex')}`
  const { owner } = await ensureDatabase(admin, template, PASSWORDS)
  await migrate(owner)
  const demo = `${template}_demo`
  Object.assign(process.env, { MANO_TEST_TEMPLATE: template, MANO_TEST_DEMO: demo })
  return async () => {
    for (const database of [template, demo]) await dropDatabase(admin, database)
    end()
  }
}

function cluster(): () => void {
  if (process.env['MANO_PG_ADMIN_URL']) return () => undefined
  const dir = join(mkdtempSync(join(tmpdir(), 'mano-pg-')), 'pg')
  execFileSync('chmod', ['755', join(dir, '..')])
  process.env['MANO_PG_ADMIN_URL'] = execFileSync(script, ['start', dir, '--no-fsync'], {
    encoding: 'utf8',
  }).trim()
  return () => {
    execFileSync(script, ['stop', dir])
    delete process.env['MANO_PG_ADMIN_URL']
  }
}
