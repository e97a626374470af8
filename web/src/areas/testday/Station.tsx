import { counted } from '@mano/core/units/counted'
import { UnstyledButton } from '@mantine/core'
import type { ReactNode } from 'react'
import { Link, Navigate, useParams } from 'react-router'
import { gateKey } from '@mano/contract/testday'
import { TEST_CONDITIONS } from '@mano/core/safety/conditions'
import type { Hand } from '@mano/core/catalogue/person'
import type { Slot } from '@mano/core/testday/order'
import { must } from '@mano/core/units/must'
import { useMe, may } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import '../floor/floor.css'
import { PainStep } from '../floor/PainStep'
import { LeaveOut } from './LeaveOut'
import { giveReason, leaveOut, noteAt, take } from './stationActs'
import { StationGate } from './StationGate'
import { NextUp, StationHead } from './StationParts'
import { TryAt } from './TryAt'
import { turnOf, useStation, type AtStation, type Turn } from './useStation'
import { HAND } from '../floor/hand'
import './testday.css'

const SLAB: Readonly<Record<Hand, string>> = { left: 'L', right: 'R', both: 'LR' }

/**
 * The tablet at a station: who is on, which hand, what hangs, how long yet; the result goes in at
 * once.
 */
export default function Station() {
  const { dayId, stationId } = useParams()
  const me = useMe().data
  // Without the server nobody is known: the day goes on.
  if (me && !may(me, 'test')) return <Navigate to={`/testday/${dayId}`} replace />
  return <At dayId={must(dayId)} stationId={must(stationId)} />
}

function At({ dayId, stationId }: { dayId: string; stationId: string }) {
  const { at, error, unknown } = useStation(dayId, stationId)
  if (error) return <Failed error={error} />
  if (unknown)
    return (
      <main className="floor">
        <div className="f-end">
          <h1>No such station</h1>
        </div>
      </main>
    )
  if (!at) return <main className="floor" aria-busy="true" />
  const { day, own, slot } = at
  if (!day.started || !day.now) return <NotBegun at={at} />
  if (!slot) return <Over at={at} />
  const turn = turnOf(at, slot)
  if (own.step === 'pain') return <Pain at={at} turn={turn} />
  if (own.step === 'leave') return <Leaving at={at} turn={turn} />
  return <OnNow at={at} turn={turn} />
}

/** The screen of a station: its head, and the colour of the hand that is on. */
const Frame = ({
  at,
  middle = '',
  hand,
  children,
}: {
  at: AtStation
  middle?: string
  hand?: Hand
  children: ReactNode
}) => (
  <main className="floor">
    <div className={`f-run ${hand ? `hand-${hand}` : ''}`}>
      <StationHead station={at.station.name} protocol={at.protocol.name} middle={middle} />
      {children}
    </div>
  </main>
)

const WholeDay = ({ at }: { at: AtStation }) => (
  <Link className="f-btn" to={`/testday/${at.day.view.id}`}>
    The whole day
  </Link>
)

const NotBegun = ({ at }: { at: AtStation }) => (
  <Frame at={at}>
    <div className="f-end">
      <h1>{at.day.now ? 'The day has not begun' : 'Working the order out …'}</h1>
      <WholeDay at={at} />
    </div>
  </Frame>
)

/** Nobody is left here: what was recorded and left out. */
function Over({ at }: { at: AtStation }) {
  const { day, station, here, nameOf, net } = at
  const out = here.filter((e) => e.outcome === 'skipped')
  const kept = here.length - out.length
  const who = out.map((e) => `${nameOf(e.athlete)}, ${HAND[e.hand].toLowerCase()}`)
  return (
    <Frame at={at}>
      <div className="f-end">
        <h1>{day.now?.lost.includes(station.id) ? 'Out of use' : 'This station is done'}</h1>
        <p role="status">
          {counted(kept, 'trial')} recorded
          {out.length > 0 ? `, ${out.length} left out: ${who.join('; ')}` : ''}.
        </p>
        <ComesBack at={at} />
        <Again at={at} />
        <WholeDay at={at} />
      </div>
      <p className="f-net on" role="status">
        {net}
      </p>
    </Frame>
  )
}

/** One more trial for who was on last. */
function Again({ at: { day, here, nameOf } }: { at: AtStation }) {
  const last = here.filter((e) => e.outcome !== 'skipped').at(-1)
  if (!last) return null
  const { athlete, station, hand, loadKg } = last
  return (
    <UnstyledButton
      className="f-btn quiet td-again"
      onClick={() => day.say('retry', { athlete, station, hand, loadKg })}
    >
      One more for {nameOf(athlete)}, {HAND[hand].toLowerCase()}
    </UnstyledButton>
  )
}

/** What was left out last, and its way back. */
function ComesBack({ at: { day, own } }: { at: AtStation }) {
  const { left } = own
  if (!left) return null
  return (
    <p className="td-left" role="status">
      <Icon name="warn" />
      <span>{left.says}</span>
      <UnstyledButton
        className="f-btn quiet"
        onClick={() => {
          for (const of of left.ids) day.say('undo', { of })
          own.setText(left.typed)
          own.setLeft(null)
        }}
      >
        Undo
      </UnstyledButton>
    </p>
  )
}

interface TurnProps {
  at: AtStation
  turn: Turn
}

function Pain({ at, turn }: TurnProps) {
  const { slot } = turn
  return (
    <Frame at={at} middle={at.nameOf(slot.athlete)} hand={slot.hand}>
      <PainStep
        hand={slot.hand}
        onBack={() => at.own.setStep('try')}
        onPain={(pain, where) => {
          const places = where.at ? [...where.at] : null
          const hand = where.hand ?? slot.hand
          noteAt(at, turn, { hand, pain, places }, pain > 3 ? `pain ${pain}` : null)
        }}
        onSymptom={(symptom, hand) => noteAt(at, turn, { hand, symptom }, symptom)}
      />
    </Frame>
  )
}

function Leaving({ at, turn }: TurnProps) {
  const { slot, ordinal } = turn
  const name = at.nameOf(slot.athlete)
  return (
    <Frame at={at} middle={name} hand={slot.hand}>
      <LeaveOut
        who={`${name}, ${HAND[slot.hand].toLowerCase()}, trial ${ordinal}`}
        left={at.slots.filter((s) => s.athlete === slot.athlete).length}
        onBack={() => at.own.setStep('try')}
        onLeave={(reason, all) => leaveOut(at, turn, reason, all)}
      />
    </Frame>
  )
}

/** Who is on: their trial, or what holds it. */
function OnNow({ at, turn }: TurnProps) {
  const { day, station, own, here, slots, nameOf, net } = at
  const { slot, key } = turn
  const coach = may(useMe().data, 'coach')
  const gate = day.view.gates[gateKey(slot.athlete, station.id, slot.hand)]
  const stopped = gate?.class === 'stop'
  const asks = gate?.class === 'ask' && !own.reasoned.includes(key)
  const round = {
    slab: (
      <div className={`f-slab ${slot.hand === 'both' ? 'left' : slot.hand}`} aria-hidden="true">
        {SLAB[slot.hand]}
      </div>
    ),
    word: (
      <p className="f-word" role="status">
        {nameOf(slot.athlete)}
        <small>
          {HAND[slot.hand]}, trial {turn.ordinal}
        </small>
      </p>
    ),
    undo: <ComesBack at={at} />,
    next: (
      <NextUp
        slots={slots.filter((s: Slot) => s !== slot).slice(0, 4)}
        nameOf={nameOf}
        nowS={day.nowS}
        again={<Again at={at} />}
      />
    ),
  }
  return (
    <Frame at={at} middle={`${here.length} of ${slots.length + here.length}`} hand={slot.hand}>
      {gate && (stopped || asks) ? (
        <StationGate
          key={key}
          {...round}
          stopped={stopped}
          says={gate.says}
          coach={coach}
          leaves={<Leaves at={at} turn={turn} />}
          onReason={(reason) => giveReason(at, turn, reason)}
        />
      ) : (
        <Trial at={at} turn={turn} round={round} />
      )}
      <p className={`f-net ${net ? 'on' : ''}`} role="status">
        {net}
      </p>
    </Frame>
  )
}

const Leaves = ({ at: { own }, turn }: TurnProps) => (
  <UnstyledButton
    className="f-btn quiet"
    onClick={() => {
      own.setStep('leave')
      own.setHolds(turn.key)
    }}
  >
    Leave out …
  </UnstyledButton>
)

type Round = Record<'slab' | 'word' | 'undo' | 'next', ReactNode>

function Trial({ at, turn, round }: TurnProps & { round: Round }) {
  const { day, station, protocol, own } = at
  const { slot, key } = turn
  const units = useUnits()
  return (
    <TryAt
      {...round}
      station={station}
      protocol={protocol}
      slot={slot}
      restS={Math.max(0, Math.ceil(slot.start - day.nowS))}
      known={turn.known}
      text={own.text}
      said={own.said}
      onText={(t) => {
        own.setText(t)
        own.setSaid('')
        own.setHolds(key)
      }}
      onTake={(t) => take(at, turn, t, units)}
      conditions={
        <ul className="f-list">
          {TEST_CONDITIONS.map((c) => (
            <li key={c.id}>
              <b>{c.ask}</b>
            </li>
          ))}
        </ul>
      }
      bar={(keep) => <Bar at={at} turn={turn} keep={keep} />}
    />
  )
}

/** The buttons under a trial: first that the conditions are met, then the result. */
function Bar({ at, turn, keep }: TurnProps & { keep: ReactNode }) {
  const { own } = at
  if (!turn.known)
    return (
      <>
        <Leaves at={at} turn={turn} />
        <UnstyledButton
          className="f-btn main go"
          onClick={() => {
            own.setAsked([...own.asked, turn.slot.athlete])
            own.setHolds(turn.key)
            own.setSaid('')
          }}
        >
          All four met
        </UnstyledButton>
      </>
    )
  return (
    <>
      <UnstyledButton
        className="f-btn pain"
        onClick={() => {
          own.setStep('pain')
          own.setHolds(turn.key)
        }}
      >
        <Icon name="stop" />
        Pain or stop
      </UnstyledButton>
      <Leaves at={at} turn={turn} />
      {keep}
    </>
  )
}
