import { UnstyledButton } from '@mantine/core'
import { elapsedS, isTimed } from '@mano/core/session/run'
import type { Step } from '@mano/core/session/steps'
import { Icon } from '../../drawn/Icon'
import { faceOf } from './face'
import { LoadLine } from './LoadLine'
import { Next } from './Next'
import type { RunView } from './useRun'

const LETTER = { both: 'LR', left: 'L', right: 'R' } as const

/** One hand, one number, and the one thing to touch; pain is always the first. */
export function Running({
  run,
  step,
  main,
  onMore,
}: {
  run: RunView
  step: Step
  main: MainAct | null
  onMore: () => void
}) {
  const { own, now, act } = run
  const { word, small, digits } = faceOf(run, step)
  const timed = isTimed(step)
  const full = own.phase === 'confirm' ? own.workedS : timed ? Math.floor(elapsedS(own, now)) : 0
  return (
    <>
      <div className="f-stage">
        <div className={`f-slab ${own.phase === 'rest' ? 'both' : step.hand}`} aria-hidden="true">
          {own.phase === 'rest' ? '' : LETTER[step.hand]}
        </div>
        <div className="f-main">
          <p className="f-word" role="status">
            {word}
            <small>{small}</small>
          </p>
          <p className="f-digits" aria-hidden="true">
            {digits}
          </p>
          {own.phase === 'ready' || own.phase === 'rest' || own.phase === 'count' ? (
            <LoadLine run={run} step={step} />
          ) : (
            <Boxes total={timed ? step.dose : 0} full={full} />
          )}
        </div>
        <Next run={run} />
      </div>
      <div className="f-bar">
        <UnstyledButton className="f-btn pain" onClick={act.pain}>
          <Icon name="stop" />
          Pain or stop
        </UnstyledButton>
        <Aside run={run} timed={timed} onMore={onMore} />
        {main && (
          <UnstyledButton className={`f-btn main ${main.go ? 'go' : ''}`} onClick={main.run}>
            {main.says}
          </UnstyledButton>
        )}
      </div>
    </>
  )
}

/** What is touched now and then: a pause, another number, more. */
function Aside({ run, timed, onMore }: { run: RunView; timed: boolean; onMore: () => void }) {
  const { own, act } = run
  const paused = own.pausedAt !== null
  const stops = own.phase === 'count' || own.phase === 'rest' || (own.phase === 'work' && timed)
  return (
    <>
      {stops && (
        <UnstyledButton className="f-btn quiet" aria-pressed={paused} onClick={act.pause}>
          {paused ? 'Go on' : 'Pause'}
        </UnstyledButton>
      )}
      {(own.phase === 'confirm' || (own.phase === 'work' && !timed)) && (
        <UnstyledButton className="f-btn quiet" onClick={act.edit}>
          Edit
        </UnstyledButton>
      )}
      {(own.phase === 'ready' || own.phase === 'rest') && (
        <UnstyledButton className="f-btn quiet" onClick={onMore}>
          More
        </UnstyledButton>
      )}
    </>
  )
}

export interface MainAct {
  says: string
  run: () => void
  go: boolean
}

/** The one thing a touch anywhere near should do now. */
export function mainAct({ own, step, act }: RunView, asPlanned: () => void): MainAct | null {
  if (!step) return null
  if (own.phase === 'ready') return { says: 'Start', run: act.start, go: true }
  if (own.phase === 'rest') return { says: 'Skip rest', run: act.skipRest, go: false }
  if (own.phase === 'confirm') return { says: 'As planned', run: asPlanned, go: true }
  if (own.phase === 'work')
    return isTimed(step)
      ? { says: 'Let go early', run: act.stopEarly, go: false }
      : { says: 'As planned', run: asPlanned, go: true }
  return null
}

/** One box for each second of the hold, thirty at the most. */
const Boxes = ({ total, full }: { total: number; full: number }) => {
  const each = Math.max(1, Math.ceil(total / 30))
  const boxes = total === 0 ? 0 : Math.ceil(total / each)
  return (
    <div className="f-boxes" aria-hidden="true">
      {Array.from({ length: boxes }, (_, i) => (
        <i key={i} className={full >= Math.min(total, (i + 1) * each) ? 'full' : ''} />
      ))}
    </div>
  )
}
