import type { Trigger } from '../catalogue/cautionTypes'
import type { QualityId } from '../catalogue/qualities'
import type { Tag, TissueId } from '../catalogue/tissues'
import type { Hand } from '../catalogue/person'
import { sidesOf, type Act } from './act'
import { judgeWork, type Finding, type Judge } from './judge'
import type { ActiveCaution } from './triggers'

/** About what was seen or said of this athlete; the rest is standing advice. */
const SEEN: readonly Trigger['kind'][] = ['symptom', 'pain', 'injury', 'earlier_pain', 'health']
const isNotice = (a: ActiveCaution): boolean => a.caution.gates.every((g) => g.tier === 'notice')

/** Cautions of this athlete that stop or ask; standing advice and notices left out. */
export const standing = (active: readonly ActiveCaution[]): ActiveCaution[] =>
  active.filter((a) => SEEN.includes(a.caution.trigger.kind) && !isNotice(a))

/** Whether a caution of this athlete waits for a licensed clinician. */
export const waitsForClinician = (a: ActiveCaution): boolean =>
  SEEN.includes(a.caution.trigger.kind) && a.caution.gates.some((g) => g.tier === 'clearance')

/**
 * What stands in the way of work of a quality on some implement: what is new to the athlete and the
 * day's flags are said later, by the exercise.
 */
export function implementFindings(
  judge: Judge,
  w: {
    quality: QualityId
    maximal: boolean
    tags: readonly Tag[]
    tissues: readonly TissueId[]
    hand: Hand
  },
): Finding[] {
  const act: Act = {
    kind: 'exercise',
    id: '',
    hands: sidesOf(w.hand),
    effort: w.maximal ? 'maximal' : 'moderate',
    nearMaximal: false,
    short: false,
    quality: w.quality,
    family: null,
    tissues: Object.fromEntries(w.tissues.map((t) => [t, 2])),
    tags: w.tags,
    mode: null,
    aim: null,
    tires: 0,
    edgeTest: false,
    youthEdge: false,
    added: false,
    experienced: false,
  }
  return judgeWork(judge, act).findings.filter(
    (f) =>
      f.class !== 'free' &&
      (SEEN.includes(f.caution.trigger.kind) ||
        ['age', 'age_unknown'].includes(f.caution.trigger.kind)),
  )
}
