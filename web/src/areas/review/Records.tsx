import { useMemo } from 'react'
import { recordBook } from '@mano/core/review/records'
import type { Series } from '@mano/core/record/series'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { useTests } from '../../base/data'
import { useListing } from '../../base/Listing'
import { useUnits } from '../../base/units'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'

/**
 * The best of each hand in each exact series: another implement, width or position is another line.
 */
export function Records({ series }: { series: readonly Series[] }) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const tests = useTests(athlete.id)
  const book = useMemo(
    () => recordBook(series, tests.data ?? [], units),
    [series, tests.data, units],
  )
  const list = useListing(book, {
    what: 'records',
    says: (b) => `${b.test} ${b.setup} ${b.implement} ${b.conditions}`,
    by: {
      test: (b) => `${b.test} ${b.setup}`,
      implement: (b) => b.implement,
      best: (b) => b.best,
      day: (b) => b.on,
    },
  })
  if (book.length === 0) return null
  return (
    <section className="series records" aria-label="Record book">
      <h2>Record book</h2>
      {list.find}
      <table>
        <thead>
          <tr>
            {list.th('test', 'Test')}
            {list.th('implement', 'Implement')}
            {list.th('best', 'Best')}
            {list.th('day', 'Day')}
            <th scope="col">Conditions</th>
          </tr>
        </thead>
        <tbody>
          {list.rows.map((b, i) => {
            const isFirst = list.rows[i - 1]?.seriesKey !== b.seriesKey
            const more = list.rows.slice(i + 1)
            const other = more.findIndex((x) => x.seriesKey !== b.seriesKey)
            const rows = 1 + (other < 0 ? more.length : other)
            return (
              <tr key={`${b.seriesKey} ${b.hand}`} className={isFirst ? 'first' : ''}>
                {isFirst && (
                  <>
                    <th scope="row" rowSpan={rows}>
                      {b.test}
                      <small>{b.setup}</small>
                    </th>
                    <td rowSpan={rows}>{b.implement}</td>
                  </>
                )}
                <td className="n">
                  <HandLetter hand={b.hand} />
                  <span className="vh">{b.hand} </span>{' '}
                  <b>{formatWithUnit(b.best, b.unit, units)}</b>
                </td>
                <td className="n">{formatDate(b.on, me.today)}</td>
                <td className="s">{b.conditions}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {list.foot}
    </section>
  )
}
