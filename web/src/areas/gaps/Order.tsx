import { Anchor, Button, Input } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { GapRow } from '@mano/core/gaps/map'
import { testsOf } from '@mano/core/testing/rows'
import {
  importanceWords,
  testNext,
  untestable,
  type Priority,
  type PriorityMove,
} from '@mano/core/gaps/priorities'
import type { Sure } from '@mano/core/gaps/sure'
import { useCalm } from '../../base/calm'
import { failureText } from '../../base/api'
import { useAthletePage } from '../athlete/AthletePage'
import { useChoice } from './useGaps'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

/** The order of work, each line with what is known of it and how sure its place is. */
export function Order({
  list,
  sure,
  onPick,
}: {
  list: readonly Priority[]
  sure: () => ReadonlyMap<string, Sure>
  onPick: (key: string) => void
}) {
  const { athlete } = useAthletePage()
  const ranked = list.filter((p) => p.score > 0 || p.choice)
  const first = ranked.find((p) => p.choice?.move !== 'pin')
  const odds = first ? (sure().get(first.row.key)?.three ?? 0) : 0
  const capped = list.filter((p) => p.score === 0 && !p.choice && p.own + p.carry + p.lean > 0)
  return (
    <div className="block">
      <h2 className="h3">What the plan should answer</h2>
      {first && (
        <p className="note">
          {first.row.quality.name} is among the first three in {Math.round(100 * odds)} of 100 of
          what could be true{odds < 0.5 ? ': the order stays open until more is tested' : ''}.
        </p>
      )}
      <ol className="answers">
        {ranked.slice(0, 8).map((p) => (
          <li key={p.row.key}>
            <Anchor
              component="button"
              type="button"
              className="lnk"
              onClick={() => onPick(p.row.key)}
            >
              {p.row.quality.name}, {p.row.emphasis}
            </Anchor>
            <p>{p.says}</p>
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

/** `known`: share of the sport's importance that tests say something of. */
export function TestNext({ rows, known }: { rows: readonly GapRow[]; known: number }) {
  const { athlete } = useAthletePage()
  const next = testNext(rows)
  const unknown = rows.filter((r) => r.state === 'untested').length
  const none = untestable(rows)
  const share = none.reduce((a, r) => a + r.weight, 0) / rows.reduce((a, r) => a + r.weight, 1e-9)
  return (
    <div className="block">
      <h2 className="h3">Test next</h2>
      <p className="note">
        Tests cover {Math.round(100 * known)}
        {'\u00A0'}% of what the sport asks of the hand. {unknown} of {rows.length} rows are not
        tested yet.
      </p>
      <ol className="answers">
        {next.slice(0, 6).map(({ row, says }) => {
          const protocol = must(testsOf(row.quality.id, row.emphasis)[0])
          return (
            <li key={row.key}>
              <b>
                {row.quality.name}, {row.emphasis}
              </b>
              <p>
                {importanceWords(row)}; {says}.{' '}
                <Link className="lnk" to={`/athletes/${athlete.id}/tests?protocol=${protocol.id}`}>
                  {protocol.name}
                </Link>
              </p>
            </li>
          )
        })}
      </ol>
      {none.length > 0 && (
        <p className="note">
          No test yet for{' '}
          {none.map((r) => `${r.quality.name.toLowerCase()}, ${r.emphasis}`).join('; ')} (
          {Math.round(100 * share)}
          {'\u00A0'}% of the importance). They are estimated from their neighbours.
        </p>
      )}
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
  const [move, setMove] = useCalm<PriorityMove | null>(null)
  const [reason, setReason] = useState('')
  const key = priority.row.key
  if (priority.choice)
    return (
      <p className="overrule">
        {must(MOVES.find((m) => m.id === must(priority.choice).move)).name}:{' '}
        {priority.choice.reason}{' '}
        <Anchor
          component="button"
          type="button"
          className="lnk"
          onClick={() => choose(key, 'priority', null)}
        >
          Take it back
        </Anchor>
      </p>
    )
  return (
    <div className="overrule">
      <div className="row">
        {MOVES.map((m) => (
          <Button
            variant="default"
            size="xs"
            key={m.id}
            aria-pressed={move === m.id}
            onClick={() => setMove(move === m.id ? null : m.id)}
          >
            {m.name}
          </Button>
        ))}
      </div>
      {move && (
        <form
          className="row"
          onSubmit={submits(() => {
            choose(key, 'priority', move, reason.trim(), () => {
              setMove(null)
              setReason('')
            })
          })}
        >
          <Input
            autoFocus
            aria-label="Reason"
            placeholder="Reason"
            maxLength={400}
            value={reason}
            onChange={(e) => setReason(e.currentTarget.value)}
          />
          <Button size="xs" type="submit" disabled={reason.trim() === '' || write.isPending}>
            Save
          </Button>
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
