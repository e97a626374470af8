import { v7 } from 'uuid'
import { importBody, type ImportReply, type ImportView } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { readTrialsCsv, trialKey, type ImportedSession } from '@mano/core/testing/import'
import { isPractice } from '@mano/core/testing/session'
import { AccountEntity, AthleteEntity, CurrentSessionView, CurrentTrialView, TestImportEntity, TestImportUndoEntity, TestSessionEntity, TrialEntity, TrialMarkEntity } from '../db/entities'
import { insertOnce } from '../db/once'
import { bodyOf, created, ok, type Api, type Call } from './api'
import { kitUnits } from '../db/kit'
import { conflict, notFound } from './problem'
import { protocolParams } from './tests'

/** Instant of a local wall time in a zone. */
function instantOf(on: string, at: string, timeZone: string): Date {
  const asUtc = new Date(`${on}T${at}:00Z`)
  const shown = new Date(`${asUtc.toLocaleString('sv-SE', { timeZone }).replace(' ', 'T')}Z`)
  return new Date(asUtc.getTime() - (shown.getTime() - asUtc.getTime()))
}

async function existingKeys(call: Call): Promise<Set<string>> {
  const sessions = new Map((await call.em.find(CurrentSessionView)).map((s) => [s.id, s]))
  return new Set((await call.em.find(CurrentTrialView)).map((t) => {
    const s = sessions.get(t.sessionId)!
    return trialKey(s.athleteId, s.performedOn, s.protocolId, t.hand, t.ordinal, t.value)
  }))
}

async function store(call: Call, importId: string, sessions: readonly ImportedSession[]): Promise<void> {
  const { em, actor, hall } = call
  const seen = new Map<string, number>()
  for (const s of [...sessions].sort((a, b) => (`${a.performedOn}${a.at}` < `${b.performedOn}${b.at}` ? -1 : 1))) {
    const protocol = protocolById(s.protocolId)!
    const counted = `${s.athleteId}|${s.protocolId}`
    const performedAt = instantOf(s.performedOn, s.at, hall.timeZone)
    const onRecord = (await em.query('SELECT count(*)::int AS n FROM current_test_session WHERE athlete_id = $1 AND protocol_id = $2 AND performed_at < $3 AND import_id IS DISTINCT FROM $4', [s.athleteId, s.protocolId, performedAt, importId])) as [{ n: number }]
    const earlier = onRecord[0].n + (seen.get(counted) ?? 0)
    seen.set(counted, (seen.get(counted) ?? 0) + 1)
    const sessionId = v7()
    await em.insert(TestSessionEntity, {
      ...actor, id: sessionId, athleteId: s.athleteId, protocolId: s.protocolId, protocolVersion: s.protocolVersion, protocolParams: protocolParams(protocol),
      unitId: s.unitId, measurementId: s.measurementId, variant: s.variant, performedAt, performedOn: s.performedOn, deviceAt: null,
      conditions: {}, overrideReason: '',
      practice: isPractice(protocol, earlier, false), note: '', importId,
    })
    for (const t of s.trials) {
      const id = v7()
      await em.insert(TrialEntity, { ...actor, id, sessionId, hand: t.hand, ordinal: t.ordinal, value: t.value, enteredValue: t.enteredValue, enteredUnit: t.enteredUnit, pain: t.pain, deviceAt: null, supersedesId: null, reason: '', missed: t.missed, details: t.details })
      if (t.struckReason) await em.insert(TrialMarkEntity, { ...actor, id: v7(), trialId: id, struck: true, reason: t.struckReason })
    }
  }
}

export function mountImports(api: Api): void {
  api.on('GET /api/imports', async ({ em }) => {
    const undone = new Set((await em.find(TestImportUndoEntity)).map((u) => u.importId))
    const people = new Map((await em.find(AccountEntity)).map((a) => [a.id, a.name]))
    const all = await em.find(TestImportEntity, { order: { recordedAt: 'DESC' }, take: 50 })
    return ok(all.map((i): ImportView => ({ id: i.id, fileName: i.fileName, trials: i.trials, recordedAt: i.recordedAt.toISOString(), by: people.get(i.actorId ?? '') ?? '', undone: undone.has(i.id) })))
  })

  api.on('POST /api/imports', async (call) => {
    const body = await bodyOf(importBody, call)
    const { em, today } = call
    const repeated = await em.findOneBy(TestImportEntity, { id: body.id })
    if (repeated) return ok({ ok: true, problems: [], lines: 0, trials: repeated.trials, sessions: [], importId: repeated.id } satisfies ImportReply)
    const units = (await kitUnits(em)).filter((u) => !u.retired)
    const report = readTrialsCsv(body.text, { today, athletes: await em.find(AthleteEntity), units, existing: await existingKeys(call) })
    if (!report.ok) return ok({ ok: false, problems: report.problems, lines: report.lines, trials: 0, sessions: [], importId: null } satisfies ImportReply)
    const reply: ImportReply = {
      ok: true, problems: [], lines: report.lines, trials: report.trials, importId: body.dryRun ? null : body.id,
      sessions: report.sessions.map((s) => ({ athlete: s.athleteName, on: s.performedOn, protocolId: s.protocolId, trials: s.trials.length })),
    }
    if (body.dryRun) return ok(reply)
    await insertOnce(em, TestImportEntity, { ...call.actor, id: body.id, fileName: body.fileName, trials: report.trials })
    await store(call, body.id, report.sessions)
    return created(reply)
  })

  api.on('POST /api/imports/:importId/undo', async (call) => {
    const importId = String(call.req.params['importId'])
    if (!(await call.em.findOneBy(TestImportEntity, { id: importId }))) throw notFound('import')
    if (await call.em.findOneBy(TestImportUndoEntity, { importId })) throw conflict('This import is undone already.')
    await call.em.insert(TestImportUndoEntity, { ...call.actor, id: v7(), importId })
    return ok({ id: importId })
  })
}
