import { v7 } from 'uuid'
import {
  type ConclusionBody,
  type ConclusionView,
  type GoalView,
  type ReviewView,
  type SquadView,
} from '@mano/contract/review'
import { protocolById } from '@mano/core/catalogue/protocols'
import { OWN_DIFFERENCES_LEAST } from '@mano/core/measure/trend'
import { weekStartOf } from '@mano/core/units/dates'
import { earlierDifferences } from '@mano/core/review/changes'
import { buildSeries, setupWords } from '@mano/core/review/series'
import { joined } from '@mano/core/review/squad'
import { weeksOf } from '@mano/core/review/weeks'
import { seriesKey } from '@mano/core/testing/session'
import { toSi } from '@mano/core/units/convert'
import { addDays, localDateOf } from '@mano/core/units/dates'
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
import { loadWork, planVersions } from '../db/read'
import { summedTests } from '../db/summed'
import { athleteOr404 } from './athletes'
import { created, ok, type Api, type Asked, type Call } from './api'
import { names } from './plan'
import { refused } from './problem'
import { loadSessions } from '../db/sessions'
import { IsNull } from 'typeorm'

type Scene = Pick<Call, 'em' | 'hall' | 'today'>

/** Other athletes whose repeats are pooled, at the most: from then on the error hardly changes. */
const SQUAD_MOST = 40

/**
 * Other athletes' repeats for the series in which this athlete has too few, so that a change has an
 * error at all.
 */
async function squadOf(call: Scene, athleteId: string, from: string): Promise<ReviewView['squad']> {
  const series = buildSeries(await loadSessions(call.em, { athleteId }))
  const few = series.filter(
    (s) =>
      !s.protocol.curve &&
      (s.protocol.hands === 'both' ? (['both'] as const) : (['left', 'right'] as const)).some(
        (h) => earlierDifferences(s, h, from).length < OWN_DIFFERENCES_LEAST,
      ),
  )
  if (few.length === 0) return {}
  const wanted = new Set(few.map((s) => seriesKey('', s.setup, 'pair')))
  const others = joined(
    await summedTests(call.em, [...new Set(few.map((s) => s.protocol.id))], {
      than: athleteId,
      most: SQUAD_MOST,
    }),
    (t) => seriesKey('', t, 'pair'),
  )
  const out: ReviewView['squad'] = {}
  for (const tests of others.values())
    for (const t of tests)
      if (wanted.has(t.setup) && t.differences.length >= 2)
        (out[`${t.setup} ${t.hand}`] ??= []).push(t.differences)
  return out
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
  const versions = await planVersions(call.em, athleteId)
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
  const who = await names(call)
  const year = addDays(period.to, -7 * WORK_WEEKS)
  const work = { from: period.from > year ? period.from : year, to: period.to }
  return {
    weeks: weeksOf(
      await loadWork(call.em, athleteId, {
        from: addDays(weekStartOf(work.from), -7),
        to: work.to,
      }),
      versions,
      work,
    ),
    weeksSinceDeload: versions.length === 0 ? null : worked.length,
    squad: await squadOf(call, athleteId, period.from),
    conclusions: (await conclusions(call, athleteId)).map((c) => ({
      id: c.id,
      since: c.since,
      until: c.until,
      lines: c.lines,
      note: c.note,
      savedOn: localDateOf(c.recordedAt, call.hall.timeZone),
      by: who.get(c.actorId ?? '') ?? 'the demo',
    })) satisfies ConclusionView[],
    goals: (
      (await call.em.query(
        'SELECT DISTINCT ON (series_key) series_key AS "seriesKey", value, entered_value AS "enteredValue", entered_unit AS "enteredUnit" FROM goal WHERE athlete_id = $1 ORDER BY series_key, seq DESC',
        [athleteId],
      )) as GoalView[]
    ).filter((g) => g.value !== null),
  }
}

const conclusions = (call: Pick<Call, 'em'>, athleteId: string) =>
  call.em.find(ConclusionEntity, { where: { athleteId }, order: { recordedAt: 'DESC' }, take: 20 })

async function squad(call: Asked<'GET /api/squad'>): Promise<SquadView> {
  const { em } = call
  const protocol = protocolById(call.query.protocol)!
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
      (await em.query(
        'SELECT athlete_id AS id, max(performed_on)::text AS on FROM current_test_session GROUP BY athlete_id',
      )) as { id: string; on: string }[]
    ).map((r) => [r.id, r.on]),
  )
  const setups = [...groupBy(summed, keyOf)].map(([key, list]) => ({
    key,
    protocolId: protocol.id,
    setup: setupWords({ protocol, setup: { ...list[0]!, unitKind: undefined, sizeMm: undefined } }),
    implement: units.get(list[0]!.unitId)?.label ?? '',
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
    const b = call.body as ConclusionBody
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
