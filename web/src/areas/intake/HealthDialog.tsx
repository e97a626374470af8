import { Button, Checkbox, Modal, Stack } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { HealthBody } from '@mano/contract/safety'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { HEALTH_QUESTIONS, type HealthId } from '@mano/core/catalogue/health'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite, may } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'

/**
 * All health questions at once, the first time something needs them; they can wait a day. `onDone`:
 * answered or put off.
 */
export function HealthDialog({
  opened,
  onClose,
  onDone,
}: {
  opened: boolean
  onClose: () => void
  onDone: () => void
}) {
  return (
    <Modal opened={opened} onClose={onClose} title="Health questions">
      {opened && <Questions onDone={onDone} />}
    </Modal>
  )
}

function Questions({ onDone }: { onDone: () => void }) {
  const { athlete, me } = useAthletePage()
  const [yes, setYes] = useState<HealthId[]>(() => athlete.health?.yes.map((y) => y.id) ?? [])
  const save = useWrite(
    (b: HealthBody) => api.post(`/api/athletes/${athlete.id}/health`, b),
    touchedBy(athlete.id),
  )
  const later = useWrite(
    (b: { id: string }) => api.post(`/api/athletes/${athlete.id}/health-later`, b),
    touchedBy(athlete.id),
  )
  const coach = may(me, 'coach')
  return (
    <Stack gap="sm">
      <p>
        Ask {athlete.name} and tick what applies.{' '}
        {coach ? 'Only coaches see the answers.' : 'A coach enters the answers.'}
      </p>
      {coach && (
        <Checkbox.Group value={yes} onChange={(v) => setYes(v)} aria-label="What applies">
          {HEALTH_QUESTIONS.map((q) => (
            <Checkbox key={q.id} mt={8} value={q.id} label={q.ask} />
          ))}
        </Checkbox.Group>
      )}
      <p className="note">{NOT_A_DIAGNOSIS}</p>
      <p className="said" role="alert">
        {(save.error ?? later.error) ? failureText(save.error ?? later.error) : ''}
      </p>
      <div className="row modal-row">
        {coach && (
          <Button
            data-autofocus
            loading={save.isPending}
            onClick={() => save.mutate({ id: v7(), yes }, { onSuccess: onDone })}
          >
            {yes.length === 0 ? 'None applies: save' : `Save ${yes.length} yes`}
          </Button>
        )}
        <Button
          variant="default"
          disabled={later.isPending}
          onClick={() => later.mutate({ id: v7() }, { onSuccess: onDone })}
        >
          Ask later today
        </Button>
      </div>
    </Stack>
  )
}
