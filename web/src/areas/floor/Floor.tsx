import { Link } from 'react-router'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { sessionMinutes } from '@mano/core/plan/time'
import { cautionLine } from '@mano/core/safety/cautions'
import { warmUp } from '@mano/core/session/steps'
import { formatDate } from '@mano/core/units/dates'
import { Failed } from '../../app/Trouble'
import { Icon } from '../../hands/Icon'
import { Chip, HandLetter } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { doseWords } from '../plan/BlockCard'
import { usePlan } from '../plan/usePlan'
import { useFloor } from './session'
import { todaySession } from './useToday'
import './floor-desk.css'

/** Today's session before it runs, and what was done lately. */
export default function Floor() {
  const { athlete, me } = useAthletePage()
  const plan = usePlan(athlete.id)
  const running = useFloor((s) => s.session)
  const { unwell, setUnwell } = useFloor()
  if (plan.error && !plan.data) return <Failed error={plan.error} retry={() => void plan.refetch()} />
  if (!plan.data) return <main className="cols" aria-busy="true" />
  const todays = athlete.history.logs.filter((l) => l.on === me.today)
  const dayKey = `${athlete.id} ${me.today}`
  const session = todaySession(athlete, plan.data, me.today, todays, [], unwell.includes(dayKey))
  const going = running?.athleteId === athlete.id && running.on === me.today && running.phase !== 'done'
  return (
    <main className="cols">
      <section>
        {session ? (
          <>
            <div className="fl-head"><h2>Today, {formatDate(me.today, me.today, { weekday: true })}</h2><span className="s">{Math.ceil(sessionMinutes(session.blocks))} min</span>{todays.length > 0 && <Chip icon="check">{todays.length} sets logged</Chip>}<Link className="btn pri big" to={`/floor/${athlete.id}`}>{going ? 'Go on' : 'Run the session'}</Link></div>
            <label className="tick fl-well"><input type="checkbox" checked={unwell.includes(dayKey)} onChange={(e) => setUnwell(dayKey, e.currentTarget.checked)} />Fever, new medication or poor sleep: hard work off today</label>
            <p className="note">Warm-up: {warmUp(session.blocks).map((e) => e.name.toLowerCase()).join(' · ')}</p>
            <table className="hall-kit fl-list">
              <tbody>
                {session.blocks.map((b) => {
                  const e = exerciseById(b.exerciseId)!
                  const held = b.hands.map((h) => ({ h, by: session.held(b, h) })).filter((x) => x.by.length > 0)
                  return (
                    <tr key={b.id}>
                      <th scope="row">{e.name}{held.map(({ h, by }) => <p className="alarm-line" key={h}><Icon name="stop" /> <HandLetter hand={h} /> held. {cautionLine(by[0]!)} {by[0]!.caution.instead}</p>)}</th>
                      <td className="n">{doseWords(b)}</td><td className="n s">{e.level}, rest {e.restS}{'\u00A0'}s</td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
          </>
        ) : (
          <div className="empty"><h2>Nothing planned today</h2><p className="s">The floor runs what the plan says for the day.</p><Link className="btn pri" to={`/athletes/${athlete.id}/plan`}>Open plan</Link></div>
        )}
      </section>
      <aside>
        <h2 className="h3">Logged lately</h2>
        <ul className="fl-days">{days(athlete.history.logs).map(([on, sets]) => <li key={on}><b>{formatDate(on, me.today, { weekday: true })}</b><span className="s">{sets.length} sets{Math.max(0, ...sets.map((l) => l.pain ?? 0)) > 0 ? `, worst pain ${Math.max(...sets.map((l) => l.pain ?? 0))}/10` : ''}</span></li>)}</ul>
        <p className="note">{NOT_A_DIAGNOSIS}</p>
      </aside>
    </main>
  )
}

function days<T extends { on: string }>(logs: readonly T[]): [string, T[]][] {
  const out = new Map<string, T[]>()
  for (const l of logs) out.set(l.on, [...(out.get(l.on) ?? []), l])
  return [...out].sort(([a], [b]) => (a < b ? 1 : -1)).slice(0, 10)
}
