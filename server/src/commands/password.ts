import { createHash, randomBytes } from 'node:crypto'
import { Client } from 'pg'
import { v7 } from 'uuid'
import { readRights } from '../api/config'

/**
 * A link for a new password, from the machine itself: for a hall whose only coach forgot. It works
 * once, for an hour.
 */
const [login] = process.argv.slice(2)
const config = readRights(process.env)
const url = new URL(config.adminUrl)
url.pathname = `/${config.database}`
const HOUR_MS = 3_600_000

const client = new Client({ connectionString: url.href })
await client.connect()
const { rows } = await client.query<{ id: string; hall_id: string; name: string }>(
  'SELECT id, hall_id, name FROM account WHERE login = lower(trim($1)) AND left_on IS NULL',
  [login],
)
const who = rows[0]
if (!who) {
  const all = await client.query<{ login: string }>(
    'SELECT login FROM account WHERE left_on IS NULL ORDER BY login',
  )
  console.error(
    `Nobody signs in as "${login}". Here are: ` +
      `${all.rows.map((r) => r.login).join(', ') || 'nobody yet'}.`,
  )
  process.exitCode = 1
} else {
  const token = randomBytes(32).toString('base64url')
  await client.query(
    `INSERT INTO entry_link (id, hall_id, actor_kind, actor_id, recorded_at, token_hash, account_id,
      expires_at) VALUES ($1, $2, 'coach', $3, now(), $4, $3, $5)`,
    [
      v7(),
      who.hall_id,
      who.id,
      createHash('sha256').update(token).digest('hex'),
      new Date(Date.now() + HOUR_MS),
    ],
  )
  console.log(`${who.name} sets a new password here, once, within the hour:`)
  console.log(`http://127.0.0.1:${config.port}/enter#${token}`)
}
await client.end()
