import { Button } from '@mantine/core'
import { useIntersection } from '@mantine/hooks'
import { useEffect, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { AthleteName, RosterNeeds, RosterRow } from '@mano/contract/athletes'
import { STAGES, TESTS_STALE_DAYS } from '@mano/core/stages/rules'
import { formatDate } from '@mano/core/units/dates'
import { shownUnit } from '@mano/core/units/format'
import { rowOf } from '@mano/core/units/row'
import { useMe, useNames, useRoster } from '../../app/data'
import { Failed } from '../../app/Trouble'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'
import { StageStrip } from '../../hands/marks'
import { PairCell } from '../../hands/PairCell'
import './roster.css'

const NEEDS = [
  { id: 'act', title: 'Act before they train' },
  { id: 'due', title: 'Due' },
  { id: 'none', title: 'Nothing needed' },
] as const
const SORTS = [
  { id: 'need', name: 'By need' },
  { id: 'name', name: 'By name' },
  { id: 'sport', name: 'By sport' },
] as const
type Sort = (typeof SORTS)[number]['id']

const sportName = (row: RosterRow): string => row.sportName ?? 'No sport yet'
const longDate = (on: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  }).format(new Date(`${on}T12:00:00Z`))

function groups(
  rows: readonly RosterRow[],
  sort: Sort,
): { id: string; title: string; rows: RosterRow[] }[] {
  if (sort === 'need')
    return NEEDS.map((n) => ({ ...n, rows: rows.filter((r) => r.call.need === n.id) })).filter(
      (g) => g.rows.length > 0,
    )
  if (sort === 'name') return [{ id: 'all', title: 'All athletes', rows: [...rows] }]
  const sports = [...new Set(rows.map(sportName))].sort()
  return sports.map((s) => ({ id: s, title: s, rows: rows.filter((r) => sportName(r) === s) }))
}

export default function Roster() {
  const [sort, setSort] = useState<Sort>('need')
  const roster = useRoster(sort)
  const names = useNames()
  const me = useMe()
  if (roster.error && !roster.data)
    return <Failed error={roster.error} retry={() => void roster.refetch()} />
  const rows = roster.data?.pages.flatMap((p) => p.rows) ?? []
  const needs = roster.data?.pages.at(-1)?.needs ?? { act: 0, due: 0, none: 0, all: 0 }
  const today = me.data?.today ?? ''
  return (
    <main className="roster">
      <section className="ros">
        <div className="head">
          <h1>{today && longDate(today)}</h1>
          <p className="s">
            {needs.all > 0 &&
              (needs.act === 0
                ? `None of ${needs.all} athletes needs a decision before training.`
                : `${needs.act} of ${needs.all} athletes ${needs.act === 1 ? 'needs' : 'need'} a decision before training.`)}
          </p>
          <div className="flt" role="group" aria-label="Order">
            {SORTS.map((s) => (
              <button
                key={s.id}
                className={`btn ${s.id === sort ? 'pri' : ''}`}
                aria-pressed={s.id === sort}
                onClick={() => setSort(s.id)}
              >
                {s.name}
              </button>
            ))}
          </div>
          {me.data?.role === 'coach' && (
            <Link className="btn pri" to="/athletes/new">
              Add athlete
            </Link>
          )}
        </div>
        {roster.isSuccess && rows.length === 0 ? (
          <Empty />
        ) : (
          <Table rows={rows} sort={sort} needs={needs} loading={roster.isPending} today={today} />
        )}
        {roster.hasNextPage && (
          <More
            left={needs.all - rows.length}
            busy={roster.isFetchingNextPage}
            more={() => void roster.fetchNextPage()}
          />
        )}
      </section>
      <Aside rows={names.data ?? []} loading={names.isPending} coach={me.data?.role === 'coach'} />
    </main>
  )
}

/** Further rows: asked for by the button, and by itself once it comes into sight. */
function More({ left, busy, more }: { left: number; busy: boolean; more: () => void }) {
  const { ref, entry } = useIntersection()
  const seen = entry?.isIntersecting ?? false
  useEffect(() => {
    if (seen && !busy) more()
  }, [seen, busy]) // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <p className="more-rows" ref={ref}>
      <Button variant="default" loading={busy} onClick={more}>
        {left} more
      </Button>
    </p>
  )
}

function Table({
  rows,
  sort,
  needs,
  loading,
  today,
}: {
  rows: readonly RosterRow[]
  sort: Sort
  needs: RosterNeeds
  loading: boolean
  today: string
}) {
  return (
    <table onKeyDown={moveByArrows}>
      <colgroup>
        <col style={{ width: 168 }} />
        <col />
        <col style={{ width: 280 }} />
        <col style={{ width: 132 }} />
      </colgroup>
      <thead>
        <tr>
          <th scope="col">Athlete</th>
          <th scope="col">Why</th>
          <th scope="col" className="sp">
            <span className="L">Left</span>
            <span>latest test, best</span>
            <span className="R">Right</span>
          </th>
          <th scope="col">Stage</th>
        </tr>
      </thead>
      {loading && (
        <tbody aria-busy="true">
          {Array.from({ length: 6 }, (_, i) => (
            <tr key={i}>
              <td colSpan={4} style={{ height: 44 }} />
            </tr>
          ))}
        </tbody>
      )}
      {groups(rows, sort).map((g) => (
        <tbody key={g.id} className={`g-${g.id}`}>
          <tr className="gh">
            <th colSpan={4} scope="rowgroup">
              {g.title}
              <span>
                {sort === 'need'
                  ? needs[g.id as 'act' | 'due' | 'none']
                  : sort === 'name'
                    ? needs.all
                    : g.rows.length}
              </span>
            </th>
          </tr>
          {g.rows.map((r) => (
            <Row key={r.id} row={r} today={today} />
          ))}
        </tbody>
      ))}
    </table>
  )
}

/** Up and down go through the athletes' names. */
function moveByArrows(e: React.KeyboardEvent<HTMLElement>) {
  if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return
  const links = [...e.currentTarget.querySelectorAll<HTMLAnchorElement>('a.name')]
  const at = links.indexOf(document.activeElement as HTMLAnchorElement)
  const next = links[at + (e.key === 'ArrowDown' ? 1 : -1)]
  if (!next) return
  e.preventDefault()
  next.focus()
}

function Row({ row, today }: { row: RosterRow; today: string }) {
  const navigate = useNavigate()
  const units = useUnits()
  const stage = row.stages.find((s) => s.state === 'due' || s.state === 'stale')
  const stale = row.stages.some((s) => s.stage === 'tests' && s.state === 'stale')
  const key = row.key
  return (
    <tr
      className={`need-${row.call.need}`}
      onClick={(e) => {
        if (!(e.target as HTMLElement).closest('a'))
          void navigate(`/athletes/${row.id}/${row.call.stage}`)
      }}
    >
      <td>
        <Link className="name" to={`/athletes/${row.id}/${row.call.stage}`}>
          {row.name}
        </Link>
        <small>{sportName(row)}</small>
      </td>
      <td className="why">
        {row.call.why || <span className="blank">On course</span>}
        {row.alarms > 1 && (
          <span className="s">
            {' '}
            and {row.alarms - 1} more {row.alarms === 2 ? 'alarm' : 'alarms'}
          </span>
        )}
        {row.call.why && (
          <div>
            <Link className="lnk" to={`/athletes/${row.id}/${row.call.stage}`}>
              {row.call.action}
            </Link>
          </div>
        )}
      </td>
      <td className="pc">
        {key ? (
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
              stale={stale}
            />
          </>
        ) : (
          <div className="q none">Not tested</div>
        )}
      </td>
      <td>
        <StageStrip stages={row.stages} />
        <StateWord
          row={row}
          word={
            stage ? `${rowOf(STAGES, stage.stage).name} ${stage.word.toLowerCase()}` : 'In order'
          }
          state={stage?.state ?? 'done'}
        />
      </td>
    </tr>
  )
}

function StateWord({ row, word, state }: { row: RosterRow; word: string; state: string }) {
  if (row.call.alarm)
    return (
      <span className="st stop">
        <Icon name="stop" />
        {row.alarms > 0 ? 'Alarm' : 'Caution'}
      </span>
    )
  return (
    <span className={`st ${state === 'done' ? 'check' : ''}`}>
      <Icon name={state === 'done' ? 'check' : state === 'stale' ? 'hourglass' : 'clock'} />
      {word}
    </span>
  )
}

const Empty = () => (
  <div className="empty">
    <h2>No athletes yet</h2>
    <p className="s">
      Add the first one: a name and a sport are enough to start; hands, body mass and injuries come
      with intake.
    </p>
    <Link className="btn pri big" to="/athletes/new">
      Add the first athlete
    </Link>
  </div>
)

function Aside({
  rows,
  loading,
  coach,
}: {
  rows: readonly AthleteName[]
  loading: boolean
  coach: boolean
}) {
  const cautious = rows.filter((r) => r.cautions.length > 0)
  const today = rows.filter((r) => r.today)
  const missed = rows.filter((r) => r.missed)
  return (
    <aside>
      <h2 className="h3">On the floor today</h2>
      {!loading && today.length === 0 && <p className="note">No session planned today.</p>}
      <ul className="today">
        {today.map((r) => (
          <li key={r.id}>
            <Link to={`/athletes/${r.id}/floor`}>
              <b>{r.name}</b>
            </Link>
            {r.alarm && (
              <span className="st stop">
                <Icon name="stop" />
                Caution
              </span>
            )}
          </li>
        ))}
      </ul>
      {missed.length > 0 && (
        <>
          <h2 className="h3">Missed this week</h2>
          <ul className="today">
            {missed.map((r) => (
              <li key={r.id}>
                <Link to={`/athletes/${r.id}/plan`}>
                  <b>{r.name}</b>
                </Link>
                <span className="s">{r.missed}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <h2 className="h3">Cautions in force</h2>
      {!loading && cautious.length === 0 && (
        <p className="note">
          {coach
            ? 'None on record.'
            : 'None shown. Health answers are shown to coaches; starting a session judges them all the same.'}
        </p>
      )}
      <ul className="cautions">
        {cautious.map((r) => (
          <li key={r.id}>
            <Icon name="stop" />
            <div>
              <Link to={`/athletes/${r.id}/intake`}>
                <b>{r.name}</b>
              </Link>
              {r.cautions.map((c) => (
                <p key={c.title}>
                  {c.title}
                  {c.hands === 'both' ? '' : `, ${c.hands} hand`}. {c.says}
                </p>
              ))}
            </div>
          </li>
        ))}
      </ul>
      <p className="note">
        Mano does not diagnose; pain and injury belong to a licensed clinician.
      </p>
      <div className="foot">
        <h2 className="h3">Reading the stage strip</h2>
        <ul className="key">
          <li>
            <i className="done" />
            Done
          </li>
          <li>
            <i className="due" />
            Due
          </li>
          <li>
            <i className="stale" />
            Stale
          </li>
          <li>
            <i className="wait" />
            Not yet
          </li>
        </ul>
        <p className="note">
          A bar is solid only where that hand is weaker by more than the error of its test. Tests
          older than {TESTS_STALE_DAYS} days are stale.
        </p>
      </div>
    </aside>
  )
}
