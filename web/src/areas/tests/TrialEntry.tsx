import { useEffect, useRef, useState } from 'react'
import type { EntryUnit } from '@mano/core/catalogue/protocols'
import type { Hand } from '@mano/core/testing/session'

/** The one field of a running test: it keeps the focus and its place while the hands change. */
export function TrialEntry({ hand, unit, onEnter }: { hand: Hand; unit: EntryUnit; onEnter: (text: string) => string | null }) {
  const input = useRef<HTMLInputElement>(null)
  const [text, setText] = useState('')
  const [problem, setProblem] = useState('')
  useEffect(() => input.current?.focus(), [])
  const submit = (e: React.FormEvent) => {
    e.preventDefault()
    const wrong = onEnter(text)
    setProblem(wrong ?? '')
    if (wrong) input.current?.select()
    else setText('')
  }
  return (
    <form className={`entry ${hand}`} onSubmit={submit}>
      <label>
        <span className="vh">{hand === 'both' ? 'Both hands' : `${hand} hand`}, result in {unit}</span>
        <input ref={input} value={text} inputMode="decimal" autoComplete="off" enterKeyHint="next" aria-invalid={problem !== ''} aria-describedby="entry-problem" onChange={(e) => { setText(e.currentTarget.value); setProblem('') }} />
      </label>
      <span className="unit">{unit}</span>
      <button className="btn pri" type="submit">Enter</button>
      <p id="entry-problem" className="said" role="alert">{problem}</p>
    </form>
  )
}
