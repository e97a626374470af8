import type { Want } from '../plan/coverage'
import { shortShare } from './map'
import type { Priority } from './priorities'

/** How much a unit of priority raises a row above its weight: practice estimate, no source. */
const RAISE = 3

const pct = (share: number): string => `${Math.round(100 * share)}\u00A0%`

/**
 * What the plan is asked to serve: each row of the map with its weight raised by its priority,
 * capped by cautions, and why in words.
 */
export function wantsOf(list: readonly Priority[]): Want[] {
  return list.map(({ row: r, score, choice, lean, weaker }) => {
    const worst = [...r.hands]
      .filter((h) => (h.shortBy ?? 0) > 0)
      .sort((a, b) => shortShare(b) - shortShare(a))[0]
    const short = worst
      ? `, ${worst.hand === 'both' ? '' : `${worst.hand} hand `}${pct(shortShare(worst))} short beyond error`
      : r.state === 'untested'
        ? ', not tested yet'
        : ''
    const word = choice
      ? `, ${choice.move === 'pin' ? 'pinned' : choice.move === 'raise' ? 'raised' : 'lowered'} by the coach (${choice.reason})`
      : ''
    return {
      quality: r.quality.id,
      emphasis: r.emphasis,
      importance: r.importance,
      priority: r.weight + RAISE * score,
      why: `weight ${r.importance} of 5, ${r.emphasis}${short}${lean > 0 ? ', a lean acted on' : ''}${word}`,
      weaker,
      ...(choice && { byCoach: true }),
    }
  })
}
