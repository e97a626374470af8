import { counted } from '@mano/core/units/counted'
import { Button, Checkbox, NumberInput } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { RetentionView } from '@mano/contract/retention'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../base/api'
import { keys } from '../../base/data'
import { Reasoned } from '../../base/Reasoned'
import { offerUndo } from '../../base/undo'
import { useChange } from '../../base/useChange'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

const KEY = ['retention']
const inYears = (n: number): string => counted(n, 'year')

/** How long records of athletes who come no more are kept; nothing goes before the owner looks. */
export function Retention({ today }: { today: string }) {
  const read = useQuery({
    queryKey: KEY,
    queryFn: () => api.get<RetentionView>('/api/retention'),
  })
  return (
    <section className="block" aria-labelledby="retention">
      <h2 id="retention" className="h3">
        How long records are kept
      </h2>
      {read.error && <p className="said">{failureText(read.error)}</p>}
      {read.data && <Setting key={read.data.version} of={read.data} today={today} />}
    </section>
  )
}

function Setting({ of, today }: { of: RetentionView; today: string }) {
  const [years, setYears] = useState<number | ''>(of.keepYears ?? '')
  const change = useChange<{ keepYears: number | null }>(
    '/api/retention',
    { keepYears: of.keepYears },
    of.version,
    [KEY, keys.me],
  )
  const to = years === '' ? null : years
  const other = to !== null && to !== of.keepYears
  // What another number would mean, before it is set.
  const preview = useQuery({
    queryKey: [...KEY, to],
    queryFn: () => api.get<RetentionView>(`/api/retention?years=${to}`),
    enabled: other,
  })
  const over = other ? preview.data?.over : of.over
  return (
    <>
      <form
        className="row"
        onSubmit={submits(() => {
          change.save({ keepYears: to }, () =>
            offerUndo(
              to === null
                ? 'Records are kept without a limit.'
                : `Records are kept for ${inYears(to)}.`,
              change.back,
            ),
          )
        })}
      >
        <NumberInput
          label="Years after the last record"
          description="Empty: without a limit. Local rules on records of health come first."
          min={1}
          max={50}
          allowDecimal={false}
          clampBehavior="strict"
          value={years}
          onChange={(v) => setYears(typeof v === 'number' ? v : '')}
        />
        <Button
          type="submit"
          variant="default"
          disabled={to === of.keepYears}
          loading={change.busy}
        >
          Save years
        </Button>
      </form>
      <p className="said" role="alert">
        {change.error !== null && failureText(change.error)}
      </p>
      {to !== null && over && <Over over={over} years={to} saved={!other} today={today} />}
    </>
  )
}

/** Whose time is over: looked at, ticked and erased; what stays of them is said. */
function Over({
  over,
  years,
  saved,
  today,
}: {
  over: RetentionView['over']
  years: number
  saved: boolean
  today: string
}) {
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set())
  if (over.length === 0)
    return <p className="note">Of everybody something was recorded within {inYears(years)}.</p>
  const going = over.filter((o) => !kept.has(o.id))
  return (
    <>
      <p>
        {over.length === 1 ? 'One athlete has' : `${over.length} athletes have`} nothing on record
        for {inYears(years)} or more{saved ? '' : ', if you save this'}.
      </p>
      <ul className="records">
        {over.map((o) => (
          <li key={o.id}>
            <Checkbox
              label={o.name}
              disabled={!saved}
              checked={!kept.has(o.id)}
              onChange={(e) => {
                const next = new Set(kept)
                if (e.currentTarget.checked) next.delete(o.id)
                else next.add(o.id)
                setKept(next)
              }}
              description={
                'last ' +
                `${formatDate(o.last, today)}` +
                (o.away ? `, put away ${formatDate(o.away, today)}` : ', still on the roster')
              }
            />
          </li>
        ))}
      </ul>
      {saved && going.length > 0 && (
        <Reasoned
          label={going.length === 1 ? 'Erase one athlete' : `Erase ${going.length} athletes`}
          title={
            going.length === 1 ? `Erase ${must(going[0]).name}?` : `Erase ${going.length} athletes?`
          }
          says={
            'Who they were goes for good: names, birth dates, health answers, injuries, ' +
            'plans, sets and notes. Test results stay without a name. This cannot be ' +
            'undone; back-ups made before still hold it.'
          }
          done={
            going.length === 1 ? 'One athlete is erased' : `${going.length} athletes are erased`
          }
          asks={false}
          act={() => api.post('/api/retention/erase', { athletes: going.map((o) => o.id) })}
          touched={[KEY, keys.roster, ['archive'], ['squad']]}
        />
      )}
      {!saved && <p className="note">Save it first; nothing is erased by that.</p>}
    </>
  )
}
