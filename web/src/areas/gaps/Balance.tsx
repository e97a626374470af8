import { balanceRows, type BalanceHand } from '@mano/core/gaps/balance'
import type { Series } from '@mano/core/record/series'
import { formatDate } from '@mano/core/units/dates'
import { useAthletePage } from '../athlete/AthletePage'
import './gaps.css'

/**
 * Opposite directions of each hand as ratios with their error; own history only, no norm claimed.
 */
export function Balance({ series }: { series: readonly Series[] }) {
  const { me } = useAthletePage()
  const rows = balanceRows(series)
  const all = rows.flatMap((r) =>
    r.hands.flatMap(({ ratio, history }) => [
      ...(ratio.ok ? [ratio.value, ...(ratio.ci ?? [])] : []),
      ...history.map((h) => h.value),
    ]),
  )
  const top = Math.max(1.2, ...all) * 1.05
  return (
    <section aria-label="Balance" className="balance">
      <div className="sp-head">
        <b className="L">Left hand</b>
        <span>Ratio, with its 95 % error; 1 is even</span>
        <b className="R">Right hand</b>
      </div>
      <ul>
        {rows.map((r) => (
          <li key={r.id}>
            <Hand side={r.hands[0]} top={top} />
            <div className="bal-mid">
              <b>{r.name}</b>
              <span>
                {r.on ? `tests of ${formatDate(r.on, me.today)} and later` : 'not tested'}
              </span>
            </div>
            <Hand side={r.hands[1]} top={top} />
            <p className="bal-says">
              <b>{r.says}</b> {r.plan}
            </p>
          </li>
        ))}
      </ul>
      <p className="note">
        Compared with this athlete's own earlier values. Mano claims no norm for these ratios: what
        is right differs by sport and by how the test is set up.
      </p>
    </section>
  )
}

function Hand({ side, top }: { side: BalanceHand; top: number }) {
  const { hand, ratio, history } = side
  const away = (v: number) => `${(100 * Math.min(v, top)) / top}%`
  const edge = hand === 'left' ? 'right' : 'left'
  return (
    <div className={`bal ${hand}`}>
      {ratio.ok ? (
        <b className={hand === 'left' ? 'L' : 'R'}>
          {ratio.value.toFixed(2)}
          <small>
            {ratio.ci
              ? `${ratio.ci[0].toFixed(2)} to ${ratio.ci[1].toFixed(2)}`
              : 'error not known'}
          </small>
        </b>
      ) : (
        <b className="blank">Not tested</b>
      )}
      <div
        className="bal-axis"
        role="img"
        aria-label={
          ratio.ok
            ? `${hand} ${ratio.value.toFixed(2)}, ${history.length} values over time`
            : `${hand} not tested`
        }
      >
        <u style={{ [edge]: away(1) }} />
        {ratio.ok && <i className="line" style={{ width: away(ratio.value) }} />}
        {ratio.ok && ratio.ci && (
          <s
            style={{
              [edge]: away(ratio.ci[0]),
              width: `calc(${away(ratio.ci[1])} - ${away(ratio.ci[0])})`,
            }}
          />
        )}
        {history.map((h, i) => (
          <i
            key={h.on}
            className="then"
            style={{ [edge]: away(h.value), top: 26 + (i * 14) / Math.max(1, history.length - 1) }}
          />
        ))}
        {!ratio.ok && <i className="none" />}
      </div>
    </div>
  )
}
