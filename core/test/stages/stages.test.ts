import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  missingIntake,
  birthDateProblem,
  latestMeasure,
  type BodyMeasurement,
} from '../../src/intake/record'
import { demandProfile } from '../../src/demand/profile'
import { STAGE_RULES, stageStates, type StageFacts } from '../../src/stages/rules'
import { TESTS_STALE_DAYS } from '../../src/catalogue/limits'
import { rosterCall } from '../../src/stages/roster'
import { addDays } from '../../src/units/dates'

const today = '2026-11-25'
const good: StageFacts = {
  today,
  intake: { missing: [], latest: '2026-08-01' },
  demandsSince: '2026-08-02',
  staleDays: 42,
  tests: { last: '2026-11-20', unfinished: false, sessions: 4 },
  plan: { weekStart: '2026-11-23', after: [] },
  floor: { missed: 0, today: false, doneToday: false, last: '2026-11-24' },
}
const state = (facts: Partial<StageFacts>, stage: string) =>
  stageStates({ ...good, ...facts }).find((s) => s.stage === stage)!

describe('stage states', () => {
  it('go stale on the day after six weeks', () => {
    const tests = (days: number) =>
      state({ tests: { ...good.tests, last: addDays(today, -days) } }, 'tests').state
    expect(tests(TESTS_STALE_DAYS)).toBe('done')
    expect(tests(TESTS_STALE_DAYS + 1)).toBe('stale')
  })
  it('are due with what is missing in words', () => {
    expect(
      state({ intake: { missing: ['hand size', 'body mass'], latest: null } }, 'intake'),
    ).toMatchObject({ state: 'due', why: 'Hand size and body mass not taken' })
    expect(state({ tests: { last: null, unfinished: false, sessions: 0 } }, 'tests')).toMatchObject(
      { state: 'due', action: 'Start tests' },
    )
    expect(state({ tests: { ...good.tests, unfinished: true } }, 'tests').word).toBe('Unfinished')
    expect(state({ demandsSince: null }, 'demands').state).toBe('due')
  })
  it(
    'the plan is due when none is there or its week is ' + 'over, stale when tests came after it',
    () => {
      expect(state({ plan: { weekStart: null, after: [] } }, 'plan')).toMatchObject({
        state: 'due',
        why: 'No week planned',
      })
      expect(state({ plan: { weekStart: '2026-11-19', after: [] } }, 'plan').state).toBe('done')
      expect(state({ plan: { weekStart: '2026-11-18', after: [] } }, 'plan').word).toBe('Ended')
      expect(state({ plan: { weekStart: '2026-11-23', after: ['tests'] } }, 'plan').state).toBe(
        'stale',
      )
      // What touches safety is named first.
      expect(
        state({ plan: { weekStart: '2026-11-23', after: ['tests', 'injury'] } }, 'plan').word,
      ).toBe('Before injury')
      expect(
        state({ plan: { weekStart: '2026-11-23', after: ['week', 'demands'] } }, 'plan').word,
      ).toBe('Before demands')
      expect(state({ plan: { weekStart: '2026-11-23', after: ['week'] } }, 'plan').word).toBe(
        'Before week',
      )
    },
  )
  it('the floor is due on the day, stale when a session was missed', () => {
    const floor = (more: Partial<StageFacts['floor']>) =>
      state({ floor: { ...good.floor, ...more } }, 'floor').state
    expect(floor({ today: true })).toBe('due')
    expect(floor({ today: true, doneToday: true })).toBe('done')
    expect(floor({ missed: 1 })).toBe('stale')
  })
  it('review waits for a second test', () => {
    expect(state({ tests: { ...good.tests, sessions: 1 } }, 'review').state).toBe('wait')
    expect(state({ tests: { ...good.tests, sessions: 2 } }, 'review').state).toBe('done')
  })
  it('every rule of the table is on its docs page', () => {
    const page = readFileSync(new URL('../../../docs/stages.md', import.meta.url), 'utf8')
    for (const r of STAGE_RULES)
      expect(page).toMatch(new RegExp(`\\| ${r.stage} \\|[^\\n]*\\| ${r.state} \\| ${r.word} \\|`))
    expect(page.match(/^\| (intake|demands|tests|gaps|plan|floor|review) \|/gm)).toHaveLength(
      STAGE_RULES.length,
    )
  })
})

describe('the roster', () => {
  const call = (facts: Partial<StageFacts>) =>
    rosterCall(stageStates({ ...good, ...facts }), [], [])
  it('asks nothing of an athlete in order', () => expect(call({}).need).toBe('none'))
  it('puts an unfinished test before a stale one, and a due stage among the due', () => {
    expect(call({ tests: { ...good.tests, unfinished: true } })).toMatchObject({
      need: 'act',
      stage: 'tests',
    })
    expect(call({ tests: { ...good.tests, last: '2026-01-01' } })).toMatchObject({
      need: 'due',
      action: 'Book tests',
    })
  })
  it("today's session goes before tests that wait, and readiness low twice before both", () => {
    const today = {
      tests: { ...good.tests, last: '2026-01-01' },
      floor: { ...good.floor, today: true, doneToday: false },
    }
    expect(call(today)).toMatchObject({ stage: 'floor', action: 'Run the session' })
    expect(rosterCall(stageStates({ ...good, ...today }), [], [], [], '2026-11-27').why).toContain(
      'two sessions in a row',
    )
  })
})

describe('intake', () => {
  const m = (
    measure: BodyMeasurement['measure'],
    hand: BodyMeasurement['hand'],
    value: number,
    on = today,
  ): BodyMeasurement => ({ measure, hand, value, on })
  it('is whole with both hands and a body mass', () => {
    const all = [
      m('hand_length', 'left', 190),
      m('hand_length', 'right', 190),
      m('hand_span', 'left', 210),
      m('hand_span', 'right', 210),
      m('body_mass', 'both', 70),
    ]
    expect(missingIntake({ birthDate: '2000-01-01', dominantHand: 'left' }, all)).toEqual([])
    expect(missingIntake({ birthDate: null, dominantHand: null }, all.slice(1, 4))).toEqual([
      'birth date',
      'dominant hand',
      'hand length',
      'body mass',
    ])
    const without = (...gone: number[]) =>
      missingIntake(
        { birthDate: '2000-01-01', dominantHand: 'left' },
        all.filter((_, i) => !gone.includes(i)),
      )
    expect(without(3)).toEqual(['hand span'])
    expect(without(0, 2)).toEqual(['hand size'])
  })
  it('takes the newest measure', () =>
    expect(
      latestMeasure(
        [m('body_mass', 'both', 70, '2026-01-01'), m('body_mass', 'both', 72, '2026-05-01')],
        'body_mass',
        'both',
      )!.value,
    ).toBe(72))
  it('refuses birth dates that cannot be', () => {
    expect(birthDateProblem('2026-11-26', today)).toContain('in the future')
    expect(birthDateProblem('2024-01-01', today)).toContain('2 years old')
    expect(birthDateProblem('2026-13-01', today)).toBe('Not a date.')
    expect(birthDateProblem('2000-02-29', today)).toBeNull()
  })
})

describe('demands', () => {
  it('come most important first, with their emphasis', () => {
    const p = demandProfile('boxer')!
    expect(p.rows.map((r) => r.importance)).toEqual(
      [...p.rows.map((r) => r.importance)].sort((a, b) => b - a),
    )
    expect(p.rows.find((r) => r.quality.id === 'closed')!.emphasis).toEqual([
      { id: 'reactive', share: 0.6 },
      { id: 'max', share: 0.4 },
    ])
    expect(demandProfile('chess')).toBeNull()
  })
})
