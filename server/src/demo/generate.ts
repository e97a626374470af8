import { type DemoUnit, type DemoMeasure, type DemoAthlete, type DemoHall } from './shape'
import { v7 } from 'uuid'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import { isPractice, type TestSession, type Trial } from '@mano/core/testing/session'
import type { Hand } from '@mano/core/catalogue/person'
import type { Place } from '@mano/core/catalogue/places'
import { addDays, ageOn, type LocalDate } from '@mano/core/units/dates'
import { N_PER_KGF } from '@mano/core/units/units'
import { furtherTests } from './further'
import { Seeded } from '@mano/core/units/seeded'
import { STORIES, type Story } from './stories'
import type { Mm } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

/** Weeks of tests in the demo. */
const WEEKS = 16
/**
 * Spread of the trials of one hand and of one hand from day to day, % of its strength: practice
 * estimates, no source.
 */
const TRIAL_CV = 2.4
const DAY_CV_SHARED = 1.2
const DAY_CV_HAND = 0.5

/** The demo hall for a seed and a day; the same seed and day give the same hall. */
export function generateDemo(seed: number, today: LocalDate): DemoHall {
  const random = new Seeded(seed)
  const id = (on: LocalDate) =>
    v7({
      msecs: Date.parse(`${on}T00:00:00Z`),
      random: random.bytes(16),
      seq: Math.floor(random.next() * 2 ** 31),
    })
  const start = addDays(today, -7 * WEEKS)
  const unit = (kind: string, label: string, sizeMm: Mm | null): DemoUnit => ({
    id: id(start),
    measurementId: id(start),
    kind,
    label,
    sizeMm,
    place: 'hall',
  })
  const units = [
    unit('dyno', 'Dynamometer, bench 1', null),
    unit('bar', 'Rig bar, bay 1', 29.5),
    unit('rolling', 'Rolling handle', 60.3),
    unit('block', 'Pinch block', 76),
    unit('edge', 'Edge board, 20 mm', 20),
    ...(
      [
        ['pin', 'Loading pin'],
        ['towel', 'Towels'],
        ['plate', 'Smooth plates'],
        ['farm', 'Carry handles'],
        ['kettlebell', 'Bells'],
        ['dumbbell', 'Dumbbells'],
        ['lever', 'Club, 2 kg'],
        ['band_finger', 'Finger bands'],
        ['band', 'Bands'],
        ['ball', 'Grip ball'],
        ['strap', 'Wrist strap and scale'],
      ] as const
    ).map(([kind, label]) => unit(kind, label, null)),
  ]
  const all = [...units, ...furtherUnits(seed, start)]
  return {
    units: all,
    athletes: STORIES.map((story) => {
      const a = athlete(story, random, id, units, today)
      return {
        ...a,
        sessions: [...a.sessions, ...furtherTests(story, all, seed, today)],
        wraps: wrapsOf(story, all, seed, today),
        kit: all,
      }
    }),
  }
}

/**
 * The rest of the kit room; its own random stream, so that what is added here does not move the
 * tests.
 */
function furtherUnits(seed: number, start: LocalDate): DemoUnit[] {
  const random = new Seeded(seed * 13 + 5)
  const id = () =>
    v7({
      msecs: Date.parse(`${start}T00:00:00Z`),
      random: random.bytes(16),
      seq: Math.floor(random.next() * 2 ** 31),
    })
  const unit = (
    place: Place,
    kind: string,
    label: string,
    sizeMm: Mm | null,
    more: Partial<DemoUnit> = {},
  ): DemoUnit => ({ id: id(), measurementId: id(), kind, label, sizeMm, place, ...more })
  return [
    unit('hall', 'sleeve', 'Sleeve, 50 mm', 50.4),
    unit('hall', 'sleeve', 'Sleeve, 67 mm', 66.7, { wear: 'worn' }),
    unit('hall', 'edge', 'Edge board, 30 mm', 30),
    unit('hall', 'edge', 'Edge board, 10 mm', 10.2),
    unit('hall', 'jacket', 'Jacket cloth', 34),
    unit('hall', 'rope', 'Climbing rope', 38),
    unit('hall', 'hub', 'Hub', 51),
    unit('hall', 'spring', 'Spring, heavy', 70, { handleMm: 19.5, ratingKg: 54.5 }),
    unit('hall', 'spring', 'Spring, light', 68, { handleMm: 19.5 }),
    unit('hall', 'barbell', 'Rack bar', 28.4),
    unit('hall', 'roller', 'Wrist roller', 38),
    unit('hall', 'pinch_gauge', 'Pinch gauge', null),
    unit('home', 'bar', 'Door bar', 32),
    unit('home', 'books', 'Boards', 44),
    unit('home', 'hammer', 'Long hammer', 31),
    unit('home', 'broom', 'Broom and cord', 25),
    unit('home', 'band', 'Home band', null),
    unit('home', 'towel', 'Home towel', 36),
    unit('bag', 'towel', 'Travel towel', 38),
    unit('bag', 'band', 'Travel bands', null),
    unit('bag', 'band_finger', 'Travel finger bands', null),
    unit('bag', 'bag', 'Sports bag', 28),
    unit('bag', 'bottle', 'Bottle', null),
    unit('hall', 'goniometer', 'Goniometer', null),
    unit('hall', 'spring', 'Spring, medium', 70, { handleMm: 19.5, ratingKg: 45.5 }),
    unit('hall', 'spring', 'Spring, stiff', 70.5, { handleMm: 19.5, ratingKg: 63 }),
    unit('hall', 'spring', 'Spring, very stiff', 70, { handleMm: 19.5, ratingKg: 72.5 }),
  ]
}

function wrapsOf(
  story: Story,
  units: readonly DemoUnit[],
  seed: number,
  today: LocalDate,
): DemoAthlete['wraps'] {
  const random = new Seeded(seed * 17 + 9)
  const id = () =>
    v7({
      msecs: Date.parse(`${today}T00:00:00Z`),
      random: random.bytes(16),
      seq: Math.floor(random.next() * 2 ** 31),
    })
  return Object.entries(story.wraps ?? {}).flatMap(([label, gaps]) => {
    const u = must(units.find((x) => x.label === label))
    return (['left', 'right'] as const).map((hand, i) => ({
      id: id(),
      unitId: u.id,
      measurementId: u.measurementId,
      hand,
      gapMm: must(gaps[i]),
    }))
  })
}

type MakeId = (on: LocalDate) => string

function athlete(
  story: Story,
  random: Seeded,
  id: MakeId,
  units: readonly DemoUnit[],
  today: LocalDate,
): Omit<DemoAthlete, 'wraps' | 'kit'> {
  const joined = story.tests ? addDays(today, -7 * WEEKS - 9) : addDays(today, -2)
  const measures: DemoMeasure[] = []
  if (story.tests) {
    for (const [i, hand] of (['left', 'right'] as const).entries()) {
      measures.push({
        id: id(joined),
        measure: 'hand_length',
        hand,
        value: must(story.handLength[i]),
        unit: 'mm',
        on: joined,
      })
      measures.push({
        id: id(joined),
        measure: 'hand_span',
        hand,
        value: must(story.handSpan[i]),
        unit: 'mm',
        on: joined,
      })
    }
    measures.push({
      id: id(joined),
      measure: 'body_mass',
      hand: 'both',
      value: story.massKg,
      unit: 'kg',
      on: joined,
    })
  }
  return {
    id: id(joined),
    story,
    birthDate: birthDate(story.ageYears, today, random),
    joined,
    measures,
    sessions: sessionsOf(story, random, id, units, today),
  }
}

function birthDate(ageYears: number, today: LocalDate, random: Seeded): LocalDate {
  const born = addDays(today, -Math.round(365.25 * ageYears + random.between(20, 330)))
  return ageOn(born, today) === ageYears
    ? born
    : addDays(today, -Math.round(365.25 * (ageYears + 0.5)))
}

function sessionsOf(
  story: Story,
  random: Seeded,
  id: MakeId,
  units: readonly DemoUnit[],
  today: LocalDate,
): TestSession[] {
  const plan = story.tests
  if (!plan) return []
  const lastOn = addDays(today, -plan.lastDaysAgo)
  const count = Math.floor((7 * WEEKS - plan.lastDaysAgo) / plan.everyDays) + 1
  const days = Array.from({ length: count }, (_, i) =>
    addDays(lastOn, -plan.everyDays * (count - 1 - i)),
  )
  const athleteId = ''
  const out: TestSession[] = []
  days.forEach((on, i) => {
    const done = count === 1 ? 1 : i / (count - 1)
    const strong =
      plan.forceKgf *
      (1 + (plan.gainPct / 100) * done) *
      (1 + random.normal(0, DAY_CV_SHARED / 100))
    const behind = plan.leftBehindPct[0] + (plan.leftBehindPct[1] - plan.leftBehindPct[0]) * done
    const level = {
      left: strong * (1 - Math.max(behind, 0) / 100),
      right: strong * (1 + Math.min(behind, 0) / 100),
    }
    const day = {
      left: 1 + random.normal(0, DAY_CV_HAND / 100),
      right: 1 + random.normal(0, DAY_CV_HAND / 100),
    }
    const squeeze = (hand: 'left' | 'right') =>
      Math.round(10 * level[hand] * day[hand] * (1 + random.normal(0, TRIAL_CV / 100))) / 10
    out.push(
      session(
        id,
        athleteId,
        'dyno_seated',
        must(units[0]),
        { position: '2' },
        on,
        i,
        [1, 2, 3].flatMap((n) =>
          (['left', 'right'] as const).map((hand) => ({
            hand,
            ordinal: n,
            entered: squeeze(hand),
            unit: 'kg' as const,
          })),
        ),
      ),
    )
    if (plan.hang && i % 2 === 0) {
      const seconds = Math.round(
        plan.hang.seconds * (1 + (plan.hang.gainPct / 100) * done) * (1 + random.normal(0, 0.05)),
      )
      out.push(
        session(
          id,
          athleteId,
          'hang_time',
          must(units[1]),
          { shoulders: 'active', palms: 'away', addedKg: '0' },
          on,
          i / 2,
          [{ hand: 'both', ordinal: 1, entered: seconds, unit: 's' }],
        ),
      )
    }
  })
  return out
}

function session(
  id: MakeId,
  athleteId: string,
  protocolId: string,
  unit: DemoUnit,
  variant: Record<string, string>,
  on: LocalDate,
  earlier: number,
  tries: readonly { hand: Hand; ordinal: number; entered: number; unit: EntryUnit }[],
): TestSession {
  const protocol = must(protocolById(protocolId))
  const at = protocolId === 'hang_time' ? '17:40' : '17:10'
  const trials: Trial[] = tries.map((t, i) => ({
    id: id(on),
    hand: t.hand,
    ordinal: t.ordinal,
    value: t.unit === 'kg' ? t.entered * N_PER_KGF : t.entered,
    enteredValue: t.entered,
    enteredUnit: t.unit,
    pain: null,
    recordedAt: new Date(Date.parse(`${on}T${at}:00Z`) + i * 40_000).toISOString(),
    struck: null,
    correction: null,
  }))
  return {
    id: id(on),
    athleteId,
    protocolId,
    protocolVersion: protocol.version,
    unitId: unit.id,
    measurementId: unit.measurementId,
    variant,
    performedAt: `${on}T${at}:00.000Z`,
    performedOn: on,
    practice: isPractice(protocol, earlier, false),
    trials,
  }
}
