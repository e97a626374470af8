import { Anchor, Checkbox, Input } from '@mantine/core'
import { PLACES } from '@mano/core/catalogue/places'
import { type Activity, HAND_LOADS, LOADS, type TrainingDay } from '@mano/core/intake/week'
import { oneOf } from '@mano/core/units/among'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'

const NEW: Activity = {
  what: 'Sport training',
  at: '18:00',
  minutes: 90,
  handLoad: 2,
  heavyPulls: false,
  straps: false,
}

/** Pieces of training a day holds at the most. */
const ACTIVITIES_MOST = 6
/** Minutes for grip of a day, at the most. */
const GRIP_MOST = 240

type Change<T> = (more: Partial<T>) => void

/** A day of the usual week: its training, and what is left for grip. */
export function WeekDay({
  name,
  day,
  disabled,
  onChange,
}: {
  name: string
  day: TrainingDay
  disabled: boolean
  onChange: Change<TrainingDay>
}) {
  const { activities } = day
  const put = (list: Activity[]) => onChange({ activities: list })
  return (
    <fieldset className="day-edit" disabled={disabled}>
      <legend>{name}</legend>
      {activities.map((a, i) => (
        <Training
          key={i}
          activity={a}
          onChange={(more) => put(activities.map((x, k) => (k === i ? { ...x, ...more } : x)))}
          onRemove={() => put(activities.filter((_, k) => k !== i))}
        />
      ))}
      {activities.length < ACTIVITIES_MOST && (
        <Anchor
          component="button"
          type="button"
          className="lnk"
          onClick={() => put([...activities, NEW])}
        >
          Add training
        </Anchor>
      )}
      <ForGrip day={day} onChange={onChange} />
    </fieldset>
  )
}

/** One piece of training, and what it does to the hands. */
function Training({
  activity: a,
  onChange,
  onRemove,
}: {
  activity: Activity
  onChange: Change<Activity>
  onRemove: () => void
}) {
  return (
    <div className="row">
      <label>
        Training
        <Input
          value={a.what}
          maxLength={60}
          onChange={(e) => onChange({ what: e.currentTarget.value })}
        />
      </label>
      <label>
        At
        <Input type="time" value={a.at} onChange={(e) => onChange({ at: e.currentTarget.value })} />
      </label>
      <label>
        Minutes
        <Input
          type="number"
          min={1}
          max={600}
          step={5}
          value={a.minutes}
          onChange={(e) => onChange({ minutes: Math.round(Number(e.currentTarget.value)) || 0 })}
        />
      </label>
      <Choice
        label="Loads the hands"
        value={a.handLoad}
        onChange={(v) => onChange({ handLoad: oneOf(LOADS, v) })}
        data={HAND_LOADS.map((w, n) => ({ value: n, label: `${n} ${w}` }))}
      />
      <label className="tick">
        <Checkbox
          checked={a.heavyPulls}
          onChange={(e) =>
            onChange({
              heavyPulls: e.currentTarget.checked,
              straps: e.currentTarget.checked && a.straps,
            })
          }
        />{' '}
        Heavy pulls
      </label>
      <label className="tick">
        <Checkbox
          disabled={!a.heavyPulls}
          checked={a.straps}
          onChange={(e) => onChange({ straps: e.currentTarget.checked })}
        />{' '}
        With straps
      </label>
      <Anchor component="button" type="button" className="lnk" onClick={onRemove}>
        Take out
      </Anchor>
    </div>
  )
}

function ForGrip({ day, onChange }: { day: TrainingDay; onChange: Change<TrainingDay> }) {
  const minutes = (typed: string) =>
    Math.min(GRIP_MOST, Math.max(0, Math.round(Number(typed)) || 0))
  return (
    <div className="row">
      <label>
        Minutes for grip
        <Input
          type="number"
          min={0}
          max={GRIP_MOST}
          step={5}
          value={day.gripMinutes}
          onChange={(e) => onChange({ gripMinutes: minutes(e.currentTarget.value) })}
        />
      </label>
      <label>
        At
        <Input
          type="time"
          value={day.gripAt}
          onChange={(e) => onChange({ gripAt: e.currentTarget.value || '18:00' })}
        />
      </label>
      <Choice
        label="Where"
        value={day.place}
        onChange={(place) => onChange({ place })}
        data={options(PLACES)}
      />
    </div>
  )
}
