import { recordBook } from '@mano/core/review/records'
import type { Series } from '@mano/core/record/series'
import { groupBy } from '@mano/core/units/group'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { useTests } from '../../base/data'
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
  const book = groupBy(recordBook(series, tests.data ?? [], units), (b) => b.seriesKey)
  if (book.size === 0) return null
  return (
    <section className="series records" aria-label="Record book">
      <h2>Record book</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">Test</th>
            <th scope="col">Implement</th>
            <th scope="col">Best</th>
            <th scope="col">Day</th>
            <th scope="col">Conditions</th>
          </tr>
        </thead>
        <tbody>
          {[...book.values()].flatMap((own) =>
            own.map((b, i) => (
              <tr key={`${b.seriesKey} ${b.hand}`} className={i === 0 ? 'first' : ''}>
                {i === 0 && (
                  <>
                    <th scope="row" rowSpan={own.length}>
                      {b.test}
                      <small>{b.setup}</small>
                    </th>
                    <td rowSpan={own.length}>{b.implement}</td>
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
            )),
          )}
        </tbody>
      </table>
    </section>
  )
}
