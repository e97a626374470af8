import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import { SINGLE_RULES } from '@mano/core/catalogue/setups'
import { formatClock } from '@mano/core/units/format'
import { Icon } from '../../../drawn/Icon'
import { LoadField, Plates, useLoad } from './LoadField'
import type { EntryProps } from './types'
import { useClock, useMark } from './useClock'
import { useDraft } from './useDraft'

const WINDOW_S = 60

/**
 * A contest single: the checklist of the implement, any number of tries, a minute where that is the
 * rule.
 */
export function SingleEntry({ session, protocol, hand, ordinal, unit, onTry, onHand }: EntryProps) {
  const last = session.trials.filter((t) => t.hand === hand && !t.struck).at(-1)
  const load = useLoad(session, protocol, hand, last?.value ?? null, unit)
  const rules = SINGLE_RULES[session.unitKind] ?? []
  const [met, setMet] = useDraft<readonly string[]>(`${session.id}-${hand}-met`, [])
  const [problem, setProblem] = useState('')
  const limited = session.variant['window'] === '60'
  const clock = useClock(`mano-window-${session.id}`, 200)
  const left = WINDOW_S - clock.seconds
  const over = clock.running && left <= 0
  useMark(clock.seconds, clock.running, WINDOW_S)
  const clean = met.length === rules.length
  const log = () => {
    const refused = onTry(load.text, { missed: !clean, details: { checks: [...met] } })
    setProblem(refused ?? '')
    if (refused === null) {
      load.clear()
      setMet([])
      if (over) clock.stop()
    }
  }
  return (
    <div className={`lift ${hand}`}>
      <div>
        <div className="flt hand-pick" role="group" aria-label="Hand">
          {(['left', 'right'] as const).map((h) => (
            <Button
              key={h}
              type="button"
              variant={h === hand ? 'filled' : 'default'}
              size="xs"
              aria-pressed={h === hand}
              onClick={() => onHand(h)}
            >
              {h === 'left' ? 'Left' : 'Right'}
            </Button>
          ))}
        </div>
        <LoadField
          load={load}
          hand={hand}
          unit={unit}
          wrong={problem !== ''}
          onChange={() => setProblem('')}
          says={`trial ${ordinal}, as many as are wanted`}
        />
        {limited && (
          <div className="window-clock">
            <Button
              variant="default"
              type="button"
              onClick={() => (clock.running ? clock.stop() : clock.start())}
            >
              {clock.running ? 'End the minute' : 'Start the minute'}
            </Button>
            <b className="n" role="timer">
              {!clock.running ? '1:00' : over ? 'Time' : formatClock(Math.ceil(left))}
            </b>
          </div>
        )}
      </div>
      <Plates load={load} />
      <div className="lift-act">
        <fieldset className="checks">
          <legend className="vh">Checklist</legend>
          {rules.map((r) => (
            <label key={r} className="tick">
              <Checkbox
                checked={met.includes(r)}
                onChange={() => setMet(met.includes(r) ? met.filter((x) => x !== r) : [...met, r])}
              />
              {r}
            </label>
          ))}
        </fieldset>
        <div className="row">
          <Button
            size="lg"
            type="button"
            disabled={!load.valid || (limited && !clock.running)}
            onClick={log}
          >
            {clean ? 'Clean' : `Not clean, ${rules.length - met.length} not met`}
          </Button>
          {!clean && (
            <Button variant="default" size="lg" type="button" onClick={() => setMet(rules)}>
              All met
            </Button>
          )}
        </div>
        <p className="said" role="alert">
          {problem}
        </p>
        {limited && (
          <p className="note">
            {!clock.running
              ? 'Start the minute, then note each trial.'
              : over
                ? 'Time: a lift begun inside the minute may still be noted.'
                : 'Any number of trials until the minute is over.'}
          </p>
        )}
        {rules.length === 0 && (
          <p className="note">
            <Icon name="warn" /> No checklist for this implement.
          </p>
        )}
      </div>
    </div>
  )
}
