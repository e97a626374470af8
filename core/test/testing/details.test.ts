import { describe, expect, it } from 'vitest'
import { asSetUp, protocolById, protocolOf } from '../../src/catalogue/protocols'
import { SINGLE_RULES } from '../../src/catalogue/setups'
import { detailsProblem, detailWords } from '../../src/testing/details'
import { readSession, sameSeries, seriesKey, type Trial } from '../../src/testing/session'
import { readTrialValue, resultSi } from '../../src/testing/value'
import { rowsOf } from '../../src/testing/rows'

const p = (id: string) => protocolById(id)!

describe('what is kept beside a trial', () => {
  it('a carry has its time and drops, in limits, and nothing else', () => {
    const carry = p('carry_test')
    expect(detailsProblem(carry, 'farm', { seconds: 42, drops: 1 }, false)).toBeNull()
    expect(detailsProblem(carry, 'farm', { drops: 1 }, false)).toBe('Time is missing.')
    expect(detailsProblem(carry, 'farm', { seconds: 0, drops: 0 }, false)).toBe(
      'Time is 1 to 1200 s.',
    )
    expect(detailsProblem(carry, 'farm', { seconds: Number.NaN, drops: 0 }, false)).toContain(
      'Time is',
    )
    expect(detailsProblem(carry, 'farm', { seconds: 42, drops: 0, colour: 'red' }, false)).toBe(
      'colour is not kept with Carry.',
    )
    expect(detailWords(carry, 40, { seconds: 32, drops: 1 }, [30, 30])).toBe(
      '0:32, 1 drop, 1.25\u00A0m/s, 2400\u00A0kg·m',
    )
  })
  it('a single is clean when every line of its implement is ticked, and only then', () => {
    const single = p('single_max')
    for (const kind of single.implements)
      expect(SINGLE_RULES[kind]!.length, kind).toBeGreaterThan(2)
    expect(detailsProblem(single, 'hub', { checks: [...SINGLE_RULES['hub']!] }, false)).toBeNull()
    expect(detailsProblem(single, 'hub', { checks: [...SINGLE_RULES['hub']!] }, true)).toContain(
      'that lift was clean',
    )
    expect(
      detailsProblem(single, 'hub', { checks: SINGLE_RULES['hub']!.slice(1) }, true),
    ).toBeNull()
    expect(
      detailsProblem(single, 'hub', { checks: SINGLE_RULES['hub']!.slice(1) }, false),
    ).toContain('every line')
    expect(
      detailsProblem(single, 'hub', { checks: ['No fingers under the block'] }, true),
    ).toContain('not the one')
    expect(detailsProblem(single, 'hub', {}, true)).toContain('not the one')
  })
  it('a close names its spring and what its insert adds', () => {
    expect(
      detailsProblem(p('spring_bracket'), 'spring', { unitId: 'u', insertKg: 2 }, false),
    ).toBeNull()
    expect(detailsProblem(p('spring_bracket'), 'spring', {}, false)).toContain('which spring')
    expect(
      detailsProblem(p('spring_bracket'), 'spring', { unitId: 'u', insertKg: 99 }, false),
    ).toContain('0 to 30')
  })
})

describe('a protocol as its choices make it', () => {
  it(
    'pull-ups on towels are counted, hangs are timed; a band opened is counted, a sensor ' +
      'is read',
    () => {
      expect(asSetUp(p('towel_test'), {})).toMatchObject({
        unit: 's',
        entry: 'clock',
        rows: [{ measure: 'sustained' }],
      })
      expect(asSetUp(p('towel_test'), { count: 'reps' })).toMatchObject({
        unit: 'count',
        entry: 'value',
        rows: [{ measure: 'repeated' }],
      })
      expect(rowsOf(asSetUp(p('finger_open'), { count: 'reps' }), { variant: {} })).toEqual([
        { quality: 'finger_ext', measure: 'sustained' },
      ])
      expect(asSetUp(p('girth'), { site: 'thumb_pumped' }).measures).toEqual(['thumb_pumped'])
      expect(protocolOf({ protocolId: 'nothing', variant: {} })).toBeUndefined()
    },
  )
  it(
    'torque is force x distance; a hung mass counts by its weight (1 kgf = 9.80665 N ' + 'exactly)',
    () => {
      const lever = p('lever_torque')
      expect(resultSi(2, 'kg', lever, { armMm: '500' })).toBeCloseTo(9.80665, 9)
      expect(resultSi(20, 'N', p('wrist_max'), { armMm: '90' })).toBeCloseTo(1.8, 9)
      expect(resultSi(1.8, 'N m', p('wrist_max'), { armMm: '90' })).toBe(1.8)
      expect(resultSi(2, 'kg', lever, {})).toBeNull()
      const slip = readTrialValue('400', 'kg', lever, { armMm: '500' })
      expect(slip).toMatchObject({ ok: false, reason: 'too-high' })
      expect(!slip.ok && slip.message).toBe('400 kg is over 12.2 kg, more than this test takes.')
    },
  )
})

describe('what makes one series', () => {
  const setup = (protocolId: string, variant: Record<string, string>, unitId = 'u') => ({
    protocolId,
    protocolVersion: 1,
    unitId,
    measurementId: `m${unitId}`,
    variant,
  })
  it(
    'a choice left at its first option is as good as never asked; any other is another ' + 'series',
    () => {
      const plain = seriesKey(
        'a',
        setup('hang_time', { shoulders: 'active', palms: 'away', addedKg: '0' }),
        'both',
      )
      expect(seriesKey('a', setup('hang_time', {}), 'both')).toBe(plain)
      expect(seriesKey('a', setup('hang_time', { chalk: 'none' }), 'both')).not.toBe(plain)
      expect(seriesKey('a', setup('hang_time', { thumb: 'off' }), 'both')).not.toBe(plain)
    },
  )
  it('springs of one spread and handle are one series, another set width is another', () => {
    const one = seriesKey(
      'a',
      setup('spring_bracket', { set_width: 'card', spreadMm: '70', handleMm: '19.5' }),
      'left',
    )
    expect(
      seriesKey(
        'a',
        setup('spring_bracket', { set_width: 'card', spreadMm: '70', handleMm: '19.5' }, 'other'),
        'left',
      ),
    ).toBe(one)
    expect(
      seriesKey(
        'a',
        setup('spring_bracket', { set_width: 'mid', spreadMm: '70', handleMm: '19.5' }),
        'left',
      ),
    ).not.toBe(one)
    expect(
      seriesKey(
        'a',
        setup('spring_bracket', { set_width: 'card', spreadMm: '76', handleMm: '19.5' }),
        'left',
      ),
    ).not.toBe(one)
  })
  it(
    "help of one hand counts for that hand's series alone, and unlike help leaves the " +
      'hands without a verdict',
    () => {
      const of = (l: string, r: string, hand: 'left' | 'right' | 'pair') =>
        seriesKey('a', setup('hang_one', { helpLeftKg: l, helpRightKg: r }), hand)
      expect(of('20', '15', 'left')).toBe(of('20', '10', 'left'))
      expect(of('20', '15', 'right')).not.toBe(of('20', '10', 'right'))
      expect(of('20', '15', 'pair')).not.toBe(of('20', '10', 'pair'))
      const t = (hand: 'left' | 'right'): Trial => ({
        id: hand,
        hand,
        ordinal: 1,
        value: 12,
        enteredValue: 12,
        enteredUnit: 's',
        pain: null,
        recordedAt: '',
        struck: null,
        correction: null,
      })
      expect(
        readSession(p('hang_one'), [t('left'), t('right')], { helpLeftKg: '20', helpRightKg: '15' })
          .verdict,
      ).toEqual({ kind: 'unknown', reason: 'loads-differ' })
      expect(
        readSession(p('hang_one'), [t('left'), t('right')], { helpLeftKg: '20', helpRightKg: '20' })
          .verdict,
      ).toEqual({ kind: 'unknown', reason: 'error-not-known' })
    },
  )
})

describe('the same series', () => {
  const at = (variant: Record<string, string>, measurementId = 'm1') => ({
    protocolId: 'dyno_seated',
    protocolVersion: 1,
    unitId: 'u',
    measurementId,
    variant,
  })
  it(
    'leaves out another handle position and another measurement, and takes the usual ' +
      'choice said or not',
    () => {
      const all = [
        at({ position: '2' }),
        at({}),
        at({ position: '3' }),
        at({ position: '2' }, 'm2'),
      ]
      expect(sameSeries(all, at({ position: '2' }), 'left')).toEqual([all[0], all[1]])
    },
  )
})
