import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { v5, v7 } from 'uuid'
import type { SessionBody } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { TEST_CONDITIONS } from '@mano/core/safety/conditions'
import { loadPin } from '@mano/core/testing/plates'
import { checkTrialValue, resultSi } from '@mano/core/testing/value'
import { parseNumber } from '@mano/core/units/parse'
import { formatClock, formatWithUnit } from '@mano/core/units/format'
import { gateKey } from '@mano/contract/testday'
import type { ObservationBody } from '@mano/contract/tests'
import { useKit, useMe } from '../../app/data'
import { PainStep } from '../floor/PainStep'
import { useOutbox } from '../../app/outbox'
import { Failed } from '../../app/Trouble'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'
import { useDay } from './useDay'
import '../floor/floor.css'
import './testday.css'

const HAND = { left: 'Left', right: 'Right' } as const
/** One test of an athlete at a station, whichever device begins it. */
const sessionId = (day: string, athlete: string, station: string): string => { const id = v5(`${athlete} ${station}`, day); return `${id.slice(0, 14)}7${id.slice(15)}` }

/** The tablet at a station: who is on, which hand, what hangs, how long yet; the result goes in at once. */
export default function Station() {
  const { dayId, stationId } = useParams()
  const { day, error } = useDay(dayId!)
  const send = useOutbox((s) => s.add)
  const offline = useOutbox((s) => s.offline)
  const waiting = useOutbox((s) => s.waiting.length)
  const units = useUnits()
  const coach = useMe().data?.role === 'coach'
  const kit = useKit().data ?? []
  const [text, setText] = useState('')
  const [asked, setAsked] = useState<readonly string[]>([])
  const [pain, setPain] = useState(false)
  // Reasons given here and perhaps not yet on the server, by athlete and hand.
  const [reasoned, setReasoned] = useState<readonly string[]>([])
  const [why, setWhy] = useState('')
  // Whoever is dealt with stays up until the result is in, whatever the order says meanwhile.
  const [holds, setHolds] = useState('')
  const [said, setSaid] = useState('')
  if (error && !day) return <Failed error={error} />
  if (!day) return <main className="floor" aria-busy="true" />
  const { view, now, nowS } = day
  const station = view.setup.stations.find((s) => s.id === stationId)
  if (!station) return <main className="floor"><div className="f-end"><h1>No such station</h1></div></main>
  const protocol = protocolById(station.protocolId)!
  // The try before this one may be granted again.
  const last = now?.done.filter((e) => e.station === station.id && e.outcome !== 'skipped').at(-1)
  const again = last && <button className="f-btn quiet td-again" onClick={() => day.say('retry', { athlete: last.athlete, station: last.station, hand: last.hand, loadKg: last.loadKg })}>One more for {view.setup.athletes.find((a) => a.id === last.athlete)?.name}, {last.hand}</button>
  const own = (now?.order.slots ?? []).filter((s) => s.station === station.id).sort((a, b) => a.start - b.start)
  const slot = own.find((s) => `${s.athlete} ${s.hand}` === holds) ?? own[0]
  const nameOf = (id: string) => view.setup.athletes.find((a) => a.id === id)?.name ?? ''
  const lift = protocol.entry === 'lift'
  const unit = protocol.unit === 'N' ? units.mass : protocol.unit === 'kg' ? units.mass : protocol.entryUnits[0]!
  const rests = slot ? Math.max(0, Math.ceil(slot.start - nowS)) : 0
  const head = (middle: string) => <header className="f-top"><b>{station.name}</b><span>{protocol.name}</span><span className="f-count">{middle}</span></header>
  const net = offline && waiting > 0 ? `Saved on this device: ${waiting} not yet sent.` : ''
  if (!day.started || !now) return <main className="floor"><div className="f-run">{head('')}<div className="f-end"><h1>{now ? 'The day has not begun' : 'Working the order out …'}</h1><Link className="f-btn" to={`/testday/${view.id}`}>The whole day</Link></div></div></main>
  if (!slot) return <main className="floor"><div className="f-run">{head('')}<div className="f-end"><h1>{now.lost.includes(station.id) ? 'Out of use' : 'This station is done'}</h1>{again}<Link className="f-btn" to={`/testday/${view.id}`}>The whole day</Link></div><p className="f-net on" role="status">{net}</p></div></main>
  const key = `${slot.athlete} ${slot.hand}`
  const gate = view.gates[gateKey(slot.athlete, station.id, slot.hand)]
  const stopped = gate?.class === 'stop'
  const asks = gate?.class === 'ask' && !reasoned.includes(key)
  const give = (reason: string) => { send({ kind: 'dayReason', athleteId: slot.athlete, dayId: view.id, body: { id: v7(), athleteId: slot.athlete, stationId: station.id, reason } }); setReasoned([...reasoned, `${slot.athlete} left`, `${slot.athlete} right`]); setWhy('') }
  const before = now.done.filter((e) => e.athlete === slot.athlete && e.station === station.id)
  const known = before.length > 0 || asked.includes(slot.athlete)
  const id = sessionId(view.id, slot.athlete, station.id)
  const ordinal = 1 + before.filter((e) => e.hand === slot.hand && e.outcome !== 'skipped').length
  const done = (outcome: 'clean' | 'missed' | 'skipped', value: number | null) => { day.say('done', { athlete: slot.athlete, station: station.id, hand: slot.hand, loadKg: slot.loadKg, outcome, value }); setText(''); setSaid(''); setHolds('') }
  const trial = (entered: number, enteredUnit: typeof unit, missed: boolean, painNow: number | null) => {
    const problem = checkTrialValue(entered, enteredUnit, protocol)
    if (!problem.ok) return setSaid(problem.message)
    if (!before.some((e) => e.outcome !== 'skipped')) {
      const body: SessionBody = { id, protocolId: protocol.id, unitId: station.unitId, measurementId: station.measurementId, variant: { ...Object.fromEntries(protocol.variants.map((v) => [v.id, v.options[0]!.id])), ...station.variant }, conditions: { warm: true, rested: true, skinGood: true, well: true, familiar: false }, overrideReason: '', note: view.name, expectedKg: lift ? Math.max(1, slot.loadKg) : null, deviceAt: new Date().toISOString() }
      send({ kind: 'session', athleteId: slot.athlete, body })
    }
    const si = resultSi(entered, enteredUnit, protocol, {}) ?? 0
    send({ kind: 'trial', athleteId: slot.athlete, sessionId: id, value: si, body: { id: v7(), hand: slot.hand, ordinal, enteredValue: entered, enteredUnit, pain: painNow, missed, details: {}, trace: null, struck: null, deviceAt: new Date().toISOString() } })
    done(missed ? 'missed' : 'clean', missed ? null : si)
  }
  const n = parseNumber(text)
  const hung = kit.find((u) => u.kind === 'pin' && u.plates.length > 0)
  const implement = kit.find((u) => u.id === station.unitId)
  const made = lift && hung ? loadPin(slot.loadKg, hung.plates, (hung.massKg ?? 0) + (implement && implement.kind !== 'pin' ? (implement.massKg ?? 0) : 0)) : null
  const note = (body: Partial<ObservationBody>) => { setPain(false); setHolds(''); send({ kind: 'observation', athleteId: slot.athlete, sessionId: null, body: { id: v7(), hand: slot.hand, pain: null, symptom: null, places: null, note: `${view.name}, ${station.name}`, ...body } }) }
  const out = (hand: 'left' | 'right' | null, reason: string) => day.say('out', { athlete: slot.athlete, hand, reason })
  if (pain) return <main className="floor"><div className={`f-run hand-${slot.hand}`}>{head(nameOf(slot.athlete))}<PainStep hand={slot.hand} onBack={() => setPain(false)} onPain={(p, where) => { if (p > 3) out(where.hand === 'both' ? null : (where.hand ?? slot.hand), `pain ${p}`); note({ hand: where.hand ?? slot.hand, pain: p, places: where.at ? [...where.at] : null }) }} onSymptom={(symptom, hand) => { out(hand === 'both' ? null : hand, symptom); note({ hand, symptom }) }} /></div></main>
  return (
    <main className="floor"><div className={`f-run hand-${slot.hand}`}>
      {head(`${now.done.filter((e) => e.station === station.id).length} of ${own.length + now.done.filter((e) => e.station === station.id).length}`)}
      <div className="f-stage">
        <div className={`f-slab ${slot.hand}`} aria-hidden="true">{slot.hand === 'left' ? 'L' : 'R'}</div>
        <div className="f-main td-on" key={key}>
          <p className="f-word" role="status">{nameOf(slot.athlete)}<small>{HAND[slot.hand]}, try {ordinal}</small></p>
          {stopped || asks ? (
            <div className="td-gate"><p className="f-held"><Icon name={stopped ? 'stop' : 'warn'} />{gate.says}</p>
              {asks && (coach ? <label className="f-own">Your reason<input value={why} maxLength={400} onChange={(e) => setWhy(e.currentTarget.value)} onKeyDown={(e) => { if (e.key === 'Enter' && why.trim()) give(why.trim()) }} /></label> : <p className="f-rule">Only a coach can give this reason.</p>)}</div>
          ) : !known ? (
            <ul className="f-list">{TEST_CONDITIONS.map((c) => <li key={c.id}><b>{c.ask}</b></li>)}</ul>
          ) : <>
            <p className="f-digits small" aria-hidden="true">{rests > 0 ? formatClock(rests) : 'Go'}</p>
            <p className="f-load"><b>{lift ? formatWithUnit(slot.loadKg, 'kg', units) : ''}</b>{made?.ok && <span>{made.plates.length === 0 ? 'the pin alone' : made.plates.map((x) => `${x.count} × ${formatWithUnit(x.kg, 'kg', units)}`).join(' + ')} and pin{made.exact ? '' : `: ${formatWithUnit(made.totalKg, 'kg', units)}`}</span>}<small>{rests > 0 ? 'until the rest of this hand is over' : 'rested'}</small></p>
            {!lift && <label className="td-result">Result, {unit}<input inputMode="decimal" autoComplete="off" value={text} onChange={(e) => { setText(e.currentTarget.value); setSaid(''); setHolds(key) }} onKeyDown={(e) => { if (e.key === 'Enter' && n.ok) trial(n.value, unit, false, null) }} /></label>}
          </>}
          <p className="f-held" role="alert">{said && <><Icon name="warn" />{said}</>}</p>
        </div>
        <div className="f-next"><p className="f-label">Next</p>{own.filter((s) => s !== slot).slice(0, 4).map((s, i) => <p key={i} className={`f-row ${s.hand}`}><b>{nameOf(s.athlete)}, {s.hand}</b><span>{s.loadKg > 0 ? `${s.loadKg}\u00A0kg ` : ''}{s.start <= nowS ? 'now' : formatClock(s.start - nowS)}</span></p>)}{again}</div>
      </div>
      <div className="f-bar">
        {stopped ? <button className="f-btn main go" onClick={() => done('skipped', null)}>Leave this try out</button> : asks ? <>
          <button className="f-btn quiet" onClick={() => done('skipped', null)}>Leave this try out</button>
          {coach && <button className="f-btn main go" disabled={why.trim() === ''} onClick={() => give(why.trim())}>Go on</button>}
        </> : !known ? <>
          <button className="f-btn quiet" onClick={() => { for (const e of own.filter((s) => s.athlete === slot.athlete)) day.say('done', { athlete: e.athlete, station: e.station, hand: e.hand, loadKg: e.loadKg, outcome: 'skipped', value: null }) }}>Not today</button>
          <button className="f-btn main go" onClick={() => { setAsked([...asked, slot.athlete]); setHolds(key) }}>All four met</button>
        </> : <>
          <button className="f-btn pain" onClick={() => { setPain(true); setHolds(key) }}><Icon name="stop" />Pain or stop</button>
          <button className="f-btn quiet" onClick={() => done('skipped', null)}>Pass over</button>
          {lift ? <><button className="f-btn quiet" onClick={() => trial(slot.loadKg, 'kg', true, null)}>Missed</button><button className="f-btn main go" onClick={() => trial(made?.ok ? made.totalKg : slot.loadKg, 'kg', false, null)}>Clean</button></> : <button className="f-btn main go" disabled={!n.ok} onClick={() => n.ok && trial(n.value, unit, false, null)}>Keep</button>}
        </>}
      </div>
      <p className={`f-net ${net ? 'on' : ''}`} role="status">{net}</p>
    </div></main>
  )
}
