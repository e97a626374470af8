import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const script = new URL('../../scripts/pg.sh', import.meta.url).pathname

/** A cluster for the run: the one `./mano test` started, or one of our own. */
export default function setup(): (() => void) | undefined {
  if (process.env['MANO_PG_ADMIN_URL']) return undefined
  const dir = join(mkdtempSync(join(tmpdir(), 'mano-pg-')), 'pg')
  execFileSync('chmod', ['755', join(dir, '..')])
  process.env['MANO_PG_ADMIN_URL'] = execFileSync(script, ['start', dir, '--no-fsync'], {
    encoding: 'utf8',
  }).trim()
  return () => execFileSync(script, ['stop', dir])
}
