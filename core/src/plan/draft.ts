import { EXERCISES, exerciseById, type Exercise } from '../catalogue/exercises'
import { qualityById, type Emphasis, type QualityId } from '../catalogue/qualities'
import { blockedBy } from '../safety/cautions'
import type { Side } from '../measure/asymmetry'
import type { Hand } from '../testing/session'
import { kitFor } from './kit'
import { RULES, validate, type PlanContext } from './rules'
import { EXTENSION_DAYS, WEEKLY_SETS } from './practice'
import { blockMinutes } from './time'
import { type Block, type DayFrame, type WeekPlan } from './types'

/** What the week should serve: one row a quality and emphasis. */
export interface Want {
  quality: QualityId
  emphasis: Emphasis
  /** Importance in the sport, 1 to 5. */
  importance: number
  /** Weight for the order of work, see priorities of the gaps. */
  priority: number
  /** Why, in words. */
  why: string
  /** The hand whose lean is acted on: it leads and gets one set more. */
  weaker?: Side | null | undefined
}

export interface DraftInput {
  weekStart: string
  frame: readonly DayFrame[]
  wants: readonly Want[]
  context: PlanContext
  /** Ids for new blocks. */
  newId: () => string
}

/** Rules a growing week may not break; those that ask for something to be there are met by the order of drafting. */
const WHILE_GROWING = RULES.filter((r) => !r.id.endsWith('_twice'))

/** Which emphases the aim of an exercise serves. */
const SERVES: Record<Exercise['aim'], readonly Emphasis[]> = {
  max: ['max'], size: ['max', 'sustained'], sustained: ['sustained'], repeated: ['repeated', 'sustained'], reactive: ['reactive'], balance: ['sustained'], prepare: [], close: [],
}
/** Share of a set that counts when the aim does not serve the emphasis, and for light work: practice estimates, no source. */
const OFF_EMPHASIS = 0.5
const LIGHT = 0.3
/** Value of coverage up to half the target, up to it, and up to one and a half of it. */
const SLOPES = [1.2, 0.8, 0.2] as const
/** Tags a draft never reaches for by itself: the coach adds such work by hand. */
const BY_HAND_ONLY = ['valgus', 'negative', 'restriction'] as const
/** Worth a minute must give, so that time is not filled for its own sake. */
const LEAST_WORTH = 0.004

interface Candidate { e: Exercise; day: number; block: Block; worth: number; minutes: number }

/**
 * A week drafted by plain rules: extensors on two days first, then block by block what covers the wants best for its
 * minutes, each checked by the validator. The same input gives the same week. Never breaks a hard rule.
 */
export function draftWeek(input: DraftInput): WeekPlan {
  const open = input.frame.flatMap((d, i) => (d.minutes > 0 && !d.competition ? [i] : []))
  let plan: WeekPlan = { weekStart: input.weekStart, frame: input.frame, blocks: [] }
  const keep = (block: Block): boolean => {
    const next = { ...plan, blocks: [...plan.blocks, block] }
    if (validate(next, input.context, WHILE_GROWING).length > 0) return false
    plan = next
    return true
  }
  const choices = new Map(open.map((day) => [day, usable(input, day)]))
  for (const quality of ['finger_ext', 'wrist_ext'] as const) extensors(input, choices, quality, keep)
  // A growing week never makes room again: what was refused once stays out.
  const refused = new Set<string>()
  for (;;) {
    const best = candidates(input, plan, choices, refused).find((c) => {
      const kept = keep(c.block)
      if (!kept) refused.add(`${c.day} ${c.e.id}`)
      return kept
    })
    if (!best) return forWeaker(plan, input)
  }
}

/** Where a lean is acted on the weaker hand leads, with one set more (never over half as many) as far as the rules let it. */
function forWeaker(plan: WeekPlan, input: DraftInput): WeekPlan {
  let out = plan
  for (const block of plan.blocks) {
    const weaker = input.wants.find((w) => w.weaker && w.quality === exerciseById(block.exerciseId)!.primary)?.weaker
    if (!weaker || block.hands.length < 2) continue
    const lead: Block = { ...block, hands: [weaker, weaker === 'left' ? 'right' : 'left'], reason: `${block.reason} The ${weaker} hand leads: its lean is acted on.` }
    const more: Block = { ...lead, extra: weaker, reason: `${block.reason} The ${weaker} hand leads and gets one set more: its lean is acted on.` }
    const put = (b: Block): WeekPlan => ({ ...out, blocks: out.blocks.map((x) => (x.id === b.id ? b : x)) })
    out = block.sets >= 2 && validate(put(more), input.context, WHILE_GROWING).length === 0 ? put(more) : put(lead)
  }
  return out
}

type Choices = ReadonlyMap<number, readonly { e: Exercise; block: Block }[]>

/** The first rule of every plan: the wrist extensors and the opened hand, each on two days, spread apart. */
function extensors(input: DraftInput, choices: Choices, quality: 'finger_ext' | 'wrist_ext', keep: (b: Block) => boolean): void {
  const open = [...choices.keys()]
  const days = quality === 'finger_ext' ? [...open].sort((a, b) => input.frame[a]!.minutes - input.frame[b]!.minutes) : [...open].sort((a, b) => input.frame[b]!.minutes - input.frame[a]!.minutes)
  let placed = 0
  for (const day of days) {
    if (placed >= EXTENSION_DAYS) return
    const own = choices.get(day)!.filter(({ e }) => e.primary === quality).sort((a, b) => blockMinutes(a.block) - blockMinutes(b.block) || (a.e.id < b.e.id ? -1 : 1))
    const says = quality === 'finger_ext' ? 'Opening the hand balances the forearm: two days a week in every plan.' : 'The wrist extensors hold the wrist where grip is strongest: two days a week in every plan.'
    if (own.some(({ block }) => keep({ ...block, id: input.newId(), reason: says }))) placed++
  }
}

/** Exercises that can be done on a day, by kit and cautions, at their least dose; a hand that is held is left out. */
function usable(input: DraftInput, day: number): { e: Exercise; block: Block }[] {
  const { place } = input.frame[day]!
  return EXERCISES.flatMap((e) => {
    if (e.mode === 'prep' || e.primary === null || e.primary === 'day' || BY_HAND_ONLY.some((t) => e.tags.includes(t)) || kitFor(e, place, input.context.kit) === null) return []
    const asked: Hand[] = e.hands === 'both' ? ['both'] : ['left', 'right']
    const hands = asked.filter((hand) => blockedBy(input.context.judge, { kind: 'exercise', exercise: e, hand }).length === 0)
    if (hands.length === 0) return []
    return [{ e, block: { id: '', day, exerciseId: e.id, sets: e.sets[0], dose: Math.round((e.dose.range[0] + e.dose.range[1]) / 2), hands, reason: '' } }]
  })
}

/** Sets a want has so far: a set counts for its primary, by share for others, less when the aim is another or the work is light. */
function covered(blocks: readonly Block[], want: Want): number {
  return blocks.reduce((a, b) => a + b.sets * counts(exerciseById(b.exerciseId)!, want), 0)
}

function counts(e: Exercise, want: Want): number {
  // Balance work is for the extensors; anywhere else it would only fill time.
  if (e.aim === 'balance' && want.quality !== 'finger_ext' && want.quality !== 'wrist_ext') return 0
  const share = e.primary === want.quality ? 1 : (e.secondary[want.quality] ?? 0)
  if (share === 0) return 0
  return share * (SERVES[e.aim].includes(want.emphasis) ? 1 : OFF_EMPHASIS) * (e.level === 'light' ? LIGHT : 1)
}

function value(sets: number, target: number): number {
  if (target === 0) return 0
  const x = sets / target
  return SLOPES[0] * Math.min(x, 0.5) + SLOPES[1] * Math.min(Math.max(x - 0.5, 0), 0.5) + SLOPES[2] * Math.min(Math.max(x - 1, 0), 0.5)
}

function candidates(input: DraftInput, plan: WeekPlan, choices: Choices, refused: ReadonlySet<string>): Candidate[] {
  const now = input.wants.map((w) => ({ w, sets: covered(plan.blocks, w), target: WEEKLY_SETS[Math.min(5, Math.max(0, Math.round(w.importance)))]! }))
  const all = [...choices].flatMap(([day, own]) => {
    const there = new Set(plan.blocks.filter((b) => b.day === day).map((b) => b.exerciseId))
    return own.flatMap(({ e, block }): Candidate[] => {
      if (there.has(e.id) || refused.has(`${day} ${e.id}`)) return []
      const gains = now.flatMap((n) => {
        const more = block.sets * counts(e, n.w)
        return more === 0 ? [] : [{ ...n, gain: n.w.priority * (value(n.sets + more, n.target) - value(n.sets, n.target)) }]
      })
      const worth = gains.reduce((a, g) => a + g.gain, 0)
      const minutes = blockMinutes(block)
      if (worth / minutes < LEAST_WORTH) return []
      const lead = gains.sort((a, b) => b.gain - a.gain)[0]!
      return [{ e, day, worth, minutes, block: { ...block, id: input.newId(), reason: reason(e, lead.w, lead.sets, lead.target, block.hands) } }]
    })
  })
  return all.sort((a, b) => b.worth / b.minutes - a.worth / a.minutes || a.day - b.day || (a.e.id < b.e.id ? -1 : 1))
}

function reason(e: Exercise, want: Want, sets: number, target: number, hands: readonly Hand[]): string {
  const through = e.primary === want.quality ? '' : ` (also through ${qualityById(e.primary as QualityId).name.toLowerCase()})`
  const one = e.hands === 'each' && hands.length === 1 ? ` Only the ${hands[0]} hand: the other is held by a caution.` : ''
  return `${qualityById(want.quality).name}${through}: ${want.why}; ${Math.round(sets)} of ${target} sets a week so far.${one}`
}
