import { act } from '@testing-library/react'
import { useRef } from 'react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { demandProfile, type DemandRow } from '@mano/core/demand/profile'
import { shareOf, useDemandDraft } from '../../src/areas/demands/useDemandDraft'
import { useClock, useMark, useSpace } from '../../src/areas/tests/entries/useClock'
import { useDraft } from '../../src/areas/tests/entries/useDraft'
import { stepBy } from '../../src/base/arrows'
import { useAddress } from '../../src/base/useAddress'
import { useGo } from '../../src/base/useGo'
import { useTypedHere } from '../../src/base/useTypedHere'
import { useUnits } from '../../src/base/units'
import { afterwards, onPage } from './page'

afterEach(() => {
  afterwards()
  useUnits.setState({ mass: 'kg', length: 'mm' })
  document.body.innerHTML = ''
})
const press = (key: string, more: KeyboardEventInit = {}) =>
  document.activeElement!.dispatchEvent(
    new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }),
  )

describe('what is being entered', () => {
  it('is there after a reload, and is forgotten once it is set back', () => {
    const blank = { text: '', met: false }
    const one = onPage(() => useDraft('try', blank))
    act(() => one.now()[1]({ text: '41.5', met: true }))
    one.unmount()
    const two = onPage(() => useDraft('try', blank))
    expect(two.now()[0]).toEqual({ text: '41.5', met: true })
    act(() => two.now()[1](blank))
    expect(localStorage.getItem('mano-draft-try')).toBeNull()
  })

  it('begins blank where what was kept cannot be read', () => {
    localStorage.setItem('mano-draft-try', '{"text":')
    expect(onPage(() => useDraft('try', 'blank')).now()[0]).toBe('blank')
  })

  it('a digit typed anywhere goes into the box, a letter and a shortcut do not', () => {
    document.body.innerHTML = '<input id="box"><button id="b">Done</button>'
    const box = document.querySelector<HTMLInputElement>('#box')!
    onPage(() => useTypedHere(useRef(box)))
    const at = () => document.activeElement!.id
    const from = (id: string) => document.querySelector<HTMLElement>(id)!.focus()
    for (const [key, more, where] of [
      ['4', {}, 'box'],
      ['.', {}, 'box'],
      ['x', {}, 'b'],
      ['4', { ctrlKey: true }, 'b'],
      ['Enter', {}, 'b'],
    ] as const) {
      from('#b')
      press(key, more)
      expect(at(), key).toBe(where)
    }
  })

  it('stays in another field and behind a dialog', () => {
    document.body.innerHTML = '<input id="box"><input id="other"><input type="checkbox" id="tick">'
    const box = document.querySelector<HTMLInputElement>('#box')!
    onPage(() => useTypedHere(useRef(box)))
    const from = (id: string) => {
      document.querySelector<HTMLElement>(id)!.focus()
      press('4')
      return document.activeElement!.id
    }
    expect(from('#other')).toBe('other')
    expect(from('#tick')).toBe('box')
    document.body.insertAdjacentHTML('beforeend', '<div role="dialog"></div>')
    expect(from('#tick')).toBe('tick')
  })
})

describe('a stopwatch', () => {
  it('goes on over a reload by the wall clock, and gives the seconds it ran', () => {
    vi.useFakeTimers({ now: 1_000_000 })
    const one = onPage(() => useClock('clock'))
    expect(one.now()).toMatchObject({ running: false, seconds: 0 })
    act(() => one.now().start())
    act(() => void vi.advanceTimersByTime(2_000))
    expect(one.now().seconds).toBeCloseTo(2, 5)
    one.unmount()
    vi.setSystemTime(1_009_500)
    const two = onPage(() => useClock('clock'))
    expect(two.now()).toMatchObject({ running: true, seconds: 9.5 })
    let ran = 0
    act(() => void (ran = two.now().stop()))
    expect(ran).toBeCloseTo(9.5, 5)
    expect(two.now()).toMatchObject({ running: false, seconds: 0 })
    expect(localStorage.getItem('clock')).toBeNull()
  })

  it('is never under nought, though the clock was set back meanwhile', () => {
    vi.useFakeTimers({ now: 1_000_000 })
    localStorage.setItem('clock', '2000000')
    const page = onPage(() => useClock('clock'))
    expect(page.now().seconds).toBe(0)
    expect(page.now().stop()).toBe(0)
  })

  it('sounds once as it passes a mark, not again while it is past it', () => {
    const made = vi.fn()
    class Sound {
      currentTime = 0
      destination = {}
      createOscillator = () => {
        made()
        return { frequency: {}, connect: (x: unknown) => x, start() {}, stop() {} }
      }
      createGain = () => ({
        gain: { setValueAtTime() {}, exponentialRampToValueAtTime() {} },
        connect: (x: unknown) => x,
      })
    }
    vi.stubGlobal('AudioContext', Sound)
    const at = { s: 4.5, running: true }
    const page = onPage(() => useMark(at.s, at.running, 5))
    const sounded = [made.mock.calls.length]
    for (const s of [5, 5.4, 7]) {
      at.s = s
      page.rerender()
      sounded.push(made.mock.calls.length)
    }
    expect(sounded).toEqual([0, 1, 1, 1])
  })

  it('Space stops it, but not where something takes Space itself', () => {
    document.body.innerHTML = '<button id="b">Done</button><p id="p" tabindex="0"></p>'
    const heard = vi.fn()
    onPage(() => useSpace(heard))
    document.querySelector<HTMLElement>('#p')!.focus()
    press(' ')
    press('a')
    expect(heard).toHaveBeenCalledTimes(1)
    document.querySelector<HTMLElement>('#b')!.focus()
    press(' ')
    expect(heard).toHaveBeenCalledTimes(1)
  })
})

describe('arrow keys in a list', () => {
  it('go to the next thing and stay at either end', () => {
    document.body.innerHTML = '<ul><li tabindex="0">a</li><li tabindex="0">b</li></ul>'
    const list = document.querySelector('ul')!
    const [a, b] = [...list.children] as HTMLElement[]
    a!.focus()
    const go = (key: string, keys?: [string, string]) => {
      const e = { key, currentTarget: list, preventDefault: vi.fn() }
      const to = stepBy(e as never, 'li', keys)
      return [to?.textContent ?? null, e.preventDefault.mock.calls.length] as const
    }
    expect(go('ArrowUp')).toEqual([null, 0])
    expect(go('x')).toEqual([null, 0])
    expect(go('ArrowDown')).toEqual(['b', 1])
    expect(document.activeElement).toBe(b)
    expect(go('ArrowDown')).toEqual([null, 0])
    expect(go('ArrowLeft', ['ArrowLeft', 'ArrowRight'])).toEqual(['a', 1])
  })
})

describe('what stands in the address', () => {
  it('is typed there, emptied out of it, and stored as a page says it', () => {
    const page = onPage(useAddress, { at: '/bench?mass=70' })
    expect([page.now().get('mass'), page.now().get('reps')]).toEqual(['70', null])
    act(() => page.now().set('reps', '12'))
    expect(page.address()).toBe('/bench?mass=70&reps=12')
    act(() => page.now().set('mass', '', ''))
    expect(page.address()).toBe('/bench?reps=12')
    expect([page.now().get('mass'), page.now().text('mass')]).toEqual([null, ''])
    act(() => page.now().set('size', '2 1/4', '57.15'))
    expect(page.address()).toBe('/bench?reps=12&size=57.15')
    expect(page.now().get('size')).toBe('2 1/4')
  })

  it('changes several at once and leaves the rest', () => {
    const page = onPage(useGo, { at: '/plan?week=w&b=x&open=1' })
    act(() => page.now()[1]({ week: 'v', open: null, day: '3' }))
    expect(page.address()).toBe('/plan?week=v&b=x&day=3')
  })
})

describe('a demand as it is typed', () => {
  const { rows } = demandProfile('climber_boulder')!
  const row = rows.find((r) => r.objects[0]?.sizeMm) as DemandRow
  const draft = (base: DemandRow | undefined = row) => onPage(() => useDemandDraft(row, base))

  it('changes nothing as it begins', () => {
    const page = draft()
    expect(page.now().wrong).toBeNull()
    expect(page.now().changes()).toBeNull()
  })

  it('says only what differs from the sport’s own', () => {
    const page = draft()
    act(() => page.now().set({ importance: row.importance === 5 ? 4 : 5 }))
    expect(page.now().changes()).toEqual({
      quality: row.quality.id,
      importance: row.importance === 5 ? 4 : 5,
    })
    act(() => page.now().set({ importance: row.importance, size: ['20', '31.5'] }))
    expect(page.now().changes()).toEqual({
      quality: row.quality.id,
      object: { sizeMm: [20, 31.5] },
    })
  })

  it('reads inches where they are typed, in millimetres', () => {
    useUnits.setState({ length: 'in' })
    const page = draft()
    act(() => page.now().set({ size: ['3/4', '1'] }))
    const edit = page.now().changes()
    const [low, high] = edit!.object!.sizeMm!
    // 25.4 mm to the inch, by definition.
    expect(low).toBeCloseTo(19.05, 6)
    expect(high).toBeCloseTo(25.4, 6)
  })

  it.each([
    [['30', ''], 'The size needs a low and a high end, low first.'],
    [['30', '20'], 'The size needs a low and a high end, low first.'],
    [['wide', '40'], 'The size needs a low and a high end, low first.'],
    [['', ''], null],
  ] as const)('a size of %j: %s', (size, wrong) => {
    const page = draft()
    act(() => page.now().set({ size: [size[0], size[1]] }))
    expect(page.now().wrong).toBe(wrong)
  })

  it('a hold needs both ends, and emphasis sums to 100', () => {
    const page = draft()
    act(() => page.now().set({ hold: ['10', '5'] }))
    expect(page.now().wrong).toBe('The hold needs a low and a high end, low first.')
    act(() => page.now().set({ hold: ['5', '10'] }))
    expect(page.now().wrong).toBeNull()
    const e = shareOf(row)
    act(() => page.now().set({ emphasis: { ...e, max: e.max + 7 } }))
    expect(page.now().wrong).toBe('The emphasis sums to 107 %, not 100 %.')
  })

  it('of a demand the sport lacks, all of it is said', () => {
    const page = onPage(() => useDemandDraft(row, undefined))
    const edit = page.now().changes()!
    expect(edit.importance).toBe(row.importance)
    expect(Object.values(edit.emphasis!).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 5)
    expect(edit.object!.sizeMm).toEqual(row.objects[0]!.sizeMm)
  })
})
