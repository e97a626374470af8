import { Link } from 'react-router'
import type { PlanView } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { SetLog } from '@mano/core/record/sets'
import { wishesOf } from '@mano/core/catalogue/tiers'
import { qualityById, type QualityId } from '@mano/core/catalogue/qualities'
import { kitsOf } from '@mano/core/match/kit'
import type { WeekKind } from '@mano/core/plan/types'
import type { Series } from '@mano/core/record/series'
import { FLAT, flatLines } from '@mano/core/session/flat'
import { tellsMost, trainingSinceTests, type TrainingChange } from '@mano/core/session/training'
import { judgeBy } from '@mano/core/safety/judge'
import { testsOf } from '@mano/core/testing/rows'
import { weekStartOf } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { useSportsIn } from '../../base/profile'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import './standing.css'

const pct = (share: number): string =>
  `${share < 0 ? '\u2212' : '+'}${Math.abs(Math.round(100 * share))}`
const isLighter = (kind: WeekKind | undefined): boolean =>
  kind === 'deload' || kind === 'taper' || kind === 'travel'
const HAND = { left: 'left', right: 'right', both: 'both hands' } as const

/**
 * What training says between tests: what stands still, with one change each, and what has moved.
 */
export function Standing({ view, series }: { view: PlanView; series: readonly Series[] }) {
  const { athlete, me } = useAthletePage()
  const monday = weekStartOf(me.today)
  const week = view.versions.find((v) => v.weekStart === monday)
  const flat = flatLines({
    blocks: week?.blocks ?? [],
    logs: athlete.history.logs,
    series,
    kits: kitsOf(view.kit),
    sports: useSportsIn(athlete),
    own: view.tiers,
    wishes: wishesOf(view.wishes),
    lighter: view.versions.filter((v) => isLighter(v.terms.kind)).map((v) => v.weekStart),
    judge: judgeBy(athlete.safety),
    today: me.today,
  })
  const moved = trainingSinceTests(athlete.history.logs, series, me.today)
  if (flat.length === 0 && moved.length === 0) return null
  const most = tellsMost(moved)
  const test = most && testsOf(most.quality, 'max').concat(testsOf(most.quality, 'sustained'))[0]
  return (
    <section className="block standing" aria-label="In training">
      <h2 className="h3">In training</h2>
      {flat.length > 0 && (
        <ul>
          {flat.map((l) => (
            <li key={`${l.quality} ${l.exerciseId}`}>
              <b>{l.says}</b> One change: {l.change.says}
              {l.tried.length > 0 && (
                <small>
                  Done for {qualityById(l.quality).name.toLowerCase()} in the last year:{' '}
                  {l.tried.map((id) => exerciseById(id)?.name.toLowerCase()).join(', ')}.
                </small>
              )}
            </li>
          ))}
        </ul>
      )}
      {moved.length > 0 && (
        <table>
          <caption>Sets since the last test of each quality: what was done, no test</caption>
          <tbody>
            {moved.slice(0, 6).map((c) => (
              <Moved key={`${c.exerciseId} ${c.hand}`} c={c} />
            ))}
          </tbody>
        </table>
      )}
      {most && test && (
        <p>
          A test would tell most of {qualityById(most.quality).name.toLowerCase()}:{' '}
          <Link to={`/athletes/${athlete.id}/tests?protocol=${test.id}`}>
            {test.name.toLowerCase()}
          </Link>
          .
        </p>
      )}
      <details>
        <summary>How sure</summary>
        <p className="note">
          Flat: no higher step in four weeks without pain, or three tests of which none is{' '}
          {FLAT.risePct}
          {'\u00A0'}% above the first. No odds stand beside a change: nothing on record says how
          often it helps. A set says what was done, not what could have been: the range is the 90
          {'\u00A0'}% interval with 8{'\u00A0'}% for a day (practice, no source).
        </p>
      </details>
    </section>
  )
}

const counted = (n: number, unit: string): string =>
  `${n}\u00A0${n === 1 && unit.length > 1 ? unit.replace(/s$/, '') : unit}`

function Moved({ c }: { c: TrainingChange }) {
  const units = useUnits()
  const { level } = c
  const f = (v: number) =>
    level?.unit === 'kg'
      ? formatWithUnit(v, 'kg', units)
      : counted(Math.round(v), level?.unit ?? '')
  return (
    <tr>
      <th scope="row">
        {exerciseById(c.exerciseId)?.name}, {HAND[c.hand]}
      </th>
      <td>
        <b>
          {pct(c.change)}
          {'\u00A0'}%
        </b>{' '}
        ({pct(c.ci90[0])} to {pct(c.ci90[1])})
        {level && (
          <small>
            about {f(level.value)}
            {level.unit === 'kg' ? ' as a single lift' : ' at most'}
            {f(level.ci90[0]) !== f(level.ci90[1]) &&
              ` (${f(level.ci90[0])} to ${f(level.ci90[1])})`}
          </small>
        )}
      </td>
      <td>{c.days} days</td>
    </tr>
  )
}

/**
 * What sets since the last test say of one quality: beside a row of the map, marked as training.
 */
export function InTraining({
  logs,
  quality,
  series,
  today,
}: {
  logs: readonly SetLog[]
  quality: QualityId
  series: readonly Series[]
  today: string
}) {
  const own = trainingSinceTests(logs, series, today).filter((c) => c.quality === quality)
  return own.length === 0 ? null : (
    <div className="standing">
      <table>
        <caption>In training since: what was done, no test</caption>
        <tbody>
          {own.map((c) => (
            <Moved key={`${c.exerciseId} ${c.hand}`} c={c} />
          ))}
        </tbody>
      </table>
    </div>
  )
}
