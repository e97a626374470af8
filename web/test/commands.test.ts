import { describe, expect, it } from 'vitest'
import type { AthleteName } from '@mano/contract/athletes'
import { hitsFor } from '../src/app/commands'

const squad = [
  { id: 'a', name: 'Dov Hartigan', sportName: 'Grappler, jacket' },
  { id: 'b', name: 'Ines Varrow', sportName: 'Climber, boulder' },
  { id: 'c', name: 'Kaya Osei-Lund', sportName: 'Thrower, hammer or weight' },
] as unknown as AthleteName[]
const of = (line: string, coach = true) => hitsFor(line, squad, coach)

describe('one line for everything', () => {
  it('knows an athlete by any part of a name, and by the sport', () => {
    expect(of('lund')[0]).toMatchObject({ name: 'Kaya Osei-Lund', group: 'Athletes' })
    expect(of('boulder').some((h) => h.id === 'b')).toBe(true)
    // A name alone is not looked up in the reference.
    expect(of('ines').every((h) => h.group !== 'Reference and bench')).toBe(true)
  })
  it('reads an act with a name, in any order, and the test the other words mean', () => {
    expect(of('plan ines')[0]).toMatchObject({ to: '/athletes/b/plan', group: 'Do' })
    expect(of('ines plan')[0]!.to).toBe('/athletes/b/plan')
    expect(of('test dov squeeze')[0]!.to).toMatch(/^\/athletes\/a\/tests\?protocol=/)
  })
  it('leads to pages, calculators and the reference; not where an assistant may not go', () => {
    expect(of('kit room')[0]).toMatchObject({ to: '/kit', group: 'Pages' })
    expect(of('which plates')[0]!.to).toBe('/bench/plates')
    expect(of('thumb hurts')[0]!.to).toBe('/reference/caution/thumb_held')
    expect(of('import').some((h) => h.to === '/import')).toBe(true)
    expect(of('import', false).some((h) => h.to === '/import')).toBe(false)
  })
  it('shows the pages before anything is typed, nothing for nonsense, few at the most', () => {
    expect(of('').every((h) => h.group === 'Pages')).toBe(true)
    expect(of('xqzzv')).toEqual([])
    expect(of('grip').length).toBeLessThanOrEqual(14)
  })
})
