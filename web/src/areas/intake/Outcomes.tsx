import { Anchor, Button, Modal, SegmentedControl, Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { OutcomeBody, OutcomeView } from '@mano/contract/intake'
import { formatDate } from '@mano/core/units/dates'
import { parseNumber } from '@mano/core/units/parse'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { touchedBy } from '../../base/data'
import { useUndoable } from '../../base/undo'
import { useAthletePage } from '../athlete/AthletePage'
import { DayInput } from '../../base/DayInput'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

const key = (o: OutcomeView) => `${o.name}, ${o.unit}`

function useOutcome() {
  const { athlete } = useAthletePage()
  const post = (b: OutcomeBody) => api.post(`/api/athletes/${athlete.id}/outcomes`, b)
  return useUndoable(post, touchedBy(athlete.id), {
    did: (b) => `${b.name} ${b.value}\u00A0${b.unit} ${b.removed ? 'taken out' : 'added'}.`,
    undo: (b) =>
      post({ ...b, id: v7(), supersedesId: b.removed ? null : b.id, removed: !b.removed }),
  })
}

/** Numbers of the sport beside grip: plotted along, never claimed as cause. */
export function Outcomes() {
  const { athlete, me } = useAthletePage()
  const [adding, setAdding] = useCalm<string | null>(null)
  const write = useOutcome()
  const series = [...new Set(athlete.outcomes.map(key))]
  return (
    <>
      {series.length === 0 && (
        <p className="blank">
          None yet. A throw, a club speed, obstacles cleared: what the sport itself counts.
        </p>
      )}
      <ul className="records">
        {series.map((s) => {
          const own = athlete.outcomes.filter((o) => key(o) === s)
          const last = must(own.at(-1))
          return (
            <li key={s}>
              <b>{last.name}</b> <span className="s">{last.better} is better</span>
              <Spark
                values={own.map((o) => o.value)}
                label={`${own.length} results, newest ${last.value} ${last.unit}`}
              />
              <p className="note">
                {[...own]
                  .reverse()
                  .slice(0, 4)
                  .map((o) => `${o.value}\u00A0${o.unit} ${formatDate(o.on, me.today)}`)
                  .join(' · ')}
              </p>
              <span className="row">
                <Anchor
                  component="button"
                  type="button"
                  className="lnk"
                  onClick={() => setAdding(s)}
                >
                  Add a result of {last.name}
                </Anchor>
                <Anchor
                  component="button"
                  type="button"
                  className="lnk"
                  onClick={() =>
                    write.mutate({
                      id: v7(),
                      name: last.name,
                      unit: last.unit,
                      better: last.better,
                      value: last.value,
                      on: last.on,
                      supersedesId: last.id,
                      removed: true,
                    })
                  }
                >
                  Delete the newest
                </Anchor>
              </span>
            </li>
          )
        })}
      </ul>
      {write.error && (
        <p className="said" role="alert">
          {failureText(write.error)}
        </p>
      )}
      <Button variant="default" onClick={() => setAdding('')}>
        Add an outcome
      </Button>
      <p className="note">Shown beside grip results; Mano never claims one causes the other.</p>
      <Modal opened={adding !== null} onClose={() => setAdding(null)} title="Outcome of the sport">
        {adding !== null && (
          <Form
            of={athlete.outcomes.findLast((o) => key(o) === adding) ?? null}
            onDone={() => setAdding(null)}
          />
        )}
      </Modal>
    </>
  )
}

function Spark({ values, label }: { values: readonly number[]; label: string }) {
  if (values.length < 2) return null
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const at = (v: number, i: number) =>
    `${(4 + (i * 172) / (values.length - 1)).toFixed(1)},` +
    `${(30 - (26 * (v - low)) / (high - low || 1)).toFixed(1)}`
  return (
    <svg width="180" height="34" role="img" aria-label={label}>
      <polyline
        points={values.map(at).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {values.map((v, i) => {
        const [x, y] = at(v, i).split(',')
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r="3"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        )
      })}
    </svg>
  )
}

function Form({ of, onDone }: { of: OutcomeView | null; onDone: () => void }) {
  const { me } = useAthletePage()
  const [id] = useState(() => v7())
  const [name, setName] = useState(of?.name ?? '')
  const [unit, setUnit] = useState(of?.unit ?? '')
  const [better, setBetter] = useState<'higher' | 'lower'>(of?.better ?? 'higher')
  const [text, setText] = useState('')
  const [on, setOn] = useState(me.today)
  const write = useOutcome()
  const n = parseNumber(text)
  return (
    <form
      onSubmit={submits(() => {
        if (n.ok)
          write.mutate(
            {
              id,
              name: name.trim(),
              unit: unit.trim(),
              better,
              value: n.value,
              on,
              supersedesId: null,
              removed: false,
            },
            { onSuccess: onDone },
          )
      })}
    >
      <Stack gap="sm">
        <TextInput
          label="What"
          disabled={of !== null}
          placeholder="Shot, best of six"
          data-autofocus={of === null ? true : undefined}
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        {of === null && (
          <>
            <TextInput
              label="Unit"
              placeholder="m"
              value={unit}
              onChange={(e) => setUnit(e.currentTarget.value)}
            />
            <SegmentedControl
              aria-label="What is better"
              data={[
                { value: 'higher', label: 'Higher is better' },
                { value: 'lower', label: 'Lower is better' },
              ]}
              value={better}
              onChange={(v) => setBetter(v)}
            />
          </>
        )}
        <TextInput
          label={`Result${unit ? `, ${unit}` : ''}`}
          data-autofocus={of !== null ? true : undefined}
          inputMode="decimal"
          value={text}
          error={text.trim() !== '' && !n.ok && 'Not a number'}
          onChange={(e) => setText(e.currentTarget.value)}
        />
        <DayInput label="On" maxDate={me.today} value={on} onChange={(d) => setOn(d ?? me.today)} />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button type="submit" disabled={name.trim() === '' || !n.ok} loading={write.isPending}>
          Add
        </Button>
      </Stack>
    </form>
  )
}
