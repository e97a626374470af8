import { useState } from 'react'

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
  const [all, setAll] = useState(false)
  return (
    <>
      <div className="f-log td-leave">
        <p className="f-word">
          Leave out<small>{who}</small>
        </p>
        <p className="f-rule">Nothing goes on record. Why?</p>
        <div className="td-reasons">
          {REASONS.map((r) => (
            <button key={r} className="f-btn" onClick={() => onLeave(r.toLowerCase(), all)}>
              {r}
            </button>
          ))}
        </div>
        {left > 1 && (
          <button
            className={`f-btn ${all ? 'on' : ''}`}
            aria-pressed={all}
            onClick={() => setAll(!all)}
          >
            All {left} trials left here, not this one alone
          </button>
        )}
      </div>
      <div className="f-bar">
        <button className="f-btn main" onClick={onBack}>
          Back to the trial
        </button>
      </div>
    </>
  )
}
