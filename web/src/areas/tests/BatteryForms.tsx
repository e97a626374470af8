import { Button, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { protocolById, PROTOCOL_GROUPS, TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import type { BatteryItem } from '@mano/core/testing/battery'
import { must } from '@mano/core/units/must'
import { useProfile } from '../../base/profile'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { submits } from '../../base/afterPaint'
import { useAthletePage } from '../athlete/AthletePage'

export function AddTest({ onAdd }: { onAdd: (item: BatteryItem) => void }) {
  const [id, setId] = useState('')
  const [choice, setChoice] = useState<Record<string, string>>({})
  const p = protocolById(id)
  // Only what changes what is measured is part of a battery; the rest is set up on the day.
  const telling =
    p?.variants.filter((v) => v.options.some((o) => o.quality || o.as) || v.id === 'direction') ??
    []
  return (
    <form
      className="row add-test"
      onSubmit={submits(() => {
        if (!p) return
        onAdd({
          protocolId: p.id,
          variant: Object.fromEntries(
            telling.map((v) => [v.id, choice[v.id] ?? must(v.options[0]).id]),
          ),
        })
        setId('')
        setChoice({})
      })}
    >
      <Choice
        label="Add a test"
        placeholder="Choose …"
        value={id || null}
        onChange={(v) => {
          setId(v)
          setChoice({})
        }}
        data={PROTOCOL_GROUPS.map((g) => ({
          group: g.name,
          items: options(TEST_PROTOCOLS.filter((x) => x.group === g.id)),
        }))}
      />
      {telling.map((v) => (
        <Choice
          key={v.id}
          label={v.name}
          value={choice[v.id] ?? must(v.options[0]).id}
          onChange={(o) => setChoice((c) => ({ ...c, [v.id]: o }))}
          data={options(v.options)}
        />
      ))}
      <Button variant="default" type="submit" disabled={!p}>
        Add
      </Button>
    </form>
  )
}

/** A battery gets its name; a new one begins with its first test. */
export function SaveForm({
  items,
  failure,
  busy,
  onSave,
}: {
  items: BatteryItem[]
  failure: string
  busy: boolean
  onSave: (name: string, sportId: string | null, items: BatteryItem[]) => void
}) {
  const { athlete } = useAthletePage()
  const profile = useProfile(athlete)
  const sport = profile?.sources[0]
  const [name, setName] = useState(items.length > 0 && sport ? sport.name : '')
  const [sportId, setSportId] = useState<string | null>(sport?.id ?? null)
  const [first, setFirst] = useState('')
  const all = items.length > 0 ? items : first ? [{ protocolId: first, variant: {} }] : []
  return (
    <form
      className="change"
      onSubmit={submits(() => {
        if (name.trim() && all.length > 0) onSave(name.trim(), sportId, all)
      })}
    >
      <TextInput
        label="Name"
        data-autofocus
        value={name}
        maxLength={60}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <Select
        label="For the sport"
        clearable
        data={options(profile?.sources ?? [])}
        value={sportId}
        onChange={setSportId}
      />
      {items.length === 0 && (
        <Choice
          label="First test"
          placeholder="Choose …"
          value={first || null}
          onChange={setFirst}
          data={options(TEST_PROTOCOLS)}
        />
      )}
      <p className="said" role="alert">
        {failure}
      </p>
      <Button type="submit" loading={busy} disabled={name.trim() === '' || all.length === 0}>
        Save
      </Button>
    </form>
  )
}
