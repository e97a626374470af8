import { expect, it } from 'vitest'
import { oneImplement } from '../../src/testday/apart'

const at = (name: string, unitId: string) => ({ name, unitId })

it('an implement stands at one station of a day', () => {
  expect(oneImplement([])).toBeNull()
  expect(oneImplement([at('A', 'd'), at('B', 'e')])).toBeNull()
  expect(oneImplement([at('A', 'd'), at('B', 'e'), at('C', 'd')])).toBe(
    'A and C have one implement: it stands at one station.',
  )
})
