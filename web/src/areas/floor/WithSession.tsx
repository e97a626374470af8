import { useEffect } from 'react'
import { Link } from 'react-router'
import { type FloorSession, sessionKey, useFloor, useFloorReady } from './store'
import type { FloorData } from './useFloorData'
import { todaySession } from './useToday'
/** Begins the day's session where none runs yet. */
export function WithSession({
  data,
  children,
}: {
  data: FloorData
  children: (own: FloorSession) => React.ReactNode
}) {
  const ready = useFloorReady()
  const own = useFloor((s) => s.sessions[sessionKey(data.athlete.id, data.today)])
  const begin = useFloor((s) => s.begin)
  const versionId = todaySession(data.athlete, data.plan, data.today)?.version.id
  useEffect(() => {
    if (ready && versionId && !own)
      begin({ athleteId: data.athlete.id, planVersionId: versionId, on: data.today })
  }, [ready, versionId, own, data.athlete.id, data.today, begin])
  if (!versionId)
    return (
      <div className="f-end">
        <h1>Nothing planned today</h1>
        {!data.link && (
          <Link className="f-btn" to={`/athletes/${data.athlete.id}/floor`}>
            Back
          </Link>
        )}
      </div>
    )
  return own ? children(own) : <div aria-busy="true" />
}
