import { Button, Input } from '@mantine/core'
import { useState } from 'react'
import type { EntryProps } from './types'
import { useClock, useMark, useSpace } from './useClock'
import { useDraft } from './useDraft'

const WINDOW_S = 20

/** Catches in 20 s: one press a catch, put right after. */
export function WindowEntry({ session, hand, onTry }: EntryProps) {
  const clock = useClock(`mano-catch-${session.id}`, 100)
  const [count, setCount] = useDraft(`${session.id}-count`, '')
  const [problem, setProblem] = useState('')
  const left = Math.max(0, WINDOW_S - clock.seconds)
  const live = clock.running && left > 0
  useMark(clock.seconds, clock.running, WINDOW_S)
  const press = () => {
    setProblem('')
    if (live) setCount(String(Number(count || '0') + 1))
    else {
      setCount('0')
      clock.start()
    }
  }
  useSpace(press)
  const log = (e: React.FormEvent) => {
    e.preventDefault()
    const refused = onTry(count)
    setProblem(refused ?? '')
    if (refused === null) {
      setCount('')
      if (clock.running) clock.stop()
    }
  }
  return (
    <form className={`fields ${hand}`} onSubmit={log}>
      <Button variant="default" size="lg" type="button" className="press" onClick={press}>
        {live ? 'Caught' : 'Start 20 s'} <small>Space</small>
      </Button>
      <b
        className="big-clock n"
        role="timer"
        aria-label={live ? `${Math.ceil(left)} seconds left` : 'Clock'}
      >
        {live ? `${Math.ceil(left)} s` : clock.running ? 'Time' : '20 s'}
      </b>
      <label>
        Clean catches
        <Input
          value={count}
          inputMode="numeric"
          autoComplete="off"
          aria-label={`${hand} hand, clean catches`}
          aria-invalid={problem !== ''}
          onChange={(e) => {
            setCount(e.currentTarget.value)
            setProblem('')
          }}
        />
      </label>
      <Button size="lg" type="submit" disabled={live}>
        Enter
      </Button>
      <p className="said" role="alert">
        {problem}
      </p>
    </form>
  )
}
