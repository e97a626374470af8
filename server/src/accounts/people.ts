import { verify } from '@node-rs/argon2'
import type { Person, SignIn } from '@mano/contract/accounts'
import { may, type Role } from '@mano/contract/roles'
import { IsNull, Not, type EntityManager } from 'typeorm'
import { AccountEntity } from '../db/entities'
import { insertOnce } from '../db/once'
import { created, done, ok, type Api, type Call } from '../api/api'
import { conflict, notFound, refused } from '../faults/problem'
import { hashPassword } from './accounts'
import { mustBeStrong } from './strong'
import { ask } from '../db/ask'

/** Ends the sign-ins of somebody, but for one. */
export async function endSessions(em: EntityManager, accountId: string, but = ''): Promise<void> {
  await em.query(
    `DELETE FROM session WHERE sess ->> 'accountId' = $1 AND sid <> $2
      AND sess ->> 'tablet' IS NULL`,
    [accountId, but],
  )
  // A shared tablet stays the hall's: it asks for a PIN.
  await em.query(
    `UPDATE session SET sess = (sess::jsonb - 'accountId')::json WHERE sess ->> 'accountId' = $1
      AND sid <> $2`,
    [accountId, but],
  )
}

/** One after the other: two owners who take each other out leave one. */
async function mustKeepAnOwner(call: Call, but: { id: string; role: Role }): Promise<void> {
  if (!may(but.role, 'own')) return
  await call.em.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 7005))', [call.hall.id])
  const others = await call.em.findBy(AccountEntity, {
    id: Not(but.id),
    role: 'owner',
    leftOn: IsNull(),
  })
  if (others.length === 0) throw conflict('A hall keeps one owner. Name another first.')
}

export function mountPeople(api: Api): void {
  api.on('GET /api/people', async ({ em }) =>
    ok(
      (await em.find(AccountEntity, { order: { name: 'ASC' } })).map(
        ({ id, name, login, role, leftOn }): Person => ({ id, name, login, role, leftOn }),
      ),
    ),
  )

  api.on('POST /api/people', async (call) => {
    const { id, login, name, role, password } = call.body
    mustBeStrong(password, { login, name })
    const there = await call.em.findOneBy(AccountEntity, { id })
    const passwordHash = there?.passwordHash ?? (await hashPassword(password))
    await insertOnce(call.em, AccountEntity, {
      ...call.actor,
      id,
      login,
      name,
      role,
      passwordHash,
      leftOn: null,
      massUnit: null,
      lengthUnit: null,
    })
    return created({ id })
  })

  // For those below a coach only: a coach's own password is the coach's. Who was signed in by the
  // old one is out.
  api.on('POST /api/people/:personId/password', async (call) => {
    const id = String(call.req.params['personId'])
    const person = await call.em.findOneBy(AccountEntity, { id })
    if (!person || may(person.role, 'coach')) throw notFound('assistant')
    mustBeStrong(call.body.password, person)
    const passwordHash = await hashPassword(call.body.password)
    await call.em.update(AccountEntity, { id }, { passwordHash })
    await endSessions(call.em, id)
    return ok({ id })
  })

  api.on('PUT /api/people/:personId/left', async (call) => {
    const id = String(call.req.params['personId'])
    const person = await call.em.findOneBy(AccountEntity, { id })
    if (!person) throw notFound('person')
    const { left } = call.body
    if (left && id === call.account.id)
      throw conflict('You cannot take yourself out. Another owner can.')
    if (left) await mustKeepAnOwner(call, person)
    await call.em.update(AccountEntity, { id }, { leftOn: left ? call.today : null })
    if (left) await endSessions(call.em, id)
    return ok({ id })
  })

  api.on('PUT /api/people/:personId/role', async (call) => {
    const id = String(call.req.params['personId'])
    const person = await call.em.findOneBy(AccountEntity, { id, leftOn: IsNull() })
    if (!person) throw notFound('person')
    const { role } = call.body
    if (!may(role, 'own')) await mustKeepAnOwner(call, person)
    await call.em.update(AccountEntity, { id }, { role })
    return ok({ id })
  })

  api.on('PUT /api/me/password', async (call) => {
    const { id } = call.account
    const { old, password } = call.body
    const own = await call.em.findOneByOrFail(AccountEntity, { id })
    if (!(await verify(own.passwordHash, old)))
      throw refused('old', 'That is not the password now.')
    mustBeStrong(password, own)
    await call.em.update(AccountEntity, { id }, { passwordHash: await hashPassword(password) })
    await endSessions(call.em, id, call.req.sessionID)
    return ok({ id })
  })

  api.on('GET /api/me/sessions', async (call) =>
    ok(
      (
        await ask<{ sid: string; since: string | null; device: string }>(
          call.em,
          `SELECT sid, sess ->> 'since' AS since, coalesce(sess ->> 'device', '') AS device
            FROM session WHERE sess ->> 'accountId' = $1 AND expire > now()
            ORDER BY 2 DESC NULLS LAST`,
          [call.account.id],
        )
      ).map(({ sid, since, device }): SignIn => ({
        since,
        device,
        here: sid === call.req.sessionID,
      })),
    ),
  )

  // Everywhere but here.
  api.on('DELETE /api/me/sessions', async (call) => {
    await endSessions(call.em, call.account.id, call.req.sessionID)
    return done
  })
}
