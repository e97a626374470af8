import { describe, expect, it } from 'vitest'
import { doneAt, oddArrival } from '../../src/testing/clock'

const NOW = Date.parse('2026-11-25T10:00:00Z')
const H = 3_600_000

describe('when something was done', () => {
  it('is what the device noted, set right by how far its clock was ahead', () => {
    expect(doneAt(NOW - 2 * H, null, NOW)).toBe(NOW - 2 * H)
    expect(doneAt(NOW - 2 * H + 3 * H, 3 * H, NOW)).toBe(NOW - 2 * H)
    expect(doneAt(NOW - 5 * H, -3 * H, NOW)).toBe(NOW - 2 * H)
  })
  it('is now where nothing was noted, where it would lie ahead, or more than 400 days back', () => {
    expect(doneAt(null, 3 * H, NOW)).toBe(NOW)
    expect(doneAt(NOW + H, null, NOW)).toBe(NOW)
    expect(doneAt(NaN, null, NOW)).toBe(NOW)
    expect(doneAt(NOW - 401 * 24 * H, null, NOW)).toBe(NOW)
    expect(doneAt(NOW - 399 * 24 * H, null, NOW)).toBe(NOW - 399 * 24 * H)
  })
})

describe('what is odd about when it came', () => {
  it('nothing on the same day by a good clock', () => {
    expect(oddArrival(NOW - 19 * H, NOW, 4 * 60_000)).toBeNull()
    expect(oddArrival(NOW, NOW, null)).toBeNull()
  })
  it('days late, and a clock that was off, are said', () => {
    expect(oddArrival(NOW - 15 * 24 * H, NOW, 0)).toBe('Came 15 days after it was done.')
    expect(oddArrival(NOW, NOW, 3 * H)).toBe(
      'The device\u2019s clock was 3 hours ahead; the time is set right.',
    )
    expect(oddArrival(NOW - 25 * H, NOW, -6 * 60_000)).toBe(
      'Came 1 day after it was done. The device\u2019s clock was 6 minutes behind; the ' +
        'time is set right.',
    )
  })
})
