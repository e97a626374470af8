import type { DayFlagId, SymptomId } from '../catalogue/cautions'
import { isWhole } from '../catalogue/cautions'
import type { Allowed, InjuryStatus } from '../catalogue/cautionTypes'
import { exerciseById } from '../catalogue/exercises'
import { HEALTH_VALID_DAYS, type HealthId } from '../catalogue/health'
import type { FamilyId } from '../catalogue/implementUse'
import { WAITING_SITES } from '../catalogue/injuries'
import { protocolById } from '../catalogue/protocols'
import type { QualityId } from '../catalogue/qualities'
import { INJURY_SITES, type InjurySiteId, type TissueId } from '../catalogue/tissues'
import type { Hand, PainWhere } from '../testing/session'
import { addDays, ageOn, daysBetween, type LocalDate } from '../units/dates'
import { actOf, sidesOf } from './act'
import type { SafetyFacts } from './judge'

/** What a clinician allows, what of, from when (instant it was recorded) and until when. */
export interface ClearanceFact {
  of: { kind: 'injury' | 'symptom'; id: string } | { kind: 'health'; id: HealthId } | { kind: 'pain'; hand: Hand; tissue: TissueId }
  on: LocalDate
  recordedAt: string
  allows: Allowed
  until: LocalDate | null
}

/** One version of an injury; `rootId` names the injury through its versions. */
export interface InjuryVersion { id: string; rootId: string; site: InjurySiteId; side: Hand; status: InjuryStatus; since: LocalDate | null; recordedAt: string; current: boolean }

/** Pain or a symptom noted by itself. */
export interface NoteFact { id: string; hand: Hand; at: readonly TissueId[] | null; pain: number | null; symptom: SymptomId | null; on: LocalDate; recordedAt: string; /** The test it was noted in. */ testId?: string | null }

/** A set or a trial as far as safety looks at it. */
export interface SetFact { id: string; exerciseId: string; hand: Hand; on: LocalDate; recordedAt: string; pain: number | null; where: PainWhere | null }
export interface TestFact { id: string; protocolId: string; unitKind: string; variant: Readonly<Record<string, string>>; on: LocalDate; trials: readonly { id: string; hand: Hand; recordedAt: string; pain: number | null; where: PainWhere | null }[] }

/** What is on record of an athlete for safety: plain rows, nothing worked out. */
export interface SafetyRecord {
  birthDate: LocalDate | null
  guardianConsent: boolean
  /** The newest answers; null: never asked. */
  health: { on: LocalDate; yes: readonly HealthId[] } | null
  injuries: readonly InjuryVersion[]
  notes: readonly NoteFact[]
  sets: readonly SetFact[]
  tests: readonly TestFact[]
  clearances: readonly ClearanceFact[]
  experience: readonly { quality: QualityId; family: FamilyId | null; weeks: number }[]
}

export const NO_RECORD: SafetyRecord = { birthDate: null, guardianConsent: false, health: null, injuries: [], notes: [], sets: [], tests: [], clearances: [], experience: [] }

interface Asked {
  flags?: readonly DayFlagId[]
  /** Only what was noted before this instant counts of the day itself. */
  before?: string
  /** A record that is itself being judged. */
  without?: string
}

/** Pain that ends a clearance of its tissue, and weeks of history that count for experience. */
const ENDS_AT = 7, COUNTED_WEEKS = 26

/** Facts of a day from the record. `today` is the day judged: what came later does not count. */
export function safetyFacts(r: SafetyRecord, today: LocalDate, { flags = [], before, without }: Asked = {}): SafetyFacts {
  const counts = (x: { id: string; on: LocalDate; recordedAt: string }) => x.id !== without && (x.on < today || (x.on === today && (before === undefined || x.recordedAt < before)))
  const notes = r.notes.filter(counts)
  const pains = [...notes.flatMap((n) => notePain(n, n.testId ? r.tests.find((t) => t.id === n.testId) : undefined)), ...r.sets.filter(counts).flatMap(setPain), ...r.tests.flatMap((t) => t.trials.filter((x) => counts({ ...x, on: t.on })).flatMap((x) => trialPain(t, x)))]
  const clearance = (fits: (c: ClearanceFact) => boolean, ended: (at: string) => boolean): Allowed | null =>
    r.clearances.filter((c) => fits(c) && c.on <= today && (c.until === null || c.until >= today) && !ended(c.recordedAt)).sort((a, b) => (a.recordedAt < b.recordedAt ? 1 : -1))[0]?.allows ?? null
  const overlap = (a: Hand, b: Hand) => sidesOf(a).some((h) => sidesOf(b).includes(h))
  const symptomSince = (hand: Hand, at: string) => notes.some((n) => n.symptom !== null && n.recordedAt > at && (isWhole(n.symptom) || overlap(n.hand, hand)))
  const painSince = (hand: Hand, tissue: TissueId, at: string) => pains.some((p) => p.pain >= ENDS_AT && p.recordedAt > at && overlap(p.hand, hand) && (p.tissues === null || p.tissues.includes(tissue)))
  const injured = r.injuries.filter((i) => i.current)
  return {
    today, ageYears: r.birthDate === null ? null : ageOn(r.birthDate, today), guardianConsent: r.guardianConsent, flags,
    health: r.health && r.health.yes.map((id) => ({ id, cleared: clearance((c) => c.of.kind === 'health' && c.of.id === id, () => false) })), healthDue: healthDue(r.health, today),
    injuries: injured.map((i) => {
      const tissue = INJURY_SITES.find((s) => s.id === i.site)!.tissue
      const family = new Set(r.injuries.filter((v) => v.rootId === i.rootId).map((v) => v.id))
      // A new injury there, or this one active again, ends what was cleared before.
      const again = (at: string) => r.injuries.some((v) => v.site === i.site && overlap(v.side, i.side) && v.status === 'active' && v.recordedAt > at && (v.rootId !== i.rootId || !wasActive(r.injuries, v)))
      return { site: i.site, side: i.side, status: i.status, daysAgo: i.since === null ? null : Math.max(0, daysBetween(i.since, today)), cleared: clearance((c) => c.of.kind === 'injury' && family.has(c.of.id), (at) => again(at) || symptomSince(i.side, at) || painSince(i.side, tissue, at)) }
    }),
    symptoms: notes.flatMap((n) => (n.symptom === null ? [] : [{ id: n.id, hand: n.hand, symptom: n.symptom, cleared: clearance((c) => c.of.kind === 'symptom' && c.of.id === n.id, () => false) }])),
    pains: pains.filter((p) => p.on === today).map(({ id, hand, tissues, pain }) => ({ id, hand, tissues, pain })),
    earlier: earlierOf(r, today, pains, (hand, tissue, on, at) => clearance((c) => c.of.kind === 'pain' && overlap(c.of.hand, hand) && c.of.tissue === tissue && c.on >= on, (given) => painSince(hand, tissue, given) || given < at)),
    experience: [...r.experience, ...countedWeeks(r, today)],
  }
}

/** Whether the questions are due: never asked, or half a year ago. */
export const healthDue = (health: SafetyRecord['health'], today: LocalDate): boolean => health === null || daysBetween(health.on, today) > HEALTH_VALID_DAYS

const wasActive = (all: readonly InjuryVersion[], v: InjuryVersion): boolean => all.filter((x) => x.rootId === v.rootId && x.recordedAt < v.recordedAt).sort((a, b) => (a.recordedAt < b.recordedAt ? 1 : -1))[0]?.status === 'active'

interface NotedPain { id: string; hand: Hand; tissues: readonly TissueId[] | null; pain: number; on: LocalDate; recordedAt: string }

const notePain = (n: NoteFact, t: TestFact | undefined): NotedPain[] => (n.pain === null ? [] : [{ id: n.id, hand: n.hand, tissues: n.at ?? (t ? placed(null, loadedIn(t, n.hand)) : null), pain: n.pain, on: n.on, recordedAt: n.recordedAt }])
const loadedBy = (exerciseId: string): TissueId[] => Object.keys(exerciseById(exerciseId)?.tissues ?? {}) as TissueId[]
const loadedIn = (t: TestFact, hand: Hand): TissueId[] => { const protocol = protocolById(t.protocolId); return protocol ? (Object.keys(actOf({ kind: 'test', protocol, hand, implementKind: t.unitKind, variant: t.variant }).tissues) as TissueId[]) : [] }
/** Pain without a place counts for what the work loaded; work that loads nothing: for every tissue. */
const placed = (where: PainWhere | null, loaded: readonly TissueId[]): readonly TissueId[] | null => where?.at ?? (loaded.length > 0 ? loaded : null)

const setPain = (s: SetFact): NotedPain[] => (s.pain === null ? [] : [{ id: s.id, hand: s.where?.hand ?? s.hand, tissues: placed(s.where, loadedBy(s.exerciseId)), pain: s.pain, on: s.on, recordedAt: s.recordedAt }])
const trialPain = (t: TestFact, x: TestFact['trials'][number]): NotedPain[] => (x.pain === null ? [] : [{ id: x.id, hand: x.where?.hand ?? x.hand, tissues: placed(x.where, loadedIn(t, x.hand)), pain: x.pain, on: t.on, recordedAt: x.recordedAt }])

/** What was noted in a test under way: pain with its trials and beside them, and symptoms. For `factsWith`. */
export function notedIn(t: Pick<TestFact, 'protocolId' | 'unitKind' | 'variant'> & { trials: readonly { id: string; hand: Hand; pain: number | null; painWhere?: PainWhere | null | undefined }[]; observations: readonly { id: string; hand: Hand; pain: number | null; symptom: string | null; places?: readonly TissueId[] | null | undefined }[] }): Pick<SafetyFacts, 'pains' | 'symptoms'> {
  const test: TestFact = { ...t, id: '', on: '', trials: [] }
  const notes = t.observations.map((o): NoteFact => ({ id: o.id, hand: o.hand, at: o.places ?? null, pain: o.pain, symptom: o.symptom as SymptomId | null, on: '', recordedAt: '' }))
  const pains = [...notes.flatMap((n) => notePain(n, test)), ...t.trials.flatMap((x) => trialPain(test, { id: x.id, hand: x.hand, recordedAt: '', pain: x.pain, where: x.painWhere ?? null }))]
  return { pains: pains.map(({ id, hand, tissues, pain }) => ({ id, hand, tissues, pain })), symptoms: notes.flatMap((n) => (n.symptom === null ? [] : [{ id: n.id, hand: n.hand, symptom: n.symptom, cleared: null }])) }
}

/** Earlier days by hand and tissue: pain as noted, and 0 for what was loaded without a word. Warm-up alone is no session of a tissue. */
function earlierOf(r: SafetyRecord, today: LocalDate, pains: readonly NotedPain[], cleared: (hand: Hand, tissue: TissueId, on: LocalDate, at: string) => Allowed | null): SafetyFacts['earlier'] {
  const went = [
    ...r.sets.filter((s) => s.on < today && !['prepare', 'close'].includes(exerciseById(s.exerciseId)?.aim ?? '')).map((s) => ({ on: s.on, hand: s.hand, tissues: loadedBy(s.exerciseId) })),
    ...r.tests.filter((t) => t.on < today).flatMap((t) => t.trials.map((x) => ({ on: t.on, hand: x.hand, tissues: loadedIn(t, x.hand) }))),
  ]
  const quiet = new Map<string, SafetyFacts['earlier'][number]>()
  for (const w of went) if (w.tissues.length > 0) quiet.set(`${w.on} ${w.hand} ${w.tissues.join()}`, { hand: w.hand, tissues: w.tissues, pain: 0, daysAgo: daysBetween(w.on, today), cleared: null })
  const noted = pains.filter((p) => p.on < today).flatMap((p) => (p.tissues ?? INJURY_TISSUES).map((tissue) => ({ hand: p.hand, tissues: [tissue], pain: p.pain, daysAgo: daysBetween(p.on, today), cleared: cleared(p.hand, tissue, p.on, p.recordedAt) })))
  return [...noted, ...quiet.values()]
}
const INJURY_TISSUES: readonly TissueId[] = [...new Set(INJURY_SITES.map((s) => s.tissue)), 'rotators']

const mondayOf = (d: LocalDate): LocalDate => addDays(d, -((daysBetween('2024-01-01', d) % 7 + 7) % 7))

/** Different weeks of the last 26 with work of a quality on an implement family; a test counts one week, for the quality it was done on. */
export function countedWeeks(r: Pick<SafetyRecord, 'sets' | 'tests'>, today: LocalDate): SafetyFacts['experience'][number][] {
  const from = addDays(mondayOf(today), -7 * (COUNTED_WEEKS - 1))
  const weeks = new Map<string, Set<LocalDate>>()
  const see = (quality: QualityId | null, family: FamilyId | null, on: LocalDate) => {
    if (quality === null || on < from || on > today) return
    const key = `${quality} ${family ?? ''}`
    weeks.set(key, (weeks.get(key) ?? new Set()).add(mondayOf(on)))
  }
  const known = new Map<string, ReturnType<typeof actOf> | null>()
  const act = (key: string, make: () => ReturnType<typeof actOf> | null) => { if (!known.has(key)) known.set(key, make()); return known.get(key) ?? null }
  for (const s of r.sets) {
    const a = act(s.exerciseId, () => { const exercise = exerciseById(s.exerciseId); return exercise && exercise.aim !== 'prepare' && exercise.aim !== 'close' ? actOf({ kind: 'exercise', exercise, hand: 'both' }) : null })
    if (a) see(a.quality, a.family, s.on)
  }
  for (const t of r.tests) {
    const protocol = protocolById(t.protocolId)
    const a = protocol && protocol.effort !== null ? actOf({ kind: 'test', protocol, hand: 'both', implementKind: t.unitKind, variant: t.variant }) : null
    if (a) see(a.quality, a.family, t.on)
  }
  return [...weeks].map(([key, set]) => { const [quality, family] = key.split(' ') as [QualityId, FamilyId | '']; return { quality, family: family || null, weeks: set.size } })
}

/** Facts with what is noted now and not yet on record, each once by its id. */
export const factsWith = (f: SafetyFacts, now: Partial<Pick<SafetyFacts, 'pains' | 'symptoms' | 'flags'>>): SafetyFacts => ({
  ...f,
  pains: [...f.pains, ...(now.pains ?? []).filter((p) => !f.pains.some((x) => x.id !== undefined && x.id === p.id))],
  symptoms: [...f.symptoms, ...(now.symptoms ?? []).filter((s) => !f.symptoms.some((x) => x.id !== undefined && x.id === s.id))],
  flags: [...new Set([...f.flags, ...(now.flags ?? [])])],
})

/** Facts as they will stand when a week begins: what is noted today is then of an earlier day, and what lapses has lapsed. */
export function factsAhead(f: SafetyFacts, weekStart: LocalDate): SafetyFacts {
  const days = Math.max(0, daysBetween(f.today, weekStart))
  const later = (n: number) => n + days
  return {
    ...f, today: addDays(f.today, days), flags: [], pains: [],
    earlier: [...f.earlier.map((p) => ({ ...p, daysAgo: later(p.daysAgo) })), ...f.pains.map((p) => ({ ...p, daysAgo: Math.max(1, days), cleared: null }))],
    injuries: f.injuries.map((i) => ({ ...i, daysAgo: i.daysAgo === null ? null : later(i.daysAgo) })),
  }
}

/** Whether a change of status waits for a clearance: out of active, or from settling to settled, at a site that waits for a clinician. */
export const needsClearance = (site: InjurySiteId, from: InjuryStatus, to: InjuryStatus): boolean => WAITING_SITES.includes(site) && ((from === 'active' && to !== 'active') || (from === 'settling' && to === 'settled'))
