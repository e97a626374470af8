import { describe, expect, it } from 'vitest'
import type { KitUnit } from '@mano/contract/kit'
import { METRIC } from '@mano/core/units/format'
import { factsOf } from '../src/areas/kit/unitFacts'

const TODAY = '2026-11-25'
const unit = (more: Partial<KitUnit>): KitUnit => ({
  id: 'u1',
  kind: 'block',
  label: 'Block',
  placeId: 'p1',
  place: 'hall',
  orientation: null,
  surface: null,
  measurementId: 'm1',
  sizeMm: 76,
  enteredValue: 76,
  enteredUnit: 'mm',
  depthMm: null,
  handleMm: null,
  massKg: null,
  plates: [],
  ratingKg: null,
  ratedBy: '',
  ratedOn: null,
  measuredOn: TODAY,
  spin: null,
  wear: 'good',
  checkedOn: null,
  checkNote: '',
  since: TODAY,
  upkeep: null,
  retired: false,
  version: 1,
  history: [],
  ...more,
})
const facts = (more: Partial<KitUnit>) =>
  Object.fromEntries(factsOf(unit(more), METRIC, TODAY).map((f) => [f.name, f.says]))

describe('what is known of an implement', () => {
  it('what does not apply to it is not named', () => {
    const names = Object.keys(facts({}))
    for (const name of ['Depth', 'Handle', 'Mass', 'Plates', 'Rating', 'Spin'])
      expect(names).not.toContain(name)
    expect(names).toContain('Wear')
  })
  it('a size is said in both units with its day, or that it is not measured', () => {
    const sizes = (more: Partial<KitUnit>) => Object.values(facts(more))[0]
    expect(sizes({})).toMatch(/^76.mm \(.*in\), /)
    expect(sizes({ sizeMm: null })).toBe('not measured')
    expect(sizes({ kind: 'dyno', sizeMm: null })).toBe('by handle position')
  })
  it('a spring is rated by somebody on a day, or not rated', () => {
    expect(facts({ kind: 'spring', sizeMm: null })['Rating']).toBe('not rated')
    const rated = { ratingKg: 60, ratedBy: 'Ruth', ratedOn: '2026-11-02' }
    expect(facts({ kind: 'spring', sizeMm: null, ...rated })['Rating']).toMatch(
      /^60\.?0?.kg, by Ruth, .*2/,
    )
  })
  it('what was recorded of it stands without, what is usual with that word', () => {
    expect(facts({})['Surface']).toMatch(/\(usual\)$/)
    expect(facts({ surface: 'smooth' })['Surface']).not.toContain('usual')
  })
  it('wear is said with the day it was looked at and what was seen', () => {
    expect(facts({})['Wear']).toMatch(/, not looked at yet$/)
    expect(facts({ checkedOn: '2026-11-20', checkNote: 'Screw loose' })['Wear']).toMatch(
      /, looked at .*20.*: Screw loose$/,
    )
  })
  it('plates are counted each', () => {
    const plates = [
      { kg: 20, count: 2 },
      { kg: 2.5, count: 4 },
    ]
    expect(facts({ kind: 'pin', plates })['Plates']).toMatch(/^2 × 20.*, 4 × 2\.5/)
  })
})
