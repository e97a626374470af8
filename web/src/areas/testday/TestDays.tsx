import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Me } from '@mano/contract/accounts'
import type { TestDayLine } from '@mano/contract/testday'
import { formatDate } from '@mano/core/units/dates'
import { api } from '../../base/api'
import { useCalm } from '../../base/calm'
import { may, useMe } from '../../base/data'
import { useListing } from '../../base/Listing'
import { TakeBack } from '../../base/TakeBack'
import { SetUp } from './SetUp'
import { DAYS_KEY } from './useSetUp'
import './testday.css'

/** Group test days: those there were, and a new one. */
export default function TestDays() {
  const me = useMe().data
  const days =
    useQuery({ queryKey: DAYS_KEY, queryFn: () => api.get<TestDayLine[]>('/api/test-days') })
      .data ?? []
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
      ) : days.length === 0 ? (
        <p className="note">
          None yet. A day gives every hand its rest, sets near loads one after the other, and ends
          soon.
        </p>
      ) : (
        <Days days={days} me={me} />
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
                    touched={[DAYS_KEY]}
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
