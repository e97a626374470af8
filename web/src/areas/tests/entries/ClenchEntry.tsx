import { Button, Input } from '@mantine/core'
import { useState } from 'react'
import { parseNumber } from '@mano/core/units/parse'
import type { EntryProps } from './types'
import { useDraft } from './useDraft'

/** A fast clench read from a force sensor: its peak, and the times of rise and release. */
export function ClenchEntry({ session, hand, unit, onTry }: EntryProps) {
  const [text, setText] = useDraft(`${session.id}-clench`, { peak: '', rise: '', release: '' })
  const [problem, setProblem] = useState('')
  const field = (id: keyof typeof text, label: string) => (
    <label>
      {label}
      <Input
        value={text[id]}
        inputMode="decimal"
        autoComplete="off"
        aria-invalid={problem !== ''}
        onChange={(e) => {
          const v = e.currentTarget.value
          setText({ ...text, [id]: v })
          setProblem('')
        }}
      />
    </label>
  )
  const log = (e: React.FormEvent) => {
    e.preventDefault()
    const [rise, release] = [parseNumber(text.rise), parseNumber(text.release)]
    if (!rise.ok || !release.ok) return setProblem('Rise and release are read in ms.')
    const refused = onTry(text.peak, { details: { riseMs: rise.value, releaseMs: release.value } })
    setProblem(refused ?? '')
    if (refused === null) setText({ peak: '', rise: '', release: '' })
  }
  return (
    <form className={`fields ${hand}`} onSubmit={log}>
      {field('peak', `Peak, ${unit}`)}
      {field('rise', 'To 80 % of the peak, ms')}
      {field('release', 'Release to under 20 %, ms')}
      <Button size="lg" type="submit">
        Enter
      </Button>
      <p className="said" role="alert">
        {problem}
      </p>
    </form>
  )
}
