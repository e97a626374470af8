import { Button, Input } from '@mantine/core'
import { useEffect, useState } from 'react'
import { pacedAt } from '@mano/core/testing/paced'
import { PACE } from '@mano/core/catalogue/paced'
import { beep } from '../../../base/sound'
import type { EntryProps } from './types'
import { useClock, useSpace } from './useClock'
import { useDraft } from './useDraft'
import { must } from '@mano/core/units/must'

/** Holds of 7 s with 3 s between, paced by word, boxes and tone, until a hold is not kept. */
export function PacedEntry({ session, hand, onTry }: EntryProps) {
  const clock = useClock(`mano-paced-${session.id}`, 100)
  const [bouts, setBouts] = useDraft(`${session.id}-bouts`, '')
  const [lastS, setLastS] = useDraft<number | null>(`${session.id}-last`, null)
  const [problem, setProblem] = useState('')
  const at = clock.running ? pacedAt(clock.seconds) : null
  const word = at?.phase ?? null
  useEffect(() => {
    if (word) beep(word === 'hold')
  }, [word, at?.bout])
  const toggle = () => {
    setProblem('')
    if (!clock.running) {
      setBouts('')
      setLastS(null)
      clock.start()
      return
    }
    const end = pacedAt(clock.stop())
    setBouts(String(end.kept))
    setLastS(end.phase === 'hold' ? Math.floor(end.intoS) : null)
  }
  useSpace(toggle)
  const log = (e: React.FormEvent) => {
    e.preventDefault()
    const refused = onTry(bouts, { details: lastS === null ? {} : { lastS } })
    setProblem(refused ?? '')
    if (refused === null) {
      setBouts('')
      setLastS(null)
    }
  }
  const boxes =
    at === null
      ? PACE.onS
      : at.phase === 'ready'
        ? PACE.readyS
        : at.phase === 'hold'
          ? PACE.onS
          : PACE.offS
  return (
    <form className={`fields paced ${hand}`} onSubmit={log}>
      <Button variant="default" size="lg" type="button" className="press" onClick={toggle}>
        {clock.running ? 'Let go' : 'Start'} <small>Space</small>
      </Button>
      <div className={`pace ${at?.phase ?? ''}`} role="timer" aria-live="off">
        <b>
          {at === null
            ? '7 s on, 3 s off'
            : at.phase === 'ready'
              ? 'Ready'
              : at.phase === 'hold'
                ? `Hold ${at.bout}`
                : 'Rest'}
        </b>
        <span className="boxes">
          {Array.from({ length: boxes }, (_, i) => (
            <i key={i} className={at !== null && i <= at.intoS ? 'on' : ''} />
          ))}
        </span>
      </div>
      <label>
        Holds kept
        <Input
          value={clock.running ? String(must(at).kept) : bouts}
          readOnly={clock.running}
          inputMode="numeric"
          autoComplete="off"
          aria-label={`${hand} hand, holds kept`}
          aria-invalid={problem !== ''}
          onChange={(e) => {
            setBouts(e.currentTarget.value)
            setProblem('')
          }}
        />
      </label>
      <Button size="lg" type="submit" disabled={clock.running}>
        Enter
      </Button>
      <p className="said" role="alert">
        {problem || (lastS !== null ? `The last hold lasted ${lastS} s of 7.` : '')}
      </p>
    </form>
  )
}
