import { verify } from '@node-rs/argon2'
import type { Request } from 'express'
import type { DataSource } from 'typeorm'
import type { TabletView } from '@mano/contract/keys'
import { inHall } from '../db/hall'
import { created, done, ok, type Api } from '../api/api'
import { HttpProblem, notFound } from '../faults/problem'
import { ended, hashPassword, renewed } from './accounts'
import { keyOf, mustBeOneself } from './keys'
import { Patience } from './patience'
import { ask, askOne } from '../db/ask'

const WITH_PIN = `SELECT a.id, a.name FROM account a JOIN account_key k ON k.account_id = a.id
  WHERE k.pin_hash IS NOT NULL AND a.left_on IS NULL ORDER BY a.name, a.id`

/** What a locked tablet shows; null: the browser is none. */
export async function tabletOf(app: DataSource, req: Request): Promise<TabletView | null> {
  const { tablet, hallId } = req.session
  if (!tablet || !hallId) return null
  return inHall(app, hallId, async (em) => {
    const hall = await askOne<{ name: string }>(em, 'SELECT name FROM hall WHERE id = $1', [hallId])
    return { hall: hall.name, people: await ask<TabletView['people'][number]>(em, WITH_PIN) }
  })
}

export function mountTablet(api: Api): void {
  // The browser's own sign-in ends with it: what is left is the hall's, and asks for PINs.
  api.on('POST /api/tablet', async (call) => {
    await mustBeOneself(call.em, call.account.id, call.body.password)
    await renewed(call.req, {
      hallId: call.hall.id,
      tablet: true,
      entered: [],
      since: call.now.toISOString(),
    })
    return created({})
  })

  const patience = new Patience()
  let decoy: Promise<string> | null = null
  api.open('POST /api/tablet/enter', async ({ app, clock }, req, read) => {
    const { tablet, hallId, entered = [] } = req.session
    if (!tablet || !hallId) throw notFound('tablet')
    const { accountId, pin } = await read()
    const who = `${req.sessionID} ${accountId}`
    const waitS = patience.waitS(who)
    if (waitS > 0)
      throw new HttpProblem(429, 'too-many', `Wrong several times. Try again in ${waitS} s.`)
    const hash = await inHall(app, hallId, async (em) => {
      const [there] = await ask<object>(em, `SELECT id FROM (${WITH_PIN}) p WHERE id = $1`, [
        accountId,
      ])
      return there ? (await keyOf(em, accountId)).pinHash : null
    })
    decoy ??= hashPassword('nobody has this one')
    if (!(await verify(hash ?? (await decoy), pin)) || hash === null) {
      patience.wrong(who)
      throw new HttpProblem(401, 'wrong-sign-in', 'That is not the PIN.')
    }
    patience.right(who)
    Object.assign(req.session, {
      accountId,
      at: clock().getTime(),
      entered: [...entered.filter((x) => x !== accountId), accountId],
    })
    return created({ id: accountId })
  })

  api.open('POST /api/tablet/lock', (_services, { session }) => {
    if (!session.tablet) throw notFound('tablet')
    delete session.accountId
    return Promise.resolve(done)
  })

  // The browser is nobody's any more: a coach signs in there anew.
  api.open('POST /api/tablet/end', (_services, req) => {
    if (!req.session.tablet) throw notFound('tablet')
    return ended(req).then(() => done)
  })

  api.open('GET /api/tablet', async ({ app }, req) => {
    const view = await tabletOf(app, req)
    if (!view) throw notFound('tablet')
    return ok(view)
  })
}
