import { For } from '../../base/For'
import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { DAY_FLAGS, NOT_A_DIAGNOSIS, type DayFlagId } from '@mano/core/catalogue/cautions'
import { sessionMinutes } from '@mano/core/plan/time'
import { findingLine } from '@mano/core/safety/words'
import { useOutbox } from '../../base/outbox'
import { v7 } from 'uuid'
import { readinessOn } from '@mano/core/session/readiness'
import { warmUp } from '@mano/core/session/steps'
import { formatDate } from '@mano/core/units/dates'
import { useNames, useTests, may } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { Icon } from '../../drawn/Icon'
import { Chip, HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { doseWords } from '../plan/BlockCard'
import { usePlan } from '../plan/usePlan'
import { Links } from './Links'
import { Missed } from './Missed'
import { sessionKey, useFloor } from './store'
import { Twice } from './Twice'
import { todaySession } from './useToday'
import './floor-desk.css'
import { withTargets, holdIn } from '@mano/core/session/today'
import { FatigueLine } from '../plan/FatigueLine'
import { useSources } from '../plan/useLoads'
import { must } from '@mano/core/units/must'

/** What is ticked by hand for a day; a heavy pull comes from the plan. */
const TICKS = DAY_FLAGS.filter((f) => f.id !== 'heavy_pull_later')
const READY = { normal: 'normal', low: 'low', 'very-low': 'very low' } as const

/** Today's session before it runs, who runs it together, and what was done lately. */
export default function Floor() {
  const { athlete, me } = useAthletePage()
  const plan = usePlan(athlete.id)
  const tests = useTests(athlete.id).data
  const roster = useNames().data
  const sources = useSources(athlete, plan.data, me.today)
  const key = sessionKey(athlete.id, me.today)
  const running = useFloor((s) => s.sessions[key])
  const local = useFloor((s) => s.flags[key])
  const setFlags = useFloor((s) => s.setFlags)
  const send = useOutbox((s) => s.add)
  const [others, setOthers] = useState<readonly string[]>([])
  if (plan.error && !plan.data)
    return <Failed error={plan.error} retry={() => void plan.refetch()} />
  if (!plan.data) return <main className="cols" aria-busy="true" />
  const todays = athlete.history.logs.filter((l) => l.on === me.today && l.blockId !== null)
  const session = todaySession(athlete, plan.data, me.today, { flags: local })
  const ticked = local ?? athlete.safety.flags.filter((f) => f !== 'heavy_pull_later')
  const tick = (flag: DayFlagId, on: boolean) => {
    const flags = on ? [...ticked, flag] : ticked.filter((f) => f !== flag)
    setFlags(key, flags)
    send({ kind: 'flags', athleteId: athlete.id, body: { id: v7(), flags } })
  }
  const blocks = session
    ? withTargets(session.blocks, session.frame.place, sources, holdIn(session.version.terms.kind))
    : []
  const going = running !== undefined && running.phase !== 'done' && running.phase !== 'warmup'
  const ready = tests ? readinessOn(tests, me.today) : null
  const alsoToday = (roster ?? []).filter((a) => a.id !== athlete.id && a.today)
  return (
    <main className="cols">
      <section>
        <Missed view={plan.data} />
        <For right="test">
          <Twice logs={athlete.history.logs} versionId={plan.data.versions[0]?.id ?? null} />
        </For>
        {session ? (
          <>
            <div className="fl-head">
              <h2>Today, {formatDate(me.today, me.today, { weekday: true })}</h2>
              <span className="s">{Math.ceil(sessionMinutes(session.blocks))} min</span>
              {todays.length > 0 && <Chip icon="check">{todays.length} sets logged</Chip>}
              <For right="test">
                <Button
                  component={Link}
                  size="lg"
                  to={`/floor/${athlete.id}${others.length > 0 ? `?with=${others.join(',')}` : ''}`}
                >
                  {others.length > 0
                    ? `Run for ${others.length + 1}`
                    : going
                      ? 'Go on'
                      : 'Run the session'}
                </Button>
              </For>
            </div>
            <FatigueLine
              blocks={blocks}
              place={session.frame.place}
              sources={sources}
              hold={holdIn(session.version.terms.kind)}
            />
            <For right="test">
              <div className="fl-well" role="group" aria-label="Today">
                {TICKS.filter(
                  (f) =>
                    f.id !== 'restriction_supervised' ||
                    session.blocks.some((b) =>
                      must(exerciseById(b.exerciseId)).tags.includes('restriction'),
                    ),
                ).map((f) => (
                  <label className="tick" key={f.id}>
                    <Checkbox
                      checked={ticked.includes(f.id)}
                      onChange={(e) => tick(f.id, e.currentTarget.checked)}
                    />
                    {f.name}
                  </label>
                ))}
              </div>
              {alsoToday.length > 0 && (
                <fieldset className="fl-also">
                  <legend>At this station too</legend>
                  {alsoToday.map((a) => (
                    <label className="tick" key={a.id}>
                      <Checkbox
                        checked={others.includes(a.id)}
                        onChange={() =>
                          setOthers(
                            others.includes(a.id)
                              ? others.filter((x) => x !== a.id)
                              : [...others, a.id],
                          )
                        }
                      />
                      {a.name}
                    </label>
                  ))}
                </fieldset>
              )}
            </For>
            <p className="note">
              Readiness:{' '}
              {ready
                ? ready.hands
                    .map(
                      (h) =>
                        `${h.hand} ` +
                        (h.todayN === null
                          ? 'not squeezed'
                          : h.r?.ok
                            ? READY[h.r.word]
                            : 'no baseline yet'),
                    )
                    .join(', ')
                : 'not squeezed today'}
              {ready?.lowTwice ? '; low twice in a row: talk before loading' : ''}.{' '}
              <Link className="lnk" to={`/athletes/${athlete.id}/tests?protocol=ready_squeeze`}>
                Squeeze
              </Link>
            </p>
            <p className="note">
              Warm-up:{' '}
              {warmUp(session.blocks)
                .map((e) => e.name.toLowerCase())
                .join(' · ')}
            </p>
            <table className="hall-kit fl-list">
              <tbody>
                {blocks.map((b) => {
                  const e = must(exerciseById(b.exerciseId))
                  const held = b.hands
                    .map((h) => ({ h, by: session.held(b, h) }))
                    .filter((x) => x.by.length > 0)
                  return (
                    <tr key={b.id}>
                      <th scope="row">
                        {e.name}
                        {held.map(({ h, by }) => (
                          <p className="alarm-line" key={h}>
                            <Icon name={must(by[0]).class === 'stop' ? 'stop' : 'warn'} />{' '}
                            <HandLetter hand={h} /> {findingLine(must(by[0]))}
                          </p>
                        ))}
                      </th>
                      <td className="n">{doseWords(b)}</td>
                      <td className="n s">
                        {e.level}, rest {e.restS}
                        {'\u00A0'}s
                      </td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
            <p className="row">
              <Button component={Link} variant="default" to={`/card/${athlete.id}?day=${me.today}`}>
                Session card
              </Button>
              <Button
                component="a"
                variant="default"
                href={`/api/athletes/${athlete.id}/calendar`}
                download
              >
                Calendar of the weeks
              </Button>
            </p>
          </>
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
        <ul className="fl-days">
          {days(
            athlete.history.logs.filter(
              (l) => l.blockId !== null || exerciseById(l.exerciseId)?.mode !== 'prep',
            ),
          ).map(([on, sets]) => (
            <li key={on}>
              <b>{formatDate(on, me.today, { weekday: true })}</b>
              <span className="s">
                {sets.length} sets
                {Math.max(0, ...sets.map((l) => l.pain ?? 0)) > 0
                  ? `, worst pain ${Math.max(...sets.map((l) => l.pain ?? 0))}/10`
                  : ''}
                {[...new Set(sets.flatMap((l) => l.odd ?? []))].map((o) => (
                  <span key={o}> {o}</span>
                ))}
              </span>
            </li>
          ))}
        </ul>
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

function days<T extends { on: string }>(logs: readonly T[]): [string, T[]][] {
  const out = new Map<string, T[]>()
  for (const l of logs) out.set(l.on, [...(out.get(l.on) ?? []), l])
  return [...out].sort(([a], [b]) => (a < b ? 1 : -1)).slice(0, 10)
}
