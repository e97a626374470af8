import { describe, expect, it } from 'vitest'
import { demandProfile } from '../../src/demand/profile'
import { measuredWrap } from '../../src/hand/wrap'
import { matchAthlete } from '../../src/match/athlete'
import { sameSeries, type Measured } from '../../src/match/measured'
import { rankUnits, wrapFor } from '../../src/match/rank'
import { idealWords, lost, notThese, varietySentence } from '../../src/match/words'
import { judgeBy } from '../../src/safety/judge'
import { athlete, facts, unit } from './people'

const row = (sport: string, q: string) =>
  demandProfile(sport)!.rows.find((r) => r.quality.id === q)!
const one = (sport: string, q: string, u: ReturnType<typeof unit>, who = athlete()) =>
  rankUnits(row(sport, q), [u], who)[0]!
const part = (m: ReturnType<typeof one>, id: string) => m.parts.find((p) => p.id === id)

describe('single parts', () => {
  it('a rig bar cannot be carried, a kettlebell not hung from', () => {
    expect(part(one('carry_strength', 'carry', unit('bar', 30)), 'use')!.says).toBe(
      'cannot be lifted',
    )
    expect(part(one('climber_route', 'hang', unit('kettlebell', 34)), 'use')!.says).toBe(
      'cannot be hung from',
    )
    expect(part(one('carry_strength', 'carry', unit('farm', 30)), 'use')).toBeUndefined()
  })
  it('spin, surface, orientation and wear each leave their share', () => {
    const at = (more: object) => one('grip_contest', 'thick', unit('rolling', 60, more)).mean
    const whole = at({})
    expect(at({ spin: 'friction' })).toBeLessThan(whole)
    expect(at({ surface: 'rubber' })).toBeLessThan(whole)
    expect(at({ orientation: 'upright' })).toBeLessThan(whole)
    expect(at({ wear: 'worn' })).toBeCloseTo(whole * 0.85, 9)
    expect(at({ wear: 'replace' })).toBeCloseTo(whole * 0.4, 9)
  })
  it('a size not measured counts less than the same size measured, and says so', () => {
    const usual = one('grip_contest', 'claw', unit('hub', null))
    expect(part(usual, 'size')!.says).toContain('measure it')
    expect(usual.mean).toBeLessThan(one('grip_contest', 'claw', unit('hub', 50)).mean)
  })
  it('a spring that is not rated is named for training only', () => {
    expect(
      part(one('grip_contest', 'crush', unit('spring', 70, { ratingKg: null })), 'wear')!.says,
    ).toBe('no measured rating: not for tests')
  })
  it('hands that differ are told apart, hands alike once', () => {
    const differ = one(
      'carry_strength',
      'thick',
      unit('sleeve', 67),
      athlete({ wrapOf: (_, hand) => measuredWrap(hand === 'left' ? 2 : 40) }),
    )
    expect(lost(differ).filter((t) => t.startsWith('right hand'))).toHaveLength(1)
    expect(lost(differ).filter((t) => t.startsWith('left hand'))).toHaveLength(0)
    expect(differ.score.left).toBeGreaterThan(differ.score.right)
  })
})

describe('words', () => {
  it("the ideal in the coach's own unit", () =>
    expect(idealWords(row('carry_strength', 'thick'), 'trained', 'in')).toBe(
      'a thick carry handle, 1.89 to 2.05\u00A0in',
    ))
  it('what does the job is never named as training something else', () => {
    const ranked = rankUnits(
      row('grip_contest', 'crush'),
      [unit('spring', 70), unit('dumbbell', 32)],
      athlete(),
    )
    expect(
      notThese(row('grip_contest', 'crush'), ranked).map((n) => n.match.unit.kind.id),
    ).not.toContain('spring')
  })
  it('nothing near is said, not made up', () =>
    expect(
      varietySentence(demandProfile('obstacle_racer')!, [], athlete(), 'in the bag'),
    ).toContain('nothing in the bag comes near them'))
})

describe('the athlete of a match', () => {
  it('takes the newest wrap of a unit and hand, and the newest hand length', () => {
    const who = matchAthlete({
      level: 'trained',
      judge: judgeBy(facts),
      sessions: [],
      wraps: [
        { unitId: 'u', hand: 'left', gapMm: 4 },
        { unitId: 'u', hand: 'left', gapMm: 30 },
      ],
      measurements: [
        { measure: 'hand_length', hand: 'left', value: 180, on: '2026-01-01' },
        { measure: 'hand_length', hand: 'left', value: 182, on: '2026-05-01' },
      ],
    })
    expect(who.wrapOf('u', 'left')).toMatchObject({ gapMm: 4, measured: true })
    expect(who.wrapOf('u', 'right')).toBeNull()
    expect(who.handLengthMm).toEqual({ left: 182, right: null })
    expect(wrapFor(unit('block', 76), 'left', who)).toBeNull()
    expect(wrapFor(unit('bar', 30), 'right', who)).toBeNull()
  })
})

describe('one series or another', () => {
  const base: Measured = {
    sizeMm: 60,
    depthMm: null,
    handleMm: 19.5,
    ratingKg: 40,
    ratedOn: '2026-01-01',
  }
  it.each([
    [{ sizeMm: 60.5 }, true],
    [{ sizeMm: 60.51 }, false],
    [{ sizeMm: 59.5 }, true],
    [{ sizeMm: null }, false],
    [{ depthMm: 12 }, false],
    [{ handleMm: 20.1 }, false],
    [{ ratingKg: 41 }, false],
    [{ ratedOn: '2026-06-01' }, false],
    [{}, true],
  ] as const)('%o stays: %s', (change, stays) => {
    expect(sameSeries(base, { ...base, ...change })).toBe(stays)
  })
})
