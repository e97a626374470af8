import { Button, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { failureText } from '../../base/api'
import { keys, useMe } from '../../base/data'
import { Archive } from './Archive'
import { ExerciseTiers } from './ExerciseTiers'
import { Exports } from './Exports'
import { OwnSignIn } from './OwnSignIn'
import { People } from './People'
import './hall.css'
import { Clash } from '../../base/Clash'
import { offerUndo } from '../../base/undo'
import { useChange } from '../../base/useChange'

/** Who works in the hall. */
export default function Hall() {
  const me = useMe()
  return (
    <main className="narrow-hall">
      <div className="hall-head">
        <h1>{me.data?.hall.name}</h1>
        {me.data?.role === 'coach' && (
          <Button component={Link} variant="default" to="/import">
            Import
          </Button>
        )}
      </div>
      <p className="note">
        Dates are local to {me.data?.hall.timeZone}. Implements and places are in the kit room.
      </p>
      {me.data?.role === 'coach' && (
        <Limits
          key={me.data.hall.staleDays}
          days={me.data.hall.staleDays}
          version={me.data.hall.version}
        />
      )}
      {me.data?.role === 'coach' && <ExerciseTiers />}
      {me.data?.role === 'coach' && <Exports />}
      {me.data?.role === 'coach' && <People me={me.data.id} />}
      <OwnSignIn />
      {me.data?.role === 'coach' && <Archive />}
    </main>
  )
}

/** The hall's own limits. */
function Limits({ days, version }: { days: number; version: number }) {
  const [text, setText] = useState(String(days))
  const n = Number(text)
  const fine = Number.isInteger(n) && n >= 7 && n <= 365
  const change = useChange('/api/hall', { staleDays: days }, version, [
    keys.me,
    keys.roster,
    ['athlete'],
    ['gaps'],
  ])
  return (
    <form
      className="block hall-limits"
      onSubmit={(e) => {
        e.preventDefault()
        if (fine)
          change.save({ staleDays: n }, () =>
            offerUndo(`Tests are stale after ${n} days now.`, async () => {
              await change.back()
              setText(String(days))
            }),
          )
      }}
    >
      <TextInput
        label="Tests are stale after, days"
        description="Six weeks (42) is common; 7 to 365"
        inputMode="numeric"
        value={text}
        error={!fine && 'A whole number from 7 to 365'}
        onChange={(e) => setText(e.currentTarget.value)}
      />
      <Button type="submit" variant="default" disabled={!fine || n === days} loading={change.busy}>
        Save
      </Button>
      <p className="said" role="alert">
        {change.error !== null && failureText(change.error)}
      </p>
      <Clash change={change} names={{ staleDays: 'Tests are stale after, days' }} />
    </form>
  )
}
