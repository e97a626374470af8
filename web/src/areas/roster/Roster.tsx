import { Button } from '@mantine/core'
import { useIntersection, useInterval } from '@mantine/hooks'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link } from 'react-router'
import type { Me } from '@mano/contract/accounts'
import type { RosterNeeds, RosterRow } from '@mano/contract/athletes'
import { TESTS_STALE_DAYS } from '@mano/core/catalogue/limits'
import { useCalm } from '../../base/calm'
import { useMe, useRoster, may } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { Decisions } from './Decisions'
import { Row } from './Row'
import { minutesAt } from './words'
import { stepBy } from '../../base/arrows'
import './roster.css'

const FirstSteps = lazy(() => import('./FirstSteps'))
/** Up to so many athletes a hall is led by the hand until its first session was run. */
const NEW_HALL = 2

const DAY = [
  { id: 'today', title: 'Train today' },
  { id: 'missed', title: 'Missed' },
  { id: 'later', title: 'Not today' },
] as const
const NEEDS = [
  { id: 'act', title: 'Act before they train' },
  { id: 'due', title: 'Due' },
  { id: 'none', title: 'Nothing needed' },
] as const
const SORTS = [
  { id: 'clock', name: 'By the clock' },
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

interface Group {
  id: string
  title: string
  rows: RosterRow[]
}
const grouped = (
  rows: readonly RosterRow[],
  groups: readonly { id: string; title: string }[],
  of: (r: RosterRow) => string,
): Group[] =>
  groups
    .map((g) => ({ ...g, rows: rows.filter((r) => of(r) === g.id) }))
    .filter((g) => g.rows.length > 0)

function groups(rows: readonly RosterRow[], sort: Sort): Group[] {
  if (sort === 'clock') return grouped(rows, DAY, (r) => r.day.group)
  if (sort === 'need') return grouped(rows, NEEDS, (r) => r.call.need)
  if (sort === 'name') return [{ id: 'all', title: 'All athletes', rows: [...rows] }]
  const sports = [...new Set(rows.map(sportName))].sort()
  return grouped(
    rows,
    sports.map((s) => ({ id: s, title: s })),
    sportName,
  )
}

export default function Roster() {
  const [sort, setSort] = useCalm<Sort>('clock')
  const roster = useRoster(sort)
  const me = useMe()
  const nowMin = useNowMin(me.data, me.dataUpdatedAt)
  if (roster.error && !roster.data)
    return <Failed error={roster.error} retry={() => void roster.refetch()} />
  const pages = roster.data?.pages ?? []
  const rows = pages.flatMap((p) => p.rows)
  const decisions = pages[0]?.decisions ?? []
  const needs = pages.at(-1)?.needs ?? { act: 0, due: 0, none: 0, all: 0, waits: 0, today: 0 }
  const today = me.data?.today ?? ''
  const shown = pages[0]?.order ?? sort
  return (
    <main className="ros">
      <div className="head">
        <h1>{today && longDate(today)}</h1>
        <p className="s">{needs.all > 0 && told(needs)}</p>
        <div className="flt" role="group" aria-label="Order" hidden={needs.all === 0}>
          {SORTS.map((s) => (
            <Button
              key={s.id}
              variant={s.id === sort ? 'filled' : 'default'}
              aria-pressed={s.id === sort}
              onClick={() => setSort(s.id)}
            >
              {s.name}
            </Button>
          ))}
        </div>
        {needs.today > 0 && (
          <Button variant="default" onClick={() => print()}>
            Print day
          </Button>
        )}
        {may(me.data, 'coach') && (
          <Button component={Link} variant="default" to="/athletes/new">
            Add athlete
          </Button>
        )}
      </div>
      {roster.isPending || !me.data ? (
        <div className="waits-here" aria-busy="true" />
      ) : (
        <>
          {rows.length <= NEW_HALL && may(me.data, 'coach') && (
            <Suspense fallback={<div className="waits-here" aria-busy="true" />}>
              <FirstSteps me={me.data} first={rows[0]} />
            </Suspense>
          )}
          {rows.length === 0 && !may(me.data, 'coach') && (
            <p className="blank">No athletes yet. A coach adds them.</p>
          )}
          {rows.length > 0 && (
            <>
              <Decisions rows={decisions} waits={needs.waits} today={today} nowMin={nowMin} />
              <Table rows={rows} sort={shown} needs={needs} decisions={decisions} today={today} />
            </>
          )}
        </>
      )}
      {roster.hasNextPage && (
        <More
          left={needs.all - rows.length}
          busy={roster.isFetchingNextPage}
          more={() => void roster.fetchNextPage()}
        />
      )}
      {rows.length > 0 && (
        <p className="note ros-foot">
          A bar is solid only where that hand is weaker by more than the error of its test. Tests
          older than {TESTS_STALE_DAYS} days are dashed. Mano does not diagnose; pain and injury
          belong to a licensed clinician.
        </p>
      )}
    </main>
  )
}

const LOOK_MS = 30_000
/** Minutes of the hall's day: the server's clock as it was read, run on while the page is open. */
function useNowMin(me: Me | undefined, readAt: number): number {
  const [now, setNow] = useState(() => Date.now())
  useInterval(() => setNow(Date.now()), LOOK_MS, { autoInvoke: true })
  if (!me) return 0
  const since = Math.max(0, now - readAt)
  return minutesAt(new Date(Date.parse(me.now) + since).toISOString(), me.hall.timeZone)
}

const told = ({ all, today, waits }: RosterNeeds): string =>
  [
    today === 0
      ? `None of ${all} trains today.`
      : `${today} of ${all} ${today === 1 ? 'trains' : 'train'} today.`,
    waits === 0 ? '' : `${waits} ${waits === 1 ? 'decision waits' : 'decisions wait'}.`,
  ]
    .filter(Boolean)
    .join(' ')

/** Further rows: asked for by the button, and by itself once it comes into sight. */
function More({ left, busy, more }: { left: number; busy: boolean; more: () => void }) {
  const { ref, entry } = useIntersection()
  const seen = entry?.isIntersecting ?? false
  useEffect(() => {
    if (seen && !busy) more()
  }, [seen, busy]) // oxlint-disable-line react/exhaustive-deps
  return (
    <p className="more-rows" ref={ref}>
      <Button variant="default" loading={busy} onClick={more}>
        {left} more
      </Button>
    </p>
  )
}

const COLUMNS = 6

function Table({
  rows,
  sort,
  needs,
  decisions,
  today,
}: {
  rows: readonly RosterRow[]
  sort: Sort
  needs: RosterNeeds
  decisions: readonly RosterRow[]
  today: string
}) {
  // Of a long roster the groups are told by the whole, not by the page.
  const counts: Partial<Record<string, number>> =
    sort === 'need' ? { act: needs.act, due: needs.due, none: needs.none } : { all: needs.all }
  const rankOf = (r: RosterRow): number | null => {
    const i = decisions.findIndex((d) => d.id === r.id)
    return i < 0 ? null : i + 1
  }
  return (
    <table onKeyDown={(e) => stepBy(e, 'a.name')}>
      <colgroup>
        <col className="c-when" />
        <col className="c-who" />
        <col />
        <col className="c-pair" />
        <col className="c-not" />
        <col className="c-needs" />
      </colgroup>
      <thead>
        <tr>
          <th scope="col">When</th>
          <th scope="col">Athlete</th>
          <th scope="col">Main exercise</th>
          <th scope="col" className="sp">
            <span className="L">Left</span>
            <span>latest test, best</span>
            <span className="R">Right</span>
          </th>
          <th scope="col">May not do</th>
          <th scope="col">Needs you</th>
        </tr>
      </thead>
      {groups(rows, sort).map((g) => (
        <tbody key={g.id} className={`g-${g.id}`}>
          <tr className="gh">
            <th colSpan={COLUMNS} scope="rowgroup">
              {g.title}
              <span>{counts[g.id] ?? (g.id === 'today' ? needs.today : g.rows.length)}</span>
            </th>
          </tr>
          {g.rows.map((r) => (
            <Row key={r.id} row={r} rank={rankOf(r)} today={today} />
          ))}
        </tbody>
      ))}
    </table>
  )
}
