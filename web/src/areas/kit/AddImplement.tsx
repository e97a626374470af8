import { Button, Modal, Stack, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { UnitBody } from '@mano/contract/kit'
import { IMPLEMENTS, implementById } from '@mano/core/catalogue/implements'
import {
  ORIENTATIONS,
  SURFACES,
  TRAITS,
  type Orientation,
  type Surface,
} from '@mano/core/catalogue/traits'
import { formatBoth } from '@mano/core/units/inch'
import { rowOf } from '@mano/core/units/row'
import { api, failureText } from '../../base/api'
import { keys, useMe, usePlaces, useWrite } from '../../base/data'
import { useUnits } from '../../base/units'
import { emptyMeasures, MeasureFields, measuresOf } from './Measures'
import './kit.css'
import { must } from '@mano/core/units/must'
import { submits } from '../../base/afterPaint'
import { options } from '../../base/options'

interface Props {
  opened: boolean
  kinds: readonly string[] | null
  placeId?: string | undefined
  onClose: () => void
  onAdded: (id: string, placeId: string) => void
}

/** Adds one implement to a place, with all that is measured of it. */
export function AddImplement({ opened, ...rest }: Props) {
  return (
    <Modal opened={opened} onClose={rest.onClose} title="Add an implement" size="lg">
      {opened && <Form {...rest} />}
    </Modal>
  )
}

function Form({ kinds, placeId, onAdded }: Omit<Props, 'opened' | 'onClose'>) {
  const units = useUnits()
  const today = useMe().data?.today ?? ''
  const places = usePlaces().data ?? []
  const choices = IMPLEMENTS.filter((k) => (kinds ? kinds.includes(k.id) : k.id !== 'none'))
  const [ids] = useState(() => ({ id: v7(), measurementId: v7() }))
  const [kind, setKind] = useState<string | null>(choices.length === 1 ? must(choices[0]).id : null)
  const [label, setLabel] = useState('')
  const [place, setPlace] = useState<string | null>(placeId ?? null)
  const [orientation, setOrientation] = useState<Orientation | null>(null)
  const [surface, setSurface] = useState<Surface | null>(null)
  const [draft, setDraft] = useState(emptyMeasures)
  const write = useWrite(
    (body: UnitBody) => api.post<{ id: string }>('/api/kit', body),
    [keys.kit, ['advice']],
  )
  const chosen = kind ? implementById(kind) : undefined
  const traits = chosen ? TRAITS[chosen.id] : null
  const at = place ?? places.find((p) => p.kind === 'hall')?.id ?? null
  const measured = measuresOf(draft, units, today)
  return (
    <form
      onSubmit={submits(() => {
        if (measured.ok && at)
          write.mutate(
            {
              ...ids,
              kind: kind as UnitBody['kind'],
              label: label.trim(),
              placeId: at,
              orientation,
              surface,
              ...measured.body,
            } as UnitBody,
            { onSuccess: () => onAdded(ids.id, at) },
          )
      })}
    >
      <Stack gap="sm">
        <div className="two">
          <Select
            label="Kind"
            data-autofocus
            searchable
            allowDeselect={false}
            data={options(choices)}
            value={kind}
            onChange={(v) => {
              setKind(v)
              setDraft(emptyMeasures)
            }}
          />
          <Select
            label="Place"
            allowDeselect={false}
            data={options(places)}
            value={at}
            onChange={setPlace}
          />
        </div>
        <TextInput
          label="Label"
          description="As written on it"
          value={label}
          onChange={(e) => setLabel(e.currentTarget.value)}
        />
        {chosen && <MeasureFields kind={chosen} draft={draft} onChange={setDraft} today={today} />}
        {traits && (
          <div className="two">
            <Select
              label="Surface"
              clearable
              placeholder={`Usual: ${rowOf(SURFACES, traits.surface).name}`}
              data={options(SURFACES)}
              value={surface}
              onChange={(v) => setSurface(v)}
            />
            <Select
              label="Lies or hangs"
              clearable
              placeholder={`Usual: ${rowOf(ORIENTATIONS, traits.orientation).name}`}
              data={options(ORIENTATIONS)}
              value={orientation}
              onChange={(v) => setOrientation(v)}
            />
          </div>
        )}
        {chosen && (
          <p className="note">
            {[
              chosen.notes,
              chosen.usualMm &&
                `usually ${formatBoth(chosen.usualMm[0], units.length)} to ` +
                  `${formatBoth(chosen.usualMm[1], units.length)}`,
            ]
              .filter(Boolean)
              .join('; ')}
          </p>
        )}
        <p className="said" role="alert">
          {!measured.ok ? measured.says : write.error && failureText(write.error)}
        </p>
        <Button
          type="submit"
          disabled={!kind || label.trim() === '' || !measured.ok || !at}
          loading={write.isPending}
        >
          Add
        </Button>
      </Stack>
    </form>
  )
}
