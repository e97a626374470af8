import { counted } from '@mano/core/units/counted'
import { Button, Checkbox, Input } from '@mantine/core'
import { useState } from 'react'
import type { PlanVersionView } from '@mano/contract/plan'
import type { PlannedWeek } from '@mano/core/plan/block'
import { handLoad } from '@mano/core/plan/time'
import type { Block } from '@mano/core/plan/types'
import { formatDate } from '@mano/core/units/dates'
import { ChangeList } from './ChangeList'
import { submits } from '../../base/afterPaint'
import { changesOf } from './weekChanges'

/** Blocks of a planned week, those the coach pinned still pinned. */
export const withPins = (w: PlannedWeek): Block[] =>
  w.plan.blocks.map((b) =>
    w.problem.terms.pins.some((p) => p.exerciseId === b.exerciseId && p.day === b.day)
      ? { ...b, pinned: true }
      : b,
  )

interface Props {
  planned: readonly PlannedWeek[]
  there: (weekStart: string) => PlanVersionView | undefined
  today: string
  busy: boolean
  problem: string
  onKeep: (kept: readonly PlannedWeek[], reason: string) => void
}

/**
 * What keeping a block does, week by week, before it is done: what comes and goes of a plan that is
 * there, and the reason for it.
 */
export function KeepWeeks({ planned, there, today, busy, problem, onKeep }: Props) {
  const [reason, setReason] = useState('')
  const [left, setLeft] = useState<readonly string[]>([])
  const kept = planned.filter((w) => !left.includes(w.weekStart))
  const over = kept.some((w) => there(w.weekStart))
  return (
    <form
      className="change keep-weeks"
      onSubmit={submits(() => {
        onKeep(kept, reason.trim())
      })}
    >
      <ul>
        {planned.map((w) => {
          const was = there(w.weekStart)
          const changes = was ? changesOf(was.blocks, w.plan.blocks) : []
          return (
            <li key={w.weekStart}>
              <label className="tick">
                <Checkbox
                  checked={!left.includes(w.weekStart)}
                  onChange={(e) =>
                    setLeft(
                      e.currentTarget.checked
                        ? left.filter((x) => x !== w.weekStart)
                        : [...left, w.weekStart],
                    )
                  }
                />
                <b>Week of {formatDate(w.weekStart, today)}</b>
              </label>
              {was ? (
                <p className="s">
                  Version {was.number} stays on record.
                  {` Hand load ${handLoad(was.blocks).toFixed(1)} `}
                  becomes {handLoad(w.plan.blocks).toFixed(1)};{' '}
                  {changes.length === 0
                    ? 'the exercises stay the same'
                    : counted(changes.length, 'change')}
                  .
                </p>
              ) : (
                <p className="s">
                  New: {counted(w.plan.blocks.length, 'exercise')}, hand load{' '}
                  {handLoad(w.plan.blocks).toFixed(1)}.
                </p>
              )}
              {changes.length > 0 && (
                <details>
                  <summary>What changes</summary>
                  <ChangeList changes={changes} />
                </details>
              )}
            </li>
          )
        })}
      </ul>
      <label>
        {over
          ? 'Your reason, kept with each version'
          : 'Your reason, needed where a rule is broken'}
        <Input
          data-autofocus
          value={reason}
          maxLength={400}
          onChange={(e) => setReason(e.currentTarget.value)}
        />
      </label>
      <p className="said" role="alert">
        {problem}
      </p>
      <Button
        type="submit"
        loading={busy}
        disabled={kept.length === 0 || (over && reason.trim() === '')}
      >
        Save {counted(kept.length, 'week')}
      </Button>
    </form>
  )
}
