import { describe, expect, it } from 'vitest'
import { guessColumns, readTraceCsv, traceColumns, traceCsv } from '../../src/force/csv'
import { traceOf } from '../../src/force/trace'

const lines = (n: number, row: (i: number) => string, head = 'time_s,force_N') =>
  [head, ...Array.from({ length: n }, (_, i) => row(i))].join('\n')
const bell = (i: number) => 300 * Math.sin((Math.PI * i) / 200)
const by = guessColumns(['time_s', 'force_n'])

describe('force records as CSV', () => {
  it('what is written is read again', () => {
    const made = traceOf(
      Array.from({ length: 200 }, (_, i) => i / 100),
      Array.from({ length: 200 }, (_, i) => bell(i)),
    )
    const back = made.ok && readTraceCsv(traceCsv(made.trace), by)
    expect(
      back &&
        back.ok && [
          back.trace.forceN.length,
          back.trace.rateHz,
          Math.round(back.peakN),
          back.doubt,
        ],
    ).toEqual([200, 100, 300, null])
  })
  it('text in line 40 names line 40 and takes nothing', () => {
    expect(
      readTraceCsv(
        lines(100, (i) => (i === 38 ? '0.38,slipped' : `${i / 100},${bell(i)}`)),
        by,
      ),
    ).toEqual({ ok: false, line: 40, message: 'Line 40: "slipped" is no force.' })
  })
  it("asks when the peak is no hand's, and says in which unit it would be", () => {
    const kg = readTraceCsv(
      lines(200, (i) => `${i / 100},${(bell(i) / 9.80665).toFixed(2)}`),
      { ...by, forceUnit: 'kN' },
    )
    expect(kg.ok && kg.doubt).toEqual(['N', 'kg', 'lb'])
    const kn = readTraceCsv(
      lines(200, (i) => `${i / 100},${(bell(i) / 1000).toFixed(4)}`),
      by,
    )
    expect(kn.ok && kn.doubt).toEqual(['kN'])
    expect(
      readTraceCsv(
        lines(200, (i) => `${i / 100},${bell(i)}`),
        by,
      ),
    ).toMatchObject({ doubt: null })
  })
  it('reads another device by its columns: ms, kg, semicolons and commas, no time column', () => {
    const text = lines(
      200,
      (i) => `${i * 10};${(bell(i) / 9.80665).toFixed(2).replace('.', ',')};x`,
      'Elapsed ms;Load kg;Note',
    )
    const table = traceColumns(text)
    const guess = guessColumns(table.ok ? table.columns : [])
    expect(guess).toMatchObject({ force: 'load_kg', forceUnit: 'kg' })
    const read = readTraceCsv(text, { ...guess, time: 'elapsed_ms', timeUnit: 'ms' })
    expect(read.ok && [read.trace.rateHz, Math.round(read.peakN)]).toEqual([100, 300])
    const bare = readTraceCsv(
      lines(200, (i) => `${bell(i)}`, 'force'),
      { ...guessColumns(['force']), rateHz: 80 },
    )
    expect(bare.ok && bare.trace.rateHz).toBe(80)
    expect(readTraceCsv('force\n1\n2', { ...guessColumns(['force']), rateHz: 1 })).toMatchObject({
      ok: false,
      line: null,
    })
  })
  it('refuses times that go back, too few samples, a column that is not there', () => {
    expect(
      readTraceCsv(
        lines(50, (i) => `${i === 20 ? 0.01 : i / 100},1`),
        by,
      ),
    ).toMatchObject({ ok: false, line: 22 })
    expect(
      readTraceCsv(
        lines(5, (i) => `${i / 100},1`),
        by,
      ),
    ).toMatchObject({ ok: false, message: 'Fewer than 10 samples.' })
    expect(
      readTraceCsv(
        lines(50, (i) => `${i / 100},1`),
        { ...by, force: 'torque' },
      ),
    ).toMatchObject({ ok: false, line: 1 })
    expect(
      readTraceCsv(
        lines(50, (i) => `${i},1`),
        { ...by, timeUnit: 's' },
      ),
    ).toMatchObject({ ok: false })
  })
})
