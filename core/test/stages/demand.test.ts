import { describe, expect, it } from 'vitest'
import { SPORTS } from '../../src/catalogue/sports'
import { QUALITY_OBJECTS, SPORT_OBJECTS } from '../../src/catalogue/objects'
import {
  copyAsSource,
  defaultRow,
  demandProfile,
  shippedSource,
  type DemandSet,
} from '../../src/demand/profile'

const two = (a: number, b: number, edits: DemandSet['edits'] = []): DemandSet => ({
  sources: [
    { id: 'boxer', weight: a },
    { id: 'climber_boulder', weight: b },
  ],
  edits,
})
const row = (set: DemandSet | string, q: string) =>
  demandProfile(set)?.rows.find((r) => r.quality.id === q)

describe('demands of several sports', () => {
  it('are the mean by weight, absent counting as nothing', () => {
    // Edge: 5 for the climber, absent for the boxer.
    expect(row(two(1, 1), 'edge')!.importance).toBe(2.5)
    expect(row(two(3, 1), 'edge')!.importance).toBe(1.3)
    // Catch: 5 and 4.
    expect(row(two(1, 1), 'catch')!.importance).toBe(4.5)
  })
  it('do not change when all weights grow alike, nor with the order of sports', () => {
    expect(demandProfile(two(2, 6))).toEqual(demandProfile(two(1, 3)))
    expect(demandProfile({ sources: [...two(1, 3).sources].reverse(), edits: [] })!.rows).toEqual(
      demandProfile(two(1, 3))!.rows,
    )
  })
  it('keep both objects, the heavier first, and shares of emphasis that sum to 1', () => {
    expect(row(two(1, 1), 'catch')!.objects.map((o) => o.contact)).toEqual(['ball', 'edge'])
    for (const r of demandProfile(two(1, 2))!.rows)
      expect(r.emphasis.reduce((a, e) => a + e.share, 0)).toBeCloseTo(1, 9)
  })
  it('one sport alone is that sport; an unknown one, or no weight, is none', () => {
    expect(demandProfile('boxer')!.rows.find((r) => r.quality.id === 'closed')!.importance).toBe(4)
    expect(demandProfile('chess')).toBeNull()
    expect(demandProfile({ sources: [{ id: 'boxer', weight: 0 }], edits: [] })).toBeNull()
  })
})

describe("the coach's changes", () => {
  const edits = [
    { quality: 'closed' as const, importance: 5, object: { sizeMm: [20, 30] as const } },
    { quality: 'edge' as const, importance: 2 },
    { quality: 'hang' as const, importance: 0 },
  ]
  const changed = row({ sources: [{ id: 'boxer', weight: 1 }], edits }, 'closed')!
  it('go before the sport, are marked, and keep the rest', () => {
    expect(changed.importance).toBe(5)
    expect(changed.changed).toEqual(['importance', 'sizeMm'])
    expect(changed.objects[0]!.sizeMm).toEqual([20, 30])
    expect(changed.objects[0]!.contact).toBe('cloth')
    expect(changed.emphasis).toEqual(row('boxer', 'closed')!.emphasis)
    expect(
      defaultRow({ sources: [{ id: 'boxer', weight: 1 }], edits }, 'closed', [])!.importance,
    ).toBe(4)
  })
  it(
    'can add a quality the sport does not ask for, and take one out without losing it from ' +
      'sight',
    () => {
      const set = { sources: [{ id: 'boxer', weight: 1 }], edits }
      expect(row(set, 'edge')).toMatchObject({
        importance: 2,
        emphasis: [{ id: 'sustained', share: 1 }],
      })
      expect(row(set, 'hang')).toMatchObject({ importance: 0 })
    },
  )
  it('copied as an own event, give the same rows as a source', () => {
    const set = { sources: [{ id: 'boxer', weight: 1 }], edits }
    const own = copyAsSource(demandProfile(set)!, {
      id: 'own',
      name: 'Harbour bout',
      kind: 'event',
    })
    const again = demandProfile({ sources: [{ id: 'own', weight: 1 }], edits: [] }, [own])!
    expect(again.name).toBe('Harbour bout')
    expect(again.rows.map((r) => [r.quality.id, r.importance])).toEqual(
      demandProfile(set)!
        .rows.filter((r) => r.importance > 0)
        .map((r) => [r.quality.id, r.importance]),
    )
    expect(again.rows.every((r) => r.changed.length === 0)).toBe(true)
    expect(own.originId).toBe('boxer')
  })
})

describe('objects', () => {
  it('are given for every demand of every sport, with sizes the right way round', () => {
    for (const s of SPORTS)
      for (const r of shippedSource(s.id)!.rows) {
        expect(r.object.words, `${s.id} ${r.quality}`).not.toBe('')
        if (r.object.sizeMm) expect(r.object.sizeMm[0]).toBeLessThanOrEqual(r.object.sizeMm[1])
      }
    for (const own of Object.keys(SPORT_OBJECTS)) expect(SPORTS.map((s) => s.id)).toContain(own)
    expect(Object.keys(QUALITY_OBJECTS)).toHaveLength(17)
  })
})
