import { expect, it } from 'vitest'
import { rowOf } from '../../src/units/row'

it('finds a row by its id and refuses an unknown one by name', () => {
  const rows = [
    { id: 'a', v: 1 },
    { id: 'b', v: 2 },
  ] as const
  expect(rowOf(rows, 'b').v).toBe(2)
  expect(() => rowOf(rows, 'c')).toThrow('No row c.')
})
