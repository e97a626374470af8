import { useEffect, useRef } from 'react'
import { paceOf, readPace } from '@mano/core/session/pace'
import { elapsedS, tick } from '@mano/core/session/run'
import type { FloorSession } from './store'
import { useNow } from './useNow'
import type { Steps } from './useSteps'
import { cue } from './voice'

const SAY = { left: 'left', right: 'right', both: 'both hands' } as const
const MOVING: readonly FloorSession['phase'][] = ['count', 'work', 'rest', 'confirm', 'log']

/**
 * The clock of a session: it moves it on by itself, and says so. `drives`: this one does; `alone`:
 * nobody touches anything between two sets.
 */
export function useClock(
  own: FloorSession,
  { step, next, asks }: Steps,
  put: (more: Partial<FloorSession>) => void,
  { drives, alone }: { drives: boolean; alone: boolean },
) {
  const moving = MOVING.includes(own.phase) && own.pausedAt === null
  const now = useNow(moving, own.since, own.restUntil)
  const last = useRef(own.phase)
  useEffect(() => {
    if (!drives) return
    const r = tick(own, step, next, now, alone && asks.length === 0)
    if (r !== own) put(r)
  })
  useEffect(() => {
    const was = last.current
    last.current = own.phase
    if (!drives || was === own.phase) return
    if (own.phase === 'count' && step) cue(SAY[step.hand])
    if (own.phase === 'work' && was === 'count') cue('go', true)
    if (own.phase === 'confirm' || (own.phase === 'rest' && was === 'work')) cue('rest')
    if (own.phase === 'ready' && was === 'rest') cue('ready', true)
  }, [own.phase]) // oxlint-disable-line react/exhaustive-deps
  const pace = step ? paceOf(step.exerciseId) : null
  const beat = own.phase === 'work' && pace ? readPace(pace, elapsedS(own, now)) : null
  const beatKey = beat ? `${beat.round} ${beat.word}` : ''
  useEffect(() => {
    if (drives && beat && beatKey !== '') cue(beat.word, beat.on)
  }, [beatKey]) // oxlint-disable-line react/exhaustive-deps
  return { now, beat }
}
