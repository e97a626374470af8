import { type Brief, exerciseOf } from './brief'
import type { Rated } from './rated'
import { POINTS } from './compose'
import { rankIn } from './order'
import type { Exercise } from '../catalogue/exercises'
import type { Block } from './types'
import { must } from '../units/must'

/**
 * What a week as it is written down can have wrong with the order and the sets of its sessions.
 * Weeks that are planned here have none of it: blocks are put in order, and set counts come from
 * what a coach would write.
 */

/**
 * How much an exercise would be the one its day is for; 0: it would not. The extensors close a
 * session: they are its main only where nothing else is.
 */
export const leadWeight = (r: Rated): number => (r.close ? 0 : r.extensor ? r.lead / 1000 : r.lead)

/**
 * The block of a day that matters most: staple or good in the most important quality, by what it
 * is there for before what it serves beside.
 */
export function mainOf(blocks: readonly Block[], b: Brief): Block | null {
  let best: { block: Block; weight: number } | null = null
  for (const block of blocks) {
    const e = exerciseOf(block)
    if (!e) continue
    const weight = leadWeight(b.of(e))
    if (weight > 0 && (!best || weight > best.weight)) best = { block, weight }
  }
  return best?.block ?? null
}

const days = (blocks: readonly Block[]): Block[][] =>
  [0, 1, 2, 3, 4, 5, 6].map((d) => blocks.filter((x) => x.day === d))

/** Points for the order blocks of each day stand in: main while fresh, extensors last. */
export function orderFaults(blocks: readonly Block[], b: Brief): number {
  return days(blocks).reduce((sum, own) => {
    if (own.length < 2) return sum
    const most = mainOf(own, b)
    const leads = most && exerciseOf(most)
    // An extensor closes a session: what stands before it is where it belongs.
    const main = leads && !b.of(leads).extensor ? most : null
    const at = main ? own.indexOf(main) : 0
    const late = own.slice(0, at).some((x) => {
      const e = exerciseOf(x)
      // Of two main exercises either may come first.
      return e !== undefined && b.of(e).fingers && e.position !== 'early' && !isMain(b.of(e))
    })
    const ranks = own.map((x) => rankIn(x, x === main))
    const turned = ranks.filter(
      (r, i) => i > 0 && Math.floor(r) < Math.floor(must(ranks[i - 1])),
    ).length
    return sum + (late ? POINTS.mainLate : 0) + POINTS.order * turned
  }, 0)
}

/** Sets of one exercise on one day: the most a coach writes. */
export function mostSets(e: Exercise, main: boolean): number {
  if (e.aim === 'balance' && e.sets[0] > 4) return e.sets[1]
  if (e.primary === 'finger_ext' || (e.primary === 'wrist_ext' && !main))
    return e.aim === 'balance' ? 4 : 3
  if (e.aim === 'reactive') return 3
  if (!main) return 4
  const short = e.dose.unit === 's' && e.dose.range[1] <= 10
  return short ? Math.max(6, Math.min(10, e.sets[1])) : 6
}

/** Whether an exercise is a main one in this sport: staple or good in a quality of 4 or 5. */
export const isMain = (r: Rated): boolean => r.imp >= 4 && r.good.includes(true)
