import { describe, expect, it } from 'vitest'
import { protocolById } from '../../src/catalogue/protocols'
import { oddBeside } from '../../src/testing/odd'
import { kgfToN } from '../../src/units/convert'

const dyno = protocolById('dyno_seated')!
const n = (kg: number) => kgfToN(kg)

describe('a result out of all proportion is asked about', () => {
  it('93.5 kg after 38.2 kg is; 44 after 38.2 is not', () => {
    expect(oddBeside(n(93.5), [n(38.2)], [], dyno)).toBeCloseTo(n(38.2), 6)
    expect(oddBeside(n(44), [n(38.2)], [], dyno)).toBeNull()
    expect(oddBeside(n(3.82), [n(38.2)], [], dyno)).not.toBeNull()
  })
  it('one slip among earlier trials does not make the next good one odd', () => {
    expect(oddBeside(n(38), [n(38.2), n(93.5), n(37.5)], [], dyno)).toBeNull()
  })
  it('the other hand is asked where this one has none yet, and may differ more', () => {
    expect(oddBeside(n(70), [], [n(38)], dyno)).toBeNull()
    expect(oddBeside(n(93.5), [], [n(38)], dyno)).toBeCloseTo(n(38), 6)
    expect(oddBeside(n(93.5), [], [], dyno)).toBeNull()
  })
  it('loads that rise by design are not', () => {
    expect(oddBeside(60, [20], [], protocolById('lift_max')!)).toBeNull()
  })
})
