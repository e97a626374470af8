import { may, useMe } from '../../base/data'
import { WithSession } from './WithSession'
import { useEffect, useState } from 'react'
import { Navigate, useParams, useSearchParams } from 'react-router'
import { restLeftS } from '@mano/core/session/run'
import { flush } from '../../base/outbox'
import { Failed } from '../../base/Trouble'
import { Stage } from './Stage'
import { useFloor, type FloorSession } from './store'
import { Tile } from './Tile'
import { useFloorData, type FloorData } from './useFloorData'
import { useRun } from './useRun'
import { useAwake } from './voice'
import { must } from '@mano/core/units/must'
import './floor.css'

/** The floor: one athlete, or several at a station with whose turn it is along the top. */
export default function FloorRun() {
  const { athleteId } = useParams()
  const me = useMe().data
  // Without the server nobody is known: the session goes on.
  if (me && !may(me, 'test')) return <Navigate to={`/athletes/${athleteId}/floor`} replace />
  return <Run />
}

function Run() {
  const { athleteId } = useParams()
  const [params] = useSearchParams()
  const ids = [
    ...new Set([must(athleteId), ...(params.get('with')?.split(',').filter(Boolean) ?? [])]),
  ]
  const [front, setFront] = useState(must(athleteId))
  const [turn, setTurn] = useState<string | null>(null)
  useEffect(() => void flush(), [])
  useAwake(true)
  const several = ids.length > 1
  /** After a set the one whose rest is over first is up. */
  const follow = () => {
    const { sessions } = useFloor.getState()
    const own = Object.values(sessions).filter((s) => ids.includes(s.athleteId))
    const now = Date.now()
    const wait = (s: FloorSession) =>
      s.phase === 'rest'
        ? restLeftS(s, now)
        : s.phase === 'ready' || s.phase === 'warmup'
          ? 0
          : Infinity
    const best = own
      .filter((s) => s.athleteId !== front && wait(s) < Infinity)
      .sort((a, b) => wait(a) - wait(b))[0]
    if (best) {
      setFront(best.athleteId)
      setTurn(best.athleteId)
    }
  }
  return (
    <main className={`floor ${several ? 'several' : ''}`}>
      {several && (
        <div className="f-squad" role="group" aria-label="Athletes at this station">
          {ids.map((id) => (
            <Tile
              key={id}
              athleteId={id}
              front={id === front}
              turn={id === turn}
              onPick={() => setFront(id)}
            />
          ))}
        </div>
      )}
      <One key={front} athleteId={front} alone={!several} onKept={several ? follow : undefined} />
    </main>
  )
}

function One({
  athleteId,
  alone,
  onKept,
}: {
  athleteId: string
  alone: boolean
  onKept: (() => void) | undefined
}) {
  const { data, error } = useFloorData(athleteId)
  if (error) return <Failed error={error} />
  if (!data) return <div aria-busy="true" />
  return (
    <WithSession data={data}>
      {(own) => (
        <Running
          data={data}
          own={own}
          alone={alone}
          onKept={onKept}
          back={`/athletes/${athleteId}/floor`}
        />
      )}
    </WithSession>
  )
}

export function Running({
  data,
  own,
  alone,
  onKept,
  back,
}: {
  data: FloorData
  own: FloorSession
  alone: boolean
  onKept?: (() => void) | undefined
  back: string | null
}) {
  const run = useRun(data, own, alone, alone)
  return <Stage run={run} onKept={onKept} back={back} />
}
