import {
  athleteBody, injuryBody, measurementBody, profileBody, type AthleteView, type InjuryBody, type KeyResult, type RosterRow,
} from '@mano/contract/athletes'
import type { SessionView } from '@mano/contract/tests'
import { demandProfile } from '@mano/core/demand/profile'
import { leanContext } from '@mano/core/measure/asymmetry'
import type { Block } from '@mano/core/plan/types'
import { buildSeries, type Series } from '@mano/core/review/series'
import { needsClearance, safetyFacts } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import { standing } from '@mano/core/safety/standing'
import { rosterCall } from '@mano/core/stages/roster'
import { toSi } from '@mano/core/units/convert'
import { AthleteEntity, BodyMeasurementEntity, DemandVersionEntity, InjuryEntity, type Athlete } from '../db/entities'
import { loadFieldwork, ownSports } from '../db/intake'
import { insertOnce } from '../db/once'
import { closedFacts, loadSafety } from '../db/safety'
import { flagsOf } from '../db/safetyFlags'
import { experienceView, healthView, openAlarms, reasonsOf } from '../db/safetyViews'
import { findAthlete, loadLogs, loadParts, loadSessions, loadTouched, planFacts, planVersions, stagesOf, testFacts } from '../db/read'
import { bodyOf, created, ok, type Api, type Call } from './api'
import { knownSources } from './intake'
import { conflict, notFound, refused } from './problem'

/** Sessions a protocol and athlete the roster looks at: enough for "the last two days". */
const ROSTER_DEPTH = 4

export async function athleteOr404(call: Call): Promise<Athlete> {
  const athlete = await findAthlete(call.em, String(call.req.params['athleteId']))
  if (!athlete) throw notFound('athlete')
  return athlete
}

async function roster(call: Call): Promise<RosterRow[]> {
  const { em, hall, today } = call
  const athletes = await em.find(AthleteEntity, { order: { name: 'ASC' } })
  const newest = (await em.query(
    `SELECT id FROM (SELECT id, row_number() OVER (PARTITION BY athlete_id, protocol_id ORDER BY performed_at DESC) AS n FROM current_test_session) x WHERE n <= $1`, [ROSTER_DEPTH],
  )) as { id: string }[]
  const counts = (await em.query('SELECT athlete_id, count(*)::int AS n FROM current_test_session GROUP BY athlete_id')) as { athlete_id: string; n: number }[]
  const sessions = newest.length === 0 ? [] : await loadSessions(em, { ids: newest.map((s) => s.id) })
  const parts = await loadParts(em, athletes.map((a) => a.id), hall.timeZone)
  const sports = await ownSports(em)
  const touched = await loadTouched(em, athletes.map((a) => a.id))
  const logs = await loadLogs(em, athletes.map((a) => a.id), today)
  const plans = (await em.query('SELECT DISTINCT ON (athlete_id) athlete_id, week_start::text AS "weekStart", blocks, recorded_at AS "recordedAt" FROM plan_version ORDER BY athlete_id, week_start DESC, seq DESC')) as { athlete_id: string; weekStart: string; blocks: Block[]; recordedAt: Date }[]
  const safety = await loadSafety(em, athletes, today, hall.timeZone)
  const flags = await flagsOf(em, athletes.map((a) => a.id), today)
  const alarms = await openAlarms(em, athletes.map((a) => a.id))
  return athletes.map((athlete) => {
    const own = parts.get(athlete.id)!
    const tests = sessions.filter((s) => s.athleteId === athlete.id)
    const ownLogs = logs.filter((l) => l.athleteId === athlete.id)
    const facts = testFacts(tests, counts.find((c) => c.athlete_id === athlete.id)?.n ?? 0)
    const stages = stagesOf(athlete, own, { tests: facts, ...planFacts(plans.find((p) => p.athlete_id === athlete.id) ?? null, ownLogs, facts.last, touched.get(athlete.id)!, today, hall.timeZone) }, hall, today)
    const cautions = standing(judgeBy(safetyFacts(safety.get(athlete.id)!.record, today, { flags: flags.get(athlete.id)! })).active).filter((c) => c.caution.trigger.kind !== 'health' || call.account.role === 'coach')
    const open = alarms.get(athlete.id)!
    const series = buildSeries(tests)
    return {
      id: athlete.id, name: athlete.name, sportName: own.demand ? (demandProfile(own.demand, sports)?.name ?? null) : null, dominantHand: athlete.dominantHand, stages,
      call: rosterCall(stages, cautions, series, athlete.dominantHand, open.map((a) => a.says)), key: keyResult(series, athlete), alarms: open.length,
      cautions: cautions.map((c) => ({ title: c.caution.title, hands: c.hands.length > 1 ? 'both' : c.hands[0]!, says: c.caution.says })),
    }
  })
}

/** The series with sides tested last, else the newest two-handed one. */
function keyResult(series: readonly Series[], athlete: Athlete): KeyResult | null {
  const pick = series.find((s) => s.protocol.hands === 'each') ?? series[0]
  const p = pick?.points.at(-1)
  if (!pick || !p) return null
  const quantity = pick.protocol.unit === 'N' ? 'N' : 's'
  const verdict = p.verdict
  const called = verdict && (verdict.kind === 'real' || verdict.kind === 'large') && !p.practice
  const lean = called ? leanContext(verdict, athlete.dominantHand ?? 'right') : 'none'
  return {
    label: pick.protocol.name, quantity, left: p.byHand.left?.best ?? null, right: p.byHand.right?.best ?? null, both: p.byHand.both?.best ?? null,
    weaker: called && lean !== 'none' ? verdict.weaker : null, on: p.on,
  }
}

/** Whether a clearance of this version of an injury holds today. */
async function clearedNow(call: Call, athlete: Athlete, injuryId: string): Promise<boolean> {
  const { record } = (await loadSafety(call.em, [athlete], call.today, call.hall.timeZone)).get(athlete.id)!
  const at = record.injuries.filter((i) => i.current).findIndex((i) => i.id === injuryId)
  return at >= 0 && safetyFacts(record, call.today).injuries[at]!.cleared !== null
}

export function mountAthletes(api: Api): void {
  api.on('GET /api/athletes', async (call) => ok(await roster(call)))

  api.on('POST /api/athletes', async (call) => {
    const { id, sportEntryId, sportId, ...profile } = await bodyOf(athleteBody, call)
    await knownSources(call, [sportId])
    await insertOnce(call.em, AthleteEntity, { ...call.actor, id, ...profile, updatedAt: call.now })
    await insertOnce(call.em, DemandVersionEntity, { ...call.actor, id: sportEntryId, athleteId: id, sources: [{ id: sportId, weight: 1 }], edits: [], since: call.today, reason: '' })
    return created({ id })
  })

  api.on('GET /api/athletes/:athleteId', async (call) => {
    const athlete = await athleteOr404(call)
    const parts = (await loadParts(call.em, [athlete.id], call.hall.timeZone)).get(athlete.id)!
    const sessions: SessionView[] = await loadSessions(call.em, { athleteId: athlete.id })
    const tested = testFacts(sessions)
    const history = { logs: await loadLogs(call.em, [athlete.id], call.today) }
    const kept = (await loadSafety(call.em, [athlete], call.today, call.hall.timeZone)).get(athlete.id)!
    const facts = safetyFacts(kept.record, call.today, { flags: (await flagsOf(call.em, [athlete.id], call.today)).get(athlete.id)! })
    const coach = call.account.role === 'coach'
    const touched = (await loadTouched(call.em, [athlete.id])).get(athlete.id)!
    return ok({
      id: athlete.id, name: athlete.name, birthDate: athlete.birthDate, sexForNorms: athlete.sexForNorms, dominantHand: athlete.dominantHand, level: athlete.level,
      guardian: athlete.guardian, skin: athlete.skin, note: athlete.note,
      // Answers to health questions are the coaches' alone.
      safety: coach ? facts : closedFacts(facts), health: coach ? healthView(kept, call.today) : null, experience: await experienceView(call.em, kept, call.today), reasons: await reasonsOf(call.em, athlete.id, call.today), alarms: (await openAlarms(call.em, [athlete.id])).get(athlete.id)!,
      ...parts, ...(await loadFieldwork(call.em, athlete)), history,
      stages: stagesOf(athlete, parts, { tests: tested, ...planFacts((await planVersions(call.em, athlete.id))[0] ?? null, history.logs, tested.last, touched, call.today, call.hall.timeZone) }, call.hall, call.today),
    } satisfies AthleteView)
  })

  api.on('PUT /api/athletes/:athleteId', async (call) => {
    const athlete = await athleteOr404(call)
    const profile = await bodyOf(profileBody, call)
    await call.em.update(AthleteEntity, { id: athlete.id }, { ...profile, updatedAt: call.now, actorKind: call.actor.actorKind, actorId: call.actor.actorId })
    return ok({ id: athlete.id })
  })

  api.on('POST /api/athletes/:athleteId/measurements', async (call) => {
    const athlete = await athleteOr404(call)
    const b = await bodyOf(measurementBody, call)
    const quantity = b.measure === 'body_mass' ? 'kg' : 'mm'
    await insertOnce(call.em, BodyMeasurementEntity, { ...call.actor, ...b, athleteId: athlete.id, value: toSi(b.enteredValue, b.enteredUnit, quantity)! })
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/injuries', async (call) => {
    const athlete = await athleteOr404(call)
    const b: InjuryBody = await bodyOf(injuryBody, call)
    if (b.supersedesId) {
      const before = await call.em.findOneBy(InjuryEntity, { id: b.supersedesId, athleteId: athlete.id })
      if (!before) throw notFound('injury')
      if (before.site !== b.site) throw refused('site', 'An update keeps the site of the injury.')
      const later = await call.em.findOneBy(InjuryEntity, { supersedesId: b.supersedesId })
      if (later && later.id !== b.id) throw conflict('This injury was updated meanwhile. Reload to see it.')
      if (!later && needsClearance(b.site, before.status, b.status) && !(await clearedNow(call, athlete, before.id))) throw refused('status', 'Record a clinician\u2019s clearance first: this injury waits for one.')
    }
    await insertOnce(call.em, InjuryEntity, { ...call.actor, ...b, athleteId: athlete.id })
    return created({ id: b.id })
  })
}
