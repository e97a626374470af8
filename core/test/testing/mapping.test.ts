import { describe, expect, it } from 'vitest'
import { readCsv, type CsvTable } from '../../src/units/csv'
import { TrialsReader, type ImportReport } from '../../src/testing/import'
import {
  dateBy,
  guessDates,
  guessMapping,
  headerKey,
  isTrialsFile,
  mapRow,
  openIn,
  type SheetMapping,
} from '../../src/testing/mapping'

const ROSTER = [
  { id: 'a1', name: 'Noor Fairbrass' },
  { id: 'a2', name: 'Ines Varrow' },
]
const UNITS = [
  { id: 'u1', kind: 'dyno', label: 'Dyno A', measurementId: 'm1' },
  { id: 'u2', kind: 'bar', label: 'Bar 1', measurementId: 'm2' },
]
const table = (...lines: string[]) => readCsv(lines.join('\n')) as Extract<CsvTable, { ok: true }>
function read(t: Extract<CsvTable, { ok: true }>, m: SheetMapping): ImportReport {
  const reader = new TrialsReader({
    today: '2026-11-25',
    athletes: ROSTER,
    units: UNITS,
  })
  for (const row of t.rows) for (const line of mapRow(row, m)) reader.add(line, row)
  return reader.report()
}

describe("a coach's own sheet", () => {
  const wide = table(
    'Name;Day;Body mass;Grip L (kg);Grip R (kg);Hang (s)',
    'Noor Fairbrass;13.10.2026;61;36,5;41;62',
    'Varrow, Ines;20.10.26;55;30;31;',
    'Ines;20.10.26;55;30,5;31;1:05',
  )
  it(
    'is guessed from header and cells: hands, units, tests, dates, names; a body mass is ' +
      'no result',
    () => {
      const { mapping, doubts } = guessMapping(wide, ROSTER)
      expect(mapping.columns).toEqual({ athlete: 'name', date: 'day' })
      expect(mapping.results).toEqual([
        { column: 'grip_l_(kg)', protocolId: 'dyno_seated', hand: 'left', unit: 'kg' },
        { column: 'grip_r_(kg)', protocolId: 'dyno_seated', hand: 'right', unit: 'kg' },
        { column: 'hang_(s)', protocolId: 'hang_time', hand: null, unit: 's' },
      ])
      expect(mapping.dateOrder).toBe('dmy')
      expect(mapping.names).toEqual({ 'Varrow, Ines': 'Ines Varrow', Ines: 'Ines Varrow' })
      expect(doubts.join(' ')).toContain('"Ines" is taken for Ines Varrow.')
      expect(openIn(mapping)).toEqual([])
    },
  )
  it(
    'is read with its mapping: lines keep their number, empty cells are no trials, clock ' +
      'times are times',
    () => {
      const r = read(wide, guessMapping(wide, ROSTER).mapping)
      expect(
        r.ok &&
          r.sessions.map((s) => [
            s.athleteName,
            s.performedOn,
            s.protocolId,
            s.trials.map((t) => [t.line, t.hand, t.ordinal, t.enteredValue, t.enteredUnit]),
          ]),
      ).toEqual([
        [
          'Noor Fairbrass',
          '2026-10-13',
          'dyno_seated',
          [
            [2, 'left', 1, 36.5, 'kg'],
            [2, 'right', 1, 41, 'kg'],
          ],
        ],
        ['Noor Fairbrass', '2026-10-13', 'hang_time', [[2, 'both', 1, 62, 's']]],
        [
          'Ines Varrow',
          '2026-10-20',
          'dyno_seated',
          [
            [3, 'left', 1, 30, 'kg'],
            [3, 'right', 1, 31, 'kg'],
            [4, 'left', 2, 30.5, 'kg'],
            [4, 'right', 2, 31, 'kg'],
          ],
        ],
        ['Ines Varrow', '2026-10-20', 'hang_time', [[4, 'both', 1, 65, 's']]],
      ])
    },
  )
  it(
    'in long form takes test, hand and unit from their columns, and a unit written in the ' +
      'cell first',
    () => {
      const t = table(
        'who,date,test,side,result',
        'Noor Fairbrass,2026-10-08,grip,L,80 lbs',
        'Noor Fairbrass,2026-10-08,Dynamometer,r,41',
        'Noor Fairbrass,2026-10-08,hang,,62',
      )
      const { mapping } = guessMapping(t, ROSTER)
      expect(mapping).toMatchObject({
        columns: { athlete: 'who', date: 'date', protocol: 'test', hand: 'side' },
        results: [{ column: 'result', protocolId: null, hand: null }],
      })
      const r = read(t, mapping)
      expect(!r.ok && r.problems).toBe(false)
      expect(
        r.ok &&
          r.sessions.flatMap((s) =>
            s.trials.map((x) => [s.protocolId, x.hand, x.enteredValue, x.enteredUnit]),
          ),
      ).toEqual([
        ['dyno_seated', 'left', 80, 'lb'],
        ['dyno_seated', 'right', 41, 'kg'],
        ['hang_time', 'both', 62, 's'],
      ])
    },
  )
  it('says what is still open, and names the line and column of what does not fit', () => {
    const t = table('date,x', '2026-10-08,forty')
    const { mapping } = guessMapping(t, ROSTER)
    expect(openIn(mapping)).toEqual([
      'Which column names the athlete?',
      'Which columns hold results?',
    ])
    const told: SheetMapping = {
      ...mapping,
      fixed: { athlete: 'Noor Fairbrass' },
      results: [{ column: 'x', protocolId: 'dyno_seated', hand: 'left', unit: 'kg' }],
    }
    expect(openIn(told)).toEqual([])
    expect(openIn({ ...told, results: [{ ...told.results[0]!, hand: null }] })).toEqual([
      'Which hand is "x"?',
    ])
    const r = read(t, told)
    expect(!r.ok && r.problems.map((p) => [p.line, p.column])).toEqual([[2, 'value']])
  })
  it('is told from a trials file, and remembered by its header', () => {
    expect(isTrialsFile(['athlete', 'date', 'protocol', 'left', 'right'])).toBe(true)
    expect(isTrialsFile(wide.columns)).toBe(false)
    expect(headerKey(['a', 'b'])).not.toBe(headerKey(['a b']))
  })
})

describe('dates of a sheet', () => {
  it.each([
    [['2026-10-08', '2026-10-20'], 'ymd', null, false],
    [['13/10/2026', '02/03/2026'], 'dmy', '02/03/2026', false],
    [['10/13/2026', '02/03/2026'], 'mdy', '02/03/2026', false],
    // Nothing says which: the coach is asked, whatever stands between the numbers.
    [['08.10.2026'], null, '08.10.2026', false],
    [['03/04/2026', '05/06/2026'], null, '03/04/2026', false],
    [['03.10.2026', '10.14.2026'], null, '03.10.2026', false],
    // Some lines one way, some the other.
    [['03.10.2026', '25.10.2026', '10/14/2026'], null, '03.10.2026', true],
    [['3.3.2026'], 'dmy', null, false],
    [[], 'ymd', null, false],
  ] as const)('%j: order %s, two ways %s, mixed %s', (cells, order, two, mixed) =>
    expect(guessDates(cells)).toEqual({
      order,
      mixed,
      twoWays: two && { text: two, dmy: dateBy(two, 'dmy'), mdy: dateBy(two, 'mdy') },
    }),
  )
  it('are open until the coach says, and a single line can be turned', () => {
    const t = table(
      'name,date,grip_l',
      'Noor Fairbrass,03.10.2026,40',
      'Noor Fairbrass,10/14/2026,41',
    )
    const { mapping } = guessMapping(t, ROSTER)
    expect(openIn(mapping)).toContain('Is the day written first in the dates, or the month?')
    const said: SheetMapping = { ...mapping, dateOrder: 'dmy' }
    expect(t.rows.map((r) => mapRow(r, said)[0]!.cells['date'])).toEqual([
      '2026-10-03',
      '10/14/2026',
    ])
    expect(mapRow(t.rows[1]!, said, true)[0]!.cells['date']).toBe('2026-10-14')
  })
  it('become days; what is none stays for the report', () => {
    expect([
      dateBy('3.4.26', 'dmy'),
      dateBy('3/4/2026', 'mdy'),
      dateBy('2026/4/3', 'ymd'),
      dateBy('31.2.2026', 'dmy'),
      dateBy('spring', 'dmy'),
    ]).toEqual(['2026-04-03', '2026-03-04', '2026-04-03', '31.2.2026', 'spring'])
  })
})
