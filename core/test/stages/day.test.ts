import { describe, expect, it } from 'vitest'
import { clockOf, dueIn, rosterDay, waitsForCoach } from '../../src/stages/day'
import { type Block } from '../../src/plan/types'
import { EMPTY_DAY, type DayFrame } from '../../src/intake/week'

const block = (day: number, exerciseId: string, more: Partial<Block> = {}): Block => ({
  id: `${day}${exerciseId}`,
  day,
  exerciseId,
  sets: 4,
  dose: 10,
  hands: ['both'],
  reason: '',
  ...more,
})
const frame = (at: Record<number, string>): DayFrame[] =>
  [0, 1, 2, 3, 4, 5, 6].map((d) => ({
    ...EMPTY_DAY,
    minutes: at[d] ? 45 : 0,
    ...(at[d] && { at: at[d] }),
  }))
// Monday 5 October 2026; today is Thursday.
const week = {
  weekStart: '2026-10-05',
  frame: frame({ 0: '17:00', 3: '16:00', 5: '09:00' }),
  blocks: [
    block(0, 'edge_lift'),
    block(3, 'ext_band'),
    block(3, 'hang_dead', { lead: true }),
    block(3, 'wrist_curl'),
    block(5, 'edge_lift'),
  ],
}
const next = { ...week, weekStart: '2026-10-12' }
const today = '2026-10-08'
const of = (done: string[] = [], gone: string[] = [], weeks = [week, next], on = today) =>
  rosterDay(weeks, done, gone, on)

describe("an athlete's day on the roster", () => {
  it('trains today: the hour, the main exercise, and what else there is', () => {
    expect(of(['2026-10-05'])).toMatchObject({
      group: 'today',
      done: false,
      next: {
        on: today,
        at: '16:00',
        main: [{ exerciseId: 'hang_dead', sets: 4, dose: 10 }],
        more: 2,
      },
      week: [
        { on: '2026-10-05', state: 'done' },
        { on: today, state: 'ahead' },
        { on: '2026-10-10', state: 'ahead' },
      ],
    })
    expect(of(['2026-10-05', today]).done).toBe(true)
  })
  it('missed a session: until it is done or let go; the next one is by when to decide', () => {
    const friday = of([], [], [week, next], '2026-10-09')
    expect(friday.group).toBe('missed')
    expect(friday.week.map((s) => s.state)).toEqual(['missed', 'missed', 'ahead'])
    expect(friday.next).toMatchObject({ on: '2026-10-10', at: '09:00' })
    expect(dueIn(friday, '2026-10-09')).toBe(24 * 60 + 9 * 60)
    const gone = of([today], ['2026-10-05'], [week, next], '2026-10-09')
    expect([gone.group, gone.week[0]!.state]).toEqual(['later', 'gone'])
  })
  it('looks into the next planned week where this one is over; without one there is none', () => {
    const sunday = '2026-10-11'
    expect(of([], [], [week, next], sunday).next).toMatchObject({ on: '2026-10-12' })
    expect(of([], [], [week], sunday).next).toBeNull()
    expect(of([], [], [])).toEqual({ group: 'later', done: false, next: null, week: [] })
  })
  it('stands by the clock: today by the hour, then who missed, then the rest by day', () => {
    const missed = of([], [], [{ ...week, blocks: [block(0, 'edge_lift'), block(5, 'edge_lift')] }])
    const later = of([], [], [{ ...week, blocks: [block(5, 'edge_lift')] }])
    const none = of([], [], [])
    const list = [of(), missed, later, none].map((d) => clockOf(d, today))
    expect([...list].sort((a, b) => a - b)).toEqual(list)
    expect(new Set(list).size).toBe(4)
  })
  it('a missed session waits for the coach, a stale test does not', () => {
    const call = { need: 'due' as const, why: '', action: '', alarm: false }
    const missed = of([], [], [week], '2026-10-09')
    expect(waitsForCoach({ ...call, stage: 'floor' }, missed)).toBe(true)
    expect(waitsForCoach({ ...call, stage: 'tests' }, of(['2026-10-05']))).toBe(false)
    expect(waitsForCoach({ ...call, stage: 'review', need: 'act' }, of())).toBe(true)
  })
})
