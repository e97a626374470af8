import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CAUTIONS, DAY_FLAGS, SYMPTOMS } from '../../src/catalogue/cautions'
import { EXERCISES, exerciseById } from '../../src/catalogue/exercises'
import { HEALTH_QUESTIONS } from '../../src/catalogue/health'
import { PROTOCOLS, protocolById } from '../../src/catalogue/protocols'
import { QUALITY_IDS } from '../../src/catalogue/qualities'
import { INJURY_SITES, TISSUES } from '../../src/catalogue/tissues'
import type { Subject } from '../../src/safety/act'
import { judgeAct, judgeBy, type ActClass } from '../../src/safety/judge'
import type { SafetyFacts } from '../../src/safety/triggers'
import { afterReasons, openAsks, reasonKey, recorded } from '../../src/safety/reasons'
import type { Hand } from '../../src/catalogue/person'
import { before, health, injury, ROWS, today } from './rows'
import { WELL } from './well'

/** An act in short: an exercise, or `protocol@implement`, `+20` for load added. */
function act(short: string, hand: Hand = 'left'): Subject {
  const [name, added] = short.split('+')
  const [id, implementKind] = name!.split('@')
  const more = { hand, ...(added && { addedKg: Number(added) }) }
  return implementKind
    ? { kind: 'test', protocol: protocolById(id!)!, implementKind, ...more }
    : { kind: 'exercise', exercise: exerciseById(id!)!, ...more }
}
const is = (facts: Partial<SafetyFacts>, short: string, hand: Hand = 'left'): ActClass =>
  judgeAct(judgeBy({ ...WELL, ...facts }), act(short, hand)).class

const ACTS: readonly Subject[] = [
  ...EXERCISES.map((exercise): Subject => ({ kind: 'exercise', exercise, hand: 'left' })),
  ...PROTOCOLS.flatMap((protocol) =>
    protocol.implements.flatMap((implementKind): Subject[] => [
      { kind: 'test', protocol, hand: 'left', implementKind },
      { kind: 'test', protocol, hand: 'left', implementKind, addedKg: 20 },
    ]),
  ),
]
const RANK: Readonly<Record<ActClass, number>> = { free: 0, ask: 1, stop: 2 }
const words = (list: string | undefined) => (list ?? '').split(' ').filter(Boolean)

describe('every caution against every act', () => {
  it('each caution has its row here, and each row its caution', () =>
    expect(Object.keys(ROWS).sort()).toEqual(CAUTIONS.map((c) => c.id).sort()))
  it.each(Object.entries(ROWS))('%s', (id, row) => {
    const judge = judgeBy({ ...WELL, ...row.facts })
    expect(judge.active.map((a) => a.caution.id)).toContain(id)
    for (const class_ of ['stop', 'ask', 'free'] as const)
      for (const short of words(row[class_]))
        expect(is(row.facts, short), `${short} is ${class_}`).toBe(class_)
    const caution = CAUTIONS.find((c) => c.id === id)!
    const speaks = ACTS.filter((s) =>
      judgeAct(judge, s).findings.some((f) => f.caution.id === id && f.class !== 'free'),
    )
    expect(speaks.length > 0, 'says something of some act').toBe(
      caution.gates.some((g) => g.tier !== 'notice'),
    )
    // Only its own hand; a two-handed act needs both.
    for (const s of ACTS) {
      const of = (hand: Hand) =>
        judgeAct(judge, { ...s, hand })
          .findings.filter((f) => f.caution.id === id && f.class !== 'free')
          .map((f) => f.class)
      if (caution.scope === 'hand' && !(s.kind === 'exercise' && s.exercise.usesBoth))
        expect(of('right'), s.kind).toEqual([])
      if (caution.scope === 'athlete') expect(of('right')).toEqual(of('left'))
      expect(of('both')).toEqual(of('left'))
    }
  })
  it('the class is the strictest of all that apply, and the strictest is named first', () => {
    const judge = judgeBy({
      ...WELL,
      ageYears: 16,
      guardianConsent: true,
      ...before(6, 1),
      ...injury('skin', 'active'),
    })
    for (const s of ACTS) {
      const { class: c, findings } = judgeAct(judge, s)
      expect(RANK[c]).toBe(Math.max(0, ...findings.map((f) => RANK[f.class])))
      expect(findings.map((f) => RANK[f.class])).toEqual(
        [...findings.map((f) => RANK[f.class])].sort((a, b) => b - a),
      )
    }
  })
  it('a healthy adult with experience meets nothing but what always asks', () => {
    const judge = judgeBy(WELL)
    expect(
      ACTS.filter((s) => judgeAct(judge, s).class !== 'free').map((s) =>
        s.kind === 'exercise' ? s.exercise.id : s.protocol.id,
      ),
    ).toEqual(['spring_over', 'bfr_light'])
  })
})

describe('at the limits', () => {
  it.each([
    [17, 'stop'],
    [18, 'free'],
  ] as const)('%s years', (ageYears, class_) =>
    expect(is({ ageYears, guardianConsent: true }, 'lift_max@edge')).toBe(class_),
  )
  it.each([
    [2, 'free'],
    [3, 'ask'],
    [4, 'stop'],
    [6, 'stop'],
    [7, 'stop'],
  ] as const)('pain %s today and a maximal test', (pain, class_) =>
    expect(is(today(pain), 'dyno_seated@dyno')).toBe(class_),
  )
  it.each([
    [6, 'free'],
    [7, 'stop'],
  ] as const)('pain %s and the range of motion', (pain, class_) =>
    expect(is(today(pain), 'rom@goniometer')).toBe(class_),
  )
  it.each([
    [7.9, 'ask'],
    [8, 'free'],
  ] as const)('%s weeks of a quality', (weeks, class_) =>
    expect(is({ experience: [{ quality: 'pinch_wide', family: null, weeks }] }, 'pinch_max')).toBe(
      class_,
    ),
  )
  it.each([
    [13, 'ask'],
    [14, 'free'],
  ] as const)('pain 5 %s days ago', (days, class_) =>
    expect(is(before(5, days), 'pinch_hold')).toBe(class_),
  )
  it.each([
    [364, 'stop'],
    [365, 'free'],
  ] as const)('an injury entered as settled, %s days old', (days, class_) =>
    expect(is(injury('thumb', 'settled', null, days), 'pinch_max')).toBe(class_),
  )
  it('weeks on another implement family count for nothing', () =>
    expect(is({ experience: [{ quality: 'edge', family: 'pinch', weeks: 40 }] }, 'edge_hang')).toBe(
      'ask',
    ))
  it('two sessions in a row at 4 do not lapse; one that went well ends both', () => {
    expect(is(before(4, 40, 60), 'pinch_max')).toBe('stop')
    expect(
      is(
        {
          earlier: [
            ...before(4, 40, 60).earlier,
            { hand: 'left', tissues: ['thumb'], pain: 0, daysAgo: 20, cleared: null },
          ],
        },
        'pinch_max',
      ),
    ).toBe('free')
  })
  it('a clearance lifts as far as it goes, and no further', () => {
    expect(is(injury('finger_pulley', 'settling', 'light'), 'edge_light')).toBe('free')
    expect(is(injury('finger_pulley', 'settling', 'light'), 'hang_dead')).toBe('stop')
    expect(is(injury('finger_pulley', 'settling', 'moderate'), 'hang_dead')).toBe('free')
    expect(is(injury('finger_pulley', 'settling', 'moderate'), 'edge_repeat')).toBe('stop')
    expect(is(health('heart', 'moderate'), 'wrist_curl')).toBe('free')
    expect(is(health('heart', 'moderate'), 'pinch_max')).toBe('stop')
  })
})

describe('reasons', () => {
  const verdict = (facts: Partial<SafetyFacts>, short: string) =>
    judgeAct(judgeBy({ ...WELL, ...facts }), act(short))
  it('one reason answers all asks and names them; a stop is never covered', () => {
    const v = verdict({ ...injury('skin', 'active'), flags: ['heavy_pull_later'] }, 'towel_hang')
    expect(v.class).toBe('ask')
    const given = v.findings.map(reasonKey)
    expect(afterReasons(v, given)).toBe('free')
    expect(recorded(v)).toBe('record')
    expect(recorded(v, given)).toBe('free')
    const stop = verdict({ ageYears: 15 }, 'edge_hang')
    expect(afterReasons(stop, stop.findings.map(reasonKey))).toBe('stop')
  })
  it('new pain, another injury or a further caution asks again', () => {
    const given = verdict(today(3), 'dyno_seated@dyno').findings.map(reasonKey)
    expect(
      openAsks(
        verdict({ pains: [...today(3).pains, ...today(3).pains] }, 'dyno_seated@dyno'),
        given,
      ),
    ).toHaveLength(1)
    expect(
      openAsks(verdict({ ...today(3), flags: ['unwell'] }, 'dyno_seated@dyno'), given).map(
        (f) => f.caution.id,
      ),
    ).toEqual(['unwell'])
    expect(
      openAsks(
        verdict(before(5, 2), 'pinch_hold'),
        verdict(before(5, 6), 'pinch_hold').findings.map(reasonKey),
      ),
    ).toHaveLength(1)
  })
})

describe('a law: nothing that is added makes anything freer', () => {
  const side = fc.constantFrom('left' as const, 'right' as const, 'both' as const)
  const cleared = fc.constantFrom(null, 'light' as const, 'moderate' as const, 'all' as const)
  const tissues = fc.option(
    fc.subarray(
      TISSUES.map((t) => t.id),
      { minLength: 1 },
    ),
    { nil: null },
  )
  const anInjury = fc.record({
    site: fc.constantFrom(...INJURY_SITES.map((s) => s.id)),
    side,
    status: fc.constantFrom('active' as const, 'settling' as const, 'settled' as const),
    cleared,
    daysAgo: fc.constantFrom(0, 30, 364, 365, 900),
  })
  const symptom = fc.record({
    hand: side,
    symptom: fc.constantFrom(...SYMPTOMS.map((s) => s.id)),
    cleared,
  })
  const pain = fc.record({ hand: side, tissues, pain: fc.integer({ min: 4, max: 10 }) })
  const earlier = fc.record({
    hand: side,
    tissues,
    pain: fc.integer({ min: 4, max: 10 }),
    daysAgo: fc.integer({ min: 1, max: 40 }),
    cleared,
  })
  const yes = fc.record({ id: fc.constantFrom(...HEALTH_QUESTIONS.map((q) => q.id)), cleared })
  const flag = fc.constantFrom(
    ...DAY_FLAGS.map((f) => f.id).filter((f) => f !== 'restriction_supervised'),
  )
  const base = fc.record({
    today: fc.constant('2026-10-08'),
    ageYears: fc.constantFrom(null, 15, 17, 18, 40),
    guardianConsent: fc.boolean(),
    health: fc.option(fc.array(yes, { maxLength: 2 }), { nil: null }),
    injuries: fc.array(anInjury, { maxLength: 2 }),
    symptoms: fc.array(symptom, { maxLength: 1 }),
    pains: fc.array(pain, { maxLength: 2 }),
    earlier: fc.array(
      fc.record({
        hand: side,
        tissues,
        pain: fc.integer({ min: 0, max: 10 }),
        daysAgo: fc.integer({ min: 1, max: 40 }),
        cleared,
      }),
      { maxLength: 4 },
    ),
    flags: fc.subarray(DAY_FLAGS.map((f) => f.id)),
    experience: fc.array(
      fc.record({
        quality: fc.constantFrom(...QUALITY_IDS),
        family: fc.constant(null),
        weeks: fc.integer({ min: 0, max: 60 }),
      }),
      { maxLength: 4 },
    ),
  })
  const more = fc.oneof(
    anInjury.map((x) => (f: SafetyFacts): SafetyFacts => ({ ...f, injuries: [...f.injuries, x] })),
    symptom.map((x) => (f: SafetyFacts): SafetyFacts => ({ ...f, symptoms: [...f.symptoms, x] })),
    pain.map((x) => (f: SafetyFacts): SafetyFacts => ({ ...f, pains: [...f.pains, x] })),
    earlier.map((x) => (f: SafetyFacts): SafetyFacts => ({ ...f, earlier: [...f.earlier, x] })),
    yes.map(
      (x) =>
        (f: SafetyFacts): SafetyFacts =>
          f.health === null ? f : { ...f, health: [...f.health, x] },
    ),
    flag.map((x) => (f: SafetyFacts): SafetyFacts => ({ ...f, flags: [...f.flags, x] })),
  )
  it('for any athlete and any act', () => {
    fc.assert(
      fc.property(base, more, fc.constantFrom(...ACTS), side, (facts, add, subject, hand) => {
        const s = { ...subject, hand }
        expect(RANK[judgeAct(judgeBy(add(facts)), s).class]).toBeGreaterThanOrEqual(
          RANK[judgeAct(judgeBy(facts), s).class],
        )
      }),
      { numRuns: 4000 },
    )
  })
})
