import { Button, Input } from '@mantine/core'
import { useState } from 'react'
import { formatClock } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import type { EntryProps } from './types'
import { useClock, useSpace } from './useClock'
import { useDraft } from './useDraft'

/**
 * A carry: the clock runs while the coach walks along; distance, time and drops are put right
 * after.
 */
export function CarryEntry({ session, onTry }: EntryProps) {
  const clock = useClock(`mano-carry-${session.id}`)
  const [metres, setMetres] = useDraft(`${session.id}-metres`, '')
  const [time, setTime] = useDraft(`${session.id}-time`, '')
  const [drops, setDrops] = useDraft(`${session.id}-drops`, 0)
  const [problem, setProblem] = useState('')
  const toggle = () => {
    if (clock.running) setTime(clock.stop().toFixed(1))
    else {
      setTime('')
      clock.start()
    }
  }
  useSpace(toggle)
  const log = (e: React.FormEvent) => {
    e.preventDefault()
    const s = parseNumber(time, { clock: true })
    if (!s.ok) return setProblem('The time is missing: run the clock or type it.')
    const refused = onTry(metres, { details: { seconds: s.value, drops } })
    setProblem(refused ?? '')
    if (refused === null) {
      setMetres('')
      setTime('')
      setDrops(0)
    }
  }
  return (
    <form className="fields" onSubmit={log}>
      <Button variant="default" size="lg" type="button" className="clock" onClick={toggle}>
        {clock.running ? 'Set down' : 'Pick up'} <small>Space</small>
      </Button>
      <label>
        Time, s
        <Input
          value={clock.running ? formatClock(clock.seconds) : time}
          readOnly={clock.running}
          inputMode="decimal"
          autoComplete="off"
          onChange={(e) => {
            setTime(e.currentTarget.value)
            setProblem('')
          }}
        />
      </label>
      <label>
        Distance, m
        <Input
          value={metres}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={problem !== ''}
          onChange={(e) => {
            setMetres(e.currentTarget.value)
            setProblem('')
          }}
        />
      </label>
      <div className="count" role="group" aria-label="Drops">
        <span>Drops</span>
        <Button
          variant="default"
          type="button"
          aria-label="One drop fewer"
          disabled={drops === 0}
          onClick={() => setDrops(drops - 1)}
        >
          −
        </Button>
        <b className="n">{drops}</b>
        <Button
          variant="default"
          type="button"
          aria-label="One drop more"
          disabled={drops === 20}
          onClick={() => setDrops(drops + 1)}
        >
          +
        </Button>
      </div>
      <Button size="lg" type="submit" disabled={clock.running}>
        Enter
      </Button>
      <p className="said" role="alert">
        {problem}
      </p>
    </form>
  )
}
