import { briefOf, stapleMost, stapleWeight, type Brief } from './brief'
import { served, servedInAll } from './briefRows'
import { DAYS_OFF, EXTENSORS_A_SESSION, LIKES, POINTS, sessionBlocks } from './compose'
import { doseFaults } from './doseFaults'
import { orderFaults } from './faults'
import { different, itemsOf, type Item } from './item'
import type { WeekProblem } from './problem'
import type { Settings } from './schools'
import type { Block, WeekPlan } from './types'
import { must } from '../units/must'

export const PARTS = [
  { id: 'start', name: 'A week to start from' },
  { id: 'serve', name: 'What the sport asks, by exercises coaches put first' },
  { id: 'top', name: 'The top qualities have their sets' },
  { id: 'twice', name: 'The same main exercise on two days' },
  { id: 'choice', name: 'Exercises few coaches would choose here' },
  { id: 'few', name: 'Few exercises' },
  { id: 'spread', name: 'Maximal and closing work spread out' },
  { id: 'likes', name: 'Near duplicates' },
  { id: 'days', name: 'On the right days of sport, pull and rest' },
  { id: 'sessions', name: 'Sessions' },
  { id: 'phase', name: 'Hold and repetition weeks of closing force' },
  { id: 'weaker', name: 'A set more for the weaker hand' },
  { id: 'near', name: 'Staying near the plan before' },
  { id: 'order', name: 'Order and sets of a session' },
] as const
export type PartId = (typeof PARTS)[number]['id']

export interface Score {
  total: number
  parts: Record<PartId, number>
}

/** Points of a day with hand work. */
export const sessionPoints = (settings: Settings): number =>
  settings['frequency'] === 'a' ? POINTS.lightDay : POINTS.session

const key = (b: Block): string => `${b.day} ${b.exerciseId}`

/**
 * What the change from one set of blocks to another costs, before its weight: a block more or less,
 * a set more or less.
 */
export function changeCost(now: readonly Block[], before: readonly Block[]): number {
  const [a, b] = [
    new Map(now.map((x) => [key(x), x.sets])),
    new Map(before.map((x) => [key(x), x.sets])),
  ]
  let cost = 0
  for (const [k, sets] of a) {
    const was = b.get(k)
    cost += was === undefined ? POINTS.changedBlock : POINTS.changedSet * Math.abs(sets - was)
  }
  for (const k of b.keys()) if (!a.has(k)) cost += POINTS.changedBlock
  return cost
}

type Days = readonly (readonly Item[])[]

/** Points of top qualities looked after, each 0 to 1: the first two count most. */
function topPoints(looked: readonly number[]): number {
  let all = 0
  for (const x of looked) all += x
  return POINTS.top * Math.min(2, all) + POINTS.topMore * Math.max(0, all - 2)
}

const over = (n: number, most: number): number => Math.max(0, n - most)
function count<T>(items: readonly T[], of: (x: T) => boolean): number {
  let n = 0
  for (const x of items) if (of(x)) n++
  return n
}
const WEEK = [0, 1, 2, 3, 4, 5, 6]

function top(items: readonly Item[], b: Brief): number {
  const first = POINTS.topFirstHalf
  let twoDays = false
  let staples = 0
  const looked = b.top.map((row) => {
    let sets = 0
    let putFirst = 0
    let day = -1
    for (const x of items) {
      if (x.r.staple[row]) putFirst += x.sets
      if (!x.r.good[row]) continue
      sets += must(x.r.looks[row]) * x.sets
      twoDays ||= day >= 0 && day !== x.block.day
      day = x.block.day
    }
    staples += stapleWeight(b, row) * Math.min(1, putFirst / POINTS.stapleSets)
    const part = Math.min(1, sets / b.topSets)
    return 2 * first * Math.min(0.5, part) + 2 * (1 - first) * Math.max(0, part - 0.5)
  })
  return (
    topPoints(looked) +
    POINTS.topStaple * Math.min(stapleMost(b), staples) +
    (b.twoDays && twoDays ? POINTS.topTwoDays : 0)
  )
}

/** Top qualities whose main exercise stands on two days: one of the highest, and one more. */
function twice(items: readonly Item[], b: Brief): number {
  if (!b.mainTwice) return 0
  const again = items.filter((x) => items.some((y) => y.id === x.id && y.block.day !== x.block.day))
  const stands = (row: number) => again.some((x) => must(x.r.good[row]))
  const first = Math.min(1, count(b.highest, stands))
  return POINTS.twice * first + POINTS.twiceMore * Math.min(1, count(b.top, stands) - first)
}

const countedAs = (x: Item): number => x.as
const isClose = (x: Item): boolean => x.r.close
const isExtensor = (x: Item): boolean => x.r.extensor

function few(items: readonly Item[], days: Days, b: Brief, p: WeekProblem): number {
  const kinds = different(
    items.filter((x) => !x.r.close),
    countedAs,
  )
  let sessions = 0
  days.forEach((own, d) => {
    if (own.length === 0) return
    const blocks = sessionBlocks(must(p.frame[d]).minutes)
    sessions +=
      POINTS.blockOver * over(different(own, countedAs), blocks) +
      POINTS.extensorOver * over(count(own, isExtensor), EXTENSORS_A_SESSION)
  })
  return POINTS.exercise * kinds + b.exerciseOver * over(kinds, b.exercisesMost) + sessions
}

function spread(days: Days, b: Brief): number {
  let points = 0
  for (const own of days) {
    if (own.length < 2) continue
    for (const t of ['finger_flexors', 'thumb'] as const)
      points +=
        POINTS.maximalOver *
        over(
          count(own, (x) => x.r.maximal.includes(t)),
          b.maximalMost,
        )
    if (b.kind !== 'contest')
      points +=
        POINTS.closingOver *
        over(
          count(own, (x) => x.r.closing),
          2,
        )
  }
  return points
}

function likes(items: readonly Item[], b: Brief): number {
  let thumb = 0
  const alike: number[] = LIKES.map(() => 0)
  items.forEach((x, i) => {
    if (x.r.thumbDrill) thumb += x.block.sets
    if (x.likes.length === 0) return
    for (let j = 0; j < i; j++) if (must(items[j]).id === x.id) return
    for (const l of x.likes) alike[l] = must(alike[l]) + 1
  })
  let points = POINTS.thumbSet * over(thumb, b.thumbMost)
  LIKES.forEach((l, i) => (points += POINTS.duplicate * over(must(alike[i]), l.most)))
  return points
}

function days(items: readonly Item[], week: Days, b: Brief, p: WeekProblem): number {
  const fingers = week.map((own) => own.some((x) => x.r.fingers))
  const off = count(
    WEEK,
    (d) =>
      must(p.frame[d]).sportLoad <= 1 &&
      !must(p.frame[d]).competition &&
      must(week[d]).every(isClose),
  )
  let points = POINTS.dayOff * Math.min(DAYS_OFF, off)
  for (let d = 1; d < 7; d++)
    if (must(fingers[d]) && must(fingers[d - 1])) points += POINTS.fingerEve
  for (const x of items) points += x.onDay
  return points
}

function serve(items: readonly Item[], b: Brief): number {
  let sum = 0
  b.rows.forEach((r, i) => {
    let sets = 0
    for (const x of items) sets += x.sets * must(x.r.shares[i])
    if (sets > 0) sum += r.worth * served(sets, r.aim)
  })
  return servedInAll(sum)
}

/**
 * Points of a plan by part. Says nothing of rules: that is the validator's. `asWritten`: blocks
 * stand in the order they are done; else they are put in order first. Figures are practice
 * estimates (compose.ts), no source.
 */
export function scorePlan(
  plan: Pick<WeekPlan, 'blocks' | 'testDay'>,
  p: WeekProblem,
  asWritten = false,
): Score {
  const b = briefOf(p)
  const items: Item[] = []
  const week: Item[][] = WEEK.map(() => [])
  const itemOf = itemsOf(p)
  for (const block of plan.blocks) {
    const item = itemOf(block)
    if (!item) continue
    items.push(item)
    must(week[block.day]).push(item)
  }
  const sum = (f: (x: Item) => number): number => {
    let a = 0
    for (const x of items) a += f(x)
    return a
  }
  const test = plan.testDay ?? null
  const sessions = count(WEEK, (d) => must(week[d]).length > 0 || d === test)
  const parts: Score['parts'] = {
    start: POINTS.start,
    serve: serve(items, b),
    top: top(items, b),
    twice: twice(items, b),
    choice: sum((x) => x.r.block),
    few: few(items, week, b, p),
    spread: spread(week, b),
    likes: likes(items, b),
    days: days(items, week, b, p),
    sessions:
      sessionPoints(p.terms.settings) * sessions +
      POINTS.sessionOver * over(sessions, b.sessionsMost),
    phase: sum((x) => x.phase),
    weaker: sum((x) => (x.block.extra && !x.r.close ? POINTS.weaker : 0)),
    near: p.near === null ? 0 : p.near.weight * changeCost(plan.blocks, p.near.blocks),
    order: (asWritten ? orderFaults(plan.blocks, b) : 0) + doseFaults(week),
  }
  return { total: Object.values(parts).reduce((a, x) => a + x, 0), parts }
}
