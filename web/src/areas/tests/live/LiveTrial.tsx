import { Button } from '@mantine/core'
import { useEffect, useReducer, useRef, useState } from 'react'
import { createPortal } from 'react-dom'
import type { InstrumentLine, InstrumentView } from '@mano/contract/instruments'
import { LiveTry } from '@mano/core/force/live'
import type { LiveUse } from '@mano/core/force/tries'
import { ALL_OUT } from '@mano/core/force/uses'
import { VERDICT } from '@mano/core/force/verdict'
import type { Hand } from '@mano/core/catalogue/person'
import { pacedAt } from '@mano/core/testing/paced'
import { PACE } from '@mano/core/catalogue/paced'
import { fromSi } from '@mano/core/units/convert'
import { formatClock, formatWithUnit } from '@mano/core/units/format'
import { useLink } from '../../../base/instruments'
import { beep, readySound } from '../../../base/sound'
import { useUnits } from '../../../base/units'
import { firstAt, FORCE_CHART, ForceChart, scaleX, scaleY } from '../../../drawn/ForceChart'
import { HandLetter } from '../../../drawn/marks'
import type { EntryProps } from '../entries/types'
import { useSpace } from '../entries/useClock'
import { useRested } from '../useRested'
import { SimulatedHand } from './SimulatedHand'
import type { Recorded } from './record'
import { usePastCurves } from './useTraces'
import type { Newton } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

const DRAW_MS = 33
/** One turn in so many is the numbers', the others the curve's. */
const NUMBERS_EACH = 4
/** Lost for so long, the part that was recorded is kept, struck. */
const GIVE_UP_MS = 2500
const WIDE_S = 40
const SHARP = Math.min(2, window.devicePixelRatio)

export interface NextUp {
  hand: Hand
  ordinal: number
}

/**
 * A try taken by an instrument: the trace as it comes with the earlier ones behind it, peak, now
 * and time, what to say now, and the verdict.
 */
export function LiveTrial({
  session,
  protocol,
  hand,
  view,
  use,
  upcoming,
  bestN,
  onRecord,
  onMeasuring,
  read,
}: Pick<EntryProps, 'session' | 'protocol' | 'hand'> & {
  view: InstrumentView
  use: LiveUse
  upcoming: NextUp | null
  /** Best of this hand's series, N. */
  bestN: Newton | null
  /** Logs the record; why it could not, or null. */
  onRecord: (record: Recorded) => string | null
  /** A trial has begun, or is over. */ onMeasuring: (measuring: boolean) => void
  /** What the last record said. */
  read: React.ReactNode
}) {
  const units = useUnits()
  const paced = use === 'bouts' || use === 'repeats'
  const holdS = use === 'held' ? protocol.holdForS : 0
  const live = useRef(new LiveTry(use === 'held' || use === 'hang'))
  const [, again] = useReducer((n: number) => n + 1, 0)
  const [said, setSaid] = useState('')
  const [asking, setAsking] = useState(false)
  const pace = useRef<number | null>(null)
  const dirty = useRef(false)
  const seen = useRef({ phase: '', word: '' })
  const { state, instrument } = useLink(view, (lines) => take(lines))
  const wide = use !== 'held'
  const past = usePastCurves(session, hand, !wide)
  const span = use === 'clenches' ? 9 : wide ? WIDE_S : holdS + 1
  const topN = useRef(1.35 * (bestN ?? 300))
  const [top, setTop] = useState(topN.current)

  const take = (lines: readonly InstrumentLine[]): void => {
    const t = live.current
    for (const l of lines) t.push(l.t / 1000, l.f)
    if (t.nowN > topN.current * 0.95) {
      topN.current = 1.3 * t.nowN
      setTop(topN.current)
    }
    dirty.current = true
    const now = word(t, pace.current, use, holdS)
    if (t.phase !== seen.current.phase || now !== seen.current.word) {
      if (now !== seen.current.word && (t.phase === 'on' || pace.current !== null))
        beep(now === 'Keep squeezing' || now.startsWith('Hold'))
      seen.current = { phase: t.phase, word: now }
      again()
    }
    const over =
      use === 'clenches'
        ? t.count >= 5 && t.offS !== null && must(t.lastS) - t.offS > 1
        : use === 'bouts' && allOutOver(t, pace.current)
    if (over) t.finish()
    if (t.phase === 'done') finish()
  }

  const finish = (lostAt: number | null = null): void => {
    const made = live.current.record()
    const fresh = () => {
      live.current = new LiveTry(use === 'held' || use === 'hang')
      pace.current = null
      seen.current = { phase: '', word: '' }
      dirty.current = true
      again()
    }
    if (!made.ok) {
      setSaid('Too little was recorded.')
      return fresh()
    }
    setSaid(onRecord({ trace: made.trace, from: view.name, rangeN: view.rangeN, lostAt }) ?? '')
    fresh()
  }

  // A lost instrument: its part is kept once it has not come back for a while.
  const on = live.current.phase === 'on' || live.current.phase === 'after'
  useEffect(() => onMeasuring(on), [on, onMeasuring])
  useEffect(() => {
    if (state !== 'lost' || !on) return
    const timer = setTimeout(() => finish(live.current.heldS), GIVE_UP_MS)
    return () => clearTimeout(timer)
  }, [state, on]) // eslint-disable-line react-hooks/exhaustive-deps

  const press = () => {
    const t = live.current
    if (paced && pace.current === null) {
      if (t.lastS !== null) {
        pace.current = t.lastS
        setSaid('')
        again()
      }
      return
    }
    if (t.phase === 'on' || t.phase === 'after') {
      t.finish()
      finish()
    }
  }
  useSpace(press)
  useEffect(() => {
    const esc = (e: KeyboardEvent) => {
      if (e.key === 'Escape' && (live.current.phase === 'on' || pace.current !== null))
        setAsking(true)
    }
    window.addEventListener('keydown', esc)
    return () => window.removeEventListener('keydown', esc)
  }, [use])

  const giveUp = () => {
    live.current = new LiveTry(use === 'held' || use === 'hang')
    pace.current = null
    setAsking(false)
    setSaid('Trial given up: nothing was kept.')
    again()
  }
  const canvas = useRef<HTMLCanvasElement>(null)
  const nums = {
    peak: useRef<HTMLElement>(null),
    now: useRef<HTMLElement>(null),
    time: useRef<HTMLElement>(null),
    bar: useRef<HTMLElement>(null),
  }
  useEffect(() => {
    readySound()
    const show = (n: number) => must(fromSi(Math.max(0, n), units.mass, 'N')).toFixed(1)
    const curve = () => {
      const t = live.current
      if (canvas.current)
        drawLive(
          canvas.current,
          t,
          zeroOf(t, pace.current, wide, span),
          wide ? 0 : -0.4,
          span,
          topN.current,
        )
      if (nums.bar.current) {
        const done = Math.min(1, share(t, pace.current, use, holdS))
        nums.bar.current.style.transform = `scaleX(${done.toFixed(3)})`
      }
    }
    const numbers = () => {
      const t = live.current
      if (nums.peak.current) nums.peak.current.textContent = show(t.peakN)
      if (nums.now.current) nums.now.current.textContent = show(t.nowN)
      if (nums.time.current)
        nums.time.current.textContent = paced
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
  }, [units.mass, wide, span, paced, use, holdS]) // eslint-disable-line react-hooks/exhaustive-deps

  const t = live.current
  const tare = t.phase !== 'on' && Math.abs(t.baselineN) > VERDICT.offsetN
  const saying =
    state === 'lost'
      ? 'Instrument lost'
      : state === 'joining' || t.lastS === null
        ? 'Connecting'
        : tare
          ? 'Tare first'
          : word(t, pace.current, use, holdS)
  const aside = document.getElementById('say-now')
  return (
    <div className={`live ${hand}`}>
      <div className="live-nums">
        <p>
          <span>Peak</span>
          <b ref={nums.peak} className={hand === 'both' ? '' : hand === 'left' ? 'L' : 'R'}>
            0.0
          </b>
          <small>{units.mass}</small>
        </p>
        <p>
          <span>Now</span>
          <b ref={nums.now}>0.0</b>
          <small>{units.mass}</small>
        </p>
        <p>
          <span>Time</span>
          <b ref={nums.time}>0.0</b>
          <small>
            {paced
              ? `of ${formatClock(ALL_OUT.bouts * (PACE.onS + PACE.offS))}`
              : holdS > 0
                ? `of ${holdS}.0\u00A0s`
                : 's'}
          </small>
        </p>
      </div>
      <div className="live-chart">
        <ForceChart
          label={`Force of the ${hand === 'both' ? 'hands' : `${hand} hand`} over time`}
          curves={past}
          fromS={wide ? 0 : -0.4}
          toS={span}
          topN={top}
          line={
            bestN === null || wide
              ? null
              : { n: bestN, says: `Best ${formatWithUnit(bestN, 'N', units)}` }
          }
          shade={wide ? null : { from: 3, to: holdS, says: 'Let go' }}
        />
        <canvas
          ref={canvas}
          className={hand}
          width={SHARP * FORCE_CHART.w}
          height={SHARP * FORCE_CHART.h}
          aria-hidden
        />
      </div>
      <div className="live-act">
        <Button
          size="lg"
          type="button"
          disabled={state !== 'on' || (!paced && !on)}
          onClick={press}
        >
          {paced && pace.current === null ? 'Start' : 'End trial'} <small>Space</small>
        </Button>
        <Button
          variant="default"
          type="button"
          disabled={state !== 'on' || on}
          onClick={() =>
            void instrument?.tare().then(
              () => {
                live.current = new LiveTry(use === 'held' || use === 'hang')
                setSaid('Tared.')
                again()
              },
              () => setSaid('The instrument could not be tared.'),
            )
          }
        >
          Tare
        </Button>
        {asking && (on || pace.current !== null) && (
          <span className="row" role="alertdialog" aria-label="Give this trial up?">
            Give this trial up?{' '}
            <Button variant="default" size="xs" type="button" autoFocus onClick={giveUp}>
              Give up
            </Button>
            <Button variant="default" size="xs" type="button" onClick={() => setAsking(false)}>
              Go on
            </Button>
          </span>
        )}
        {state !== 'lost' && said === '' && !on && read}
        <p className="said" role="alert">
          {state === 'lost'
            ? `${view.name} lost${on ? ` at ${t.heldS.toFixed(1)} s` : ''}. ` +
              `${savedWords(session.trials.length)} ` +
              (on
                ? 'The part so far is kept; it goes on when the instrument is back within some ' +
                  'seconds.'
                : 'It connects again by itself.')
            : said}
        </p>
      </div>
      {view.simulated && instrument && (
        <SimulatedHand
          instrument={instrument}
          use={use}
          hand={hand}
          bestN={bestN}
          onProblem={setSaid}
        />
      )}
      {aside &&
        createPortal(
          <div className="block say">
            <h2 className="h3">Say now</h2>
            <SayWord
              says={saying}
              session={session}
              hand={hand}
              restS={
                t.phase === 'ready' && pace.current === null && state === 'on' && !tare
                  ? protocol.restS
                  : 0
              }
            />
            <span className="bar2 wide">
              <i
                ref={nums.bar}
                className={hand}
                style={{ width: '100%', transform: 'scaleX(0)' }}
              />
            </span>
            <p className="note">
              {use === 'held'
                ? `Let go at ${holdS}.0 s. Starts and ends by itself.`
                : use === 'clenches'
                  ? 'Five clenches, relaxed between. Ends by itself.'
                  : paced
                    ? `${PACE.onS} s on, ${PACE.offS} s ` +
                      'off' +
                      (use === 'bouts'
                        ? `, ${ALL_OUT.bouts} times, all-out from the first`
                        : ' until a hold is not kept') +
                      '.'
                    : 'Counts from feet off to feet on.'}
            </p>
            {upcoming && (
              <div className={`next-up ${upcoming.hand}`}>
                <HandLetter hand={upcoming.hand} />
                <span>
                  <small>Next trial</small>
                  <b>
                    {upcoming.hand === 'both'
                      ? 'Both hands'
                      : `${upcoming.hand === 'left' ? 'Left' : 'Right'} hand`}
                    , trial {upcoming.ordinal}
                  </b>
                </span>
              </div>
            )}
          </div>,
          aside,
        )}
    </div>
  )
}

/**
 * The record under way over the chart of its frame, in that frame's own units: a canvas, so that
 * nothing is laid out anew thirty times a second.
 */
function drawLive(
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

/**
 * The word to say, or the rest that is left; ticks on its own, so the trace is not drawn anew for
 * it.
 */
function SayWord({
  says,
  session,
  hand,
  restS,
}: {
  says: string
  session: EntryProps['session']
  hand: Hand
  restS: number
}) {
  const left = restS - (useRested(session)(hand) ?? restS)
  return (
    <>
      <p className="say-word">{left > 0 ? `Rest ${formatClock(left)}` : says}</p>
      <span className="vh" role="status">
        {left > 0 ? 'Rest' : says}
      </span>
    </>
  )
}

const savedWords = (n: number) =>
  n === 0 ? 'Nothing was logged yet.' : n === 1 ? 'Trial 1 is saved.' : `All ${n} trials are saved.`

/** Time that stands at the left of the picture, s. */
function zeroOf(t: LiveTry, paceS: number | null, wide: boolean, span: number): number {
  if (!wide) return t.onsetS ?? t.lastS ?? 0
  const start = paceS === null ? (t.onsetS === null ? (t.lastS ?? 0) : t.onsetS - 0.4) : paceS
  return Math.max(start, (t.lastS ?? 0) - span)
}

/** The last hold is over: let go of for a second after its time, or well beyond it. */
function allOutOver(t: LiveTry, paceS: number | null): boolean {
  if (paceS === null || t.lastS === null) return false
  const over = t.lastS - (paceS + PACE.readyS + ALL_OUT.bouts * (PACE.onS + PACE.offS) - PACE.offS)
  return (
    over > 10 || (over > 1 && t.offS !== null && t.lastS - t.offS > 1 && t.offS > t.lastS - over)
  )
}

function share(t: LiveTry, paceS: number | null, use: LiveUse, holdS: number): number {
  if (use === 'held') return t.heldS / holdS
  if (use === 'clenches') return t.count / 5
  if (paceS === null || t.lastS === null) return 0
  const at = pacedAt(t.lastS - paceS)
  return at.phase === 'hold'
    ? at.intoS / PACE.onS
    : at.phase === 'rest'
      ? at.intoS / PACE.offS
      : at.intoS / PACE.readyS
}

/** What the coach says now. */
function word(t: LiveTry, paceS: number | null, use: LiveUse, holdS: number): string {
  if (use === 'bouts' || use === 'repeats') {
    if (paceS === null || t.lastS === null)
      return t.phase === 'settling' ? 'Hands off' : 'Start when ready'
    const at = pacedAt(t.lastS - paceS)
    return at.phase === 'ready' ? 'Ready' : at.phase === 'hold' ? `Hold ${at.bout}` : 'Rest'
  }
  if (t.phase === 'settling') return 'Hands off'
  if (t.phase === 'ready')
    return use === 'hang' ? 'Feet off' : use === 'clenches' ? 'Clench and let go' : 'Squeeze'
  if (use === 'clenches')
    return t.offS === null ? 'Hard' : `Relax, ${Math.max(0, 5 - t.count)} to go`
  if (use === 'hang') return t.offS === null ? 'Hold on' : 'Feet on'
  return t.phase === 'on' && t.offS === null
    ? t.heldS >= holdS
      ? 'Let go'
      : 'Keep squeezing'
    : 'Relax'
}
