import { UnstyledButton } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type { LinkSession } from '@mano/contract/plan'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { kitsOf } from '@mano/core/match/kit'
import { sessionMinutes } from '@mano/core/plan/time'
import { DAY_NAMES } from '@mano/core/intake/week'
import { addDays, formatDate } from '@mano/core/units/dates'
import { api, ApiProblem, failureText } from '../../base/api'
import { keep, read } from '../../base/kept'
import { flush } from '../../base/outbox'
import { holdIn, withTargets } from '@mano/core/session/today'
import { doseWords } from '../plan/BlockCard'
import { todaySession } from './useToday'
import { Running } from './FloorRun'
import { WithSession } from './WithSession'
import type { FloorData } from './useFloorData'
import './floor.css'
import { must } from '@mano/core/units/must'

/** What an athlete sees by the own link: the week's sessions, and today's to run. */
export default function My() {
  const token = location.hash.slice(1)
  const live = useQuery({
    queryKey: ['link', token],
    queryFn: () => api.get<LinkSession>('/api/link', { link: token }),
    retry: (n, e) => !(e instanceof ApiProblem) && n < 1,
  })
  const [pack, setPack] = useState<LinkSession | null>(null)
  const [running, setRunning] = useState(false)
  useEffect(() => void flush(), [])
  useEffect(() => {
    if (live.data) void keep('state', 'pack link', live.data).catch(() => undefined)
  }, [live.data])
  // The network may be away; a link that ended is another thing.
  const away = live.error !== null && !(live.error instanceof ApiProblem)
  useEffect(() => {
    if (away)
      void read<LinkSession>('state', 'pack link').then(
        (p) => setPack(p ?? null),
        () => undefined,
      )
  }, [away])
  const s = live.data ?? (away ? pack : null)
  if (live.error && !s)
    return (
      <main className="floor">
        <div className="f-end">
          <h1>No session here</h1>
          <p>{failureText(live.error)}</p>
        </div>
      </main>
    )
  if (!s) return <main className="floor" aria-busy="true" />
  const data: FloorData = {
    athlete: s.athlete,
    plan: s.plan,
    today: s.today,
    packed: !live.data,
    low: null,
    link: token,
    sources: {
      logs: s.athlete.history.logs,
      ...s.loads,
      kits: kitsOf(s.plan.kit),
      today: s.today,
    },
  }
  if (running)
    return (
      <main className="floor">
        <WithSession data={data}>
          {(own) => <Running data={data} own={own} alone back={null} />}
        </WithSession>
      </main>
    )
  const week = s.plan.versions.find(
    (v) => v.weekStart <= s.today && addDays(v.weekStart, 7) > s.today,
  )
  const days = week
    ? [0, 1, 2, 3, 4, 5, 6]
        .map((d) => ({
          d,
          on: addDays(week.weekStart, d),
          blocks: week.blocks.filter((b) => b.day === d),
        }))
        .filter((x) => x.blocks.length > 0)
    : []
  const now = todaySession(s.athlete, s.plan, s.today)
  return (
    <main className="floor my">
      <div className="f-log">
        <p className="f-word">{s.athlete.name}</p>
        <p className="f-label">{s.hall}</p>
        {days.length === 0 && <p className="f-rule">Nothing is planned this week.</p>}
        {days.map(({ d, on, blocks }) => (
          <section key={d} aria-label={DAY_NAMES[d]}>
            <h2>
              {on === s.today ? 'Today' : `${DAY_NAMES[d]} ${formatDate(on, s.today)}`},{' '}
              {Math.ceil(sessionMinutes(blocks))} min
            </h2>
            <ul className="f-list">
              {(on === s.today
                ? withTargets(
                    blocks,
                    now?.frame.place ?? 'hall',
                    data.sources,
                    holdIn(now?.version.terms.kind),
                  )
                : blocks
              ).map((b) => {
                const off =
                  on === s.today ? b.hands.filter((h) => must(now).held(b, h).length > 0) : []
                const all = off.length === b.hands.length && off.length > 0
                return (
                  <li key={b.id} className={all ? 'off' : ''}>
                    <b>{exerciseById(b.exerciseId)?.name}</b>
                    <span>
                      {all
                        ? `off: ask ${s.looks ? 'the' : 'your'} coach`
                        : `${doseWords(b)}${off.length > 0 ? `, not the ${off[0]}` : ''}`}
                    </span>
                  </li>
                )
              })}
            </ul>
          </section>
        ))}
        <p className="f-rule">{NOT_A_DIAGNOSIS}</p>
      </div>
      {!s.looks && days.some((x) => x.on === s.today) && (
        <div className="f-bar">
          <UnstyledButton className="f-btn main go" onClick={() => setRunning(true)}>
            Start today's session
          </UnstyledButton>
        </div>
      )}
    </main>
  )
}
