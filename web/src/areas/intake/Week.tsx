import { Anchor, Button, Checkbox, Input, NativeSelect, UnstyledButton } from '@mantine/core'
import { useEffect, useState, useRef } from 'react'
import { v7 } from 'uuid'
import type { WeekBody } from '@mano/contract/intake'
import {
  type Activity,
  DAY_NAMES,
  EMPTY_WEEK,
  HAND_LOADS,
  HAND_WORK,
  type TrainingDay,
  LOADS,
  type TrainingWeek,
  frameOfWeek,
  sameDay,
  sameWeek,
} from '@mano/core/intake/week'
import { PLACES } from '@mano/core/catalogue/places'
import { rowOf } from '@mano/core/units/row'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { touchedBy, may } from '../../base/data'
import { useUndoable } from '../../base/undo'
import { useAthletePage } from '../athlete/AthletePage'
import { must } from '@mano/core/units/must'
import { oneOf } from '@mano/core/units/among'

const NEW: Activity = {
  what: 'Sport training',
  at: '18:00',
  minutes: 90,
  handLoad: 2,
  heavyPulls: false,
  straps: false,
}

/**
 * The usual week: other training with what it does to the hands, daily work, and what is left for
 * grip. Plans start from it.
 */
export function Week({ onDirty }: { onDirty: (dirty: boolean) => void }) {
  const { athlete, me } = useAthletePage()
  const saved = athlete.week ?? EMPTY_WEEK
  const [week, setWeek] = useState<TrainingWeek>(saved)
  const [picked, setPicked] = useCalm<number | null>(null)
  const dirty = !sameWeek(week, saved)
  useEffect(() => onDirty(dirty), [onDirty, dirty])
  const post = (b: WeekBody) => api.post(`/api/athletes/${athlete.id}/weeks`, b)
  const before = useRef(saved)
  const write = useUndoable(post, [...touchedBy(athlete.id), ['plan', athlete.id]], {
    did: () => 'Usual week saved. New plans start from it.',
    undo: async () => {
      await post({ ...before.current, id: v7() })
      setWeek(before.current)
    },
  })
  const coach = may(me, 'coach')
  const setDay = (d: number, more: Partial<TrainingDay>) =>
    setWeek({ ...week, days: week.days.map((x, i) => (i === d ? { ...x, ...more } : x)) })
  const frame = frameOfWeek(week)
  const wrong = week.days.some((d) =>
    d.activities.some((a) => a.what.trim() === '' || !/^\d\d:\d\d$/.test(a.at) || a.minutes < 1),
  )
  return (
    <form
      className="week"
      noValidate
      onSubmit={(e) => {
        e.preventDefault()
        before.current = saved
        write.mutate(
          {
            id: v7(),
            ...week,
            days: week.days.map((d) => ({
              ...d,
              activities: d.activities.map((a) => ({ ...a, what: a.what.trim() })),
            })),
          },
          {
            onSuccess: () => setPicked(null),
          },
        )
      }}
    >
      <div className="week-days">
        {week.days.map((day, d) => (
          <UnstyledButton
            type="button"
            key={d}
            aria-pressed={picked === d}
            className={`week-day ${picked === d ? 'picked' : ''}`}
            onClick={() => setPicked(picked === d ? null : d)}
          >
            <b>{DAY_NAMES[d]}</b>
            {day.activities.map((a, i) => (
              <span key={i} className="n">
                {a.at} {a.what}, {a.minutes} min
                <small>
                  hands {HAND_LOADS[a.handLoad]}
                  {a.heavyPulls ? `, heavy pulls${a.straps ? ' with straps' : ''}` : ''}
                </small>
              </span>
            ))}
            {day.activities.length === 0 && <span className="blank">No training</span>}
            <span className="grip">
              {day.gripMinutes > 0
                ? `Grip ${day.gripAt}, ${day.gripMinutes} min, ` +
                  `${rowOf(PLACES, day.place).name.toLowerCase()}`
                : 'No grip work'}
            </span>
            <small>
              Plan sees hand load {must(frame[d]).sportLoad} of 3
              {must(frame[d]).heavyPull === 'none'
                ? ''
                : `, heavy pull ${must(frame[d]).heavyPull}`}
            </small>
          </UnstyledButton>
        ))}
      </div>
      {picked !== null && (
        <Day
          key={picked}
          name={must(DAY_NAMES[picked])}
          day={must(week.days[picked])}
          disabled={!coach}
          onChange={(more) => setDay(picked, more)}
        />
      )}
      {picked !== null && coach && (
        <div className="row week-copy" role="group" aria-label={`${DAY_NAMES[picked]} copied to`}>
          <span>{DAY_NAMES[picked]} the same on</span>
          {DAY_NAMES.map((name, d) => {
            const same = sameDay(must(week.days[d]), must(week.days[picked]))
            return d === picked ? null : (
              <Button
                variant="default"
                size="xs"
                type="button"
                key={name}
                aria-pressed={same}
                disabled={same}
                onClick={() => setDay(d, structuredClone(must(week.days[picked])))}
              >
                {name}
              </Button>
            )
          })}
        </div>
      )}
      <div className="row week-foot">
        <label>
          Work and daily use of the hands
          <NativeSelect
            disabled={!coach}
            value={week.handWork}
            onChange={(e) =>
              setWeek({
                ...week,
                handWork: oneOf(LOADS, Number(e.currentTarget.value)),
              })
            }
          >
            {HAND_WORK.map((h) => (
              <option key={h.id} value={h.id}>
                {h.name}
              </option>
            ))}
          </NativeSelect>
        </label>
        <label>
          In words
          <Input
            disabled={!coach}
            maxLength={200}
            value={week.handWorkNote}
            onChange={(e) => setWeek({ ...week, handWorkNote: e.currentTarget.value })}
          />
        </label>
        {coach && (
          <Button type="submit" disabled={!dirty || wrong || write.isPending}>
            Save usual week
          </Button>
        )}
        <Anchor
          component="button"
          type="button"
          className="lnk"
          hidden={!dirty}
          onClick={() => {
            setWeek(saved)
            setPicked(null)
          }}
        >
          Undo changes
        </Anchor>
        <span className="said" role="alert">
          {wrong
            ? 'Each piece of training needs a name, a time and minutes.'
            : write.error && failureText(write.error)}
        </span>
      </div>
    </form>
  )
}

function Day({
  name,
  day,
  disabled,
  onChange,
}: {
  name: string
  day: TrainingDay
  disabled: boolean
  onChange: (more: Partial<TrainingDay>) => void
}) {
  const set = (i: number, more: Partial<Activity>) =>
    onChange({ activities: day.activities.map((a, k) => (k === i ? { ...a, ...more } : a)) })
  return (
    <fieldset className="day-edit" disabled={disabled}>
      <legend>{name}</legend>
      {day.activities.map((a, i) => (
        <div className="row" key={i}>
          <label>
            Training
            <Input
              value={a.what}
              maxLength={60}
              onChange={(e) => set(i, { what: e.currentTarget.value })}
            />
          </label>
          <label>
            At
            <Input
              type="time"
              value={a.at}
              onChange={(e) => set(i, { at: e.currentTarget.value })}
            />
          </label>
          <label>
            Minutes
            <Input
              type="number"
              min={1}
              max={600}
              step={5}
              value={a.minutes}
              onChange={(e) => set(i, { minutes: Math.round(Number(e.currentTarget.value)) || 0 })}
            />
          </label>
          <label>
            Loads the hands
            <NativeSelect
              value={a.handLoad}
              onChange={(e) => set(i, { handLoad: oneOf(LOADS, Number(e.currentTarget.value)) })}
            >
              {HAND_LOADS.map((w, n) => (
                <option key={w} value={n}>
                  {n} {w}
                </option>
              ))}
            </NativeSelect>
          </label>
          <label className="tick">
            <Checkbox
              checked={a.heavyPulls}
              onChange={(e) =>
                set(i, {
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
              onChange={(e) => set(i, { straps: e.currentTarget.checked })}
            />{' '}
            With straps
          </label>
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() => onChange({ activities: day.activities.filter((_, k) => k !== i) })}
          >
            Take out
          </Anchor>
        </div>
      ))}
      {day.activities.length < 6 && (
        <Anchor
          component="button"
          type="button"
          className="lnk"
          onClick={() => onChange({ activities: [...day.activities, NEW] })}
        >
          Add training
        </Anchor>
      )}
      <div className="row">
        <label>
          Minutes for grip
          <Input
            type="number"
            min={0}
            max={240}
            step={5}
            value={day.gripMinutes}
            onChange={(e) =>
              onChange({
                gripMinutes: Math.min(
                  240,
                  Math.max(0, Math.round(Number(e.currentTarget.value)) || 0),
                ),
              })
            }
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
        <label>
          Where
          <NativeSelect
            value={day.place}
            onChange={(e) => onChange({ place: rowOf(PLACES, e.currentTarget.value).id })}
          >
            {PLACES.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </NativeSelect>
        </label>
      </div>
    </fieldset>
  )
}
