import { EXERCISES } from '../catalogue/exercises'
import { qualityById, type QualityId } from '../catalogue/qualities'
import { briefOf, exerciseOf } from './brief'
import { forbids } from './candidates'
import { freeHands, setChoices, usualDose } from './limits'
import { newlyBroken } from './moves'
import { contextOf, fromOf, type WeekProblem } from './problem'
import { scorePlan } from './score'
import { blockMinutes } from './time'
import type { Block, WeekPlan } from './types'
import { must } from '../units/must'
import { handsOf } from '../catalogue/person'

/** A staple that is not in the week, and why. */
export interface LeftOut {
  exerciseId: string
  quality: QualityId
  says: string
  /** A caution, the kit or a rule of the week stands against it. */
  stopped: boolean
  /** Nothing stands against it: it can be added as it is. Null: something does. */
  block: Block | null
}

const MOST = 6
/** Qualities whose staples a coach looks for. */
const FROM_IMPORTANCE = 4

/** Staples of the important qualities that the week does without, each with its reason in words. */
export function staplesLeftOut(plan: WeekPlan, p: WeekProblem): LeftOut[] {
  const b = briefOf(p)
  const c = contextOf(p)
  const points = scorePlan(plan, p).total
  const out: LeftOut[] = []
  for (const row of b.rows.filter((r) => r.imp >= FROM_IMPORTANCE))
    for (const e of EXERCISES) {
      if (b.ratings.get(`${row.quality} ${e.id}`)?.tier !== 'staple' || e.primary !== row.quality)
        continue
      if (plan.blocks.some((x) => x.exerciseId === e.id) || b.of(e).noted) continue
      const free = freeHands(e, c)
      const block = (day: number): Block => ({
        id: `${e.id} ${day}`,
        day,
        exerciseId: e.id,
        sets: must(setChoices(e, false)[0]),
        dose: usualDose(e, p.who),
        hands: free.length > 0 ? free : handsOf(e),
        reason: '',
      })
      const open = [0, 1, 2, 3, 4, 5, 6].filter(
        (d) => d >= fromOf(p) && must(p.frame[d]).minutes > 0,
      )
      const tried = open.map((d) => {
        const x = block(d)
        const against = forbids(e, d, blockMinutes(x), p, c)[0]
        if (against) return { x, says: against.says, kind: 0, gains: -Infinity }
        const next = { ...plan, blocks: [...plan.blocks, x] }
        // A session that only it would open gets its close from the planner.
        const broken = newlyBroken(next, plan, c).find((x) => x.rule !== 'closes')
        const gains = scorePlan(next, p).total - points
        return broken ? { x, says: broken.says, kind: 1, gains } : { x, says: '', kind: 2, gains }
      })
      const best = tried.sort((a, z) => z.kind - a.kind || z.gains - a.gains)[0]
      if (!best) continue
      const instead = plan.blocks
        .map(exerciseOf)
        .find((x) => x && b.of(x).good[b.rows.indexOf(row)])
      out.push({
        exerciseId: e.id,
        quality: row.quality,
        stopped: best.kind < 2,
        block: best.kind === 2 && best.gains > 0 ? best.x : null,
        says:
          best.kind < 2
            ? best.says.replace(/\.$/, '')
            : best.gains > 0
              ? `no rule is against it (${best.gains.toFixed(1)} points)`
              : instead
                ? `${instead.name} serves ${qualityById(row.quality).name.toLowerCase()} already`
                : 'the week is better with fewer exercises',
      })
    }
  return out.slice(0, MOST)
}
