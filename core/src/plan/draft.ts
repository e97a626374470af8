import { exerciseById } from '../catalogue/exercises'
import { candidatesOf, type Candidate } from './candidates'
import { covered, SLOPES, targetOf, weakerOf, worthOf } from './coverage'
import { EXTENSION_DAYS, POINTS } from './practice'
import { contextOf, type WeekProblem } from './problem'
import { inWords } from './reasons'
import { keepsRules, RULES } from './rules'
import { schoolPoints, settingsFor } from './schools'
import { scorePlan, shares } from './score'
import { extensionDays } from './limits'
import type { Block, WeekPlan } from './types'

export type { Want } from './coverage'

/**
 * Rules a growing week may not break; those that ask for something to be there are met by the order
 * of drafting.
 */
const WHILE_GROWING = RULES.filter(
  (r) => !r.id.endsWith('_twice') && r.id !== 'pin' && r.id !== 'tests',
)

/** Points a minute must give, so that time is not filled for its own sake. */
const LEAST_WORTH = 0.01

/**
 * A week made by plain rules in a moment: what is pinned and the tests first, extensors on two
 * days, then block by block what covers the
 * wants best for its minutes, each checked by the validator. The same problem gives the same week.
 * Breaks no hard rule but what pins and
 * tests that do not fit ask for.
 */
export function draftWeek(p: WeekProblem, newId: () => string): WeekPlan {
  const context = contextOf(p)
  let plan: WeekPlan = { weekStart: p.weekStart, frame: p.frame, blocks: [], testDay: null }
  const all = candidatesOf(p)
  const least = all.filter(
    (c) => c.forbidden.length === 0 && !c.block.extra && c.block.sets <= c.e.sets[0],
  )
  const keep = (block: Block, rules = WHILE_GROWING): boolean => {
    const next = { ...plan, blocks: [...plan.blocks, { ...block, id: newId() }] }
    if (!keepsRules(next, context, rules)) return false
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
            RULES.filter((r) => !r.id.endsWith('_twice') && r.id !== 'pin'),
          ),
        ) ?? plan
  extensors(p, least, (b) => keep(b))
  // A growing week never makes room again: what was refused once stays out.
  const refused = new Set<Candidate>()
  for (;;) {
    const best = ranked(p, plan, least, refused).find((c) => {
      const kept = keep(c.block)
      if (!kept) refused.add(c)
      return kept
    })
    if (!best) break
  }
  return inWords(forWeaker(grown(plan, all, p), p), p)
}

/** Set counts raised where the rules let it and the week is the better for it. */
function grown(plan: WeekPlan, all: readonly Candidate[], p: WeekProblem): WeekPlan {
  const context = contextOf(p)
  let out = plan
  for (const block of plan.blocks)
    for (const c of all.filter(
      (x) =>
        x.block.day === block.day &&
        x.e.id === block.exerciseId &&
        !x.block.extra &&
        x.block.sets > block.sets,
    )) {
      const next = {
        ...out,
        blocks: out.blocks.map((x) => (x.id === block.id ? { ...x, sets: c.block.sets } : x)),
      }
      if (
        scorePlan(next, p).total > scorePlan(out, p).total &&
        keepsRules(next, context, WHILE_GROWING)
      )
        out = next
    }
  return out
}

/** Where a lean is acted on the weaker hand gets one set more, as far as the rules let it. */
function forWeaker(plan: WeekPlan, p: WeekProblem): WeekPlan {
  const context = contextOf(p)
  let out = plan
  for (const block of plan.blocks) {
    const weaker = weakerOf(exerciseById(block.exerciseId)!, p.wants)
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
function extensors(p: WeekProblem, least: readonly Candidate[], keep: (b: Block) => boolean): void {
  for (const quality of ['finger_ext', 'wrist_ext'] as const) {
    const need = extensionDays(quality, p.frame, contextOf(p))
    const own = least.filter((c) => c.e.primary === quality)
    const room = (d: number) => p.frame[d]!.minutes * (quality === 'finger_ext' ? 1 : -1)
    let placed = 0
    for (const day of [...new Set(own.map((c) => c.block.day))].sort(
      (a, b) => room(a) - room(b) || a - b,
    )) {
      if (placed >= Math.max(need, need > 0 ? EXTENSION_DAYS : 0)) break
      if (
        own
          .filter((c) => c.block.day === day)
          .sort((a, b) => a.minutes - b.minutes || (a.e.id < b.e.id ? -1 : 1))
          .some((c) => keep(c.block))
      )
        placed++
    }
  }
}

/** What is left to choose from, by points a minute. */
function ranked(
  p: WeekProblem,
  plan: WeekPlan,
  least: readonly Candidate[],
  refused: ReadonlySet<Candidate>,
): Candidate[] {
  const share = shares(p.wants)
  const settings = settingsFor(p.terms.settings, p.wants, p.frame)
  const there = new Set(plan.blocks.map((b) => `${b.day} ${b.exerciseId}`))
  const sets = p.wants.map((w) => covered(plan.blocks, w, settings))
  return least
    .flatMap((c) => {
      if (refused.has(c) || there.has(`${c.block.day} ${c.e.id}`)) return []
      const points =
        p.wants.reduce(
          (a, w, i) =>
            share[i]! > 0 && c.gives[i]! > 0
              ? a +
                POINTS.coverage *
                  share[i]! *
                  (worthOf(sets[i]! + c.gives[i]!, targetOf(w)) - worthOf(sets[i]!, targetOf(w)))
              : a,
          0,
        ) +
        c.block.sets * schoolPoints(c.e, settings)
      return points / c.minutes < LEAST_WORTH * SLOPES[0] ? [] : [{ c, worth: points / c.minutes }]
    })
    .sort(
      (a, b) =>
        b.worth - a.worth ||
        a.c.block.day - b.c.block.day ||
        (a.c.e.id < b.c.e.id ? -1 : 1) ||
        b.c.block.sets - a.c.block.sets,
    )
    .map((x) => x.c)
}
