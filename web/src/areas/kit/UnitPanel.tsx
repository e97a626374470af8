import { For } from '../../base/For'
import { Button, Modal, Select, Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { CheckBody, KitUnit, PlaceView, UnitChangeBody } from '@mano/contract/kit'
import { implementById } from '@mano/core/catalogue/implements'
import { ORIENTATIONS, SPINS, SURFACES, TRAITS, WEARS } from '@mano/core/catalogue/traits'
import { testRefusal } from '@mano/core/match/unit'
import { formatDate } from '@mano/core/units/dates'
import { formatBoth, formatLength } from '@mano/core/units/inch'
import { formatWithUnit } from '@mano/core/units/format'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { TakeBack } from '../../base/TakeBack'
import { keys } from '../../base/data'
import { offerUndo, takeBack, useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { draftOf, MeasureFields, measuresOf } from './Measures'
import { PinLoad } from './PinLoad'
import { Clash } from '../../base/Clash'
import { useChange } from '../../base/useChange'
import { options } from '../../base/options'
import { must } from '@mano/core/units/must'

type Open = 'measure' | 'check' | 'change' | 'retire' | null
const TOUCHED = [keys.kit, ['advice']]

/** One implement: what is known of it, what it needs, and everything that can be done with it. */
export function UnitPanel({
  unit,
  places,
  today,
  coach,
}: {
  unit: KitUnit
  places: readonly PlaceView[]
  today: string
  coach: boolean
}) {
  const units = useUnits()
  const [open, setOpen] = useCalm<Open>(null)
  const kind = must(implementById(unit.kind))
  const traits = TRAITS[kind.id]
  const no = testRefusal(unit)
  const done = () => setOpen(null)
  const name = <T extends { id: string; name: string }>(
    list: readonly T[],
    id: string | null | undefined,
  ) => list.find((x) => x.id === id)?.name
  const facts: (readonly [string, string | null])[] = [
    [
      kind.measure === 'none' || kind.measure === 'position' ? 'Size' : kind.measure,
      unit.sizeMm === null
        ? kind.measure === 'position'
          ? 'by handle position'
          : 'not measured'
        : `${formatBoth(unit.sizeMm, units.length)}, ${formatDate(unit.measuredOn, today)}`,
    ],
    ['Depth', unit.depthMm === null ? null : formatBoth(unit.depthMm, units.length)],
    ['Handle', unit.handleMm === null ? null : formatBoth(unit.handleMm, units.length)],
    ['Mass', unit.massKg === null ? null : formatWithUnit(unit.massKg, 'kg', units)],
    [
      'Plates',
      unit.plates.length === 0
        ? null
        : unit.plates.map((p) => `${p.count} × ${formatWithUnit(p.kg, 'kg', units)}`).join(', '),
    ],
    [
      'Rating',
      unit.kind !== 'spring'
        ? null
        : unit.ratingKg === null
          ? 'not rated'
          : `${formatWithUnit(unit.ratingKg, 'kg', units)}, by ${unit.ratedBy}` +
            (unit.ratedOn ? `, ${formatDate(unit.ratedOn, today)}` : ''),
    ],
    [
      'Surface',
      traits
        ? `${name(SURFACES, unit.surface ?? traits.surface)}${unit.surface ? '' : ' (usual)'}`
        : null,
    ],
    [
      'Lies or hangs',
      traits
        ? `${name(ORIENTATIONS, unit.orientation ?? traits.orientation)}` +
          `${unit.orientation ? '' : ' (usual)'}`
        : null,
    ],
    [
      'Spin',
      traits && kind.contact === 'bar'
        ? `${name(SPINS, unit.spin ?? traits.spin)}${unit.spin ? '' : ' (usual)'}`
        : null,
    ],
    [
      'Wear',
      `${name(WEARS, unit.wear)}` +
        (unit.checkedOn
          ? `, looked at ${formatDate(unit.checkedOn, today)}`
          : ', not looked at yet') +
        `${unit.checkNote ? `: ${unit.checkNote}` : ''}`,
    ],
  ]
  return (
    <div className="unit">
      <h2 className="h3">{unit.label}</h2>
      <p className="s">
        {kind.name}
        {unit.retired ? ' · retired' : ''}
      </p>
      {unit.upkeep && (
        <p className={unit.upkeep.due ? 'due-line' : 'note'}>
          <Icon name={unit.upkeep.due ? 'warn' : 'check'} /> {unit.upkeep.says}
        </p>
      )}
      {no && unit.ratingKg === null && <p className="note">{no}</p>}
      <dl className="facts-list">
        {facts.flatMap(([k, v]) =>
          v === null
            ? []
            : [
                <div key={k}>
                  <dt>{k}</dt>
                  <dd>{v}</dd>
                </div>,
              ],
        )}
      </dl>
      {unit.kind === 'pin' && <PinLoad unit={unit} />}
      <div className="unit-act">
        {coach && (
          <Button variant="default" onClick={() => setOpen('measure')}>
            {unit.kind === 'spring' ? 'Measure or rate' : 'Measure again'}
          </Button>
        )}
        <For right="test">
          <Button variant="default" onClick={() => setOpen('check')}>
            Check spin and wear
          </Button>
        </For>
        {coach && (
          <Button variant="default" onClick={() => setOpen('change')}>
            Edit
          </Button>
        )}
        {coach && (
          <Button variant="default" onClick={() => setOpen('retire')}>
            {unit.retired ? 'Use again' : 'Retire'}
          </Button>
        )}
      </div>
      {unit.history.length > 1 && (
        <>
          <h3 className="h3">Measured before</h3>
          <ul className="unit-history">
            {unit.history.map((h, i) => (
              <li key={i}>
                {formatDate(h.on, today)}:{' '}
                {h.sizeMm === null ? 'no size' : formatBoth(h.sizeMm, units.length)}
                {h.ratingKg === null ? '' : `, rated ${formatWithUnit(h.ratingKg, 'kg', units)}`}
                {h.newSeries ? ' · a series of its own' : ''}{' '}
                {coach && i === 0 && (
                  <TakeBack
                    kind="implement_measurement"
                    rowId={h.id}
                    what={`the newest measure of ${unit.label}`}
                    says={
                      'The measure before it holds again. Not possible once something was ' +
                      'tested with it.'
                    }
                    touched={TOUCHED}
                  />
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <Modal opened={open === 'measure'} onClose={done} title={`Measure ${unit.label}`} size="lg">
        {open === 'measure' && <Remeasure unit={unit} today={today} onDone={done} />}
      </Modal>
      <Modal opened={open === 'check'} onClose={done} title={`Check ${unit.label}`}>
        {open === 'check' && <Check unit={unit} today={today} onDone={done} />}
      </Modal>
      <Modal
        opened={open === 'change' || open === 'retire'}
        onClose={done}
        title={
          open === 'retire'
            ? `${unit.retired ? 'Use' : 'Retire'} ${unit.label}${unit.retired ? ' again' : ''}`
            : `Change ${unit.label}`
        }
      >
        {(open === 'change' || open === 'retire') && (
          <Change unit={unit} places={places} retire={open === 'retire'} onDone={done} />
        )}
      </Modal>
    </div>
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
      onSubmit={(e) => {
        e.preventDefault()
        if (measured.ok)
          write.mutate(
            { id, ...measured.body },
            {
              onSuccess: onDone,
            },
          )
      }}
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
      onSubmit={(e) => {
        e.preventDefault()
        write.mutate({ id, spin, wear, note, checkedOn: today }, { onSuccess: onDone })
      }}
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
      onSubmit={(e) => {
        e.preventDefault()
        change.save({ ...b, label: b.label.trim() }, () => {
          offerUndo(`${from.label} changed.`, () => change.back())
          onDone()
        })
      }}
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
