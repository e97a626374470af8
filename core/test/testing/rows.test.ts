import { describe, expect, it } from 'vitest'
import { testedBy } from '../../src/testing/rows'

const unit = (kind: string, sizeMm: number | null = null) => ({ kind, sizeMm })

describe('what a kit can test', () => {
  it('is nothing without implements, and closing force with a dynamometer', () => {
    expect(testedBy([])).toEqual([])
    expect(testedBy([unit('dyno')])).toContain('crush')
    expect(testedBy([unit('dyno')])).not.toContain('pinch_wide')
  })
  it('follows the width of a block and the kind of the rest', () => {
    expect(testedBy([unit('block', 76)])).toContain('pinch_wide')
    expect(testedBy([unit('block', 76)])).not.toContain('pinch_narrow')
    expect(testedBy([unit('block', 40)])).toContain('pinch_narrow')
    expect(testedBy([unit('hub')])).toContain('claw')
    expect(testedBy([unit('edge', 20)])).toContain('edge')
  })
  it('grows with the kit and never shrinks', () => {
    const kit = [unit('dyno'), unit('bar', 28), unit('edge', 20), unit('block', 76), unit('spring')]
    for (let n = 1; n <= kit.length; n++)
      expect(testedBy(kit.slice(0, n))).toEqual(
        expect.arrayContaining(testedBy(kit.slice(0, n - 1))),
      )
  })
})
