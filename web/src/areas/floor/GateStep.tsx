import { Input, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import type { Finding } from '@mano/core/safety/judge'
import { findingLine } from '@mano/core/safety/words'
import { Icon } from '../../drawn/Icon'

const REASONS = ['Lighter today', 'As agreed with the athlete', 'As the clinician advised'] as const

/** Before the effort: what the judge asks, and the coach's reason in one touch or in own words. */
export function GateStep({
  title,
  skip,
  findings,
  onReason,
  onSkip,
}: {
  title: string
  skip: string
  findings: readonly Finding[]
  onReason: (reason: string) => void
  onSkip: () => void
}) {
  const [own, setOwn] = useState('')
  return (
    <>
      <div className="f-log f-gate">
        <p className="f-word">{title}</p>
        {[...new Set(findings.map(findingLine))].map((line) => (
          <p key={line} className="f-held">
            <Icon name="warn" />
            {line}
          </p>
        ))}
        <p className="f-rule">
          Go on with your reason. It is kept with the set and holds for this exercise today.
        </p>
        <div className="f-choice" role="group" aria-label="Reason">
          {REASONS.map((r) => (
            <UnstyledButton key={r} className="f-btn" onClick={() => onReason(r)}>
              {r}
            </UnstyledButton>
          ))}
        </div>
        <label className="f-own">
          In your own words
          <Input
            value={own}
            maxLength={400}
            onChange={(e) => setOwn(e.currentTarget.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && own.trim() !== '') onReason(own.trim())
            }}
          />
        </label>
      </div>
      <div className="f-bar">
        <UnstyledButton className="f-btn quiet" onClick={onSkip}>
          {skip}
        </UnstyledButton>
        <UnstyledButton
          className="f-btn main go"
          disabled={own.trim() === ''}
          onClick={() => onReason(own.trim())}
        >
          Go on
        </UnstyledButton>
      </div>
    </>
  )
}
