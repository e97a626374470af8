import { beforeEach, describe, expect, it } from 'vitest'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import { EMPTY_DAY, type DayFrame } from '@mano/core/intake/week'
import { weekOf } from '@mano/core/plan/coach'
import { validate } from '@mano/core/plan/rules'
import type { PlanContext } from '@mano/core/plan/situation'
import { NO_TERMS, type Block } from '@mano/core/plan/types'
import { judgeBy } from '@mano/core/safety/judge'
import type { SafetyFacts } from '@mano/core/safety/triggers'
import { injury } from '../../core/test/safety/rows'
import { WELL } from '../../core/test/safety/well'
import { columnsOf } from '../src/areas/plan/columns'
import { draftKey, isSame, useDrafts, type Draft } from '../src/areas/plan/draft'
import type { OnBoard } from '../src/areas/plan/useWeek'
import { add, ban, better, move, remove } from '../src/areas/plan/weekActs'

const WEEK = '2026-10-05'
const frame = Array.from({ length: 7 }, (_, d): DayFrame => ({
  ...EMPTY_DAY,
  minutes: d === 6 ? 0 : 60,
}))
const block = (id: string, day: number, exerciseId: string): Block => ({
  ...{ id, day, exerciseId, sets: 2, dose: 5, reason: '' },
  hands: exerciseById(exerciseId)!.hands === 'both' ? ['both'] : ['left', 'right'],
})
const KEY = draftKey('a', WEEK)
const START: Draft = {
  frame,
  blocks: [block('b1', 1, 'spring_low'), block('b2', 3, 'ext_band'), block('b3', 4, 'wrist_curl')],
  terms: NO_TERMS,
  basedOn: 'v1',
}

/** A board on the store of drafts, as the page makes it. */
function board(facts: Partial<SafetyFacts> = {}, done: string[] = []) {
  const context: PlanContext = {
    judge: judgeBy({ ...WELL, today: WEEK, ...facts }),
    kit: { hall: new Set<string>(IMPLEMENTS.map((k) => k.id)), home: null, bag: null },
    hardBefore: [],
    lastLoad: null,
  }
  const draft = () => useDrafts.getState().open[KEY] ?? START
  const put = (next: Partial<Draft>) =>
    useDrafts.getState().put(KEY, { ...draft(), ...next }, draft())
  const looked: { kind: string; days?: readonly number[] }[] = []
  const out = { said: '', picked: null as string | null }
  const now = () => {
    const week = weekOf(WEEK, draft().frame, draft().blocks, draft().terms)
    const on: Partial<OnBoard> = {
      draft: draft(),
      now: draft,
      week,
      context,
      breaches: validate(week, context),
      done: new Set(done),
      pins: draft().blocks.filter((b) => b.pinned),
      problem: {} as OnBoard['problem'],
      running: false,
      put,
      change: (id, more) =>
        put({ blocks: draft().blocks.map((b) => (b.id === id ? { ...b, ...more } : b)) }),
      setSaid: (s) => void (out.said = s as string),
      setPicked: (s) => void (out.picked = s as string | null),
      planner: {
        found: {} as OnBoard['planner']['found'],
        look: (x) => void looked.push(x),
        stop: () => undefined,
      },
    }
    return on as OnBoard
  }
  const of = (id: string) => draft().blocks.find((b) => b.id === id)
  return { now, of, draft, looked, out }
}

beforeEach(() => useDrafts.setState({ open: {}, past: {}, future: {} }))

describe('a week changed by hand', () => {
  it('a block goes to another day, and back by Undo, and there again', () => {
    const b = board()
    move(b.now(), b.of('b1')!, 2)
    expect(b.of('b1')!.day).toBe(2)
    expect(b.out).toMatchObject({ picked: 'b1' })
    expect(b.out.said).toMatch(/ moved to Wed\./)
    useDrafts.getState().undo(KEY)
    expect(b.of('b1')!.day).toBe(1)
    useDrafts.getState().redo(KEY)
    expect(b.of('b1')!.day).toBe(2)
  })
  it('what is pressed before the last press is drawn undoes nothing of it', () => {
    const b = board()
    const drawn = b.now()
    remove(drawn, b.of('b1')!)
    ban(drawn, b.of('b2')!)
    move(drawn, b.of('b3')!, 2)
    expect(b.draft().blocks.map((x) => [x.id, x.day])).toEqual([['b3', 2]])
    expect(b.draft().terms.removed).toHaveLength(2)
  })
  it('what breaks good practice is moved and said; a reason will be asked for', () => {
    const b = board()
    // No minutes on the Sunday.
    move(b.now(), b.of('b2')!, 6)
    expect(b.of('b2')!.day).toBe(6)
    expect(b.out.said).toMatch(/you can keep it if you give a reason when saving\.$/)
  })
  it('what safety forbids stays where it is, and the days that are free are named', () => {
    const b = board()
    const young = board({ ageYears: 15, guardianConsent: true })
    add(young.now(), block('e', 1, 'edge_lift'))
    move(young.now(), young.of('e')!, 2)
    expect(young.of('e')!.day).toBe(1)
    expect(young.out.said).toMatch(/^Not moved: /)
    expect(b.out.said).toBe('')
  })
  it('what is done is not moved', () => {
    const b = board({}, ['b1'])
    move(b.now(), b.of('b1')!, 2)
    expect(b.of('b1')!.day).toBe(1)
    expect(b.out.said).toMatch(/is done\.$/)
  })
  it('taken out once it may come again; banned it is out on every day; both are noted', () => {
    const b = board()
    add(b.now(), block('b4', 5, 'ext_band'))
    expect(b.out.picked).toBe('b4')
    remove(b.now(), b.of('b4')!)
    expect(b.draft().blocks.map((x) => x.id)).toEqual(['b1', 'b2', 'b3'])
    expect(b.draft().terms.removed).toEqual(['ext_band'])
    expect(b.draft().terms.bans).toEqual([])
    add(b.now(), block('b5', 5, 'wrist_curl'))
    ban(b.now(), b.of('b3')!)
    expect(b.draft().blocks.map((x) => x.id)).toEqual(['b1', 'b2'])
    expect(b.draft().terms.bans).toEqual([{ exerciseId: 'wrist_curl', day: null }])
    expect(b.draft().terms.removed).toEqual(['ext_band', 'wrist_curl'])
  })
  it('a better one is looked for round what is broken or pinned, else in the whole week', () => {
    const b = board(injury('thumb', 'active'))
    add(b.now(), block('b6', 2, 'pinch_hold'))
    better(b.now())
    expect(b.looked.at(-1)!.kind).toBe('resolve')
    expect(b.looked.at(-1)!.days).toContain(2)
  })
})

describe('drafts of weeks', () => {
  const { put, undo, redo, drop } = useDrafts.getState()
  const with1 = { ...START, blocks: [] }
  it('a new change ends what could be redone', () => {
    put(KEY, with1, START)
    undo(KEY)
    put(KEY, { ...START, basedOn: null }, START)
    redo(KEY)
    expect(useDrafts.getState().open[KEY]!.basedOn).toBeNull()
    expect(useDrafts.getState().future[KEY]).toBeUndefined()
  })
  it('are a week’s own; nothing to undo changes nothing', () => {
    put(KEY, with1, START)
    undo(draftKey('a', '2026-10-12'))
    redo(KEY)
    expect(useDrafts.getState().open).toEqual({ [KEY]: with1 })
  })
  it('remember thirty steps, and are gone when they are left', () => {
    for (let i = 0; i < 40; i++)
      put(KEY, { ...START, basedOn: String(i) }, { ...START, basedOn: String(i - 1) })
    expect(useDrafts.getState().past[KEY]).toHaveLength(30)
    for (let i = 0; i < 40; i++) undo(KEY)
    expect(useDrafts.getState().open[KEY]!.basedOn).toBe('9')
    drop(KEY)
    expect(useDrafts.getState()).toMatchObject({ open: {}, past: {}, future: {} })
  })
})

describe('the columns of a board', () => {
  const widths = (days: number[]) =>
    columnsOf(days.map((d, i) => block(`x${i}`, d, 'ext_band')))['--days']
  it('days with work are wider while there are few of them', () => {
    expect(widths([1, 3])).toBe([1, 2, 1, 2, 1, 1, 1].map((w) => `minmax(0, ${w}fr)`).join(' '))
    expect(new Set(String(widths([0, 1, 2, 3, 4])).match(/\d+fr/g))).toEqual(new Set(['1fr']))
  })
})

it('an exercise is the same on the same day, however it is dosed', () => {
  const a = block('x', 1, 'ext_band')
  expect(isSame(a, { ...a, id: 'y', sets: 5 })).toBe(true)
  expect(isSame(a, { ...a, day: 2 })).toBe(false)
})
