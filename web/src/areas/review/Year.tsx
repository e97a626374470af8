import { useQuery } from '@tanstack/react-query'
import { protocolById } from '@mano/core/catalogue/protocols'
import { rowOf } from '@mano/core/units/row'
import { INJURY_SITES } from '@mano/core/catalogue/tissues'
import type { Period } from '@mano/core/review/changes'
import type { YearWeek } from '@mano/core/review/year'
import { addDays } from '@mano/core/units/dates'
import { groupBy } from '@mano/core/units/group'
import { api } from '../../base/api'
import { useTests } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { YearStrip, type YearMark } from '../../drawn/YearStrip'
import { useAthletePage } from '../athlete/AthletePage'

/** Weeks the strip has at least: those before the first record are left out. */
const LEAST = 26

/** The year at a glance, the period that is looked at within it. */
export function Year({ period }: { period: Period }) {
  const { athlete, me } = useAthletePage()
  const tests = useTests(athlete.id)
  const year = useQuery({
    queryKey: ['year', athlete.id],
    // What was done a moment ago is in it: no write makes it old by name.
    staleTime: 0,
    queryFn: () => api.get<YearWeek[]>(`/api/athletes/${athlete.id}/year`),
  })
  if (year.error && !year.data)
    return <Failed error={year.error} retry={() => void year.refetch()} />
  if (!year.data || !tests.data) return <div className="year-waits" aria-busy="true" />
  const days = groupBy(
    tests.data.filter((t) => !t.practice),
    (t) => t.performedOn,
  )
  const marks: YearMark[] = [
    ...[...days].map(([on, own]): YearMark => ({
      on,
      kind: 'test',
      says: [...new Set(own.map((t) => protocolById(t.protocolId)?.name ?? t.protocolId))].join(
        ', ',
      ),
    })),
    ...athlete.events.map((e): YearMark => ({ on: e.on, kind: 'contest', says: e.name })),
    ...athlete.injuries.map((i): YearMark => ({
      on: i.since ?? i.recordedOn,
      kind: 'injury',
      says: rowOf(INJURY_SITES, i.site).name,
    })),
  ]
  const begins = year.data.findIndex(
    (w) =>
      w.planned !== null ||
      w.done !== null ||
      marks.some((m) => m.on >= w.week && m.on <= addDays(w.week, 6)),
  )
  const from = Math.min(Math.max(0, begins), year.data.length - LEAST)
  return (
    <section className="year" aria-label="The year">
      <YearStrip weeks={year.data.slice(from)} marks={marks} period={period} today={me.today} />
      <p className="legend">
        <span>
          <i className="bar" />
          Hand load done, sets weighted by level
        </span>
        <span>
          <i className="bar open" />
          Planned
        </span>
        <span>
          <i className="bar light" />
          Lighter week, away or before a contest
        </span>
        <span>
          <b className="flag">⚑</b> Contest
        </span>
        <span>
          <b className="cross">×</b> Injury, figures: pain over 3 of 10
        </span>
      </p>
    </section>
  )
}
