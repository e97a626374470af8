import { useQuery } from '@tanstack/react-query'
import type { ConclusionView } from '@mano/contract/review'
import { formatDate } from '@mano/core/units/dates'
import { api } from '../../base/api'
import { useAthletePage } from '../athlete/AthletePage'

/** The athlete's newest conclusion; null: none yet. */
export const useConclusion = (athleteId: string): ConclusionView | null =>
  useQuery({
    queryKey: ['conclusion', athleteId],
    queryFn: () => api.get<ConclusionView | null>(`/api/athletes/${athleteId}/conclusion`),
    staleTime: 60_000,
  }).data ?? null

/** What the last review decided, beside the weeks it is for. */
export function FromReview({ conclusion }: { conclusion: ConclusionView }) {
  const { me } = useAthletePage()
  const taken = conclusion.lines.filter((l) => l.taken)
  return (
    <div className="block">
      <h2 className="h3">From the review, {formatDate(conclusion.savedOn, me.today)}</h2>
      {taken.length === 0 ? (
        <p className="s">Nothing to change.</p>
      ) : (
        <ul className="from-review">
          {taken.map((l) => (
            <li key={l.id}>
              <b>{l.title}</b> <span className="s">{l.says}</span>
            </li>
          ))}
        </ul>
      )}
      {conclusion.note && <p className="s">{conclusion.note}</p>}
    </div>
  )
}
