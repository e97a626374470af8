import { UnstyledButton } from '@mantine/core'
import { COUNT_IN_S, elapsedS, restLeftS } from '@mano/core/session/run'
import { WithSession } from './WithSession'
import type { FloorSession } from './store'
import { useFloorData, type FloorData } from './useFloorData'
import { useRun } from './useRun'

/**
 * One of several athletes at a station: what they are at and how long yet; a touch brings them up.
 * It keeps their clock.
 */
export function Tile({
  athleteId,
  ...props
}: {
  athleteId: string
  front: boolean
  turn: boolean
  onPick: () => void
}) {
  const { data } = useFloorData(athleteId)
  if (!data)
    return (
      <UnstyledButton className="f-tile" aria-busy="true" onClick={props.onPick}>
        …
      </UnstyledButton>
    )
  return <WithSession data={data}>{(own) => <Face data={data} own={own} {...props} />}</WithSession>
}

const WORDS = {
  warmup: 'Warm-up',
  ready: 'Ready',
  count: 'Get set',
  work: 'Working',
  confirm: 'To log',
  log: 'To log',
  rest: 'Rest',
  pain: 'Pain',
  close: 'Stretches',
  done: 'Done',
} as const

function Face({
  data,
  own,
  front,
  turn,
  onPick,
}: {
  data: FloorData
  own: FloorSession
  front: boolean
  turn: boolean
  onPick: () => void
}) {
  const run = useRun(data, own, true, false)
  const s =
    own.phase === 'rest'
      ? Math.ceil(restLeftS(own, run.now))
      : own.phase === 'count'
        ? Math.max(0, Math.ceil(COUNT_IN_S - elapsedS(own, run.now)))
        : own.phase === 'work'
          ? Math.floor(elapsedS(own, run.now))
          : null
  return (
    <UnstyledButton
      className={`f-tile hand-${run.step?.hand ?? 'both'} ${front ? 'front' : ''}`}
      aria-pressed={front}
      onClick={onPick}
    >
      <b>{data.athlete.name}</b>
      <span>
        {own.pausedAt !== null ? 'Paused' : WORDS[own.phase]}
        {s === null ? '' : ` ${s}\u00A0s`}
        {turn && front ? ' · your turn' : ''}
      </span>
    </UnstyledButton>
  )
}
