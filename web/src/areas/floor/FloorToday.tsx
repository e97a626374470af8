import { counted } from '@mano/core/units/counted'
import { For } from '../../base/For'
import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { DAY_FLAGS, type DayFlagId } from '@mano/core/catalogue/cautions'
import { sessionMinutes } from '@mano/core/plan/time'
import { findingLine } from '@mano/core/safety/words'
import type { PlanView } from '@mano/contract/plan'
import type { Block } from '@mano/core/plan/types'
import { useOutbox } from '../../base/outbox'
import { v7 } from 'uuid'
import { readinessOn } from '@mano/core/session/readiness'
import { warmUp } from '@mano/core/session/steps'
import { formatDate } from '@mano/core/units/dates'
import { useNames, useTests } from '../../base/data'
import { Icon } from '../../drawn/Icon'
import { Chip, HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { doseWords } from '../plan/BlockCard'
import { sessionKey, useFloor } from './store'
import { type TodaySession } from './useToday'
import { withTargets, holdIn } from '@mano/core/session/today'
import { FatigueLine } from '../plan/FatigueLine'
import { useSources } from '../plan/useLoads'
import { must } from '@mano/core/units/must'

/** What is ticked by hand for a day; a heavy pull comes from the plan. */
const TICKS = DAY_FLAGS.filter((f) => f.id !== 'heavy_pull_later')
const READY = { normal: 'normal', low: 'low', 'very-low': 'very low' } as const

/** Today's session as it is planned: who is fit for it, who shares it, what it holds. */
export function Today({ session, plan }: { session: TodaySession; plan: PlanView }) {
  const { athlete, me } = useAthletePage()
  const sources = useSources(athlete, plan, me.today)
  const [others, setOthers] = useState<readonly string[]>([])
  const { place } = session.frame
  const hold = holdIn(session.version.terms.kind)
  const blocks = withTargets(session.blocks, place, sources, hold)
  return (
    <>
      <Head session={session} others={others} />
      <FatigueLine blocks={blocks} place={place} sources={sources} hold={hold} />
      <For right="test">
        <Flags session={session} />
        <Together others={others} onChange={setOthers} />
      </For>
      <Readiness />
      <p className="note">
        Warm-up:{' '}
        {warmUp(session.blocks)
          .map((e) => e.name.toLowerCase())
          .join(' · ')}
      </p>
      <table className="hall-kit fl-list">
        <tbody>
          {blocks.map((b) => (
            <ExerciseRow key={b.id} block={b} session={session} />
          ))}
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
  )
}

function Head({ session, others }: { session: TodaySession; others: readonly string[] }) {
  const { athlete, me } = useAthletePage()
  const running = useFloor((s) => s.sessions[sessionKey(athlete.id, me.today)])
  const going = running !== undefined && running.phase !== 'done' && running.phase !== 'warmup'
  const done = athlete.history.logs.filter((l) => l.on === me.today && l.blockId !== null)
  return (
    <div className="fl-head">
      <h2>Today, {formatDate(me.today, me.today, { weekday: true })}</h2>
      <span className="s">{Math.ceil(sessionMinutes(session.blocks))} min</span>
      {done.length > 0 && <Chip icon="check">{counted(done.length, 'set')} logged</Chip>}
      <For right="test">
        <Button
          component={Link}
          size="lg"
          to={`/floor/${athlete.id}${others.length > 0 ? `?with=${others.join(',')}` : ''}`}
        >
          {others.length > 0 ? `Run for ${others.length + 1}` : going ? 'Go on' : 'Run the session'}
        </Button>
      </For>
    </div>
  )
}

/** How the day is, as it is ticked before the session. */
function Flags({ session }: { session: TodaySession }) {
  const { athlete, me } = useAthletePage()
  const key = sessionKey(athlete.id, me.today)
  const local = useFloor((s) => s.flags[key])
  const setFlags = useFloor((s) => s.setFlags)
  const send = useOutbox((s) => s.add)
  const ticked = local ?? athlete.safety.flags.filter((f) => f !== 'heavy_pull_later')
  const tick = (flag: DayFlagId, on: boolean) => {
    const flags = on ? [...ticked, flag] : ticked.filter((f) => f !== flag)
    setFlags(key, flags)
    send({ kind: 'flags', athleteId: athlete.id, body: { id: v7(), flags } })
  }
  const restricted = session.blocks.some((b) =>
    must(exerciseById(b.exerciseId)).tags.includes('restriction'),
  )
  return (
    <div className="fl-well" role="group" aria-label="Today">
      {TICKS.filter((f) => f.id !== 'restriction_supervised' || restricted).map((f) => (
        <label className="tick" key={f.id}>
          <Checkbox
            checked={ticked.includes(f.id)}
            onChange={(e) => tick(f.id, e.currentTarget.checked)}
          />
          {f.name}
        </label>
      ))}
    </div>
  )
}

/** Others who train today and can share the station. */
function Together({
  others,
  onChange,
}: {
  others: readonly string[]
  onChange: (others: readonly string[]) => void
}) {
  const { athlete } = useAthletePage()
  const today = (useNames().data ?? []).filter((a) => a.id !== athlete.id && a.today)
  if (today.length === 0) return null
  return (
    <fieldset className="fl-also">
      <legend>At this station too</legend>
      {today.map(({ id, name }) => (
        <label className="tick" key={id}>
          <Checkbox
            checked={others.includes(id)}
            onChange={() =>
              onChange(others.includes(id) ? others.filter((x) => x !== id) : [...others, id])
            }
          />
          {name}
        </label>
      ))}
    </fieldset>
  )
}

function Readiness() {
  const { athlete, me } = useAthletePage()
  const tests = useTests(athlete.id).data
  const ready = tests ? readinessOn(tests, me.today) : null
  const hands = ready?.hands.map(
    ({ hand, todayN, r }) =>
      `${hand} ${todayN === null ? 'not squeezed' : r?.ok ? READY[r.word] : 'no baseline yet'}`,
  )
  return (
    <p className="note">
      Readiness: {hands?.join(', ') ?? 'not squeezed today'}
      {ready?.lowTwice ? '; low twice in a row: talk before loading' : ''}.{' '}
      <Link className="lnk" to={`/athletes/${athlete.id}/tests?protocol=ready_squeeze`}>
        Squeeze
      </Link>
    </p>
  )
}

/** One exercise of today, and what holds a hand of it. */
function ExerciseRow({ block, session }: { block: Block; session: TodaySession }) {
  const e = must(exerciseById(block.exerciseId))
  const held = block.hands.flatMap((hand) => {
    const [by] = session.held(block, hand)
    return by ? [{ hand, by }] : []
  })
  return (
    <tr>
      <th scope="row">
        {e.name}
        {held.map(({ hand, by }) => (
          <p className="alarm-line" key={hand}>
            <Icon name={by.class === 'stop' ? 'stop' : 'warn'} /> <HandLetter hand={hand} />{' '}
            {findingLine(by)}
          </p>
        ))}
      </th>
      <td className="n">{doseWords(block)}</td>
      <td className="n s">
        {e.level}, rest {e.restS}
        {'\u00A0'}s
      </td>
    </tr>
  )
}
