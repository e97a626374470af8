import type { Highs } from 'highs'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { qualityById } from '@mano/core/catalogue/qualities'
import { planBlock, type PlannedWeek } from '@mano/core/plan/block'
import { conflictOf, feasible } from '@mano/core/plan/conflict'
import { draftWeek } from '@mano/core/plan/draft'
import { bestByLooking } from '@mano/core/plan/looking'
import { measureWeek } from '@mano/core/plan/measureWeek'
import { buildModel } from '@mano/core/plan/model'
import { inOrder } from '@mano/core/plan/order'
import { contextOf, type WeekProblem } from '@mano/core/plan/problem'
import { resolveAround } from '@mano/core/plan/resolve'
import { validate } from '@mano/core/plan/rules'
import { FAMILIES, sampleBlock, sampleWeek, schoolWeek, smallWeek } from '@mano/core/plan/sample'
import { seeded } from '@mano/core/units/seeded'
import { SCHOOL_EFFECTS, settingsFor } from '@mano/core/plan/schools'
import { scorePlan } from '@mano/core/plan/score'
import { solveWeek } from '@mano/core/plan/solve'
import { handLoad, sessionMinutes } from '@mano/core/plan/time'
import { type Block, type WeekPlan } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { rowOf } from '@mano/core/units/row'
import { servesOf, isKept } from '@mano/core/plan/serves'
import { briefOf } from '@mano/core/plan/brief'
import { must } from '@mano/core/units/must'
import { besideCoach, coachIds, type BesideCoach } from './coachWeeks'

export type Job =
  | { kind: 'week'; seed: number }
  | { kind: 'block'; sport: (typeof FAMILIES)[number]; seed: number; print: boolean }
  | { kind: 'school'; id: string; seed: number }
  | { kind: 'edit'; seed: number }
  | { kind: 'same'; seed: number }
  | { kind: 'small'; seed: number }
  | { kind: 'coach'; id: string }

export type Result =
  | BesideCoach
  | {
      kind: 'week'
      seed: number
      feasible: boolean
      draftS: number
      cpuS: number
      gap: number
      broken: number
      worse: boolean
      blocks: number
      staple: number
      good: number
      /** Points of the draft as a share of the plan's; null: the draft breaks a rule. */
      first: number | null
      minimal: boolean | null
    }
  | {
      kind: 'block'
      sport: string
      seed: number
      cpuS: number
      broken: number
      leastShare: number
      kept: boolean
      page: string | null
    }
  | { kind: 'school'; id: string; seed: number; larger: number; smaller: number; broken: number }
  | {
      kind: 'edit'
      seed: number
      what: string
      ms: number
      ok: boolean
      broken: number
      changed: number
    }
  | { kind: 'same'; seed: number; same: boolean }
  | { kind: 'small'; seed: number; best: boolean; feasible: boolean }

export function allJobs(): Job[] {
  const n = (k: number) => Array.from({ length: k }, (_, i) => i + 1)
  return [
    ...n(48).map((seed): Job => ({ kind: 'week', seed })),
    ...FAMILIES.flatMap((sport) =>
      n(2).map((seed): Job => ({
        kind: 'block',
        sport,
        seed,
        print:
          seed === 1 &&
          (sport === 'grappler_jacket' || sport === 'climber_boulder' || sport === 'thrower_ball'),
      })),
    ),
    ...SCHOOL_EFFECTS.flatMap((s) => n(2).map((seed): Job => ({ kind: 'school', id: s.id, seed }))),
    ...n(20).map((seed): Job => ({ kind: 'edit', seed })),
    ...n(3).map((seed): Job => ({ kind: 'same', seed: seed + 2 })),
    ...n(16).map((seed): Job => ({ kind: 'small', seed: seed + 16 })),
    ...coachIds().map((id): Job => ({ kind: 'coach', id })),
  ]
}

const cpuS = (): number => {
  const u = process.cpuUsage()
  return (u.user + u.system) / 1e6
}
const ids = () => {
  let n = 0
  return () => `b${++n}`
}

/** Blocks of a week by how coaches of the sport rate them. */
function rated(p: WeekProblem, blocks: readonly Block[]): { staple: number; good: number } {
  const b = briefOf(p)
  const of = (tier: string) =>
    blocks.filter((x) => b.of(must(exerciseById(x.exerciseId))).tier === tier).length
  return { staple: of('staple'), good: of('good') }
}

export function runJob(highs: Highs, job: Job): Result {
  switch (job.kind) {
    case 'week':
      return week(highs, job.seed)
    case 'block':
      return block(highs, job)
    case 'school':
      return school(highs, job.id, job.seed)
    case 'edit':
      return edit(highs, job.seed)
    case 'small':
      return small(highs, job.seed)
    case 'coach':
      return besideCoach(highs, job.id)
    case 'same': {
      const p = sampleWeek(job.seed)
      const once = () => {
        const newId = ids()
        return JSON.stringify(solveWeek(highs, p, { start: draftWeek(p, newId), newId }))
      }
      const first = once()
      return { kind: 'same', seed: job.seed, same: [1, 2, 3, 4].every(() => once() === first) }
    }
  }
}

/**
 * A week small enough to look at every plan: none that keeps the rules has more than the solver's.
 */
function small(highs: Highs, seed: number): Result {
  const p = smallWeek(seed)
  const solved = solveWeek(highs, p, { gap: 0, iterations: 1e9 })
  if (!solved.ok) return { kind: 'small', seed, feasible: false, best: bestByLooking(p) === null }
  const fair =
    validate(solved.plan, contextOf(p)).length === 0 &&
    Math.abs(scorePlan(solved.plan, p).total - solved.counted) < 1e-6
  return {
    kind: 'small',
    seed,
    feasible: true,
    best: fair && bestByLooking(p, solved.points + 1e-6) === null,
  }
}

function week(highs: Highs, seed: number): Result {
  const p = sampleWeek(seed)
  const newId = ids()
  const t0 = cpuS()
  const draft = draftWeek(p, newId)
  const t1 = cpuS()
  const solved = solveWeek(highs, p, { start: draft, newId })
  const t2 = cpuS()
  const base = {
    kind: 'week' as const,
    seed,
    draftS: t1 - t0,
    cpuS: t2 - t1,
  }
  if (solved.ok) {
    const c = contextOf(p)
    const fair = validate(draft, c).length === 0
    return {
      ...base,
      feasible: true,
      gap: solved.gap,
      broken: validate(solved.plan, c).length,
      worse: fair && solved.points < scorePlan(draft, p).total - 1e-6,
      blocks: solved.plan.blocks.length,
      ...rated(p, solved.plan.blocks),
      first: fair ? scorePlan(draft, p).total / solved.points : null,
      minimal: null,
    }
  }
  const clashes = conflictOf(highs, p)
  const m = buildModel(p)
  const keys = new Set(clashes?.map((x) => x.key))
  const minimal =
    clashes !== null &&
    keys.size > 0 &&
    !feasible(highs, m, keys) &&
    [...keys].every((k) => feasible(highs, m, new Set([...keys].filter((x) => x !== k))))
  return {
    ...base,
    feasible: false,
    gap: 0,
    broken: 0,
    worse: false,
    blocks: 0,
    staple: 0,
    good: 0,
    first: null,
    minimal,
  }
}

function block(highs: Highs, job: Extract<Job, { kind: 'block' }>): Result {
  const b = sampleBlock(job.sport, job.seed)
  const t0 = cpuS()
  const weeks = planBlock(highs, b, { newId: ids(), gap: 0.03, iterations: 3000 })
  const base = handLoad(must(weeks[0]).plan.blocks)
  const ordinary = weeks.filter((w) => w.kind === 'ordinary')
  const kept = ordinary.every(
    (w) => servesOf(w.plan.blocks, w.problem).filter((r) => r.top && isKept(r)).length >= 2,
  )
  return {
    kind: 'block',
    sport: job.sport,
    seed: job.seed,
    cpuS: cpuS() - t0,
    broken: weeks.reduce((a, w) => a + validate(w.plan, contextOf(w.problem)).length, 0),
    leastShare: Math.min(...ordinary.map((w) => handLoad(w.plan.blocks) / base)),
    kept,
    page: job.print ? printed(job.sport, weeks) : null,
  }
}

function school(highs: Highs, id: string, seed: number): Result {
  const s = rowOf(SCHOOL_EFFECTS, id)
  let broken = 0
  const [a, b] = (['a', 'b'] as const).map((choice) => {
    const p = schoolWeek(id, seed, { [id]: choice })
    const solved = solveWeek(highs, p, { start: draftWeek(p, ids()), gap: 0.01, iterations: 4000 })
    if (!solved.ok) {
      broken++
      return NaN
    }
    broken += validate(solved.plan, contextOf(p)).length
    return measureWeek(solved.plan, s.measure.what, settingsFor(p.terms.settings, p.wants, p.frame))
  })
  return {
    kind: 'school',
    id,
    seed,
    larger: s.measure.largerUnder === 'a' ? must(a) : must(b),
    smaller: s.measure.largerUnder === 'a' ? must(b) : must(a),
    broken,
  }
}

/** A pin, a ban or a move on a solved week, by turns. */
function edit(highs: Highs, seed: number): Result {
  const r = seeded(seed * 131)
  // An edit is asked of a week that has a plan.
  for (let k = 0; ; k++) {
    const drawn = sampleWeek(seed + 1000 * k)
    const p: WeekProblem = { ...drawn, terms: { ...drawn.terms, pins: [] } }
    const newId = ids()
    const solved = solveWeek(highs, p, { start: draftWeek(p, newId), newId, iterations: 6000 })
    if (!solved.ok || solved.plan.blocks.length < 5) continue
    const { plan } = solved
    const one = must(plan.blocks[Math.floor(r() * plan.blocks.length)])
    const open = p.frame.flatMap((d, i) => (d.minutes > 0 && !d.competition ? [i] : []))
    const day = must(open[Math.floor(r() * open.length)])
    const what = must((['pin', 'ban', 'move'] as const)[seed % 3])
    const other = solved.plan.blocks.find((x) => x.day !== day)
    const pin = { exerciseId: (what === 'move' ? one : (other ?? one)).exerciseId, day, sets: null }
    const terms =
      what === 'ban'
        ? { ...p.terms, bans: [...p.terms.bans, { exerciseId: one.exerciseId, day: null }] }
        : {
            ...p.terms,
            pins: [pin],
            bans:
              what === 'move' && one.day !== day
                ? [...p.terms.bans, { exerciseId: one.exerciseId, day: one.day }]
                : p.terms.bans,
          }
    const touched =
      what === 'ban'
        ? [...new Set(plan.blocks.filter((x) => x.exerciseId === one.exerciseId).map((x) => x.day))]
        : what === 'move'
          ? [...new Set([one.day, day])]
          : [day]
    const edited = { ...p, terms }
    const t0 = performance.now()
    const again = resolveAround(highs, edited, plan, touched, newId)
    const ms = performance.now() - t0
    const key = (w: WeekPlan) => new Set(w.blocks.map((x) => `${x.day} ${x.exerciseId}`))
    const [was, now] = [key(plan), again.ok ? key(again.plan) : new Set<string>()]
    return {
      kind: 'edit',
      seed,
      what,
      ms,
      ok: again.ok,
      broken: again.ok ? validate(again.plan, contextOf(edited)).length : 0,
      changed: again.ok
        ? [...was].filter((x) => !now.has(x)).length + [...now].filter((x) => !was.has(x)).length
        : 0,
    }
  }
}

const NOTE = {
  ordinary: '',
  deload: 'Deload: hand load held to 60 % of the last ordinary week.',
  taper: 'Taper: days before the event count half; hard work only 4 to 6 days ahead.',
  return: 'Way back: nothing hard, 60 % of what was done before.',
  travel: 'Away: what the bag allows in the minutes there; later weeks do not grow from it.',
} as const

/** Twelve weeks as a page to read, with what to look at. */
function printed(sport: string, weeks: readonly PlannedWeek[]): string {
  const lines = weeks.map((w, i) => {
    const days = [0, 1, 2, 3, 4, 5, 6].flatMap((d) => {
      const own = inOrder(w.plan.blocks.filter((x) => x.day === d))
      const tests = w.plan.testDay === d
      if (own.length === 0 && !tests) return []
      return [
        `| ${DAY_NAMES[d]} | ` +
          `${Math.ceil(sessionMinutes(own, tests ? must(w.problem.terms.tests).minutes : null))} ` +
          `of ${must(w.frame[d]).minutes} | ` +
          `${tests ? `Tests, ${must(w.problem.terms.tests).minutes} min. ` : ''}` +
          own
            .map(
              (x) =>
                `${must(exerciseById(x.exerciseId)).name} ${x.sets} x ${x.dose} ` +
                `${must(exerciseById(x.exerciseId)).dose.unit}` +
                `${x.extra ? ` (+1 ${x.extra})` : ''}`,
            )
            .join('; ') +
          ' ' +
          '|',
      ]
    })
    const cover = servesOf(w.plan.blocks, w.problem)
      .filter((r) => r.top)
      .slice(0, 4)
      .map(
        (r) =>
          `${qualityById(r.quality).name.toLowerCase()} ` +
          `${r.sets.toFixed(1)} of ${r.aim.toFixed(0)}`,
      )
      .join(', ')
    const event = w.frame.findIndex((d) => d.competition)
    const says = [
      NOTE[w.kind],
      event >= 0 ? `Event on ${DAY_NAMES[event]}.` : '',
      `Closing force by ${w.crush === 'hold' ? 'holds' : 'repetitions'}.`,
      `Sets: ${cover}.`,
    ]
      .filter(Boolean)
      .join(' ')
    return (
      `## Week ${i + 1}, from ${w.weekStart}: ${w.kind}\n\nHand load ` +
      `${handLoad(w.plan.blocks).toFixed(1)}` +
      `${w.problem.lastLoad === null ? '' : ` after ${w.problem.lastLoad.toFixed(1)}`}; ` +
      `within ${w.gap === null ? 'an unknown share' : `${(100 * w.gap).toFixed(1)} %`} of ` +
      `the best possible. ${says}\n\n| day | minutes | blocks |\n| --- | --- | --- ` +
      `|\n${days.join('\n')}\n`
    )
  })
  const why = [...must(weeks[0]).plan.blocks]
    .slice(0, 4)
    .map((x) => `- ${DAY_NAMES[x.day]}, ${must(exerciseById(x.exerciseId)).name}: ${x.reason}`)
  return (
    `# Twelve weeks, planned: ${sport.replaceAll('_', ' ')}\n\nWritten by \`./mano prove\` ` +
    'from a drawn athlete, everything in the hall, an event and a week away. Minutes are ' +
    `of what the day has, warm-up and\nclosing included. Weights and budgets are practice ` +
    `estimates: a coach should read these weeks with that in mind.\n\nWhy the first blocks ` +
    `are there:\n\n${why.join('\n')}\n\n${lines.join('\n')}`
  )
}
