import loadHighs, { type Highs } from 'highs'
import wasmUrl from 'highs/runtime?url'
import { planBlock } from '@mano/core/plan/block'
import { conflictOf } from '@mano/core/plan/conflict'
import type { WeekProblem } from '@mano/core/plan/problem'
import { resolveAround } from '@mano/core/plan/resolve'
import { adviceFor, firstServed, unlocks } from '@mano/core/plan/advice'
import { explainBlock, whyNot } from '@mano/core/plan/explain'
import { staplesLeftOut } from '@mano/core/plan/leftOut'
import { solveWeek } from '@mano/core/plan/solve'
import type { WeekPlan } from '@mano/core/plan/types'
import { v7 } from 'uuid'
import { newest } from './newest'
import type { PlannerHeard, PlannerReply, Told } from './plannerMessages'

/** The solver lives here alone: it blocks while it works, and is ended to cancel it. */
let ready: Promise<Highs> | null = null
/**
 * Loaded when it is first needed; compiled here only where no other worker has. As a stream: the
 * browser keeps what it made of it for the next time the page is opened.
 */
async function load(given: WebAssembly.Module | undefined): Promise<Highs> {
  const wasmModule = given ?? (await WebAssembly.compileStreaming(fetch(wasmUrl)))
  if (!given) postMessage({ kind: 'engine', module: wasmModule } satisfies PlannerHeard)
  return loadHighs({ wasmModule })
}
/** What a week of a block is worth in search: twelve come one after the other. */
const BLOCK_EFFORT = { gap: 0.03, iterations: 3000 } as const
const say = (m: PlannerReply, key?: string): void =>
  postMessage(key === undefined ? m : { ...m, key })

const question = newest((told: Told) => void run(told))
addEventListener('message', ({ data }: MessageEvent<Told>) =>
  data.key === undefined ? void run(data) : question(data),
)

async function run({ task, key, engine }: Told): Promise<void> {
  try {
    // What needs no solver does not wait for it.
    if (task.kind === 'why')
      return say({ kind: 'why', answer: explainBlock(task.plan, task.blockId, task.problem) }, key)
    if (task.kind === 'passed') {
      const found = unlocks(task.plan, task.problem)
      const rows = staplesLeftOut(task.plan, task.problem)
      return say(
        {
          kind: 'passed',
          rows,
          advice: adviceFor(task.plan, task.problem, found, rows),
          unlocks: found,
          first: firstServed(task.problem),
        },
        key,
      )
    }
    const highs = await (ready ??= load(engine))
    if (task.kind === 'why-not')
      return say(
        {
          kind: 'why-not',
          answer: whyNot(highs, task.plan, task.exerciseId, task.day, task.problem),
        },
        key,
      )
    if (task.kind === 'resolve') {
      const r = resolveAround(highs, task.problem, task.plan, task.days, v7)
      return say(
        r.ok
          ? { kind: 'done', plan: r.plan, points: r.solved.points, gap: r.solved.gap }
          : { kind: 'clash', clashes: r.clashes },
      )
    }
    if (task.kind === 'block') {
      planBlock(highs, task.block, {
        ...BLOCK_EFFORT,
        newId: v7,
        onWeek: (week) => say({ kind: 'week', week }),
      })
      return say({ kind: 'block-done' })
    }
    improve(highs, task.problem, task.plan)
  } catch (error) {
    say({ kind: 'failed', says: error instanceof Error ? error.message : String(error) }, key)
  }
}

function improve(highs: Highs, problem: WeekProblem, start: WeekPlan | null): void {
  const solved = solveWeek(highs, problem, {
    start,
    newId: v7,
    onProgress: (p) => {
      if (Number.isFinite(p.points) && Number.isFinite(p.bound))
        say({
          kind: 'progress',
          points: p.points,
          gap: Math.max(0, (p.bound - p.points) / Math.abs(p.bound)),
          plan: p.plan,
        })
    },
  })
  if (solved.ok) say({ kind: 'done', plan: solved.plan, points: solved.points, gap: solved.gap })
  else if (solved.reason === 'infeasible')
    say({ kind: 'clash', clashes: conflictOf(highs, problem) ?? [] })
  else say({ kind: 'failed', says: 'No plan was found in the time there was.' })
}
