import type { CodesBegun, KeysView, RecoveryCodes } from '@mano/contract/keys'
import { created, done, ok, type Api } from '../api/api'
import { conflict, refused } from '../faults/problem'
import { changeKey, keyOf, mustBeOneself, newRecovery, newSecret, pinHashOf, used } from './keys'

/** One's own PIN and codes: each is begun and ended by oneself, with the password. */
export function mountCodes(api: Api): void {
  const of = (call: { hall: { id: string }; account: { id: string } }) => ({
    hallId: call.hall.id,
    accountId: call.account.id,
  })

  api.on('GET /api/me/keys', async (call) => {
    const k = await keyOf(call.em, call.account.id)
    return ok({
      pin: k.pinHash !== null,
      codesSince: k.codeSince ? new Date(k.codeSince).toISOString() : null,
      recoveryLeft: k.codeSince ? k.recovery.length : 0,
    } satisfies KeysView)
  })

  api.on('PUT /api/me/pin', async (call) => {
    await mustBeOneself(call.em, call.account.id, call.body.password)
    const { pin } = call.body
    await changeKey(call.em, of(call), { pinHash: pin === null ? null : await pinHashOf(pin) })
    return done
  })

  // Nothing is asked for before a code was shown: a secret that no app has locks nobody out.
  api.on('POST /api/me/codes', async (call) => {
    await mustBeOneself(call.em, call.account.id, call.body.password)
    if ((await keyOf(call.em, call.account.id)).codeSince)
      throw conflict('Codes are asked for already. End them first.')
    const { secret, address } = newSecret(`${call.account.login} at ${call.hall.name}`)
    await changeKey(call.em, of(call), { codeSecret: secret, codeStep: 0, recovery: [] })
    return created({ secret, address } satisfies CodesBegun)
  })

  api.on('PUT /api/me/codes', async (call) => {
    const k = await keyOf(call.em, call.account.id)
    if (!k.codeSecret || k.codeSince) throw conflict('No codes were begun. Begin again.')
    const change = used(k, call.body.code, call.now)
    if (!change) throw refused('code', 'That is not the code the app shows now.')
    const { codes, hashes } = newRecovery()
    await changeKey(call.em, of(call), { ...change, codeSince: call.now, recovery: hashes })
    return ok({ codes } satisfies RecoveryCodes)
  })

  api.on('POST /api/me/codes/end', async (call) => {
    await mustBeOneself(call.em, call.account.id, call.body.password)
    await changeKey(call.em, of(call), { codeSecret: null, codeSince: null, recovery: [] })
    return done
  })
}
