import { Anchor, Button, Input, Modal, UnstyledButton } from '@mantine/core'
import { useDeferredValue, useState } from 'react'
import type { KitUnit, PlaceView } from '@mano/contract/kit'
import { meaningOf } from '@mano/core/catalogue/words'
import { must } from '@mano/core/units/must'
import { useCalm } from '../../base/calm'
import { may, useKit, useMe, usePlaces } from '../../base/data'
import { Still } from '../../base/Still'
import { Failed } from '../../base/Trouble'
import { useGo } from '../../base/useGo'
import { AddImplement } from './AddImplement'
import { AddSeveral } from './AddSeveral'
import { Advice } from './Advice'
import { AddPlace, PlaceEnds } from './Places'
import { UnitPanel } from './UnitPanel'
import { isCalled, Units } from './Units'
import './kit.css'

type Adding = 'unit' | 'several' | 'place'

/** What is where: every implement with what was measured of it, and what each place lacks. */
export default function KitRoom() {
  const me = useMe()
  const kit = useKit(true)
  const places = usePlaces()
  const [params, go] = useGo()
  const [adding, setAdding] = useCalm<Adding | null>(null)
  const [text, setText] = useState('')
  const sought = useDeferredValue(text)
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
  const coach = may(me.data, 'coach')
  const place = places.data.find((p) => p.id === params.get('place')) ?? must(places.data[0])
  const here = kit.data.filter((u) => u.placeId === place.id)
  const picked = here.find((u) => u.id === params.get('unit')) ?? null
  return (
    <main className="cols kit-cols">
      <section>
        <Head coach={coach} onAdd={setAdding} />
        <div className="kit-tools">
          <div className="tabs" role="tablist" aria-label="Places">
            {places.data.map((p) => (
              <UnstyledButton
                key={p.id}
                role="tab"
                aria-selected={p.id === place.id}
                onClick={() => go({ place: p.id, unit: null })}
              >
                {p.name} <small>{inUse(kit.data, p)}</small>
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
        <Still of={[sought, kit.data, place.id, picked]}>
          <Means text={sought} here={here} />
          <Units
            here={here}
            picked={picked?.id ?? null}
            text={sought}
            onPick={(id) => go({ unit: id })}
          />
        </Still>
        {here.length === 0 && (
          <p className="blank kit-empty">
            Nothing recorded here. Until then plans take what such a place usually has.{' '}
            {coach && <Link says="Add what is there" onClick={() => setAdding('several')} />}
          </p>
        )}
        {coach && (
          <PlaceEnds
            place={place}
            mayClose={here.every((u) => u.retired) && places.data.length > 1}
            onClosed={() => go({ place: null, unit: null })}
          />
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
              today={me.data.today}
              coach={coach}
            />
            <p className="unit-back">
              <Link says="What would help most here" onClick={() => go({ unit: null })} />
            </p>
          </>
        ) : (
          <Advice place={place} coach={coach} />
        )}
      </aside>
      <Dialogs
        adding={adding}
        place={place}
        onClose={() => setAdding(null)}
        onUnit={(unit, placeId) => {
          setText('')
          go({ place: placeId, unit })
        }}
        onPlace={(id) => go({ place: id, unit: null })}
      />
    </main>
  )
}

const inUse = (kit: readonly KitUnit[], p: PlaceView): number =>
  kit.filter((u) => u.placeId === p.id && !u.retired).length

const Link = ({ says, onClick }: { says: string; onClick: () => void }) => (
  <Anchor component="button" type="button" className="lnk" onClick={onClick}>
    {says}
  </Anchor>
)

const Head = ({ coach, onAdd }: { coach: boolean; onAdd: (what: Adding) => void }) => (
  <div className="hall-head">
    <h1>Kit room</h1>
    {coach && (
      <>
        <Button variant="default" onClick={() => onAdd('place')}>
          Add a place
        </Button>
        <Button variant="default" onClick={() => onAdd('several')}>
          Add several
        </Button>
        <Button onClick={() => onAdd('unit')}>Add an implement</Button>
      </>
    )}
  </div>
)

/** A word that was looked for and is a quality's, not an implement's. */
function Means({ text, here }: { text: string; here: readonly KitUnit[] }) {
  const means = meaningOf(text)
  if (means.kind !== 'several' || here.some((u) => isCalled(u, text))) return null
  return (
    <p className="note">
      "{means.word}" is a quality; it may mean{' '}
      {means.qualities.map((q) => q.name.toLowerCase()).join(', ')}. Implements for each are ranked
      in an athlete's demands.
    </p>
  )
}

/** What is added, in dialogs of their own; each closes before the page goes where it is. */
function Dialogs({
  adding,
  place,
  onClose,
  onUnit,
  onPlace,
}: {
  adding: Adding | null
  place: PlaceView
  onClose: () => void
  onUnit: (id: string, placeId: string) => void
  onPlace: (id: string) => void
}) {
  return (
    <>
      <AddImplement
        opened={adding === 'unit'}
        kinds={null}
        placeId={place.id}
        onClose={onClose}
        onAdded={(id, placeId) => {
          onClose()
          onUnit(id, placeId)
        }}
      />
      <AddSeveral opened={adding === 'several'} placeId={place.id} onClose={onClose} />
      <Modal opened={adding === 'place'} onClose={onClose} title="Add a place">
        {adding === 'place' && (
          <AddPlace
            onDone={(id) => {
              onClose()
              if (id) onPlace(id)
            }}
          />
        )}
      </Modal>
    </>
  )
}
