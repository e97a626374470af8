import { counted } from '@mano/core/units/counted'
import { may } from '../../base/data'
import { useQuery } from '@tanstack/react-query'
import type { SeenView } from '@mano/contract/athletes'
import { formatDate } from '@mano/core/units/dates'
import { api } from '../../base/api'
import { useAthletePage } from '../athlete/AthletePage'

/** Who looked at the health answers of this athlete: by day, kept by itself. */
export function Seen() {
  const { athlete, me } = useAthletePage()
  const seen = useQuery({
    queryKey: ['athlete', athlete.id, 'seen'],
    queryFn: () => api.get<SeenView[]>(`/api/athletes/${athlete.id}/seen`),
    enabled: may(me, 'coach'),
  })
  if (!seen.data || seen.data.length === 0) return null
  return (
    <details className="seen">
      <summary>Who has seen this page</summary>
      <ul>
        {seen.data.map((s) => (
          <li key={s.by}>
            <b>{s.by}</b> on {counted(s.days, 'day')}, last{' '}
            {formatDate(s.last, me.today, { weekday: true })}
          </li>
        ))}
      </ul>
      <p className="note">Health answers are shown to coaches only.</p>
    </details>
  )
}
