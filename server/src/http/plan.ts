import { v7 } from 'uuid'
import {
  type GapsView,
  type DraftView,
  type PlanBody,
  type PlanVersionView,
  type PlanView,
  type TemplateBody,
} from '@mano/contract/plan'
import type { PlanTemplate } from '@mano/core/catalogue/templates'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { protocolById } from '@mano/core/catalogue/protocols'
import { demandProfile, sportsIn, type DemandSet } from '@mano/core/demand/profile'
import { gapFacts, readGaps } from '@mano/core/gaps/read'
import { wantsOf } from '@mano/core/gaps/wants'
import { planContext, plannedOf, problemIn } from '@mano/core/plan/context'
import type { WeekProblem } from '@mano/core/plan/problem'
import { READINESS } from '@mano/core/measure/forecast'
import { lowTwiceOf } from '@mano/core/review/next'
import { ON_END_DAYS } from '@mano/core/session/readiness'
import { wishesOf } from '@mano/core/catalogue/tiers'
import { kitsOf } from '@mano/core/match/kit'
import { draftWeek } from '@mano/core/plan/draft'
import { type DayFrame, frameOfWeek } from '@mano/core/intake/week'
import { judgedWith, weekOf, withCoach } from '@mano/core/plan/coach'
import { validate } from '@mano/core/plan/rules'
import { DEFAULT_FRAME, type CoachTerms } from '@mano/core/plan/types'
import { judgeAct } from '@mano/core/safety/judge'
import { reasonKey } from '@mano/core/safety/reasons'
import { buildSeries } from '@mano/core/record/series'
import { toSi } from '@mano/core/units/convert'
import { addDays, localDateOf } from '@mano/core/units/dates'
import {
  AccountEntity,
  CurrentTemplateView,
  PlanTemplateEntity,
  GapChoiceEntity,
  HallEntity,
  PlanVersionEntity,
  StandardEntity,
  TrainingWeekEntity,
  WeekFrameEntity,
} from '../db/entities'
import { type AskedAtSave, type Athlete, type PlanVersion } from '../db/rows'
import { ownSports } from '../db/intake'
import { kitUnits, places } from '../db/kit'
import { insertOnce } from '../db/once'
import { loadLogs, loadFacts, planVersions } from '../db/read'
import { judgeFor } from '../db/safety'
import { athleteOr404 } from './athlete'
import { created, ok, type Api, type Call } from '../api/api'
import { blocked, conflict, refused } from '../faults/problem'
import { changeRow } from './change'
import { loadParts } from '../db/parts'
import { peersOf } from '../db/peers'
import { loadSessions } from '../db/sessions'
import { ownWay } from '../db/ownWay'
import { standards } from '../db/standards'
import { must } from '@mano/core/units/must'
import { ask } from '../db/ask'

type Scene = Pick<Call, 'em' | 'hall'>

/**
 * Standards newest first: a later one for the same protocol, sport and level takes the place of an
 * earlier.
 */
/**
 * What the gaps of an athlete are judged by beside the tests: the newest word of the coach on each
 * row counts.
 */
async function gapsView(call: Call, athleteId: string): Promise<GapsView> {
  const all = await call.em.find(GapChoiceEntity, {
    where: { athleteId },
    order: { recordedAt: 'DESC', id: 'DESC' },
  })
  const newest = all.filter(
    (c, i) =>
      all.findIndex((x) => x.rowKey === c.rowKey && x.kind === c.kind) === i && c.value !== null,
  )
  const tested = await ask<{ id: string }>(
    call.em,
    `SELECT DISTINCT protocol_id AS id FROM current_test_session WHERE athlete_id = $1
      AND NOT practice`,
    [athleteId],
  )
  const peers = await peersOf(
    call.em,
    athleteId,
    tested.map((t) => t.id),
    { today: call.today, timeZone: call.hall.timeZone },
  )
  return {
    standards: await standards(call.em, call.hall.timeZone),
    squad: peers.results,
    steps: peers.steps,
    staleDays: call.hall.staleDays,
    choices: newest.map((c) => ({
      rowKey: c.rowKey,
      kind: c.kind,
      value: must(c.value),
      reason: c.reason,
    })),
  }
}

/** The newer of the frame saved with the plan and the usual week of intake. */
/**
 * The usual week as entered at intake; a frame of an earlier release only where none was entered.
 */
async function frameOf(call: Scene, athleteId: string): Promise<DayFrame[]> {
  const newest = { where: { athleteId }, order: { recordedAt: 'DESC' as const } }
  const week = await call.em.findOne(TrainingWeekEntity, newest)
  if (week) return frameOfWeek(week)
  return (await call.em.findOne(WeekFrameEntity, newest))?.days ?? [...DEFAULT_FRAME]
}

/** Units in use at the places this athlete trains: common ones and the athlete's own. */
async function kitAt(call: Scene, athleteId: string) {
  const foreign = new Set(
    (await places(call.em))
      .filter((p) => p.athleteId !== null && p.athleteId !== athleteId)
      .map((p) => p.id),
  )
  return (await kitUnits(call.em))
    .filter((u) => !u.retired && !foreign.has(u.placeId))
    .map((u) => ({ kind: u.kind, place: u.place }))
}

async function contextOf(
  call: Call,
  athlete: Athlete,
  weekStart: string,
  events: readonly { on: string }[],
  demand: DemandSet | null,
) {
  const kit = kitsOf(await kitAt(call, athlete.id))
  const way = await ownWay(call.em, athlete.id, call.hall.timeZone)
  return planContext(
    await judgeFor(call, athlete),
    kit,
    await loadLogs(call.em, athlete.id, call.today),
    weekStart,
    plannedOf(await planVersions(call.em, athlete.id)),
    events.map((e) => e.on),
    {
      sports: demand ? sportsIn(demand, await ownSports(call.em)) : [],
      level: athlete.level,
      tiers: way.tiers,
      wishes: wishesOf(way.wishes),
      flatOn: await flatOn(call, athlete.id),
    },
  )
}

/** The week as the planner is given it: what the athlete needs, may and can. */
async function problemOf(
  call: Call,
  athlete: Athlete,
  weekStart: string,
  frame: DayFrame[],
): Promise<WeekProblem> {
  const { demand, events, measurements } = must(
    (await loadParts(call.em, [athlete.id], call.hall.timeZone)).get(athlete.id),
  )
  const profile = demand && demandProfile(demand, await ownSports(call.em))
  if (!profile) throw refused('sport', 'Choose a sport first.')
  const context = await contextOf(call, athlete, weekStart, events, demand)
  const judgement = readGaps({
    ...gapFacts(athlete, measurements, await gapsView(call, athlete.id)),
    profile,
    series: buildSeries(await loadSessions(call.em, { athleteId: athlete.id })),
    today: call.today,
    judge: context.judge,
    injuries: [],
  })
  return problemIn(context, {
    weekStart,
    frame,
    wants: wantsOf(judgement.priorities),
    units: await kitAt(call, athlete.id),
  })
}

/** Names of the people who sign in here. */
export const names = async (call: Pick<Call, 'em'>): Promise<Map<string, string>> =>
  new Map((await call.em.find(AccountEntity)).map((a) => [a.id, a.name]))

const versionView = (
  call: Scene,
  v: PlanVersion,
  number: number,
  who: Map<string, string>,
): PlanVersionView => ({
  id: v.id,
  weekStart: v.weekStart,
  frame: v.frame,
  blocks: v.blocks,
  terms: v.terms,
  reason: v.reason,
  asked: v.asked,
  number,
  savedAt: v.recordedAt.toISOString(),
  savedOn: localDateOf(v.recordedAt, call.hall.timeZone),
  by: who.get(v.actorId ?? '') ?? 'the demo',
})

/** A fortnight looked at, the squeeze before its first, and the baseline of that one. */
const SQUEEZE_DAYS = 14 + ON_END_DAYS + READINESS.most
/** The day readiness was low for the second session in a row, within a fortnight; null: none. */
const flatOn = async (
  { em, today }: Pick<Call, 'em' | 'today'>,
  athleteId: string,
): Promise<string | null> =>
  lowTwiceOf(
    await loadSessions(em, { squeezesOf: athleteId, from: addDays(today, -SQUEEZE_DAYS) }),
    {
      from: today,
      to: today,
    },
  )

/** The usual week, the newest version of each planned week, the kit at hand. */
export async function planView(
  call: Pick<Call, 'em' | 'hall' | 'today'>,
  athleteId: string,
): Promise<PlanView> {
  const who = await names(call)
  const { touched } = must((await loadFacts(call.em, [athleteId], call.today)).get(athleteId))
  const day = (at: Date | undefined) => (at ? localDateOf(at, call.hall.timeZone) : null)
  return {
    frame: await frameOf(call, athleteId),
    kit: await kitAt(call, athleteId),
    versions: (await planVersions(call.em, athleteId)).map((v) =>
      versionView(call, v, v.number, who),
    ),
    touched: { demands: day(touched.demands), week: day(touched.week) },
    ...(await ownWay(call.em, athleteId, call.hall.timeZone)),
    flatOn: await flatOn(call, athleteId),
  }
}

export function mountPlan(api: Api): void {
  mountGaps(api)
  mountHallLimits(api)
  mountVersions(api)
  mountPlanning(api)
}

/** References, gaps, and what the coach decides of them. */
function mountGaps(api: Api): void {
  api.on('GET /api/standards', async (call) => ok(await standards(call.em, call.hall.timeZone)))

  api.on('POST /api/standards', async (call) => {
    const { variant, sex, ...b } = call.body
    await insertOnce(call.em, StandardEntity, {
      ...call.actor,
      ...b,
      forVariant: variant ?? null,
      forSex: sex ?? null,
      ageFrom: b.ageFrom ?? null,
      ageTo: b.ageTo ?? null,
      value: must(toSi(b.enteredValue, b.enteredUnit, must(protocolById(b.protocolId)).unit)),
    })
    return created({ id: b.id })
  })

  api.on('GET /api/athletes/:athleteId/gaps', async (call) => {
    const athlete = await athleteOr404(call)
    return ok(await gapsView(call, athlete.id))
  })

  api.on('POST /api/athletes/:athleteId/gap-choices', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    await insertOnce(call.em, GapChoiceEntity, { ...call.actor, ...b, athleteId: athlete.id })
    return created({ id: b.id })
  })
}

/** The hall's own limits. */
function mountHallLimits(api: Api): void {
  api.on('PUT /api/hall', async (call) => {
    const { name, timeZone, staleDays, monthFirst, weekStart } = call.hall
    return ok({
      id: call.hall.id,
      version: await changeRow(
        call,
        HallEntity,
        call.hall,
        { monthFirst, weekStart, ...call.body },
        {
          name,
          timeZone,
          staleDays,
          monthFirst,
          weekStart,
        },
      ),
    })
  })
}

/** Plans and templates. */
function mountVersions(api: Api): void {
  api.on('GET /api/athletes/:athleteId/plan', async (call) =>
    ok(await planView(call, (await athleteOr404(call)).id)),
  )

  api.on('GET /api/athletes/:athleteId/plans', async (call) => {
    const athlete = await athleteOr404(call)
    const { week } = call.query
    const who = await names(call)
    const all = await call.em.find(PlanVersionEntity, {
      where: { athleteId: athlete.id, weekStart: week },
      order: { recordedAt: 'ASC' },
    })
    return ok(all.map((v, i) => versionView(call, v, i + 1, who)) satisfies PlanVersionView[])
  })

  api.on('GET /api/templates', async (call) =>
    ok(
      (await call.em.find(CurrentTemplateView, { order: { name: 'ASC' } })).map((t) => ({
        id: t.id,
        name: t.name,
        says: t.says,
        kind: t.kind,
        weeks: t.weeks,
      })) satisfies PlanTemplate[],
    ),
  )

  api.on('POST /api/templates', async (call) => {
    const b = call.body as TemplateBody
    await insertOnce(call.em, PlanTemplateEntity, { ...call.actor, ...b })
    return created({ id: b.id })
  })
}

/** Drafts, problems, and a week saved. */
function mountPlanning(api: Api): void {
  api.on('POST /api/athletes/:athleteId/draft', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body
    const problem = await problemOf(call, athlete, b.weekStart, b.frame as DayFrame[])
    const plan = draftWeek(withCoach(problem, problem.frame, b.terms as CoachTerms, []), v7)
    return ok({ blocks: plan.blocks, testDay: plan.testDay ?? null, problem } satisfies DraftView)
  })

  api.on('GET /api/athletes/:athleteId/problem', async (call) => {
    const athlete = await athleteOr404(call)
    return ok(await problemOf(call, athlete, call.query.week, await frameOf(call, athlete.id)))
  })

  api.on('POST /api/athletes/:athleteId/plans', async (call) => {
    const athlete = await athleteOr404(call)
    const b = call.body as PlanBody
    let asked: AskedAtSave[] = []
    if (!(await call.em.findOneBy(PlanVersionEntity, { id: b.id }))) {
      // Who saves this week at the same moment waits here, and then sees the newer one.
      await call.em.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [
        `${athlete.id} ${b.weekStart}`,
      ])
      const newest = (await planVersions(call.em, athlete.id)).find(
        (v) => v.weekStart === b.weekStart,
      )
      if (b.basedOn !== undefined && (newest?.id ?? null) !== b.basedOn)
        throw conflict(
          (newest
            ? `${(await names(call)).get(newest.actorId ?? '') ?? 'Someone'} saved version ` +
              `${newest.number} of this week meanwhile`
            : 'The week was saved from elsewhere meanwhile') + '.',
        )
      const parts = must(
        (await loadParts(call.em, [athlete.id], call.hall.timeZone)).get(athlete.id),
      )
      const context = await contextOf(call, athlete, b.weekStart, parts.events, parts.demand)
      const breaches = validate(
        weekOf(b.weekStart, b.frame, b.blocks, b.terms),
        judgedWith(context, b.terms),
      )
      const safety = breaches.filter((x) => x.kind === 'safety')
      if (safety.length > 0) throw blocked(safety.map((x) => x.says).join('. '))
      if (breaches.length > 0 && b.reason.trim() === '')
        throw refused(
          'reason',
          `${breaches.map((x) => x.says).join('. ')}. Give the reason to plan it all the same.`,
        )
      // What the reason was given for: on the floor it covers that and nothing that comes later.
      asked =
        b.reason.trim() === ''
          ? []
          : b.blocks.flatMap((x) =>
              x.hands.flatMap((hand): AskedAtSave[] => {
                const keys = judgeAct(context.judge, {
                  kind: 'exercise',
                  exercise: must(exerciseById(x.exerciseId)),
                  hand,
                })
                  .findings.filter((f) => f.class === 'ask')
                  .map(reasonKey)
                return keys.length > 0 ? [{ exerciseId: x.exerciseId, hand, keys }] : []
              }),
            )
    }
    await insertOnce(call.em, PlanVersionEntity, {
      ...call.actor,
      ...b,
      asked,
      basedOn: b.basedOn ?? null,
      athleteId: athlete.id,
    })
    return created({ id: b.id })
  })
}
