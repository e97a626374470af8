import { may } from '../../base/data'
import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { PlanVersionView } from '@mano/contract/plan'
import { handLoad, wholeWeekMinutes } from '@mano/core/plan/time'
import { formatDate } from '@mano/core/units/dates'
import { api } from '../../base/api'
import { Failed } from '../../base/Trouble'
import { useAthletePage } from '../athlete/AthletePage'
import { ChangeList } from './ChangeList'
import { changesOf } from './weekChanges'
import { planKey } from './usePlan'
import { KINDS } from './WeekTermsPanel'
import { Choice } from '../../base/Choice'
import { must } from '@mano/core/units/must'

/** Every version of a week, who made it and why; two of them side by side. */
export function Versions({
  newest,
  onBack,
}: {
  newest: PlanVersionView
  onBack: (v: PlanVersionView) => void
}) {
  const { athlete, me } = useAthletePage()
  const read = useQuery({
    queryKey: [...planKey(athlete.id), 'versions', newest.weekStart, newest.id],
    queryFn: () =>
      api.get<PlanVersionView[]>(`/api/athletes/${athlete.id}/plans?week=${newest.weekStart}`),
  })
  const [from, setFrom] = useState<number | null>(null)
  const [to, setTo] = useState<number | null>(null)
  if (read.error) return <Failed error={read.error} retry={() => void read.refetch()} />
  const all = read.data
  if (!all) return <p aria-busy="true">Reading …</p>
  const [a, b] = [
    must(all.find((v) => v.number === (from ?? Math.max(1, all.length - 1)))),
    must(all.find((v) => v.number === (to ?? all.length))),
  ]
  const changes = changesOf(a.blocks, b.blocks)
  const pick = (label: string, value: number, set: (n: number) => void) => (
    <Choice
      label={label}
      value={value}
      onChange={set}
      data={all.map((v) => ({ value: v.number, label: `Version ${v.number}` }))}
    />
  )
  return (
    <div className="change versions">
      <ol>
        {[...all].reverse().map((v) => (
          <li key={v.id}>
            <b>Version {v.number}</b>
            <span>
              {formatDate(v.savedOn, me.today)},{' '}
              {new Date(v.savedAt).toLocaleTimeString('en-GB', {
                hour: '2-digit',
                minute: '2-digit',
              })}
              , by {v.by}
            </span>
            <span className="s">
              {[v.terms.origin, v.reason || 'all rules held'].filter(Boolean).join(': ')}
            </span>
          </li>
        ))}
      </ol>
      <div className="row">
        {pick('Compare', a.number, setFrom)}
        {pick('with', b.number, setTo)}
      </div>
      <table className="facts">
        <thead>
          <tr>
            <th scope="col">The week</th>
            <th scope="col">Version {a.number}</th>
            <th scope="col">Version {b.number}</th>
          </tr>
        </thead>
        <tbody>
          {(
            [
              ['Kind', (v) => KINDS[v.terms.kind ?? 'ordinary']],
              ['Blocks', (v) => String(v.blocks.length)],
              ['Minutes', (v) => String(wholeWeekMinutes(v.blocks))],
              ['Hand load', (v) => handLoad(v.blocks).toFixed(1)],
            ] as [string, (v: PlanVersionView) => string][]
          ).map(([name, f]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{f(a)}</td>
              <td>{f(b)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {a.number === b.number ? (
        <p className="note">Choose two versions to see what changed.</p>
      ) : changes.length === 0 ? (
        <p className="note">The exercises are the same.</p>
      ) : (
        <ChangeList changes={changes} />
      )}
      {may(me, 'coach') && a.number !== all.length && (
        <div className="row">
          <Button variant="default" onClick={() => onBack(a)}>
            Put version {a.number} on the board
          </Button>
        </div>
      )}
      <p className="note">
        Versions are frozen: what was logged on the floor points at the one it was done by.
      </p>
    </div>
  )
}
