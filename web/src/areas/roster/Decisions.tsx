import { Button } from '@mantine/core'
import { Link } from 'react-router'
import type { RosterRow } from '@mano/contract/athletes'
import { Icon } from '../../drawn/Icon'
import { useCalm } from '../../base/calm'
import { actWord, byWhen } from './words'

/** Decisions that stand open; the rest come when they are asked for. */
const SHOWN = 3

/** What waits for the coach, the soonest first, each with where it is decided. */
export function Decisions({
  rows,
  waits,
  today,
  nowMin,
}: {
  rows: readonly RosterRow[]
  waits: number
  today: string
  nowMin: number
}) {
  const [all, setAll] = useCalm(false)
  if (rows.length === 0) return <p className="no-decision">No decision waits.</p>
  return (
    <section className="decisions" aria-label="Decisions">
      {rows.slice(0, all ? rows.length : SHOWN).map((r, i) => {
        const { by, left } = byWhen(r, today, nowMin)
        const soon = r.day.group === 'today' && !r.day.done
        return (
          <article key={r.id} className={`${soon ? 'soon' : ''} ${i === 0 ? 'first' : ''}`}>
            <b className="rank" aria-hidden="true">
              {i + 1}
            </b>
            <div>
              <header>
                <Link className="name" to={`/athletes/${r.id}/${r.call.stage}`}>
                  {r.name}
                </Link>
                {r.call.alarm && (
                  <span className="chip alarm">
                    <Icon name="stop" />
                    {r.alarms > 0 ? 'Alarm' : 'Caution'}
                  </span>
                )}
                <span className="by">
                  <b>{by}</b>
                  {left && `, ${left}`}
                </span>
              </header>
              <p>
                {r.call.why}
                {/[.!?]$/.test(r.call.why) ? '' : '.'}
                {r.alarms > 1 && ` And ${r.alarms - 1} more.`}
              </p>
              <Button
                component={Link}
                variant={i === 0 ? 'filled' : 'default'}
                to={`/athletes/${r.id}/${r.call.stage}`}
              >
                {actWord(r)}
              </Button>
            </div>
          </article>
        )
      })}
      {!all && waits > SHOWN && (
        <Button variant="default" className="more-decisions" onClick={() => setAll(true)}>
          Show {Math.min(waits, rows.length) - SHOWN} more
        </Button>
      )}
    </section>
  )
}
