import { v7 } from 'uuid'
import type { DataSource, EntityManager } from 'typeorm'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { TrainingWeek } from '@mano/core/intake/week'
import { toSi } from '@mano/core/units/convert'
import { addDays, localDateOf, type LocalDate } from '@mano/core/units/dates'
import { TESTS_STALE_DAYS } from '@mano/core/catalogue/limits'
import { PLACES } from '@mano/core/catalogue/places'
import { hashPassword, UNMEASURED } from '../accounts/accounts'
import {
  AccountEntity,
  AthleteEntity,
  ClearanceEntity,
  ExperienceEntryEntity,
  HealthAnswerEntity,
  AthleteEventEntity,
  BodyMeasurementEntity,
  DemandVersionEntity,
  ImplementCheckEntity,
  OutcomeEntity,
  PlaceEntity,
  TrainingWeekEntity,
  WrapGapEntity,
  HallEntity,
  ImplementMeasurementEntity,
  ImplementUnitEntity,
  InjuryEntity,
  PlanVersionEntity,
  SetLogEntity,
  StandardEntity,
  TestSessionEntity,
  TrialEntity,
  WeekFrameEntity,
} from '../db/entities'
import { inHall } from '../db/hall'
import { protocolParams } from '../db/protocolParams'
import { generateDemo } from './generate'
import { generatePlans } from './plans'
import { ANSWERED_DAYS_AGO, EXPERIENCE_ORIGIN, experienceOf } from './safety'
import { STANDARDS, type Story } from './stories'
import { must } from '@mano/core/units/must'

export const DEMO_SIGN_IN = { login: 'ruth', password: 'quayside-hall' }
const ZONE = 'Europe/London'
const SEED = 17
const PLATES = [
  { kg: 20, count: 2 },
  { kg: 10, count: 2 },
  { kg: 5, count: 2 },
  { kg: 2.5, count: 2 },
  { kg: 1.25, count: 4 },
  { kg: 0.5, count: 2 },
]

/** The athlete's usual week as intake would hold it. */
const usualWeek = (s: Story): TrainingWeek => ({
  handWork: s.handWork ?? 0,
  handWorkNote: '',
  days: [0, 1, 2, 3, 4, 5, 6].map((d) => ({
    activities:
      must(s.week).sport[d] || must(s.week).heavyPull === d
        ? [
            {
              what: 'Sport training',
              at: '16:30',
              minutes: 90,
              handLoad: must(s.week).sport[d] ?? 1,
              heavyPulls: must(s.week).heavyPull === d,
              straps: false,
            },
          ]
        : [],
    gripMinutes: must(s.week).minutes[d] ?? 0,
    gripAt: '18:30',
    place: must(s.week).place,
  })),
})

/** What every row of the demo is written with. */
interface Scene {
  em: EntityManager
  demo: ReturnType<typeof generateDemo>
  seed: number
  now: Date
  today: LocalDate
  hallId: string
  /** Who wrote a row, and the day it was written. */
  at: (on: LocalDate) => { hallId: string; actorKind: 'demo'; actorId: null; recordedAt: Date }
  opened: LocalDate
}
type Member = Scene['demo']['athletes'][number]

/** Loads Quayside Hall into an empty installation; false when there is a hall already. */
export async function loadDemo(app: DataSource, now: Date, seed = SEED): Promise<boolean> {
  const [row] = await app.query<[{ empty: boolean }]>('SELECT installation_is_empty() AS empty')
  if (!row.empty) return false
  const today = localDateOf(now, ZONE)
  const demo = generateDemo(seed, today)
  const hallId = v7()
  const at: Scene['at'] = (on) => ({
    hallId,
    actorKind: 'demo',
    actorId: null,
    recordedAt: new Date(`${on}T12:00:00Z`),
  })
  const opened = must(demo.athletes[0]).joined
  const passwordHash = await hashPassword(DEMO_SIGN_IN.password)
  await inHall(app, hallId, async (em) => {
    const scene: Scene = { em, demo, seed, now, today, hallId, at, opened }
    await insertHall(scene, passwordHash)
    await insertKit(scene)
    await insertStandards(scene)
    for (const a of demo.athletes) {
      await insertAthlete(scene, a)
      await insertIntake(scene, a)
      await insertMeasures(scene, a)
      await insertInjury(scene, a)
      await insertPlans(scene, a)
      await insertTests(scene, a)
    }
  })
  return true
}

async function insertHall(
  { em, now, hallId, at, opened }: Scene,
  passwordHash: string,
): Promise<void> {
  await em.insert(HallEntity, {
    id: hallId,
    name: 'Quayside Hall',
    timeZone: ZONE,
    createdAt: now,
    staleDays: TESTS_STALE_DAYS,
  })
  await em.insert(AccountEntity, {
    ...at(opened),
    id: v7(),
    login: DEMO_SIGN_IN.login,
    name: 'Ruth Amsel',
    role: 'owner',
    passwordHash,
  })
}

async function insertKit({ em, demo, today, at, opened }: Scene): Promise<void> {
  const placeIds = new Map(PLACES.map((p) => [p.id, v7()]))
  for (const p of PLACES)
    await em.insert(PlaceEntity, {
      ...at(opened),
      id: must(placeIds.get(p.id)),
      name: p.name,
      kind: p.id,
      athleteId: null,
    })
  for (const u of demo.units) {
    await em.insert(ImplementUnitEntity, {
      ...at(opened),
      id: u.id,
      kind: u.kind,
      label: u.label,
      retired: false,
      placeId: must(placeIds.get(u.place)),
      orientation: null,
      surface: u.surface ?? null,
    })
    const rating =
      u.ratingKg === undefined
        ? { ratingKg: null, ratedBy: '', ratedOn: null }
        : { ratingKg: u.ratingKg, ratedBy: 'Ruth Amsel', ratedOn: opened }
    await em.insert(ImplementMeasurementEntity, {
      ...at(opened),
      ...UNMEASURED,
      ...rating,
      id: u.measurementId,
      seriesId: u.measurementId,
      unitId: u.id,
      sizeMm: u.sizeMm,
      enteredValue: u.sizeMm,
      enteredUnit: u.sizeMm === null ? null : 'mm',
      handleMm: u.handleMm ?? null,
      massKg: u.kind === 'pin' ? 1.5 : null,
      plates: u.kind === 'pin' ? PLATES : [],
      measuredOn: opened,
    })
    if (u.wear)
      await em.insert(ImplementCheckEntity, {
        ...at(addDays(today, -20)),
        id: v7(),
        unitId: u.id,
        spin: null,
        wear: u.wear,
        note: 'Rubber polished on one side',
        checkedOn: addDays(today, -20),
      })
  }
}

async function insertStandards({ em, at, opened }: Scene): Promise<void> {
  for (const s of STANDARDS) {
    const unit = s.protocolId === 'hang_time' ? 's' : 'kg'
    await em.insert(StandardEntity, {
      ...at(opened),
      id: v7(),
      ...s,
      value: must(toSi(s.value, unit, must(protocolById(s.protocolId)).unit)),
      enteredValue: s.value,
      enteredUnit: unit,
      perBodyMass: false,
    })
  }
}

/** The athlete, the health questions and what was trained before. */
async function insertAthlete({ em, now, today, at }: Scene, a: Member): Promise<void> {
  const s = a.story
  await em.insert(AthleteEntity, {
    ...at(a.joined),
    id: a.id,
    name: s.name,
    birthDate: a.birthDate,
    sexForNorms: s.sex,
    dominantHand: s.dominant,
    level: s.level,
    guardian: s.guardian ? { ...s.guardian, on: a.joined } : null,
    skin: s.skin ?? 'normal',
    note: '',
    updatedAt: now,
  })
  const answered = addDays(today, -ANSWERED_DAYS_AGO)
  if (!s.unasked)
    await em.insert(HealthAnswerEntity, {
      ...at(answered),
      id: v7(),
      athleteId: a.id,
      answeredOn: answered,
      yes: [],
      complete: true,
    })
  for (const x of experienceOf(s))
    await em.insert(ExperienceEntryEntity, {
      ...at(a.joined),
      id: v7(),
      athleteId: a.id,
      ...x,
      origin: EXPERIENCE_ORIGIN,
      enteredOn: a.joined,
    })
}

/** Sport, event, usual week, and results of the sport. */
async function insertIntake({ em, today, at }: Scene, a: Member): Promise<void> {
  const s = a.story
  const sources = [
    { id: s.sportId, weight: 1 },
    ...(s.second ? [{ id: s.second.sportId, weight: s.second.weight }] : []),
  ]
  await em.insert(DemandVersionEntity, {
    ...at(a.joined),
    id: v7(),
    athleteId: a.id,
    sources,
    edits: [],
    since: a.joined,
    reason: '',
  })
  if (s.event)
    await em.insert(AthleteEventEntity, {
      ...at(a.joined),
      id: v7(),
      athleteId: a.id,
      name: s.event.name,
      heldOn: addDays(today, s.event.inDays),
      items: [...s.event.items],
      note: '',
      supersedesId: null,
      removed: false,
    })
  if (s.week)
    await em.insert(TrainingWeekEntity, {
      ...at(a.joined),
      id: v7(),
      athleteId: a.id,
      ...usualWeek(s),
      handWorkNote: '',
    } as never)
  if (s.outcome)
    for (const [i, share] of [0, 0.2, 0.45, 0.6, 0.85, 1].entries())
      await em.insert(OutcomeEntity, {
        ...at(addDays(today, -100 + 18 * i)),
        id: v7(),
        athleteId: a.id,
        name: s.outcome.name,
        unit: s.outcome.unit,
        better: s.outcome.better,
        value: Math.round(100 * (s.outcome.from + share * (s.outcome.to - s.outcome.from))) / 100,
        seenOn: addDays(today, -100 + 18 * i),
        supersedesId: null,
        removed: false,
      })
}

async function insertMeasures({ em, today, at }: Scene, a: Member): Promise<void> {
  for (const w of a.wraps)
    await em.insert(WrapGapEntity, {
      ...at(addDays(today, -6)),
      id: w.id,
      athleteId: a.id,
      unitId: w.unitId,
      measurementId: w.measurementId,
      hand: w.hand,
      gapMm: w.gapMm,
      enteredValue: w.gapMm,
      enteredUnit: 'mm',
      measuredOn: addDays(today, -6),
    })
  for (const m of a.measures)
    await em.insert(BodyMeasurementEntity, {
      ...at(m.on),
      id: m.id,
      athleteId: a.id,
      measure: m.measure,
      hand: m.hand,
      value: m.value,
      enteredValue: m.value,
      enteredUnit: m.unit,
      measuredOn: m.on,
      supersedesId: null,
    })
}

/** An injury, and the clearance where there was one. */
async function insertInjury({ em, now, today, at }: Scene, a: Member): Promise<void> {
  const s = a.story
  if (!s.injury) return
  const since = new Date(now.getTime() - s.injury.daysAgo * 86_400_000).toISOString().slice(0, 10)
  const injuryId = v7()
  await em.insert(InjuryEntity, {
    ...at(since),
    id: injuryId,
    athleteId: a.id,
    site: s.injury.site,
    side: s.injury.side,
    status: s.injury.status,
    since,
    note: '',
    advisedBy: s.injury.advisedBy,
    supersedesId: null,
  })
  const c = s.injury.cleared
  if (c)
    await em.insert(ClearanceEntity, {
      ...at(addDays(today, -c.daysAgo)),
      id: v7(),
      athleteId: a.id,
      injuryId,
      observationId: null,
      healthId: null,
      painHand: null,
      painTissue: null,
      clearedBy: c.by,
      profession: c.profession,
      clearedOn: addDays(today, -c.daysAgo),
      allows: 'all',
      until: null,
      received: 'Letter',
      note: 'Handles the thumb can close round first',
    })
}

/** Weeks as they were planned, and the sets done in them. */
async function insertPlans({ em, demo, seed, today, at }: Scene, a: Member): Promise<void> {
  const plans = generatePlans(seed, demo, a, today)
  if (plans[0])
    await em.insert(WeekFrameEntity, {
      ...at(plans[0].savedOn),
      id: v7(),
      athleteId: a.id,
      days: plans[0].frame,
    })
  for (const p of plans) {
    await em.insert(PlanVersionEntity, {
      ...at(p.savedOn),
      id: p.id,
      athleteId: a.id,
      weekStart: p.weekStart,
      frame: p.frame,
      blocks: p.blocks,
      reason: '',
    } as never)
    if (p.logs.length > 0)
      await em.insert(
        SetLogEntity,
        p.logs.map((l) => ({
          ...at(l.on),
          id: l.id,
          athleteId: a.id,
          planVersionId: p.id,
          blockId: l.blockId,
          exerciseId: l.exerciseId,
          doneOn: l.on,
          hand: l.hand,
          setNo: l.set,
          loadKg: l.loadKg,
          enteredLoad: l.loadKg,
          enteredUnit: l.loadKg === null ? null : ('kg' as const),
          seconds: l.seconds,
          reps: l.reps,
          ended: l.ended as 'done',
          effort: l.effort,
          pain: l.pain,
          ...(l.details && { details: l.details }),
          deviceAt: null,
          supersedesId: null,
        })),
      )
  }
}

async function insertTests({ em, at }: Scene, a: Member): Promise<void> {
  for (const t of a.sessions) {
    const stamp = { ...at(t.performedOn), recordedAt: new Date(t.performedAt) }
    await em.insert(TestSessionEntity, {
      ...stamp,
      id: t.id,
      athleteId: a.id,
      protocolId: t.protocolId,
      protocolVersion: t.protocolVersion,
      protocolParams: protocolParams(must(protocolById(t.protocolId))),
      unitId: t.unitId,
      measurementId: t.measurementId,
      variant: { ...t.variant },
      performedAt: new Date(t.performedAt),
      performedOn: t.performedOn,
      deviceAt: null,
      conditions: { warm: true, rested: true, skinGood: true, well: true, familiar: false },
      overrideReason: '',
      practice: t.practice,
      note: '',
      importId: null,
    })
    await em.insert(
      TrialEntity,
      t.trials.map((x) => ({
        ...stamp,
        recordedAt: new Date(x.recordedAt),
        id: x.id,
        sessionId: t.id,
        hand: x.hand,
        ordinal: x.ordinal,
        value: x.value,
        enteredValue: x.enteredValue,
        enteredUnit: x.enteredUnit,
        pain: x.pain,
        painWhere: null,
        deviceAt: null,
        supersedesId: null,
        reason: '',
        missed: x.missed ?? false,
        details: x.details ?? {},
      })),
    )
  }
}
