import { act } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import type { SquadAthlete, SquadView } from '@mano/contract/review'
import { usePeriod } from '../../src/areas/review/useReview'
import { useSquad } from '../../src/areas/squad/useSquad'
import { afterwards, COACH, onPage, server, until } from './page'

afterEach(afterwards)

describe('the squad on one test', () => {
  const who = (id: string, value: number, more: Partial<SquadAthlete> = {}): SquadAthlete => ({
    ...{ id, name: `Athlete ${id}`, sex: 'female', birthDate: '2000-01-01', level: 'trained' },
    ...{ massKg: 60, lastTest: '2026-10-01' },
    tests: (['left', 'right'] as const).map((hand, i) => ({
      ...{ setup: 'one', hand, value: value - i, best: value - i, on: '2026-10-01', n: 3, sd: 8 },
      differences: [],
    })),
    ...more,
  })
  const VIEW: SquadView = {
    setups: ['one', 'two'].map((key) => ({
      ...{ key, protocolId: 'dyno_seated', setup: key, implement: 'dyno', athletes: 3 },
    })),
    athletes: [
      who('x', 400),
      who('y', 500, { sex: 'male', birthDate: '2011-05-01', lastTest: '2026-08-01' }),
      who('z', 450, { birthDate: null, lastTest: null, tests: [] }),
    ],
  }
  const squad = async (at = '/squad') => {
    server({ 'GET /api/squad': VIEW, 'GET /api/me': COACH })
    const page = onPage(useSquad, { at })
    await until(() => page.now().squad.isSuccess && page.now().today !== '')
    return page
  }
  const ids = (page: Awaited<ReturnType<typeof squad>>) => page.now().lines.map((l) => l.a.id)

  it('shows who has the set-up, and who is due, never tested first', async () => {
    const page = await squad()
    expect(ids(page).sort()).toEqual(['x', 'y'])
    expect(page.now().due.map((a) => a.id)).toEqual(['z', 'y'])
    expect(page.now().setup?.key).toBe('one')
  })

  it('narrows by sex, age and name in the address', async () => {
    const page = await squad()
    act(() => page.now().choices.set('sex', 'male'))
    expect([ids(page), page.address()]).toEqual([['y'], '/squad?sex=male'])
    act(() => page.now().choices.set('sex', ''))
    act(() => page.now().choices.set('age', '18-34'))
    // Without a birth date nobody knows whether they are of that age.
    expect([ids(page), page.now().due]).toEqual([['x'], []])
    act(() => page.now().choices.set('age', ''))
    act(() => page.now().choices.set('find', 'ATHLETE Y'))
    expect(ids(page)).toEqual(['y'])
  })

  it('another test has its own set-up; one hand is no choice where both work', async () => {
    const page = await squad('/squad?setup=two&by=left')
    expect([page.now().setup?.key, page.now().choices.by]).toEqual(['two', 'left'])
    act(() => page.now().choices.set('test', 'hang_time'))
    expect(page.address()).toBe('/squad?by=left&test=hang_time')
    expect(page.now().choices.by).toBe('best')
    act(() => page.now().choices.set('by', 'mass'))
    expect(page.now().choices.by).toBe('mass')
  })

  it('an address that names nothing known shows the usual test', async () => {
    const page = await squad('/squad?test=juggling&by=toes')
    expect([page.now().choices.protocol.id, page.now().choices.by]).toEqual(['dyno_seated', 'best'])
  })
})

describe('the period of a review', () => {
  const at = (search: string) => onPage(usePeriod, { at: `/review${search}` })
  it.each([
    ['', '12', '2026-07-16'],
    ['?span=4', '4', '2026-09-10'],
    ['?span=26', '26', '2026-04-09'],
    ['?span=99', '12', '2026-07-16'],
    ['?from=2026-13-01&to=2026-10-01', '12', '2026-07-16'],
    ['?from=2026-09-02&to=2026-09-01', '12', '2026-07-16'],
  ])('%j: %s weeks to today', (search, span, from) => {
    expect(at(search).now()).toMatchObject({ span, period: { from, to: '2026-10-08' } })
  })
  it('two days of the coach’s own stand as they are, and a span takes them out again', () => {
    const page = at('?from=2026-08-01&to=2026-09-01')
    expect(page.now()).toMatchObject({
      span: null,
      period: { from: '2026-08-01', to: '2026-09-01' },
    })
    act(() => page.now().setSpan('all'))
    expect(page.address()).toBe('/review?span=all')
    expect(page.now().period.from < '2021-01-01').toBe(true)
    act(() => page.now().setDates({ from: '2026-01-01', to: '2026-02-01' }))
    expect(page.now().span).toBeNull()
  })
})
