import { UnstyledButton } from '@mantine/core'
import { useRef, useState } from 'react'
import { Link, Navigate, useParams } from 'react-router'
import { v7 } from 'uuid'
import { gateKey } from '@mano/contract/testday'
import type { ObservationBody } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { sidesOf } from '@mano/core/safety/act'
import { TEST_CONDITIONS } from '@mano/core/safety/conditions'
import { oddWords } from '@mano/core/testing/odd'
import type { Hand } from '@mano/core/catalogue/person'
import { rowOf } from '@mano/core/units/row'
import { useMe, may } from '../../base/data'
import { useOutbox } from '../../base/outbox'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import '../floor/floor.css'
import { PainStep } from '../floor/PainStep'
import { LeaveOut } from './LeaveOut'
import { StationGate } from './StationGate'
import { NextUp, StationHead } from './StationParts'
import { TryAt, type Taken } from './TryAt'
import { oddIn, recordTry } from './recordTry'
import { useDay } from './useDay'
import { HAND_WORD } from './words'
import { must } from '@mano/core/units/must'
import './testday.css'

const OTHER: Readonly<Record<Hand, Hand>> = { left: 'right', right: 'left', both: 'both' }
const SLAB: Readonly<Record<Hand, string>> = { left: 'L', right: 'R', both: 'LR' }

/**
 * The tablet at a station: who is on, which hand, what hangs, how long yet; the result goes in at
 * once.
 */
export default function Station() {
  const { dayId } = useParams()
  const me = useMe().data
  // Without the server nobody is known: the day goes on.
  if (me && !may(me, 'test')) return <Navigate to={`/testday/${dayId}`} replace />
  return <AtStation />
}

function AtStation() {
  const { dayId, stationId } = useParams()
  const { day, error } = useDay(must(dayId))
  const send = useOutbox((s) => s.add)
  const offline = useOutbox((s) => s.offline)
  const waiting = useOutbox((s) => s.waiting.length)
  const coach = may(useMe().data, 'coach')
  const [asked, setAsked] = useState<readonly string[]>([])
  const [step, setStep] = useState<'try' | 'pain' | 'leave'>('try')
  // Reasons given here and perhaps not yet on the server, by athlete and hand.
  const [reasoned, setReasoned] = useState<readonly string[]>([])
  // Whoever is dealt with stays up until the result is in, whatever the order says meanwhile.
  const [holds, setHolds] = useState('')
  const [text, setText] = useState('')
  const [said, setSaid] = useState('')
  // What was asked about once, and counts when it is said again.
  const doubt = useRef('')
  const units = useUnits()
  const [left, setLeft] = useState<{ ids: string[]; says: string; typed: string } | null>(null)
  if (error && !day) return <Failed error={error} />
  if (!day) return <main className="floor" aria-busy="true" />
  const { view, now, nowS } = day
  const station = view.setup.stations.find((s) => s.id === stationId)
  if (!station)
    return (
      <main className="floor">
        <div className="f-end">
          <h1>No such station</h1>
        </div>
      </main>
    )
  const protocol = rowOf(
    [protocolById(station.protocolId)].flatMap((p) => p ?? []),
    station.protocolId,
  )
  const nameOf = (id: string) => view.setup.athletes.find((a) => a.id === id)?.name ?? ''
  const here = (now?.done ?? []).filter((e) => e.station === station.id)
  const last = here.filter((e) => e.outcome !== 'skipped').at(-1)
  const again = last && (
    <UnstyledButton
      className="f-btn quiet td-again"
      onClick={() =>
        day.say('retry', {
          athlete: last.athlete,
          station: last.station,
          hand: last.hand,
          loadKg: last.loadKg,
        })
      }
    >
      One more for {nameOf(last.athlete)}, {HAND_WORD[last.hand].toLowerCase()}
    </UnstyledButton>
  )
  const own = (now?.order.slots ?? [])
    .filter((s) => s.station === station.id)
    .sort((a, b) => a.start - b.start)
  const slot = own.find((s) => `${s.athlete} ${s.hand}` === holds) ?? own[0]
  const head = (middle: string) => (
    <StationHead station={station.name} protocol={protocol.name} middle={middle} />
  )
  const net = offline && waiting > 0 ? `Saved on this device: ${waiting} not yet sent.` : ''
  const whole = (
    <Link className="f-btn" to={`/testday/${view.id}`}>
      The whole day
    </Link>
  )
  const undo = left && (
    <p className="td-left" role="status">
      <Icon name="warn" />
      <span>{left.says}</span>
      <UnstyledButton
        className="f-btn quiet"
        onClick={() => {
          for (const of of left.ids) day.say('undo', { of })
          setText(left.typed)
          setLeft(null)
        }}
      >
        Undo
      </UnstyledButton>
    </p>
  )
  const frame = (content: React.ReactNode, hand?: Hand) => (
    <main className="floor">
      <div className={`f-run ${hand ? `hand-${hand}` : ''}`}>{content}</div>
    </main>
  )
  if (!day.started || !now)
    return frame(
      <>
        {head('')}
        <div className="f-end">
          <h1>{now ? 'The day has not begun' : 'Working the order out …'}</h1>
          {whole}
        </div>
      </>,
    )
  if (!slot) {
    const out = here.filter((e) => e.outcome === 'skipped')
    return frame(
      <>
        {head('')}
        <div className="f-end">
          <h1>{now.lost.includes(station.id) ? 'Out of use' : 'This station is done'}</h1>
          <p role="status">
            {here.length - out.length} {here.length - out.length === 1 ? 'trial' : 'trials'}{' '}
            recorded
            {out.length > 0
              ? `, ${out.length} left out: ` +
                out
                  .map((e) => `${nameOf(e.athlete)}, ${HAND_WORD[e.hand].toLowerCase()}`)
                  .join('; ')
              : ''}
            .
          </p>
          {undo}
          {again}
          {whole}
        </div>
        <p className="f-net on" role="status">
          {net}
        </p>
      </>,
    )
  }
  const key = `${slot.athlete} ${slot.hand}`
  const gate = view.gates[gateKey(slot.athlete, station.id, slot.hand)]
  const stopped = gate?.class === 'stop'
  const asks = gate?.class === 'ask' && !reasoned.includes(key)
  const give = (reason: string) => {
    send({
      kind: 'dayReason',
      athleteId: slot.athlete,
      dayId: view.id,
      body: { id: v7(), athleteId: slot.athlete, stationId: station.id, reason },
    })
    setReasoned([...reasoned, ...['left', 'right', 'both'].map((h) => `${slot.athlete} ${h}`)])
  }
  const before = here.filter((e) => e.athlete === slot.athlete)
  const known = before.length > 0 || asked.includes(slot.athlete)
  const ordinal = 1 + before.filter((e) => e.hand === slot.hand && e.outcome !== 'skipped').length
  const leave = (reason: string, all: boolean) => {
    const gone = all ? own.filter((s) => s.athlete === slot.athlete) : [slot]
    const ids = gone.map((s) =>
      day.say('done', {
        athlete: s.athlete,
        station: s.station,
        hand: s.hand,
        loadKg: s.loadKg,
        outcome: 'skipped',
        value: null,
        reason,
      }),
    )
    setLeft({
      ids,
      says:
        `Nothing is recorded: ${nameOf(slot.athlete)}, ` +
        (all
          ? `all ${gone.length} trials here`
          : `${HAND_WORD[slot.hand].toLowerCase()}, trial ${ordinal}`) +
        ': ' +
        `${reason}.${text.trim() ? ` The ${text.trim()} that was typed is not kept.` : ''}`,
      typed: text,
    })
    // What was typed for this try is nobody else's.
    setText('')
    setStep('try')
    setHolds('')
  }
  const take = (t: Taken): void => {
    if (!known) return setSaid('First say that all four are met; the number waits here.')
    const results = (hand: Hand) =>
      before.flatMap((e) => (e.hand === hand && typeof e.value === 'number' ? [e.value] : []))
    const beside = oddIn(t, station, results(slot.hand), results(OTHER[slot.hand]))
    if (beside !== null && doubt.current !== `${key} ${ordinal} ${t.text}`) {
      doubt.current = `${key} ${ordinal} ${t.text}`
      return setSaid(oddWords(beside.value, beside.by, protocol.unit, units))
    }
    const done = recordTry(
      { view, station, slot, ordinal, first: !before.some((e) => e.outcome !== 'skipped') },
      t,
      send,
    )
    if (!done.ok) return setSaid(done.says)
    day.say('done', {
      athlete: slot.athlete,
      station: station.id,
      hand: slot.hand,
      loadKg: done.loadKg,
      outcome: t.missed ? 'missed' : 'clean',
      value: t.missed ? null : done.si,
    })
    setText('')
    setSaid('')
    setHolds('')
    setLeft(null)
  }
  const note = (body: Partial<ObservationBody>) => {
    setStep('try')
    setHolds('')
    const hand = sidesOf(slot.hand).length > 1 ? null : slot.hand
    send({
      kind: 'observation',
      athleteId: slot.athlete,
      sessionId: null,
      body: {
        id: v7(),
        hand: hand ?? 'both',
        pain: null,
        symptom: null,
        places: null,
        note: `${view.name}, ${station.name}`,
        ...body,
      },
    })
  }
  const out = (hand: 'left' | 'right' | null, reason: string) =>
    day.say('out', { athlete: slot.athlete, hand, reason })
  const sideOf = (hand: Hand | null) => (hand === 'both' ? null : hand)
  if (step === 'pain')
    return frame(
      <>
        {head(nameOf(slot.athlete))}
        <PainStep
          hand={slot.hand}
          onBack={() => setStep('try')}
          onPain={(p, where) => {
            const hand = where.hand ?? slot.hand
            if (p > 3) out(sideOf(hand), `pain ${p}`)
            note({ hand, pain: p, places: where.at ? [...where.at] : null })
          }}
          onSymptom={(symptom, hand) => {
            out(sideOf(hand), symptom)
            note({ hand, symptom })
          }}
        />
      </>,
      slot.hand,
    )
  if (step === 'leave')
    return frame(
      <>
        {head(nameOf(slot.athlete))}
        <LeaveOut
          who={`${nameOf(slot.athlete)}, ${HAND_WORD[slot.hand].toLowerCase()}, trial ${ordinal}`}
          left={own.filter((s) => s.athlete === slot.athlete).length}
          onBack={() => setStep('try')}
          onLeave={leave}
        />
      </>,
      slot.hand,
    )
  const leaves = (
    <UnstyledButton
      className="f-btn quiet"
      onClick={() => {
        setStep('leave')
        setHolds(key)
      }}
    >
      Leave out …
    </UnstyledButton>
  )
  const slab = (
    <div className={`f-slab ${slot.hand === 'both' ? 'left' : slot.hand}`} aria-hidden="true">
      {SLAB[slot.hand]}
    </div>
  )
  const word = (
    <p className="f-word" role="status">
      {nameOf(slot.athlete)}
      <small>
        {HAND_WORD[slot.hand]}, trial {ordinal}
      </small>
    </p>
  )
  const next = (
    <NextUp
      slots={own.filter((s) => s !== slot).slice(0, 4)}
      nameOf={nameOf}
      nowS={nowS}
      again={again}
    />
  )
  return frame(
    <>
      {head(`${here.length} of ${own.length + here.length}`)}
      {stopped || asks ? (
        <StationGate
          key={key}
          stopped={stopped}
          says={gate.says}
          coach={coach}
          slab={slab}
          word={word}
          undo={undo}
          next={next}
          leaves={leaves}
          onReason={give}
        />
      ) : (
        <TryAt
          station={station}
          protocol={protocol}
          slot={slot}
          restS={Math.max(0, Math.ceil(slot.start - nowS))}
          known={known}
          text={text}
          said={said}
          onText={(t) => {
            setText(t)
            setSaid('')
            setHolds(key)
          }}
          onTake={take}
          slab={slab}
          word={word}
          undo={undo}
          next={next}
          conditions={
            <ul className="f-list">
              {TEST_CONDITIONS.map((c) => (
                <li key={c.id}>
                  <b>{c.ask}</b>
                </li>
              ))}
            </ul>
          }
          bar={(keep) =>
            !known ? (
              <>
                {leaves}
                <UnstyledButton
                  className="f-btn main go"
                  onClick={() => {
                    setAsked([...asked, slot.athlete])
                    setHolds(key)
                    setSaid('')
                  }}
                >
                  All four met
                </UnstyledButton>
              </>
            ) : (
              <>
                <UnstyledButton
                  className="f-btn pain"
                  onClick={() => {
                    setStep('pain')
                    setHolds(key)
                  }}
                >
                  <Icon name="stop" />
                  Pain or stop
                </UnstyledButton>
                {leaves}
                {keep}
              </>
            )
          }
        />
      )}
      <p className={`f-net ${net ? 'on' : ''}`} role="status">
        {net}
      </p>
    </>,
    slot.hand,
  )
}
