import { expect, it } from 'vitest'
import { typeAhead } from '../src/base/typeAhead'

const NAMES = ['Dynamometer, standing', 'Key and tip pinch', 'Wrist braces', 'Wrist extension hold']

it('a letter goes to the first name after what is chosen, and again to the next', () => {
  let now = 0
  const go = typeAhead(() => now)
  expect(go('w', NAMES, 0)).toBe(2)
  now += 100
  expect(go('W', NAMES, 2)).toBe(3)
  now += 100
  expect(go('w', NAMES, 3)).toBe(2)
})

it('letters typed together are one beginning; after a pause a new one begins', () => {
  let now = 0
  const go = typeAhead(() => now)
  expect(go('w', NAMES, -1)).toBe(2)
  for (const c of 'rist ') {
    now += 100
    expect(go(c, NAMES, 2)).toBe(2)
  }
  now += 100
  expect(go('e', NAMES, 2)).toBe(3)
  now += 900
  expect(go('k', NAMES, 3)).toBe(1)
})

it('what begins no name chooses nothing', () => {
  expect(typeAhead(() => 0)('x', NAMES, 1)).toBe(-1)
  expect(typeAhead(() => 0)('x', [], -1)).toBe(-1)
})
