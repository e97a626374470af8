import { groupBy } from '../units/group'
import { must } from '../units/must'
import {
  countsAs,
  DAYS_OFF,
  EXTENSORS_A_SESSION,
  LIKES,
  POINTS,
  sessionBlocks,
  SERVED,
  SLOPES,
} from './compose'
import { stapleMost, stapleWeight } from './brief'
import { effectiveSets } from './coverage'
import { DAYS, type Programme } from './programme'
import type { Block } from './types'

// The points of a week as costs and rows, each group as `score.ts` counts it.

/** All that is told of a week in points. */
export function points(m: Programme): void {
  m.model.offset += POINTS.start
  served(m)
  top(m)
  kinds(m)
  m.over(POINTS.sessionOver, m.brief.sessionsMost, m.session)
  for (const d of DAYS) sessionsOf(m, d)
  likes(m)
  rest(m)
  if (m.p.near) nearTo(m, m.p.near.blocks, m.p.near.weight)
}

/** All that is served, in pieces worth less and less. */
function served(m: Programme): void {
  const serve: { at: number[]; by: number[] } = { at: [], by: [] }
  m.brief.rows.forEach((r, k) => {
    const own = m.all.filter((i) => must(m.rated(i).shares[k]) > 0)
    if (r.worth <= 0 || r.aim === 0 || own.length === 0) return
    const pieces = SLOPES.map(() => m.col(0, r.aim / 2))
    SLOPES.forEach((s, n) => {
      serve.at.push(must(pieces[n]))
      serve.by.push(-(r.worth * s) / r.aim)
    })
    m.sum(
      [...pieces, ...own],
      [
        ...pieces.map(() => 1),
        ...own.map((i) => -effectiveSets(m.of(i).block) * must(m.rated(i).shares[k])),
      ],
    )
  })
  const pieces = SERVED.map((piece, i) =>
    m.col(piece.slope, piece.upTo - (i === 0 ? 0 : must(SERVED[i - 1]).upTo)),
  )
  m.sum([...pieces, ...serve.at], [...pieces.map(() => 1), ...serve.by])
}

function top(m: Programme): void {
  const { brief } = m
  const good = brief.top.map((k) => m.all.filter((i) => must(m.rated(i).good[k])))
  const looked = good.map((own, n) => {
    const halves = [m.col(0, 0.5), m.col(0, 0.5)]
    const looks = (i: number) => must(m.rated(i).looks[must(brief.top[n])])
    m.sum(
      [...halves, ...own],
      [brief.topSets, brief.topSets, ...own.map((i) => -looks(i) * effectiveSets(m.of(i).block))],
    )
    const v = m.col(POINTS.topMore)
    const first = POINTS.topFirstHalf
    m.sum([v, ...halves], [1, -2 * first, -2 * (1 - first)])
    return v
  })
  // The first two count for more: a column for what is up to two.
  m.sum([m.col(POINTS.top - POINTS.topMore, 2), ...looked], [1, ...looked.map(() => -1)])
  if (brief.twoDays) {
    const twice = good.flatMap((own) => {
      const onDays = [...groupBy(own, (i) => m.of(i).block.day).values()]
      return onDays.length < 2 ? [] : [m.two(onDays.map((g) => m.there(g)))]
    })
    if (twice.length > 0) m.there(twice, POINTS.topTwoDays)
  }
  staples(m)
  if (brief.mainTwice) mainsTwice(m, good)
}

/** What most coaches put first for two of the top qualities. */
function staples(m: Programme): void {
  const { brief } = m
  const there = brief.top.flatMap((row) => {
    const own = m.all.filter((i) => m.rated(i).staple[row])
    if (own.length === 0) return []
    const v = m.col(0)
    const sets = own.map((i) => -effectiveSets(m.of(i).block))
    m.sum([v, ...own], [POINTS.stapleSets, ...sets])
    return [{ v, weight: stapleWeight(brief, row) }]
  })
  const all = m.col(POINTS.topStaple, stapleMost(brief))
  m.sum([all, ...there.map((t) => t.v)], [1, ...there.map((t) => -t.weight)])
}

/** Main exercises that stand on two days: one of the highest qualities, and one more. */
function mainsTwice(m: Programme, good: readonly number[][]): void {
  const again = good.flatMap((own, n) => {
    const mains = [...groupBy(own, (i) => m.of(i).e.id).values()].flatMap((g) =>
      new Set(g.map((i) => m.of(i).block.day)).size < 2 ? [] : [m.two(g)],
    )
    const first = m.brief.highest.includes(must(m.brief.top[n]))
    return mains.length === 0 ? [] : [{ v: m.there(mains), first }]
  })
  if (again.length === 0) return
  const first = again.filter((a) => a.first).map((a) => a.v)
  const twice = m.col(POINTS.twice)
  m.sum([twice, ...first], [1, ...first.map(() => -1)])
  const all = again.map((a) => a.v)
  m.sum([twice, m.col(POINTS.twiceMore), ...all], [1, 1, ...all.map(() => -1)])
}

function kinds(m: Programme): void {
  const open = m.all.filter((i) => !m.rated(i).close)
  const used = [...groupBy(open, (i) => countsAs(m.of(i).e.id)).values()].map((own) =>
    m.used(groupBy(own, (i) => `${m.of(i).e.id} ${m.of(i).block.day}`).values(), POINTS.exercise),
  )
  m.over(m.brief.exerciseOver, m.brief.exercisesMost, used)
}

function sessionsOf(m: Programme, d: number): void {
  const { brief } = m
  const own = m.day(d)
  // Both ways of a joint are one block.
  const blocks = [...groupBy(own, (i) => countsAs(m.of(i).e.id)).values()].flatMap((same) => {
    const each = [...groupBy(same, (i) => m.of(i).e.id).values()]
    return each.length < 2 ? same : [m.used(each)]
  })
  m.over(POINTS.blockOver, sessionBlocks(must(m.p.frame[d]).minutes), blocks)
  m.over(
    POINTS.extensorOver,
    EXTENSORS_A_SESSION,
    own.filter((i) => m.rated(i).extensor),
  )
  for (const t of ['finger_flexors', 'thumb'] as const)
    m.over(
      POINTS.maximalOver,
      brief.maximalMost,
      own.filter((i) => m.rated(i).maximal.includes(t)),
    )
  if (brief.kind !== 'contest')
    m.over(
      POINTS.closingOver,
      2,
      own.filter((i) => m.rated(i).closing),
    )
}

function likes(m: Programme): void {
  for (const l of LIKES) {
    const used = l.ids.flatMap((id) => {
      const own = m.all.filter((i) => m.of(i).e.id === id)
      return own.length === 0 ? [] : [m.used(groupBy(own, (i) => m.of(i).block.day).values())]
    })
    m.over(POINTS.duplicate, l.most, used)
  }
  const drills = m.all.filter((i) => m.rated(i).thumbDrill)
  if (drills.length > 0)
    m.over(
      POINTS.thumbSet,
      m.brief.thumbMost,
      drills,
      drills.map((i) => m.of(i).block.sets),
    )
}

function rest(m: Programme): void {
  const free = DAYS.filter((d) => {
    const { sportLoad, competition } = must(m.p.frame[d])
    return sportLoad <= 1 && !competition
  })
  const off = free.map((d) => {
    const v = m.col(0)
    for (const g of m.groups(d))
      if (!m.rated(must(g[0])).close) m.sum([v, ...g], [1, ...g.map(() => 1)], 1)
    return v
  })
  if (off.length > 0) m.sum([m.col(POINTS.dayOff, DAYS_OFF), ...off], [1, ...off.map(() => -1)])
  const fingers = DAYS.map((d) => {
    const own = m.groups(d).filter((g) => m.rated(must(g[0])).fingers)
    return own.length === 0 ? -1 : m.used(own)
  })
  for (const d of DAYS.slice(1)) {
    const both = [must(fingers[d]), must(fingers[d - 1])]
    if (both.every((v) => v >= 0)) m.over(POINTS.fingerEve, 1, both)
  }
}

/** A week near one that stands: what changes costs. */
function nearTo(m: Programme, blocks: readonly Block[], weight: number): void {
  const was = new Map(blocks.map((b) => [`${b.day} ${b.exerciseId}`, b.sets]))
  m.model.offset += weight * POINTS.changedBlock * was.size
  for (const i of m.all) {
    const { e, block } = m.of(i)
    const sets = was.get(`${block.day} ${e.id}`)
    m.model.cost[i] =
      must(m.model.cost[i]) +
      weight *
        (sets === undefined
          ? POINTS.changedBlock
          : -POINTS.changedBlock + POINTS.changedSet * Math.abs(block.sets - sets))
  }
}
