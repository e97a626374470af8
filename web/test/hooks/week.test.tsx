import { act } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { useDrafts } from '../../src/areas/plan/draft'
import { useWeek } from '../../src/areas/plan/useWeek'
import { queryClient } from '../../src/base/api'
import { useSteady } from '../../src/base/steady'
import { afterwards, onPage, server, until } from './page'
import { PLAN, PROBLEM, VIEW } from './weeks'

afterEach(() => {
  useDrafts.setState({ open: {}, past: {}, future: {} })
  afterwards()
})

describe('a week on the board', () => {
  const board = async () => {
    server({
      'GET /api/athletes/a/problem': PROBLEM,
      'GET /api/athletes/a/conclusion': null,
      'GET /api/sports': [],
    })
    const page = onPage(() => useWeek(VIEW))
    await until(() => page.now().coach && queryClient.isFetching() === 0)
    return page
  }
  const said = ({ week, context, breaches, done }: ReturnType<typeof useWeek>) => [
    ...[week, context, breaches, done],
  ]

  it('is judged again when it changes, not when something is opened or picked', async () => {
    const page = await board()
    const before = said(page.now())
    act(() => page.now().setOpen('frame'))
    act(() => page.now().setPicked('b0'))
    await until(() => page.now().picked === 'b0' && page.now().open === 'frame')
    said(page.now()).forEach((x, i) => expect(x).toBe(before[i]))
    act(() => page.now().put({ blocks: [...PLAN.blocks] }))
    await until(() => page.now().changed)
    expect(page.now().week).not.toBe(before[0])
    expect(page.now().week.blocks).toHaveLength(1)
  })
})

it('a steady function is one and the same and does what the newest would', () => {
  let n = 1
  const page = onPage(() => ({ steady: useSteady((x: number) => x * n), n }))
  const first = page.now().steady
  n = 5
  page.rerender()
  expect(page.now().steady).toBe(first)
  expect(first(2)).toBe(10)
})
