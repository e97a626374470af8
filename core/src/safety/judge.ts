import type { SymptomId, DayFlagId } from '../catalogue/cautions'
import { CAUTIONS, CLOSED, isWhole } from '../catalogue/cautions'
import type { Allowed, Caution, InjuryState, InjuryStatus, Match, Tier } from '../catalogue/cautionTypes'
import { EFFORTS, type Effort } from '../catalogue/efforts'
import { RESTRICTION_NEVER, RESTRICTION_UNTIL_CLEARED, type HealthId } from '../catalogue/health'
import type { FamilyId } from '../catalogue/implementUse'
import { OLD_INJURY_DAYS, WAITING_SITES } from '../catalogue/injuries'
import type { QualityId } from '../catalogue/qualities'
import { TISSUES, type InjurySiteId, type TissueId } from '../catalogue/tissues'
import type { Side } from '../measure/asymmetry'
import type { Hand } from '../testing/session'
import { addDays, type LocalDate } from '../units/dates'
import { actOf, sidesOf, type Act, type Subject } from './act'

export interface InjuryFact {
  site: InjurySiteId
  side: Hand
  status: InjuryStatus
  /** What a clinician's clearance on record allows; null: none. */
  cleared: Allowed | null
  /** Whole days since the injury; null: not known. */
  daysAgo: number | null
}

/** Pain 0 to 10 at some tissues; null: every tissue. `id`: the record it was noted with. */
export interface PainFact { hand: Hand; tissues: readonly TissueId[] | null; pain: number; id?: string }

/** What is known about an athlete when a decision is made. */
export interface SafetyFacts {
  today: LocalDate
  /** Whole years; null: birth date unknown, treated as under 18. */
  ageYears: number | null
  guardianConsent: boolean
  /** The questions are due again: a yes of old answers still counts. */
  healthDue?: boolean
  /** Answers that were yes; null: never answered. */
  health: readonly { id: HealthId; cleared: Allowed | null }[] | null
  injuries: readonly InjuryFact[]
  symptoms: readonly { hand: Hand; symptom: SymptomId; cleared: Allowed | null; id?: string }[]
  /** Noted today, in the session under way or before it. */
  pains: readonly PainFact[]
  /** Of finished sessions on earlier days: the worst of each day counts. */
  earlier: readonly (PainFact & { daysAgo: number; cleared: Allowed | null })[]
  flags: readonly DayFlagId[]
  /** Weeks that count for a quality on an implement family; family null: on any. */
  experience: readonly { quality: QualityId; family: FamilyId | null; weeks: number }[]
  /** Verdicts of answers that only the coaches see, by act; absent: the answers are here. */
  closed?: Readonly<Record<string, 'ask' | 'stop'>>
}

/** A caution that these facts trigger, on the hands and tissues they name. */
export interface ActiveCaution {
  caution: Caution
  hands: readonly Side[]
  /** Tissues the trigger named; null: as the caution's own gates say. */
  tissues: readonly TissueId[] | null
  /** A clearance lifts it up to this effort; null: no clearance. */
  liftedTo: Allowed | null
  /** The facts behind it, as a mark: a new one ends a reason given before. */
  stamp: string
}

export type ActClass = 'free' | 'ask' | 'stop'
/** What one caution says of one act. */
export interface Finding extends ActiveCaution { tier: Tier; class: ActClass }
export interface Verdict { class: ActClass; findings: readonly Finding[] }

const BOTH: readonly Side[] = ['left', 'right']
const unique = <T>(items: readonly T[]): T[] => [...new Set(items)]
const rank = (e: Effort): number => EFFORTS.indexOf(e)
const LIFTS: Readonly<Record<Allowed, number>> = { light: rank('light'), moderate: rank('moderate'), all: rank('maximal') }

type Hit = Omit<ActiveCaution, 'caution'>
const hit = (hands: readonly Side[], more: Partial<Hit> = {}): Hit => ({ hands, tissues: null, liftedTo: null, stamp: '', ...more })
/** One hit a hand and clearance, so that a second fact of the same kind is counted. */
const hits = (facts: readonly { hand: Hand; cleared?: Allowed | null; tissues?: readonly TissueId[] | null; stamp?: string }[]): Hit[] => {
  const all = facts.filter((f) => f.cleared !== 'all').flatMap((f) => sidesOf(f.hand).map((hand) => ({ hand, liftedTo: f.cleared ?? null, tissues: f.tissues === undefined ? null : (f.tissues ?? ALL_TISSUES), stamp: f.stamp })))
  const keys = unique(all.map((x) => `${x.hand} ${x.liftedTo}`))
  return keys.map((k) => { const own = all.filter((x) => `${x.hand} ${x.liftedTo}` === k); return hit([own[0]!.hand], { liftedTo: own[0]!.liftedTo, tissues: own[0]!.tissues === null ? null : unique(own.flatMap((x) => x.tissues ?? [])), stamp: own.map((x) => x.stamp ?? '').sort().at(-1) || String(own.length) }) })
}
const ALL_TISSUES: readonly TissueId[] = TISSUES.map((t) => t.id)

/** States an injury is in for the cautions: waiting sites are held until cleared; the others are as the coach sets them. */
function statesOf(i: InjuryFact): { state: InjuryState; liftedTo: Allowed | null }[] {
  if (!WAITING_SITES.includes(i.site)) return [{ state: i.status, liftedTo: null }]
  if (i.cleared === null) return [{ state: i.status === 'settled' && (i.daysAgo ?? 0) >= OLD_INJURY_DAYS ? 'old' : 'held', liftedTo: null }]
  const cleared: InjuryState = i.status === 'active' ? 'cleared' : i.status === 'settling' ? 'returning' : 'settled'
  return [...(i.cleared === 'all' ? [] : [{ state: 'held' as const, liftedTo: i.cleared }]), { state: cleared, liftedTo: null }]
}

/** Earlier pain of a tissue and hand that still counts: back to the last day at pain 0 to 3. Days lapse after 13 where it is not lasting. */
const LAPSE_DAYS = 14, ACTED = 4, LASTING = 7, WENT_WELL = 3

/** The stricter of two clearances; null: none at all. */
const least = (a: Allowed | null, b: Allowed | null): Allowed | null => (a === null || b === null ? null : LIFTS[a] <= LIFTS[b] ? a : b)

function earlierPain(facts: SafetyFacts, lasting: boolean): Hit[] {
  return BOTH.flatMap((hand) => {
    const named = ALL_TISSUES.flatMap((tissue): { tissue: TissueId; liftedTo: Allowed | null; newest: string }[] => {
      const days = new Map<number, { pain: number; cleared: Allowed | null }>()
      for (const p of facts.earlier) {
        if (!sidesOf(p.hand).includes(hand) || (p.tissues !== null && !p.tissues.includes(tissue)) || p.cleared === 'all') continue
        const day = days.get(p.daysAgo) ?? { pain: 0, cleared: 'all' as const }
        days.set(p.daysAgo, { pain: Math.max(day.pain, p.pain), cleared: p.pain >= ACTED ? least(day.cleared, p.cleared) : day.cleared })
      }
      const back = [...days].sort(([a], [b]) => a - b)
      const end = back.findIndex(([, d]) => d.pain <= WENT_WELL)
      const run = (end < 0 ? back : back.slice(0, end)).filter(([, d]) => d.pain >= ACTED)
      const lasts = run.some(([, d]) => d.pain >= LASTING) || run.length >= 2
      const worst = run.map(([, d]) => d.cleared).reduce(least, 'all')
      const found = { tissue, liftedTo: worst, newest: addDays(facts.today, -(run[0]?.[0] ?? 0)) }
      if (lasting) return lasts ? [found] : []
      return !lasts && run.some(([ago]) => ago < LAPSE_DAYS) ? [found] : []
    })
    return hits(named.map((n) => ({ hand, tissues: [n.tissue], cleared: n.liftedTo, stamp: n.newest })))
  })
}

const minor = (f: SafetyFacts, years: number): boolean => f.ageYears !== null && f.ageYears < years
const yes = (f: SafetyFacts, ids: readonly HealthId[]) => (f.health ?? []).filter((h) => ids.includes(h.id))

/** What rules restriction out: answers cleared or not, a nerve injury of any date, no answers, or what waits for a clearance. */
const ruledOut = (f: SafetyFacts): boolean =>
  f.health === null || f.healthDue === true || yes(f, RESTRICTION_NEVER).length > 0 || yes(f, RESTRICTION_UNTIL_CLEARED).some((h) => h.cleared === null) || f.injuries.some((i) => i.site === 'nerve')

/** Hands and tissues a caution is triggered on by these facts; none when it is not. Limits include both ends as written. */
function triggered({ trigger: t }: Caution, f: SafetyFacts): Hit[] {
  switch (t.kind) {
    case 'symptom': return hits(f.symptoms.filter((s) => isWhole(s.symptom) === t.whole).map((s) => (t.whole ? { ...s, hand: 'both' } : s)))
    case 'pain': return hits(f.pains.filter((p) => p.pain >= t.from && p.pain <= t.to))
    case 'earlier_pain': return earlierPain(f, t.lasting)
    case 'injury': return hits(f.injuries.filter((i) => t.sites.includes(i.site)).flatMap((i) => statesOf(i).filter((s) => t.states.includes(s.state)).map((s) => ({ hand: i.side, cleared: s.liftedTo }))))
    case 'health': return hits(yes(f, t.ids).map((h) => ({ hand: 'both', cleared: h.cleared })))
    case 'unanswered': return f.health === null || f.healthDue ? [hit(BOTH)] : []
    case 'restriction_history': return ruledOut(f) ? [hit(BOTH)] : []
    case 'age': return minor(f, t.underYears) ? [hit(BOTH)] : []
    case 'age_unknown': return f.ageYears === null ? [hit(BOTH)] : []
    case 'no_consent': return minor(f, t.underYears) && !f.guardianConsent ? [hit(BOTH)] : []
    case 'flag': return f.flags.includes(t.flag as DayFlagId) !== (t.unless ?? false) ? [hit(BOTH)] : []
    case 'always': return [hit(BOTH)]
  }
}

/** Cautions these facts trigger, in the order of the data. */
export const activeCautions = (facts: SafetyFacts): ActiveCaution[] => CAUTIONS.flatMap((caution) => triggered(caution, facts).map((h) => ({ caution, ...h, hands: caution.scope === 'athlete' ? BOTH : h.hands })))

/** Facts and the cautions they trigger: what every decision is judged by. */
export interface Judge { facts: SafetyFacts; active: readonly ActiveCaution[]; /** Verdicts on exercises, kept while the facts hold. */ seen: Map<string, Verdict> }

export const judgeBy = (facts: SafetyFacts): Judge => ({ facts, active: activeCautions(facts), seen: new Map() })

/** Weeks that count for a quality on a family; 0 without any. */
export const weeksOf = (facts: SafetyFacts, quality: QualityId, family: FamilyId | null): number =>
  Math.max(0, ...facts.experience.filter((x) => x.quality === quality && (x.family === null || family === null || x.family === family)).map((x) => x.weeks))

function fits(m: Match, act: Act, a: ActiveCaution, facts: SafetyFacts): boolean {
  const effort = act.nearMaximal && a.caution.nearMaximal ? 'maximal' : act.effort!
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
const CLASS: Readonly<Record<Tier, ActClass>> = { absolute: 'stop', clearance: 'stop', acknowledge: 'ask', notice: 'free' }

function findingOf(a: ActiveCaution, act: Act, facts: SafetyFacts): Finding | null {
  if (act.effort === null || !act.hands.some((h) => a.hands.includes(h))) return null
  // What a clearance allows is judged by the row of the cleared state.
  if (a.liftedTo !== null && rank(act.nearMaximal ? 'maximal' : act.effort) <= LIFTS[a.liftedTo]) return null
  const tiers = a.caution.gates.filter((g) => g.of.some((m) => fits(m, act, a, facts))).map((g) => g.tier)
  const tier = TIERS.find((t) => tiers.includes(t))
  return tier ? { ...a, tier, class: CLASS[tier] } : null
}

/**
 * The one function that judges every act at every door: all cautions that apply, strictest first, and the strictest of them as the
 * class. An act of both hands needs both free. free: go on; ask: with the coach's reason; stop: nobody.
 */
export function judgeAct(judge: Judge, subject: Subject): Verdict {
  const key = subject.kind === 'exercise' && subject.implementKind === undefined && subject.addedKg === undefined ? `${subject.exercise.id} ${subject.hand}` : null
  const known = key === null ? undefined : judge.seen.get(key)
  if (known) return known
  const verdict = judgeWork(judge, actOf(subject), actKey(subject))
  if (key !== null) judge.seen.set(key, verdict)
  return verdict
}

/** Names an act apart from its hand and load. */
export const actKey = (s: Subject): string => (s.kind === 'test' ? `test ${s.protocol.id} ${s.implementKind ?? ''}` : `exercise ${s.exercise.id} ${s.implementKind ?? ''}`).trim()

/** The same for an act that is no test or exercise of the catalogue: work of a quality on some implement. */
export function judgeWork(judge: Judge, act: Act, key = ''): Verdict {
  const closed = judge.facts.closed?.[key]
  const hidden: Finding[] = closed ? [{ caution: CLOSED, hands: BOTH, tissues: null, liftedTo: null, stamp: '', class: closed, tier: closed === 'stop' ? 'clearance' : 'acknowledge' }] : []
  const findings = [...hidden, ...judge.active.flatMap((a) => findingOf(a, act, judge.facts) ?? [])].sort((a, b) => TIERS.indexOf(a.tier) - TIERS.indexOf(b.tier))
  return { class: findings[0]?.class ?? 'free', findings }
}

/** Findings that stop an act or ask for a reason; a notice is none. */
export const blockedBy = (judge: Judge, subject: Subject): readonly Finding[] => { const v = judgeAct(judge, subject); return v.class === 'free' ? [] : v.findings.filter((f) => f.class !== 'free') }

/** Never to be overridden: absolute gates, and what waits for a clinician. */
export const isFinal = (f: Finding): boolean => f.class === 'stop'
