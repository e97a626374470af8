// Keeps the database and the server of one data folder running until it is told to stop: what dies
// is started again, on the same port.
// node scripts/supervise.mjs DATA_FOLDER [vite]      fd 9: the lock of the folder, held as long as
// this process lives
import { spawn } from 'node:child_process'
import { readFileSync, readlinkSync, realpathSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { SERVER_ARGS } from './serverArgs.mjs'

const LOCK_FD = 9
/** Between two looks at the database, and between two starts of what keeps dying, ms. */
const LOOK_MS = 250
const BACKOFF = { first: 100, most: 5_000, steadyAfter: 10_000 }
/** How long what was told to stop may take, ms. */
const PATIENCE_MS = 9_000

const [data, also] = process.argv.slice(2)
const cluster = join(data, 'pg')
const say = (text) => process.stderr.write(`${text}\n`)
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))
/** The lock must end with this process: a child gets nothing in its place. */
const stdio = (out, ...more) => [
  'ignore',
  out,
  'inherit',
  ...more,
  ...Array.from({ length: LOCK_FD - 2 - more.length }, () => 'ignore'),
]

let stopping = false
let server = null
let vite = null

/** What a command says; refused where it fails. */
const told = (command, args, env = process.env) =>
  new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: stdio('pipe'), env })
    let out = ''
    child.stdout.on('data', (piece) => {
      out += piece
    })
    child.on('close', (code) =>
      code === 0 ? resolve(out.trim()) : reject(new Error(`${command} ${args[0]}: exit ${code}`)),
    )
  })
const pg = (...args) => told('scripts/pg.sh', args)

/** What the server is not told: rights over the database that it never needs. */
const RIGHTS = ['MANO_PG_ADMIN_URL', 'MANO_OWNER_PASSWORD', 'MANO_APP_PASSWORD', 'MANO_FRESH']
const withoutRights = () =>
  Object.fromEntries(Object.entries(process.env).filter(([k]) => !RIGHTS.includes(k)))
/** Makes the database ready and gives the server's address of it; anew where it moved. */
const prepared = { from: '', url: '', fresh: process.env.MANO_FRESH ?? '0' }
async function prepare(url) {
  if (prepared.from === url) return prepared.url
  const env = { ...process.env, MANO_PG_ADMIN_URL: url, MANO_FRESH: prepared.fresh }
  prepared.url = await told(process.execPath, ['server/dist/prepare.mjs'], env)
  prepared.from = url
  prepared.fresh = '0'
  return prepared.url
}

/** The server at its port, restarted whenever it ends without having been told to. */
async function keepServer(url) {
  let pause = BACKOFF.first
  for (let times = 0; !stopping; times++) {
    const began = Date.now()
    let appUrl
    try {
      appUrl = await prepare(url.now)
    } catch (error) {
      say(error.message)
      if (times === 0) return stop(1)
      await wait(pause)
      pause = Math.min(BACKOFF.most, pause * 2)
      continue
    }
    if (stopping) return
    const child = spawn(process.execPath, [...SERVER_ARGS, 'server/dist/main.mjs'], {
      stdio: stdio('inherit', 'ipc'),
      env: {
        ...withoutRights(),
        // Threads share two arenas: each of its own would keep what it once needed.
        MALLOC_ARENA_MAX: '2',
        MANO_APP_URL: appUrl,
        MANO_AGAIN: times === 0 ? '0' : '1',
        MANO_SUPERVISED: '1',
      },
    })
    server = child
    const code = await new Promise((resolve) =>
      child.on('exit', (c, signal) => resolve(signal ?? c)),
    )
    server = null
    if (stopping) return
    // One that never stood has something to say, and said it.
    if (times === 0 && Date.now() - began < BACKOFF.steadyAfter && code === 1) return stop(1)
    if (Date.now() - began > BACKOFF.steadyAfter) pause = BACKOFF.first
    say(`The server ended (${code}); it is started again.`)
    await wait(pause)
    pause = Math.min(BACKOFF.most, pause * 2)
  }
}

const postmaster = () => {
  try {
    return Number(readFileSync(join(cluster, 'postmaster.pid'), 'utf8').split('\n')[0])
  } catch {
    return 0
  }
}
// The number may be another process's by now: ours works in its data folder, as in pg.sh.
const lives = (pid) => {
  try {
    return pid > 0 && readlinkSync(`/proc/${pid}/cwd`) === realpathSync(cluster)
  } catch {
    return false
  }
}

async function keepDatabase(url) {
  while (!stopping) {
    await wait(LOOK_MS)
    if (stopping || lives(postmaster())) continue
    say('The database ended; it is started again.')
    const before = url.now
    try {
      url.now = await pg('start', cluster)
    } catch (error) {
      say(error.message)
      await wait(1000)
    }
    // Its port was taken meanwhile: the server is told by a start of its own.
    if (url.now !== before) server?.kill('SIGTERM')
  }
}

async function stop(code = 0) {
  if (stopping) return
  stopping = true
  vite?.kill('SIGTERM')
  const child = server
  if (child) {
    const ended = new Promise((resolve) => child.on('exit', resolve))
    child.kill('SIGTERM')
    const late = setTimeout(() => child.kill('SIGKILL'), PATIENCE_MS)
    await ended
    clearTimeout(late)
  }
  await pg('stop', cluster).catch((error) => say(error.message))
  process.exit(code)
}
process.on('SIGINT', () => void stop(130))
process.on('SIGTERM', () => void stop(143))

writeFileSync(
  join(data, 'running.json'),
  JSON.stringify({ pid: process.pid, port: Number(process.env.MANO_PORT ?? 5180) }),
)
const url = { now: await pg('start', cluster) }
if (also === 'vite')
  vite = spawn(
    process.execPath,
    ['../node_modules/.bin/vite', '--host', '127.0.0.1', '--port', '5173'],
    { cwd: 'web', stdio: stdio('inherit') },
  )
void keepDatabase(url)
await keepServer(url)
