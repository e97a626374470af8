import { useMemo } from 'react'
import { Link } from 'react-router'
import { checkSession } from '@mano/core/bench/check'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { Block, Place } from '@mano/core/plan/types'
import type { LoadSources } from '@mano/core/session/loads'
import { formatClock } from '@mano/core/units/format'

const name = (id: string): string => exerciseById(id)?.name.toLowerCase() ?? id
const listed = (ids: readonly string[]): string => ids.map(name).join(', ')

/** What the fatigue model says of a session, with how sure, before hands pay for it. */
export function FatigueLine({
  blocks,
  place,
  sources,
}: {
  blocks: readonly Block[]
  place: Place
  sources: LoadSources
}) {
  const check = useMemo(() => checkSession(blocks, place, sources), [blocks, place, sources])
  if (check.followed.length === 0) return null
  const w = check.worst
  return (
    <p className="note fatigue-line">
      <b>Fatigue model: </b>
      {w === null
        ? `no hold of ${listed(check.followed)} is likely to fail.`
        : `set ${w.set} of ${name(w.exerciseId)}, ${w.hand}, ${w.likely ? 'is likely to fail' : 'could fail'} (${Math.round(100 * w.fails)} of 100 draws)${
            w.restS !== null && w.restS > w.plannedRestS
              ? `: ${formatClock(w.restS)} of rest instead of ${formatClock(w.plannedRestS)} keeps it`
              : w.likely
                ? ': less load or a shorter hold'
                : ''
          }.`}{' '}
      {check.leftOut.length > 0 && `No load or test is known for ${listed(check.leftOut)}. `}A rough
      model: <Link to="/bench/simulator">try other rests</Link>.
    </p>
  )
}
