import { describe, expect, it } from 'vitest'
import {
  EMPTY_WEEK,
  frameOfWeek,
  profileChanges,
  sameWeek,
  withCompetitions,
  type Activity,
  type TrainingWeek,
} from '../../src/intake/week'

const activity = (more: Partial<Activity> = {}): Activity => ({
  what: 'Mat',
  at: '17:00',
  minutes: 90,
  handLoad: 2,
  heavyPulls: false,
  straps: false,
  ...more,
})
const week = (tuesday: Activity[], more: Partial<TrainingWeek> = {}): TrainingWeek => ({
  ...EMPTY_WEEK,
  days: EMPTY_WEEK.days.map((d, i) =>
    i === 1 ? { ...d, gripMinutes: 30, activities: tuesday } : d,
  ),
  ...more,
})
const tuesday = (a: Activity[], more: Partial<TrainingWeek> = {}) => frameOfWeek(week(a, more))[1]!

describe('the usual week as the plan sees it', () => {
  it('takes the worst hand load of the day; straps take one step off', () => {
    expect(tuesday([activity(), activity({ handLoad: 1 })]).sportLoad).toBe(2)
    expect(tuesday([activity({ handLoad: 3, straps: true })]).sportLoad).toBe(2)
    expect(tuesday([]).sportLoad).toBe(0)
  })
  it('counts work with the hands on working days only, and never over 3', () => {
    expect(tuesday([activity()], { handWork: 2 }).sportLoad).toBe(3)
    expect(tuesday([activity({ handLoad: 3 })], { handWork: 3 }).sportLoad).toBe(3)
    expect(frameOfWeek(week([], { handWork: 3 })).map((d) => d.sportLoad)).toEqual([
      2, 2, 2, 2, 2, 0, 0,
    ])
    expect(tuesday([activity()], { handWork: 1 }).sportLoad).toBe(2)
  })
  it(
    'places a heavy pull before or after the grip work by the clock; strapped pulls spare ' +
      'the hands',
    () => {
      expect(tuesday([activity({ heavyPulls: true })]).heavyPull).toBe('before')
      expect(tuesday([activity({ heavyPulls: true, at: '19:00' })]).heavyPull).toBe('after')
      expect(tuesday([activity({ heavyPulls: true, at: '19:00', straps: true })]).heavyPull).toBe(
        'none',
      )
    },
  )
  it('keeps the day of a competition free, in its own week only', () => {
    const frame = frameOfWeek(week([]))
    expect(withCompetitions(frame, '2026-10-05', [{ on: '2026-10-06' }])[1]).toMatchObject({
      competition: true,
      minutes: 0,
    })
    expect(withCompetitions(frame, '2026-10-12', [{ on: '2026-10-06' }])).toEqual(frame)
  })
  it('is the same whatever the order of its fields', () => {
    const a = week([activity()])
    const turned = JSON.parse(
      JSON.stringify({
        handWorkNote: a.handWorkNote,
        handWork: a.handWork,
        days: a.days.map((d) => Object.fromEntries(Object.entries(d).reverse())),
      }),
    ) as TrainingWeek
    expect(sameWeek(a, turned)).toBe(true)
    expect(sameWeek(a, week([activity({ minutes: 91 })]))).toBe(false)
  })
})

it('changes of a profile are told in words', () => {
  expect(
    profileChanges(
      { level: 'trained', consent: false, flags: [] },
      { level: 'elite', consent: true, flags: ['blood_pressure'] },
      { level: 'Level', consent: 'Consent', flags: 'Said' },
    ),
  ).toEqual(['Level: trained to elite', 'Consent: no to yes', 'Said: none to blood_pressure'])
  expect(profileChanges({ name: 'A' }, { name: 'A' }, { name: 'Name' })).toEqual([])
})
