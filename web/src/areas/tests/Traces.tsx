import { Anchor, Checkbox } from '@mantine/core'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { readTrace } from '@mano/core/force/analyse'
import { traceCsv } from '@mano/core/force/csv'
import { lengthS, type Trace } from '@mano/core/force/trace'
import { protocolOf } from '@mano/core/catalogue/protocols'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { useTests } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { ForceChart, type Curve } from '../../drawn/ForceChart'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { useTraces } from './live/useTraces'
import './tests.css'

/** Curves that can be told apart on one picture. */
const MOST = 4

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
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const tests = useTests(athlete.id)
  const [params] = useSearchParams()
  const all = [...(tests.data ?? [])].reverse().flatMap((s) =>
    [...s.traces]
      .sort((a, b) => a.ordinal - b.ordinal || (a.hand < b.hand ? -1 : 1))
      .map((t) => ({
        ...t,
        session: s,
        trial: s.trials.find((x) => x.hand === t.hand && x.ordinal === t.ordinal),
      })),
  )
  const [picked, setPicked] = useState<readonly string[] | null>(null)
  const first = all
    .filter((t) => t.session.id === (params.get('session') ?? all[0]?.session.id))
    .slice(0, 2)
    .map((t) => t.trialId)
  const on = picked ?? first
  const traces = useTraces(on)
  if (tests.error && !tests.data)
    return <Failed error={tests.error} retry={() => void tests.refetch()} />
  if (!tests.data) return <main className="cols" aria-busy="true" />
  const shown = on.flatMap((id, k) => {
    const t = all.find((x) => x.trialId === id)
    const got = traces[k]
    return t && got ? [{ ...t, trace: got.trace, reading: readTrace(got.trace) }] : []
  })
  const curves = shown.map((t, k): Curve => ({
    trace: t.trace,
    zeroS: t.reading.squeezes[0]?.onsetS ?? t.trace.startS + 0.4,
    baseN: t.reading.baseline.offsetN,
    label:
      `${formatDate(t.session.performedOn, me.today)}, ` +
      `${t.hand === 'both' ? '' : `${t.hand} `}${t.ordinal}`,
    tone: t.hand === 'both' ? 'both' : t.hand,
    dash: shown.slice(0, k).some((x) => x.hand === t.hand),
    strong: !shown.slice(0, k).some((x) => x.hand === t.hand),
  }))
  const toS = Math.max(
    2,
    ...shown.map((t) =>
      Math.min(300, lengthS(t.trace) - (t.reading.squeezes[0]?.onsetS ?? 0) + t.trace.startS),
    ),
  )
  const topN = Math.max(50, ...shown.flatMap((t) => t.reading.squeezes.map((q) => 1.2 * q.peakN)))
  const toggle = (id: string) =>
    setPicked(on.includes(id) ? on.filter((x) => x !== id) : [...on, id].slice(-MOST))
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
            <ForceChart
              label="Force records laid over each other"
              curves={curves}
              fromS={-0.4}
              toS={toS}
              topN={topN}
            />
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
                {all.map((t) => {
                  const k = on.indexOf(t.trialId)
                  const got = k < 0 ? null : traces[k]
                  const protocol = protocolOf(t.session)
                  return (
                    <tr key={t.trialId} className={t.trial?.struck ? 'struck' : ''}>
                      <td>
                        <Checkbox
                          aria-label={
                            `Show ${t.hand} trial ${t.ordinal} of ` +
                            `${formatDate(t.session.performedOn, me.today)}`
                          }
                          checked={k >= 0}
                          onChange={() => toggle(t.trialId)}
                        />
                      </td>
                      <td>
                        <Link className="lnk" to={`/athletes/${athlete.id}/tests/${t.session.id}`}>
                          {formatDate(t.session.performedOn, me.today)}
                        </Link>
                      </td>
                      <td>
                        {protocol?.name}
                        <small>{t.session.unitLabel}</small>
                      </td>
                      <td>
                        <HandLetter hand={t.hand} />{' '}
                        <span className="vh">
                          {t.hand === 'both' ? 'both hands' : `${t.hand} hand`}, trial{' '}
                        </span>
                        {t.ordinal}
                      </td>
                      <td>
                        {t.trial && protocol
                          ? formatWithUnit(t.trial.value, protocol.unit, units)
                          : '–'}
                        {t.trial?.struck && <small>{t.trial.struck.reason.split('. ')[0]}</small>}
                      </td>
                      <td>{t.instrument}</td>
                      <td>
                        {got ? (
                          <Anchor
                            component="button"
                            type="button"
                            className="lnk"
                            onClick={() =>
                              save(
                                got.trace,
                                `${athlete.name} ${t.session.performedOn} ${t.hand} ${t.ordinal}`,
                              )
                            }
                          >
                            Save as CSV
                          </Anchor>
                        ) : null}
                      </td>
                    </tr>
                  )
                })}
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
