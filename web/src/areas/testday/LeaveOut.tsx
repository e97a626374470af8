import { useState } from 'react'

const REASONS = ['Not here', 'Does not want to', 'Hand not ready', 'Station not ready'] as const

/** Leaving a try out is an act of its own, with its reason: nothing goes on record for it. */
export function LeaveOut({ who, left, onBack, onLeave }: { who: string; left: number; onBack: () => void; onLeave: (reason: string, all: boolean) => void }) {
  const [all, setAll] = useState(false)
  return (
    <>
      <div className="f-stage"><div className="f-main td-leave">
        <p className="f-word">Leave out, nothing recorded<small>{who}</small></p>
        {left > 1 && <label className="f-tick"><input type="checkbox" checked={all} onChange={(e) => setAll(e.currentTarget.checked)} />All {left} tries left here</label>}
        <div className="td-reasons">{REASONS.map((r) => <button key={r} className="f-btn" onClick={() => onLeave(r.toLowerCase(), all)}>{r}</button>)}</div>
      </div></div>
      <div className="f-bar"><button className="f-btn main" onClick={onBack}>Back to the try</button></div>
    </>
  )
}
