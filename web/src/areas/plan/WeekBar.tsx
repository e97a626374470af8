import { startTransition } from 'react'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { addDays, formatDate } from '@mano/core/units/dates'
import { Icon } from '../../drawn/Icon'
import { useSearch } from './usePlanner'
import type { OnBoard } from './useWeek'
import { better, copyOn, restAnew } from './weekActs'

const act = (label: string, run: () => void, more: { pri?: boolean; off?: boolean } = {}) => (
  <Button variant={more.pri ? 'filled' : 'default'} disabled={more.off} onClick={run}>
    {label}
  </Button>
)

/** What the week is: unsaved, or which version, by whom and why. */
function standsWords({ changed, saved, today }: OnBoard): string {
  if (changed) return 'Not saved yet; kept in this browser'
  if (!saved) return 'Nothing planned'
  return [
    `Version ${saved.number}, saved ${formatDate(saved.savedOn, today)} by ${saved.by}`,
    saved.terms.origin,
    saved.reason && `all the same: ${saved.reason}`,
  ]
    .filter(Boolean)
    .join(' · ')
}

/** Which week it is, what stands there, and what a coach does first. */
export function WeekBar({
  w,
  drafting,
  draftAnew,
}: {
  w: OnBoard
  drafting: boolean
  draftAnew: () => void
}) {
  const step = (name: string, days: number, icon: 'left' | 'right') => (
    <Button variant="default" aria-label={name} onClick={() => w.go(addDays(w.weekStart, days))}>
      <Icon name={icon} />
    </Button>
  )
  return (
    <div className="plan-bar">
      {step('Week before', -7, 'left')}
      <h2>Week of {formatDate(w.weekStart, w.today)}</h2>
      {step('Week after', 7, 'right')}
      <span className="s">{standsWords(w)}</span>
      {w.coach && (
        <span className="plan-act">
          {(w.drafts.past[w.key]?.length ?? 0) > 0 &&
            act('Undo', () => startTransition(() => w.drafts.undo(w.key)))}
          {(w.drafts.future[w.key]?.length ?? 0) > 0 &&
            act('Redo', () => startTransition(() => w.drafts.redo(w.key)))}
          {w.changed &&
            act('Discard changes', () =>
              startTransition(() => {
                w.drafts.drop(w.key)
                w.setPicked(null)
              }),
            )}
          {act(w.empty ? 'Draft the week' : 'New draft', draftAnew, {
            pri: w.empty,
            off: drafting || !w.athlete.demand,
          })}
          {!w.empty && <Better w={w} />}
          {act('Save version', () => w.setOpen('save'), { pri: true, off: !w.changed })}
        </span>
      )}
    </div>
  )
}

/** A better week, looked for once at a time. */
function Better({ w }: { w: OnBoard }) {
  const { state } = useSearch(w.planner)
  return act(w.breaches.length > 0 ? 'Plan round it' : 'Improve this week', () => better(w), {
    off: !w.problem || state === 'looking',
  })
}

/** Everything else that is done with a week. */
export function WeekMore({ w }: { w: OnBoard }) {
  return (
    <div className="plan-more" role="group" aria-label="The week">
      {act('Block', () => {
        w.planner.stop()
        w.setParams({ view: 'block' })
      })}
      {w.coach && (
        <>
          {act('Days of this week', () => w.setOpen('frame'))}
          {act('Templates', () => w.setOpen('templates'))}
          {act('Approaches', () => w.setOpen('schools'), { off: !w.problem })}
        </>
      )}
      {w.saved && act('Versions', () => w.setOpen('versions'))}
      {w.saved && (
        <Button
          component={Link}
          variant="default"
          to={`/paper/${w.athlete.id}?week=${w.weekStart}`}
        >
          On paper
        </Button>
      )}
      {w.coach && !w.empty && act('Copy to next week', () => copyOn(w))}
      {w.coach &&
        w.missed.length > 0 &&
        act('Plan the rest of the week again', () => restAnew(w), { off: !w.problem })}
    </div>
  )
}
