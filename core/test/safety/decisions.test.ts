import { describe, expect, it } from 'vitest'
import { CAUTIONS, type Caution } from '../../src/catalogue/cautions'
import { EXERCISES, exerciseById } from '../../src/catalogue/exercises'
import { PROTOCOLS, protocolById } from '../../src/catalogue/protocols'
import { QUALITY_IDS } from '../../src/catalogue/qualities'
import { blockedBy, judgeBy, type SafetyFacts } from '../../src/safety/cautions'
import { recentPain, weeksWith } from '../../src/safety/facts'
import type { Hand } from '../../src/testing/session'

const none: SafetyFacts = { today: '2026-10-08', birthDate: '1998-01-01', injuries: [], pains: [], symptoms: [], flags: ['restriction_supervised'], recentPain: [], weeksWith: Object.fromEntries(QUALITY_IDS.map((q) => [q, Infinity])) }

/** Facts that trigger one caution, on the left hand where it has a side. */
function factsFor(c: Caution): Partial<SafetyFacts> {
  const t = c.trigger
  switch (t.kind) {
    case 'symptom': return { symptoms: [{ hand: 'left', symptom: 'pop', cleared: false }] }
    case 'pain': return { pains: [{ hand: 'left', pain: t.from }] }
    case 'recent_pain': return { recentPain: [{ hand: 'left', tissue: 'thumb', last: t.from, before: t.inARow === 2 ? t.from : 0 }] }
    case 'injury': return { injuries: [{ site: t.sites[0]!, side: 'left', status: t.status[0]!, cleared: false }] }
    case 'age': return { birthDate: '2009-01-01' }
    case 'flag': return { flags: t.unless ? [] : ['restriction_supervised', t.flag] }
    case 'new_to_quality': return { weeksWith: {} }
  }
}

const stops = (facts: Partial<SafetyFacts>, what: string, hand: Hand = 'left'): string[] => {
  const judge = judgeBy({ ...none, ...facts })
  const exercise = exerciseById(what)
  return blockedBy(judge, exercise ? { kind: 'exercise', exercise, hand } : { kind: 'test', protocol: protocolById(what)!, hand }).map((a) => a.caution.id)
}

describe('the one function blocks what each caution says', () => {
  it.each(CAUTIONS.filter((c) => c.tier !== 'notice').map((c) => [c.id, c] as const))('%s stops an exercise or a test, and only on its hand', (id, c) => {
    const judge = judgeBy({ ...none, ...factsFor(c) })
    const by = (hand: Hand) => [
      ...EXERCISES.filter((exercise) => blockedBy(judge, { kind: 'exercise', exercise, hand }).some((a) => a.caution.id === id)).map((e) => e.id),
      ...PROTOCOLS.filter((protocol) => blockedBy(judge, { kind: 'test', protocol, hand }).some((a) => a.caution.id === id)).map((p) => p.id),
    ]
    expect(by('left').length).toBeGreaterThan(0)
    if (c.scope === 'hand') expect(by('right')).toEqual([])
    else expect(by('right')).toEqual(by('left'))
    expect(by('both')).toEqual(by('left'))
  })
  it.each(CAUTIONS.filter((c) => c.tier === 'notice').map((c) => [c.id, c] as const))('%s is only said', (id, c) => {
    const judge = judgeBy({ ...none, ...factsFor(c) })
    expect(judge.active.map((a) => a.caution.id)).toContain(id)
    expect(EXERCISES.some((exercise) => blockedBy(judge, { kind: 'exercise', exercise, hand: 'both' }).some((a) => a.caution.id === id))).toBe(false)
  })
  it('nothing stops a healthy adult with experience', () => expect(EXERCISES.filter((exercise) => blockedBy(judgeBy(none), { kind: 'exercise', exercise, hand: 'both' }).length > 0)).toEqual([]))
})

describe('at the limits', () => {
  it('pain exactly 3 leaves light work and stops maximal work; 4 stops the test too', () => {
    const at = (pain: number) => ({ pains: [{ hand: 'left' as const, pain }] })
    expect(stops(at(3), 'edge_light')).toEqual([])
    expect(stops(at(3), 'pinch_max')).toEqual(['pain_exactly_3'])
    expect(stops(at(2), 'pinch_max')).toEqual([])
    expect(stops(at(4), 'dyno_seated')).toEqual(['pain_over_3'])
  })
  it('under 18: no maximal or loaded edges, no negatives, until the birthday itself', () => {
    for (const e of ['edge_lift', 'edge_hang', 'spring_over', 'bfr_light', 'hang_load']) expect(stops({ birthDate: '2008-10-09' }, e), e).toContain('under_18')
    for (const e of ['edge_light', 'hang_dead', 'dyno_seated']) expect(stops({ birthDate: '2008-10-09' }, e), e).toEqual([])
    expect(stops({ birthDate: '2008-10-08' }, 'edge_lift')).toEqual([])
  })
  it('a beginner with a quality for eight weeks, quality by quality', () => {
    const weeks = (n: number) => ({ weeksWith: { ...none.weeksWith, pinch_wide: n } })
    expect(stops(weeks(7), 'pinch_max')).toEqual(['new_to_quality'])
    expect(stops(weeks(8), 'pinch_max')).toEqual([])
    expect(stops(weeks(7), 'roll_max')).toEqual([])
    expect(stops(weeks(0), 'pinch_hold')).toEqual([])
    expect(stops({ weeksWith: {} }, 'spring_over')).toContain('negatives_new')
  })
  it('pain over 3 last time makes that tissue light, on that hand; exactly 3 does not', () => {
    const recent = (last: number, before: number | null = 0) => ({ recentPain: [{ hand: 'left' as const, tissue: 'thumb' as const, last, before }] })
    expect(stops(recent(4), 'pinch_hold')).toEqual(['pain_last_time'])
    expect(stops(recent(3), 'pinch_hold')).toEqual([])
    expect(stops(recent(4), 'thumb_side')).toEqual([])
    expect(stops(recent(4), 'wrist_curl')).toEqual([])
    expect(stops(recent(4, 4), 'pinch_hold')).toEqual(['pain_last_time', 'pain_twice'])
    expect(stops(recent(4, 3), 'pinch_hold')).toEqual(['pain_last_time'])
  })
  it('a clearance lifts what waits for it; a settled thumb blocks nothing', () => {
    const thumb = (status: 'active' | 'settling' | 'settled', cleared = false) => ({ injuries: [{ site: 'thumb' as const, side: 'left' as const, status, cleared }] })
    expect(stops(thumb('active'), 'pinch_hold')).toEqual(['thumb_active'])
    expect(stops(thumb('active', true), 'pinch_hold')).toEqual([])
    expect(stops(thumb('settling'), 'pinch_hold')).toEqual(['thumb_settling'])
    expect(stops(thumb('settled'), 'pinch_hold')).toEqual([])
  })
})

describe('what history says', () => {
  const log = (on: string, pain: number | null, exerciseId = 'pinch_hold', hand: Hand = 'left') => ({ on, pain, exerciseId, hand })
  it('takes the worst of the last two days that loaded a tissue', () => {
    const thumb = recentPain([log('2026-10-01', 5), log('2026-10-03', 1), log('2026-10-03', 4), log('2026-10-05', 0, 'wrist_curl')]).find((r) => r.tissue === 'thumb')
    expect(thumb).toEqual({ hand: 'left', tissue: 'thumb', last: 4, before: 5 })
    expect(recentPain([log('2026-10-01', 2, 'bar_hold', 'both')]).map((r) => r.hand)).toEqual(['left', 'right'])
  })
  it('counts whole weeks from the first set or test of a quality', () => {
    const history = { logs: [log('2026-08-13', 0)], tests: [{ protocolId: 'dyno_seated', performedOn: '2026-08-14' }] }
    expect(weeksWith(history, '2026-10-08')).toEqual({ pinch_wide: 8, crush: 7 })
  })
})
