import { type KeyResult, type RosterRow } from '@mano/contract/athletes'
import { demandProfile } from '@mano/core/demand/profile'
import { leanContext } from '@mano/core/measure/asymmetry'
import type { Block } from '@mano/core/plan/types'
import { buildSeries, type Series } from '@mano/core/review/series'
import { safetyFacts } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import { standing } from '@mano/core/safety/standing'
import { rosterCall } from '@mano/core/stages/roster'
import { AthleteEntity, type Athlete } from '../db/entities'
import { ownSports } from '../db/intake'
import { loadSafety } from '../db/safety'
import { flagsOf } from '../db/safetyFlags'
import { openAlarms } from '../db/safetyViews'
import {
  loadLogs,
  loadParts,
  loadSessions,
  loadTouched,
  planFacts,
  stagesOf,
  testFacts,
} from '../db/read'
import { type Call } from './api'

/** Sessions a protocol and athlete the roster looks at: enough for "the last two days". */
const ROSTER_DEPTH = 4

export async function roster(call: Call): Promise<RosterRow[]> {
  const { em, hall, today } = call
  const athletes = await em.find(AthleteEntity, { order: { name: 'ASC' } })
  const newest = (await em.query(
    `SELECT id FROM (SELECT id, row_number() OVER (PARTITION BY athlete_id, protocol_id ORDER BY performed_at DESC) AS n FROM current_test_session) x WHERE n <= $1`,
    [ROSTER_DEPTH],
  )) as { id: string }[]
  const counts = (await em.query(
    'SELECT athlete_id, count(*)::int AS n FROM current_test_session GROUP BY athlete_id',
  )) as { athlete_id: string; n: number }[]
  const sessions =
    newest.length === 0 ? [] : await loadSessions(em, { ids: newest.map((s) => s.id) })
  const parts = await loadParts(
    em,
    athletes.map((a) => a.id),
    hall.timeZone,
  )
  const sports = await ownSports(em)
  const touched = await loadTouched(
    em,
    athletes.map((a) => a.id),
  )
  const logs = await loadLogs(
    em,
    athletes.map((a) => a.id),
    today,
  )
  const plans = (await em.query(
    'SELECT DISTINCT ON (athlete_id) athlete_id, week_start::text AS "weekStart", blocks, recorded_at AS "recordedAt" FROM plan_version ORDER BY athlete_id, week_start DESC, seq DESC',
  )) as { athlete_id: string; weekStart: string; blocks: Block[]; recordedAt: Date }[]
  const safety = await loadSafety(em, athletes, today, hall.timeZone)
  const flags = await flagsOf(
    em,
    athletes.map((a) => a.id),
    today,
  )
  const alarms = await openAlarms(
    em,
    athletes.map((a) => a.id),
  )
  return athletes.map((athlete) => {
    const own = parts.get(athlete.id)!
    const tests = sessions.filter((s) => s.athleteId === athlete.id)
    const ownLogs = logs.filter((l) => l.athleteId === athlete.id)
    const facts = testFacts(tests, counts.find((c) => c.athlete_id === athlete.id)?.n ?? 0)
    const stages = stagesOf(
      athlete,
      own,
      {
        tests: facts,
        ...planFacts(
          plans.find((p) => p.athlete_id === athlete.id) ?? null,
          ownLogs,
          facts.last,
          touched.get(athlete.id)!,
          today,
          hall.timeZone,
        ),
      },
      hall,
      today,
    )
    const cautions = standing(
      judgeBy(
        safetyFacts(safety.get(athlete.id)!.record, today, { flags: flags.get(athlete.id) ?? [] }),
      ).active,
    ).filter((c) => c.caution.trigger.kind !== 'health' || call.account.role === 'coach')
    const open = alarms.get(athlete.id)!
    const series = buildSeries(tests)
    return {
      id: athlete.id,
      name: athlete.name,
      sportName: own.demand ? (demandProfile(own.demand, sports)?.name ?? null) : null,
      dominantHand: athlete.dominantHand,
      stages,
      call: rosterCall(
        stages,
        cautions,
        series,
        athlete.dominantHand,
        open.map((a) => a.says),
      ),
      key: keyResult(series, athlete),
      alarms: open.length,
      cautions: cautions.map((c) => ({
        title: c.caution.title,
        hands: c.hands.length > 1 ? 'both' : c.hands[0]!,
        says: c.caution.says,
      })),
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
    label: pick.protocol.name,
    quantity,
    left: p.byHand.left?.best ?? null,
    right: p.byHand.right?.best ?? null,
    both: p.byHand.both?.best ?? null,
    weaker: called && lean !== 'none' ? verdict.weaker : null,
    on: p.on,
  }
}
