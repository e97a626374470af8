import { Button, Input } from '@mantine/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { PlanBody, PlanVersionView, PlanView } from '@mano/contract/plan'
import { exerciseName } from '@mano/core/catalogue/exercises'
import { mergeWeeks } from '@mano/core/plan/merge'
import type { Breach } from '@mano/core/plan/rule'
import { type Block } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { api, ApiProblem, failureText } from '../../base/api'
import { touchedBy, useWrite } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'
import { submits } from '../../base/afterPaint'
import { planKey } from './usePlan'

/**
 * Keeps the week as a version: a broken practice rule needs a reason, safety rules hold, another
 * coach's version is put together with it.
 */
export function SaveWeek({
  body,
  breaches,
  newest,
  onMerge,
  onDone,
}: {
  body: PlanBody
  breaches: readonly Breach[]
  newest: PlanVersionView | null
  onMerge: (blocks: Block[], basedOn: string) => void
  onDone: () => void
}) {
  const { athlete } = useAthletePage()
  const client = useQueryClient()
  const [reason, setReason] = useState('')
  const [theirs, setTheirs] = useState<{
    says: string
    version: PlanVersionView
    base: readonly Block[]
  } | null>(null)
  const write = useWrite(
    (b: PlanBody) => api.post(`/api/athletes/${athlete.id}/plans`, b),
    [planKey(athlete.id), ...touchedBy(athlete.id)],
  )
  const safety = breaches.filter((b) => b.kind === 'safety')
  /** Someone else was quicker: what they saved is read, to be put together with this. */
  const moved = async (error: unknown) => {
    if (!(error instanceof ApiProblem) || error.problem.status !== 409) return
    const view = await client.fetchQuery({
      queryKey: planKey(athlete.id),
      queryFn: () => api.get<PlanView>(`/api/athletes/${athlete.id}/plan`),
      staleTime: 0,
    })
    const version = view.versions.find((v) => v.weekStart === body.weekStart)
    if (version)
      setTheirs({ says: error.problem.detail ?? '', version, base: newest?.blocks ?? [] })
  }
  if (theirs) {
    const merged = mergeWeeks(theirs.base, body.blocks, theirs.version.blocks)
    const name = (b: Block | null) =>
      b ? `${exerciseName(b.exerciseId)} on ${DAY_NAMES[b.day]}` : 'removed'
    return (
      <div className="change">
        <p role="alert">
          <b>{theirs.says}</b> Nothing of yours is lost: it is still here.
        </p>
        {merged.clashes.length > 0 && (
          <>
            <p>Both of you changed:</p>
            <ul className="changes">
              {merged.clashes.map((c, i) => (
                <li key={i}>
                  <b>Both</b>
                  <span>
                    yours: {name(c.ours)}; theirs: {name(c.theirs)}
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
        <div className="row">
          <Button onClick={() => onMerge(merged.blocks, theirs.version.id)}>
            Put both together{merged.clashes.length > 0 ? ', mine where both changed' : ''}
          </Button>
          <Button
            variant="default"
            onClick={() => onMerge([...theirs.version.blocks], theirs.version.id)}
          >
            Take theirs
          </Button>
        </div>
        <p className="note">
          The week is checked again before it is saved; Undo brings yours back.
        </p>
      </div>
    )
  }
  return (
    <form
      className="change"
      onSubmit={submits(() => {
        write.mutate(
          { ...body, reason: reason.trim() },
          { onSuccess: onDone, onError: (error) => void moved(error) },
        )
      })}
    >
      {safety.length > 0 && (
        <p className="said">
          {safety.map((b) => b.says).join('. ')}. Nobody can override these. Change the week first.
        </p>
      )}
      {safety.length === 0 && breaches.length > 0 && (
        <>
          <p>{breaches.map((b) => b.says).join('. ')}.</p>
          <label>
            Your reason, kept with the version
            <Input
              data-autofocus
              value={reason}
              onChange={(e) => setReason(e.currentTarget.value)}
            />
          </label>
        </>
      )}
      {breaches.length === 0 && (
        <p>
          All rules hold. The version is frozen; later changes make a new one, and logs point at the
          version they were done by.
        </p>
      )}
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
      <Button
        type="submit"
        loading={write.isPending}
        disabled={safety.length > 0 || (breaches.length > 0 && reason.trim() === '')}
      >
        Save version
      </Button>
    </form>
  )
}
