import { Button } from '@mantine/core'
import { useParams, useSearchParams } from 'react-router'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { sessionContent } from '@mano/core/session/content'
import { holdIn } from '@mano/core/session/today'
import { wholeWeekMinutes } from '@mano/core/plan/time'
import { type Block } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { whereIs } from '@mano/core/catalogue/places'
import { findingLine } from '@mano/core/safety/words'
import type { Hand } from '@mano/core/catalogue/person'
import { addDays, formatDate, weekStartOf } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { BlockBoard } from '../plan/BlockBoard'
import { type BoardColumn } from '../plan/boardColumn'
import { doseWords } from '../plan/BlockCard'
import { KINDS } from '../plan/WeekTermsPanel'
import { useFloorData, type FloorData } from './useFloorData'
import { todaySession } from './useToday'
import '../plan/plan.css'
import './card.css'
import { must } from '@mano/core/units/must'

/** A planned week on one page, or all weeks from one on, a page together. */
export default function Paper() {
  const { athleteId } = useParams()
  const [params] = useSearchParams()
  const { data, error } = useFloorData(must(athleteId))
  if (error) return <Failed error={error} />
  if (!data) return <main className="card-page" aria-busy="true" />
  const week = params.get('week') ?? weekStartOf(data.today)
  const block = params.get('view') === 'block'
  const weeks = data.plan.versions
    .filter((v) => (block ? v.weekStart >= week : v.weekStart === week))
    .sort((a, b) => (a.weekStart < b.weekStart ? -1 : 1))
  return (
    <main className="card-page paper">
      <header>
        <h1>{data.athlete.name}</h1>
        <p>
          {weeks.length === 0
            ? ''
            : block
              ? `${weeks.length} weeks from ${formatDate(must(weeks[0]).weekStart, data.today)}`
              : `Week of ${formatDate(week, data.today)}, ` +
                `${wholeWeekMinutes(must(weeks[0]).blocks)} min`}
        </p>
        <Button className="no-print" onClick={() => window.print()}>
          Print or save as PDF
        </Button>
      </header>
      {weeks.length === 0 ? (
        <p>Nothing is planned in the week of {formatDate(week, data.today)}.</p>
      ) : block ? (
        <Weeks data={data} weeks={weeks} />
      ) : (
        <Days data={data} week={week} />
      )}
      <p className="card-foot">
        Pain over 3 of 10, numbness, tingling, swelling or a pop: stop, and see a clinician. Mano
        does not diagnose. Loads are as things stand today; the session card of the day has the last
        word.
      </p>
    </main>
  )
}

const HANDS: Readonly<Record<string, string>> = { left: 'left', right: 'right', both: 'both hands' }
const handWords = (hands: readonly Hand[]): string =>
  hands.length === 2 ? 'each hand' : (HANDS[hands[0] ?? 'both'] ?? '')

function Days({ data, week }: { data: FloorData; week: string }) {
  const units = useUnits()
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">Day</th>
          <th scope="col">Exercise</th>
          <th scope="col">Dose</th>
          <th scope="col">Load</th>
        </tr>
      </thead>
      {DAY_NAMES.map((name, d) => {
        const day = addDays(week, d)
        const session = todaySession(data.athlete, data.plan, day)
        if (!session) return null
        const content = sessionContent(
          session.blocks,
          session.frame,
          { ...data.sources, today: day },
          holdIn(session.version.terms.kind),
        )
        const off = (b: Block) => b.hands.every((h) => session.held(b, h).length > 0)
        const why = (b: Block) =>
          [...new Set(b.hands.flatMap((h) => session.held(b, h).map(findingLine)))].join(' ')
        return (
          <tbody key={name}>
            {content.blocks.map((b, i) => (
              <tr key={b.block.id}>
                {i === 0 && (
                  <th scope="rowgroup" rowSpan={content.blocks.length}>
                    {name} {formatDate(day, data.today)}
                    <small>
                      {Math.ceil(content.minutes)} min, {whereIs(session.frame.place)}
                      {session.frame.at ? `, ${session.frame.at}` : ''}
                    </small>
                  </th>
                )}
                <td>{b.exercise.name}</td>
                <td>
                  {off(b.block) ? 'off' : `${doseWords(b.block)}, ${handWords(b.block.hands)}`}
                </td>
                <td>
                  {off(b.block)
                    ? why(b.block)
                    : b.loads.length === 0
                      ? ''
                      : [
                          ...new Set(
                            b.loads.map(
                              (l) =>
                                `${b.loads.length > 1 ? `${HANDS[l.hand]} ` : ''}` +
                                (l.kg === null ? 'find it' : formatWithUnit(l.kg, 'kg', units)),
                            ),
                          ),
                        ].join(', ')}
                </td>
              </tr>
            ))}
          </tbody>
        )
      })}
    </table>
  )
}

function Weeks({ data, weeks }: { data: FloorData; weeks: FloorData['plan']['versions'] }) {
  const columns = weeks.map((w): BoardColumn => ({
    weekStart: w.weekStart,
    kind: w.terms.kind ?? 'ordinary',
    frame: w.frame,
    blocks: w.blocks,
    filled: true,
    most: null,
    now: false,
    head: (
      <>
        {formatDate(w.weekStart, data.today)}
        <small>{KINDS[w.terms.kind ?? 'ordinary']}</small>
      </>
    ),
  }))
  return (
    <>
      <BlockBoard columns={columns} sources={data.sources} />
      <DayNames weeks={weeks} today={data.today} />
    </>
  )
}

/** Which exercises stand on which day; their amounts are on the board. */
function DayNames({ weeks, today }: { weeks: FloorData['plan']['versions']; today: string }) {
  return (
    <table className="paper-weeks">
      <thead>
        <tr>
          <th scope="col">Week</th>
          {DAY_NAMES.map((d) => (
            <th key={d} scope="col">
              {d}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weeks.map((w) => (
          <tr key={w.weekStart}>
            <th scope="row">
              {formatDate(w.weekStart, today)}
              <small>
                {KINDS[w.terms.kind ?? 'ordinary']}, {wholeWeekMinutes(w.blocks)} min
              </small>
            </th>
            {DAY_NAMES.map((d, i) => (
              <td key={d}>
                {w.blocks
                  .filter((b) => b.day === i)
                  .map((b) => (
                    <span key={b.id}>
                      {exerciseById(b.exerciseId)?.name}, {b.sets}
                      {'\u00A0'}sets
                    </span>
                  ))}
                {w.terms.tests?.day === i && <span>Tests</span>}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
