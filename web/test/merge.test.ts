import { describe, expect, it } from 'vitest'
import { merge } from '../src/base/merge'

describe('two changes of one form', () => {
  const base = { name: 'Rui', level: 'trained', note: '', guardian: null as { by: string } | null }
  it('what only one of them changed stands', () => {
    expect(merge(base, { ...base, note: 'Taped' }, { ...base, level: 'elite' })).toEqual({
      merged: { ...base, note: 'Taped', level: 'elite' },
      clashes: [],
    })
  })
  it('the same field changed to different things is a clash, with mine in the merged form', () => {
    expect(merge(base, { ...base, note: 'Mine' }, { ...base, note: 'Theirs' })).toEqual({
      merged: { ...base, note: 'Mine' },
      clashes: ['note'],
    })
  })
  it('changed to the same by both is none; what is inside counts, not which object', () => {
    expect(
      merge(base, { ...base, guardian: { by: 'Mother' } }, { ...base, guardian: { by: 'Mother' } })
        .clashes,
    ).toEqual([])
    expect(
      merge(base, { ...base, guardian: { by: 'Mother' } }, { ...base, guardian: { by: 'Father' } })
        .clashes,
    ).toEqual(['guardian'])
  })
})
