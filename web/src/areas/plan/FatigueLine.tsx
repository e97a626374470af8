import { useMemo } from 'react'
import { Link } from 'react-router'
import { checkSession, type SessionCheck } from '@mano/core/bench/check'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { Block } from '@mano/core/plan/types'
import type { Place } from '@mano/core/catalogue/places'
import type { LoadSources } from '@mano/core/session/sources'
import { formatClock } from '@mano/core/units/format'
import { textOf } from '@mano/core/bench/dials'

const name = (id: string): string => exerciseById(id)?.name.toLowerCase() ?? id
const listed = (ids: readonly string[]): string => ids.map(name).join(', ')

/** The exercise as the simulator's dials. */
function dials(w: NonNullable<SessionCheck['worst']>): string {
  const { left, right, holdS, sets, inTurn } = w.script
  const text = textOf({
    left: Math.round(100 * left),
    right: Math.round(100 * right),
    holdS: Math.round(holdS),
    reps: 1,
    betweenS: 3,
    sets,
    restS: 15 * Math.round(w.plannedRestS / 15),
    hands: inTurn ? 'turn' : 'both',
  })
  return `?a=${text}`
}

/** What the fatigue model says of a session, with how sure, before hands pay for it. */
export function FatigueLine({
  blocks,
  place,
  sources,
  hold,
}: {
  blocks: readonly Block[]
  place: Place
  sources: LoadSources
  /** Why nothing rises that day; null: it may. */
  hold: string | null
}) {
  const check = useMemo(
    () => checkSession(blocks, place, sources, hold),
    [blocks, place, sources, hold],
  )
  if (check.followed.length === 0) return null
  const w = check.worst
  return (
    <p className="note fatigue-line">
      <b>Fatigue model: </b>
      {w === null
        ? `no hold of ${listed(check.followed)} is likely to fail.`
        : `set ${w.set} of ${name(w.exerciseId)}, ${w.hand}, ` +
          `${w.likely ? 'is likely to fail' : 'could fail'} ` +
          `(${Math.round(100 * w.fails)} of 100 draws)` +
          (w.restS !== null && w.restS > w.plannedRestS
            ? `: ${formatClock(w.restS)} of rest instead of ${formatClock(w.plannedRestS)} keeps it`
            : w.likely
              ? ': less load or a shorter hold'
              : '') +
          `.`}{' '}
      {check.leftOut.length > 0 && `No load or test is known for ${listed(check.leftOut)}. `}A rough
      model: <Link to={`/bench/simulator${w ? dials(w) : ''}`}>try other rests</Link>.
    </p>
  )
}
