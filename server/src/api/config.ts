/** Settings from the environment; the start command sets them. */
export interface Config {
  port: number
  sessionSecret: string
  /** A proxy before it speaks HTTPS: cookies go by that alone. */
  https: boolean
  webRoot: string | null
  /** An instant that pins now for tests and demos; null: the real clock. */
  pinnedNow: string | null
  demo: boolean
  /** Seconds of a simulated instrument's clock a second; over 1 in tests. */
  instrumentSpeed: number
  /** Streams of JSON lines to read instruments from, `name=path`. */
  instrumentPaths: readonly string[]
}

/** What makes databases and changes tables: for commands, never for the server. */
export interface Rights {
  adminUrl: string
  database: string
  passwords: { owner: string; app: string }
  port: number
  demo: boolean
  /** Start over: the database is dropped first. */
  fresh: boolean
}

export type Clock = () => Date

function need(env: NodeJS.ProcessEnv, name: string): string {
  const value = env[name]
  if (!value) throw new Error(`${name} is not set; start Mano by ./mano.`)
  return value
}

export const readConfig = (env: NodeJS.ProcessEnv): Config => ({
  port: portOf(env['MANO_PORT'] ?? '5180'),
  sessionSecret: need(env, 'MANO_SESSION_SECRET'),
  https: flagOf('MANO_HTTPS', env['MANO_HTTPS']),
  webRoot: env['MANO_WEB_ROOT'] ?? null,
  pinnedNow: env['MANO_NOW'] ?? null,
  demo: env['MANO_DEMO'] === '1',
  instrumentSpeed: Number(env['MANO_INSTRUMENT_SPEED'] ?? 1),
  instrumentPaths: (env['MANO_INSTRUMENTS'] ?? '').split(';').filter((p) => p !== ''),
})

export const readRights = (env: NodeJS.ProcessEnv): Rights => ({
  adminUrl: need(env, 'MANO_PG_ADMIN_URL'),
  database: env['MANO_DATABASE'] ?? 'mano',
  passwords: {
    owner: need(env, 'MANO_OWNER_PASSWORD'),
    app: need(env, 'MANO_APP_PASSWORD'),
  },
  port: portOf(env['MANO_PORT'] ?? '5180'),
  demo: env['MANO_DEMO'] === '1',
  fresh: env['MANO_FRESH'] === '1',
})

function portOf(text: string): number {
  const port = Number(text)
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`MANO_PORT is "${text}"; a port is a whole number up to 65535.`)
  return port
}
function flagOf(name: string, text = '0'): boolean {
  if (text !== '0' && text !== '1') throw new Error(`${name} is "${text}"; say 1, or leave it out.`)
  return text === '1'
}

/** The real clock, or one that runs on from a pinned instant. */
export function clockFrom(pinnedNow: string | null): Clock {
  if (!pinnedNow) return () => new Date()
  const offset = Date.parse(pinnedNow) - Date.now()
  if (Number.isNaN(offset)) throw new Error(`MANO_NOW is not an instant: ${pinnedNow}`)
  return () => new Date(Date.now() + offset)
}
