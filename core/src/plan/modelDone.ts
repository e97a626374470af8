import { must } from '../units/must'
import { indexOfBlock } from './candidates'
import { valuesOf, type Programme } from './programme'

/** Rows that only count points bind nothing. */
const COUNTS = 'points'

/**
 * A week that runs: what is done stands, days gone by take nothing more, and no row stands against
 * what is done. What a row allows is never less than what is done takes of it; what it asks for is
 * never more than can still be had.
 */
export function settle(m: Programme): void {
  const { done } = m.p
  if (!done) return
  const { model } = m
  const stands = new Set(done.blocks.map((b) => indexOfBlock(model.candidates, b)))
  for (const i of m.all) {
    if (stands.has(i)) model.low[i] = 1
    else if (m.of(i).block.day < done.from) model.high[i] = 0
  }
  const tested = done.testDay !== null && done.testDay < done.from ? done.testDay : null
  model.testDay.slice(0, done.from).forEach((t, day) => {
    if (t >= 0) model.low[t] = model.high[t] = day === tested ? 1 : 0
  })
  const taken = valuesOf(model, { blocks: done.blocks, testDay: tested })
  // What it brings with it: a session, a hard day, the week's extensors.
  for (const { high, at, by } of model.rows) {
    const brought = at.filter((_, k) => must(by[k]) < 0)
    const [other] = brought
    if (high !== 0 || other === undefined || brought.length > 1 || other < m.all.length) continue
    const brings = at.some((j, k) => must(by[k]) > 0 && must(taken[j]) > 0)
    if (brings) taken[other] = 1
  }
  const most = (j: number, by: number) => by * must(by > 0 ? model.high[j] : model.low[j])
  for (const row of model.rows) {
    if (row.key === COUNTS) continue
    const of = (value: (j: number, by: number) => number): number =>
      row.at.reduce((a, j, k) => a + value(j, must(row.by[k])), 0)
    row.high = Math.max(
      row.high,
      of((j, by) => by * must(taken[j])),
    )
    row.low = Math.min(row.low, of(most))
  }
}
