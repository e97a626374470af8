import { Anchor, Button, Modal, NativeSelect, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { BatteryBody, BatteryView } from '@mano/contract/tests'
import { protocolById, PROTOCOL_GROUPS, TEST_PROTOCOLS } from '@mano/core/catalogue/protocols'
import {
  BATTERY_MOST,
  batteryCost,
  orderBattery,
  testMinutes,
  type BatteryItem,
} from '@mano/core/testing/battery'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { keys, useWrite, may } from '../../base/data'
import { useProfile } from '../../base/profile'
import { useAthletePage } from '../athlete/AthletePage'
import { VisitSteps } from './BatteryVisit'
import { SUGGESTED, useChoices } from './useBattery'
import './tests.css'
import { must } from '@mano/core/units/must'

/** Several tests in one visit: a battery, in the order that tires least. */
export default function Batteries() {
  const { athlete, me } = useAthletePage()
  const [params, setParams] = useSearchParams()
  const choices = useChoices()
  const chosen = choices?.find((b) => b.id === params.get('b')) ?? choices?.[0]
  const [saving, setSaving] = useCalm<BatteryItem[] | null>(null)
  const [going, setGoing] = useCalm(false)
  const write = useWrite(
    (b: BatteryBody) => api.post<{ id: string }>('/api/batteries', b),
    [keys.batteries],
  )
  const store = (
    name: string,
    sportId: string | null,
    items: readonly BatteryItem[],
    of: BatteryView | null,
    removed = false,
  ) => {
    const id = v7()
    write.mutate(
      { id, name, sportId, items: orderBattery(items), supersedesId: of?.id ?? null, removed },
      {
        onSuccess: () => {
          setSaving(null)
          setGoing(false)
          setParams(removed ? {} : { b: id }, { replace: true })
        },
      },
    )
  }
  const own = chosen && chosen.id !== SUGGESTED ? chosen : null
  /** Changes the hall's own battery; a suggested one is saved under a name first. */
  const change = (items: BatteryItem[]) => {
    if (own) store(own.name, own.sportId, items, own)
    else setSaving(items)
  }
  if (!choices) return <main className="cols" aria-busy="true" />
  const minutes = chosen?.items.reduce((n, i) => n + testMinutes(i), 0) ?? 0
  const worst = chosen ? batteryCost([...orderBattery(chosen.items)].reverse()) : 0
  return (
    <main className="cols tests">
      <section>
        <div className="proto-pick" role="group" aria-label="Battery">
          {choices.map((b) => (
            <Button
              key={b.id}
              variant={b.id === chosen?.id ? 'filled' : 'default'}
              size="lg"
              aria-pressed={b.id === chosen?.id}
              onClick={() => {
                setParams({ b: b.id }, { replace: true })
                setGoing(false)
              }}
            >
              {b.name}
            </Button>
          ))}
          {may(me, 'coach') && (
            <Button variant="default" size="lg" onClick={() => setSaving([])}>
              New battery
            </Button>
          )}
        </div>
        {!chosen && (
          <p className="blank">
            No battery yet.{' '}
            <Link className="lnk" to={`/athletes/${athlete.id}/demands`}>
              Choose a sport
            </Link>{' '}
            to be given one, or make your own.
          </p>
        )}
        {chosen && (
          <div className="panel battery">
            <div className="battery-head">
              <h2>{chosen.name}</h2>
              <span className="s">
                {chosen.items.length} {chosen.items.length === 1 ? 'test' : 'tests'}, about{' '}
                {minutes}
                {'\u00A0'}min
              </span>
            </div>
            <VisitSteps
              batteryId={chosen.id}
              onRemove={
                may(me, 'coach') && chosen.items.length > 1
                  ? (at) => change(chosen.items.filter((_, i) => i !== at))
                  : null
              }
            />
            {may(me, 'coach') && chosen.items.length < BATTERY_MOST && (
              <AddTest onAdd={(item) => change([...chosen.items, item])} />
            )}
            {may(me, 'coach') && (
              <div className="row battery-act">
                {!own && (
                  <Button variant="default" onClick={() => setSaving(chosen.items)}>
                    Save for the hall …
                  </Button>
                )}
                {own && !going && (
                  <Anchor
                    component="button"
                    type="button"
                    className="lnk"
                    onClick={() => setGoing(true)}
                  >
                    Delete this battery
                  </Anchor>
                )}
                {own && going && (
                  <>
                    <Button
                      variant="default"
                      onClick={() => store(own.name, own.sportId, own.items, own, true)}
                    >
                      Delete for good
                    </Button>
                    <Button variant="default" onClick={() => setGoing(false)}>
                      Cancel
                    </Button>
                  </>
                )}
                <span className="said" role="alert">
                  {write.error && failureText(write.error)}
                </span>
              </div>
            )}
          </div>
        )}
      </section>
      <aside>
        <div className="block">
          <h2 className="h3">The order that tires least</h2>
          <p className="steps">
            Sizes and ranges come first, then strength, then holds, then work to failure; tests that
            load the same tissue are set apart where that costs nothing. The order is worked out
            over all pairs of tests
            {worst > 0 && chosen
              ? ': what earlier tests take from later ones sums to ' +
                `${batteryCost(chosen.items).toFixed(1)}, against ${worst.toFixed(1)} the ` +
                'other way round'
              : ''}
            .
          </p>
          <p className="note">What a test leaves in the hand is a practice estimate.</p>
        </div>
        <div className="block">
          <p className="note">
            A battery is today's tests: leave and come back at any point. What was asked before the
            first test is not asked again.
          </p>
        </div>
      </aside>
      <Modal opened={saving !== null} onClose={() => setSaving(null)} title="A battery of the hall">
        {saving && (
          <SaveForm
            items={saving}
            failure={write.error ? failureText(write.error) : ''}
            busy={write.isPending}
            onSave={(name, sportId, items) => store(name, sportId, items, null)}
          />
        )}
      </Modal>
    </main>
  )
}

function AddTest({ onAdd }: { onAdd: (item: BatteryItem) => void }) {
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
      onSubmit={(e) => {
        e.preventDefault()
        if (!p) return
        onAdd({
          protocolId: p.id,
          variant: Object.fromEntries(
            telling.map((v) => [v.id, choice[v.id] ?? must(v.options[0]).id]),
          ),
        })
        setId('')
        setChoice({})
      }}
    >
      <label>
        Add a test
        <NativeSelect
          value={id}
          onChange={(e) => {
            setId(e.currentTarget.value)
            setChoice({})
          }}
        >
          <option value="">Choose …</option>
          {PROTOCOL_GROUPS.map((g) => (
            <optgroup key={g.id} label={g.name}>
              {TEST_PROTOCOLS.filter((x) => x.group === g.id).map((x) => (
                <option key={x.id} value={x.id}>
                  {x.name}
                </option>
              ))}
            </optgroup>
          ))}
        </NativeSelect>
      </label>
      {telling.map((v) => (
        <label key={v.id}>
          {v.name}
          <NativeSelect
            value={choice[v.id] ?? must(v.options[0]).id}
            onChange={(e) => {
              const o = e.currentTarget.value
              setChoice((c) => ({ ...c, [v.id]: o }))
            }}
          >
            {v.options.map((o) => (
              <option key={o.id} value={o.id}>
                {o.name}
              </option>
            ))}
          </NativeSelect>
        </label>
      ))}
      <Button variant="default" type="submit" disabled={!p}>
        Add
      </Button>
    </form>
  )
}

function SaveForm({
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
      onSubmit={(e) => {
        e.preventDefault()
        if (name.trim() && all.length > 0) onSave(name.trim(), sportId, all)
      }}
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
        data={profile?.sources.map((s) => ({ value: s.id, label: s.name })) ?? []}
        value={sportId}
        onChange={setSportId}
      />
      {items.length === 0 && (
        <label>
          First test
          <NativeSelect value={first} onChange={(e) => setFirst(e.currentTarget.value)}>
            <option value="">Choose …</option>
            {TEST_PROTOCOLS.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </NativeSelect>
        </label>
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
