import { Link } from 'react-router'
import type { SessionView } from '@mano/contract/tests'
import { protocolOf } from '@mano/core/catalogue/protocols'
import { allOutOf, liveUse } from '@mano/core/force/tries'
import { judgeTrace, readClenches } from '@mano/core/force/verdict'
import type { Trace } from '@mano/core/force/trace'
import { formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../../base/units'
import { HandLetter } from '../../../drawn/marks'
import { useAthletePage } from '../../athlete/AthletePage'
import { useTraces } from './useTraces'

const WHY_NOT = {
  released: 'let go before',
  slipped: 'slipped',
  'slow-rate': 'under 100 Hz',
  'not-quiet': 'no quiet start',
} as const

/** What the force records of a test show beside their results. */
export function TraceFacts({ session }: { session: SessionView }) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const list = [...session.traces].sort(
    (a, b) => a.ordinal - b.ordinal || (a.hand < b.hand ? -1 : 1),
  )
  const traces = useTraces(list.map((t) => t.trialId))
  const protocol = protocolOf(session)
  const use = protocol ? liveUse(protocol) : null
  if (list.length === 0 || !use) return null
  const kg = (n: number) => formatWithUnit(n, 'N', units)
  const cells = (trace: Trace): [string, string][] => {
    if (use === 'clenches') {
      const r = readClenches(trace)
      return [
        ['Clenches', String(r.clenches.length)],
        ['To 80 %', r.riseMs === null ? '–' : `${Math.round(r.riseMs)}\u00A0ms`],
        ['Release', r.releaseMs === null ? '–' : `${Math.round(r.releaseMs)}\u00A0ms`],
        ['Peak', r.peakN === null ? '–' : kg(r.peakN)],
      ]
    }
    if (use === 'bouts' || use === 'repeats') {
      const { means, result } = allOutOf(trace)
      return [
        ['Whole holds', String(means.length)],
        ['Critical force', result.ok ? kg(result.cf) : '–'],
        ['Of best hold', result.ok ? `${Math.round(result.cfPctOfPeak)}\u00A0%` : '–'],
        [
          'Last holds',
          result.ok ? (result.levelled ? 'level' : 'still falling: upper bound') : '–',
        ],
      ]
    }
    const v = judgeTrace(trace)
    const q = v.squeeze
    if (!q) return [['Verdict', v.word]]
    return [
      ['Verdict', v.word],
      ['To peak', `${q.to95S.toFixed(1)}\u00A0s`],
      ['Sag', q.sagPct === null ? '–' : `${Math.round(q.sagPct)}\u00A0%`],
      ['3 to 5 s', q.plateau.ok ? kg(q.plateau.value) : WHY_NOT[q.plateau.reason]],
      [
        'Rise 0.2 s',
        q.rfd200.ok
          ? `${Math.round(q.rfd200.value).toLocaleString('en')}\u00A0N/s`
          : WHY_NOT[q.rfd200.reason],
      ],
    ]
  }
  const rows = list.map((t, i) => ({ t, cells: traces[i] ? cells(traces[i].trace) : null }))
  const bars =
    use === 'bouts'
      ? list.flatMap((t, i) => (traces[i] ? [{ t, ...allOutOf(traces[i].trace) }] : []))
      : []
  const heads = rows.find((r) => r.cells && r.cells.length > 1)?.cells ?? [['Verdict', '']]
  return (
    <div className="trace-facts">
      <div className="earlier-head">
        <h2>Force records</h2>
        <Link className="lnk" to={`/athletes/${athlete.id}/tests/traces?session=${session.id}`}>
          Open and compare
        </Link>
      </div>
      <table className="earlier">
        <thead>
          <tr>
            <th>Trial</th>
            {heads.map(([h]) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ t, cells: c }) => (
            <tr key={t.trialId}>
              <td>
                <HandLetter hand={t.hand} />{' '}
                <span className="vh">
                  {t.hand === 'both' ? 'both hands' : `${t.hand} hand`}, trial{' '}
                </span>
                {t.ordinal}
              </td>
              {heads.map(([h]) => (
                <td key={h}>{c ? (c.find(([x]) => x === h)?.[1] ?? '–') : '…'}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {bars.map(({ t, means, result }) => (
        <Bouts key={t.trialId} hand={t.hand} means={means} cf={result.ok ? result.cf : null} />
      ))}
    </div>
  )
}

/** Mean of every all-out hold, and critical force as a line. */
function Bouts({ hand, means, cf }: { hand: string; means: readonly number[]; cf: number | null }) {
  const units = useUnits()
  const top = Math.max(...means) * 1.1
  const [w, h] = [884, 120]
  return (
    <svg
      className="force bouts"
      viewBox={`0 0 ${w} ${h}`}
      role="img"
      aria-label={`Mean force of ${means.length} all-out holds, ${hand} hand`}
    >
      {means.map((m, i) => (
        <rect
          key={i}
          className={`bout ${hand}`}
          x={8 + (i * (w - 16)) / 24}
          width={(w - 16) / 24 - 5}
          y={h - 16 - ((h - 24) * m) / top}
          height={((h - 24) * m) / top}
        />
      ))}
      {means.map((_, i) => (
        <text key={i} x={8 + ((i + 0.43) * (w - 16)) / 24} y={h - 2} textAnchor="middle">
          {i + 1}
        </text>
      ))}
      {cf !== null && (
        <>
          <line
            className="demand"
            x1={0}
            x2={w}
            y1={h - 16 - ((h - 24) * cf) / top}
            y2={h - 16 - ((h - 24) * cf) / top}
          />
          <text className="demand-says" x={w} y={h - 22 - ((h - 24) * cf) / top} textAnchor="end">
            Critical force {formatWithUnit(cf, 'N', units)}
          </text>
        </>
      )}
    </svg>
  )
}
