import { Input, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { Icon } from '../../drawn/Icon'

interface Props {
  stopped: boolean
  says: string
  coach: boolean
  slab: React.ReactNode
  word: React.ReactNode
  undo: React.ReactNode
  next: React.ReactNode
  leaves: React.ReactNode
  onReason: (reason: string) => void
}

/**
 * A try that a caution holds: why, and the coach's reason where one opens it. There is nothing to
 * type a result into.
 */
export function StationGate({
  stopped,
  says,
  coach,
  slab,
  word,
  undo,
  next,
  leaves,
  onReason,
}: Props) {
  const [why, setWhy] = useState('')
  const give = () => {
    if (why.trim()) onReason(why.trim())
  }
  return (
    <>
      <div className="f-stage">
        {slab}
        <div className="f-main td-on">
          {word}
          <div className="td-gate">
            <p className="f-held">
              <Icon name={stopped ? 'stop' : 'warn'} />
              {says}
            </p>
            {!stopped && !coach && <p className="f-rule">Only a coach can give this reason.</p>}
            {!stopped && coach && (
              <label className="f-own">
                Your reason
                <Input
                  value={why}
                  maxLength={400}
                  onChange={(e) => setWhy(e.currentTarget.value)}
                  onKeyDown={(e) => {
                    if (e.key === 'Enter') give()
                  }}
                />
              </label>
            )}
          </div>
          {undo}
        </div>
        {next}
      </div>
      <div className="f-bar">
        {leaves}
        {!stopped && coach && (
          <UnstyledButton className="f-btn main go" disabled={why.trim() === ''} onClick={give}>
            Go on
          </UnstyledButton>
        )}
      </div>
    </>
  )
}
