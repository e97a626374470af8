import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type { SessionView } from '@mano/contract/tests'
import { readTrace } from '@mano/core/force/analyse'
import { lengthS, type Trace } from '@mano/core/force/trace'
import { formatDate } from '@mano/core/units/dates'
import { useTests } from '../../base/data'
import type { Curve } from '../../drawn/ForceChart'
import { useAthletePage } from '../athlete/AthletePage'
import { useTraces } from './live/useTraces'

/** Curves that can be told apart on one picture. */
export const MOST = 4
/** Drawn before the first squeeze, and after it at the most, s. */
export const BEFORE_S = 0.4
const AFTER_S = 300
/** The least that is drawn: across, s, and up, N. */
const LEAST = { s: 2, n: 50 }

/** Records of all tests, the newest test first, by trial and hand. */
const recordsOf = (sessions: readonly SessionView[]) =>
  [...sessions].reverse().flatMap((session) =>
    [...session.traces]
      .sort((a, b) => a.ordinal - b.ordinal || (a.hand < b.hand ? -1 : 1))
      .map((t) => ({
        ...t,
        session,
        trial: session.trials.find((x) => x.hand === t.hand && x.ordinal === t.ordinal),
      })),
  )
export type ForceRecord = ReturnType<typeof recordsOf>[number]

interface Shown extends ForceRecord {
  trace: Trace
  reading: ReturnType<typeof readTrace>
}

/** Curves over each other at the onset of the first squeeze, and how far the picture reaches. */
function pictureOf(shown: readonly Shown[], today: string) {
  const onset = ({ reading }: Shown) => reading.squeezes[0]?.onsetS
  const curves = shown.map((t, k): Curve => {
    const again = shown.slice(0, k).some((x) => x.hand === t.hand)
    const whose = t.hand === 'both' ? '' : `${t.hand} `
    return {
      trace: t.trace,
      zeroS: onset(t) ?? t.trace.startS + BEFORE_S,
      baseN: t.reading.baseline.offsetN,
      label: `${formatDate(t.session.performedOn, today)}, ${whose}${t.ordinal}`,
      tone: t.hand,
      dash: again,
      strong: !again,
    }
  })
  const after = (t: Shown) => Math.min(AFTER_S, lengthS(t.trace) - (onset(t) ?? 0) + t.trace.startS)
  const peaks = shown.flatMap((t) => t.reading.squeezes.map((q) => q.peakN))
  return {
    curves,
    toS: Math.max(LEAST.s, ...shown.map(after)),
    topN: Math.max(LEAST.n, ...peaks.map((n) => 1.2 * n)),
  }
}

/** Every force record of an athlete, and those that are shown: the first test's to begin with. */
export function useRecords() {
  const { athlete, me } = useAthletePage()
  const tests = useTests(athlete.id)
  const [params] = useSearchParams()
  const [picked, setPicked] = useState<readonly string[] | null>(null)
  const all = recordsOf(tests.data ?? [])
  const begins = params.get('session') ?? all[0]?.session.id
  const first = all.filter((t) => t.session.id === begins).slice(0, 2)
  const on = picked ?? first.map((t) => t.trialId)
  const traces = useTraces(on)
  const shown = on.flatMap((id, k): Shown[] => {
    const t = all.find((x) => x.trialId === id)
    const got = traces[k]
    return t && got ? [{ ...t, trace: got.trace, reading: readTrace(got.trace) }] : []
  })
  return {
    tests,
    all,
    isOn: (id: string) => on.includes(id),
    traceOf: (id: string): Trace | null => shown.find((x) => x.trialId === id)?.trace ?? null,
    toggle: (id: string) =>
      setPicked(on.includes(id) ? on.filter((x) => x !== id) : [...on, id].slice(-MOST)),
    picture: pictureOf(shown, me.today),
  }
}
