import { exerciseById } from '@mano/core/catalogue/exercises'
import { findingLine } from '@mano/core/safety/words'
import type { Step } from '@mano/core/session/steps'
import { must } from '@mano/core/units/must'
import { Icon } from '../../drawn/Icon'
import { amountOf } from './face'
import { HAND } from './hand'
import type { RunView } from './useRun'

/** What comes next, what is held and why, and the sets of this exercise by hand. */
export function Next({ run }: { run: RunView }) {
  const { step, exercise, coming, blocks, today, steps, done } = run
  const held = blocks
    .flatMap((b) => b.hands.flatMap((h) => must(today).held(b, h).slice(0, 1)))
    .filter((f) => f.class === 'stop')
  const own = steps.filter((s) => s.blockId === must(step).blockId)
  const bars = (hand: Step['hand']) =>
    own
      .filter((s) => s.hand === hand)
      .map((s) => (
        <i
          key={s.set}
          className={
            done.some((l) => l.blockId === s.blockId && l.hand === s.hand && l.set === s.set)
              ? 'full'
              : s === step
                ? 'now'
                : ''
          }
        />
      ))
  return (
    <div className="f-next">
      {must(exercise).cue && <p className="f-cue">{must(exercise).cue}</p>}
      <p className="f-label">Next</p>
      {(run.own.phase === 'rest' ? [must(step), ...coming] : coming).slice(0, 3).map((s, i) => (
        <p key={i} className={`f-row ${s.hand}`}>
          <b>
            {HAND[s.hand]}
            {s.exerciseId !== must(step).exerciseId
              ? `, ${must(exerciseById(s.exerciseId)).name.toLowerCase()}`
              : ''}
          </b>
          <span>{amountOf(s)}</span>
        </p>
      ))}
      {coming.length === 0 && run.own.phase !== 'rest' && (
        <p className="f-row">
          <b>Stretches, then done</b>
        </p>
      )}
      {[...new Set(held.map(findingLine))].slice(0, 2).map((line) => (
        <p key={line} className="f-held">
          <Icon name="stop" />
          {line}
        </p>
      ))}
      <div className="f-sets" aria-hidden="true">
        {own[0]?.hand === 'both' ? (
          <div className="both">{bars('both')}</div>
        ) : (
          <>
            <div className="left">{bars('left')}</div>
            <div className="right">{bars('right')}</div>
          </>
        )}
      </div>
    </div>
  )
}
