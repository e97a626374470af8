import { type DayFlagId, isWhole } from '../catalogue/cautions'
import type { Allowed, InjuryStatus } from '../catalogue/cautionTypes'
import { exerciseById } from '../catalogue/exercises'
import { HEALTH_VALID_DAYS } from '../catalogue/health'
import { WAITING_SITES } from '../catalogue/injuries'
import { INJURY_SITES, type InjurySiteId, type TissueId } from '../catalogue/tissues'
import type { Hand } from '../catalogue/person'
import { addDays, ageOn, daysBetween, type LocalDate } from '../units/dates'
import { sidesOf } from './act'
import type { SafetyRecord, ClearanceFact, InjuryVersion } from './record'
import { notePain, setPain, trialPain, type NotedPain, loadedBy, loadedIn } from './pains'
import { ACTED, type SafetyFacts } from './triggers'
import { countedWeeks } from './weeks'
import { rowOf } from '../units/row'

interface Asked {
  flags?: readonly DayFlagId[]
  /** Only what was noted before this instant counts of the day itself. */
  before?: string
  /** A record that is itself being judged. */
  without?: string
}

/** Pain that ends a clearance of its tissue. */
const ENDS_AT = 7

/** Facts of a day from the record. `today` is the day judged: what came later does not count. */
export function safetyFacts(
  r: SafetyRecord,
  today: LocalDate,
  { flags = [], before, without }: Asked = {},
): SafetyFacts {
  const counted = (on: LocalDate, x: { id: string; recordedAt: string }) =>
    x.id !== without &&
    (on < today || (on === today && (before === undefined || x.recordedAt < before)))
  const counts = (x: { id: string; on: LocalDate; recordedAt: string }) => counted(x.on, x)
  const notes = r.notes.filter(counts)
  const pains = [
    ...notes.flatMap((n) =>
      notePain(n, n.testId ? r.tests.find((t) => t.id === n.testId) : undefined),
    ),
    ...r.sets.filter((s) => s.pain !== null && counts(s)).flatMap(setPain),
    ...r.tests.flatMap((t) =>
      t.trials.filter((x) => x.pain !== null && counted(t.on, x)).flatMap((x) => trialPain(t, x)),
    ),
  ]
  const clearance = (
    fits: (c: ClearanceFact) => boolean,
    ended: (at: string) => boolean,
  ): Allowed | null =>
    r.clearances
      .filter(
        (c) =>
          fits(c) &&
          c.on <= today &&
          (c.until === null || c.until >= today) &&
          !ended(c.recordedAt),
      )
      .sort((a, b) => (a.recordedAt < b.recordedAt ? 1 : -1))[0]?.allows ?? null
  const overlap = (a: Hand, b: Hand) => sidesOf(a).some((h) => sidesOf(b).includes(h))
  const symptomSince = (hand: Hand, at: string) =>
    notes.some(
      (n) =>
        n.symptom !== null && n.recordedAt > at && (isWhole(n.symptom) || overlap(n.hand, hand)),
    )
  const painSince = (hand: Hand, tissue: TissueId, at: string) =>
    pains.some(
      (p) =>
        p.pain >= ENDS_AT &&
        p.recordedAt > at &&
        overlap(p.hand, hand) &&
        (p.tissues === null || p.tissues.includes(tissue)),
    )
  const injured = r.injuries.filter((i) => i.current)
  return {
    today,
    ageYears: r.birthDate === null ? null : ageOn(r.birthDate, today),
    guardianConsent: r.guardianConsent,
    flags,
    health:
      r.health &&
      r.health.yes.map((id) => ({
        id,
        cleared: clearance(
          (c) => c.of.kind === 'health' && c.of.id === id,
          () => false,
        ),
      })),
    healthDue: healthDue(r.health, today),
    injuries: injured.map((i) => {
      const tissue = rowOf(INJURY_SITES, i.site).tissue
      const family = new Set(r.injuries.filter((v) => v.rootId === i.rootId).map((v) => v.id))
      // A new injury there, or this one active again, ends what was cleared before.
      const again = (at: string) =>
        r.injuries.some(
          (v) =>
            v.site === i.site &&
            overlap(v.side, i.side) &&
            v.status === 'active' &&
            v.recordedAt > at &&
            (v.rootId !== i.rootId || !wasActive(r.injuries, v)),
        )
      return {
        site: i.site,
        side: i.side,
        status: i.status,
        daysAgo: i.since === null ? null : Math.max(0, daysBetween(i.since, today)),
        cleared: clearance(
          (c) => c.of.kind === 'injury' && family.has(c.of.id),
          (at) => again(at) || symptomSince(i.side, at) || painSince(i.side, tissue, at),
        ),
      }
    }),
    symptoms: notes.flatMap((n) =>
      n.symptom === null
        ? []
        : [
            {
              id: n.id,
              hand: n.hand,
              symptom: n.symptom,
              cleared: clearance(
                (c) => c.of.kind === 'symptom' && c.of.id === n.id,
                () => false,
              ),
            },
          ],
    ),
    pains: pains
      .filter((p) => p.on === today)
      .map(({ id, hand, tissues, pain }) => ({ id, hand, tissues, pain })),
    earlier: earlierOf(r, today, pains, (hand, tissue, on, at) =>
      clearance(
        (c) =>
          c.of.kind === 'pain' && overlap(c.of.hand, hand) && c.of.tissue === tissue && c.on >= on,
        (given) => painSince(hand, tissue, given) || given < at,
      ),
    ),
    experience: [...r.experience, ...countedWeeks(r, today)],
  }
}

/** Whether the questions are due: never asked, or half a year ago. */
export const healthDue = (health: SafetyRecord['health'], today: LocalDate): boolean =>
  health === null || daysBetween(health.on, today) > HEALTH_VALID_DAYS

const wasActive = (all: readonly InjuryVersion[], v: InjuryVersion): boolean =>
  all
    .filter((x) => x.rootId === v.rootId && x.recordedAt < v.recordedAt)
    .sort((a, b) => (a.recordedAt < b.recordedAt ? 1 : -1))[0]?.status === 'active'

/**
 * Earlier days by hand and tissue, from the first pain that asks for something: pain as noted, and
 * 0 for what was loaded without a word. Before such a
 * pain no day says anything. Warm-up alone is no session of a tissue.
 */
function earlierOf(
  r: SafetyRecord,
  today: LocalDate,
  pains: readonly NotedPain[],
  cleared: (hand: Hand, tissue: TissueId, on: LocalDate, at: string) => Allowed | null,
): SafetyFacts['earlier'] {
  const acted = pains.filter((p) => p.on < today && p.pain >= ACTED).map((p) => p.on)
  if (acted.length === 0) return []
  const since = acted.reduce((a, b) => (a < b ? a : b))
  const looked = (on: LocalDate) => on >= since && on < today
  const went = [
    ...r.sets
      .filter(
        (s) =>
          looked(s.on) && !['prepare', 'close'].includes(exerciseById(s.exerciseId)?.aim ?? ''),
      )
      .map((s) => ({ on: s.on, hand: s.hand, tissues: loadedBy(s.exerciseId) })),
    ...r.tests
      .filter((t) => looked(t.on))
      .flatMap((t) =>
        t.trials.map((x) => ({ on: t.on, hand: x.hand, tissues: loadedIn(t, x.hand) })),
      ),
  ]
  const quiet = new Map<string, SafetyFacts['earlier'][number]>()
  for (const w of went)
    if (w.tissues.length > 0)
      quiet.set(`${w.on} ${w.hand} ${w.tissues.join()}`, {
        hand: w.hand,
        tissues: w.tissues,
        pain: 0,
        daysAgo: daysBetween(w.on, today),
        cleared: null,
      })
  const noted = pains
    .filter((p) => looked(p.on))
    .flatMap((p) =>
      (p.tissues ?? INJURY_TISSUES).map((tissue) => ({
        hand: p.hand,
        tissues: [tissue],
        pain: p.pain,
        daysAgo: daysBetween(p.on, today),
        cleared: cleared(p.hand, tissue, p.on, p.recordedAt),
      })),
    )
  return [...noted, ...quiet.values()]
}
const INJURY_TISSUES: readonly TissueId[] = [
  ...new Set(INJURY_SITES.map((s) => s.tissue)),
  'rotators',
]

/** Facts with what is noted now and not yet on record, each once by its id. */
export const factsWith = (
  f: SafetyFacts,
  now: Partial<Pick<SafetyFacts, 'pains' | 'symptoms' | 'flags'>>,
): SafetyFacts => ({
  ...f,
  pains: [
    ...f.pains,
    ...(now.pains ?? []).filter((p) => !f.pains.some((x) => x.id !== undefined && x.id === p.id)),
  ],
  symptoms: [
    ...f.symptoms,
    ...(now.symptoms ?? []).filter(
      (s) => !f.symptoms.some((x) => x.id !== undefined && x.id === s.id),
    ),
  ],
  flags: [...new Set([...f.flags, ...(now.flags ?? [])])],
})

/**
 * Facts as they will stand when a week begins: what is noted today is then of an earlier day, and
 * what lapses has lapsed.
 */
export function factsAhead(f: SafetyFacts, weekStart: LocalDate): SafetyFacts {
  const days = Math.max(0, daysBetween(f.today, weekStart))
  const later = (n: number) => n + days
  return {
    ...f,
    today: addDays(f.today, days),
    flags: [],
    pains: [],
    earlier: [
      ...f.earlier.map((p) => ({ ...p, daysAgo: later(p.daysAgo) })),
      ...f.pains.map((p) => ({ ...p, daysAgo: Math.max(1, days), cleared: null })),
    ],
    injuries: f.injuries.map((i) => ({
      ...i,
      daysAgo: i.daysAgo === null ? null : later(i.daysAgo),
    })),
  }
}

/**
 * Whether a change of status waits for a clearance: out of active, or from settling to settled, at
 * a site that waits for a clinician.
 */
export const needsClearance = (site: InjurySiteId, from: InjuryStatus, to: InjuryStatus): boolean =>
  WAITING_SITES.includes(site) &&
  ((from === 'active' && to !== 'active') || (from === 'settling' && to === 'settled'))
