import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import type { ReviewView } from '@mano/contract/review'
import { changesOf, type Period } from '@mano/core/review/changes'
import { knownBy } from '@mano/core/record/known'
import { buildSeries } from '@mano/core/record/series'
import { addDays, isLocalDate } from '@mano/core/units/dates'
import { api } from '../../base/api'
import { useTests } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'

export const reviewKey = (athleteId: string) => ['review', athleteId] as const
export const SPANS = [
  { id: '4', name: '4 weeks' },
  { id: '12', name: '12 weeks' },
  { id: '26', name: '26 weeks' },
  { id: 'all', name: 'All' },
] as const
const YEARS_BACK = 6 * 365

/** The period in the address: a span up to today, or two dates of the coach's own. */
export function usePeriod() {
  const { me } = useAthletePage()
  const [search, setSearch] = useSearchParams()
  const [from, to] = [search.get('from'), search.get('to')]
  const own = from !== null && to !== null && isLocalDate(from) && isLocalDate(to) && from <= to
  const span = own ? null : (SPANS.find((s) => s.id === search.get('span'))?.id ?? '12')
  const period: Period = own
    ? { from, to }
    : { from: addDays(me.today, span === 'all' ? -YEARS_BACK : -7 * Number(span)), to: me.today }
  return {
    period,
    span,
    setSpan: (id: string) => setSearch({ span: id }, { replace: true }),
    setDates: (p: Period) => setSearch({ from: p.from, to: p.to }, { replace: true }),
  }
}

/** What the review is worked out from. */
export function useRecord(period: Period) {
  const { athlete } = useAthletePage()
  const tests = useTests(athlete.id)
  const review = useQuery({
    queryKey: [...reviewKey(athlete.id), period.from, period.to],
    queryFn: () =>
      api.get<ReviewView>(`/api/athletes/${athlete.id}/review?from=${period.from}&to=${period.to}`),
    placeholderData: (before) => before,
  })
  return { tests, review }
}

/** Everything the review says, from the same computation as its reports. */
export function useReview(period: Period) {
  const { tests, review } = useRecord(period)
  const sessions = tests.data
  const series = useMemo(
    () => buildSeries(sessions ?? []).filter((s) => !s.protocol.curve),
    [sessions],
  )
  const squad = review.data?.squad
  const { from, to } = period
  const known = useMemo(() => knownBy(squad ?? {}), [squad])
  const changes = useMemo(() => changesOf(series, { from, to }, known), [series, from, to, known])
  return { tests, review, series, changes, known }
}
