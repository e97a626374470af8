import { useEffect, useReducer, useRef, useState } from 'react'
import type { InstrumentLine, InstrumentView } from '@mano/contract/instruments'
import { LiveTry } from '@mano/core/force/live'
import type { Newton } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'
import { useLink } from '../../../base/instruments'
import { beep } from '../../../base/sound'
import { useSpace } from '../entries/useClock'
import { allOutOver, word, type LiveTask } from './liveWords'
import type { Recorded } from './record'

/** Lost for so long, the part that was recorded is kept, struck. */
const GIVE_UP_MS = 2500
/** Force at the top of the picture before anything is known, N, and the room left above a best. */
const TOP_N = 300
const ROOM = 1.35

/** A trial as the instrument tells it: begins and ends by itself, by the clock, or by a press. */
export function useLiveTry(
  view: InstrumentView,
  task: LiveTask,
  bestN: Newton | null,
  onRecord: (record: Recorded) => string | null,
) {
  const { use, paced } = task
  const blank = () => new LiveTry(use === 'held' || use === 'hang')
  const live = useRef<LiveTry>(null)
  live.current ??= blank()
  const [, again] = useReducer((n: number) => n + 1, 0)
  const [said, setSaid] = useState('')
  const pace = useRef<number | null>(null)
  const dirty = useRef(false)
  const seen = useRef({ phase: '', word: '' })
  const topN = useRef(ROOM * (bestN ?? TOP_N))
  const [top, setTop] = useState(topN.current)
  const { state, instrument } = useLink(view, (lines) => take(lines))
  const now = (): LiveTry => (live.current ??= blank())

  const fresh = () => {
    live.current = blank()
    pace.current = null
    seen.current = { phase: '', word: '' }
    dirty.current = true
    again()
  }

  const finish = (lostAt: number | null = null): void => {
    const made = now().record()
    setSaid(
      made.ok
        ? (onRecord({ trace: made.trace, from: view.name, rangeN: view.rangeN, lostAt }) ?? '')
        : 'Too little was recorded.',
    )
    fresh()
  }

  const take = (lines: readonly InstrumentLine[]): void => {
    const t = now()
    for (const l of lines) t.push(l.t / 1000, l.f)
    if (t.nowN > topN.current * 0.95) {
      topN.current = 1.3 * t.nowN
      setTop(topN.current)
    }
    dirty.current = true
    const says = word(t, pace.current, task)
    if (t.phase !== seen.current.phase || says !== seen.current.word) {
      if (says !== seen.current.word && (t.phase === 'on' || pace.current !== null))
        beep(says === 'Keep squeezing' || says.startsWith('Hold'))
      seen.current = { phase: t.phase, word: says }
      again()
    }
    const over =
      use === 'clenches'
        ? t.count >= 5 && t.offS !== null && must(t.lastS) - t.offS > 1
        : use === 'bouts' && allOutOver(t, pace.current)
    if (over) t.finish()
    if (t.phase === 'done') finish()
  }

  // A lost instrument: its part is kept once it has not come back for a while.
  const on = now().phase === 'on' || now().phase === 'after'
  useEffect(() => {
    if (state !== 'lost' || !on) return
    const timer = setTimeout(() => finish(now().heldS), GIVE_UP_MS)
    return () => clearTimeout(timer)
  }, [state, on]) // oxlint-disable-line react/exhaustive-deps

  const press = () => {
    const t = now()
    if (paced && pace.current === null) {
      if (t.lastS === null) return
      pace.current = t.lastS
      setSaid('')
      again()
    } else if (t.phase === 'on' || t.phase === 'after') {
      t.finish()
      finish()
    }
  }
  useSpace(press)

  const giveUp = () => {
    live.current = blank()
    pace.current = null
    setSaid('Trial given up: nothing was kept.')
    again()
  }
  const tare = () =>
    void instrument?.tare().then(
      () => {
        live.current = blank()
        setSaid('Tared.')
        again()
      },
      () => setSaid('The instrument could not be tared.'),
    )
  return {
    ...{ now, pace, dirty, topN, top, said, setSaid, state, instrument, on },
    ...{ press, giveUp, tare },
  }
}
export type LiveRun = ReturnType<typeof useLiveTry>
