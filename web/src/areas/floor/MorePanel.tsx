import { UnstyledButton } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { cutsFor, minutesOver } from '@mano/core/session/adapt'
import { ENDING_IDS } from '@mano/core/session/steps'
import { fromSi } from '@mano/core/units/convert'
import { useCalm } from '../../base/calm'
import { LogStep } from './LogStep'
import { HAND } from './hand'
import { useFloor } from './store'
import type { RunView } from './useRun'
import { must } from '@mano/core/units/must'
import { oneOf } from '@mano/core/units/among'

const ENDS = ['Has to leave', 'Coach stops it', 'Too tired', 'Out of time'] as const

/**
 * Everything that is not the next set: another order, a set more, again, what was logged, what to
 * leave out for time.
 */
export function MorePanel({ run, onClose }: { run: RunView; onClose: () => void }) {
  const { step, blocks, open, own, done, act, today, now } = run
  const { sound, voice, set } = useFloor()
  const [editing, setEditing] = useCalm<string | null>(null)
  const [ending, setEnding] = useCalm(false)
  const others = blocks.filter(
    (b) => b.id !== step?.blockId && open.some((s) => s.blockId === b.id),
  )
  const left = blocks.filter((b) => open.some((s) => s.blockId === b.id))
  const over = today
    ? Math.round(
        minutesOver((now - own.began) / 60_000, today.frame.minutes, run.steps, open, left),
      )
    : 0
  const cuts = over > 0 ? cutsFor(left, over) : []
  const mine = own.logs.filter((l) => l.blockId !== null && done.some((d) => d.id === l.id))
  const last = done.filter((l) => l.blockId !== null).at(-1)
  const log = mine.find((l) => l.id === editing)
  const then = (act: () => void) => () => {
    act()
    onClose()
  }
  if (log) {
    const e = must(exerciseById(log.exerciseId))
    const timed = e.dose.unit === 's'
    return (
      <LogStep
        step={{
          hand: log.hand,
          set: log.set,
          sets: Math.max(
            log.set,
            ...run.steps.filter((s) => s.blockId === log.blockId).map((s) => s.sets),
          ),
          dose: 0,
        }}
        exercise={e}
        workedS={log.seconds ?? 0}
        load={log.load}
        unit={log.loadUnit}
        was={{
          amount: (timed ? log.seconds : log.reps) ?? 0,
          ended: oneOf(ENDING_IDS, log.ended),
          effort: log.effort ?? null,
          details: log.details ?? {},
        }}
        onKeep={(entry) => {
          act.correct(log.id, {
            ...entry,
            pain: log.pain ?? null,
            painWhere: log.painWhere ?? null,
          })
          setEditing(null)
        }}
        onPain={null}
        onBack={() => setEditing(null)}
      />
    )
  }
  return (
    <>
      <div className="f-log f-more">
        {cuts.length > 0 && (
          <div className="f-choice" role="group" aria-label="Time">
            <p className="f-rule">
              About {over} min over the {must(today).frame.minutes} planned. First to go:{' '}
              {cuts.map((b) => must(exerciseById(b.exerciseId)).name.toLowerCase()).join(', ')}.
              Warm-up and extensors stay.
            </p>
            <UnstyledButton className="f-btn" onClick={then(() => act.cut(cuts.map((b) => b.id)))}>
              Leave {cuts.length === 1 ? 'it' : 'them'} out
            </UnstyledButton>
          </div>
        )}
        <div className="f-choice" role="group" aria-label="This set">
          <UnstyledButton className="f-btn" onClick={then(act.passOver)}>
            Skip
          </UnstyledButton>
          <UnstyledButton className="f-btn" onClick={then(act.addSet)}>
            Add a set
          </UnstyledButton>
          {last && (
            <UnstyledButton className="f-btn" onClick={then(() => act.again(last.id))}>
              Last set again
            </UnstyledButton>
          )}
        </div>
        {run.kg !== null && step && (
          <div className="f-choice" role="group" aria-label="Load">
            {[-2.5, -0.5, 0.5, 2.5].map((d) => (
              <UnstyledButton
                key={d}
                className="f-btn"
                onClick={() => act.takeLoad(Math.max(0, must(run.kg) + d))}
              >
                {d > 0 ? '+' : '\u2212'}
                {Math.abs(Math.round(10 * must(fromSi(Math.abs(d), run.units.mass, 'kg'))) / 10)}
              </UnstyledButton>
            ))}
            <span>
              {run.shown(run.kg)} {run.units.mass}, {HAND[step.hand].toLowerCase()}
            </span>
          </div>
        )}
        {others.length > 0 && (
          <div className="f-choice" role="group" aria-label="Another exercise first">
            <span>First:</span>
            {others.map((b) => (
              <UnstyledButton key={b.id} className="f-btn" onClick={then(() => act.bring(b.id))}>
                {must(exerciseById(b.exerciseId)).name}
              </UnstyledButton>
            ))}
          </div>
        )}
        <div className="f-choice" role="group" aria-label="Sound">
          <UnstyledButton
            className={`f-btn ${sound ? 'on' : ''}`}
            aria-pressed={sound}
            onClick={() => set({ sound: !sound })}
          >
            Beeps
          </UnstyledButton>
          <UnstyledButton
            className={`f-btn ${voice ? 'on' : ''}`}
            aria-pressed={voice}
            onClick={() => set({ voice: !voice })}
          >
            Voice
          </UnstyledButton>
        </div>
        {!run.data.link && (
          <div className="f-choice" role="group" aria-label="End the session here">
            {ending ? (
              <>
                <span>Why?</span>
                {ENDS.map((r) => (
                  <UnstyledButton
                    key={r}
                    className="f-btn"
                    onClick={then(() => act.finish(r.toLowerCase()))}
                  >
                    {r}
                  </UnstyledButton>
                ))}
                <UnstyledButton className="f-btn" onClick={() => setEnding(false)}>
                  Go on instead
                </UnstyledButton>
              </>
            ) : (
              <UnstyledButton className="f-btn" onClick={() => setEnding(true)}>
                End early …
              </UnstyledButton>
            )}
          </div>
        )}
        {mine.length > 0 && (
          <ul className="f-logged" aria-label="Logged here">
            {[...mine].reverse().map((l) => (
              <li key={l.id}>
                <UnstyledButton className="f-btn" onClick={() => setEditing(l.id)}>
                  <span>
                    {HAND[l.hand]}, {must(exerciseById(l.exerciseId)).name.toLowerCase()}, set{' '}
                    {l.set}
                  </span>
                  <b>
                    {l.seconds !== null ? `${l.seconds}\u00A0s` : l.reps}
                    {l.load !== null ? `, ${l.load}\u00A0${l.loadUnit}` : ''}
                  </b>
                </UnstyledButton>
              </li>
            ))}
          </ul>
        )}
      </div>
      <div className="f-bar">
        <UnstyledButton className="f-btn main" onClick={onClose}>
          Back to the set
        </UnstyledButton>
      </div>
    </>
  )
}
