import { useMemo } from 'react'
import { useQueries } from '@tanstack/react-query'
import type { SessionView, TraceView } from '@mano/contract/tests'
import { readTrace } from '@mano/core/force/analyse'
import { unpackTrace } from '@mano/core/force/codec'
import type { Trace } from '@mano/core/force/trace'
import type { Hand } from '@mano/core/catalogue/person'
import { api } from '../../../base/api'
import type { Curve } from '../../../drawn/ForceChart'
import { must } from '@mano/core/units/must'

/**
 * Force records by the ids of their tries; they never change. Undefined while read, null when one
 * cannot be.
 */
export function useTraces(
  trialIds: readonly string[],
): (({ trace: Trace } & Pick<TraceView, 'trialId' | 'instrument'>) | null | undefined)[] {
  return useQueries({
    queries: trialIds.map((id) => ({
      queryKey: ['trace', id],
      staleTime: Infinity,
      queryFn: async () => {
        const v = await api.get<TraceView>(`/api/traces/${id}`)
        const trace = unpackTrace(v)
        return trace && { trace, trialId: v.trialId, instrument: v.instrument }
      },
    })),
  }).map((q) => q.data)
}

/** The last two records of this hand in the session, to stand behind the one under way. */
export function usePastCurves(session: SessionView, hand: Hand, on: boolean): Curve[] {
  const ids = on
    ? session.traces
        .filter((t) => t.hand === hand)
        .sort((a, b) => a.ordinal - b.ordinal)
        .slice(-2)
    : []
  const traces = useTraces(ids.map((t) => t.trialId))
  const here = traces
    .map((t, k) => (t ? `${must(ids[k]).trialId} ${must(ids[k]).ordinal}` : ''))
    .join()
  return useMemo(
    () =>
      traces.flatMap((t, k): Curve[] => {
        if (!t) return []
        const r = readTrace(t.trace)
        return [
          {
            trace: t.trace,
            zeroS: r.squeezes[0]?.onsetS ?? t.trace.startS,
            baseN: r.baseline.offsetN,
            label: `Trial ${must(ids[k]).ordinal}`,
            tone: 'past',
            dash: k === 1,
          },
        ]
      }),
    // oxlint-disable-next-line react/exhaustive-deps
    [here],
  )
}
