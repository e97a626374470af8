import { Button, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { Link } from 'react-router'
import type { HallBody, Me } from '@mano/contract/accounts'
import { failureText } from '../../base/api'
import { Calmly } from '../../base/Calmly'
import { keys, may, useMe } from '../../base/data'
import { For } from '../../base/For'
import { Archive } from './Archive'
import { ExerciseTiers } from './ExerciseTiers'
import { Exports } from './Exports'
import { HallWishes } from './HallWishes'
import { OwnSignIn } from './OwnSignIn'
import { Keys } from './Keys'
import { People } from './People'
import { Retention } from './Retention'
import { SharedTablet } from './SharedTablet'
import { Trail } from './Trail'
import './hall.css'
import { Clash } from '../../base/Clash'
import { offerUndo } from '../../base/undo'
import { useChange } from '../../base/useChange'
import { ZonePick } from '../../base/ZonePick'
import { submits } from '../../base/afterPaint'
import { oneOf } from '@mano/core/units/among'

/**
 * The hall's own page: what it sets, who works in it, what goes in and out, and one's own sign-in.
 */
export default function Hall() {
  const me = useMe().data
  if (!me) return null
  return (
    <main className="narrow-hall wide-hall">
      <div className="hall-head">
        <h1>{me.hall.name}</h1>
        <For right="coach">
          <Button component={Link} variant="default" to="/import">
            Import
          </Button>
        </For>
      </div>
      <p className="note">
        Dates are local to {me.hall.timeZone}. Implements and places are in the kit room.
      </p>
      <nav className="hall-parts" aria-label="Parts of this page">
        {PARTS.filter((p) => may(me, p.right)).map((p) => (
          <a key={p.id} className="lnk" href={`#${p.id}`}>
            {p.name}
          </a>
        ))}
      </nav>
      <For right="coach">
        <Calmly waits={<div className="hall-limits-wait" />}>
          <Limits key={me.hall.version} hall={me.hall} />
        </Calmly>
      </For>
      <div className="hall-cols">
        <div>
          <For right="coach">
            <Calmly waits={null}>
              <ExerciseTiers />
              <HallWishes />
            </Calmly>
            <Calmly waits={null}>
              <Exports />
            </Calmly>
          </For>
          <For right="own">
            <Calmly waits={null}>
              <Retention today={me.today} />
              <Trail today={me.today} />
            </Calmly>
          </For>
          <For right="coach">
            <Calmly waits={null}>
              <SharedTablet />
              <Archive />
            </Calmly>
          </For>
        </div>
        <div>
          <For right="coach">
            <Calmly waits={null}>
              <People me={me} />
            </Calmly>
          </For>
          <Calmly waits={null}>
            <OwnSignIn />
          </Calmly>
          <Calmly waits={null}>
            <Keys me={me} />
          </Calmly>
        </div>
      </div>
    </main>
  )
}

const PARTS = [
  { id: 'files', name: 'Files', right: 'coach' },
  { id: 'people', name: 'People', right: 'coach' },
  { id: 'retention', name: 'Records', right: 'own' },
  { id: 'trail', name: 'Who saw what', right: 'own' },
  { id: 'tablet', name: 'Shared tablet', right: 'coach' },
  { id: 'sign-in', name: 'Your sign-in', right: 'look' },
] as const

const NAMES = {
  name: 'Name of the hall',
  timeZone: 'Time zone',
  staleDays: 'Tests are stale after, days',
  monthFirst: 'A day typed as two numbers',
  weekStart: 'Calendars begin with',
}

const KEYS = ['name', 'timeZone', 'staleDays', 'monthFirst', 'weekStart'] as const
const DAY_ORDERS = [
  { value: 'false', label: 'Day, month: 8/10/2026' },
  { value: 'true', label: 'Month, day: 10/8/2026' },
]
const WEEK_STARTS = [
  { value: '1', label: 'Monday' },
  { value: '0', label: 'Sunday' },
  { value: '6', label: 'Saturday' },
]

/** The hall's name, its days, and its own limits. */
function Limits({ hall }: { hall: Me['hall'] }) {
  const from = {
    name: hall.name,
    timeZone: hall.timeZone,
    staleDays: hall.staleDays,
    monthFirst: hall.monthFirst,
    weekStart: hall.weekStart,
  }
  const [name, setName] = useState(from.name)
  const [zone, setZone] = useState(from.timeZone)
  const [text, setText] = useState(String(from.staleDays))
  const [monthFirst, setMonthFirst] = useState(from.monthFirst)
  const [weekStart, setWeekStart] = useState(from.weekStart)
  const n = Number(text)
  const fine = Number.isInteger(n) && n >= 7 && n <= 365
  const change = useChange<Omit<HallBody, 'version'>>('/api/hall', from, hall.version, [
    keys.me,
    keys.roster,
    ['athlete'],
    ['gaps'],
  ])
  const to = { name: name.trim(), timeZone: zone, staleDays: n, monthFirst, weekStart }
  const same = KEYS.every((k) => to[k] === from[k])
  return (
    <form
      className="block hall-limits"
      onSubmit={submits(() => {
        if (fine && to.name !== '' && !same)
          change.save(to, () => offerUndo('The hall is saved.', change.back))
      })}
    >
      <TextInput
        label={NAMES.name}
        maxLength={80}
        value={name}
        error={name.trim() === '' && 'The name is missing'}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <ZonePick
        label={NAMES.timeZone}
        description="What is recorded from now on goes by it"
        value={zone}
        onChange={setZone}
      />
      <TextInput
        label={NAMES.staleDays}
        description="Six weeks (42) is common; 7 to 365"
        inputMode="numeric"
        value={text}
        error={!fine && 'A whole number from 7 to 365'}
        onChange={(e) => setText(e.currentTarget.value)}
      />
      <Select
        label={NAMES.monthFirst}
        description="Where a day is shown, the month has its name"
        allowDeselect={false}
        data={DAY_ORDERS}
        value={String(monthFirst)}
        onChange={(v) => v && setMonthFirst(v === 'true')}
      />
      <Select
        label={NAMES.weekStart}
        description="Plans go from Monday to Sunday"
        allowDeselect={false}
        data={WEEK_STARTS}
        value={String(weekStart)}
        onChange={(v) => v && setWeekStart(oneOf([0, 1, 6], Number(v)))}
      />
      <Button
        type="submit"
        variant="default"
        disabled={!fine || same || to.name === ''}
        loading={change.busy}
      >
        Save
      </Button>
      <p className="said" role="alert">
        {change.error !== null && failureText(change.error)}
      </p>
      <Clash change={change} names={NAMES} />
    </form>
  )
}
