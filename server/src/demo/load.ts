import { v7 } from 'uuid'
import type { DataSource } from 'typeorm'
import { protocolById } from '@mano/core/catalogue/protocols'
import { toSi } from '@mano/core/units/convert'
import { localDateOf } from '@mano/core/units/dates'
import { hashPassword } from '../accounts/accounts'
import {
  AccountEntity, AthleteEntity, AthleteSportEntity, BodyMeasurementEntity, HallEntity, ImplementMeasurementEntity, ImplementUnitEntity, InjuryEntity, PlanVersionEntity, SetLogEntity, StandardEntity, TestSessionEntity, TrialEntity, WeekFrameEntity,
} from '../db/entities'
import { inHall } from '../db/hall'
import { protocolParams } from '../http/tests'
import { generateDemo } from './generate'
import { generatePlans } from './plans'
import { STANDARDS } from './stories'

export const DEMO_SIGN_IN = { login: 'ruth', password: 'quayside-hall' }
const ZONE = 'Europe/London'
const SEED = 17

/** Loads Quayside Hall into an empty installation; false when there is a hall already. */
export async function loadDemo(app: DataSource, now: Date, seed = SEED): Promise<boolean> {
  const [row] = (await app.query('SELECT installation_is_empty() AS empty')) as [{ empty: boolean }]
  if (!row.empty) return false
  const today = localDateOf(now, ZONE)
  const demo = generateDemo(seed, today)
  const hallId = v7()
  const passwordHash = await hashPassword(DEMO_SIGN_IN.password)
  await inHall(app, hallId, async (em) => {
    const at = (on: string) => ({ hallId, actorKind: 'demo' as const, actorId: null, recordedAt: new Date(`${on}T12:00:00Z`) })
    const opened = demo.athletes[0]!.joined
    await em.insert(HallEntity, { id: hallId, name: 'Quayside Hall', timeZone: ZONE, createdAt: now })
    await em.insert(AccountEntity, { ...at(opened), id: v7(), login: DEMO_SIGN_IN.login, name: 'Ruth Amsel', role: 'coach', passwordHash })
    for (const u of demo.units) {
      await em.insert(ImplementUnitEntity, { ...at(opened), id: u.id, kind: u.kind, label: u.label, retired: false })
      await em.insert(ImplementMeasurementEntity, { ...at(opened), id: u.measurementId, unitId: u.id, sizeMm: u.sizeMm, enteredValue: u.sizeMm, enteredUnit: u.sizeMm === null ? null : 'mm', measuredOn: opened })
    }
    for (const s of STANDARDS) {
      const unit = s.protocolId === 'hang_time' ? 's' : 'kg'
      await em.insert(StandardEntity, { ...at(opened), id: v7(), ...s, value: toSi(s.value, unit, protocolById(s.protocolId)!.unit)!, enteredValue: s.value, enteredUnit: unit })
    }
    for (const a of demo.athletes) {
      const s = a.story
      await em.insert(AthleteEntity, {
        ...at(a.joined), id: a.id, name: s.name, birthDate: a.birthDate, sexForNorms: s.sex, dominantHand: s.dominant, level: s.level,
        guardianConsent: s.guardianConsent ?? false, healthFlags: [], note: '', updatedAt: now,
      })
      await em.insert(AthleteSportEntity, { ...at(a.joined), id: v7(), athleteId: a.id, sportId: s.sportId, sportVersion: 1, since: a.joined })
      for (const m of a.measures) await em.insert(BodyMeasurementEntity, { ...at(m.on), id: m.id, athleteId: a.id, measure: m.measure, hand: m.hand, value: m.value, enteredValue: m.value, enteredUnit: m.unit, measuredOn: m.on, supersedesId: null })
      if (s.injury) {
        const since = new Date(now.getTime() - s.injury.daysAgo * 86_400_000).toISOString().slice(0, 10)
        await em.insert(InjuryEntity, { ...at(since), id: v7(), athleteId: a.id, site: s.injury.site, side: s.injury.side, status: s.injury.status, since, note: '', advisedBy: s.injury.advisedBy, supersedesId: null })
      }
      const plans = generatePlans(seed, demo, a, today)
      if (plans[0]) await em.insert(WeekFrameEntity, { ...at(plans[0].savedOn), id: v7(), athleteId: a.id, days: plans[0].frame })
      for (const p of plans) {
        await em.insert(PlanVersionEntity, { ...at(p.savedOn), id: p.id, athleteId: a.id, weekStart: p.weekStart, frame: p.frame, blocks: p.blocks, reason: '' } as never)
        if (p.logs.length > 0) await em.insert(SetLogEntity, p.logs.map((l) => ({ ...at(l.on), id: l.id, athleteId: a.id, planVersionId: p.id, blockId: l.blockId, exerciseId: l.exerciseId, doneOn: l.on, hand: l.hand, setNo: l.set, loadKg: l.loadKg, enteredLoad: l.loadKg, enteredUnit: l.loadKg === null ? null : ('kg' as const), seconds: l.seconds, reps: l.reps, ended: l.ended as 'done', effort: l.effort, pain: l.pain, deviceAt: null, supersedesId: null })))
      }
      for (const t of a.sessions) {
        const stamp = { ...at(t.performedOn), recordedAt: new Date(t.performedAt) }
        await em.insert(TestSessionEntity, {
          ...stamp, id: t.id, athleteId: a.id, protocolId: t.protocolId, protocolVersion: t.protocolVersion, protocolParams: protocolParams(protocolById(t.protocolId)!),
          unitId: t.unitId, measurementId: t.measurementId, variant: { ...t.variant }, performedAt: new Date(t.performedAt), performedOn: t.performedOn, deviceAt: null,
          conditions: { warm: true, rested: true, skinGood: true, well: true, familiar: false }, overrideReason: '', practice: t.practice, note: '', importId: null,
        })
        await em.insert(TrialEntity, t.trials.map((x) => ({
          ...stamp, recordedAt: new Date(x.recordedAt), id: x.id, sessionId: t.id, hand: x.hand, ordinal: x.ordinal, value: x.value, enteredValue: x.enteredValue,
          enteredUnit: x.enteredUnit, pain: x.pain, deviceAt: null, supersedesId: null, reason: '',
        })))
      }
    }
  })
  return true
}
