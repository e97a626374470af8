import { describe, expect, it } from 'vitest'
import { factsOf } from '../../src/reference/facts'
import { PAGES, pageOf } from '../../src/reference/pages'

describe('pages of the reference', () => {
  it('every row that ships has one, with words on it', () => {
    for (const p of PAGES) {
      const f = factsOf(p.kind, p.id)
      expect(f, `${p.kind}:${p.id}`).not.toBeNull()
      expect(f!.name.length + f!.lead.length, p.id).toBeGreaterThan(5)
      if (['quality', 'exercise'].includes(p.kind))
        expect(f!.sections.filter((s) => (s.rows?.length ?? 0) > 0).length, p.id).toBeGreaterThan(1)
    }
    expect(factsOf('exercise', 'no_such')).toBeNull()
    expect(factsOf('quality', 'no_such')).toBeNull()
    expect(factsOf('no_kind', 'hang')).toBeNull()
  })
  it('every link leads to a page', () => {
    const broken = PAGES.flatMap((p) =>
      factsOf(p.kind, p.id)!.sections.flatMap((s) =>
        (s.rows ?? []).flatMap((r) => {
          if (!r.to) return []
          const i = r.to.indexOf(':')
          return pageOf(r.to.slice(0, i), r.to.slice(i + 1)) ? [] : [`${p.kind}:${p.id} -> ${r.to}`]
        }),
      ),
    )
    expect(broken).toEqual([])
  })
  it('an exercise names what to do where it cannot be done, and what its ladder raises', () => {
    const f = factsOf('exercise', 'edge_hang')!
    const section = (title: string) => f.sections.find((s) => s.title === title)
    expect(section('Where')!.rows!.at(-1)).toMatchObject({
      name: 'Travel',
      says: expect.stringContaining('instead: ') as string,
    })
    expect(section('Ladder')!.rows!.length).toBeGreaterThanOrEqual(2)
    expect(section('Cautions')!.rows!.map((r) => r.name)).toContain(
      'Finger pulley waits for a clinician',
    )
  })
  it('nothing is undefined or left open on any page', () => {
    for (const p of PAGES)
      expect(JSON.stringify(factsOf(p.kind, p.id)), p.id).not.toMatch(/undefined|NaN|\[object/)
  })
})
