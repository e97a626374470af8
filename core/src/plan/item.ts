import type { Exercise } from '../catalogue/exercises'
import { briefOf, dayPoints, exerciseOf } from './brief'
import type { Rated } from './rated'
import { countsAs, LIKES, POINTS } from './compose'
import { effectiveSets } from './coverage'
import { isMain, leadWeight, mostSets } from './faults'
import type { WeekProblem } from './problem'
import type { Block, WeekTerms } from './types'

/**
 * A block with all that the points of a week ask of it, whatever stands beside it. A search scores
 * the same blocks in thousands of weeks.
 */
export interface Item {
  block: Block
  e: Exercise
  r: Rated
  /** Sets that count. */
  sets: number
  /** Of the exercise, and of what it counts as among those of the week: alike where they are. */
  id: number
  as: number
  /** Places in LIKES of the groups of near duplicates it is of. */
  likes: readonly number[]
  /** A main exercise of this sport. */
  main: boolean
  /** How much it would be the block its day is for; 0: it would not. */
  lead: number
  /** Sets over the most a coach writes. */
  over: number
  /** Points that hang on its day, and on whether the week is of holds or of repetitions. */
  onDay: number
  phase: number
}

/**
 * A closing-force block in the wrong week: holds in a week of repetitions, or the other way round.
 */
export function outOfPhase(e: Exercise, crush: WeekTerms['crush']): boolean {
  return (
    e.primary === 'crush' &&
    crush !== null &&
    (crush === 'hold' ? e.mode === 'reps' : e.mode === 'hold')
  )
}

const numbers = new Map<string, number>()
/** A number for a name: the same name, the same number. */
function numberOf(name: string): number {
  const known = numbers.get(name)
  if (known !== undefined) return known
  numbers.set(name, numbers.size)
  return numbers.size - 1
}

function itemOf(block: Block, p: WeekProblem): Item | null {
  const e = exerciseOf(block)
  if (!e) return null
  const b = briefOf(p)
  const r = b.of(e)
  return {
    block,
    e,
    r,
    sets: effectiveSets(block),
    id: numberOf(e.id),
    as: numberOf(countsAs(e.id)),
    likes: LIKES.flatMap((l, i) => (l.ids.includes(e.id) ? [i] : [])),
    main: isMain(r),
    lead: leadWeight(r),
    over: Math.max(0, block.sets - mostSets(e, r.imp >= 3 && r.good.includes(true))),
    onDay: dayPoints(e, b, block),
    phase: outOfPhase(e, p.terms.crush) ? POINTS.crushOutOfPhase * block.sets : 0,
  }
}

const known = new WeakMap<WeekProblem, WeakMap<Block, Item | null>>()

/** Items of a problem's blocks, each made once; null: an exercise the catalogue does not know. */
export function itemsOf(p: WeekProblem): (block: Block) => Item | null {
  const own = known.get(p) ?? new WeakMap<Block, Item | null>()
  known.set(p, own)
  return (block) => {
    const was = own.get(block)
    if (was !== undefined) return was
    const made = itemOf(block, p)
    own.set(block, made)
    return made
  }
}

/** How many different numbers, of a few. */
export function different(items: readonly Item[], of: (x: Item) => number): number {
  let n = 0
  for (const x of items) {
    let first = true
    for (const y of items) {
      if (y === x) break
      if (of(y) === of(x)) first = false
    }
    if (first) n++
  }
  return n
}
