import { describe, expect, it } from 'vitest'
import { readKitList } from '../../src/reference/pasteKit'
import { METRIC } from '../../src/units/format'

const read = (text: string) => readKitList(text, METRIC)

describe('a list of implements as a coach writes it', () => {
  it('names kind, size, mass and how many', () => {
    expect(
      read('2 x Pinch block 76 mm\n\nKettlebell\t16 kg\nRolling handle 2 3/8 in\n45 lb dumbbell'),
    ).toEqual([
      { label: 'Pinch block 76 mm', kind: 'block', size: '76 mm', massKg: null, count: 2 },
      { label: 'Kettlebell 16 kg', kind: 'kettlebell', size: null, massKg: 16, count: 1 },
      {
        label: 'Rolling handle 2 3/8 in',
        kind: 'rolling',
        size: '2 3/8 in',
        massKg: null,
        count: 1,
      },
      { label: '45 lb dumbbell', kind: 'dumbbell', size: null, massKg: 20.41165665, count: 1 },
    ])
  })
  it('takes everyday names, and says nothing where nothing is named', () => {
    expect(read('Towel\nGripper\nloading pin').map((l) => l.kind)).toEqual([
      'towel',
      'spring',
      'pin',
    ])
    expect(read('12\n??').map((l) => l.kind)).toEqual([null, null])
  })
  it('reads no more than a list can be', () => {
    expect(read('99 x towel')[0]!.count).toBe(20)
    expect(read('towel\n'.repeat(300))).toHaveLength(100)
  })
})
