import { expect, it } from 'vitest'
import { counted } from '../../src/units/counted'

it('a number takes its noun', () => {
  expect([0, 1, 2, 1.5].map((n) => counted(n, 'set'))).toEqual([
    ...['0 sets', '1 set', '2 sets', '1.5 sets'],
  ])
  expect([1, 2].map((n) => counted(n, 'waits', 'wait'))).toEqual(['1 waits', '2 wait'])
})
