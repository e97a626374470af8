import type { Hand } from '../catalogue/person'
import type { Finding, Verdict } from './judge'

/**
 * What a reason is for: the caution on those hands, as the facts stood. A new fact of the same kind
 * is another key.
 */
export const reasonKey = (f: Pick<Finding, 'caution' | 'hands' | 'stamp' | 'liftedTo'>): string =>
  [f.caution.id, f.hands.join('+'), f.stamp, f.liftedTo].filter(Boolean).join(' ')

/** Asks that no reason given before covers. */
export const openAsks = (v: Verdict, given: readonly string[]): Finding[] =>
  v.findings.filter((f) => f.class === 'ask' && !given.includes(reasonKey(f)))

/**
 * A verdict after the reasons given before: a stop stays a stop, an ask that is wholly covered is
 * free.
 */
export const afterReasons = (v: Verdict, given: readonly string[]): Verdict['class'] =>
  v.class === 'ask' && openAsks(v, given).length === 0 ? 'free' : v.class

/**
 * What becomes of an act that already happened: always kept; with an alarm where it was a stop, or
 * an ask without a reason.
 */
export const recorded = (v: Verdict, given: readonly string[] = []): 'free' | 'record' =>
  afterReasons(v, given) === 'free' ? 'free' : 'record'

/** Names an act for the reasons given for it, whatever the implement. */
export const reasonSubject = (kind: 'test' | 'exercise', id: string): string => `${kind} ${id}`

/** Keys that reasons of the day cover for an act of a hand; `*` is every act. */
export const keysFor = (
  reasons: readonly { subject: string; hand: Hand; keys: readonly string[] }[],
  subject: string,
  hand: Hand,
): string[] =>
  reasons
    .filter(
      (r) => (r.subject === '*' || r.subject === subject) && (r.hand === 'both' || r.hand === hand),
    )
    .flatMap((r) => r.keys)
