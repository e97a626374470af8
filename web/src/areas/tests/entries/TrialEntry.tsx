import { Button, Input } from '@mantine/core'
import { focusHere } from '../../../base/focusHere'
import { useEffect, useRef, useState } from 'react'
import { labelOf, type EntryUnit } from '@mano/core/units/units'
import { resultSi } from '@mano/core/testing/value'
import { formatClock } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { useTypedHere } from '../../../base/useTypedHere'
import type { EntryProps } from './types'
import { useClock } from './useClock'
import { useDraft } from './useDraft'
import { Choice } from '../../../base/Choice'

/**
 * The one field of a running test: it keeps the focus and its place while the hands change. Times
 * can be taken with the clock.
 */
export function TrialEntry({
  session,
  protocol,
  hand,
  unit,
  onTry,
  beside = false,
}: EntryProps & {
  /** Under a live trial: it takes what is typed, but no focus by itself. */ beside?: boolean
}) {
  const input = useRef<HTMLInputElement>(null)
  const [text, setText] = useDraft(`${session.id}-typed`, '')
  const [problem, setProblem] = useState('')
  const [ran, setRan] = useState<number | null>(null)
  const [chosen, setChosen] = useState<EntryUnit>(unit)
  const clock = useClock(`mano-hold-${session.id}`)
  const timed = protocol.entry === 'clock'
  const turning = protocol.unit === 'N m' && session.variant['armMm'] !== undefined
  const typed = parseNumber(text)
  const torque =
    turning && typed.ok ? resultSi(typed.value, chosen, protocol, session.variant) : null
  useTypedHere(input)
  useEffect(() => {
    if (!beside) focusHere(input.current)
  }, [beside])
  const toggle = () => {
    setProblem('')
    if (!clock.running) {
      setText('')
      setRan(null)
      clock.start()
      return
    }
    const s = clock.stop()
    setRan(s)
    setText(s.toFixed(1))
    input.current?.focus()
  }
  const submit = (e: React.FormEvent) => {
    e.preventDefault()
    if (clock.running) return toggle()
    const n = parseNumber(text, { clock: true })
    const over =
      timed && ran !== null && n.ok && n.value > ran + 0.5
        ? `The clock ran ${ran.toFixed(1)} s: a hold cannot be longer than that.`
        : null
    const wrong = over ?? onTry(text, turning ? { unit: chosen } : {})
    setProblem(wrong ?? '')
    if (wrong) input.current?.select()
    else {
      setText('')
      setRan(null)
    }
  }
  return (
    <form
      className={`entry ${hand} ${timed ? 'timed' : ''} ${turning ? 'turning' : ''}`}
      onSubmit={submit}
    >
      {timed && (
        <Button variant="default" type="button" className="clock" onClick={toggle}>
          {clock.running ? 'Stop' : 'Start'} <small>Space</small>
        </Button>
      )}
      <label>
        <span className="vh">
          {hand === 'both' ? 'Both hands' : `${hand} hand`}, result in {turning ? chosen : unit}
        </span>
        <Input
          ref={input}
          value={clock.running ? formatClock(clock.seconds) : text}
          readOnly={clock.running}
          inputMode="decimal"
          autoComplete="off"
          enterKeyHint="next"
          aria-invalid={problem !== ''}
          aria-describedby="entry-problem"
          onChange={(e) => {
            setText(e.currentTarget.value)
            setProblem('')
          }}
          onKeyDown={(e) => {
            if (timed && e.key === ' ') {
              e.preventDefault()
              toggle()
            }
          }}
        />
      </label>
      {turning ? (
        <Choice
          className="unit"
          aria-label="Read in"
          value={chosen}
          onChange={(v) => {
            setChosen(v)
            input.current?.focus()
          }}
          data={protocol.entryUnits.map((u) => ({ value: u, label: labelOf(u) || u }))}
        />
      ) : (
        <span className="unit">{unit}</span>
      )}
      <Button type="submit">Enter</Button>
      <p id="entry-problem" className="said" role="alert">
        {problem ||
          (torque !== null && chosen !== 'N m'
            ? `= ${torque.toFixed(1)}\u00A0N·m at ${session.variant['armMm']}\u00A0mm`
            : '')}
      </p>
    </form>
  )
}
