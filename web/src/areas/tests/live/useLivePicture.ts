import { useEffect, useRef } from 'react'
import { PACE } from '@mano/core/catalogue/paced'
import { fromSi } from '@mano/core/units/convert'
import { formatClock } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { readySound } from '../../../base/sound'
import { useUnits } from '../../../base/units'
import { drawLive } from './drawLive'
import { share, zeroOf, type LiveTask } from './liveWords'
import type { LiveRun } from './useLiveTry'

const DRAW_MS = 33
/** One turn in so many is the numbers', the others the curve's. */
const NUMBERS_EACH = 4

/** Curve, numbers and bar of the trial under way, drawn beside React thirty times a second. */
export function useLivePicture(run: LiveRun, task: LiveTask) {
  const units = useUnits()
  const { paced, wide } = task
  const { now, pace, dirty, topN } = run
  const canvas = useRef<HTMLCanvasElement>(null)
  const peak = useRef<HTMLElement>(null)
  const force = useRef<HTMLElement>(null)
  const time = useRef<HTMLElement>(null)
  const bar = useRef<HTMLElement>(null)
  useEffect(() => {
    readySound()
    const show = (n: number) => must(fromSi(Math.max(0, n), units.mass, 'N')).toFixed(1)
    const curve = () => {
      const t = now()
      if (canvas.current)
        drawLive(
          canvas.current,
          t,
          zeroOf(t, pace.current, task),
          wide ? 0 : -0.4,
          task.span,
          topN.current,
        )
      if (bar.current) {
        const done = Math.min(1, share(t, pace.current, task))
        bar.current.style.transform = `scaleX(${done.toFixed(3)})`
      }
    }
    const numbers = () => {
      const t = now()
      if (peak.current) peak.current.textContent = show(t.peakN)
      if (force.current) force.current.textContent = show(t.nowN)
      if (time.current)
        time.current.textContent = paced
          ? formatClock(
              pace.current === null || t.lastS === null
                ? 0
                : Math.max(0, t.lastS - pace.current - PACE.readyS),
            )
          : t.heldS.toFixed(1)
    }
    // Curve and numbers take turns, so that no frame bears both; a number that changes more often
    // than the eye reads is only flicker.
    let turn = 0
    const timer = setInterval(() => {
      if (!dirty.current || document.hidden) return
      turn = (turn + 1) % NUMBERS_EACH
      if (turn === 0) return void requestAnimationFrame(numbers)
      dirty.current = false
      requestAnimationFrame(curve)
    }, DRAW_MS)
    return () => clearInterval(timer)
  }, [units.mass, task.use, task.holdS]) // oxlint-disable-line react/exhaustive-deps
  return { canvas, peak, force, time, bar }
}
export type LivePicture = ReturnType<typeof useLivePicture>
