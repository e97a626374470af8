import { createHash } from 'node:crypto'
import type { Request } from 'express'
import { v7 } from 'uuid'
import { IsNull, type EntityManager } from 'typeorm'
import type { EntryLink, EntryView } from '@mano/contract/accounts'
import type { Role } from '@mano/contract/roles'
import { AccountEntity, HallEntity } from '../db/entities'
import { inHall } from '../db/hall'
import { created, done, ok, type Api, type Services } from '../api/api'
import { conflict, HttpProblem, notFound, refused } from '../faults/problem'
import { hashPassword } from './accounts'
import { changeKey } from './keys'
import { endSessions } from './people'
import { mustBeStrong } from './strong'
import { must } from '@mano/core/units/must'
import { ask } from '../db/ask'

/** How long a link may wait: own rule, no source. */
const HOURS = 72

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')
const gone = new HttpProblem(
  401,
  'link-ended',
  'This link was used, was taken back or has run out. Ask a coach of the hall for a new one.',
)

interface Row {
  id: string
  accountId: string | null
  role: Role | null
  name: string
}

/** The link a request comes with, in its hall; who used it up finds none. */
async function byEntry<T>(
  services: Services,
  req: Request,
  work: (em: EntityManager, link: Row, hallId: string) => Promise<T>,
): Promise<T> {
  const hash = hashOf(req.get('X-Mano-Link') ?? '')
  const [found] = await services.app.query<
    {
      hall: string | null
    }[]
  >('SELECT hall_of_entry($1) AS hall', [hash])
  const hallId = found?.hall
  if (!hallId) throw gone
  return inHall(services.app, hallId, async (em) => {
    // Two who come with one link come one after the other.
    const [link] = await ask<Row>(
      em,
      `SELECT id, account_id AS "accountId", role, name FROM entry_link WHERE token_hash = $1
        AND used_at IS NULL AND expires_at > $2 FOR UPDATE`,
      [hash, services.clock()],
    )
    if (!link) throw gone
    return work(em, link, hallId)
  })
}

export function mountEntry(api: Api): void {
  api.on('GET /api/entry-links', async (call) =>
    ok(
      await ask<EntryLink>(
        call.em,
        `SELECT l.id, coalesce(a.name, l.name) AS name, l.role, l.expires_at AS "expiresAt"
          FROM entry_link l LEFT JOIN account a ON a.id = l.account_id WHERE l.used_at IS NULL
          AND l.expires_at > $1 ORDER BY l.expires_at`,
        [call.now],
      ),
    ),
  )

  api.on('POST /api/entry-links', async (call) => {
    const { id, token, role, name, accountId } = call.body
    if (accountId) {
      const person = await call.em.findOneBy(AccountEntity, { id: accountId, leftOn: IsNull() })
      if (!person) throw notFound('person')
    }
    await call.em.query(
      `INSERT INTO entry_link (id, hall_id, actor_kind, actor_id, recorded_at, token_hash,
        account_id, role, name, expires_at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
        ON CONFLICT (id) DO NOTHING`,
      [
        id,
        call.hall.id,
        call.actor.actorKind,
        call.actor.actorId,
        call.now,
        hashOf(token),
        accountId,
        accountId ? null : role,
        name,
        new Date(call.now.getTime() + HOURS * 3_600_000),
      ],
    )
    return created({ id })
  })

  api.on('POST /api/entry-links/:linkId/revoke', async (call) => {
    const rows = await ask<{ id: string }>(
      call.em,
      'UPDATE entry_link SET used_at = $2 WHERE id = $1 AND used_at IS NULL RETURNING id',
      [call.req.params['linkId'], call.now],
    )
    if (rows.length === 0) throw notFound('link')
    return done
  })

  api.open('GET /api/entry', (services, req) =>
    byEntry(services, req, async (em, link) => {
      const hall = await em.findOneByOrFail(HallEntity, {})
      const person = link.accountId
        ? await em.findOneByOrFail(AccountEntity, { id: link.accountId })
        : null
      return ok({
        hall: hall.name,
        name: person?.name ?? link.name,
        role: person?.role ?? must(link.role),
        login: person?.login ?? null,
      } satisfies EntryView)
    }),
  )

  api.open('POST /api/entry', async (services, req, read) => {
    // Hashing is dear: only for who comes with a link that works.
    await byEntry(services, req, () => Promise.resolve())
    const { login, name, password } = await read()
    const passwordHash = await hashPassword(password)
    return byEntry(services, req, async (em, link, hallId) => {
      const now = services.clock()
      if (link.accountId) {
        const person = await em.findOneByOrFail(AccountEntity, { id: link.accountId })
        mustBeStrong(password, person)
        await em.update(AccountEntity, { id: person.id }, { passwordHash })
        await endSessions(em, person.id)
        // Whoever lost the app as well comes in again; codes are begun anew.
        await changeKey(
          em,
          { hallId, accountId: person.id },
          { codeSecret: null, codeSince: null, recovery: [] },
        )
      } else {
        if (!login || !name) throw refused(login ? 'name' : 'login', 'it is missing')
        mustBeStrong(password, { login, name })
        const taken = await ask<object>(em, 'SELECT 1 FROM account_for_login($1)', [login])
        if (taken.length > 0)
          throw conflict(`Somebody signs in as "${login}" already. Choose another name.`)
        await em.insert(AccountEntity, {
          id: v7(),
          hallId,
          actorKind: 'coach',
          actorId: null,
          recordedAt: now,
          login,
          name,
          role: must(link.role),
          passwordHash,
          leftOn: null,
        })
      }
      await em.query('UPDATE entry_link SET used_at = $2 WHERE id = $1', [link.id, now])
      return created({ id: link.id })
    })
  })
}
