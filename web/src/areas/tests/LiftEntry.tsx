import { useEffect, useState } from 'react'
import type { SessionView } from '@mano/contract/tests'
import type { EntryUnit, Protocol } from '@mano/core/catalogue/protocols'
import { loadPin } from '@mano/core/testing/plates'
import { RAMP, rampWait } from '@mano/core/testing/ramp'
import type { Hand } from '@mano/core/testing/session'
import { fromSi, toSi } from '@mano/core/units/convert'
import { formatClock } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { useKit } from '../../app/data'
import { PlatePicture } from '../../hands/PlatePicture'
import { useRested } from './useRested'

/** A lift without a stated hold is held this long, s (bottom-up bell hold). */
const HOLD_S = 30

interface Props { session: SessionView; protocol: Protocol; hand: Hand; ordinal: number; loadKg: number | null; unit: EntryUnit; onTry: (text: string, clean: boolean) => string | null }

/** One lift: the load with its plates, the rest that is left, the seconds it is held, clean or not. */
export function LiftEntry({ session, protocol, hand, ordinal, loadKg, unit, onTry }: Props) {
  const kit = useKit().data ?? []
  const rested = useRested(session)
  const plated = (protocol.implements as readonly string[]).includes('pin')
  const pin = plated ? kit.find((u) => u.kind === 'pin' && u.plates.length > 0) : undefined
  const own = kit.find((u) => u.id === session.unitId)
  const pinKg = (pin?.massKg ?? 0) + (own && own.kind !== 'pin' ? (own.massKg ?? 0) : 0)
  const made = loadKg !== null && pin ? loadPin(loadKg, pin.plates, pinKg) : null
  const suggested = made?.ok ? made.totalKg : loadKg
  const shown = (kg: number) => String(Math.round(100 * fromSi(kg, unit, 'kg')!) / 100)
  const [text, setText] = useState(suggested === null ? '' : shown(suggested))
  const [problem, setProblem] = useState('')
  const [early, setEarly] = useState(false)
  const n = parseNumber(text)
  const typedKg = n.ok ? toSi(n.value, unit, 'kg') : null
  const loading = typedKg !== null && pin ? loadPin(typedKg, pin.plates, pinKg) : null
  const wait = hand === 'both' ? 0 : rampWait({ any: rested('any'), own: rested(hand) })
  const resting = wait > 0 && !early
  const log = (clean: boolean) => setProblem(onTry(text, clean) ?? '')
  return (
    <div className={`lift ${hand}`}>
      <div className="lift-load">
        <label><span className="vh">{hand} hand, load in {unit}</span><input value={text} inputMode="decimal" autoComplete="off" aria-invalid={problem !== ''} onChange={(e) => { setText(e.currentTarget.value); setProblem('') }} /></label>
        <span className="unit">{unit}</span>
        <small>try {ordinal}{protocol.trialsUpTo > 1 ? ` of ${protocol.trialsUpTo}` : ''}</small>
      </div>
      <div className="lift-plates">
        {loading?.ok && typedKg !== null ? <PlatePicture loading={loading} wantedKg={typedKg} pinKg={pinKg} heaviestKg={Math.max(...pin!.plates.map((p) => p.kg))} /> : loading && !loading.ok ? <p className="said">{loading.reason === 'under-the-pin' ? 'The pin alone weighs more than that.' : 'That is no load.'}</p> : plated && !pin ? <p className="note">No pin with plates in the kit room: weigh what hangs.</p> : null}
      </div>
      <div className="lift-act">
        {resting ? <p className="lift-rest" role="timer">Rest <b className="n">{formatClock(wait)}</b> <button type="button" className="lnk" onClick={() => setEarly(true)}>Lift all the same</button></p> : <Held key={ordinal} seconds={Number(session.variant['hold_s'] ?? HOLD_S)} />}
        <div className="row"><button type="button" className="btn pri big" disabled={resting || !n.ok} onClick={() => log(true)}>Clean</button><button type="button" className="btn big" disabled={resting || !n.ok} onClick={() => log(false)}>Not clean</button></div>
        <p className="note">{plated ? `Clean: lifted with control, held ${session.variant['hold_s'] ?? 7} s from leaving to touching the floor.` : protocol.steps} {RAMP.restBetweenS} s between tries, {RAMP.restHandS / 60} min for one hand.</p>
        <p className="said" role="alert">{problem}</p>
      </div>
    </div>
  )
}

/** Seconds from leaving to touching the floor; Space starts and stops. Wall clock, so a busy tab does not slow it. */
function Held({ seconds }: { seconds: number }) {
  const [started, setStarted] = useState<number | null>(null)
  const [now, setNow] = useState(0)
  useEffect(() => {
    if (started === null) return
    const timer = setInterval(() => setNow(Date.now()), 100)
    return () => clearInterval(timer)
  }, [started])
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key !== ' ' || (e.target as HTMLElement).closest('input, button, select, textarea')) return
      e.preventDefault()
      setStarted((s) => (s === null ? Date.now() : null))
      setNow(Date.now())
    }
    window.addEventListener('keydown', key)
    return () => window.removeEventListener('keydown', key)
  }, [])
  const held = started === null ? 0 : Math.max(0, Math.floor((now - started) / 1000))
  return (
    <div className="lift-held">
      <button type="button" className="btn" onClick={() => { setStarted(started === null ? Date.now() : null); setNow(Date.now()) }}>{started === null ? 'Off the floor' : 'Stop the clock'}</button>
      <span className="boxes" role="timer" aria-label={`${held} of ${seconds} seconds`}>{Array.from({ length: seconds }, (_, i) => <i key={i} className={i < held ? 'on' : ''} />)}</span>
      <b>{started === null ? '' : held >= seconds ? 'Down' : `${held} s`}</b>
    </div>
  )
}
