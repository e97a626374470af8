import { describe, expect, it } from 'vitest'
import { asDone, type Unsent } from '../src/base/outbox'

const item = (kind: Unsent['kind'], id: string, addedAt?: string) => ({
  kind,
  id,
  ...(addedAt && { addedAt }),
})
const ids = (items: ReturnType<typeof item>[]) => asDone(items).map((u) => u.id)

describe('what waits, after a reload', () => {
  it('goes in the order it was done, not by its id', () => {
    // A test of a group day has an id made of the day: it may sort after its trials'.
    expect(
      ids([
        item('trial', '01a2', '2026-11-29T21:41:03.275Z'),
        item('day', '01a3', '2026-11-29T21:41:03.276Z'),
        item('session', '2f28', '2026-11-29T21:41:03.274Z'),
      ]),
    ).toEqual(['2f28', '01a2', '01a3'])
  })
  it('of one moment the test goes before its trials, and the rest stays as it was', () => {
    const at = '2026-11-29T21:41:03.275Z'
    expect(ids([item('trial', 'a', at), item('trial', 'b', at), item('session', 'z', at)])).toEqual(
      ['z', 'a', 'b'],
    )
    expect(ids([item('trial', 'a', at), item('log', 'old')])).toEqual(['old', 'a'])
  })
})
