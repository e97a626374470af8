import { UnstyledButton } from '@mantine/core'
import { useCalm } from '../../base/calm'

const REASONS = ['Not here', 'Does not want to', 'Hand not ready', 'Station not ready'] as const

/** Leaving a try out is an act of its own, with its reason: nothing goes on record for it. */
export function LeaveOut({
  who,
  left,
  onBack,
  onLeave,
}: {
  who: string
  left: number
  onBack: () => void
  onLeave: (reason: string, all: boolean) => void
}) {
  const [all, setAll] = useCalm(false)
  return (
    <>
      <div className="f-log td-leave">
        <p className="f-word">
          Leave out<small>{who}</small>
        </p>
        <p className="f-rule">Nothing goes on record. Why?</p>
        <div className="td-reasons">
          {REASONS.map((r) => (
            <UnstyledButton key={r} className="f-btn" onClick={() => onLeave(r.toLowerCase(), all)}>
              {r}
            </UnstyledButton>
          ))}
        </div>
        {left > 1 && (
          <UnstyledButton
            className={`f-btn ${all ? 'on' : ''}`}
            aria-pressed={all}
            onClick={() => setAll(!all)}
          >
            All {left} trials left here, not this one alone
          </UnstyledButton>
        )}
      </div>
      <div className="f-bar">
        <UnstyledButton className="f-btn main" onClick={onBack}>
          Back to the trial
        </UnstyledButton>
      </div>
    </>
  )
}
