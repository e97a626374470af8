import { exerciseById } from '@mano/core/catalogue/exercises'
import { plannedAgainstDone } from '@mano/core/review/load'
import { formatDate, weekStartOf } from '@mano/core/units/dates'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { usePlan } from '../plan/usePlan'

/** This week's plan against what was done. */
export function Done() {
  const { athlete, me } = useAthletePage()
  const plan = usePlan(athlete.id)
  const thisWeek = weekStartOf(me.today)
  const version = plan.data?.versions.find((v) => v.weekStart === thisWeek)
  const rows = version ? plannedAgainstDone(thisWeek, version.blocks, athlete.history.logs) : []
  if (rows.length === 0) return null
  return (
    <section className="series done-week">
      <h2>This week, planned and done</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Block</th>
            <th scope="col">Sets done</th>
            <th scope="col">Worst pain</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.block.id} className={r.on > me.today ? 'ahead' : ''}>
              <td>{formatDate(r.on, me.today, { weekday: true })}</td>
              <th scope="row">{exerciseById(r.block.exerciseId)?.name}</th>
              <td className="n">
                {r.done} of {r.planned}
                {r.on < me.today && r.done === 0 ? ' · missed' : ''}
              </td>
              <td className="n">
                {r.worstPain === null ? (
                  ''
                ) : r.worstPain > 3 ? (
                  <b className="alarm-line">
                    <Icon name="stop" /> {r.worstPain}/10
                  </b>
                ) : (
                  `${r.worstPain}/10`
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
