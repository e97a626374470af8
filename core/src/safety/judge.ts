import { CLOSED } from '../catalogue/cautions'
import type { Match, Tier } from '../catalogue/cautionTypes'
import type { FamilyId } from '../catalogue/implementUse'
import type { QualityId } from '../catalogue/qualities'
import { actOf, BOTH, type Act, type Subject } from './act'
import { type ActiveCaution, type SafetyFacts, activeCautions, rank, LIFTS } from './triggers'
import { must } from '../units/must'

export type ActClass = 'free' | 'ask' | 'stop'
/** What one caution says of one act. */
export interface Finding extends ActiveCaution {
  tier: Tier
  class: ActClass
}
export interface Verdict {
  class: ActClass
  findings: readonly Finding[]
}

/** Facts and the cautions they trigger: what every decision is judged by. */
export interface Judge {
  facts: SafetyFacts
  active: readonly ActiveCaution[]
  /** Verdicts on exercises, kept while the facts hold. */ seen: Map<string, Verdict>
}

export const judgeBy = (facts: SafetyFacts): Judge => ({
  facts,
  active: activeCautions(facts),
  seen: new Map(),
})

/** Weeks that count for a quality on a family; 0 without any. */
export const weeksOf = (facts: SafetyFacts, quality: QualityId, family: FamilyId | null): number =>
  Math.max(
    0,
    ...facts.experience
      .filter(
        (x) =>
          x.quality === quality && (x.family === null || family === null || x.family === family),
      )
      .map((x) => x.weeks),
  )

function fits(m: Match, act: Act, a: ActiveCaution, facts: SafetyFacts): boolean {
  const effort = act.nearMaximal && a.caution.nearMaximal ? 'maximal' : must(act.effort)
  const weeks = act.quality === null ? null : weeksOf(facts, act.quality, act.family)
  const same = (): boolean => (a.tissues ?? []).some((t) => (act.tissues[t] ?? 0) > 0)
  return (
    (m.kind === undefined || m.kind === act.kind) &&
    (m.effort === undefined || m.effort.includes(effort)) &&
    (m.short === undefined || m.short === act.short) &&
    (m.tags === undefined || m.tags.some((t) => act.tags.includes(t))) &&
    (m.qualities === undefined || (act.quality !== null && m.qualities.includes(act.quality))) &&
    (m.loads === undefined || (act.tissues[m.loads[0]] ?? 0) >= m.loads[1]) &&
    (m.tissue === undefined || same() === (m.tissue === 'same')) &&
    (m.modes === undefined || (act.mode !== null && m.modes.includes(act.mode))) &&
    (m.notModes === undefined || act.mode === null || !m.notModes.includes(act.mode)) &&
    (m.aims === undefined || (act.aim !== null && m.aims.includes(act.aim))) &&
    (m.notAims === undefined || act.aim === null || !m.notAims.includes(act.aim)) &&
    (m.tiresFrom === undefined || act.tires >= m.tiresFrom) &&
    (m.edgeTest === undefined || m.edgeTest === act.edgeTest) &&
    (m.youthEdge === undefined || m.youthEdge === act.youthEdge) &&
    (m.added === undefined || act.added) &&
    (m.experienced === undefined || act.experienced) &&
    (m.underWeeks === undefined || (weeks !== null && weeks < m.underWeeks)) &&
    (m.fromWeeks === undefined || (weeks !== null && weeks >= m.fromWeeks))
  )
}

const TIERS: readonly Tier[] = ['absolute', 'clearance', 'acknowledge', 'notice']
const CLASS: Readonly<Record<Tier, ActClass>> = {
  absolute: 'stop',
  clearance: 'stop',
  acknowledge: 'ask',
  notice: 'free',
}

function findingOf(a: ActiveCaution, act: Act, facts: SafetyFacts): Finding | null {
  if (act.effort === null || !act.hands.some((h) => a.hands.includes(h))) return null
  // What a clearance allows is judged by the row of the cleared state.
  if (a.liftedTo !== null && rank(act.nearMaximal ? 'maximal' : act.effort) <= LIFTS[a.liftedTo])
    return null
  const tiers = a.caution.gates
    .filter((g) => g.of.some((m) => fits(m, act, a, facts)))
    .map((g) => g.tier)
  const tier = TIERS.find((t) => tiers.includes(t))
  return tier ? { ...a, tier, class: CLASS[tier] } : null
}

/**
 * The one function that judges every act at every door: all cautions that apply, strictest first,
 * and the strictest of them as the
 * class. An act of both hands needs both free. free: go on; ask: with the coach's reason; stop:
 * nobody.
 */
export function judgeAct(judge: Judge, subject: Subject): Verdict {
  const key =
    subject.kind === 'exercise' &&
    subject.implementKind === undefined &&
    subject.addedKg === undefined
      ? `${subject.exercise.id} ${subject.hand}`
      : null
  const known = key === null ? undefined : judge.seen.get(key)
  if (known) return known
  const verdict = judgeWork(judge, actOf(subject), actKey(subject))
  if (key !== null) judge.seen.set(key, verdict)
  return verdict
}

/** Names an act apart from its hand and load. */
export const actKey = (s: Subject): string =>
  (s.kind === 'test'
    ? `test ${s.protocol.id} ${s.implementKind ?? ''}`
    : `exercise ${s.exercise.id} ${s.implementKind ?? ''}`
  ).trim()

/**
 * The same for an act that is no test or exercise of the catalogue: work of a quality on some
 * implement.
 */
export function judgeWork(judge: Judge, act: Act, key = ''): Verdict {
  const closed = judge.facts.closed?.[key]
  const hidden: Finding[] = closed
    ? [
        {
          caution: CLOSED,
          hands: BOTH,
          tissues: null,
          liftedTo: null,
          stamp: '',
          class: closed,
          tier: closed === 'stop' ? 'clearance' : 'acknowledge',
        },
      ]
    : []
  const findings = [
    ...hidden,
    ...judge.active.flatMap((a) => findingOf(a, act, judge.facts) ?? []),
  ].sort((a, b) => TIERS.indexOf(a.tier) - TIERS.indexOf(b.tier))
  return { class: findings[0]?.class ?? 'free', findings }
}

/** Findings that stop an act or ask for a reason; a notice is none. */
export const blockedBy = (judge: Judge, subject: Subject): readonly Finding[] => {
  const v = judgeAct(judge, subject)
  return v.class === 'free' ? [] : v.findings.filter((f) => f.class !== 'free')
}

/** Never to be overridden: absolute gates, and what waits for a clinician. */
export const isFinal = (f: Finding): boolean => f.class === 'stop'
