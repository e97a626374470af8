import { Anchor, Button, Modal, Stack, TextInput, Textarea } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { EventBody, EventView } from '@mano/contract/intake'
import { daysBetween, formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { touchedBy, may } from '../../base/data'
import { useUndoable } from '../../base/undo'
import { useAthletePage } from '../athlete/AthletePage'
import { submits } from '../../base/afterPaint'
import { DayInput } from '../../base/DayInput'

/**
 * Dates that matter, each with its lifts or obstacles. Plans keep the day and the day before free.
 */
export function Events() {
  const { athlete, me } = useAthletePage()
  const [open, setOpen] = useCalm<EventView | 'new' | null>(null)
  const coach = may(me, 'coach')
  const coming = athlete.events.filter((e) => e.on >= me.today)
  const past = athlete.events.filter((e) => e.on < me.today).reverse()
  return (
    <>
      {athlete.events.length === 0 && <p className="blank">No event entered.</p>}
      <ul className="records">
        {[...coming, ...past].map((e) => (
          <li key={e.id}>
            <b>{e.name}</b>{' '}
            <span className="s">
              {formatDate(e.on, me.today, { weekday: true })}
              {e.on >= me.today ? `, in ${daysBetween(me.today, e.on)}\u00A0d` : ', past'}
            </span>
            {e.items.length > 0 && <p className="note">{e.items.join(' · ')}</p>}
            {coach && (
              <Anchor component="button" type="button" className="lnk" onClick={() => setOpen(e)}>
                Change {e.name}
              </Anchor>
            )}
          </li>
        ))}
      </ul>
      {coach && (
        <Button variant="default" onClick={() => setOpen('new')}>
          Add an event
        </Button>
      )}
      <Modal
        opened={open !== null}
        onClose={() => setOpen(null)}
        title={open === 'new' ? 'Add an event' : 'Change the event'}
      >
        {open && <Form event={open === 'new' ? null : open} onDone={() => setOpen(null)} />}
      </Modal>
    </>
  )
}

function Form({ event, onDone }: { event: EventView | null; onDone: () => void }) {
  const { athlete } = useAthletePage()
  const [id] = useState(() => v7())
  const [name, setName] = useState(event?.name ?? '')
  const [on, setOn] = useState(event?.on ?? '')
  const [items, setItems] = useState(event?.items.join('\n') ?? '')
  const post = (b: EventBody) => api.post(`/api/athletes/${athlete.id}/events`, b)
  const write = useUndoable(post, touchedBy(athlete.id), {
    did: (b) => `${b.name} ${b.removed ? 'taken out' : event ? 'changed' : 'added'}.`,
    undo: (b) =>
      post({
        ...b,
        ...event,
        id: v7(),
        supersedesId: b.removed ? null : b.id,
        removed: event === null,
      }),
  })
  const save = (removed: boolean) =>
    write.mutate(
      {
        id,
        name: name.trim(),
        on,
        items: items
          .split('\n')
          .map((t) => t.trim())
          .filter(Boolean),
        note: event?.note ?? '',
        supersedesId: event?.id ?? null,
        removed,
      },
      { onSuccess: onDone },
    )
  return (
    <form
      onSubmit={submits(() => {
        save(false)
      })}
    >
      <Stack gap="sm">
        <TextInput
          label="Name"
          data-autofocus
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <DayInput label="Date" value={on} onChange={(d) => setOn(d ?? '')} />
        <Textarea
          label="Lifts or obstacles"
          description="One a line"
          autosize
          minRows={3}
          value={items}
          onChange={(e) => setItems(e.currentTarget.value)}
        />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <div className="row">
          <Button
            type="submit"
            disabled={name.trim() === '' || on === ''}
            loading={write.isPending}
          >
            {event ? 'Change' : 'Add'}
          </Button>
          {event && (
            <Button variant="default" type="button" onClick={() => save(true)}>
              Delete
            </Button>
          )}
        </div>
      </Stack>
    </form>
  )
}
