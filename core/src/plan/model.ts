import { must } from '../units/must'
import { dayPoints } from './brief'
import { POINTS } from './compose'
import { points } from './modelPoints'
import { forbidden, restRows, testRows, tissues, weekRows } from './modelRules'
import { sessionRows } from './modelSession'
import { settle } from './modelDone'
import type { WeekProblem } from './problem'
import { DAYS, Programme, type Model } from './programme'
import { outOfPhase } from './item'
import { sessionPoints } from './score'
import type { Block } from './types'

/**
 * The week as a programme: rows say what the rules say, costs what the score says; both are tested
 * against validator and score.
 */
export function buildModel(p: WeekProblem, extra: readonly Block[] = []): Model {
  const m = new Programme(p, [...(p.done?.blocks ?? []), ...extra])
  for (const i of m.all) m.col(ownPoints(m, i), 1, true)
  forbidden(m)
  m.session = DAYS.map(() => m.col(sessionPoints(p.terms.settings)))
  m.any = m.col(0)
  m.model.testDay = DAYS.map((d) =>
    m.terms.tests && !must(p.frame[d]).competition ? m.col(0, 1, true) : -1,
  )
  for (const d of DAYS) sessionRows(m, d)
  tissues(m)
  restRows(m)
  testRows(m)
  weekRows(m)
  points(m)
  settle(m)
  return m.model
}

/** What a candidate is worth by itself. */
function ownPoints(m: Programme, i: number): number {
  const { e, block } = m.of(i)
  const rated = m.rated(i)
  return (
    rated.block +
    dayPoints(e, m.brief, block) +
    (block.extra && !rated.close ? POINTS.weaker : 0) +
    (outOfPhase(e, m.terms.crush) ? POINTS.crushOutOfPhase * block.sets : 0)
  )
}
