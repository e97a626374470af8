import { exerciseById } from '@mano/core/catalogue/exercises'
import { demandProfile } from '@mano/core/demand/profile'
import { gapFacts, readGaps } from '@mano/core/gaps/read'
import { wantsOf } from '@mano/core/gaps/wants'
import { planContext, problemIn } from '@mano/core/plan/context'
import { kitsOf } from '@mano/core/match/kit'
import { draftWeek } from '@mano/core/plan/draft'
import { type LocalDate, addDays, weekStartOf } from '@mano/core/units/dates'
import { type Block } from '@mano/core/plan/types'
import { EMPTY_DAY, type DayFrame } from '@mano/core/intake/week'
import type { SetLog } from '@mano/core/record/sets'
import { buildSeries } from '@mano/core/record/series'
import { judgeBy } from '@mano/core/safety/judge'
import { safetyFacts } from '@mano/core/safety/facts'
import { demoRecord } from './safety'
import { TESTS_STALE_DAYS } from '@mano/core/catalogue/limits'
import { setsOf } from '@mano/core/plan/time'
import { N_PER_KGF } from '@mano/core/units/units'
import { v7 } from 'uuid'
import type { DemoAthlete, DemoHall } from './shape'
import { Seeded } from '@mano/core/units/seeded'
import { firstLoad, ladderOf } from '@mano/core/progress/ladders'
import { STANDARDS, type Story } from './stories'
import { must } from '@mano/core/units/must'

export interface DemoPlan {
  id: string
  weekStart: LocalDate
  frame: DayFrame[]
  blocks: Block[]
  savedOn: LocalDate
  logs: SetLog[]
}

/** Weeks planned before this one. */
const WEEKS_BACK = 2
const SESSION_DONE = 0.93

/** Loads of the demo beside the light first ones, and what they rise by a week. */
const WORKING = 1.35
const WEEKLY = 0.008
/** When the demo's athletes train: each at an hour of their own. */
const HOURS = ['16:00', '17:00', '18:30', '10:30', '19:00'] as const
/** Step of a ladder a level works on. */
const RUNG: Readonly<Record<string, number>> = { novice: 0, trained: 1, advanced: 2, elite: 2 }

/**
 * A running plan and its log for an athlete of the demo hall; the same seed and day give the same.
 */
export function generatePlans(
  seed: number,
  hall: DemoHall,
  athlete: DemoAthlete,
  today: LocalDate,
): DemoPlan[] {
  const { story } = athlete
  if (!story.week) return []
  const week = story.week
  const random = new Seeded(seed * 31 + story.id.length * 7 + story.name.length)
  const id = (on: LocalDate) =>
    v7({
      msecs: Date.parse(`${on}T00:00:00Z`),
      random: random.bytes(16),
      seq: Math.floor(random.next() * 2 ** 31),
    })
  const frame = Array.from({ length: 7 }, (_, d): DayFrame => ({
    ...EMPTY_DAY,
    minutes: week.minutes[d] ?? 0,
    place: week.place,
    sportLoad: week.sport[d] ?? 0,
    heavyPull: week.heavyPull === d ? 'before' : 'none',
    at: must(HOURS[story.name.length % HOURS.length]),
  }))
  const kit = kitsOf(hall.units)
  const standards = STANDARDS.map((s) => ({
    ...s,
    value: s.protocolId === 'dyno_seated' ? s.value * N_PER_KGF : s.value,
  }))
  const logs: SetLog[] = []
  const plans: DemoPlan[] = []
  for (let back = WEEKS_BACK; back >= 0; back--) {
    const weekStart = addDays(weekStartOf(today), -7 * back)
    const savedOn =
      back === 0 && addDays(weekStart, -1) < today ? addDays(weekStart, -1) : addDays(weekStart, -2)
    const seen = athlete.sessions.filter((s) => s.performedOn <= savedOn)
    const facts = safetyFacts(
      { ...demoRecord(athlete, today, { logs, until: back === 0 ? today : savedOn }) },
      weekStart,
    )
    const judgement = readGaps({
      ...gapFacts(
        {
          level: story.level,
          sexForNorms: story.sex,
          birthDate: athlete.birthDate,
          dominantHand: story.dominant,
        },
        athlete.measures,
        { standards, squad: [], steps: {}, staleDays: TESTS_STALE_DAYS, choices: [] },
      ),
      profile: demandProfile(story.sportId),
      series: buildSeries(seen),
      today: weekStart,
      judge: judgeBy(facts),
      injuries: [],
    })
    const context = planContext(
      judgeBy(facts),
      kit,
      logs,
      weekStart,
      plans.map((p) => ({ ...p, kind: 'ordinary' as const })),
      [],
      { sports: [story.sportId], level: story.level },
    )
    const { blocks } = draftWeek(
      problemIn(context, {
        weekStart,
        frame,
        wants: wantsOf(judgement.priorities),
        units: hall.units,
      }),
      () => id(weekStart),
    )
    const missed = back === 0 ? story.missed : undefined
    const done = logWeek(random, id, weekStart, blocks, today, story, WEEKS_BACK - back).filter(
      (l) => missed === undefined || l.on !== addDays(weekStart, missed),
    )
    logs.push(...done)
    plans.push({ id: id(weekStart), weekStart, frame, blocks: [...blocks], savedOn, logs: done })
  }
  return plans
}

function logWeek(
  random: Seeded,
  id: (on: LocalDate) => string,
  weekStart: LocalDate,
  blocks: readonly Block[],
  today: LocalDate,
  story: Story,
  week: number,
): SetLog[] {
  const days = [...new Set(blocks.map((b) => b.day))].filter((d) => addDays(weekStart, d) < today)
  return days.flatMap((day) => {
    const on = addDays(weekStart, day)
    if (random.next() > SESSION_DONE) return []
    return blocks
      .filter((b) => b.day === day)
      .flatMap((b) => {
        const e = must(exerciseById(b.exerciseId))
        const rungs = ladderOf(e).rungs
        const rung = rungs[Math.min(rungs.length - 1, RUNG[story.level] ?? 1)]
        // A working load a third over the light first one, and a little more each week.
        const first = firstLoad(e, story.level, story.massKg)
        const working = WORKING * (1 + WEEKLY * week) * random.between(0.99, 1.01)
        const load = first === null ? null : Math.max(1, Math.round(2 * first * working) / 2)
        return Array.from({ length: setsOf(b) }, (_, i) =>
          b.hands
            .filter((h) => i < b.sets || h === b.extra)
            .map((hand): SetLog => {
              const amount = Math.max(1, Math.round(b.dose * random.normal(1, 0.08)))
              const timed = e.dose.unit === 's'
              return {
                id: id(on),
                blockId: b.id,
                exerciseId: e.id,
                on,
                hand,
                set: i + 1,
                loadKg: load,
                seconds: timed ? amount : null,
                reps: timed ? null : amount,
                ended: 'done',
                effort: Math.min(10, Math.max(4, Math.round(random.normal(7, 1)))),
                pain: random.next() < 0.06 ? 1 : 0,
                ...(rung !== undefined && { details: { rung } }),
              }
            }),
        ).flat()
      })
  })
}
