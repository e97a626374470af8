import { describe, expect, it } from 'vitest'
import { must } from '../../src/units/must'

describe('what is known to be there', () => {
  it('is given back as it is, nought and an empty text too', () => {
    for (const value of [0, '', false, NaN, [1]]) expect(must(value)).toBe(value)
  })
  it('and is not there, is a fault where it is asked for', () => {
    expect(() => must(undefined)).toThrow('had to be there')
    expect(() => must(null)).toThrow('had to be there')
    expect(() => must([1, 2][2])).toThrow('had to be there')
  })
})
