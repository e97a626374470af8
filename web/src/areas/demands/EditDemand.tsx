import { Button, Input, Modal, MultiSelect, TextInput, UnstyledButton } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState, type ReactNode } from 'react'
import { v7 } from 'uuid'
import type { DemandBody } from '@mano/contract/demands'
import { CONTACT_WORDS } from '@mano/core/catalogue/contacts'
import { HOLD_OF } from '@mano/core/catalogue/objects'
import { EMPHASES } from '@mano/core/catalogue/qualities'
import { CLOSINGS, HANDS_ON, ORIENTATIONS, SPINS, SURFACES } from '@mano/core/catalogue/traits'
import { defaultRow, type DemandEdit, type DemandRow } from '@mano/core/demand/profile'
import { entriesOf } from '@mano/core/units/among'
import { must } from '@mano/core/units/must'
import { rowOf } from '@mano/core/units/row'
import { api, failureText } from '../../base/api'
import { touchedBy, useSports, useWrite } from '../../base/data'
import { options } from '../../base/options'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import { submits } from '../../base/afterPaint'
import { same, shareOf, useDemandDraft, type DemandDraft } from './useDemandDraft'

const CONTACTS = entriesOf(CONTACT_WORDS).flatMap(([value, label]) =>
  value === 'none' || value === 'instrument' ? [] : [{ value, label }],
)
const USES = [
  { value: 'hang' as const, label: 'hanging from it' },
  { value: 'lift' as const, label: 'lifting it' },
]

/** Everything of one demand; what differs from the sport is marked and can go back. */
export function EditDemand({ row, onClose }: { row: DemandRow; onClose: () => void }) {
  const { athlete } = useAthletePage()
  const own = useSports().data ?? []
  const demand = must(athlete.demand)
  const draft = useDemandDraft(row, defaultRow(demand, row.quality.id, own) ?? undefined)
  const [reason, setReason] = useState('')
  const write = useWrite(
    (b: DemandBody) => api.post(`/api/athletes/${athlete.id}/demands`, b),
    touchedBy(athlete.id),
  )
  const save = (edit: DemandEdit | null) =>
    write.mutate(
      {
        id: v7(),
        sources: demand.sources,
        edits: [
          ...demand.edits.filter((e) => e.quality !== row.quality.id),
          ...(edit ? [edit] : []),
        ],
        reason,
      },
      { onSuccess: onClose },
    )
  const { wrong } = draft
  return (
    <Modal
      opened
      onClose={onClose}
      title={`What is asked of ${row.quality.name.toLowerCase()}`}
      size="xl"
    >
      <form
        className="edit-dem"
        noValidate
        onSubmit={submits(() => {
          if (!wrong) save(draft.changes())
        })}
      >
        <Weight draft={draft} />
        <EmphasisShares draft={draft} />
        <ObjectFields draft={draft} />
        <HoldFields draft={draft} row={row} />
        <TextInput
          label="Reason, if any"
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
        />
        <p className="said" role="alert">
          {wrong ?? (write.error && failureText(write.error))}
        </p>
        <div className="row">
          <Button type="submit" disabled={wrong !== null} loading={write.isPending}>
            Change from today
          </Button>
          {row.changed.length > 0 && (
            <Button variant="default" type="button" onClick={() => save(null)}>
              Back to the sport's own
            </Button>
          )}
        </div>
      </form>
    </Modal>
  )
}

/** One part of a demand; where it differs, what the sport has. */
const Part = ({
  name,
  was,
  children,
}: {
  name: string
  was: string | false
  children: ReactNode
}) => (
  <fieldset>
    <legend>
      {name} {was !== false && <em className="differs">differs: {was}</em>}
    </legend>
    {children}
  </fieldset>
)

function Weight({ draft: { d, set, base } }: { draft: DemandDraft }) {
  const was = base?.importance ?? 0
  return (
    <Part name="Weight, 0 to 5" was={d.importance !== was && String(was)}>
      <div className="steps" role="radiogroup" aria-label="Weight">
        {[0, 1, 2, 3, 4, 5].map((n) => (
          <UnstyledButton
            type="button"
            key={n}
            role="radio"
            aria-checked={d.importance === n}
            onClick={() => set({ importance: n })}
          >
            {n}
          </UnstyledButton>
        ))}
      </div>
    </Part>
  )
}

function EmphasisShares({ draft: { d, set, base } }: { draft: DemandDraft }) {
  const was = base?.emphasis.map((e) => `${e.id} ${Math.round(100 * e.share)}`).join(', ') ?? ''
  return (
    <Part name="Emphasis, %" was={!!base && !same(d.emphasis, shareOf(base)) && was}>
      <div className="four">
        {EMPHASES.map((e) => (
          <label key={e}>
            {e}
            <Input
              type="number"
              min={0}
              max={100}
              step={10}
              value={d.emphasis[e]}
              onChange={(x) =>
                set({ emphasis: { ...d.emphasis, [e]: Number(x.currentTarget.value) || 0 } })
              }
            />
          </label>
        ))}
      </div>
    </Part>
  )
}

/** Two fields for the low and the high end of one quantity. */
function Ends({
  labels,
  value,
  hint,
  onChange,
}: {
  labels: readonly [string, string]
  value: [string, string]
  hint?: readonly [number, number]
  onChange: (value: [string, string]) => void
}) {
  return ([0, 1] as const).map((i) => (
    <label key={i}>
      {labels[i]}
      <Input
        placeholder={hint ? String(hint[i]) : ''}
        value={value[i]}
        onChange={(e) => {
          const text = e.currentTarget.value
          onChange(i === 0 ? [text, value[1]] : [value[0], text])
        }}
      />
    </label>
  ))
}

function ObjectFields({ draft: { d, set, object, base } }: { draft: DemandDraft }) {
  const units = useUnits()
  const o = d.object
  const b = base?.objects[0]
  return (
    <Part
      name="The object"
      was={!!b && (o.words !== b.words || o.contact !== b.contact) && b.words}
    >
      <div className="four">
        <TextInput
          label="In words"
          value={o.words}
          onChange={(e) => object({ words: e.currentTarget.value })}
        />
        <Select
          label="Contact"
          allowDeselect={false}
          data={CONTACTS}
          value={o.contact}
          onChange={(v) => v && object({ contact: v })}
        />
        <Ends
          labels={[`Size from, ${units.length}`, `Size to, ${units.length}`]}
          value={d.size}
          onChange={(size) => set({ size })}
        />
        <Select
          label="Lies or hangs"
          clearable
          placeholder="Either"
          data={options(ORIENTATIONS)}
          value={o.orientation}
          onChange={(v) => object({ orientation: v })}
        />
        <Select
          label="Spin"
          clearable
          placeholder="Any"
          data={options(SPINS)}
          value={o.spin}
          onChange={(v) => object({ spin: v })}
        />
        <MultiSelect
          label="Surface"
          placeholder={o.surfaces.length === 0 ? 'Any' : ''}
          data={options(SURFACES)}
          value={[...o.surfaces]}
          onChange={(v) => object({ surfaces: v })}
        />
        <Select
          label="Hands"
          allowDeselect={false}
          data={options(HANDS_ON)}
          value={o.hands}
          onChange={(v) => v && object({ hands: v })}
        />
      </div>
    </Part>
  )
}

/** What the sport has of the hold, in words, where this one differs. */
function holdWas({ d, hold, base }: DemandDraft): string | false {
  const b = base?.objects[0]
  const o = d.object
  if (!b) return false
  const alike =
    o.closing === b.closing && o.arm === b.arm && o.style === b.style && same(hold.value, b.holdS)
  if (alike) return false
  const held = b.holdS ? `${b.holdS[0]} to ${b.holdS[1]} s` : 'by emphasis'
  return [rowOf(CLOSINGS, b.closing).name, held, b.arm].filter(Boolean).join(', ')
}

function HoldFields({ draft, row }: { draft: DemandDraft; row: DemandRow }) {
  const { d, set, object } = draft
  return (
    <Part name="The hold" was={holdWas(draft)}>
      <div className="four">
        <Select
          label="The fingers"
          allowDeselect={false}
          data={options(CLOSINGS)}
          value={d.object.closing}
          onChange={(v) => v && object({ closing: v })}
        />
        <Ends
          labels={['Hold from, s', 'Hold to, s']}
          hint={HOLD_OF[row.emphasis[0]?.id ?? 'sustained']}
          value={d.hold}
          onChange={(hold) => set({ hold })}
        />
        <Select
          label="Loaded by"
          clearable
          placeholder="Either"
          data={USES}
          value={d.object.use}
          onChange={(v) => object({ use: v })}
        />
        <TextInput
          label="Arm"
          value={d.object.arm}
          onChange={(e) => object({ arm: e.currentTarget.value })}
        />
        <TextInput
          label="How the hand takes it"
          value={d.object.style}
          onChange={(e) => object({ style: e.currentTarget.value })}
        />
      </div>
    </Part>
  )
}
