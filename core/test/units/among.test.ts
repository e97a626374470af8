import { describe, expect, it } from 'vitest'
import { entriesOf, isAmong, keysOf, madeOf, noneOr, oneOf } from '../../src/units/among'
import { halves, parsed } from '../../src/units/parse'

const HANDS = ['left', 'right', 'both'] as const

describe('what somebody picked', () => {
  it('is one of the list, whatever it was before it was looked at', () => {
    expect(HANDS.map((h) => isAmong(HANDS, h))).toEqual([true, true, true])
    expect([null, undefined, '', 'Left', 0].map((x) => isAmong(HANDS, x))).toEqual(
      Array.from({ length: 5 }, () => false),
    )
  })
  it('is refused where it is not, and named', () => {
    expect(oneOf(HANDS, 'left')).toBe('left')
    expect(oneOf([0, 1, 2, 3], Number('2'))).toBe(2)
    expect(() => oneOf(HANDS, 'foot')).toThrow('Not one of the choices: foot')
    // A number and its text are two things.
    expect(() => oneOf([1, 2], '2')).toThrow()
  })
  it('may be nothing where nothing was picked', () => {
    expect([noneOr(HANDS, ''), noneOr(HANDS, null), noneOr(HANDS, 'both')]).toEqual([
      null,
      null,
      'both',
    ])
    expect(() => noneOr(HANDS, 'foot')).toThrow()
  })
})

describe('objects whose keys are known', () => {
  const loads = { left: 12.5, right: 15 }
  it('give their keys and values in their order', () => {
    expect(keysOf(loads)).toEqual(['left', 'right'])
    expect(entriesOf(loads)).toEqual([
      ['left', 12.5],
      ['right', 15],
    ])
  })
  it('are made of every key once', () => {
    expect(madeOf(HANDS, (h, i) => `${h} ${i}`)).toEqual({
      left: 'left 0',
      right: 'right 1',
      both: 'both 2',
    })
  })
})

describe('text of this program’s own', () => {
  it('is read again as it was written; nothing is null', () => {
    expect(parsed<{ a: number }>('{"a":1}')).toEqual({ a: 1 })
    expect([parsed(null), parsed(undefined)]).toEqual([null, null])
    expect(() => parsed('{')).toThrow()
  })
  it('falls into halves at its first mark', () => {
    expect(halves('exercise:edge_hang', ':')).toEqual(['exercise', 'edge_hang'])
    expect(halves('a -> b -> c', ' -> ')).toEqual(['a', 'b -> c'])
    expect(() => halves('none', ':')).toThrow('No : in none.')
  })
})
