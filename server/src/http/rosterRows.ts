import type { KeyResult, RosterRow } from '@mano/contract/athletes'
import { demandProfile, type DemandSource } from '@mano/core/demand/profile'
import { leanContext } from '@mano/core/measure/asymmetry'
import type { Block } from '@mano/core/plan/types'
import { buildSeries, type Series } from '@mano/core/review/series'
import { safetyFacts } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import { standing } from '@mano/core/safety/standing'
import { rosterCall, type Need } from '@mano/core/stages/roster'
import { groupBy } from '@mano/core/units/group'
import type { EntityManager } from 'typeorm'
import type { Athlete, Hall } from '../db/entities'
import { ownSports } from '../db/intake'
import { loadParts } from '../db/parts'
import { loadLogs, loadTouched, planFacts, stagesOf, testFacts } from '../db/read'
import { loadSafety } from '../db/safety'
import { loadSessions } from '../db/sessions'

/** A row of the roster as it is kept: `caution.health` is left out where somebody else than a coach looks. */
export interface KeptRow extends Omit<RosterRow, 'cautions'> {
  cautions: (RosterRow['cautions'][number] & { health: boolean })[]
}

/** Roster rows of some athletes for a day, worked out from the whole record. */
export async function rosterRows(
  em: EntityManager,
  hall: Pick<Hall, 'timeZone' | 'staleDays'>,
  athletes: readonly Athlete[],
  today: string,
): Promise<KeptRow[]> {
  if (athletes.length === 0) return []
  const ids = athletes.map((a) => a.id)
  const sessions = groupBy(await loadSessions(em, { newestOf: ids }), (s) => s.athleteId)
  const counts = new Map(
    (
      (await em.query(
        'SELECT athlete_id AS id, count(*)::int AS n FROM current_test_session WHERE athlete_id = ANY($1) GROUP BY athlete_id',
        [ids],
      )) as { id: string; n: number }[]
    ).map((r) => [r.id, r.n]),
  )
  const plans = new Map(
    (
      (await em.query(
        'SELECT DISTINCT ON (athlete_id) athlete_id AS id, week_start::text AS "weekStart", blocks, recorded_at AS "recordedAt" FROM plan_version WHERE athlete_id = ANY($1) ORDER BY athlete_id, week_start DESC, seq DESC',
        [ids],
      )) as { id: string; weekStart: string; blocks: Block[]; recordedAt: Date }[]
    ).map((p) => [p.id, p]),
  )
  const parts = await loadParts(em, ids, hall.timeZone)
  const sports = await ownSports(em)
  const touched = await loadTouched(em, ids)
  const logs = groupBy(await loadLogs(em, ids, today), (l) => l.athleteId)
  const safety = await loadSafety(em, athletes, today, hall.timeZone)
  return athletes.map((athlete) => {
    const own = parts.get(athlete.id)!
    const tests = sessions.get(athlete.id) ?? []
    const facts = testFacts(tests, counts.get(athlete.id) ?? 0)
    const floor = planFacts(
      plans.get(athlete.id) ?? null,
      logs.get(athlete.id) ?? [],
      facts.last,
      touched.get(athlete.id)!,
      today,
      hall.timeZone,
    )
    const { record, flags, alarms } = safety.get(athlete.id)!
    return rowOf(athlete, {
      sportName: own.demand ? sportName(own.demand, sports) : null,
      stages: stagesOf(athlete, own, { tests: facts, ...floor }, hall, today),
      cautions: standing(judgeBy(safetyFacts(record, today, { flags })).active),
      series: buildSeries(tests),
      alarms: alarms.map((a) => a.says),
    })
  })
}

const sportName = (
  demand: Parameters<typeof demandProfile>[0],
  sports: readonly DemandSource[],
): string | null => demandProfile(demand, sports)?.name ?? null

interface Facts {
  sportName: string | null
  stages: KeptRow['stages']
  cautions: ReturnType<typeof standing>
  series: readonly Series[]
  alarms: readonly string[]
}

function rowOf(athlete: Athlete, { sportName, stages, cautions, series, alarms }: Facts): KeptRow {
  return {
    id: athlete.id,
    name: athlete.name,
    sportName,
    dominantHand: athlete.dominantHand,
    stages,
    call: rosterCall(stages, cautions, series, athlete.dominantHand, alarms),
    key: keyResult(series, athlete),
    alarms: alarms.length,
    cautions: cautions.map((c) => ({
      title: c.caution.title,
      hands: c.hands.length > 1 ? 'both' : c.hands[0]!,
      says: c.caution.says,
      health: c.caution.trigger.kind === 'health',
    })),
  }
}

/** How soon a row is needed, soonest first: alarms before the rest of what must be done before they train. */
const NEED: Readonly<Record<Need, number>> = { act: 0, due: 2, none: 3 }
export const needOf = ({ call }: Pick<KeptRow, 'call'>): number =>
  call.need === 'act' && !call.alarm ? 1 : NEED[call.need]

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
