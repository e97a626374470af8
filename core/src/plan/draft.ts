import { exerciseById } from '../catalogue/exercises'
import { briefOf, type Brief } from './brief'
import { candidatesOf, type Candidate } from './candidates'
import { weakerOf } from './coverage'
import { withLeads } from './leads'
import { EXTENSION_DAYS } from './practice'
import { contextOf, type WeekProblem } from './problem'
import { inWords } from './reasons'
import { keepsRules, RULES } from './rules'
import { type Rule } from './rule'
import { scorePlan } from './score'
import { extensionDays } from './limits'
import type { PlanContext } from './situation'
import type { Block, WeekPlan } from './types'
import { must } from '../units/must'

export type { Want } from '../demand/want'

/**
 * Rules a growing week may not break; those that ask for something to be there are met by the order
 * of drafting.
 */
const ASKING = ['wrist_ext_twice', 'finger_ext_twice', 'closes', 'pin', 'tests']
const WHILE_GROWING = RULES.filter((r) => !ASKING.includes(r.id))

/** Steps of mending after which a draft is shown as it is. */
const STEPS = 30
/** Neighbours of a step that are looked at for rules, the best first. */
const LOOKED = 60

/**
 * A week made in a moment: what is pinned and the tests first, extensors on two days, then step by
 * step what makes it better by the score, each checked by the validator. The same problem gives the
 * same week. Breaks no hard rule but what pins and tests that do not fit ask for.
 */
export function draftWeek(p: WeekProblem, newId: () => string): WeekPlan {
  const context = contextOf(p)
  const brief = briefOf(p)
  const all = candidatesOf(p)
  const open = all.filter((c) => c.forbidden.length === 0 && !c.block.extra)
  let plan: WeekPlan = { weekStart: p.weekStart, frame: p.frame, blocks: [], testDay: null }
  const keep = (block: Block): boolean => {
    const next = { ...plan, blocks: [...plan.blocks, block] }
    if (!keepsRules(next, context, WHILE_GROWING)) return false
    plan = next
    return true
  }
  for (const pin of p.terms.pins)
    all
      .filter(
        (c) =>
          c.block.day === pin.day &&
          c.e.id === pin.exerciseId &&
          !c.block.extra &&
          (pin.sets === null || pin.sets === c.block.sets),
      )
      .some((c) => keep(c.block))
  if (p.terms.tests)
    plan =
      [0, 1, 2, 3, 4, 5, 6]
        .map((day) => ({ ...plan, testDay: day }))
        .find((x) =>
          keepsRules(
            x,
            context,
            RULES.filter((r) => !ASKING.includes(r.id) || r.id === 'tests'),
          ),
        ) ?? plan
  extensors(p, open, keep)
  plan = mended(plan, worthTrying(open, brief), open, p, brief, context)
  const named = { ...plan, blocks: plan.blocks.map((b) => ({ ...b, id: newId() })) }
  return inWords(withLeads(forWeaker(named, p), p), p)
}

/**
 * What a draft tries: staples and good exercises with fewest and middling sets, others only where a
 * day has none of those.
 */
function worthTrying(open: readonly Candidate[], brief: Brief): Candidate[] {
  const by = new Map<string, Candidate[]>()
  for (const c of open) {
    const key = `${c.block.day} ${c.e.id}`
    by.set(key, [...(by.get(key) ?? []), c])
  }
  const good = (c: Candidate) => {
    const { tier } = brief.of(c.e)
    return tier === 'staple' || tier === 'good'
  }
  const days = new Set(open.filter(good).map((c) => c.block.day))
  return [...by.values()].flatMap((all) => {
    if (!good(must(all[0])) && days.has(must(all[0]).block.day)) return []
    const sorted = [...all].sort((a, b) => a.block.sets - b.block.sets)
    return [...new Set([must(sorted[0]), must(sorted[Math.floor((sorted.length - 1) / 2)])])]
  })
}

type Change = { blocks: readonly Block[]; points: number }

/** Steps to the better, the best legal one each time, until there is none. */
function mended(
  start: WeekPlan,
  tried: readonly Candidate[],
  open: readonly Candidate[],
  p: WeekProblem,
  brief: Brief,
  context: PlanContext,
): WeekPlan {
  let plan = start
  // What holds now must hold on; what the pins broke already is not asked again.
  const holds: Rule[] = RULES.filter((r) => keepsRules(plan, context, [r]))
  const refused = new Set<string>()
  for (let step = 0; step < STEPS; step++) {
    const points = scorePlan(plan, p).total
    const next = changes(plan, tried, open, brief, p)
      .map((blocks): Change => ({ blocks, points: scorePlan({ ...plan, blocks }, p).total }))
      .filter((c) => c.points > points + 1e-6)
      .sort((a, b) => b.points - a.points)
    const legal = firstLegal(next, refused, (blocks) =>
      keepsRules({ ...plan, blocks }, context, holds),
    )
    if (!legal) break
    plan = { ...plan, blocks: legal.blocks }
  }
  return plan
}

/** The best that keeps the rules, of those not refused before. */
function firstLegal(
  best: readonly Change[],
  refused: Set<string>,
  keeps: (blocks: readonly Block[]) => boolean,
): Change | null {
  let looked = 0
  for (const c of best) {
    const key = keyOf(c.blocks)
    if (refused.has(key)) continue
    if (looked++ === LOOKED) return null
    if (keeps(c.blocks)) return c
    refused.add(key)
  }
  return null
}

const keyOf = (blocks: readonly Block[]): string =>
  blocks
    .map((b) => `${b.day}${b.exerciseId}${b.sets}`)
    .sort()
    .join()

/** Weeks one step away: a block more, out, in another's place; the same main on two days. */
function changes(
  plan: WeekPlan,
  tried: readonly Candidate[],
  open: readonly Candidate[],
  brief: Brief,
  p: WeekProblem,
): Block[][] {
  const pinned = (b: Block) =>
    p.terms.pins.some((x) => x.day === b.day && x.exerciseId === b.exerciseId)
  const there = new Set(plan.blocks.map((b) => `${b.day} ${b.exerciseId}`))
  const opens = (day: number, blocks: readonly Block[]) =>
    blocks.some((b) => b.day === day && brief.of(must(exerciseById(b.exerciseId))).extensor)
  const closers = new Map<number, Block[]>()
  for (const c of open)
    if (c.e.aim === 'balance' || (c.e.primary === 'wrist_ext' && c.e.level !== 'hard')) {
      const own = closers.get(c.block.day) ?? []
      if (own.length < 3 && !own.some((b) => b.exerciseId === c.e.id)) own.push(c.block)
      closers.set(c.block.day, own)
    }
  /** With an extensor at the end where the day has none yet. */
  const closed = (blocks: readonly Block[], day: number): Block[][] =>
    opens(day, blocks) ? [[...blocks]] : (closers.get(day) ?? []).map((c) => [...blocks, c])
  const out: Block[][] = []
  for (const b of plan.blocks) if (!pinned(b)) out.push(plan.blocks.filter((x) => x !== b))
  for (const c of open) {
    const same = plan.blocks.find((b) => b.day === c.block.day && b.exerciseId === c.e.id)
    if (same && same.sets !== c.block.sets && !pinned(same))
      out.push(plan.blocks.map((b) => (b === same ? { ...same, sets: c.block.sets } : b)))
  }
  for (const c of tried) {
    if (there.has(`${c.block.day} ${c.e.id}`)) continue
    out.push(...closed([...plan.blocks, c.block], c.block.day))
    for (const b of plan.blocks)
      if (b.day === c.block.day && !pinned(b))
        out.push(...closed([...plan.blocks.filter((x) => x !== b), c.block], c.block.day))
    // The same on a second day at once: neither alone may be worth it.
    if (brief.top.some((k) => brief.of(c.e).good[k]))
      for (const d of tried)
        if (
          d.e.id === c.e.id &&
          d.block.day > c.block.day &&
          d.block.sets === c.block.sets &&
          !there.has(`${d.block.day} ${d.e.id}`)
        )
          out.push(
            ...closed([...plan.blocks, c.block], c.block.day)
              .slice(0, 1)
              .flatMap((x) => closed([...x, d.block], d.block.day).slice(0, 1)),
          )
  }
  return out
}

/** Where a lean is acted on the weaker hand gets one set more, as far as the rules let it. */
function forWeaker(plan: WeekPlan, p: WeekProblem): WeekPlan {
  const context = contextOf(p)
  let out = plan
  for (const block of plan.blocks) {
    const weaker = weakerOf(must(exerciseById(block.exerciseId)), p.wants)
    if (!weaker || block.hands.length < 2 || block.sets < 2) continue
    const more = {
      ...out,
      blocks: out.blocks.map((x) => (x.id === block.id ? { ...block, extra: weaker } : x)),
    }
    if (keepsRules(more, context, WHILE_GROWING)) out = more
  }
  return out
}

/** The first rule of every plan: the wrist extensors and the opened hand, on days spread apart. */
function extensors(p: WeekProblem, open: readonly Candidate[], keep: (b: Block) => boolean): void {
  const brief = briefOf(p)
  for (const quality of ['finger_ext', 'wrist_ext'] as const) {
    const need = extensionDays(quality, p.frame, contextOf(p))
    const own = open.filter((c) => c.e.primary === quality)
    const room = (d: number) => must(p.frame[d]).minutes
    const worth = (c: Candidate) => Math.max(...brief.of(c.e).shares, 0)
    let placed = 0
    for (const day of [...new Set(own.map((c) => c.block.day))].sort(
      (a, b) => room(b) - room(a) || a - b,
    )) {
      if (placed >= Math.max(need, need > 0 ? EXTENSION_DAYS : 0)) break
      if (
        own
          .filter((c) => c.block.day === day)
          .sort(
            (a, b) => worth(b) - worth(a) || a.minutes - b.minutes || (a.e.id < b.e.id ? -1 : 1),
          )
          .some((c) => keep(c.block))
      )
        placed++
    }
  }
}
