import { counted } from '@mano/core/units/counted'
import { Button, Input } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { v7 } from 'uuid'
import { measureProblem, type MeasurementBody } from '@mano/contract/athletes'
import { DYNO_POSITIONS_MM } from '@mano/core/catalogue/implements'
import { nearestPosition, optimalDiameterMm, optimalSpanCm } from '@mano/core/hand/fit'
import { latestMeasure } from '@mano/core/intake/record'
import { BODY_MEASURES, type BodyMeasureId, type Hand } from '@mano/core/catalogue/person'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit, shownUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { rowOf } from '@mano/core/units/row'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite } from '../../base/data'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import { DayInput } from '../../base/DayInput'
import { Still } from '../../base/Still'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

const nameOfCell = (cell: string): string => {
  const [measure, hand] = cell.split('.') as [BodyMeasureId, Hand]
  return `${rowOf(BODY_MEASURES, measure).name}${hand === 'both' ? '' : `, ${hand}`}`
}
const cellId = (measure: BodyMeasureId, hand: Hand) => `${measure}.${hand}`

/**
 * Dated measures: left on the left, right on the right. A new entry is a new row; the old one
 * stays.
 */
export function Hands() {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const [typed, setTyped] = useState<Record<string, string>>({})
  const [on, setOn] = useState(me.today)
  const [problems, setProblems] = useState<Record<string, string>>({})
  const write = useWrite(async (bodies: MeasurementBody[]) => {
    for (const b of bodies) await api.post(`/api/athletes/${athlete.id}/measurements`, b)
  }, touchedBy(athlete.id))

  const record = () => {
    const bodies: MeasurementBody[] = []
    const wrong: Record<string, string> = {}
    for (const [cell, text] of Object.entries(typed)) {
      if (text.trim() === '') continue
      const [measure, hand] = cell.split('.') as [BodyMeasureId, Hand]
      const unit = shownUnit(
        rowOf(BODY_MEASURES, measure).quantity,
        units,
      ) as MeasurementBody['enteredUnit']
      const n = parseNumber(text)
      const problem = n.ok
        ? measureProblem(measure, hand, n.value, unit)
        : `"${text}" is not a number.`
      if (problem) wrong[cell] = problem
      else if (n.ok)
        bodies.push({
          id: v7(),
          measure,
          hand,
          enteredValue: n.value,
          enteredUnit: unit,
          measuredOn: on,
          supersedesId: null,
        })
    }
    setProblems(wrong)
    const first = Object.keys(wrong)[0]
    if (first !== undefined) document.getElementById(first)?.focus()
    if (first !== undefined || bodies.length === 0) return
    write.mutate(bodies, {
      onSuccess: () => {
        setTyped({})
        notifications.show({
          message: `${counted(bodies.length, 'measure')} recorded`,
        })
      },
    })
  }

  const cell = (measure: BodyMeasureId, hand: Hand, label: string) => {
    const id = cellId(measure, hand)
    const quantity = rowOf(BODY_MEASURES, measure).quantity
    const latest = latestMeasure(athlete.measurements, measure, hand)
    return (
      <Still of={[typed[id], problems[id], latest?.value, latest?.on, units, me.today]}>
        <div className={`measure ${hand}`}>
          <Input
            id={id}
            aria-label={label}
            inputMode="decimal"
            autoComplete="off"
            value={typed[id] ?? ''}
            placeholder="–"
            aria-invalid={problems[id] !== undefined}
            aria-describedby={`${id}-say`}
            onChange={(e) => {
              const text = e.currentTarget.value
              setTyped((t) => ({ ...t, [id]: text }))
            }}
          />
          <span className="n">{shownUnit(quantity, units)}</span>
          <small id={`${id}-say`} className={problems[id] ? 'said' : 's'}>
            {problems[id] ??
              (latest
                ? `${formatWithUnit(latest.value, quantity, units)}, ` +
                  `${formatDate(latest.on, me.today)}`
                : 'Not taken')}
          </small>
        </div>
      </Still>
    )
  }
  return (
    <form className="hands" onSubmit={submits(record)}>
      <div className="hands-head">
        <b className="L">Left</b>
        <span />
        <b className="R">Right</b>
      </div>
      {BODY_MEASURES.filter((m) => m.perHand).map((m) => (
        <div className="hands-row" key={m.id}>
          {cell(m.id, 'left', `${m.name}, left`)}
          <div className="mid">
            <b>{m.name}</b>
            <small>{m.how}</small>
          </div>
          {cell(m.id, 'right', `${m.name}, right`)}
        </div>
      ))}
      <Still of={[]}>
        <Fit />
      </Still>
      <div className="hands-row mass">
        {cell('body_mass', 'both', 'Body mass')}
        <div className="mid">
          <b>Body mass</b>
          <small>Dated: hangs and ratios need it</small>
        </div>
        <div className="measure">
          <Still of={[on, me.today]}>
            <DayInput
              aria-label="Measured on"
              maxDate={me.today}
              value={on}
              onChange={(d) => setOn(d ?? me.today)}
            />
          </Still>
          <small className="s">Measured on</small>
        </div>
      </div>
      <div className="row">
        <Button
          type="submit"
          disabled={Object.values(typed).every((t) => t.trim() === '') || write.isPending}
        >
          Record measures
        </Button>
        <span className="said" role="alert">
          {write.error
            ? failureText(write.error)
            : Object.keys(problems).length > 0 &&
              'Nothing is recorded yet. Look at ' +
                `${Object.keys(problems).map(nameOfCell).join('; ')}.`}
        </span>
      </div>
    </form>
  )
}

/**
 * What the hand sizes lead to: the handle position and the handle diameter of the strongest hold.
 */
function Fit() {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const of = (hand: 'left' | 'right') => {
    const length = latestMeasure(athlete.measurements, 'hand_length', hand)
    const span = latestMeasure(athlete.measurements, 'hand_span', hand)
    const cm =
      athlete.sexForNorms && span ? optimalSpanCm(athlete.sexForNorms, span.value / 10) : null
    return {
      position: cm === null ? null : nearestPosition(cm * 10),
      diameter: length && optimalDiameterMm(length.value),
    }
  }
  const hands = { left: of('left'), right: of('right') }
  const position = (p: number | null) =>
    p === null ? '–' : `${p} (${formatWithUnit(must(DYNO_POSITIONS_MM[p - 1]), 'mm', units)})`
  const diameter = (d: number | null) => (d === null ? '–' : formatWithUnit(d, 'mm', units))
  return (
    <>
      <div className="fit">
        <span className="L n">{position(hands.left.position)}</span>
        <span className="mid">
          <b>Fitted dynamometer position</b>
          <small>Published norms use position 2; a fitted one is a series of its own</small>
        </span>
        <span className="R n">{position(hands.right.position)}</span>
      </div>
      <div className="fit">
        <span className="L n">{diameter(hands.left.diameter)}</span>
        <span className="mid">
          <b>Handle for the strongest hold</b>
          <small>19.7 % of hand length (Kong & Lowe 2005, from memory)</small>
        </span>
        <span className="R n">{diameter(hands.right.diameter)}</span>
      </div>
    </>
  )
}
