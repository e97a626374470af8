import { counted } from '@mano/core/units/counted'
import { For } from '../../base/For'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { formatDate } from '@mano/core/units/dates'
import { may } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { useAthletePage } from '../athlete/AthletePage'
import { usePlan } from '../plan/usePlan'
import { Links } from './Links'
import { Missed } from './Missed'
import { sessionKey, useFloor } from './store'
import { Twice } from './Twice'
import { todaySession } from './useToday'
import './floor-desk.css'
import { Today } from './FloorToday'

/** Today's session before it runs, who runs it together, and what was done lately. */
export default function Floor() {
  const { athlete, me } = useAthletePage()
  const plan = usePlan(athlete.id)
  const local = useFloor((s) => s.flags[sessionKey(athlete.id, me.today)])
  if (plan.error && !plan.data)
    return <Failed error={plan.error} retry={() => void plan.refetch()} />
  if (!plan.data) return <main className="cols" aria-busy="true" />
  const session = todaySession(athlete, plan.data, me.today, { flags: local })
  return (
    <main className="cols">
      <section>
        <Missed view={plan.data} />
        <For right="test">
          <Twice logs={athlete.history.logs} versionId={plan.data.versions[0]?.id ?? null} />
        </For>
        {session ? (
          <Today session={session} plan={plan.data} />
        ) : (
          <div className="empty">
            <h2>Nothing planned today</h2>
            <p className="s">The floor runs what the plan says for the day.</p>
            <Button component={Link} to={`/athletes/${athlete.id}/plan`}>
              Open plan
            </Button>
          </div>
        )}
      </section>
      <aside>
        <h2 className="h3">Logged lately</h2>
        <Lately />
        {may(me, 'coach') && <Links />}
        <details className="block">
          <summary>Keys on the floor</summary>
          <p className="note">
            Space: the large button. P: pain or stop. Esc: pause and go on. E: change what is
            logged. M: more.
          </p>
        </details>
        <p className="note">{NOT_A_DIAGNOSIS}</p>
      </aside>
    </main>
  )
}

function Lately() {
  const { athlete, me } = useAthletePage()
  const logs = athlete.history.logs.filter(
    (l) => l.blockId !== null || exerciseById(l.exerciseId)?.mode !== 'prep',
  )
  return (
    <ul className="fl-days">
      {days(logs).map(([on, sets]) => {
        const worst = Math.max(0, ...sets.map((l) => l.pain ?? 0))
        return (
          <li key={on}>
            <b>{formatDate(on, me.today, { weekday: true })}</b>
            <span className="s">
              {counted(sets.length, 'set')}
              {worst > 0 ? `, worst pain ${worst}/10` : ''}
              {[...new Set(sets.flatMap((l) => l.odd ?? []))].map((o) => (
                <span key={o}> {o}</span>
              ))}
            </span>
          </li>
        )
      })}
    </ul>
  )
}

function days<T extends { on: string }>(logs: readonly T[]): [string, T[]][] {
  const out = new Map<string, T[]>()
  for (const l of logs) out.set(l.on, [...(out.get(l.on) ?? []), l])
  return [...out].sort(([a], [b]) => (a < b ? 1 : -1)).slice(0, 10)
}
