import type { QualityId } from '../catalogue/qualities'
import { briefOf, exerciseOf } from './brief'
import { effectiveSets } from './coverage'
import type { WeekProblem } from './problem'
import type { Block } from './types'
import { must } from '../units/must'

/** What a week gives one quality. */
export interface ServedRow {
  quality: QualityId
  /** Importance, 0 to 5, one more where it is short or raised. */
  imp: number
  /** One of the qualities a week must not drop. */
  top: boolean
  /** Sets, counted by how coaches rate the exercise for it. */
  sets: number
  /** Sets aimed at. */
  aim: number
}

/** What the week gives each quality that is worth anything, the most important first. */
export function servesOf(blocks: readonly Block[], p: WeekProblem): ServedRow[] {
  const b = briefOf(p)
  return b.rows.flatMap((r, i) =>
    r.worth > 0 && r.aim > 0
      ? [
          {
            quality: r.quality,
            imp: r.imp,
            top: b.top.includes(i),
            sets: blocks.reduce((a, x) => {
              const e = exerciseOf(x)
              return e ? a + effectiveSets(x) * must(b.of(e).shares[i]) : a
            }, 0),
            aim: r.aim,
          },
        ]
      : [],
  )
}

/** Half of what is aimed at keeps a quality where it is. */
export const isKept = (r: ServedRow): boolean => r.sets >= r.aim / 2 - 1e-9
