import { Button, Modal } from '@mantine/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import type { PlanView } from '@mano/contract/plan'
import { findingLine } from '@mano/core/safety/words'
import { blockedBy, judgeBy } from '@mano/core/safety/judge'
import { factsAhead } from '@mano/core/safety/facts'
import { sessionContent } from '@mano/core/session/content'
import { type WeekKind, type WeekPlan } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { holdIn } from '@mano/core/session/today'
import { addDays, formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { Term } from '../../base/Term'
import { useUnits } from '../../base/units'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { doseWords } from './BlockCard'
import { FatigueLine } from './FatigueLine'
import { useSources } from './useLoads'
import { Icon } from '../../drawn/Icon'
import { must } from '@mano/core/units/must'

/** One day's session as it will be run: order, what each hand lifts, rests, true minutes. */
export function DaySheet({
  day,
  plan,
  kind,
  view,
  onClose,
}: {
  day: number | null
  plan: WeekPlan
  kind: WeekKind
  view: PlanView
  onClose: () => void
}) {
  const { me } = useAthletePage()
  return (
    <Modal
      opened={day !== null}
      onClose={onClose}
      size="lg"
      title={
        day === null
          ? ''
          : `${DAY_NAMES[day]} ${formatDate(addDays(plan.weekStart, day), me.today)}`
      }
    >
      {day !== null && <Sheet day={day} plan={plan} kind={kind} view={view} />}
    </Modal>
  )
}

function Sheet({
  day,
  plan,
  kind,
  view,
}: {
  day: number
  plan: WeekPlan
  kind: WeekKind
  view: PlanView
}) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const sources = useSources(athlete, view, me.today)
  const frame = must(plan.frame[day])
  const on = addDays(plan.weekStart, day)
  const ahead = useMemo(() => ({ ...sources, today: on }), [sources, on])
  const content = sessionContent(
    plan.blocks.filter((b) => b.day === day),
    frame,
    ahead,
    holdIn(kind),
  )
  const kg = (v: number) => formatWithUnit(v, 'kg', units)
  if (content.blocks.length === 0) return <p className="note">No grip work that day.</p>
  const judge = judgeBy(factsAhead(athlete.safety, addDays(plan.weekStart, day)))
  const held = [
    ...new Map(
      content.blocks
        .flatMap((b) =>
          b.block.hands.flatMap((hand) =>
            blockedBy(judge, { kind: 'exercise', exercise: b.exercise, hand }),
          ),
        )
        .map((c) => [findingLine(c), c]),
    ).values(),
  ]
  const warmUp = content.warmUp.map((e) => e.name.toLowerCase()).join(' · ')
  return (
    <div className="change sheet">
      <p>
        <b>{Math.ceil(content.minutes)} min</b> of {frame.minutes}, warm-up and closing included
        {frame.at ? `, from ${frame.at}` : ''}.
      </p>
      <p className="note">Warm-up: {warmUp}</p>
      <FatigueLine
        blocks={content.blocks.map((b) => b.block)}
        place={frame.place}
        sources={ahead}
        hold={holdIn(kind)}
      />
      <table>
        <thead>
          <tr>
            <th scope="col">Block</th>
            <th scope="col">Dose</th>
            <th scope="col">Load a hand</th>
            <th scope="col">Rest</th>
            <th scope="col">Min</th>
          </tr>
        </thead>
        <tbody>
          {content.blocks.map((b) => (
            <tr key={b.block.id}>
              <th scope="row">
                <Term kind="exercise" id={b.exercise.id}>
                  {b.exercise.name}
                </Term>
              </th>
              <td>{doseWords(b.block)}</td>
              <td>
                {b.loads.length === 0 ? (
                  <span className="s">body, band or spring</span>
                ) : (
                  b.loads.map((l) => (
                    <span key={l.hand} className="one-load">
                      <HandLetter hand={l.hand} />{' '}
                      {l.kg === null ? (
                        <span className="s">{l.why}</span>
                      ) : (
                        <>
                          <Link
                            className="term"
                            to={`/bench/plates?load=${encodeURIComponent(`${l.kg} kg`)}`}
                          >
                            <b>{kg(l.kg)}</b>
                          </Link>{' '}
                          <span className="s">
                            {l.why}
                            {l.plates
                              ? '; ' +
                                (l.plates.map((p) => `${p.count} × ${kg(p.kg)}`).join(', ') ||
                                  'the pin alone')
                              : ''}
                          </span>
                        </>
                      )}
                    </span>
                  ))
                )}
              </td>
              <td>
                {b.restS}
                {'\u00A0'}s
              </td>
              <td>{Math.ceil(b.minutes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {content.blocks.some((b) => b.loads.some((l) => l.kg !== null)) && (
        <p className="note">
          Loads go on from the last time, or are a share of the latest test: practice estimates, no
          source, and holds by Rohmert 1960 with a margin. The first set says whether it fits.
        </p>
      )}
      {held.map((c) => (
        <p key={findingLine(c)} className="alarm-line">
          <Icon name={c.class === 'stop' ? 'stop' : 'warn'} /> {findingLine(c)}
        </p>
      ))}
      <div className="row">
        <Button component={Link} variant="default" to={`/athletes/${athlete.id}/floor`}>
          Open floor
        </Button>
      </div>
    </div>
  )
}
