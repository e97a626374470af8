import { createPortal } from 'react-dom'
import type { SessionView } from '@mano/contract/tests'
import { readTrace } from '@mano/core/force/analyse'
import { lengthS } from '@mano/core/force/trace'
import { ForceChart } from '../../../drawn/ForceChart'
import { useTraces } from './useTraces'
import { must } from '@mano/core/units/must'

/** A finished test keeps its place: the best record of each hand, and what comes next. */
export function LiveDone({
  session,
  more,
  read,
}: {
  session: SessionView
  more: React.ReactNode
  read: React.ReactNode
}) {
  const best = (['left', 'right', 'both'] as const).flatMap((hand) => {
    const counted = session.trials
      .filter((t) => t.hand === hand && !t.struck && session.traces.some((x) => x.trialId === t.id))
      .sort((a, b) => b.value - a.value)
    return counted[0] ? [{ hand, id: counted[0].id, ordinal: counted[0].ordinal }] : []
  })
  const curves = useTraces(best.map((b) => b.id)).flatMap((t, k) => {
    if (!t) return []
    const r = readTrace(t.trace)
    const { hand, ordinal } = must(best[k])
    return [
      {
        trace: t.trace,
        zeroS: r.squeezes[0]?.onsetS ?? t.trace.startS,
        baseN: r.baseline.offsetN,
        label: `${hand === 'both' ? 'Both' : hand === 'left' ? 'Left' : 'Right'}, trial ${ordinal}`,
        tone: hand,
        strong: true,
        top: Math.max(0, ...r.squeezes.map((q) => q.peakN)),
      },
    ]
  })
  const aside = document.getElementById('say-now')
  return (
    <div className="live">
      <ForceChart
        label="Best record of each hand"
        curves={curves}
        fromS={-0.4}
        toS={Math.max(
          6,
          ...curves.map((c) => Math.min(260, lengthS(c.trace) - c.zeroS + c.trace.startS)),
        )}
        topN={Math.max(50, ...curves.map((c) => 1.25 * c.top))}
      />
      <div className="live-act">
        {read}
        {more}
      </div>
      {aside &&
        createPortal(
          <div className="block say">
            <h2 className="h3">Say now</h2>
            <p className="say-word">Done</p>
            <span className="bar2 wide" />
            <p className="note">The best record of each hand is shown.</p>
          </div>,
          aside,
        )}
    </div>
  )
}
