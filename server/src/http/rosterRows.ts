import type { KeyResult, RosterRow } from '@mano/contract/athletes'
import { demandName } from '@mano/core/demand/profile'
import { isOutside, leanRows, type LeanRow } from '@mano/core/gaps/lean'
import { knownBy } from '@mano/core/record/known'
import { lowTwiceOf } from '@mano/core/review/next'
import { buildSeries, type Series } from '@mano/core/record/series'
import { safetyFacts } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import { standing } from '@mano/core/safety/standing'
import { rosterDay, type RosterDay } from '@mano/core/stages/day'
import { rosterCall, type Need } from '@mano/core/stages/roster'
import type { StageStatus } from '@mano/core/stages/rules'
import { groupBy } from '@mano/core/units/group'
import type { EntityManager } from 'typeorm'
import type { Athlete, Hall } from '../db/rows'
import { ownSports } from '../db/intake'
import { loadParts } from '../db/parts'
import { loadFacts, planFacts, stagesOf, testFacts } from '../db/read'
import { movedSince } from '../db/moved'
import { peerSteps } from '../db/peers'
import { loadSafety } from '../db/safety'
import { standards } from '../db/standards'
import { loadSessions } from '../db/sessions'
import { must } from '@mano/core/units/must'

/**
 * A row of the roster as it is kept: `caution.health` is left out where somebody else than a coach
 * looks.
 */
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
  const facts = await loadFacts(em, ids, today)
  const parts = await loadParts(em, ids, hall.timeZone)
  const sports = await ownSports(em)
  const of = { standards: await standards(em, hall.timeZone), sports, hall, today }
  const safety = await loadSafety(em, athletes, today, { timeZone: hall.timeZone, today })
  const others = peerSteps(em)
  const rows: KeptRow[] = []
  for (const athlete of athletes) {
    const own = must(parts.get(athlete.id))
    const tests = sessions.get(athlete.id) ?? []
    const { count, plan, upcoming, done, gone, touched } = must(facts.get(athlete.id))
    const tested = testFacts(tests, count)
    const { record, flags, alarms } = must(safety.get(athlete.id))
    const judge = judgeBy(safetyFacts(record, today, { flags }))
    const moved = movedSince(athlete, own, tests, plan, judge, of)
    const floor = planFacts(plan, { done, gone }, moved, touched, today)
    const series = buildSeries(tests)
    rows.push(
      rowOf(athlete, {
        sportName: own.demand ? demandName(own.demand, sports) : null,
        stages: stagesOf(athlete, own, { tests: tested, ...floor }, hall, today),
        cautions: standing(judge.active),
        series,
        leans: await leansOf(others, athlete, series, today),
        readiness: lowTwiceOf(tests, { from: today, to: today }),
        alarms: alarms.map((a) => a.says),
        day: rosterDay(
          [plan, upcoming]
            .filter((w, i, all) => w !== null && (i === 0 || w.weekStart !== all[0]?.weekStart))
            .flatMap((w) => w ?? []),
          done,
          gone,
          today,
        ),
      }),
    )
  }
  return rows
}

/**
 * Leans by the athlete's own tests; where one is beyond what is expected to look at, with the error
 * the
 * whole hall's repeats show, as the page of the gaps has it.
 */
async function leansOf(
  others: ReturnType<typeof peerSteps>,
  athlete: Athlete,
  series: readonly Series[],
  today: string,
): Promise<LeanRow[]> {
  const facts = {
    dominant: athlete.dominantHand,
    who: '',
    limitPct: null,
    injuries: [],
    today,
  }
  const own = leanRows(series, facts)
  const near = own.filter(
    (l) => l.lean && l.lean.days > 1 && isOutside(l.lean, athlete.dominantHand),
  )
  if (near.length === 0) return own
  const protocols = [...new Set(series.map((s) => s.protocol.id))]
  return leanRows(series, { ...facts, known: knownBy(await others(athlete.id, protocols)) })
}

interface RowFacts {
  sportName: string | null
  stages: readonly StageStatus[]
  cautions: ReturnType<typeof standing>
  series: readonly Series[]
  leans: readonly LeanRow[]
  /** The day readiness was low for the second time in a row; null: it was not. */
  readiness: string | null
  alarms: readonly string[]
  day: RosterDay
}

function rowOf(
  athlete: Athlete,
  { sportName, stages, cautions, series, leans, readiness, alarms, day }: RowFacts,
): KeptRow {
  return {
    id: athlete.id,
    name: athlete.name,
    sportName,
    dominantHand: athlete.dominantHand,
    testsStale: stages.some((s) => s.stage === 'tests' && s.state === 'stale'),
    call: rosterCall(stages, cautions, leans, alarms, readiness),
    key: keyResult(series, leans),
    alarms: alarms.length,
    day,
    cautions: cautions.map((c) => ({
      title: c.caution.title,
      hands: c.hands.length > 1 ? 'both' : must(c.hands[0]),
      says: c.caution.says,
      health: c.caution.trigger.kind === 'health',
    })),
  }
}

/**
 * How soon a row is needed, soonest first: alarms before the rest of what must be done before they
 * train, today's and missed sessions before what can wait.
 */
const NEED: Readonly<Record<Need, number>> = { act: 0, due: 3, none: 4 }
export const needOf = ({ call }: Pick<KeptRow, 'call'>): number =>
  call.need === 'act' && !call.alarm
    ? 1
    : call.need === 'due' && call.stage === 'floor'
      ? 2
      : NEED[call.need]

/**
 * The series with sides tested last, else the newest two-handed one; the hand behind where the
 * athlete's own lean over days is beyond error.
 */
function keyResult(series: readonly Series[], leans: readonly LeanRow[]): KeyResult | null {
  const pick = series.find((s) => s.protocol.hands === 'each') ?? series[0]
  const p = pick?.points.at(-1)
  if (!pick || !p) return null
  const lean = leans.find((l) => l.series === pick)
  const called =
    lean?.lean && lean.lean.days > 1 && lean.lean.signedCi[0] * lean.lean.signedCi[1] > 0
  return {
    label: pick.protocol.name,
    quantity: pick.protocol.unit,
    left: p.byHand.left?.best ?? null,
    right: p.byHand.right?.best ?? null,
    both: p.byHand.both?.best ?? null,
    weaker: called && !p.practice ? lean.weaker : null,
    on: p.on,
  }
}
