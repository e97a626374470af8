import { act } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { useChange } from '../../src/base/useChange'
import { AWAY, afterwards, onPage, Refusal, server, until, type Reply } from './page'

interface Profile {
  name: string
  note: string
  level: string
}
const BASE: Profile = { name: 'Noor', note: '', level: 'novice' }
type Body = Profile & { version: number }

afterEach(afterwards)

/** A record that others may have changed: it takes only what stands on its newest version. */
function record(theirs: Partial<Profile> = {}, version = 3) {
  let now: Body = { ...BASE, ...theirs, version }
  const put: Reply = (body: Body) => {
    if (body.version !== now.version)
      return new Refusal(409, { type: '/problems/overtaken', title: 'changed', current: now })
    now = { ...body, version: now.version + 1 }
    return { version: now.version }
  }
  const s = server({ 'PUT /api/it': put })
  return { ...s, now: () => now, overtake: (more: Partial<Body>) => (now = { ...now, ...more }) }
}
const form = () => onPage(() => useChange<Profile>('/api/it', BASE, 3, []))

describe('a form saved over what is on record', () => {
  it('is sent with the version it was made from, and says what was saved', async () => {
    const r = record()
    const f = form()
    const saved: Profile[] = []
    act(() => f.now().save({ ...BASE, note: 'Chalk' }, (p) => saved.push(p)))
    expect(f.now().busy).toBe(true)
    await until(() => !f.now().busy)
    expect(r.sent.map((s) => s.body)).toEqual([{ ...BASE, note: 'Chalk', version: 3 }])
    expect(saved).toEqual([{ ...BASE, note: 'Chalk' }])
  })

  it('keeps what somebody else changed in other fields, and is told of it', async () => {
    const r = record({ level: 'elite' }, 5)
    const f = form()
    const saved: Profile[] = []
    act(() => f.now().save({ ...BASE, note: 'Chalk' }, (p) => saved.push(p)))
    await until(() => saved.length > 0)
    expect(r.now()).toEqual({ name: 'Noor', note: 'Chalk', level: 'elite', version: 6 })
    expect(saved).toEqual([{ name: 'Noor', note: 'Chalk', level: 'elite' }])
    expect(f.now().clash).toBeNull()
  })

  it('shows both sides of a field both changed, and saves nothing till one is chosen', async () => {
    const r = record({ note: 'Tape', level: 'elite' }, 5)
    const f = form()
    act(() => f.now().save({ ...BASE, note: 'Chalk' }))
    await until(() => f.now().clash !== null)
    expect(f.now().clash).toMatchObject({
      fields: ['note'],
      mine: { note: 'Chalk', level: 'elite' },
      theirs: { note: 'Tape', level: 'elite' },
    })
    expect(r.now().note).toBe('Tape')
    expect(f.now()).toMatchObject({ busy: false, error: null })
  })

  it.each([
    ['mine', 'Chalk', 6],
    ['theirs', 'Tape', 6],
    [null, 'Tape', 5],
  ] as const)('chosen %s: %s stands', async (side, note, version) => {
    const r = record({ note: 'Tape', level: 'elite' }, 5)
    const f = form()
    const saved: Profile[] = []
    act(() => f.now().save({ ...BASE, note: 'Chalk', name: 'Noor H' }, (p) => saved.push(p)))
    await until(() => f.now().clash !== null)
    act(() => f.now().choose(side))
    await until(() => f.now().clash === null && !f.now().busy)
    expect(r.now()).toMatchObject({ note, version, level: 'elite' })
    // What only I changed goes with either side, and with none of it where none is chosen.
    expect(r.now().name).toBe(side === null ? 'Noor' : 'Noor H')
    expect(saved.length).toBe(side === null ? 0 : 1)
  })

  it('goes on from the clash where somebody was faster again meanwhile', async () => {
    const r = record({ note: 'Tape' }, 5)
    const f = form()
    act(() => f.now().save({ ...BASE, note: 'Chalk' }))
    await until(() => f.now().clash !== null)
    r.overtake({ level: 'elite', version: 9 })
    act(() => f.now().choose('mine'))
    await until(() => r.now().version === 10)
    expect(r.now()).toMatchObject({ note: 'Chalk', level: 'elite' })
  })

  it('is given up after a few tries that were overtaken each time', async () => {
    let version = 4
    const { sent } = server({
      'PUT /api/it': () =>
        new Refusal(409, {
          ...{ type: '/problems/overtaken', title: 'changed meanwhile' },
          current: { ...BASE, version: version++ },
        }),
    })
    const f = form()
    act(() => f.now().save({ ...BASE, note: 'Chalk' }))
    await until(() => f.now().error !== null)
    expect(sent).toHaveLength(5)
    expect(String(f.now().error)).toContain('changed meanwhile')
  })

  it('says that the server is away, and what was typed can be sent again', async () => {
    const r = server({ 'PUT /api/it': AWAY })
    const f = form()
    act(() => f.now().save({ ...BASE, note: 'Chalk' }))
    await until(() => f.now().error !== null)
    expect(String(f.now().error)).toContain('The server does not answer. Nothing typed is lost.')
    expect(f.now().busy).toBe(false)
    expect(r.to).toHaveLength(1)
    const again = record()
    act(() => f.now().save({ ...BASE, note: 'Chalk' }))
    await until(() => again.now().note === 'Chalk')
    expect(f.now().error).toBeNull()
  })

  it('is put back to what stood before it, and not over a change made since', async () => {
    const r = record()
    const f = form()
    const saved: Profile[] = []
    act(() => f.now().save({ ...BASE, note: 'Chalk' }, (p) => saved.push(p)))
    await until(() => saved.length === 1)
    await f.now().back()
    expect(r.now()).toEqual({ ...BASE, version: 5 })
    act(() => f.now().save({ ...BASE, note: 'Tape' }))
    await until(() => !f.now().busy)
    r.overtake({ level: 'elite', version: 20 })
    await expect(f.now().back()).rejects.toThrow('changed')
    expect(r.now().level).toBe('elite')
  })
})
