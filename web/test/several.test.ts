import { describe, expect, it } from 'vitest'
import { METRIC } from '@mano/core/units/format'
import { readKitList } from '@mano/core/reference/pasteKit'
import { bodyOf, COMMON, kindOf, labels, wantedOf, type Wanted } from '../src/areas/kit/several'

const PLACE = { id: 'u1', measurementId: 'm1', label: 'Block', placeId: 'p1' }

describe('several implements at once', () => {
  it('what is ticked comes first, then each line as often as it says', () => {
    const lines = readKitList('2 x Pinch block 76 mm\nKettlebell 16 kg', METRIC)
    expect(wantedOf(['bar'], lines).map((w) => [w.kind, w.size, w.massKg])).toEqual([
      ['bar', null, null],
      ['block', '76 mm', null],
      ['block', '76 mm', null],
      ['kettlebell', null, 16],
    ])
  })
  it('a line whose kind nobody said is left out', () => {
    const [line] = readKitList('The thing by the door', METRIC)
    expect(line).toMatchObject({ kind: null, count: 1 })
    expect(wantedOf([], [line!])).toEqual([])
    expect(wantedOf([], [{ ...line!, kind: 'towel' }])).toHaveLength(1)
  })
  it('a second of one name gets a number, also where the first is in the hall', () => {
    expect(labels(['Edge', 'Edge', 'Bar'], ['edge'])).toEqual(['Edge 2', 'Edge 3', 'Bar'])
    expect(labels(['Edge 2', 'Edge'], ['Edge'])).toEqual(['Edge 2', 'Edge 3'])
  })
  it('a size goes only with what has one, a mass only with what is loaded by it', () => {
    const sent = (kind: Wanted['kind']) =>
      bodyOf({ kind, label: 'x', size: '60 mm', massKg: 16 }, PLACE, METRIC)
    expect(sent('block')).toMatchObject({ size: 60, sizeUnit: 'mm' })
    expect(sent('kettlebell')).toMatchObject({ massKg: 16 })
    expect(sent('towel')).toMatchObject({ massKg: null })
    for (const id of COMMON) {
      const { measure, load } = kindOf(id)
      expect(sent(id).size === null, id).toBe(measure === 'none' || measure === 'position')
      expect(sent(id).massKg === null, id).toBe(load !== 'plates' && load !== 'own')
    }
  })
  it('a length that cannot be read is left to be measured', () => {
    const w: Wanted = { kind: 'block', label: 'x', size: 'wide', massKg: null }
    expect(bodyOf(w, PLACE, METRIC)).toMatchObject({ size: null, sizeUnit: 'mm' })
  })
})
