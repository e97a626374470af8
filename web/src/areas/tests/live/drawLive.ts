import type { LiveTry } from '@mano/core/force/live'
import type { Newton } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'
import { firstAt, FORCE_CHART, scaleX, scaleY } from '../../../drawn/ForceChart'

export const SHARP = Math.min(2, window.devicePixelRatio)

/**
 * The record under way over the chart of its frame, in that frame's own units: a canvas, so that
 * nothing is laid out anew thirty times a second.
 */
export function drawLive(
  canvas: HTMLCanvasElement,
  t: LiveTry,
  zero: number,
  fromS: number,
  span: number,
  topN: Newton,
): void {
  const c = canvas.getContext('2d')
  if (!c) return
  const [x, y] = [scaleX(fromS, span), scaleY(topN)]
  const { w, h, left, right, bottom } = FORCE_CHART
  c.setTransform(SHARP, 0, 0, SHARP, 0, 0)
  c.clearRect(0, 0, w, h)
  if (t.lastS === null) return
  c.strokeStyle = c.fillStyle = colours[canvas.className] ??= getComputedStyle(canvas).color
  c.lineWidth = 2.6
  c.lineJoin = 'round'
  const to = firstAt(t.timeS, zero + span)
  const from = firstAt(t.timeS, zero + fromS)
  const every = Math.max(1, Math.ceil((to - from) / 700))
  c.beginPath()
  for (let i = from; i < to; i += every)
    c.lineTo(x(must(t.timeS[i]) - zero), y(must(t.forceN[i]) - t.baselineN))
  c.stroke()
  const at = x(t.lastS - zero)
  if (at < left || at > w - right + 6) return
  c.beginPath()
  c.arc(at, Math.min(y(t.nowN), h - bottom), 6, 0, 2 * Math.PI)
  c.fill()
}
/** Colour of each hand as the sheet has it: asked once. */
const colours: Record<string, string> = {}
