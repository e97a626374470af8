import { Button, Modal, Stack, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { CheckBody, KitUnit, PlaceView, UnitChangeBody } from '@mano/contract/kit'
import { implementById } from '@mano/core/catalogue/implements'
import { ORIENTATIONS, SPINS, SURFACES, WEARS } from '@mano/core/catalogue/traits'
import { formatLength } from '@mano/core/units/inch'
import { must } from '@mano/core/units/must'
import { api, failureText } from '../../base/api'
import { Clash } from '../../base/Clash'
import { keys } from '../../base/data'
import { options } from '../../base/options'
import { offerUndo, takeBack, useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import { useChange } from '../../base/useChange'
import { submits } from '../../base/afterPaint'
import { draftOf, MeasureFields, measuresOf } from './Measures'

/** What is done with an implement, each in a dialog. */
export type Open = 'measure' | 'check' | 'change' | 'retire'
/** What changes with an implement. */
export const TOUCHED = [keys.kit, ['advice']]

export function UnitDialogs({
  open,
  unit,
  places,
  today,
  onClose,
}: {
  open: Open | null
  unit: KitUnit
  places: readonly PlaceView[]
  today: string
  onClose: () => void
}) {
  const retire = open === 'retire'
  const title = !retire
    ? `Change ${unit.label}`
    : unit.retired
      ? `Use ${unit.label} again`
      : `Retire ${unit.label}`
  return (
    <>
      <Modal
        opened={open === 'measure'}
        onClose={onClose}
        title={`Measure ${unit.label}`}
        size="lg"
      >
        {open === 'measure' && <Remeasure unit={unit} today={today} onDone={onClose} />}
      </Modal>
      <Modal opened={open === 'check'} onClose={onClose} title={`Check ${unit.label}`}>
        {open === 'check' && <Check unit={unit} today={today} onDone={onClose} />}
      </Modal>
      <Modal opened={open === 'change' || retire} onClose={onClose} title={title}>
        {(open === 'change' || retire) && (
          <Change unit={unit} places={places} retire={retire} onDone={onClose} />
        )}
      </Modal>
    </>
  )
}

function Remeasure({ unit, today, onDone }: { unit: KitUnit; today: string; onDone: () => void }) {
  const units = useUnits()
  const [id] = useState(() => v7())
  const [draft, setDraft] = useState(() => draftOf(unit, units))
  const measured = measuresOf(draft, units, today)
  const write = useUndoable(
    (body: object) => api.post<{ newSeries: boolean }>(`/api/kit/${unit.id}/measurements`, body),
    TOUCHED,
    {
      did: (_, r) =>
        r.newSeries
          ? `${unit.label} measured. Results from now on are a series of their own.`
          : `${unit.label} measured. Within 0.5 mm: the series goes on.`,
      undo: () => takeBack('implement_measurement', id),
    },
  )
  return (
    <form
      onSubmit={submits(() => {
        if (measured.ok)
          write.mutate(
            { id, ...measured.body },
            {
              onSuccess: onDone,
            },
          )
      })}
    >
      <Stack gap="sm">
        <p className="note">
          A change over {formatLength(0.5, units.length)}, or a new rating, starts a new series:
          earlier results stay with the measure they had.
        </p>
        <MeasureFields
          kind={must(implementById(unit.kind))}
          draft={draft}
          onChange={setDraft}
          today={today}
        />
        <p className="said" role="alert">
          {!measured.ok ? measured.says : write.error && failureText(write.error)}
        </p>
        <Button type="submit" disabled={!measured.ok} loading={write.isPending}>
          Record
        </Button>
      </Stack>
    </form>
  )
}

function Check({ unit, today, onDone }: { unit: KitUnit; today: string; onDone: () => void }) {
  const [id] = useState(() => v7())
  const [spin, setSpin] = useState(unit.spin)
  const [wear, setWear] = useState(unit.wear)
  const [note, setNote] = useState('')
  const write = useUndoable((b: CheckBody) => api.post(`/api/kit/${unit.id}/checks`, b), TOUCHED, {
    did: () => `Check of ${unit.label} recorded.`,
    undo: (b) => takeBack('implement_check', b.id),
  })
  return (
    <form
      onSubmit={submits(() => {
        write.mutate({ id, spin, wear, note, checkedOn: today }, { onSuccess: onDone })
      })}
    >
      <Stack gap="sm">
        <Select
          label="Spin, by hand without load"
          clearable
          placeholder="Not looked at"
          data={options(SPINS)}
          value={spin}
          onChange={(v) => setSpin(v)}
        />
        <Select
          label="Wear"
          data-autofocus
          allowDeselect={false}
          data={options(WEARS)}
          value={wear}
          onChange={(v) => v && setWear(v)}
        />
        <TextInput
          label="What was seen"
          value={note}
          onChange={(e) => setNote(e.currentTarget.value)}
        />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button type="submit" loading={write.isPending}>
          Record check
        </Button>
      </Stack>
    </form>
  )
}

function Change({
  unit,
  places,
  retire,
  onDone,
}: {
  unit: KitUnit
  places: readonly PlaceView[]
  retire: boolean
  onDone: () => void
}) {
  const [from] = useState(unit)
  const base = {
    label: from.label,
    placeId: from.placeId,
    orientation: from.orientation,
    surface: from.surface,
    retired: from.retired,
  }
  const [b, setB] = useState<Omit<UnitChangeBody, 'version'>>({
    label: unit.label,
    placeId: unit.placeId,
    orientation: unit.orientation,
    surface: unit.surface,
    retired: retire ? !unit.retired : unit.retired,
  })
  const change = useChange<Omit<UnitChangeBody, 'version'>>(
    `/api/kit/${unit.id}`,
    base,
    from.version,
    TOUCHED,
  )
  return (
    <form
      onSubmit={submits(() => {
        change.save({ ...b, label: b.label.trim() }, () => {
          offerUndo(`${from.label} changed.`, () => change.back())
          onDone()
        })
      })}
    >
      <Stack gap="sm">
        {retire ? (
          <p>
            {unit.retired
              ? 'It can be chosen again for tests and plans.'
              : 'It is no longer offered for tests, matches or plans. Its results stay.'}
          </p>
        ) : (
          <>
            <TextInput
              label="Label"
              data-autofocus
              value={b.label}
              onChange={(e) => setB({ ...b, label: e.currentTarget.value })}
            />
            <Select
              label="Place"
              allowDeselect={false}
              data={options(places)}
              value={b.placeId}
              onChange={(v) => v && setB({ ...b, placeId: v })}
            />
            <Select
              label="Surface"
              clearable
              placeholder="As usual"
              data={options(SURFACES)}
              value={b.surface}
              onChange={(v) => setB({ ...b, surface: v })}
            />
            <Select
              label="Lies or hangs"
              clearable
              placeholder="As usual"
              data={options(ORIENTATIONS)}
              value={b.orientation}
              onChange={(v) => setB({ ...b, orientation: v })}
            />
          </>
        )}
        <p className="said" role="alert">
          {change.error !== null && failureText(change.error)}
        </p>
        <Clash
          change={change}
          names={{
            label: 'Label',
            placeId: 'Place',
            orientation: 'Lies or hangs',
            surface: 'Surface',
            retired: 'Retired',
          }}
          say={(k, v) =>
            (k === 'placeId' ? places.find((p) => p.id === v)?.name : null) ??
            (typeof v === 'string' ? v : typeof v === 'boolean' ? (v ? 'yes' : 'no') : 'as usual')
          }
        />
        <Button type="submit" disabled={b.label.trim() === ''} loading={change.busy}>
          {retire ? (unit.retired ? 'Use again' : 'Retire') : 'Save'}
        </Button>
      </Stack>
    </form>
  )
}
