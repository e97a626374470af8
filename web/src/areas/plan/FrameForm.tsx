import { Button, Checkbox, Input } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { DAY_NAMES, type DayFrame } from '@mano/core/intake/week'
import { useAthletePage } from '../athlete/AthletePage'
import { submits } from '../../base/afterPaint'
import { Choice } from '../../base/Choice'

const sameDay = (a: DayFrame, b: DayFrame | undefined): boolean =>
  b !== undefined &&
  JSON.stringify([a.minutes, a.at ?? '', a.place, a.sportLoad, a.heavyPull, a.competition]) ===
    JSON.stringify([b.minutes, b.at ?? '', b.place, b.sportLoad, b.heavyPull, b.competition])

/**
 * The days of one week, where they are not as usual: what each leaves for grip work and how the
 * rest of it loads the hands. The usual week stays as intake has it.
 */
export function FrameForm({
  frame,
  usual,
  onDone,
}: {
  frame: readonly DayFrame[]
  usual: readonly DayFrame[]
  onDone: (frame: DayFrame[] | null) => void
}) {
  const { athlete } = useAthletePage()
  const [days, setDays] = useState([...frame])
  const other = days.flatMap((d, i) => (sameDay(d, usual[i]) ? [] : [DAY_NAMES[i]]))
  const set = (i: number, more: Partial<DayFrame>) =>
    setDays(days.map((d, k) => (k === i ? { ...d, ...more } : d)))
  return (
    <form
      className="change"
      noValidate
      onSubmit={submits(() => {
        onDone(days)
      })}
    >
      <p>
        <b>For this week only.</b> Other weeks keep the{' '}
        <Link className="lnk" to={`/athletes/${athlete.id}/intake`}>
          usual week of the intake
        </Link>
        .
      </p>
      <p className="note">
        Minutes for grip work, warm-up included; 0 is no session. Hand load counts mat, wall,
        strapless pulls and work: one budget for the hands.
      </p>
      <table className="frame">
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Minutes</th>
            <th scope="col">From</th>
            <th scope="col">Place</th>
            <th scope="col">Sport, hand load</th>
            <th scope="col">Heavy pull</th>
            <th scope="col">Competition</th>
          </tr>
        </thead>
        <tbody>
          {days.map((d, i) => (
            <tr key={i}>
              <th scope="row">{DAY_NAMES[i]}</th>
              <td>
                <Input
                  type="number"
                  min={0}
                  max={240}
                  step={5}
                  aria-label={`Minutes on ${DAY_NAMES[i]}`}
                  value={d.minutes}
                  onChange={(e) =>
                    set(i, {
                      minutes: Math.min(
                        240,
                        Math.max(0, Math.round(Number(e.currentTarget.value) || 0)),
                      ),
                    })
                  }
                />
              </td>
              <td>
                <Input
                  type="time"
                  aria-label={`Hour on ${DAY_NAMES[i]}`}
                  value={d.at ?? ''}
                  onChange={(e) => set(i, { at: e.currentTarget.value || undefined })}
                />
              </td>
              <td>
                <Choice
                  aria-label={`Place on ${DAY_NAMES[i]}`}
                  value={d.place}
                  onChange={(place) => set(i, { place })}
                  data={[
                    { value: 'hall', label: 'Hall' },
                    { value: 'home', label: 'Home' },
                    { value: 'bag', label: 'Travel bag' },
                  ]}
                />
              </td>
              <td>
                <Choice
                  aria-label={`Hand load on ${DAY_NAMES[i]}`}
                  value={d.sportLoad}
                  onChange={(sportLoad) => set(i, { sportLoad })}
                  data={[
                    { value: 0, label: '0 none' },
                    { value: 1, label: '1 light' },
                    { value: 2, label: '2 moderate' },
                    { value: 3, label: '3 hard' },
                  ]}
                />
              </td>
              <td>
                <Choice
                  aria-label={`Heavy pull on ${DAY_NAMES[i]}`}
                  value={d.heavyPull}
                  onChange={(heavyPull) => set(i, { heavyPull })}
                  data={[
                    { value: 'none', label: 'None' },
                    { value: 'before', label: 'Before grip' },
                    { value: 'after', label: 'After grip' },
                  ]}
                />
              </td>
              <td>
                <Checkbox
                  aria-label={`Competition on ${DAY_NAMES[i]}`}
                  checked={d.competition}
                  onChange={(e) => set(i, { competition: e.currentTarget.checked })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p role="status">
        {other.length === 0 ? 'All days are as usual.' : `Not as usual: ${other.join(', ')}.`}
      </p>
      <div className="row">
        <Button type="submit">Use for this week</Button>
        {other.length > 0 && (
          <Button variant="default" type="button" onClick={() => setDays([...usual])}>
            All as usual
          </Button>
        )}
        <Button variant="default" type="button" onClick={() => onDone(null)}>
          Cancel
        </Button>
      </div>
    </form>
  )
}
