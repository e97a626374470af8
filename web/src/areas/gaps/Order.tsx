import { useState } from 'react'
import { Link } from 'react-router'
import { TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import type { GapRow } from '@mano/core/gaps/map'
import { testNext, type Priority, type PriorityMove } from '@mano/core/gaps/priorities'
import { failureText } from '../../app/api'
import { useAthletePage } from '../athlete/AthletePage'
import { useChoice } from './useGaps'

/** The order of work, each line with its arithmetic in words. */
export function Order({
  list,
  onPick,
}: {
  list: readonly Priority[]
  onPick: (key: string) => void
}) {
  const { athlete } = useAthletePage()
  const ranked = list.filter((p) => p.score > 0 || p.choice)
  const capped = list.filter((p) => p.score === 0 && !p.choice && p.own + p.carry + p.lean > 0)
  return (
    <div className="block">
      <h2 className="h3">What the plan should answer</h2>
      {ranked.length === 0 && <p className="note">Nothing tested falls short beyond its error.</p>}
      <ol className="answers">
        {ranked.slice(0, 8).map((p) => (
          <li key={p.row.key}>
            <button className="lnk" onClick={() => onPick(p.row.key)}>
              {p.row.quality.name}, {p.row.emphasis}
            </button>
            <p>
              {p.says} Score {p.score.toFixed(2)}.
            </p>
          </li>
        ))}
      </ol>
      {capped.map((p) => (
        <p key={p.row.key} className="note">
          <b>{p.row.quality.name}</b>: {p.says}
        </p>
      ))}
      <Link className="lnk" to={`/athletes/${athlete.id}/plan`}>
        Plan the week
      </Link>
    </div>
  )
}

export function TestNext({ rows }: { rows: readonly GapRow[] }) {
  const { athlete } = useAthletePage()
  const next = testNext(rows)
  const unknown = rows.filter((r) => r.state === 'untested').length
  const here = (r: GapRow) =>
    TEST_PROTOCOLS.find((p) =>
      p.rows.some((x) => x.quality === r.quality.id && x.measure === r.emphasis),
    )
  return (
    <div className="block">
      <h2 className="h3">Test next</h2>
      <p className="note">
        {unknown} of {rows.length} rows are unknown: neither zero nor fine.
      </p>
      <ol className="answers">
        {next.slice(0, 6).map(({ row, says }) => {
          const protocol = here(row)
          return (
            <li key={row.key}>
              <b>
                {row.quality.name}, {row.emphasis}
              </b>
              <p>
                Weight {row.weight.toFixed(1)}; {says}.{' '}
                {protocol ? (
                  <Link
                    className="lnk"
                    to={`/athletes/${athlete.id}/tests?protocol=${protocol.id}`}
                  >
                    {protocol.name}
                  </Link>
                ) : (
                  `By ${row.quality.typicalTest.toLowerCase()}; Mano does not run that test yet.`
                )}
              </p>
            </li>
          )
        })}
      </ol>
    </div>
  )
}

const MOVES: { id: PriorityMove; name: string }[] = [
  { id: 'pin', name: 'Pin to the top' },
  { id: 'raise', name: 'Raise' },
  { id: 'lower', name: 'Lower' },
]

/** The coach's word on one row, with the reason. */
export function Overrule({ priority }: { priority: Priority }) {
  const { choose, write } = useChoice()
  const [move, setMove] = useState<PriorityMove | null>(null)
  const [reason, setReason] = useState('')
  const key = priority.row.key
  if (priority.choice)
    return (
      <p className="overrule">
        {MOVES.find((m) => m.id === priority.choice!.move)!.name}: {priority.choice.reason}{' '}
        <button className="lnk" onClick={() => choose(key, 'priority', null)}>
          Take it back
        </button>
      </p>
    )
  return (
    <div className="overrule">
      <div className="row">
        {MOVES.map((m) => (
          <button
            key={m.id}
            className="btn small"
            aria-pressed={move === m.id}
            onClick={() => setMove(move === m.id ? null : m.id)}
          >
            {m.name}
          </button>
        ))}
      </div>
      {move && (
        <form
          className="row"
          onSubmit={(e) => {
            e.preventDefault()
            choose(key, 'priority', move, reason.trim(), () => {
              setMove(null)
              setReason('')
            })
          }}
        >
          <input
            autoFocus
            aria-label="Reason"
            placeholder="Reason"
            maxLength={400}
            value={reason}
            onChange={(e) => setReason(e.currentTarget.value)}
          />
          <button className="btn small pri" disabled={reason.trim() === '' || write.isPending}>
            Say so
          </button>
        </form>
      )}
      {write.error && (
        <p className="said" role="alert">
          {failureText(write.error)}
        </p>
      )}
    </div>
  )
}
