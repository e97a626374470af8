import { exerciseById } from '@mano/core/catalogue/exercises'
import { qualityById } from '@mano/core/catalogue/qualities'
import { loadDone } from '@mano/core/plan/context'
import { handTime, plannedAgainstDone } from '@mano/core/review/load'
import { weekStartOf } from '@mano/core/plan/rules'
import { addDays, formatDate } from '@mano/core/units/dates'
import { formatClock } from '@mano/core/units/format'
import { Icon } from '../../hands/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { usePlan } from '../plan/usePlan'

const WEEKS = 4

/** The work beside the tests: this week's plan against what was done, and each hand's time by quality and week. */
export function Done() {
  const { athlete, me } = useAthletePage()
  const plan = usePlan(athlete.id)
  const { logs } = athlete.history
  const thisWeek = weekStartOf(me.today)
  const version = plan.data?.versions.find((v) => v.weekStart === thisWeek)
  const rows = version ? plannedAgainstDone(thisWeek, version.blocks, logs) : []
  const weeks = Array.from({ length: WEEKS }, (_, i) => addDays(thisWeek, -7 * (WEEKS - 1 - i)))
  const time = handTime(logs).filter((t) => weeks.includes(t.week))
  const qualities = [...new Set(time.map((t) => t.quality))]
  const most = Math.max(1, ...time.flatMap((t) => [t.left, t.right]))
  if (rows.length === 0 && time.length === 0) return null
  return (
    <>
      {rows.length > 0 && (
        <section className="series done-week">
          <h2>This week, planned and done</h2>
          <table>
            <thead><tr><th scope="col">Day</th><th scope="col">Block</th><th scope="col">Sets done</th><th scope="col">Worst pain</th></tr></thead>
            <tbody>{rows.map((r) => <tr key={r.block.id} className={r.on > me.today ? 'ahead' : ''}><td>{formatDate(r.on, me.today, { weekday: true })}</td><th scope="row">{exerciseById(r.block.exerciseId)?.name}</th><td className="n">{r.done} of {r.planned}{r.on < me.today && r.done === 0 ? ' · missed' : ''}</td><td className="n">{r.worstPain === null ? '' : r.worstPain > 3 ? <b className="alarm-line"><Icon name="stop" /> {r.worstPain}/10</b> : `${r.worstPain}/10`}</td></tr>)}</tbody>
          </table>
        </section>
      )}
      {qualities.length > 0 && (
        <section className="series hand-time">
          <h2>Time under load a hand, by quality and week</h2>
          <table>
            <thead><tr><th scope="col">Quality</th>{weeks.map((w) => <th key={w} scope="col">{formatDate(w, me.today)}</th>)}</tr></thead>
            <tbody>
              {qualities.map((q) => <tr key={q}><th scope="row">{qualityById(q).name}</th>{weeks.map((w) => { const t = time.find((x) => x.week === w && x.quality === q); return <td key={w}>{t ? <span className="ht" aria-label={`left ${formatClock(t.left)}, right ${formatClock(t.right)}`}><i className="l" style={{ width: `${(100 * t.left) / most}%` }} /><u /><i className="r" style={{ width: `${(100 * t.right) / most}%` }} /><small>{formatClock(t.left)}</small><small>{formatClock(t.right)}</small></span> : <span className="blank">–</span>}</td> })}</tr>)}
              <tr className="sum"><th scope="row">Hand load</th>{weeks.map((w) => <td key={w} className="n">{loadDone(logs, w)?.toFixed(1) ?? '–'}</td>)}</tr>
            </tbody>
          </table>
          <p className="note">Hand load is sets weighted by level; 10 to 15 % more from week to week is the guide (common practice, no source).</p>
        </section>
      )}
    </>
  )
}
