import { Button, Checkbox, Input, NativeSelect } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { v7 } from 'uuid'
import type { Me } from '@mano/contract/accounts'
import {
  gateKey,
  GROUP_PROTOCOLS,
  type DayGate,
  type TestDayBody,
  type TestDayLine,
} from '@mano/contract/testday'
import type { SessionView } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { buildSeries } from '@mano/core/record/series'
import {
  FIRST_SHARE,
  firstLoadKg,
  visitsOf,
  type DaySetup,
  type DayStation,
} from '@mano/core/testday/live'
import { formatDuration } from '@mano/core/units/format'
import { formatDate } from '@mano/core/units/dates'
import { massText, parseMass, type MassUnit } from '@mano/core/units/mass'
import { useListing } from '../../base/Listing'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { TakeBack } from '../../base/TakeBack'
import { useKit, useMe, useNames, may } from '../../base/data'
import { takeBack, useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { StationSetting } from './StationSetting'
import { platesAt, startOf, triesAt, UNSTATED } from './stationStart'
import { useWished } from './useDay'
import './testday.css'
import { DayInput } from '../../base/DayInput'
import { Still } from '../../base/Still'
import { must } from '@mano/core/units/must'

const KEY = ['test-days']
/**
 * Where a ramp begins when nothing is known: practice estimate, no source; the coach changes it.
 */
const FIRST_KG = 20
const STEP_KG = 2.5
const PARAMS = {
  att: 10,
  gapHands: 90,
  gapSame: 180,
  swap: 15,
  plate0: 10,
  perStep: 4,
  step: 2.5,
  walk: 30,
}
const RESTS = [
  ['att', 'A trial'],
  ['gapHands', 'Rest between hands'],
  ['gapSame', 'Rest of a hand'],
  ['swap', 'Next one steps up'],
  ['plate0', 'Changing plates'],
  ['walk', 'To the next station'],
] as const

/** Group test days: those there were, and a new one. */
export default function TestDays() {
  const me = useMe().data
  const days = useQuery({ queryKey: KEY, queryFn: () => api.get<TestDayLine[]>('/api/test-days') })
  const [making, setMaking] = useCalm(false)
  if (!me) return <main className="td" aria-busy="true" />
  return (
    <main className="td">
      <div className="hall-head">
        <h1>Group test days</h1>
        {may(me, 'coach') && !making && (
          <Button onClick={() => setMaking(true)}>Set up a day</Button>
        )}
      </div>
      {making ? (
        <SetUp today={me.today} onLeave={() => setMaking(false)} />
      ) : (days.data ?? []).length === 0 ? (
        <p className="note">
          None yet. A day gives every hand its rest, sets near loads one after the other, and ends
          soon.
        </p>
      ) : (
        <Days days={days.data!} me={me} />
      )}
    </main>
  )
}

function Days({ days, me }: { days: readonly TestDayLine[]; me: Me }) {
  const list = useListing(days, {
    what: 'test days',
    says: (d) => `${d.name} ${formatDate(d.heldOn, me.today)}`,
    by: {
      name: (d) => d.name,
      day: (d) => d.heldOn,
      size: (d) => d.athletes,
      state: (d) => (d.started ? 1 : 0),
    },
  })
  return (
    <>
      {list.find}
      <table className="hall-kit">
        <thead>
          <tr>
            {list.th('name', 'Name')}
            {list.th('day', 'Day')}
            {list.th('size', 'Who and where')}
            {list.th('state', 'State')}
            <th scope="col">
              <span className="vh">Take back</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {list.rows.map((d) => (
            <tr key={d.id}>
              <th scope="row">
                <Link to={`/testday/${d.id}`}>{d.name}</Link>
              </th>
              <td>{formatDate(d.heldOn, me.today)}</td>
              <td>
                {d.athletes} athletes, {d.stations} stations
              </td>
              <td>{d.started ? 'begun' : 'set up'}</td>
              <td>
                {!d.started && may(me, 'coach') && (
                  <TakeBack
                    kind="test_day"
                    rowId={d.id}
                    what={d.name}
                    says="The day leaves this list. Nothing was recorded on it yet."
                    touched={[KEY]}
                  />
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

/** A typed mass in kg; null where nothing, or no mass, is typed. */
const massOf = (text: string, unit: MassUnit): number | null => {
  const r = parseMass(text, unit)
  return r.ok ? r.kg : null
}
const unread = (text: string, unit: MassUnit): boolean =>
  text.trim() !== '' && massOf(text, unit) === null

function SetUp({ today, onLeave }: { today: string; onLeave: () => void }) {
  const navigate = useNavigate()
  const roster = useNames().data ?? []
  const all = useKit().data
  const kit = all ?? []
  const [name, setName] = useState('Test day')
  const [heldOn, setHeldOn] = useState(today)
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [stations, setStations] = useState<readonly DayStation[]>([])
  const [params, setParams] = useState(PARAMS)
  const [perHand, setPerHand] = useState(3)
  const units = useUnits()
  const [step, setStep] = useState('')
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const write = useUndoable((b: TestDayBody) => api.post('/api/test-days', b), [KEY], {
    did: (b) => `${b.name} saved.`,
    undo: (b) => takeBack('test_day', b.id),
  })
  const fitting = (protocolId: string) =>
    kit.filter(
      (u) =>
        (must(protocolById(protocolId)).implements as readonly string[]).includes(u.kind) &&
        u.place === 'hall',
    )
  const withPlates = stations.filter((s) => s.plates)
  // What each has lifted before, for the first load.
  const past = useQuery({
    queryKey: ['estimates', ...chosen],
    enabled: withPlates.length > 0 && chosen.length > 0,
    staleTime: 60_000,
    queryFn: async () =>
      Object.fromEntries(
        await Promise.all(
          chosen.map(
            async (id) =>
              [id, buildSeries(await api.get<SessionView[]>(`/api/athletes/${id}/tests`))] as const,
          ),
        ),
      ),
  }).data
  const estimate = (athlete: string, s: DayStation): number => {
    const own = past?.[athlete]?.find(
      (x) => x.protocol.id === s.protocolId && x.setup.unitId === s.unitId,
    )
    const best = own
      ? Math.max(0, ...Object.values(must(own.points.at(-1)).byHand).map((h) => h.best))
      : 0
    return best > 0 ? firstLoadKg(best) : FIRST_KG
  }
  const key = (a: string, s: string) => `${a} ${s}`
  const firstKg = Object.fromEntries(
    chosen.flatMap((a) =>
      withPlates.map((s) => [
        key(a, s.id),
        massOf(typed[key(a, s.id)] ?? '', units.mass) ?? estimate(a, s),
      ]),
    ),
  )
  const stepKg = massOf(step, units.mass) ?? STEP_KG
  // What the judge says of each athlete at each station, before anybody is called.
  const gates =
    useQuery({
      queryKey: ['day-gates', heldOn, chosen, stations.map((s) => [s.id, s.protocolId, s.unitId])],
      enabled: chosen.length > 0 && stations.length > 0,
      staleTime: 15_000,
      placeholderData: (before) => before,
      queryFn: () =>
        api.post<Record<string, DayGate>>('/api/test-days/gates', {
          heldOn,
          athletes: chosen,
          stations: stations.map(({ id, protocolId, unitId, variant }) => ({
            id,
            protocolId,
            unitId,
            variant,
          })),
        }),
    }).data ?? {}
  const met = chosen.flatMap((a) =>
    stations.flatMap((s) => {
      const own = (['left', 'right'] as const).flatMap((hand) => {
        const g = gates[gateKey(a, s.id, hand)]
        return g ? [{ hand, ...g }] : []
      })
      return own.length > 0 ? [{ a, s, own }] : []
    }),
  )
  const closed = met.flatMap(({ a, s, own }) =>
    own.filter((g) => g.class === 'stop').map((g) => gateKey(a, s.id, g.hand)),
  )
  const setup: DaySetup = {
    params,
    stations,
    athletes: chosen.map((id) => ({ id, name: roster.find((a) => a.id === id)?.name ?? '' })),
    perHand,
    firstKg,
    stepKg,
    ...(closed.length > 0 && { closed }),
  }
  const unstated = stations.filter((s) => Object.values(s.variant).includes(UNSTATED))
  const misread = [step, ...Object.values(typed)].some((t) => unread(t, units.mass))
  const ready = chosen.length > 0 && stations.length > 0 && unstated.length === 0 && !misread
  const order = useWished(ready ? setup : null, [])
  const endS = order ? Math.max(0, ...order.wished.values()) + params.att : 0
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({})
  /** Reasons given at set-up hold at the station; one that is refused is asked for there. */
  const keepReasons = (dayId: string) =>
    Promise.allSettled(
      met.flatMap(({ a, s }) => {
        const reason = reasons[key(a, s.id)]?.trim()
        return reason
          ? [
              api.post(`/api/test-days/${dayId}/reasons`, {
                id: v7(),
                athleteId: a,
                stationId: s.id,
                reason,
              }),
            ]
          : []
      }),
    )
  const first = GROUP_PROTOCOLS.find((p) => fitting(p).length > 0)
  const add = () => {
    const unit = first && fitting(first)[0]
    if (!unit) return
    const id = v7()
    setStations((now) => [
      ...now,
      {
        id,
        name: `Station ${now.length + 1}`,
        protocolId: first,
        unitId: unit.id,
        measurementId: unit.measurementId,
        variant: startOf(first, unit),
        by: '',
        plates: platesAt(first),
        ...triesAt(first),
      },
    ])
  }
  const change = (id: string, more: Partial<DayStation>) =>
    setStations((now) => now.map((s) => (s.id === id ? { ...s, ...more } : s)))
  const choose = (s: DayStation, protocolId: string) => {
    const unit = fitting(protocolId)[0]
    if (unit)
      change(s.id, {
        protocolId,
        unitId: unit.id,
        measurementId: unit.measurementId,
        variant: startOf(protocolId, unit),
        plates: platesAt(protocolId),
        tries: undefined,
        ...triesAt(protocolId),
      })
  }
  return (
    <form
      className="td-setup"
      onSubmit={(e) => {
        e.preventDefault()
        const id = v7()
        write.mutate(
          { id, name: name.trim(), heldOn, setup },
          { onSuccess: () => void keepReasons(id).then(() => navigate(`/testday/${id}`)) },
        )
      }}
    >
      <section>
        <h2 className="h3">Who</h2>
        <label>
          Name of the day
          <Input value={name} maxLength={80} onChange={(e) => setName(e.currentTarget.value)} />
        </label>
        <label>
          Day
          <DayInput value={heldOn} minDate={today} onChange={(d) => setHeldOn(d ?? today)} />
        </label>
        <Still of={[roster, chosen]}>
          <ul className="td-who" aria-label="Athletes">
            {roster.map((a) => (
              <li key={a.id}>
                <label className="tick">
                  <Checkbox
                    checked={chosen.includes(a.id)}
                    onChange={() =>
                      setChosen(
                        chosen.includes(a.id)
                          ? chosen.filter((x) => x !== a.id)
                          : [...chosen, a.id],
                      )
                    }
                  />
                  {a.name}
                  {a.cautions.length > 0 && (
                    <span className="s"> {must(a.cautions[0]).title.toLowerCase()}</span>
                  )}
                </label>
              </li>
            ))}
          </ul>
        </Still>
      </section>
      <section>
        <h2 className="h3">Stations</h2>
        {stations.map((s) => (
          <div key={s.id} className="td-station" role="group" aria-label={s.name}>
            <Input
              aria-label="Station"
              value={s.name}
              maxLength={40}
              onChange={(e) => change(s.id, { name: e.currentTarget.value })}
            />
            <NativeSelect
              aria-label={`Protocol of ${s.name}`}
              value={s.protocolId}
              onChange={(e) => choose(s, e.currentTarget.value)}
            >
              {GROUP_PROTOCOLS.filter((p) => fitting(p).length > 0).map((p) => (
                <option key={p} value={p}>
                  {must(protocolById(p)).name}
                </option>
              ))}
            </NativeSelect>
            <NativeSelect
              aria-label={`Implement of ${s.name}`}
              value={s.unitId}
              onChange={(e) => {
                const u = kit.find((x) => x.id === e.currentTarget.value)!
                change(s.id, {
                  unitId: u.id,
                  measurementId: u.measurementId,
                  variant: startOf(s.protocolId, u),
                })
              }}
            >
              {fitting(s.protocolId).map((u) => (
                <option key={u.id} value={u.id}>
                  {u.label}
                </option>
              ))}
            </NativeSelect>
            <Input
              aria-label={`Who runs ${s.name}`}
              placeholder="Who runs it"
              value={s.by}
              maxLength={60}
              onChange={(e) => change(s.id, { by: e.currentTarget.value })}
            />
            <Button
              variant="default"
              size="xs"
              type="button"
              onClick={() => setStations((now) => now.filter((x) => x.id !== s.id))}
            >
              Remove
            </Button>
            <StationSetting
              station={s}
              unit={kit.find((u) => u.id === s.unitId)}
              onChange={(more) => change(s.id, more)}
            />
          </div>
        ))}
        <Button
          variant="default"
          type="button"
          disabled={stations.length >= 8 || !first}
          onClick={add}
        >
          Add a station
        </Button>
        {all && !first && <p className="s">No implement of the kit room fits a station yet.</p>}
        <div className="td-params">
          <label>
            Trials a hand
            <Input
              type="number"
              min={1}
              max={6}
              value={perHand}
              onChange={(e) =>
                setPerHand(Math.max(1, Math.min(6, Number(e.currentTarget.value) || 1)))
              }
            />
          </label>
          {withPlates.length > 0 && (
            <label>
              Step, {units.mass}
              <Input
                inputMode="decimal"
                placeholder={massText(STEP_KG, units.mass)}
                aria-invalid={unread(step, units.mass)}
                value={step}
                onChange={(e) => setStep(e.currentTarget.value)}
              />
            </label>
          )}
          {RESTS.map(([k, label]) => (
            <label key={k}>
              {label}, s
              <Input
                type="number"
                min={0}
                max={1800}
                value={params[k]}
                onChange={(e) =>
                  setParams({ ...params, [k]: Math.max(0, Number(e.currentTarget.value) || 0) })
                }
              />
            </label>
          ))}
        </div>
        {withPlates.length > 0 && chosen.length > 0 && (
          <table className="hall-kit">
            <caption>
              First load, {units.mass}: {Math.round(100 * FIRST_SHARE)} % of the last best,{' '}
              {massText(FIRST_KG, units.mass)} where none is known
            </caption>
            <tbody>
              {setup.athletes.map((a) => (
                <tr key={a.id}>
                  <th scope="row">{a.name}</th>
                  {withPlates.map((s) => (
                    <td key={s.id}>
                      <Input
                        inputMode="decimal"
                        aria-label={`First load of ${a.name} at ${s.name}`}
                        aria-invalid={unread(typed[key(a.id, s.id)] ?? '', units.mass)}
                        placeholder={massText(estimate(a.id, s), units.mass)}
                        value={
                          typed[key(a.id, s.id)] ??
                          massText(firstKg[key(a.id, s.id)] ?? FIRST_KG, units.mass)
                        }
                        onChange={(e) => {
                          const v = e.currentTarget.value
                          setTyped((all) => ({ ...all, [key(a.id, s.id)]: v }))
                        }}
                      />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      {met.length > 0 && (
        <section className="td-met" aria-label="Cautions">
          <h2 className="h3">Cautions on this day</h2>
          <ul>
            {met.map(({ a, s, own }) => (
              <li key={key(a, s.id)}>
                <b>
                  {setup.athletes.find((x) => x.id === a)?.name}, {s.name}
                </b>
                {[...new Set(own.map((g) => g.says))].map((says) => (
                  <p key={says} className="alarm-line">
                    <Icon
                      name={
                        own.some((g) => g.class === 'stop' && g.says === says) ? 'stop' : 'warn'
                      }
                    />{' '}
                    {own.length === 1 && !says.includes(`(${must(own[0]).hand} hand`)
                      ? `${must(own[0]).hand === 'left' ? 'Left' : 'Right'} hand: `
                      : ''}
                    {says}
                  </p>
                ))}
                {own.some((g) => g.class === 'ask') && (
                  <label>
                    Reason, now or at the station
                    <Input
                      value={reasons[key(a, s.id)] ?? ''}
                      maxLength={400}
                      onChange={(e) => {
                        const v = e.currentTarget.value
                        setReasons((all) => ({ ...all, [key(a, s.id)]: v }))
                      }}
                    />
                  </label>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <p role="status">
        {unstated.length > 0 ? (
          `${unstated.map((s) => s.name).join(', ')}: a number of the set-up is missing.`
        ) : misread ? (
          'A load cannot be read.'
        ) : !ready ? (
          'Choose who comes and what they do.'
        ) : order ? (
          <>
            <b>
              {visitsOf(setup).reduce((a, v) => a + v.tries.length, 0)} trials, about{' '}
              {formatDuration(endS)}.
            </b>{' '}
            No order ends before {formatDuration(order.boundS)}: a bound, not a plan.
          </>
        ) : (
          'Working the order out …'
        )}
      </p>
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
      <div className="row">
        <Button type="submit" disabled={!ready || name.trim() === '' || write.isPending}>
          Save day
        </Button>
        <Button variant="default" type="button" onClick={onLeave}>
          Cancel
        </Button>
      </div>
      <p className="note">
        Rests and times are common practice, no source. Three minutes a hand between maximal trials.
      </p>
    </form>
  )
}
