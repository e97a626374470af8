import { describe, expect, it } from 'vitest'
import { readCsv, writeCsv } from '../../src/units/csv'
import { readTrialsCsv, trialKey, type ImportContext } from '../../src/testing/import'
import { kgfToN } from '../../src/units/convert'

const context: ImportContext = {
  today: '2026-11-25',
  athletes: [
    { id: 'a1', name: 'Noor Fairbrass' },
    { id: 'a2', name: 'Rui Castellane' },
  ],
  units: [
    { id: 'u1', kind: 'dyno', label: 'Dynamometer 1', measurementId: 'm1' },
    { id: 'u2', kind: 'bar', label: 'Bar 1', measurementId: 'm2' },
    { id: 'u3', kind: 'bar', label: 'Bar 2', measurementId: 'm3' },
  ],
}
const read = (...lines: string[]) => readTrialsCsv(lines.join('\n'), context)
const problems = (...lines: string[]) => {
  const r = read(...lines)
  return r.ok ? [] : r.problems.map((p) => p.message)
}
const WIDE = 'athlete,date,protocol,trial,left,right,unit'
const LONG = 'athlete;date;protocol;hand;value;unit'

describe('a file of trials', () => {
  it('reads left and right columns into one session of alternating trials', () => {
    const r = read(
      WIDE,
      'Noor Fairbrass,2026-11-20,dyno_seated,1,36.5,41,kg',
      'noor fairbrass,2026-11-20,dyno_seated,2,37,40.2,kg',
    )
    expect(r).toMatchObject({ ok: true, trials: 4, lines: 2 })
    if (!r.ok) return
    expect(r.sessions).toHaveLength(1)
    expect(r.sessions[0]).toMatchObject({
      athleteId: 'a1',
      unitId: 'u1',
      measurementId: 'm1',
      variant: { position: '2' },
      performedOn: '2026-11-20',
    })
    expect(r.sessions[0]!.trials[1]).toMatchObject({
      hand: 'right',
      ordinal: 1,
      enteredValue: 41,
      value: kgfToN(41),
    })
  })
  it(
    'reads hand and value, semicolons, decimal commas, pounds, dotted dates and a byte ' +
      'order mark',
    () => {
      const r = read(
        `\uFEFF${LONG}`,
        'Rui Castellane;20.11.2026;dyno_seated;L;82,5;lb',
        'Rui Castellane;20.11.2026;dyno_seated;R;90;lb',
      )
      expect(r).toMatchObject({ ok: true, trials: 2 })
      expect(r.ok && r.sessions[0]!.trials[0]).toMatchObject({
        hand: 'left',
        enteredValue: 82.5,
        enteredUnit: 'lb',
        ordinal: 1,
      })
    },
  )
  it('reads a timed hang as both hands, with its own set-up', () => {
    const r = read(
      'athlete,date,protocol,implement,added_kg,value',
      'Noor Fairbrass,2026-11-20,hang_time,Bar 2,5,1:05',
    )
    expect(r.ok && r.sessions[0]).toMatchObject({
      unitId: 'u3',
      variant: { shoulders: 'active', palms: 'away', addedKg: '5' },
      trials: [{ hand: 'both', value: 65 }],
    })
  })
  it('keeps pain and struck trials', () => {
    const r = read(
      'athlete,date,protocol,hand,value,pain,struck',
      'Noor Fairbrass,2026-11-20,dyno_seated,left,30,2,slipped',
    )
    expect(r.ok && r.sessions[0]!.trials[0]).toMatchObject({ pain: 2, struckReason: 'slipped' })
  })
})

describe('anything wrong names its line and keeps nothing', () => {
  const good = 'Noor Fairbrass,2026-11-20,dyno_seated,'
  it('a bad line 7 among good ones', () => {
    const lines = [1, 2, 3, 4, 5].map((i) => `${good}${i},36.${i},41,kg`)
    const r = read(WIDE, ...lines, `${good}6,-4,41,kg`)
    expect(r.ok).toBe(false)
    expect(!r.ok && r.problems).toEqual([
      { line: 7, column: 'left', message: 'Line 7: A result cannot be negative.' },
    ])
  })
  it('counts empty lines and quoted line breaks', () => {
    expect(problems(WIDE, '', `${good}1,x,41,kg`)).toEqual(['Line 3: "x" is not a number.'])
    expect(
      problems(
        'athlete,date,protocol,hand,value,struck',
        'Noor Fairbrass,2026-11-20,dyno_seated,left,30,"two\nlines"',
        'Nobody,2026-11-20,dyno_seated,left,30,',
      ),
    ).toEqual(['Line 4: no athlete on the roster is called "Nobody".'])
  })
  it.each([
    ['letters', 'abc,41', 'Line 2: "abc" is not a number.'],
    ['900 kg', '900,41', 'Line 2: 900 kg is over 150 kg, more than this test takes.'],
    [
      'a right-hand trial in the left column',
      'R 41.0,',
      'Line 2: a right-hand trial in the left column.',
    ],
    ['no result', ',', 'Line 2: there is no result.'],
  ])('%s', (_, cells, message) =>
    expect(
      problems(
        'athlete,date,protocol,left,right',
        `Noor Fairbrass,2026-11-20,dyno_seated,${cells}`,
      ),
    ).toEqual([message]),
  )
  it('a hand column that disagrees with the filled column', () => {
    expect(
      problems(
        'athlete,date,protocol,hand,left,right',
        'Noor Fairbrass,2026-11-20,dyno_seated,right,41,',
      ),
    ).toEqual(['Line 2: a right-hand trial in the left column.'])
  })
  it.each([
    ['2026-11-26', 'Line 2: 2026-11-26 is in the future.'],
    ['11/20/2026', 'Line 2: "11/20/2026" is not a date; write 2026-10-08 or 08.10.2026.'],
    ['2026-02-30', 'Line 2: "2026-02-30" is not a date; write 2026-10-08 or 08.10.2026.'],
  ])('date %s', (date, message) =>
    expect(problems('athlete,date,protocol,left', `Noor Fairbrass,${date},dyno_seated,41`)).toEqual(
      [message],
    ),
  )
  it('units, hands, positions, pain, trial numbers and implements that do not fit', () => {
    expect(problems(LONG, 'Noor Fairbrass;2026-11-20;dyno_seated;left;41;s')[0]).toContain('not s')
    expect(problems(LONG, 'Noor Fairbrass;2026-11-20;dyno_seated;both;41;kg')[0]).toContain(
      'needs left or right',
    )
    expect(problems(LONG, 'Noor Fairbrass;2026-11-20;dyno_seated;up;41;kg')[0]).toContain(
      'is not a hand',
    )
    expect(
      problems(
        'athlete,date,protocol,position,left',
        'Noor Fairbrass,2026-11-20,dyno_seated,9,41',
      )[0],
    ).toContain('handle position is one of')
    expect(
      problems('athlete,date,protocol,pain,left', 'Noor Fairbrass,2026-11-20,dyno_seated,11,41')[0],
    ).toContain('from 0 to 10')
    expect(
      problems('athlete,date,protocol,value', 'Noor Fairbrass,2026-11-20,hang_time,60')[0],
    ).toContain('the kit has Bar 1, Bar 2')
    expect(
      problems('athlete,date,protocol,left', 'Noor Fairbrass,2026-11-20,girth,60')[0],
    ).toContain('cannot be imported')
  })
  it('a trial twice in the file is refused; one on record is left out and counted', () => {
    expect(problems(WIDE, `${good}1,36,,kg`, `${good}1,37,,kg`)).toEqual([
      'Line 3: trial 1 of the left hand is on line 2 already.',
    ])
    const key = trialKey('a1', '2026-11-20', 'dyno_seated', 'left', kgfToN(36))
    const r = readTrialsCsv(`${WIDE}\n${good}1,36,,kg`, context, [key])
    expect(r).toMatchObject({ ok: true, trials: 0, already: 1, sessions: [] })
  })
  it(
    'a line that repeats another, or the record, is ' + 'named and left out unless it is wanted',
    () => {
      const lines = [WIDE, `${good},36,,kg`, `${good},37,,kg`, `${good},36,,kg`].join('\n')
      const first = readTrialsCsv(lines, context)
      expect(first).toMatchObject({ ok: true, trials: 2, repeated: [{ line: 4, of: 2 }] })
      expect(readTrialsCsv(lines, { ...context, wanted: new Set([4]) })).toMatchObject({
        ok: true,
        trials: 3,
        repeated: [],
      })
      // On record under whatever number of its hand; two of one value are met one by one.
      const key = trialKey('a1', '2026-11-20', 'dyno_seated', 'left', kgfToN(36))
      expect(readTrialsCsv(lines, { ...context, wanted: new Set([4]) }, [key])).toMatchObject({
        ok: true,
        trials: 2,
        already: 1,
        repeated: [{ line: 2, of: 'record' }],
      })
    },
  )
  it('a line that is left out says nothing, not even what is wrong with it', () => {
    expect(
      readTrialsCsv([WIDE, `${good},36,,kg`, `${good},-4,,kg`].join('\n'), {
        ...context,
        without: new Set([3]),
      }),
    ).toMatchObject({ ok: true, trials: 1, without: 1 })
  })
  it('columns missing, unknown, twice, too many cells, nothing at all', () => {
    expect(problems('athlete,date,left', 'x,y,1')).toEqual([
      'Line 1: the column "protocol" is missing.',
    ])
    expect(problems('athlete,date,protocol,left,colour', 'x')[0]).toContain('"colour" is not known')
    expect(problems('athlete,date,protocol', 'x')[0]).toContain(
      'need the columns hand and value, or left and right',
    )
    expect(problems('athlete,athlete', 'x')).toEqual(['The column "athlete" is there twice.'])
    expect(problems(WIDE, `${good}1,36,5,41,2,kg`)[0]).toContain('A decimal comma needs semicolons')
    expect(problems('')).toEqual(['The first line must name the columns.'])
    expect(problems(WIDE)).toEqual(['There are no lines under the header line.'])
  })
})

describe('csv', () => {
  it('what is written is read again, quotes and separators included', () => {
    const rows = [
      ['a,b', 'say "hi"', 'two\nlines'],
      ['1', '', 'x'],
    ]
    const table = readCsv(writeCsv(['one', 'two', 'three'], rows))
    expect(table.ok && table.rows.map((r) => Object.values(r.cells))).toEqual(rows)
  })
  it('a cell a spreadsheet could run is made harmless', () =>
    expect(writeCsv(['n'], [['=1+1']])).toContain("'=1+1"))
})

it('a word that means several qualities is asked about, not guessed', () => {
  expect(problems(LONG, 'Rui Castellane;20.11.2026;crush;L;40;kg')[0]).toBe(
    'Line 2: "crush" may mean closing force, closed-fist hold, cloth and rope, open-hand ' +
      'hold: which? Write the name of the test, such as dyno_seated.',
  )
})
