// Says what is missing or doubtful on this machine before something fails for it.
// node scripts/doctor.mjs ROOT DATA_FOLDER       exit 1 when something must be mended
import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  accessSync,
  constants,
  existsSync,
  readFileSync,
  readdirSync,
  statSync,
  statfsSync,
} from 'node:fs'
import { createServer } from 'node:net'
import { totalmem } from 'node:os'
import { join } from 'node:path'

const [root, data] = process.argv.slice(2)
const GB = 1024 ** 3
/** What a hall needs: own measurements and a margin (docs/performance.md). */
const LEAST = { diskGb: 2, memoryGb: 1, backupDays: 8, node: 20, postgres: 15 }
const DAY_MS = 86_400_000

/** A finding: fine, worth a look, or in the way; and what to do about it. */
const fine = (what, says) => ({ is: 'ok', what, says })
const look = (what, says, mend) => ({ is: 'look', what, says, mend })
const mend = (what, says, how) => ({ is: 'mend', what, says, mend: how })

const read = (path) => {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return null
  }
}
const portIsFree = (port) =>
  new Promise((resolve) => {
    const s = createServer()
    s.on('error', () => resolve(false)).listen(port, '127.0.0.1', () =>
      s.close(() => resolve(true)),
    )
  })
async function answers(port) {
  try {
    const r = await fetch(`http://127.0.0.1:${port}/readyz`, { signal: AbortSignal.timeout(2000) })
    return r.status
  } catch {
    return null
  }
}

function node() {
  const major = Number(process.versions.node.split('.')[0])
  return major >= LEAST.node
    ? fine('Node', process.version)
    : mend('Node', `${process.version}, ${LEAST.node} or newer is needed`, 'Install a newer Node.')
}

function postgres() {
  let versions = []
  try {
    versions = readdirSync('/usr/lib/postgresql').filter((v) =>
      existsSync(`/usr/lib/postgresql/${v}/bin/initdb`),
    )
  } catch {
    // No folder: none is installed.
  }
  const newest = Math.max(0, ...versions.map(Number).filter(Number.isFinite))
  return newest >= LEAST.postgres
    ? fine('PostgreSQL', `server ${newest}`)
    : mend(
        'PostgreSQL',
        newest === 0
          ? 'its server is not installed'
          : `${newest}, ${LEAST.postgres} or newer is needed`,
        'As root: apt-get install postgresql. Systems other than Debian: put its bin ' +
          'folder at /usr/lib/postgresql/VERSION/bin.',
      )
}

const chromium = () =>
  [process.env.MANO_CHROMIUM, '/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].some(
    (at) => at && existsSync(at),
  )
    ? fine('Chromium', 'there, for tests and pictures')
    : look(
        'Chromium',
        'not there: only ./mano test, prove and shots need it',
        'apt-get install chromium-headless-shell',
      )

function packages() {
  const lock = read(join(root, 'package-lock.json'))
  const want = lock && createHash('sha256').update(lock).digest('hex')
  const has = read(join(root, 'node_modules/.mano-stamp'))?.trim()
  return has === want
    ? fine('Packages', 'as package-lock.json says')
    : look(
        'Packages',
        'not installed, or of another release',
        'The next ./mano installs them; that needs the network once.',
      )
}

function folder() {
  if (!existsSync(data))
    return look('Data folder', `${data} is not there yet`, 'The first start makes it.')
  try {
    accessSync(data, constants.R_OK | constants.W_OK)
  } catch {
    return mend(
      'Data folder',
      `${data} cannot be written`,
      'Give it to the account that runs Mano.',
    )
  }
  const secrets = join(data, 'secrets.env')
  if (existsSync(secrets) && (statSync(secrets).mode & 0o077) !== 0)
    return mend('Data folder', `${secrets} can be read by others`, `chmod 600 ${secrets}`)
  return fine('Data folder', data)
}

function disk() {
  const at = existsSync(data) ? data : root
  const { bavail, bsize } = statfsSync(at)
  const gb = (bavail * bsize) / GB
  return gb >= LEAST.diskGb
    ? fine('Disk', `${gb.toFixed(0)} GB free`)
    : mend(
        'Disk',
        `${gb.toFixed(1)} GB free, ${LEAST.diskGb} are needed`,
        'Make room: a full disk stops the database.',
      )
}

const memory = () =>
  totalmem() / GB >= LEAST.memoryGb
    ? fine('Memory', `${(totalmem() / GB).toFixed(0)} GB`)
    : look(
        'Memory',
        `${(totalmem() / GB).toFixed(1)} GB`,
        'Server and database together take about 0.6 GB.',
      )

async function running() {
  const kept = JSON.parse(read(join(data, 'running.json')) ?? 'null')
  const port = Number(process.env.MANO_PORT ?? kept?.port ?? 5180)
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    return mend(
      'Port',
      `MANO_PORT is "${process.env.MANO_PORT}"`,
      'A whole number from 1 to 65535.',
    )
  const status = await answers(port)
  if (status === 200) return fine('Server', `answers on port ${port}, its database too`)
  if (status !== null)
    return mend(
      'Server',
      `port ${port} answers ${status}`,
      'Its database is away, or another program has the port: set MANO_PORT.',
    )
  return (await portIsFree(port))
    ? look('Server', `not running; port ${port} is free`, 'Start it: ./mano serve')
    : mend('Port', `${port} is taken by another program`, 'Set MANO_PORT to another one.')
}

function settings() {
  const { MANO_NOW: now, MANO_HTTPS: https } = process.env
  if (now && Number.isNaN(Date.parse(now)))
    return mend('Settings', `MANO_NOW is "${now}"`, 'Leave it out: it pins the clock.')
  if (now)
    return look('Settings', 'MANO_NOW pins the clock', 'Leave it out for a hall of your own.')
  if (https && !['0', '1'].includes(https))
    return mend(
      'Settings',
      `MANO_HTTPS is "${https}"`,
      '1 behind a proxy with HTTPS, else leave it out.',
    )
  return fine(
    'Settings',
    https === '1'
      ? 'cookies only over HTTPS'
      : 'cookies over HTTP too: set MANO_HTTPS=1 behind HTTPS',
  )
}

function backups() {
  const folder = process.env.MANO_BACKUPS ?? join(data, 'backups')
  let newest = 0
  try {
    for (const f of readdirSync(folder))
      if (f.endsWith('.dump')) newest = Math.max(newest, statSync(join(folder, f)).mtimeMs)
  } catch {
    // None yet.
  }
  if (newest === 0)
    return look(
      'Back-ups',
      `none in ${folder}`,
      './mano backup --keep 14, by a timer (docs/running.md)',
    )
  const days = Math.floor((Date.now() - newest) / DAY_MS)
  return days <= LEAST.backupDays
    ? fine('Back-ups', `the newest is ${days === 0 ? 'of today' : `${days} days old`}`)
    : look('Back-ups', `the newest is ${days} days old`, 'See why the timer does not run.')
}

function clock() {
  try {
    const out = execFileSync('timedatectl', ['show', '-p', 'NTPSynchronized', '--value'], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    }).trim()
    return out === 'no'
      ? look('Clock', 'not kept by a time server', 'Results carry its time: turn time keeping on.')
      : fine('Clock', new Date().toISOString())
  } catch {
    return fine('Clock', new Date().toISOString())
  }
}

const found = [
  node(),
  postgres(),
  chromium(),
  packages(),
  folder(),
  disk(),
  memory(),
  settings(),
  await running(),
  backups(),
  clock(),
]
const SIGN = { ok: 'ok  ', look: 'look', mend: 'MEND' }
for (const f of found) {
  console.log(`${SIGN[f.is]}  ${f.what}: ${f.says}.`)
  if (f.mend) console.log(`      ${f.mend}`)
}
const [bad, doubts] = ['mend', 'look'].map((is) => found.filter((f) => f.is === is).length)
console.log(
  bad > 0
    ? `${bad} to mend${doubts > 0 ? `, ${doubts} to look at` : ''}.`
    : doubts > 0
      ? `Nothing in the way; ${doubts} to look at.`
      : 'All in order.',
)
process.exit(bad > 0 ? 1 : 0)
