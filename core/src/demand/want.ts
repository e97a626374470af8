import type { Emphasis, QualityId } from '../catalogue/qualities'
import type { Side } from '../catalogue/person'
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
  /** The coach's own word stands behind it. */
  byCoach?: boolean | undefined
  /** The hand whose lean is acted on: it leads and gets one set more. */
  weaker?: Side | null | undefined
}
