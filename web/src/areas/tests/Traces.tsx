import { Anchor, Checkbox } from '@mantine/core'
import { Link } from 'react-router'
import { protocolOf } from '@mano/core/catalogue/protocols'
import { traceCsv } from '@mano/core/force/csv'
import type { Trace } from '@mano/core/force/trace'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { ForceChart } from '../../drawn/ForceChart'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { BEFORE_S, MOST, useRecords, type ForceRecord } from './useRecords'
import './tests.css'

function save(trace: Trace, name: string): void {
  const a = Object.assign(document.createElement('a'), {
    href: URL.createObjectURL(new Blob([traceCsv(trace)], { type: 'text/csv' })),
    download: `${name}.csv`,
  })
  a.click()
  setTimeout(() => URL.revokeObjectURL(a.href), 1000)
}

/** Every force record of an athlete: opened again, laid over each other, saved as CSV. */
export default function Traces() {
  const { athlete } = useAthletePage()
  const { tests, all, isOn, traceOf, toggle, picture } = useRecords()
  if (tests.error && !tests.data)
    return <Failed error={tests.error} retry={() => void tests.refetch()} />
  if (!tests.data) return <main className="cols" aria-busy="true" />
  return (
    <main className="cols testing">
      <section>
        <div className="earlier-head first">
          <h2>Force records</h2>
          <Link className="lnk" to={`/athletes/${athlete.id}/tests`}>
            All tests
          </Link>
        </div>
        {all.length === 0 ? (
          <p className="blank">
            No force record yet. Take a test with an instrument, or read a record from a file in a
            test.
          </p>
        ) : (
          <>
            <ForceChart label="Force records laid over each other" fromS={-BEFORE_S} {...picture} />
            <table className="earlier traces">
              <thead>
                <tr>
                  <th>Shown</th>
                  <th>Day</th>
                  <th>Test</th>
                  <th>Trial</th>
                  <th>Result</th>
                  <th>By</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {all.map((t) => (
                  <Row
                    key={t.trialId}
                    t={t}
                    on={isOn(t.trialId)}
                    trace={traceOf(t.trialId)}
                    onToggle={() => toggle(t.trialId)}
                  />
                ))}
              </tbody>
            </table>
          </>
        )}
      </section>
      <aside>
        <h2 className="h3">What is shown</h2>
        <p className="steps">
          Records stand at the onset of the first squeeze, over their own rest. At most {MOST} at
          once; the first of a hand is drawn solid, others dashed.
        </p>
        <p className="note">
          Records of different implements or positions are different series: alike curves are no
          comparison of strength.
        </p>
      </aside>
    </main>
  )
}

/** A record; what is shown can be saved. */
function Row({
  t,
  on,
  trace,
  onToggle,
}: {
  t: ForceRecord
  on: boolean
  trace: Trace | null
  onToggle: () => void
}) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const protocol = protocolOf(t.session)
  const day = formatDate(t.session.performedOn, me.today)
  return (
    <tr className={t.trial?.struck ? 'struck' : ''}>
      <td>
        <Checkbox
          aria-label={`Show ${t.hand} trial ${t.ordinal} of ${day}`}
          checked={on}
          onChange={onToggle}
        />
      </td>
      <td>
        <Link className="lnk" to={`/athletes/${athlete.id}/tests/${t.session.id}`}>
          {day}
        </Link>
      </td>
      <td>
        {protocol?.name}
        <small>{t.session.unitLabel}</small>
      </td>
      <td>
        <HandLetter hand={t.hand} />{' '}
        <span className="vh">{t.hand === 'both' ? 'both hands' : `${t.hand} hand`}, trial </span>
        {t.ordinal}
      </td>
      <td>
        {t.trial && protocol ? formatWithUnit(t.trial.value, protocol.unit, units) : '–'}
        {t.trial?.struck && <small>{t.trial.struck.reason.split('. ')[0]}</small>}
      </td>
      <td>{t.instrument}</td>
      <td>
        {trace && (
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() =>
              save(trace, `${athlete.name} ${t.session.performedOn} ${t.hand} ${t.ordinal}`)
            }
          >
            Save as CSV
          </Anchor>
        )}
      </td>
    </tr>
  )
}
