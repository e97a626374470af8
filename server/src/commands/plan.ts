import { readFileSync } from 'node:fs'
import loadHighs from 'highs'
import { conflictOf } from '@mano/core/plan/conflict'
import { draftWeek } from '@mano/core/plan/draft'
import { contextOf, readProblem } from '@mano/core/plan/problem'
import { validate } from '@mano/core/plan/rules'
import { scorePlan } from '@mano/core/plan/score'
import { solveWeek } from '@mano/core/plan/solve'
import type { WeekPlan } from '@mano/core/plan/types'
import { must } from '@mano/core/units/must'

const USAGE = `usage: ./mano plan < problem.json > plan.json
       ./mano plan --check < {"problem":...,"plan":...}   what the plan breaks and its points;
                                                          exit 1 where a rule is broken
problem.json: see docs/planner.md`

const out = (value: unknown): void =>
  void process.stdout.write(`${JSON.stringify(value, null, 1)}\n`)
const fail = (says: string): never => {
  console.error(says)
  process.exit(2)
}

const args = process.argv.slice(2)
if (args.some((a) => a !== '--check')) fail(USAGE)
const json = (() => {
  try {
    return JSON.parse(readFileSync(0, 'utf8')) as Record<string, unknown>
  } catch (error) {
    return fail(`The file is not JSON: ${error instanceof Error ? error.message : String(error)}`)
  }
})()
const check = args.includes('--check')
const read = readProblem(check ? json['problem'] : json)
if (!read.ok) fail(`The problem could not be read: ${read.says}`)
else if (check) {
  const plan = json['plan'] as WeekPlan | undefined
  if (!plan || !Array.isArray(plan.blocks)) fail('The plan has no exercises.')
  const whole = {
    weekStart: read.problem.weekStart,
    frame: read.problem.frame,
    blocks: must(plan).blocks,
    testDay: must(plan).testDay ?? null,
  }
  const breaches = validate(whole, contextOf(read.problem))
  out({ ...scorePlan(whole, read.problem), breaches })
  process.exitCode = breaches.length > 0 ? 1 : 0
} else {
  const highs = await loadHighs()
  let n = 0
  const newId = () => `block-${++n}`
  const solved = solveWeek(highs, read.problem, { start: draftWeek(read.problem, newId), newId })
  if (solved.ok) out({ ...solved, withinPct: 100 * solved.gap })
  else {
    out({
      ...solved,
      clashes: solved.reason === 'infeasible' ? conflictOf(highs, read.problem) : null,
    })
    process.exitCode = 1
  }
}
