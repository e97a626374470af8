import { CAUTIONS, type DayFlagId, type SymptomId, isWhole } from '../catalogue/cautions'
import type { Allowed, Caution, InjuryState, InjuryStatus } from '../catalogue/cautionTypes'
import { EFFORTS, type Effort } from '../catalogue/efforts'
import { RESTRICTION_NEVER, RESTRICTION_UNTIL_CLEARED, type HealthId } from '../catalogue/health'
import type { FamilyId } from '../catalogue/implementUse'
import { OLD_INJURY_DAYS, WAITING_SITES } from '../catalogue/injuries'
import type { QualityId } from '../catalogue/qualities'
import { TISSUES, type InjurySiteId, type TissueId } from '../catalogue/tissues'
import type { Hand, Side } from '../catalogue/person'
import { addDays, type LocalDate } from '../units/dates'
import { BOTH, sidesOf } from './act'
import { must } from '../units/must'
import { isAmong } from '../units/among'

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
export interface PainFact {
  hand: Hand
  tissues: readonly TissueId[] | null
  pain: number
  id?: string
}

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

const unique = <T>(items: readonly T[]): T[] => [...new Set(items)]
export const rank = (e: Effort): number => EFFORTS.indexOf(e)
export const LIFTS: Readonly<Record<Allowed, number>> = {
  light: rank('light'),
  moderate: rank('moderate'),
  all: rank('maximal'),
}

type Hit = Omit<ActiveCaution, 'caution'>
const hit = (hands: readonly Side[], more: Partial<Hit> = {}): Hit => ({
  hands,
  tissues: null,
  liftedTo: null,
  stamp: '',
  ...more,
})
/** One hit a hand and clearance, so that a second fact of the same kind is counted. */
const hits = (
  facts: readonly {
    hand: Hand
    cleared?: Allowed | null
    tissues?: readonly TissueId[] | null
    stamp?: string
  }[],
): Hit[] => {
  const all = facts
    .filter((f) => f.cleared !== 'all')
    .flatMap((f) =>
      sidesOf(f.hand).map((hand) => ({
        hand,
        liftedTo: f.cleared ?? null,
        tissues: f.tissues === undefined ? null : (f.tissues ?? ALL_TISSUES),
        stamp: f.stamp,
      })),
    )
  const keys = unique(all.map((x) => `${x.hand} ${x.liftedTo}`))
  return keys.map((k) => {
    const own = all.filter((x) => `${x.hand} ${x.liftedTo}` === k)
    const { hand, liftedTo, tissues } = must(own[0])
    return hit([hand], {
      liftedTo,
      tissues: tissues === null ? null : unique(own.flatMap((x) => x.tissues ?? [])),
      stamp:
        own
          .map((x) => x.stamp ?? '')
          .sort()
          .at(-1) || String(own.length),
    })
  })
}
const ALL_TISSUES: readonly TissueId[] = TISSUES.map((t) => t.id)

/**
 * States an injury is in for the cautions: waiting sites are held until cleared; the others are as
 * the coach sets them.
 */
function statesOf(i: InjuryFact): { state: InjuryState; liftedTo: Allowed | null }[] {
  if (!WAITING_SITES.includes(i.site)) return [{ state: i.status, liftedTo: null }]
  if (i.cleared === null)
    return [
      {
        state: i.status === 'settled' && (i.daysAgo ?? 0) >= OLD_INJURY_DAYS ? 'old' : 'held',
        liftedTo: null,
      },
    ]
  const cleared: InjuryState =
    i.status === 'active' ? 'cleared' : i.status === 'settling' ? 'returning' : 'settled'
  return [
    ...(i.cleared === 'all' ? [] : [{ state: 'held' as const, liftedTo: i.cleared }]),
    { state: cleared, liftedTo: null },
  ]
}

/**
 * Earlier pain of a tissue and hand that still counts: back to the last day at pain 0 to 3. Days
 * lapse after 13 where it is not lasting.
 */
/** Pain of a day from which the next sessions are judged otherwise. */
export const ACTED = 4
const LAPSE_DAYS = 14,
  LASTING = 7,
  WENT_WELL = 3

/** The stricter of two clearances; null: none at all. */
const least = (a: Allowed | null, b: Allowed | null): Allowed | null =>
  a === null || b === null ? null : LIFTS[a] <= LIFTS[b] ? a : b

function earlierPain(facts: SafetyFacts, lasting: boolean): Hit[] {
  return BOTH.flatMap((hand) => {
    const named = ALL_TISSUES.flatMap(
      (tissue): { tissue: TissueId; liftedTo: Allowed | null; newest: string }[] => {
        const days = new Map<number, { pain: number; cleared: Allowed | null }>()
        for (const p of facts.earlier) {
          if (
            !sidesOf(p.hand).includes(hand) ||
            (p.tissues !== null && !p.tissues.includes(tissue)) ||
            p.cleared === 'all'
          )
            continue
          const day = days.get(p.daysAgo) ?? { pain: 0, cleared: 'all' as const }
          days.set(p.daysAgo, {
            pain: Math.max(day.pain, p.pain),
            cleared: p.pain >= ACTED ? least(day.cleared, p.cleared) : day.cleared,
          })
        }
        const back = [...days].sort(([a], [b]) => a - b)
        const end = back.findIndex(([, d]) => d.pain <= WENT_WELL)
        const run = (end < 0 ? back : back.slice(0, end)).filter(([, d]) => d.pain >= ACTED)
        const lasts = run.some(([, d]) => d.pain >= LASTING) || run.length >= 2
        const worst = run.map(([, d]) => d.cleared).reduce(least, 'all')
        const found = { tissue, liftedTo: worst, newest: addDays(facts.today, -(run[0]?.[0] ?? 0)) }
        if (lasting) return lasts ? [found] : []
        return !lasts && run.some(([ago]) => ago < LAPSE_DAYS) ? [found] : []
      },
    )
    return hits(
      named.map((n) => ({ hand, tissues: [n.tissue], cleared: n.liftedTo, stamp: n.newest })),
    )
  })
}

const minor = (f: SafetyFacts, years: number): boolean => f.ageYears !== null && f.ageYears < years
const yes = (f: SafetyFacts, ids: readonly HealthId[]) =>
  (f.health ?? []).filter((h) => ids.includes(h.id))

/**
 * What rules restriction out: answers cleared or not, a nerve injury of any date, no answers, or
 * what waits for a clearance.
 */
const ruledOut = (f: SafetyFacts): boolean =>
  f.health === null ||
  f.healthDue === true ||
  yes(f, RESTRICTION_NEVER).length > 0 ||
  yes(f, RESTRICTION_UNTIL_CLEARED).some((h) => h.cleared === null) ||
  f.injuries.some((i) => i.site === 'nerve')

/**
 * Hands and tissues a caution is triggered on by these facts; none when it is not. Limits include
 * both ends as written.
 */
function triggered({ trigger: t }: Caution, f: SafetyFacts): Hit[] {
  switch (t.kind) {
    case 'symptom':
      return hits(
        f.symptoms
          .filter((s) => isWhole(s.symptom) === t.whole)
          .map((s) => (t.whole ? { ...s, hand: 'both' } : s)),
      )
    case 'pain':
      return hits(f.pains.filter((p) => p.pain >= t.from && p.pain <= t.to))
    case 'earlier_pain':
      return earlierPain(f, t.lasting)
    case 'injury':
      return hits(
        f.injuries
          .filter((i) => t.sites.includes(i.site))
          .flatMap((i) =>
            statesOf(i)
              .filter((s) => t.states.includes(s.state))
              .map((s) => ({ hand: i.side, cleared: s.liftedTo })),
          ),
      )
    case 'health':
      return hits(yes(f, t.ids).map((h) => ({ hand: 'both', cleared: h.cleared })))
    case 'unanswered':
      return f.health === null || f.healthDue ? [hit(BOTH)] : []
    case 'restriction_history':
      return ruledOut(f) ? [hit(BOTH)] : []
    case 'age':
      return minor(f, t.underYears) ? [hit(BOTH)] : []
    case 'age_unknown':
      return f.ageYears === null ? [hit(BOTH)] : []
    case 'no_consent':
      return minor(f, t.underYears) && !f.guardianConsent ? [hit(BOTH)] : []
    case 'flag':
      return isAmong<string>(f.flags, t.flag) !== (t.unless ?? false) ? [hit(BOTH)] : []
    case 'always':
      return [hit(BOTH)]
  }
}

/** Cautions these facts trigger, in the order of the data. */
export const activeCautions = (facts: SafetyFacts): ActiveCaution[] =>
  CAUTIONS.flatMap((caution) =>
    triggered(caution, facts).map((h) => ({
      caution,
      ...h,
      hands: caution.scope === 'athlete' ? BOTH : h.hands,
    })),
  )
