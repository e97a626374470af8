import { exerciseById, type Exercise } from '../catalogue/exercises'
import { TISSUES, type TissueId } from '../catalogue/tissues'
import { findingLine } from '../safety/words'
import { blockedBy } from '../safety/judge'
import { daysBetween } from '../units/dates'
import { weakerOf } from './coverage'
import { kitFor } from '../match/kit'
import {
  choosable,
  freeHands,
  isLighter,
  isRestful,
  pullsFirst,
  setChoices,
  usualDose,
} from './limits'
import { eventGap, taperHardOn } from './taper'
import { CLOSE_MIN, LEVEL_WEIGHT, WARM_UP_MIN } from './practice'
import { briefOf } from './brief'
import { isMain } from './faults'
import { outOfPlace } from './place'
import { contextOf, fromOf, type WeekProblem } from './problem'
import { hardTissues } from './rule'
import { whoOf, type PlanContext } from './situation'
import { blockMinutes, setsOf } from './time'
import { type Block } from './types'
import { DAY_NAMES } from '../intake/week'
import { whereIs } from '../catalogue/places'
import type { Minutes } from '../units/quantity'
import { must } from '../units/must'

/**
 * A block that could stand on a day, with what it takes and gives; those that something forbids say
 * what.
 */
export interface Candidate {
  block: Block
  e: Exercise
  minutes: Minutes
  load: number
  stress: Partial<Record<TissueId, number>>
  hard: readonly TissueId[]
  restful: boolean
  forbidden: readonly { rule: string; says: string }[]
}

const sameBlock = (
  a: Pick<Block, 'day' | 'exerciseId'>,
  b: Pick<Block, 'day' | 'exerciseId'>,
): boolean => a.day === b.day && a.exerciseId === b.exerciseId
const sameDose = (a: Block, b: Block): boolean =>
  sameBlock(a, b) &&
  a.sets === b.sets &&
  a.dose === b.dose &&
  (a.extra ?? null) === (b.extra ?? null) &&
  a.hands.join() === b.hands.join()

type Forbidden = readonly { rule: string; says: string }[]

/**
 * Why an exercise cannot stand on a day, whatever else the week holds and however long it takes.
 */
function standing(e: Exercise, day: number, p: WeekProblem, c: PlanContext): Forbidden {
  const d = must(p.frame[day])
  const terms = must(c.terms)
  const by =
    e.hands === 'both'
      ? blockedBy(c.judge, { kind: 'exercise', exercise: e, hand: 'both' })
      : freeHands(e, c).length === 0
        ? blockedBy(c.judge, { kind: 'exercise', exercise: e, hand: 'left' })
        : []
  const out: { rule: string; says: string }[] = by
    .slice(0, 1)
    .map((f) => ({ rule: 'caution', says: findingLine(f) }))
  const gap = eventGap(p.weekStart, day, terms)
  if (day < fromOf(p)) out.push({ rule: 'past', says: `${DAY_NAMES[day]} is over.` })
  if (d.competition) out.push({ rule: 'competition', says: `A competition on ${DAY_NAMES[day]}.` })
  else if (e.level === 'hard' && p.frame[day + 1]?.competition)
    out.push({
      rule: 'competition',
      says: `Hard work on ${DAY_NAMES[day]}, the day before a competition.`,
    })
  if (d.heavyPull === 'after' && !isRestful(e) && !pullsFirst(e, terms.settings))
    out.push({
      rule: 'heavy_pull',
      says: `A heavy pull follows on ${DAY_NAMES[day]}: before it only warm-up and extensors.`,
    })
  if (e.level === 'hard' && gap !== null && !taperHardOn(p.weekStart, day, terms))
    out.push({
      rule: 'taper_hard',
      says: `Hard work ${gap} day${gap === 1 ? '' : 's'} before an event.`,
    })
  if (kitFor(e, d.place, c.kit) === null)
    out.push({ rule: 'kit', says: `Not possible ${whereIs(d.place)} with the kit there.` })
  if (terms.bans.some((b) => b.exerciseId === e.id && (b.day === null || b.day === day)))
    out.push({ rule: 'ban', says: 'Taken out by the coach.' })
  return out
}

/** Why a block of so many minutes cannot stand on a day. */
export function forbids(
  e: Exercise,
  day: number,
  minutes: Minutes,
  p: WeekProblem,
  c: PlanContext,
  always: Forbidden = [...standing(e, day, p, c), ...outOfPlace(e, day, 2, p.weekStart, c)],
): Forbidden {
  const d = must(p.frame[day])
  if (WARM_UP_MIN + CLOSE_MIN + minutes <= d.minutes + 1e-9) return always
  return [
    ...always,
    {
      rule: 'minutes',
      says:
        d.minutes === 0
          ? `No time for grip work on ${DAY_NAMES[day]}.`
          : `Takes ${Math.ceil(WARM_UP_MIN + CLOSE_MIN + minutes)} min with warm-up and ` +
            `closing; ${DAY_NAMES[day]} has ${d.minutes}.`,
    },
  ]
}

function made(
  block: Block,
  p: WeekProblem,
  c: PlanContext,
  always: Forbidden = [
    ...standing(must(exerciseById(block.exerciseId)), block.day, p, c),
    ...outOfPlace(must(exerciseById(block.exerciseId)), block.day, block.sets, p.weekStart, c),
  ],
): Candidate {
  const e = must(exerciseById(block.exerciseId))
  const n = setsOf(block)
  const minutes = blockMinutes(block)
  const stress = Object.fromEntries(
    TISSUES.flatMap(({ id }) => (e.tissues[id] ? [[id, n * e.tissues[id]]] : [])),
  )
  return {
    block,
    e,
    minutes,
    stress,
    load: e.aim === 'balance' ? 0 : n * LEVEL_WEIGHT[e.level],
    hard: hardTissues({ e }),
    restful: isRestful(e),
    forbidden: forbids(e, block.day, minutes, p, c, always),
  }
}

/**
 * Every block the week could hold: each exercise that serves a want or the extensors, on each day,
 * in each set count; with `extra` blocks
 * (of the coach, of the plan under change) as they are. Forbidden ones only where pinned or given.
 */
export function candidatesOf(
  p: WeekProblem,
  extra: readonly Block[] = [],
  onDays: readonly number[] = [0, 1, 2, 3, 4, 5, 6],
): Candidate[] {
  const c = contextOf(p)
  const terms = must(c.terms)
  const lighter = isLighter(p.weekStart, c)
  const pinned = (day: number, id: string) =>
    terms.pins.some((x) => x.day === day && x.exerciseId === id)
  const brief = briefOf(p)
  const wanted = (e: Exercise) => {
    const r = brief.of(e)
    return r.extensor || r.shares.some((s, i) => s > 0 && must(brief.rows[i]).worth > 0)
  }
  const library = choosable(terms, whoOf(c))
  const pins = terms.pins.flatMap((x) => {
    const e = exerciseById(x.exerciseId)
    return e && !library.includes(e) ? [e] : []
  })
  const out = [...library, ...new Set(pins)].flatMap((e) => {
    const free = freeHands(e, c)
    const hands =
      free.length > 0
        ? free
        : e.hands === 'both'
          ? (['both'] as const)
          : (['left', 'right'] as const)
    const weaker = hands.length === 2 ? weakerOf(e, p.wants) : null
    const lead = weaker ? ([weaker, weaker === 'left' ? 'right' : 'left'] as const) : hands
    return onDays.flatMap((day): Candidate[] => {
      const isPinned = pinned(day, e.id)
      if (!wanted(e) && !isPinned) return []
      const always = standing(e, day, p, c)
      if (always.length > 0 && !isPinned) return []
      const fixed = terms.pins.flatMap((x) =>
        x.day === day && x.exerciseId === e.id && x.sets !== null ? [x.sets] : [],
      )
      return [...new Set([...setChoices(e, lighter, isMain(brief.of(e))), ...fixed])].flatMap(
        (sets) => {
          const block: Block = {
            id: '',
            day,
            exerciseId: e.id,
            sets,
            dose: usualDose(e, p.who),
            hands: lead,
            reason: '',
          }
          const all = weaker && sets >= 2 ? [block, { ...block, extra: weaker }] : [block]
          return all
            .map((b) => made(b, p, c, [...always, ...outOfPlace(e, day, b.sets, p.weekStart, c)]))
            .filter((x) => x.forbidden.length === 0 || isPinned)
        },
      )
    })
  })
  const more = extra
    .filter(
      (b) =>
        onDays.includes(b.day) &&
        exerciseById(b.exerciseId) &&
        !out.some((x) => sameDose(x.block, b)),
    )
    .map((b) => made(b, p, c))
  return [...out, ...more]
}

/** The candidate that is this block; -1: none. */
export const indexOfBlock = (all: readonly Candidate[], b: Block): number =>
  all.findIndex((x) => sameDose(x.block, b))

/** Days from the Monday to hard days before it, by tissue; negative. */
export const hardBeforeDays = (p: WeekProblem, tissue: TissueId): number[] =>
  p.hardBefore.filter((h) => h.tissue === tissue).map((h) => daysBetween(p.weekStart, h.on))
