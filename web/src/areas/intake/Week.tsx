import { Anchor, Button, Input, UnstyledButton } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { WeekBody } from '@mano/contract/intake'
import { PLACES } from '@mano/core/catalogue/places'
import {
  DAY_NAMES,
  EMPTY_WEEK,
  HAND_LOADS,
  HAND_WORK,
  type TrainingDay,
  type TrainingWeek,
  frameOfWeek,
  sameDay,
  sameWeek,
} from '@mano/core/intake/week'
import { must } from '@mano/core/units/must'
import { rowOf } from '@mano/core/units/row'
import { api, failureText } from '../../base/api'
import { useCalm } from '../../base/calm'
import { may, touchedBy } from '../../base/data'
import { useUndoable } from '../../base/undo'
import { useAthletePage } from '../athlete/AthletePage'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { submits } from '../../base/afterPaint'
import { WeekDay } from './WeekDay'

/** The week as it is typed, beside the one that is saved. */
function useWeekForm() {
  const { athlete } = useAthletePage()
  const saved = athlete.week ?? EMPTY_WEEK
  const [week, setWeek] = useState<TrainingWeek>(saved)
  const post = (b: WeekBody) => api.post(`/api/athletes/${athlete.id}/weeks`, b)
  const before = useRef(saved)
  const write = useUndoable(post, [...touchedBy(athlete.id), ['plan', athlete.id]], {
    did: () => 'Usual week saved. New plans start from it.',
    undo: async () => {
      await post({ ...before.current, id: v7() })
      setWeek(before.current)
    },
  })
  const save = (onSuccess: () => void) => {
    before.current = saved
    const days = week.days.map((d) => ({
      ...d,
      activities: d.activities.map((a) => ({ ...a, what: a.what.trim() })),
    }))
    write.mutate({ id: v7(), ...week, days }, { onSuccess })
  }
  return {
    week,
    change: (more: Partial<TrainingWeek>) => setWeek({ ...week, ...more }),
    setDay: (d: number, more: Partial<TrainingDay>) =>
      setWeek({ ...week, days: week.days.map((x, i) => (i === d ? { ...x, ...more } : x)) }),
    reset: () => setWeek(saved),
    dirty: !sameWeek(week, saved),
    wrong: week.days.some((d) =>
      d.activities.some((a) => a.what.trim() === '' || !/^\d\d:\d\d$/.test(a.at) || a.minutes < 1),
    ),
    save,
    write,
  }
}
type WeekForm = ReturnType<typeof useWeekForm>

/**
 * The usual week: other training with what it does to the hands, daily work, and what is left for
 * grip. Plans start from it.
 */
export function Week({ onDirty }: { onDirty: (dirty: boolean) => void }) {
  const { me } = useAthletePage()
  const form = useWeekForm()
  const { week, setDay, dirty } = form
  const [picked, setPicked] = useCalm<number | null>(null)
  useEffect(() => onDirty(dirty), [onDirty, dirty])
  const coach = may(me, 'coach')
  return (
    <form
      className="week"
      noValidate
      onSubmit={submits(() => {
        form.save(() => setPicked(null))
      })}
    >
      <Days week={week} picked={picked} onPick={(d) => setPicked(picked === d ? null : d)} />
      {picked !== null && (
        <WeekDay
          key={picked}
          name={must(DAY_NAMES[picked])}
          day={must(week.days[picked])}
          disabled={!coach}
          onChange={(more) => setDay(picked, more)}
        />
      )}
      {picked !== null && coach && (
        <SameOn
          week={week}
          picked={picked}
          onCopy={(d) => setDay(d, structuredClone(must(week.days[picked])))}
        />
      )}
      <Foot form={form} coach={coach} onReset={() => setPicked(null)} />
    </form>
  )
}

function Days({
  week,
  picked,
  onPick,
}: {
  week: TrainingWeek
  picked: number | null
  onPick: (d: number) => void
}) {
  const frame = frameOfWeek(week)
  return (
    <div className="week-days">
      {week.days.map((day, d) => {
        const { sportLoad, heavyPull } = must(frame[d])
        return (
          <UnstyledButton
            type="button"
            key={d}
            aria-pressed={picked === d}
            className={`week-day ${picked === d ? 'picked' : ''}`}
            onClick={() => onPick(d)}
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
              Plan sees hand load {sportLoad} of 3
              {heavyPull === 'none' ? '' : `, heavy pull ${heavyPull}`}
            </small>
          </UnstyledButton>
        )
      })}
    </div>
  )
}

/** Other days are made like the one that is picked. */
function SameOn({
  week,
  picked,
  onCopy,
}: {
  week: TrainingWeek
  picked: number
  onCopy: (d: number) => void
}) {
  return (
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
            onClick={() => onCopy(d)}
          >
            {name}
          </Button>
        )
      })}
    </div>
  )
}

/** Daily use of the hands, and saving. */
function Foot({ form, coach, onReset }: { form: WeekForm; coach: boolean; onReset: () => void }) {
  const { week, change, dirty, wrong, write } = form
  return (
    <div className="row week-foot">
      <Choice
        label="Work and daily use of the hands"
        disabled={!coach}
        value={week.handWork}
        onChange={(handWork) => change({ handWork })}
        data={options(HAND_WORK)}
      />
      <label>
        In words
        <Input
          disabled={!coach}
          maxLength={200}
          value={week.handWorkNote}
          onChange={(e) => change({ handWorkNote: e.currentTarget.value })}
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
          form.reset()
          onReset()
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
  )
}
