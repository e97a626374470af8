import { describe, expect, it } from 'vitest'
import { readCsv } from '../../src/units/csv'
import type { SheetContext } from '../../src/testing/sheet'
import {
  exerciseNamed,
  isSetsFile,
  readSetsCsv,
  setKey,
  SetsReader,
} from '../../src/session/importSets'
import { guessSets, looksLikeSets, mapSetRow, openInSets } from '../../src/session/mapSets'

const context: SheetContext = {
  today: '2026-11-25',
  athletes: [
    { id: 'a1', name: 'Noor Fairbrass' },
    { id: 'a2', name: 'Rui Castellane' },
  ],
}
const read = (lines: string[], more: Partial<SheetContext> = {}, onRecord: string[] = []) =>
  readSetsCsv(lines.join('\n'), { ...context, ...more }, onRecord)
const messages = (...lines: string[]) => {
  const r = read(lines)
  return r.ok ? [] : r.problems.map((p) => p.message)
}
const HEAD = 'athlete;date;exercise;hand;sets;load;unit;reps;seconds;pain'

describe('a file of sets', () => {
  it(
    'a line of five of both hands is ten sets, numbered ' + 'a hand; pounds and commas are read',
    () => {
      const r = read([HEAD, 'Noor Fairbrass;8.10.2026;roll_max;both;5;82,5;lb;;3;'])
      expect(r.ok && r.sets).toHaveLength(10)
      expect(r.ok && r.sets.filter((s) => s.hand === 'left').map((s) => s.set)).toEqual([
        1, 2, 3, 4, 5,
      ])
      expect(r.ok && r.sets[0]).toMatchObject({
        athleteId: 'a1',
        exerciseId: 'roll_max',
        on: '2026-10-08',
        enteredLoad: 82.5,
        enteredUnit: 'lb',
        seconds: 3,
        reps: null,
        ended: 'done',
      })
      // The international pound, 0.45359237 kg (from memory).
      expect(r.ok && r.sets[0]!.loadKg).toBeCloseTo(82.5 * 0.45359237, 6)
    },
  )
  it('an exercise of both hands at once asks for no hand, and a later line counts on', () => {
    const r = read([
      HEAD,
      'Noor Fairbrass;2026-10-08;Straight-arm hang, relaxed;;2;;;;1:05;',
      'Noor Fairbrass;2026-10-08;hang_dead;both;1;;;;50;',
    ])
    expect(r.ok && r.sets.map((s) => [s.hand, s.set, s.seconds])).toEqual([
      ['both', 1, 65],
      ['both', 2, 65],
      ['both', 3, 50],
    ])
  })
  it('what cannot be a set names its line and the way out, and keeps nothing', () => {
    const line = (rest: string) => `Noor Fairbrass;2026-10-08;${rest}`
    expect(messages(HEAD, line('hang_dead;left;1;;;;40;'))).toEqual([
      'Line 2: both hands work at once in Straight-arm hang, relaxed; the hand is both.',
    ])
    expect(messages(HEAD, line('roll_max;;1;30;kg;;3;'))[0]).toContain('needs left, right, or both')
    expect(messages(HEAD, line('hang_dead;;1;;;12;;'))[0]).toContain('is counted in seconds')
    expect(messages(HEAD, line('hang_dead;;1;900;kg;;40;'))[0]).toContain('up to 500 kg')
    expect(messages(HEAD, line('hang_dead;;1;20 stone;;;40;'))[0]).toContain('not a load')
    expect(messages(HEAD, line('Hanging about;;1;;;;40;'))[0]).toContain('no exercise is called')
    expect(messages(HEAD, line('hang_dead;;1;;;;40;11'))[0]).toContain('from 0 to 10')
    expect(messages(HEAD, 'Noor Fairbrass;2026-12-08;hang_dead;;1;;;;40;')[0]).toContain('future')
    expect(messages('athlete;date;reps', 'Noor Fairbrass;2026-10-08;3')[0]).toContain('exercise')
    expect(
      messages('athlete;date;exercise;set;sets;seconds', line('hang_dead;2;3;40'))[0],
    ).toContain('is one set')
    expect(messages(HEAD, line('roll_max;left;1;30;kg;;3;'), 'Nobody;x;y;;;;;;;')).toHaveLength(3)
  })
  it('a line like another, and a set on record, are left out unless wanted', () => {
    const line = 'Rui Castellane;2026-10-08;roll_max;left;1;30;kg;;3;'
    const once = read([HEAD, line, line])
    expect(once.ok && [once.sets.length, once.repeated]).toEqual([
      1,
      [{ line: 3, of: 2, says: expect.stringContaining('roll_max') }],
    ])
    const key = setKey({
      athleteId: 'a2',
      on: '2026-10-08',
      exerciseId: 'roll_max',
      hand: 'left',
      loadKg: 30,
      seconds: 3,
      reps: null,
    })
    const there = read([HEAD, line], {}, [key])
    expect(there.ok && [there.sets.length, there.already]).toEqual([0, 1])
    const wanted = read([HEAD, line], { wanted: new Set([2]) }, [key])
    expect(wanted.ok && wanted.sets).toHaveLength(1)
  })
  it('asks for what is on record of each day of an athlete once, and of no other day', () => {
    const { seen } = new SetsReader(context)
    const rows = (...days: [string, string][]) =>
      days.map(([athlete, date], i) => ({ line: i + 2, cells: { athlete, date } }))
    expect(
      seen.newDays(
        rows(
          ['Rui Castellane', '8.10.2026'],
          ['rui castellane', '2026-10-08'],
          ['a1', '2026-10-09'],
          ['Nobody', '2026-10-09'],
          ['a1', 'soon'],
        ),
      ),
    ).toEqual([
      { athleteId: 'a2', on: '2026-10-08' },
      { athleteId: 'a1', on: '2026-10-09' },
    ])
    expect(seen.newDays(rows(['a1', '2026-10-09'], ['a1', '2026-10-10']))).toEqual([
      { athleteId: 'a1', on: '2026-10-10' },
    ])
  })
  it('reads what an exercise was called in files of before', () => {
    const before = 'Pinch for time (quality follows the measured width)'
    const named = [before, 'pinch for time', 'pinch_hold'].map((n) => exerciseNamed(n)?.id)
    expect(named).toEqual(['pinch_hold', 'pinch_hold', 'pinch_hold'])
    expect(exerciseNamed('Pinch for time (heavy)')).toBeUndefined()
  })
  it('knows its own format by the header', () => {
    expect(isSetsFile(['athlete', 'date', 'exercise_id', 'reps'])).toBe(true)
    expect(isSetsFile(['athlete', 'date', 'protocol', 'left'])).toBe(false)
    expect(isSetsFile(['athlete', 'date', 'exercise', 'mood'])).toBe(false)
  })
})

describe("a coach's own sheet of sets", () => {
  const table = readCsv(
    [
      'Who,When,Exercise,Side,Sets,Reps,Weight kg,RPE',
      'Noor,25/9/2026,roll_max,L,3,2,30,7',
      '"Castellane, Rui",26/9/2026,relaxed hang,,2,40,,6',
    ].join('\n'),
  )
  if (!table.ok) throw new Error('the sheet is one')
  const { mapping, doubts } = guessSets(table, context.athletes)

  it('is told from a sheet of tests by what it names', () => {
    expect(looksLikeSets(table.columns)).toBe(true)
    expect(looksLikeSets(['Lifter', 'Tested', 'Grip L', 'Grip R'])).toBe(false)
  })
  it('is guessed, says so, and is open where nothing is said', () => {
    expect(mapping.columns).toMatchObject({ athlete: 'who', date: 'when', sets: 'sets' })
    expect(mapping).toMatchObject({ of: 'sets', dateOrder: 'dmy' })
    expect(mapping.names).toEqual({
      Noor: 'Noor Fairbrass',
      'Castellane, Rui': 'Rui Castellane',
    })
    expect(mapping.exercises).toEqual({ 'relaxed hang': 'Straight-arm hang, relaxed' })
    expect(doubts).toContain('"relaxed hang" is taken for Straight-arm hang, relaxed.')
    expect(openInSets(mapping)).toEqual([])
    expect(openInSets({ ...mapping, columns: { ...mapping.columns, reps: '' } })).toEqual([
      'Which column counts the repetitions or seconds?',
    ])
  })
  it('is read by its mapping; one column of amounts serves repetitions and seconds', () => {
    const { reps: column, ...rest } = mapping.columns
    const own = { ...mapping, columns: { ...rest, amount: column! } }
    const reader = new SetsReader(context)
    for (const row of table.rows) for (const line of mapSetRow(row, own)) reader.add(line, row)
    const r = reader.report()
    expect(r.ok && r.sets.map((s) => [s.athleteId, s.on, s.hand, s.loadKg, s.seconds])).toEqual([
      ...Array.from({ length: 3 }, () => ['a1', '2026-09-25', 'left', 30, 2]),
      ...Array.from({ length: 2 }, () => ['a2', '2026-09-26', 'both', null, 40]),
    ])
  })
})
