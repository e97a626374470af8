import {
  Anchor,
  Button,
  Input,
  Modal,
  Select,
  Stack,
  TextInput,
  UnstyledButton,
} from '@mantine/core'
import { useMemo, useState } from 'react'
import { v7 } from 'uuid'
import type { KitUnit, PlaceBody } from '@mano/contract/kit'
import { implementById } from '@mano/core/catalogue/implements'
import { WEARS } from '@mano/core/catalogue/traits'
import { meaningOf } from '@mano/core/catalogue/words'
import { PLACES } from '@mano/core/catalogue/places'
import { formatWithUnit } from '@mano/core/units/format'
import { formatBoth } from '@mano/core/units/inch'
import { rowOf } from '@mano/core/units/row'
import { useCalm } from '../../base/calm'
import { Term } from '../../base/Term'
import { api, failureText } from '../../base/api'
import {
  keys,
  useClosedPlaces,
  useKit,
  useMe,
  usePlaces,
  useNames,
  useWrite,
  may,
} from '../../base/data'
import { useUndoable } from '../../base/undo'
import { Reasoned } from '../../base/Reasoned'
import { useListing } from '../../base/Listing'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { useGo } from '../../base/useGo'
import { Icon } from '../../drawn/Icon'
import { AddImplement } from './AddImplement'
import { AddSeveral } from './AddSeveral'
import { Advice } from './Advice'
import { UnitPanel } from './UnitPanel'
import { options } from '../../base/options'
import { must } from '@mano/core/units/must'
import './kit.css'

/** What is where: every implement with what was measured of it, and what each place lacks. */
export default function KitRoom() {
  const me = useMe()
  const kit = useKit(true)
  const places = usePlaces()
  const closed = useClosedPlaces().data ?? []
  const [params, go] = useGo()
  const [adding, setAdding] = useCalm<'unit' | 'several' | 'place' | null>(null)
  const [text, setText] = useState('')
  const reopen = useWrite((id: string) => close(id, false), [keys.places])
  const error = kit.error ?? places.error
  if (error)
    return (
      <Failed
        error={error}
        retry={() => {
          void kit.refetch()
          void places.refetch()
        }}
      />
    )
  if (!kit.data || !places.data || !me.data) return <main className="cols" aria-busy="true" />
  const today = me.data.today
  const coach = may(me.data, 'coach')
  const place = places.data.find((p) => p.id === params.get('place')) ?? must(places.data[0])
  const here = kit.data.filter((u) => u.placeId === place.id)
  const picked = kit.data.find((u) => u.id === params.get('unit') && u.placeId === place.id) ?? null
  const means = meaningOf(text)
  return (
    <main className="cols kit-cols">
      <section>
        <div className="hall-head">
          <h1>Kit room</h1>
          {coach && (
            <>
              <Button variant="default" onClick={() => setAdding('place')}>
                Add a place
              </Button>
              <Button variant="default" onClick={() => setAdding('several')}>
                Add several
              </Button>
              <Button onClick={() => setAdding('unit')}>Add an implement</Button>
            </>
          )}
        </div>
        <div className="kit-tools">
          <div className="tabs" role="tablist" aria-label="Places">
            {places.data.map((p) => (
              <UnstyledButton
                key={p.id}
                role="tab"
                aria-selected={p.id === place.id}
                onClick={() => go({ place: p.id, unit: null })}
              >
                {p.name}{' '}
                <small>{kit.data.filter((u) => u.placeId === p.id && !u.retired).length}</small>
              </UnstyledButton>
            ))}
          </div>
          <Input
            className="kit-find"
            aria-label="Find an implement"
            placeholder="Find"
            value={text}
            onChange={(e) => setText(e.currentTarget.value)}
          />
        </div>
        {means.kind === 'several' && !here.some((u) => isCalled(u, text)) && (
          <p className="note">
            "{means.word}" is a quality; it may mean{' '}
            {means.qualities.map((q) => q.name.toLowerCase()).join(', ')}. Implements for each are
            ranked in an athlete's demands.
          </p>
        )}
        <Units
          here={here}
          picked={picked?.id ?? null}
          text={text}
          onPick={(id) => go({ unit: id })}
        />
        {here.length === 0 && (
          <p className="blank kit-empty">
            Nothing recorded here. Until then plans take what such a place usually has.{' '}
            {coach && (
              <Anchor
                component="button"
                type="button"
                className="lnk"
                onClick={() => setAdding('several')}
              >
                Add what is there
              </Anchor>
            )}
          </p>
        )}
        {coach && (
          <p className="row kit-places">
            {here.every((u) => u.retired) && places.data.length > 1 && (
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
                onDone={() => go({ place: null, unit: null })}
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
        )}
        <p className="note">
          Two handles of one kind are different implements: each result points at its unit and the
          size it had that day.
        </p>
      </section>
      <aside className="aside-stays">
        {picked ? (
          <>
            <UnitPanel
              key={picked.id}
              unit={picked}
              places={places.data}
              today={today}
              coach={coach}
            />
            <p className="unit-back">
              <Anchor
                component="button"
                type="button"
                className="lnk"
                onClick={() => go({ unit: null })}
              >
                What would help most here
              </Anchor>
            </p>
          </>
        ) : (
          <Advice place={place} coach={coach} />
        )}
      </aside>
      <AddImplement
        opened={adding === 'unit'}
        kinds={null}
        placeId={place.id}
        onClose={() => setAdding(null)}
        onAdded={(id, placeId) => {
          setAdding(null)
          setText('')
          go({ place: placeId, unit: id })
        }}
      />
      <AddSeveral
        opened={adding === 'several'}
        placeId={place.id}
        onClose={() => setAdding(null)}
      />
      <Modal opened={adding === 'place'} onClose={() => setAdding(null)} title="Add a place">
        {adding === 'place' && (
          <AddPlace
            onDone={(id) => {
              setAdding(null)
              if (id) go({ place: id, unit: null })
            }}
          />
        )}
      </Modal>
    </main>
  )
}

/** What an implement is found by. */
const calledBy = (u: KitUnit): string =>
  `${u.label} ${implementById(u.kind)?.name ?? ''} ${implementById(u.kind)?.contact ?? ''}`
const isCalled = (u: KitUnit, text: string): boolean =>
  calledBy(u).toLowerCase().includes(text.trim().toLowerCase())

/** The implements of a place: retired ones last, what is due first, until a head is pressed. */
function Units({
  here,
  picked,
  text,
  onPick,
}: {
  here: readonly KitUnit[]
  picked: string | null
  text: string
  onPick: (id: string) => void
}) {
  const units = useUnits()
  const inOrder = useMemo(
    () =>
      [...here].sort(
        (a, b) =>
          Number(a.retired) - Number(b.retired) ||
          Number(b.upkeep?.due ?? false) - Number(a.upkeep?.due ?? false),
      ),
    [here],
  )
  const list = useListing(inOrder, {
    what: 'implements',
    text,
    says: calledBy,
    by: {
      label: (u) => u.label,
      kind: (u) => implementById(u.kind)?.name ?? null,
      size: (u) => u.sizeMm,
      state: (u) => (u.retired ? 2 : u.upkeep?.due ? 0 : 1),
    },
  })
  return (
    <>
      <table className="hall-kit">
        <thead>
          <tr>
            {list.th('label', 'Label')}
            {list.th('kind', 'Kind')}
            {list.th('size', 'Measured')}
            {list.th('state', 'State')}
          </tr>
        </thead>
        <tbody>
          {list.rows.map((u) => (
            <tr
              key={u.id}
              className={`${u.id === picked ? 'picked' : ''} ${u.retired ? 'out' : ''}`}
              onClick={() => onPick(u.id)}
            >
              <th scope="row">
                <UnstyledButton
                  aria-pressed={u.id === picked}
                  onClick={(e) => {
                    e.stopPropagation()
                    onPick(u.id)
                  }}
                >
                  {u.label}
                </UnstyledButton>
              </th>
              <td>
                <Term kind="implement" id={u.kind}>
                  {implementById(u.kind)?.name}
                </Term>
              </td>
              <td className="n">
                {sizeText(u, units.length) ?? (
                  <span className="blank">
                    {implementById(u.kind)?.measure === 'position'
                      ? 'By handle position'
                      : implementById(u.kind)?.measure === 'none'
                        ? 'No size'
                        : 'Not measured'}
                  </span>
                )}
                {u.kind === 'pin' && (u.massKg !== null || u.plates.length > 0) && (
                  <small>
                    {[
                      u.massKg !== null && `pin ${formatWithUnit(u.massKg, 'kg', units)}`,
                      u.plates.length > 0 &&
                        `${u.plates.reduce((a, p) => a + p.count, 0)} plates, ${formatWithUnit(
                          u.plates.reduce((a, p) => a + p.kg * p.count, 0),
                          'kg',
                          units,
                        )}`,
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </small>
                )}
                {u.kind === 'spring' && (
                  <small>
                    {u.ratingKg === null
                      ? 'not rated'
                      : `closes at ${formatWithUnit(u.ratingKg, 'kg', units)}`}
                  </small>
                )}
              </td>
              <td>
                {u.retired ? (
                  'Retired'
                ) : (
                  <>
                    {u.upkeep?.due && (
                      <b className="due-line">
                        <Icon name="warn" />{' '}
                        {u.kind === 'spring'
                          ? u.ratingKg === null
                            ? 'Rate it'
                            : 'Rate again'
                          : 'Look at it'}
                      </b>
                    )}
                    {u.wear !== 'good' && (
                      <span>
                        <Icon name="warn" /> {rowOf(WEARS, u.wear).name}
                      </span>
                    )}
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.foot}
    </>
  )
}

const close = (id: string, closed: boolean) => api.put(`/api/places/${id}/closed`, { closed })

const sizeText = (u: KitUnit, unit: 'mm' | 'in'): string | null =>
  u.sizeMm === null ? null : `${formatBoth(u.sizeMm, unit)} ${implementById(u.kind)?.measure ?? ''}`

function AddPlace({ onDone }: { onDone: (id: string | null) => void }) {
  const roster = useNames().data ?? []
  const [b, setB] = useState<PlaceBody>({ id: v7(), name: '', kind: 'home', athleteId: null })
  const write = useUndoable((body: PlaceBody) => api.post('/api/places', body), [keys.places], {
    did: (b) => `${b.name} added.`,
    undo: (b) => close(b.id, true),
  })
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        write.mutate({ ...b, name: b.name.trim() }, { onSuccess: () => onDone(b.id) })
      }}
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
