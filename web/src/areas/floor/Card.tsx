import { Button } from '@mantine/core'
import { useParams, useSearchParams } from 'react-router'
import { findingLine } from '@mano/core/safety/words'
import type { Block } from '@mano/core/plan/types'
import type { Hand } from '@mano/core/catalogue/person'
import { sessionContent } from '@mano/core/session/content'
import { CLOSING } from '@mano/core/session/steps'
import { holdIn } from '@mano/core/session/today'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { doseWords } from '../plan/BlockCard'
import { useFloorData } from './useFloorData'
import { handsFor, todaySession } from './useToday'
import { must } from '@mano/core/units/must'
import './card.css'

/** A day's session on one sheet of paper, with boxes for what was done. */
export default function Card() {
  const { athleteId } = useParams()
  const [params] = useSearchParams()
  const { data, error } = useFloorData(must(athleteId))
  const units = useUnits()
  if (error) return <Failed error={error} />
  if (!data) return <main className="card-page" aria-busy="true" />
  const day = params.get('day') ?? data.today
  const session = todaySession(data.athlete, data.plan, day)
  if (!session)
    return (
      <main className="card-page">
        <h1>Nothing planned on {formatDate(day, data.today)}</h1>
      </main>
    )
  const content = sessionContent(
    session.blocks,
    session.frame,
    { ...data.sources, today: day },
    holdIn(session.version.terms.kind),
  )
  const kg = (v: number) => formatWithUnit(v, 'kg', units)
  // What is stopped, or waits for a reason nobody gave, is off on paper: no dose, no load.
  const off = (b: Block, hand: Hand) => session.held(b, hand).length > 0
  const held = [
    ...new Set(
      session.blocks.flatMap((b) => b.hands.flatMap((h) => session.held(b, h).map(findingLine))),
    ),
  ]
  const warm = content.warmUp.map((e) => ({ e, ...handsFor(session, e) }))
  const close = CLOSING.map((e) => ({ e, ...handsFor(session, e) }))
  return (
    <main className="card-page">
      <header>
        <h1>{data.athlete.name}</h1>
        <p>
          {formatDate(day, data.today, { weekday: true })}, {Math.ceil(content.minutes)} min
          {session.frame.at ? ` from ${session.frame.at}` : ''}
        </p>
        <Button className="no-print" onClick={() => window.print()}>
          Print or save as PDF
        </Button>
      </header>
      {held.map((h) => (
        <p key={h} className="card-held">
          {h}
        </p>
      ))}
      <p>
        <b>Warm-up</b>{' '}
        {warm
          .map(({ e, hand }) =>
            hand === null
              ? `${e.name}: off`
              : `${e.name} ` +
                `${e.sets[0] > 1 ? `${e.sets[0]} × ` : ''}${e.dose.range[0]}\u00A0` +
                `${e.dose.unit}${hand === 'both' ? '' : `, ${hand} hand only`}`,
          )
          .join(' · ')}
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">Exercise</th>
            <th scope="col">Dose, rest</th>
            <th scope="col">Left</th>
            <th scope="col">Right</th>
            <th scope="col">Done, set by set</th>
          </tr>
        </thead>
        <tbody>
          {content.blocks.map((b) => {
            const load = (hand: 'left' | 'right') => {
              const on = b.block.hands.filter((h) => h === hand || h === 'both')
              if (on.length === 0) return '–'
              if (on.some((h) => off(b.block, h))) return 'off'
              const l = b.loads.find((x) => x.hand === hand || x.hand === 'both')
              if (!l) return 'no load'
              const plates = l.plates?.map((p) => `${p.count}×${kg(p.kg)}`).join(' ')
              return l.kg === null ? 'find it' : `${kg(l.kg)}${plates ? ` (${plates})` : ''}`
            }
            return (
              <tr key={b.block.id}>
                <th scope="row">
                  {b.exercise.name}
                  {b.exercise.cue && <small>{b.exercise.cue}</small>}
                </th>
                <td>
                  {b.block.hands.every((h) => off(b.block, h)) ? (
                    'off'
                  ) : (
                    <>
                      {doseWords(b.block)}
                      <small>
                        rest {b.restS}
                        {'\u00A0'}s
                      </small>
                    </>
                  )}
                </td>
                <td>{load('left')}</td>
                <td>{load('right')}</td>
                <td className="boxes">
                  {b.block.hands.every((h) => off(b.block, h))
                    ? null
                    : Array.from({ length: b.block.sets + (b.block.extra ? 1 : 0) }, (_, i) => (
                        <i key={i} />
                      ))}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p>
        <b>Close</b>{' '}
        {close
          .map(({ e, hand }) =>
            hand === null
              ? `${e.name}: off`
              : `${e.name} ${e.sets[0]} × ${e.dose.range[0]}\u00A0${e.dose.unit}`,
          )
          .join(' · ')}
      </p>
      <p className="card-foot">
        Pain over 3 of 10, numbness, tingling, swelling or a pop: stop, and see a clinician. Mano
        does not diagnose. Worst pain today: ____ of 10
      </p>
    </main>
  )
}
