import { describe, expect, it } from 'vitest'
import { mergeWeeks } from '../../src/plan/merge'
import type { Block } from '../../src/plan/types'

const block = (id: string, sets = 3, day = 0): Block => ({
  id,
  day,
  exerciseId: 'pinch_hold',
  sets,
  dose: 20,
  hands: ['left', 'right'],
  reason: '',
})
const base = [block('a'), block('b'), block('c')]

describe("two coaches' changes of one week", () => {
  it('what only one touched is taken, removals and additions too', () => {
    const m = mergeWeeks(
      base,
      [block('a', 4), block('b'), block('c'), block('mine')],
      [block('a'), block('c'), block('theirs')],
    )
    expect(m.clashes).toEqual([])
    expect(m.blocks.map((b) => [b.id, b.sets]).sort()).toEqual([
      ['a', 4],
      ['c', 3],
      ['mine', 3],
      ['theirs', 3],
    ])
  })
  it('what both changed in another way is named, ours standing; the same change is none', () => {
    const m = mergeWeeks(
      base,
      [block('a', 4), block('b', 5), block('c')],
      [block('a', 4), block('b', 2), block('c')],
    )
    expect(m.clashes.map((c) => [c.ours?.sets, c.theirs?.sets])).toEqual([[5, 2]])
    expect(m.blocks.find((b) => b.id === 'b')!.sets).toBe(5)
  })
  it('removed here and changed there is a clash', () => {
    const m = mergeWeeks(base, [block('b'), block('c')], [block('a', 5), block('b'), block('c')])
    expect(m.clashes).toEqual([{ ours: null, theirs: block('a', 5) }])
    expect(m.blocks.map((b) => b.id)).toEqual(['b', 'c'])
  })
  it('nothing changed is the base', () =>
    expect(mergeWeeks(base, base, base)).toEqual({ blocks: base, clashes: [] }))
})
