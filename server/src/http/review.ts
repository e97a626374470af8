import { setImmediate as turn } from 'node:timers/promises'
import { v7 } from 'uuid'
import {
  type ConclusionView,
  type GoalView,
  type ReviewView,
  type SquadView,
} from '@mano/contract/review'
import { protocolById } from '@mano/core/catalogue/protocols'
import { addDays, localDateOf, weekStartOf } from '@mano/core/units/dates'
import { setupWords } from '@mano/core/record/series'
import { joined } from '@mano/core/review/squad'
import { weeksOf } from '@mano/core/review/weeks'
import { yearOf, yearWeeks } from '@mano/core/review/year'
import { seriesKey } from '@mano/core/testing/session'
import { toSi } from '@mano/core/units/convert'
import { groupBy } from '@mano/core/units/group'
import {
  AthleteEntity,
  ConclusionEntity,
  CurrentMeasurementView,
  GapChoiceEntity,
  GoalEntity,
  ImplementUnitEntity,
} from '../db/entities'
import { insertOnce } from '../db/once'
import { standing } from '../db/takenBack'
import { loadWork, planVersions } from '../db/read'
import { stepsOfPeers } from '../db/peers'
import { summedTests } from '../db/summed'
import { athleteOr404 } from './athlete'
import { created, ok, type Api, type Asked, type Call } from '../api/api'
import { names } from './plan'
import { refused } from '../faults/problem'
import { IsNull } from 'typeorm'
import { must } from '@mano/core/units/must'
import { ask } from '../db/ask'

type Scene = Pick<Call, 'em' | 'hall' | 'today'>

/** Other athletes' repeats of the tests this athlete has, which the error is read from too. */
async function squadOf(call: Pick<Scene, 'em'>, athleteId: string): Promise<ReviewView['squad']> {
  const protocols = await ask<{ id: string }>(
    call.em,
    `SELECT DISTINCT protocol_id AS id FROM current_test_session WHERE athlete_id = $1
      AND NOT practice`,
    [athleteId],
  )
  return stepsOfPeers(
    call.em,
    athleteId,
    protocols.map((p) => p.id),
  )
}

/** The coach's own limit for an athlete's lean, %; null: none, or taken back. */
async function leanLimit(em: Scene['em'], athleteId: string): Promise<number | null> {
  const [row] = await ask<{ value: string | null }>(
    em,
    "SELECT value FROM gap_choice WHERE athlete_id = $1 AND kind = 'lean_limit' AND " +
      "row_key = '*' ORDER BY recorded_at DESC, id DESC LIMIT 1",
    [athleteId],
  )
  return row?.value ? Number(row.value) : null
}

/**
 * Weeks of work a review looks at, at the most: the last of its period. Tests are looked at in
 * full.
 */
const WORK_WEEKS = 52

export async function reviewOf(
  call: Scene,
  athleteId: string,
  period: { from: string; to: string },
): Promise<ReviewView> {
  const year = addDays(period.to, -7 * WORK_WEEKS)
  const work = { from: period.from > year ? period.from : year, to: period.to }
  const [versions, who, logs, leanLimitPct, concluded, goals, squad] = await Promise.all([
    planVersions(call.em, athleteId),
    names(call),
    loadWork(call.em, athleteId, {
      from: addDays(weekStartOf(work.from), -7),
      to: work.to,
    }),
    leanLimit(call.em, athleteId),
    conclusions(call, athleteId),
    ask<GoalView>(
      call.em,
      `SELECT DISTINCT ON (series_key) series_key AS "seriesKey", value,
        entered_value AS "enteredValue", entered_unit AS "enteredUnit" FROM goal
        WHERE athlete_id = $1 ORDER BY series_key, seq DESC`,
      [athleteId],
    ),
    squadOf(call, athleteId),
  ])
  // Weeks of a year are a piece of work by themselves: whoever waits is answered before.
  await turn()
  const deloads = versions
    .filter((v) => v.terms.kind === 'deload' && v.weekStart <= call.today)
    .map((v) => v.weekStart)
    .sort()
  const worked = versions.filter(
    (v) =>
      (v.terms.kind ?? 'ordinary') === 'ordinary' &&
      v.blocks.length > 0 &&
      v.weekStart <= weekStartOf(call.today) &&
      v.weekStart > (deloads.at(-1) ?? ''),
  )
  return {
    weeks: weeksOf(logs, versions, work),
    weeksSinceDeload: versions.length === 0 ? null : worked.length,
    leanLimitPct,
    squad,
    conclusions: concluded.map((c) => ({
      id: c.id,
      since: c.since,
      until: c.until,
      lines: c.lines,
      note: c.note,
      savedOn: localDateOf(c.recordedAt, call.hall.timeZone),
      by: who.get(c.actorId ?? '') ?? 'the demo',
    })) satisfies ConclusionView[],
    goals: goals.filter((g) => g.value !== null),
  }
}

const conclusions = async ({ em }: Pick<Call, 'em'>, athleteId: string) =>
  standing(
    em,
    'conclusion',
    await em.find(ConclusionEntity, {
      where: { athleteId },
      order: { recordedAt: 'DESC' },
      take: 20,
    }),
  )

async function squad(call: Asked<'GET /api/squad'>): Promise<SquadView> {
  const { em } = call
  const protocol = must(protocolById(call.query.protocol))
  const summed = await summedTests(em, [protocol.id])
  // Tests of one set-up share it as one object: each key is made once.
  const keys = new Map<object, Map<string, string>>()
  const keyOf = (t: (typeof summed)[number]): string => {
    const own = keys.get(t.variant) ?? new Map<string, string>()
    keys.set(t.variant, own)
    const known = own.get(`${t.protocolVersion} ${t.measurementId}`) ?? seriesKey('', t, 'pair')
    own.set(`${t.protocolVersion} ${t.measurementId}`, known)
    return known
  }
  const units = new Map((await em.find(ImplementUnitEntity)).map((u) => [u.id, u]))
  const tests = joined(summed, keyOf)
  const mass = groupBy(
    await em.find(CurrentMeasurementView, {
      where: { measure: 'body_mass' },
      order: { measuredOn: 'ASC', recordedAt: 'ASC' },
    }),
    (m) => m.athleteId,
  )
  const last = new Map(
    (
      await ask<{ id: string; on: string | null }>(
        em,
        `SELECT a.id, (SELECT s.performed_on::text FROM current_test_session s
          WHERE s.hall_id = a.hall_id AND s.athlete_id = a.id ORDER BY s.performed_on DESC
          LIMIT 1) AS on FROM athlete a WHERE a.archived_on IS NULL`,
      )
    ).map((r) => [r.id, r.on]),
  )
  const setups = [...groupBy(summed, keyOf)].map(([key, list]) => ({
    key,
    protocolId: protocol.id,
    setup: setupWords({
      protocol,
      setup: { ...must(list[0]), unitKind: undefined, sizeMm: undefined },
    }),
    implement: units.get(must(list[0]).unitId)?.label ?? '',
    athletes: new Set(list.map((t) => t.athleteId)).size,
  }))
  const athletes = await em.find(AthleteEntity, {
    where: { archivedOn: IsNull() },
    order: { name: 'ASC' },
  })
  return {
    setups: setups.sort((a, b) => b.athletes - a.athletes || (a.key < b.key ? -1 : 1)),
    athletes: athletes.map((a) => ({
      id: a.id,
      name: a.name,
      sex: a.sexForNorms,
      birthDate: a.birthDate,
      level: a.level,
      massKg: mass.get(a.id)?.at(-1)?.value ?? null,
      tests: tests.get(a.id) ?? [],
      lastTest: last.get(a.id) ?? null,
    })),
  }
}

export function mountReview(api: Api): void {
  api.on('GET /api/athletes/:athleteId/review', async (call) => {
    const athlete = await athleteOr404(call)
    return ok(await reviewOf(call, athlete.id, call.query))
  })

  api.on('GET /api/athletes/:athleteId/year', async (call) => {
    const { id } = await athleteOr404(call)
    const logs = await loadWork(call.em, id, yearOf(call.today))
    return ok(yearWeeks(logs, await planVersions(call.em, id), call.today))
  })

  // The newest one is what the next plan is told.
  api.on('GET /api/athletes/:athleteId/conclusion', async (call) => {
    const athlete = await athleteOr404(call)
    const [c] = await conclusions(call, athlete.id)
    return ok(
      c
        ? {
            id: c.id,
            since: c.since,
            until: c.until,
            lines: c.lines,
            note: c.note,
            savedOn: localDateOf(c.recordedAt, call.hall.timeZone),
            by: (await names(call)).get(c.actorId ?? '') ?? 'the demo',
          }
        : null,
    )
  })

  api.on('POST /api/athletes/:athleteId/conclusions', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    if (
      (await insertOnce(call.em, ConclusionEntity, {
        ...call.actor,
        ...b,
        athleteId: athlete.id,
      })) === 'created'
    ) {
      for (const l of b.lines)
        if (l.taken && l.effect?.kind === 'raise')
          await call.em.insert(GapChoiceEntity, {
            ...call.actor,
            id: v7(),
            athleteId: athlete.id,
            rowKey: l.effect.rowKey,
            kind: 'priority',
            value: 'raise',
            reason: `Review of ${b.since} to ${b.until}: ${l.title}`,
          })
    }
    return created({ id: b.id })
  })

  api.on('POST /api/athletes/:athleteId/goals', async (call) => {
    const athlete = await athleteOr404(call)
    const { protocolId, ...b } = call.body
    const protocol = protocolById(protocolId)
    const value =
      b.enteredValue === null || !protocol
        ? null
        : toSi(b.enteredValue, b.enteredUnit, protocol.unit)
    if (!protocol || (b.enteredValue !== null && value === null))
      throw refused('enteredUnit', 'That unit does not fit the test.')
    await insertOnce(call.em, GoalEntity, {
      ...call.actor,
      id: b.id,
      athleteId: athlete.id,
      seriesKey: b.seriesKey,
      value,
      enteredValue: b.enteredValue,
      enteredUnit: b.enteredValue === null ? null : b.enteredUnit,
    })
    return created({ id: b.id })
  })

  api.on('GET /api/squad', async (call) => ok(await squad(call)))
}
