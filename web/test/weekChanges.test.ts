import { describe, expect, it } from 'vitest'
import type { Block } from '@mano/core/plan/types'
import { changesOf } from '../src/areas/plan/weekChanges'

const block = (day: number, exerciseId: string, sets = 3): Block => ({
  id: `${day}${exerciseId}`,
  ...{ day, exerciseId, sets, dose: 10, hands: ['left', 'right'], reason: '' },
})
const kinds = (from: Block[], to: Block[]) =>
  changesOf(from, to).map((c) => [c.kind, c.says.split(':')[0]])

describe('what comes, goes and changes from one week to another', () => {
  const week = [block(0, 'pinch_hold'), block(3, 'wrist_curl')]
  it('nothing where the weeks are the same, whatever their ids and reasons', () => {
    const again = week.map((b) => ({ ...b, id: `other ${b.id}`, reason: 'another' }))
    expect(changesOf(week, again)).toEqual([])
  })
  it('an exercise that is moved goes from one day and comes on the other', () => {
    expect(kinds(week, [block(0, 'pinch_hold'), block(4, 'wrist_curl')])).toEqual([
      ['gone', 'Thu'],
      ['new', 'Fri'],
    ])
  })
  it('other sets are a change of what is there, said as they were and as they are', () => {
    const [change] = changesOf(week, [block(0, 'pinch_hold', 4), block(3, 'wrist_curl')])
    expect(change).toMatchObject({ kind: 'changed' })
    expect(change!.says).toMatch(/^Mon: Pinch .*, 3 .* becomes 4 /)
  })
  it('an exercise nobody knows any more keeps its id for a name', () => {
    expect(changesOf([block(1, 'gone_by')], [])[0]!.says).toMatch(/^Tue: gone_by, 3 /)
  })
})
