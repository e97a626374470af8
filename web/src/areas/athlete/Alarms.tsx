import { Button, Modal, Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { AlarmAnswerBody, AlarmView } from '@mano/contract/safety'
import type { Me } from '@mano/contract/accounts'
import type { AthleteView } from '@mano/contract/athletes'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite, may } from '../../base/data'
import { Icon } from '../../drawn/Icon'

/** What happened against a caution, until a coach has answered: what was done, who was told. */
export function Alarms({ athlete, me }: { athlete: AthleteView; me: Me }) {
  const [answering, setAnswering] = useCalm<AlarmView | null>(null)
  if (athlete.alarms.length === 0) return null
  return (
    <section className="alarms" aria-label="Alarms">
      {athlete.alarms.map((a) => (
        <p key={a.id}>
          <Icon name="stop" />
          <span>
            <b>{formatDate(a.on, me.today, { weekday: true })}.</b> {a.says}
          </span>
          {may(me, 'coach') && (
            <Button variant="default" size="xs" onClick={() => setAnswering(a)}>
              Answer
            </Button>
          )}
        </p>
      ))}
      <Modal
        opened={answering !== null}
        onClose={() => setAnswering(null)}
        title="Answer the alarm"
      >
        {answering && (
          <Answer alarm={answering} athleteId={athlete.id} onDone={() => setAnswering(null)} />
        )}
      </Modal>
    </section>
  )
}

function Answer({
  alarm,
  athleteId,
  onDone,
}: {
  alarm: AlarmView
  athleteId: string
  onDone: () => void
}) {
  const [done, setDone] = useState('')
  const [told, setTold] = useState('')
  const write = useWrite(
    (b: AlarmAnswerBody) => api.post(`/api/athletes/${athleteId}/alarms/${alarm.id}/answer`, b),
    touchedBy(athleteId),
  )
  const stop = alarm.class === 'stop'
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        write.mutate({ id: v7(), done: done.trim(), told: told.trim() }, { onSuccess: onDone })
      }}
    >
      <Stack gap="sm">
        <p>{alarm.says}</p>
        <TextInput
          label={stop ? 'What was done' : 'Your reason'}
          data-autofocus
          maxLength={400}
          value={done}
          onChange={(e) => setDone(e.currentTarget.value)}
        />
        {stop && (
          <TextInput
            label="Who was told"
            placeholder="Athlete, guardian, clinician"
            maxLength={200}
            value={told}
            onChange={(e) => setTold(e.currentTarget.value)}
          />
        )}
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button
          type="submit"
          loading={write.isPending}
          disabled={done.trim() === '' || (stop && told.trim() === '')}
        >
          Close the alarm
        </Button>
      </Stack>
    </form>
  )
}
