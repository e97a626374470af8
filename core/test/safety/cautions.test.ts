import { describe, expect, it } from 'vitest'
import { CAUTIONS } from '../../src/catalogue/cautions'
import { protocolById } from '../../src/catalogue/protocols'
import { activeCautions, blockedBy, judgeBy, missingConditions, type SafetyFacts } from '../../src/safety/cautions'
import { safetyFacts } from '../../src/safety/facts'
import type { Hand } from '../../src/testing/session'

const dyno = protocolById('dyno_seated')!
const hang = protocolById('hang_time')!
const rom = protocolById('rom')!
const none: SafetyFacts = { today: '2026-11-25', birthDate: '2000-01-01', injuries: [], pains: [], symptoms: [], flags: [], recentPain: [], weeksWith: {} }
const ids = (facts: Partial<SafetyFacts>) => activeCautions({ ...none, ...facts }).map((c) => c.caution.id).filter((id) => !['negatives', 'drops', 'restriction', 'new_to_quality', 'negatives_new'].includes(id))
const blocked = (facts: Partial<SafetyFacts>, hand: Hand, protocol = dyno) => blockedBy(judgeBy({ ...none, ...facts }), { kind: 'test', protocol, hand }).map((c) => c.caution.id)

describe('pain, at its limits', () => {
  it.each([[2, []], [3, ['pain_exactly_3']], [4, ['pain_over_3']], [10, ['pain_over_3']], [0, []]] as const)('%s of 10', (pain, expected) => expect(blocked({ pains: [{ hand: 'left', pain }] }, 'left')).toEqual(expected))
  it('stops that hand only; a two-handed test needs both', () => {
    const facts = { pains: [{ hand: 'left' as const, pain: 5 }] }
    expect(blocked(facts, 'right')).toEqual([])
    expect(blocked(facts, 'both', hang)).toEqual(['pain_over_3'])
  })
  it('exactly 3 lets a test that is not maximal go on; over 3 does not', () => {
    expect(blocked({ pains: [{ hand: 'left', pain: 3 }] }, 'left', rom)).toEqual([])
    expect(blocked({ pains: [{ hand: 'left', pain: 4 }] }, 'left', rom)).toEqual(['pain_over_3'])
  })
})

describe('symptoms and injuries', () => {
  it('a symptom stops the hand until a clearance is on record', () => {
    expect(blocked({ symptoms: [{ hand: 'right', symptom: 'tingling', cleared: false }] }, 'right', rom)).toEqual(['stop_symptom'])
    expect(blocked({ symptoms: [{ hand: 'right', symptom: 'tingling', cleared: true }] }, 'right')).toEqual([])
  })
  it.each([['thumb', 'thumb_active'], ['finger_pulley', 'pulley_active'], ['elbow_inner_tendon', 'elbow_inner'], ['elbow_outer_tendon', 'injury_active'], ['wrist', 'injury_active'], ['nerve', 'injury_active']] as const)('an active %s stops maximal tests of that hand', (site, id) => {
    expect(blocked({ injuries: [{ site, side: 'left', status: 'active', cleared: false }] }, 'left')).toContain(id)
    expect(blocked({ injuries: [{ site, side: 'left', status: 'active', cleared: false }] }, 'right')).toEqual([])
    expect(blocked({ injuries: [{ site, side: 'left', status: 'active', cleared: true }] }, 'left')).toEqual([])
    expect(blocked({ injuries: [{ site, side: 'left', status: 'settled', cleared: false }] }, 'left')).toEqual([])
  })
  it('shoulder trouble stops overhead hangs on either side', () => {
    expect(blocked({ injuries: [{ site: 'shoulder', side: 'left', status: 'settling', cleared: false }] }, 'both', hang)).toEqual(['shoulder'])
    expect(blocked({ injuries: [{ site: 'shoulder', side: 'left', status: 'settling', cleared: false }] }, 'right')).toEqual([])
  })
  it('a settled thumb is said once and blocks nothing', () => expect(ids({ injuries: [{ site: 'thumb', side: 'left', status: 'settled', cleared: false }] })).toEqual(['thumb_settled']))
})

describe('age and day', () => {
  it('holds until the day before the 18th birthday; a dynamometer squeeze stays fine', () => {
    expect(ids({ birthDate: '2008-11-26' })).toEqual(['under_18'])
    expect(ids({ birthDate: '2008-11-25' })).toEqual([])
    expect(blocked({ birthDate: '2010-01-01' }, 'left')).toEqual([])
    expect(ids({ birthDate: null })).toEqual([])
  })
  it('unwell turns maximal tests off', () => expect(blocked({ flags: ['unwell'] }, 'left')).toEqual(['unwell']))
  it('restriction is off unless supervised', () => {
    const active = (flags: SafetyFacts['flags']) => activeCautions({ ...none, flags }).some((c) => c.caution.id === 'restriction')
    expect(active([])).toBe(true)
    expect(active(['restriction_supervised'])).toBe(false)
  })
  it('names the conditions not met', () => {
    expect(missingConditions({ warm: true, rested: true, skinGood: true, well: true })).toEqual([])
    expect(missingConditions({ warm: false, rested: true, skinGood: true, well: false })).toEqual(['not warmed up', 'unwell, new medication or poor sleep'])
  })
})

describe('facts from the record', () => {
  const record = { birthDate: '2000-01-01', level: 'trained' as const, healthFlags: [], injuries: [], symptoms: [{ hand: 'left' as const, symptom: 'pop', clearedBy: 'clinic' }] }
  it('a symptom noted in the running test counts once and at once', () => {
    const session = { trials: [{ hand: 'left' as const, pain: 1 }], observations: [{ hand: 'right' as const, pain: null, symptom: 'numbness' }, { hand: 'left' as const, pain: 4, symptom: null }] }
    const facts = safetyFacts(record, '2026-11-25', session)
    expect(facts.symptoms).toEqual([{ hand: 'left', symptom: 'pop', cleared: true }, { hand: 'right', symptom: 'numbness', cleared: false }])
    expect(facts.pains).toEqual([{ hand: 'left', pain: 4 }, { hand: 'left', pain: 1 }])
  })
})

it('every tier is used, and nothing but a notice goes unblocked', () => {
  expect(new Set(CAUTIONS.map((c) => c.tier))).toEqual(new Set(['absolute', 'clearance', 'acknowledge', 'notice']))
})
