import { describe, expect, it } from 'vitest'
import type { LogBody } from '@mano/contract/plan'
import type { KitUnit } from '@mano/contract/kit'
import { protocolById, PROTOCOLS } from '@mano/core/catalogue/protocols'
import type { NumberVariant } from '@mano/core/catalogue/setups'
import type { RosterRow } from '@mano/contract/athletes'
import type { Unsent } from '../src/base/outbox'
import { choicesOf, numbersOf, statedNumber, statedText } from '../src/areas/tests/stated'
import { actWord, byWhen, minutesAt } from '../src/areas/roster/words'
import { lineOf, numberOf, withNumber } from '../src/areas/waiting/words'

const METRIC = { mass: 'kg', length: 'mm' } as const
const POUNDS = { mass: 'lb', length: 'in' } as const

describe('what waits, in words', () => {
  const log: LogBody = {
    ...{ id: 'l', planVersionId: 'v', blockId: 'b', exerciseId: 'wrist_curl', hand: 'left' },
    ...{ set: 2, load: 22.5, loadUnit: 'kg', seconds: null, reps: 8, ended: 'done', effort: 7 },
    ...{ pain: null, painWhere: null, deviceAt: null, supersedesId: null, voided: false },
    details: {},
  }
  const waits = (body: Partial<LogBody>): Unsent => ({
    ...{ kind: 'log', athleteId: 'a' },
    body: { ...log, ...body },
  })
  const trial: Unsent = {
    ...{ kind: 'trial', athleteId: 'a', sessionId: 's', value: 407 },
    body: {
      ...{ id: 't', hand: 'right', ordinal: 3, enteredValue: 41.5, enteredUnit: 'kg' },
      ...{
        pain: null,
        painWhere: null,
        deviceAt: null,
        details: {},
        trace: null,
        struck: null,
        missed: false,
      },
    },
  }
  it('a set by its exercise, hand and set, with all that was typed', () => {
    expect(lineOf(waits({}))).toEqual({
      what: 'Wrist curl, let it roll to the fingers, set 2, left',
      value: '22.5 kg, 8 repetitions',
    })
    expect(lineOf(waits({ load: null, reps: null, seconds: 30 })).value).toBe('30 s')
  })
  it('a trial is called a trial, as everywhere', () => {
    expect(lineOf(trial)).toEqual({ what: 'Trial 3, right', value: '41.5 kg' })
  })
  it('the number that can be mended is the load, else repetitions, else seconds', () => {
    expect(numberOf(waits({}))).toEqual({ value: 22.5, unit: 'kg' })
    expect(numberOf(waits({ load: null }))).toEqual({ value: 8, unit: 'repetitions' })
    expect(numberOf(waits({ load: null, reps: null, seconds: 30 }))!.unit).toBe('s')
    expect(numberOf(waits({ load: null, reps: null }))).toBeNull()
    expect(withNumber(waits({}), 25)).toMatchObject({ load: 25, reps: 8 })
    expect(withNumber(waits({ load: null }), 6)).toMatchObject({ load: null, reps: 6 })
    expect(withNumber(trial, 40)).toMatchObject({ enteredValue: 40, ordinal: 3 })
  })
})

describe('numbers a protocol states', () => {
  const kg: NumberVariant = {
    ...PROTOCOLS.flatMap((p) => p.numbers).find((n) => n.unit === 'kg' && !n.auto)!,
    ...{ start: null, limits: [0, 100] },
  }
  const mm: NumberVariant = { ...kg, unit: 'mm', limits: [1, 200] }
  const read = (n: NumberVariant, text: string, units = METRIC as typeof METRIC | typeof POUNDS) =>
    statedNumber(n, text, units, undefined)
  it('are kept in SI, whatever unit they are typed in', () => {
    expect(read(kg, '12.5')).toBe('12.5')
    expect(read(kg, '10', POUNDS)).toBe('4.536')
    expect(read(mm, '2 3/8', POUNDS)).toBe('60.325')
  })
  it('outside their limits, or no number, are nothing', () => {
    expect(read(kg, '101')).toBeNull()
    expect(read(kg, 'many')).toBeNull()
    expect(read(kg, '')).toBeNull()
    expect(read({ ...kg, start: '5' }, ' ')).toBe('5')
  })
  it('of the implement itself come from it', () => {
    const unit = { sizeMm: 48, handleMm: 30 } as KitUnit
    expect(statedNumber({ ...mm, auto: 'size' }, '', METRIC, unit)).toBe('48')
    expect(statedNumber({ ...mm, auto: 'size' }, '', METRIC, undefined)).toBe('0')
  })
  it('are shown again as they would be typed', () => {
    expect(statedText(kg, '4.536', POUNDS)).toBe('10')
    expect(statedText(mm, '60.325', POUNDS)).toBe('2.375')
    expect(statedText(mm, '60.3', METRIC)).toBe('60.3')
    expect(statedText(kg, 'odd', METRIC)).toBe('odd')
  })
  it('are asked for where the implement and the set-up have them', () => {
    for (const p of PROTOCOLS) {
      for (const kind of p.implements)
        for (const v of choicesOf(p, kind))
          expect(!v.kinds || v.kinds.some((k) => k === kind), `${p.id} ${kind} ${v.id}`).toBe(true)
      const asked = numbersOf(p, {})
      expect(asked.every((n) => !n.when)).toBe(true)
      for (const n of p.numbers)
        if (n.when) expect(numbersOf(p, { [n.when.variant]: n.when.option })).toContain(n)
    }
    expect(choicesOf(protocolById('dyno_seated')!, 'dyno').length).toBeGreaterThan(0)
  })
})

describe('what the roster says', () => {
  const TODAY = '2026-10-08'
  const row = (day: Partial<RosterRow['day']>, call: Partial<RosterRow['call']> = {}) =>
    ({
      day: { group: 'today', done: false, next: null, week: [], ...day },
      call: {
        stage: 'plan',
        need: 'due',
        action: 'Plan the week',
        says: '',
        alarm: false,
        ...call,
      },
    }) as unknown as RosterRow
  it('a decision is due before the next session', () => {
    const at = (next: RosterRow['day']['next'], done = false) =>
      byWhen(row({ next, done }), TODAY, minutesAt(`${TODAY}T15:00:00Z`, 'Europe/London'))
    expect(at(null)).toEqual({ by: 'No session is planned', left: null })
    expect(at({ on: TODAY, at: '18:30' } as RosterRow['day']['next'])).toEqual({
      by: 'By 18:30',
      left: expect.stringMatching(/^in 2\sh 30\smin$/) as string,
    })
    expect(at({ on: '2026-10-09', at: null } as RosterRow['day']['next']).left).toBe('tomorrow')
    expect(at({ on: '2026-10-12', at: null } as RosterRow['day']['next']).left).toBe('in 4 days')
    expect(at({ on: TODAY, at: '15:00' } as RosterRow['day']['next']).left).toBe(
      'the hour has come',
    )
  })
  it('the hall’s clock counts, summer and winter', () => {
    expect(minutesAt('2026-10-08T15:00:00Z', 'Europe/London')).toBe(16 * 60)
    expect(minutesAt('2026-12-08T15:00:00Z', 'Europe/London')).toBe(15 * 60)
  })
  it('a missed session is moved or skipped, unless it is today’s or an alarm stands', () => {
    const missed = { group: 'none', week: [{ state: 'missed' }] } as unknown as RosterRow['day']
    const floor = { stage: 'floor', action: 'Run the session' } as const
    expect(actWord(row(missed, floor))).toBe('Move it or skip it')
    expect(actWord(row({ ...missed, group: 'today' }, floor))).toBe('Run the session')
    expect(actWord(row(missed, { ...floor, alarm: true }))).toBe('Run the session')
    expect(actWord(row(missed))).toBe('Plan the week')
  })
})
