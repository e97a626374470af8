import { describe, expect, it } from 'vitest'
import { LiveTry } from '@mano/core/force/live'
import { PACE } from '@mano/core/catalogue/paced'
import { ALL_OUT } from '@mano/core/force/uses'
import {
  allOutOver,
  howWords,
  savedWords,
  share,
  taskOf,
  word,
  zeroOf,
} from '../src/areas/tests/live/liveWords'

const HZ = 100
/** A trial fed with forces in N from a moment on, s. */
function feed(t: LiveTry, parts: readonly (readonly [seconds: number, newton: number])[]): LiveTry {
  let at = t.lastS ?? 0
  for (const [seconds, newton] of parts)
    for (let i = 0; i < seconds * HZ; i++) t.push((at += 1 / HZ), newton)
  return t
}
const quiet = [1, 0] as const

describe('what the coach says in a live trial', () => {
  const held = taskOf('held', 5)
  it('a held squeeze: hands off, squeeze, keep on, let go, relax', () => {
    const t = new LiveTry(true)
    expect(word(t, null, held)).toBe('Hands off')
    feed(t, [quiet])
    expect(word(t, null, held)).toBe('Squeeze')
    feed(t, [[2, 300]])
    expect(word(t, null, held)).toBe('Keep squeezing')
    expect(share(t, null, held)).toBeCloseTo(2 / 5, 1)
    feed(t, [[3.2, 300]])
    expect(word(t, null, held)).toBe('Let go')
    feed(t, [[0.8, 0]])
    expect(word(t, null, held)).toBe('Relax')
  })
  it('a hang counts from feet off to feet on', () => {
    const hang = taskOf('hang', 0)
    const t = feed(new LiveTry(true), [quiet])
    expect(word(t, null, hang)).toBe('Feet off')
    feed(t, [[2, 600]])
    expect(word(t, null, hang)).toBe('Hold on')
    expect(howWords(hang)).toBe('Counts from feet off to feet on.')
  })
  it('clenches count down', () => {
    const clenches = taskOf('clenches', 0)
    const t = feed(new LiveTry(false), [quiet])
    expect(word(t, null, clenches)).toBe('Clench and let go')
    feed(t, [[0.6, 200]])
    expect(word(t, null, clenches)).toBe('Hard')
    feed(t, [[1, 0]])
    expect(word(t, null, clenches)).toMatch(/^Relax, 4 to go$/)
    expect(share(t, null, clenches)).toBeCloseTo(1 / 5)
  })
  it('by the clock: ready, hold and rest by turns, from the moment it was started', () => {
    const bouts = taskOf('bouts', 0)
    const t = feed(new LiveTry(false), [quiet])
    expect(word(t, null, bouts)).toBe('Start when ready')
    const start = t.lastS!
    feed(t, [[PACE.readyS - 0.5, 0]])
    expect(word(t, start, bouts)).toBe('Ready')
    feed(t, [[1, 250]])
    expect(word(t, start, bouts)).toBe('Hold 1')
    feed(t, [[PACE.onS, 0]])
    expect(word(t, start, bouts)).toBe('Rest')
    expect(share(t, start, bouts)).toBeLessThanOrEqual(1)
  })
})

describe('the end of all-out bouts', () => {
  const lasts = PACE.readyS + ALL_OUT.bouts * (PACE.onS + PACE.offS) - PACE.offS
  const run = (after: readonly (readonly [number, number])[]) => {
    const t = feed(new LiveTry(false), [quiet])
    const start = t.lastS!
    feed(t, [[lasts - 1, 0], [1, 250], ...after])
    return allOutOver(t, start)
  }
  it('is a second after the last hold was let go, or well beyond its time', () => {
    expect(run([])).toBe(false)
    expect(run([[0.3, 250]])).toBe(false)
    expect(
      run([
        [0.3, 250],
        [2.2, 0],
      ]),
    ).toBe(true)
    expect(run([[11, 250]])).toBe(true)
  })
  it('is never before it was started', () => {
    expect(allOutOver(feed(new LiveTry(false), [quiet]), null)).toBe(false)
  })
})

describe('the picture of a live trial', () => {
  it('of a squeeze stands at its start, of longer work it moves along', () => {
    const held = taskOf('held', 5)
    expect([held.span, held.wide]).toEqual([6, false])
    const t = feed(new LiveTry(true), [quiet, [1, 300]])
    expect(zeroOf(t, null, held)).toBe(t.onsetS)
    const hang = taskOf('hang', 0)
    const long = feed(new LiveTry(true), [quiet, [60, 600]])
    expect(zeroOf(long, null, hang)).toBeCloseTo(long.lastS! - hang.span, 5)
  })
})

it('what is saved already is said in numbers', () => {
  expect([0, 1, 3].map(savedWords)).toEqual([
    'Nothing was logged yet.',
    'Trial 1 is saved.',
    'All 3 trials are saved.',
  ])
})
