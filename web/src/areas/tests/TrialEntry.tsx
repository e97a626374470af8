import { useEffect, useRef, useState } from 'react'
import type { EntryUnit } from '@mano/core/catalogue/protocols'
import type { Hand } from '@mano/core/testing/session'
import { formatClock } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'

interface Props { hand: Hand; unit: EntryUnit; sessionId: string; onEnter: (text: string) => string | null }

/** The one field of a running test: it keeps the focus and its place while the hands change. Times can be taken with the clock. */
export function TrialEntry({ hand, unit, sessionId, onEnter }: Props) {
  const input = useRef<HTMLInputElement>(null)
  const [text, setText] = useState('')
  const [problem, setProblem] = useState('')
  const [ran, setRan] = useState<number | null>(null)
  const clock = useClock(`mano-hold-${sessionId}`)
  const timed = unit === 's'
  useEffect(() => input.current?.focus(), [])
  const toggle = () => {
    setProblem('')
    if (!clock.running) { setText(''); setRan(null); clock.start(); return }
    const s = clock.stop()
    setRan(s)
    setText(s.toFixed(1))
    input.current?.focus()
  }
  const submit = (e: React.FormEvent) => {
    e.preventDefault()
    if (clock.running) return toggle()
    const n = parseNumber(text, { clock: true })
    const over = timed && ran !== null && n.ok && n.value > ran + 0.5 ? `The clock ran ${ran.toFixed(1)} s: a hold cannot be longer than that.` : null
    const wrong = over ?? onEnter(text)
    setProblem(wrong ?? '')
    if (wrong) input.current?.select()
    else { setText(''); setRan(null) }
  }
  return (
    <form className={`entry ${hand} ${timed ? 'timed' : ''}`} onSubmit={submit}>
      {timed && <button type="button" className="btn clock" onClick={toggle}>{clock.running ? 'Stop' : 'Start'} <small>Space</small></button>}
      <label>
        <span className="vh">{hand === 'both' ? 'Both hands' : `${hand} hand`}, result in {unit}</span>
        <input ref={input} value={clock.running ? formatClock(clock.seconds) : text} readOnly={clock.running} inputMode="decimal" autoComplete="off" enterKeyHint="next" aria-invalid={problem !== ''} aria-describedby="entry-problem" onChange={(e) => { setText(e.currentTarget.value); setProblem('') }} onKeyDown={(e) => { if (timed && e.key === ' ') { e.preventDefault(); toggle() } }} />
      </label>
      <span className="unit">{unit}</span>
      <button className="btn pri" type="submit">Enter</button>
      <p id="entry-problem" className="said" role="alert">{problem}</p>
    </form>
  )
}

/** A stopwatch by the wall clock; a reload in the middle goes on where it was. */
function useClock(key: string) {
  const [started, setStarted] = useState<number | null>(() => { const t = Number(localStorage.getItem(key)); return t > 0 ? t : null })
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (started === null) return
    const timer = setInterval(() => setNow(Date.now()), 200)
    return () => clearInterval(timer)
  }, [started])
  return {
    running: started !== null,
    seconds: started === null ? 0 : Math.max(0, (now - started) / 1000),
    start: () => { const t = Date.now(); localStorage.setItem(key, String(t)); setNow(t); setStarted(t) },
    stop: () => { localStorage.removeItem(key); setStarted(null); return Math.max(0, (Date.now() - started!) / 1000) },
  }
}
