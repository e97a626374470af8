import { Anchor, Button, Stack, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { PlaceBody, PlaceView } from '@mano/contract/kit'
import { PLACES } from '@mano/core/catalogue/places'
import { api, failureText } from '../../base/api'
import { keys, useClosedPlaces, useNames, useWrite } from '../../base/data'
import { options } from '../../base/options'
import { Reasoned } from '../../base/Reasoned'
import { submits } from '../../base/afterPaint'
import { useUndoable } from '../../base/undo'

const close = (id: string, closed: boolean) => api.put(`/api/places/${id}/closed`, { closed })

/** A place that stands empty is closed; one that is closed is opened again. */
export function PlaceEnds({
  place,
  mayClose,
  onClosed,
}: {
  place: PlaceView
  mayClose: boolean
  onClosed: () => void
}) {
  const closed = useClosedPlaces().data ?? []
  const reopen = useWrite((id: string) => close(id, false), [keys.places])
  return (
    <p className="row kit-places">
      {mayClose && (
        <Reasoned
          label="Close this place"
          title={`Close ${place.name}?`}
          says={
            `${place.name} leaves the lists. What was measured there stays, and it ` +
            'can be opened again.'
          }
          done={`${place.name} is closed.`}
          asks={false}
          act={() => close(place.id, true)}
          undo={() => close(place.id, false)}
          touched={[keys.places]}
          onDone={onClosed}
        />
      )}
      {closed.map((p) => (
        <span key={p.id} className="s">
          {p.name} is closed.{' '}
          <Anchor
            component="button"
            type="button"
            className="lnk"
            disabled={reopen.isPending}
            onClick={() => reopen.mutate(p.id)}
          >
            Open it again
          </Anchor>
        </span>
      ))}
    </p>
  )
}

export function AddPlace({ onDone }: { onDone: (id: string | null) => void }) {
  const roster = useNames().data ?? []
  const [b, setB] = useState<PlaceBody>({ id: v7(), name: '', kind: 'home', athleteId: null })
  const write = useUndoable((body: PlaceBody) => api.post('/api/places', body), [keys.places], {
    did: (b) => `${b.name} added.`,
    undo: (b) => close(b.id, true),
  })
  return (
    <form
      onSubmit={submits(() => {
        write.mutate({ ...b, name: b.name.trim() }, { onSuccess: () => onDone(b.id) })
      })}
    >
      <Stack gap="sm">
        <TextInput
          label="Name"
          data-autofocus
          placeholder="Garage in Quay Street"
          value={b.name}
          onChange={(e) => setB({ ...b, name: e.currentTarget.value })}
        />
        <Select
          label="Counts in plans as"
          allowDeselect={false}
          data={options(PLACES)}
          value={b.kind}
          onChange={(v) => v && setB({ ...b, kind: v })}
        />
        <Select
          label="Whose"
          clearable
          placeholder="Everybody's"
          searchable
          data={roster.map((r) => ({ value: r.id, label: r.name }))}
          value={b.athleteId ?? null}
          onChange={(v) => setB({ ...b, athleteId: v })}
        />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button type="submit" disabled={b.name.trim() === ''} loading={write.isPending}>
          Add place
        </Button>
      </Stack>
    </form>
  )
}
