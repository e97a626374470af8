import { Button } from '@mantine/core'
import { useState } from 'react'
import { RAMP } from '@mano/core/testing/ramp'
import { LoadField, Plates, useLoad } from './LoadField'
import { RestLine, useRestLeft } from './RestGate'
import type { EntryProps } from './types'
import { useClock, useMark, useSpace } from './useClock'
import type { Seconds } from '@mano/core/units/quantity'

/** A lift without a stated hold is held this long, s (bottom-up bell hold). */
const HOLD_S = 30

/**
 * One lift: the load with its plates, the rest that is left, the seconds it is held, clean or not.
 */
export function LiftEntry({ session, protocol, hand, ordinal, loadKg, unit, onTry }: EntryProps) {
  const load = useLoad(session, protocol, hand, loadKg, unit)
  const rest = useRestLeft(session, hand, RAMP.restBetweenS, RAMP.restHandS)
  const [problem, setProblem] = useState('')
  const resting = rest.wait > 0 && !rest.early
  const log = (clean: boolean) => {
    const refused = onTry(load.text, { missed: !clean })
    setProblem(refused ?? '')
    if (refused === null) load.clear()
  }
  return (
    <div className={`lift ${hand}`}>
      <LoadField
        load={load}
        hand={hand}
        unit={unit}
        wrong={problem !== ''}
        onChange={() => setProblem('')}
        says={`trial ${ordinal}${protocol.trialsUpTo > 1 ? ` of ${protocol.trialsUpTo}` : ''}`}
      />
      <Plates load={load} />
      <div className="lift-act">
        {resting ? (
          <RestLine wait={rest.wait} word="Lift" onEarly={rest.goEarly} />
        ) : (
          <Held
            key={ordinal}
            sessionId={session.id}
            seconds={Number(
              session.variant['hold_s'] ??
                (protocol.variants.some((v) => v.id === 'hold_s') ? 7 : HOLD_S),
            )}
          />
        )}
        <div className="row">
          <Button
            size="lg"
            type="button"
            disabled={resting || !load.valid}
            onClick={() => log(true)}
          >
            Clean
          </Button>
          <Button
            variant="default"
            size="lg"
            type="button"
            disabled={resting || !load.valid}
            onClick={() => log(false)}
          >
            Not clean
          </Button>
        </div>
        <p className="note">
          {load.plated
            ? `Clean: lifted with control, held ${session.variant['hold_s'] ?? 7} s from ` +
              'leaving to touching the floor.'
            : protocol.steps}{' '}
          {RAMP.restBetweenS} s between trials, {RAMP.restHandS / 60} min for one hand.
        </p>
        <p className="said" role="alert">
          {problem}
        </p>
      </div>
    </div>
  )
}

/** Seconds from leaving to touching the floor; Space starts and stops. */
function Held({ seconds, sessionId }: { seconds: Seconds; sessionId: string }) {
  const clock = useClock(`mano-lift-${sessionId}`, 100)
  const toggle = () => {
    if (clock.running) clock.stop()
    else clock.start()
  }
  useSpace(toggle)
  useMark(clock.seconds, clock.running, seconds)
  const held = Math.floor(clock.seconds)
  return (
    <div className="lift-held">
      <Button variant="default" type="button" onClick={toggle}>
        {clock.running ? 'Stop the clock' : 'Off the floor'}
      </Button>
      {seconds <= 10 ? (
        <span className="boxes" role="timer" aria-label={`${held} of ${seconds} seconds`}>
          {Array.from({ length: seconds }, (_, i) => (
            <i key={i} className={i < held ? 'on' : ''} />
          ))}
        </span>
      ) : (
        <span className="bar2 wide" role="timer" aria-label={`${held} of ${seconds} seconds`}>
          <i style={{ width: `${Math.min(100, (100 * held) / seconds)}%` }} />
        </span>
      )}
      <b>{!clock.running ? '' : held >= seconds ? 'Down' : `${held} s`}</b>
    </div>
  )
}
