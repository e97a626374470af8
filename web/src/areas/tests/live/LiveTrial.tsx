import { Button } from '@mantine/core'
import { useEffect, useState, type ReactNode } from 'react'
import { createPortal } from 'react-dom'
import type { InstrumentView } from '@mano/contract/instruments'
import type { LiveUse } from '@mano/core/force/tries'
import { ALL_OUT } from '@mano/core/force/uses'
import { VERDICT } from '@mano/core/force/verdict'
import type { Hand } from '@mano/core/catalogue/person'
import { PACE } from '@mano/core/catalogue/paced'
import { formatClock, formatWithUnit } from '@mano/core/units/format'
import type { Newton } from '@mano/core/units/quantity'
import { useUnits } from '../../../base/units'
import { FORCE_CHART, ForceChart } from '../../../drawn/ForceChart'
import { HandLetter } from '../../../drawn/marks'
import type { EntryProps } from '../entries/types'
import { useRested } from '../useRested'
import { SHARP } from './drawLive'
import { howWords, savedWords, taskOf, word, type LiveTask } from './liveWords'
import { SimulatedHand } from './SimulatedHand'
import type { Recorded } from './record'
import { useLivePicture, type LivePicture } from './useLivePicture'
import { useLiveTry, type LiveRun } from './useLiveTry'
import { usePastCurves } from './useTraces'

export interface NextUp {
  hand: Hand
  ordinal: number
}

type Props = Pick<EntryProps, 'session' | 'protocol' | 'hand'> & {
  view: InstrumentView
  use: LiveUse
  upcoming: NextUp | null
  /** Best of this hand's series, N. */
  bestN: Newton | null
  /** Logs the record; why it could not, or null. */
  onRecord: (record: Recorded) => string | null
  /** A trial has begun, or is over. */ onMeasuring: (measuring: boolean) => void
  /** What the last record said. */
  read: ReactNode
}
/** What the parts of the screen share. */
interface Shown {
  of: Props
  task: LiveTask
  run: LiveRun
  picture: LivePicture
}

/**
 * A try taken by an instrument: the trace as it comes with the earlier ones behind it, peak, now
 * and time, what to say now, and the verdict.
 */
export function LiveTrial(of: Props) {
  const { view, use, hand, protocol, bestN, onMeasuring } = of
  const task = taskOf(use, protocol.holdForS)
  const run = useLiveTry(view, task, bestN, of.onRecord)
  const { on } = run
  useEffect(() => onMeasuring(on), [on, onMeasuring])
  const shown = { of, task, run, picture: useLivePicture(run, task) }
  const aside = document.getElementById('say-now')
  return (
    <div className={`live ${hand}`}>
      <Numbers {...shown} />
      <Chart {...shown} />
      <Acts {...shown} />
      {view.simulated && run.instrument && (
        <SimulatedHand
          instrument={run.instrument}
          use={use}
          hand={hand}
          bestN={bestN}
          onProblem={run.setSaid}
        />
      )}
      {aside && createPortal(<SayNow {...shown} />, aside)}
    </div>
  )
}

function Numbers({ of: { hand }, task: { paced, holdS }, picture }: Shown) {
  const units = useUnits()
  return (
    <div className="live-nums">
      <p>
        <span>Peak</span>
        <b ref={picture.peak} className={hand === 'both' ? '' : hand === 'left' ? 'L' : 'R'}>
          0.0
        </b>
        <small>{units.mass}</small>
      </p>
      <p>
        <span>Now</span>
        <b ref={picture.force}>0.0</b>
        <small>{units.mass}</small>
      </p>
      <p>
        <span>Time</span>
        <b ref={picture.time}>0.0</b>
        <small>
          {paced
            ? `of ${formatClock(ALL_OUT.bouts * (PACE.onS + PACE.offS))}`
            : holdS > 0
              ? `of ${holdS}.0\u00A0s`
              : 's'}
        </small>
      </p>
    </div>
  )
}

function Chart({ of: { session, hand, bestN }, task: { wide, span, holdS }, run, picture }: Shown) {
  const units = useUnits()
  const past = usePastCurves(session, hand, !wide)
  return (
    <div className="live-chart">
      <ForceChart
        label={`Force of the ${hand === 'both' ? 'hands' : `${hand} hand`} over time`}
        curves={past}
        fromS={wide ? 0 : -0.4}
        toS={span}
        topN={run.top}
        line={
          bestN === null || wide
            ? null
            : { n: bestN, says: `Best ${formatWithUnit(bestN, 'N', units)}` }
        }
        shade={wide ? null : { from: 3, to: holdS, says: 'Let go' }}
      />
      <canvas
        ref={picture.canvas}
        className={hand}
        width={SHARP * FORCE_CHART.w}
        height={SHARP * FORCE_CHART.h}
        aria-hidden
      />
    </div>
  )
}

function Acts({ of: { view, session, read }, task: { paced }, run }: Shown) {
  const { state, on, said } = run
  return (
    <div className="live-act">
      <Button
        size="lg"
        type="button"
        disabled={state !== 'on' || (!paced && !on)}
        onClick={run.press}
      >
        {paced && run.pace.current === null ? 'Start' : 'End trial'} <small>Space</small>
      </Button>
      <Button variant="default" type="button" disabled={state !== 'on' || on} onClick={run.tare}>
        Tare
      </Button>
      <GivesUp run={run} />
      {state !== 'lost' && said === '' && !on && read}
      <p className="said" role="alert">
        {state === 'lost'
          ? `${view.name} lost${on ? ` at ${run.now().heldS.toFixed(1)} s` : ''}. ` +
            `${savedWords(session.trials.length)} ` +
            (on
              ? 'The part so far is kept; it goes on when the instrument is back in some seconds.'
              : 'It connects again by itself.')
          : said}
      </p>
    </div>
  )
}

/** Escape asks whether the trial under way is given up. */
function GivesUp({ run }: { run: LiveRun }) {
  const { now, pace, on } = run
  const [asking, setAsking] = useState(false)
  useEffect(() => {
    const esc = (e: KeyboardEvent) => {
      if (e.key === 'Escape' && (now().phase === 'on' || pace.current !== null)) setAsking(true)
    }
    window.addEventListener('keydown', esc)
    return () => window.removeEventListener('keydown', esc)
  }, []) // oxlint-disable-line react/exhaustive-deps
  if (!asking || !(on || pace.current !== null)) return null
  return (
    <span className="row" role="alertdialog" aria-label="Give this trial up?">
      Give this trial up?{' '}
      <Button
        variant="default"
        size="xs"
        type="button"
        autoFocus
        onClick={() => {
          setAsking(false)
          run.giveUp()
        }}
      >
        Give up
      </Button>
      <Button variant="default" size="xs" type="button" onClick={() => setAsking(false)}>
        Go on
      </Button>
    </span>
  )
}

/** What the coach says now, how far the trial is, and who comes next. */
function SayNow({ of: { session, hand, protocol, upcoming }, task, run, picture }: Shown) {
  const { state, pace } = run
  const t = run.now()
  const tare = t.phase !== 'on' && Math.abs(t.baselineN) > VERDICT.offsetN
  const saying =
    state === 'lost'
      ? 'Instrument lost'
      : state === 'joining' || t.lastS === null
        ? 'Connecting'
        : tare
          ? 'Tare first'
          : word(t, pace.current, task)
  const resting = t.phase === 'ready' && pace.current === null && state === 'on' && !tare
  return (
    <div className="block say">
      <h2 className="h3">Say now</h2>
      <SayWord says={saying} session={session} hand={hand} restS={resting ? protocol.restS : 0} />
      <span className="bar2 wide">
        <i ref={picture.bar} className={hand} style={{ width: '100%', transform: 'scaleX(0)' }} />
      </span>
      <p className="note">{howWords(task)}</p>
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
    </div>
  )
}

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
