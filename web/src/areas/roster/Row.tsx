import { Link, useNavigate } from 'react-router'
import type { RosterRow } from '@mano/contract/athletes'
import { DAY_NAMES } from '@mano/core/intake/week'
import { whereIs } from '@mano/core/catalogue/places'
import { daysBetween, formatDate, weekStartOf } from '@mano/core/units/dates'
import { shownUnit } from '@mano/core/units/format'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { PairCell } from '../../drawn/PairCell'
import { doseWords } from '../plan/BlockCard'
import { exerciseName } from '@mano/core/catalogue/exercises'
import { actWord } from './words'
import { must } from '@mano/core/units/must'

const SQUARES = { done: 'done', missed: 'missed', gone: 'let go', ahead: 'to come' } as const

/**
 * One athlete on the day's list: when, what for, how the hands stand, what is held, what is asked.
 */
export function Row({ row, rank, today }: { row: RosterRow; rank: number | null; today: string }) {
  const navigate = useNavigate()
  const to = `/athletes/${row.id}/${row.call.stage}`
  return (
    <tr
      className={`need-${row.call.need}`}
      onClick={(e) => {
        if (!(e.target instanceof Element && e.target.closest('a'))) void navigate(to)
      }}
    >
      <td className="when">
        <When row={row} today={today} />
      </td>
      <td>
        <Link className="name" to={to}>
          {row.name}
        </Link>
        <small className="sport">{row.sportName ?? 'No sport yet'}</small>
      </td>
      <td className="main">
        <Main row={row} />
      </td>
      <td className="pc">
        <Key row={row} today={today} />
      </td>
      <td className="not">
        <Held row={row} />
      </td>
      <td className="needs">
        {row.call.need === 'none' ? (
          <span className="st check">
            <Icon name="check" />
            Nothing needed
          </span>
        ) : (
          <>
            {row.call.alarm && (
              <span className="st stop">
                <Icon name="stop" />
                {row.alarms > 0 ? 'Alarm' : 'Caution'}
              </span>
            )}
            <Link className="lnk" to={to}>
              {rank !== null && <b className="rank small">{rank}</b>}
              {actWord(row)}
            </Link>
            {rank === null && <small>{row.call.why}</small>}
          </>
        )}
      </td>
    </tr>
  )
}

function When({ row, today }: { row: RosterRow; today: string }) {
  const { next, done } = row.day
  if (!next) return <span className="blank">Nothing planned</span>
  const own = next.on === today
  return (
    <>
      <b>{own ? (next.at ?? 'Today') : formatDate(next.on, today, { weekday: true })}</b>
      <small>
        {own && done
          ? 'done'
          : own
            ? `${next.minutes} min ${whereIs(next.place)}`
            : [next.at, `${next.minutes} min`].filter(Boolean).join(', ')}
      </small>
    </>
  )
}

function Main({ row }: { row: RosterRow }) {
  const { next, week, group } = row.day
  const missed = week.filter((w) => w.state === 'missed')
  if (group === 'missed')
    return (
      <>
        <b>
          <span
            className="squares"
            role="img"
            aria-label={week.map((w) => `${dayOf(w.on)} ${SQUARES[w.state]}`).join(', ')}
          >
            {week.map((w) => (
              <i key={w.on} className={w.state} />
            ))}
          </span>
          Missed {missed.map((w) => dayOf(w.on)).join(' and ')}
        </b>
        {next && <small>{next.main.map((m) => exerciseName(m.exerciseId)).join(', ')} next</small>}
      </>
    )
  if (!next) return <span className="blank">No week is planned</span>
  return (
    <>
      <b>{exerciseName(must(next.main[0]).exerciseId)}</b>
      {next.main[1] && `, ${exerciseName(next.main[1].exerciseId).toLowerCase()}`}
      <small>
        {next.main.map((m) => doseWords(m)).join(', ')}
        {next.more > 0 && ` and ${next.more} more`}
      </small>
    </>
  )
}
const dayOf = (on: string): string => must(DAY_NAMES[daysBetween(weekStartOf(on), on)])

function Key({ row, today }: { row: RosterRow; today: string }) {
  const units = useUnits()
  const key = row.key
  if (!key) return <div className="q none">Not tested</div>
  return (
    <>
      <div className="q">
        {key.label}, {shownUnit(key.quantity, units)} · {formatDate(key.on, today)}
      </div>
      <PairCell
        quantity={key.quantity}
        left={key.left}
        right={key.right}
        both={key.both}
        weaker={key.weaker}
        stale={row.testsStale}
      />
    </>
  )
}

/** What the athlete may not do, the first of it; the rest is counted. */
function Held({ row }: { row: RosterRow }) {
  const [first, ...rest] = row.cautions
  if (!first) return <span className="blank">No cautions</span>
  return (
    <Link className={`held ${row.call.alarm ? 'alarm' : ''}`} to={`/athletes/${row.id}/intake`}>
      <Icon name="stop" />
      <span>
        <b>{first.title}</b>
        {first.hands === 'both' ? '' : `, ${first.hands} hand`}
        {rest.length > 0 && <small>and {rest.length} more</small>}
      </span>
    </Link>
  )
}
