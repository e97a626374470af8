import { UnstyledButton } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { cutsFor, minutesOver } from '@mano/core/session/adapt'
import { ENDING_IDS } from '@mano/core/session/steps'
import { oneOf } from '@mano/core/units/among'
import { fromSi } from '@mano/core/units/convert'
import { must } from '@mano/core/units/must'
import { useCalm } from '../../base/calm'
import { Choice, Press, Toggle } from './Buttons'
import { LogStep } from './LogStep'
import { HAND } from './hand'
import { useFloor } from './store'
import type { RunView } from './useRun'

type Log = RunView['own']['logs'][number]
type Blocks = RunView['blocks']

/** Acts, and goes back to the set. */
type Then = (act: () => void) => () => void

/**
 * Everything that is not the next set: another order, a set more, again, what was logged, what to
 * leave out for time.
 */
export function MorePanel({ run, onClose }: { run: RunView; onClose: () => void }) {
  const { step, blocks, open, own, done } = run
  const [editing, setEditing] = useCalm<string | null>(null)
  const left = blocks.filter((b) => open.some((s) => s.blockId === b.id))
  const mine = own.logs.filter((l) => l.blockId !== null && done.some((d) => d.id === l.id))
  const log = mine.find((l) => l.id === editing)
  const then: Then = (act) => () => {
    act()
    onClose()
  }
  if (log) return <Corrected run={run} log={log} onBack={() => setEditing(null)} />
  return (
    <>
      <div className="f-log f-more">
        <TimeOver run={run} left={left} then={then} />
        <ThisSet run={run} then={then} />
        <Load run={run} />
        <First
          others={left.filter((b) => b.id !== step?.blockId)}
          onFirst={(id) => then(() => run.act.bring(id))()}
        />
        <Sound />
        {!run.data.link && <EndHere onEnd={(why) => then(() => run.act.finish(why))()} />}
        <Logged logs={mine} onEdit={setEditing} />
      </div>
      <div className="f-bar">
        <UnstyledButton className="f-btn main" onClick={onClose}>
          Back to the set
        </UnstyledButton>
      </div>
    </>
  )
}

const nameOf = (of: { exerciseId: string }): string => must(exerciseById(of.exerciseId)).name

/** A set that was logged, set right. */
function Corrected({ run, log, onBack }: { run: RunView; log: Log; onBack: () => void }) {
  const e = must(exerciseById(log.exerciseId))
  const sets = run.steps.filter((s) => s.blockId === log.blockId).map((s) => s.sets)
  return (
    <LogStep
      step={{ hand: log.hand, set: log.set, sets: Math.max(log.set, ...sets), dose: 0 }}
      exercise={e}
      workedS={log.seconds ?? 0}
      load={log.load}
      unit={log.loadUnit}
      was={{
        amount: (e.dose.unit === 's' ? log.seconds : log.reps) ?? 0,
        ended: oneOf(ENDING_IDS, log.ended),
        effort: log.effort ?? null,
        details: log.details ?? {},
      }}
      onKeep={(entry) => {
        run.act.correct(log.id, {
          ...entry,
          pain: log.pain ?? null,
          painWhere: log.painWhere ?? null,
        })
        onBack()
      }}
      onPain={null}
      onBack={onBack}
    />
  )
}

/** What goes first where the session is longer than was planned. */
function TimeOver({ run, left, then }: { run: RunView; left: Blocks; then: Then }) {
  const { today, own, now, steps, open, act } = run
  if (!today) return null
  const { minutes } = today.frame
  const over = Math.round(minutesOver((now - own.began) / 60_000, minutes, steps, open, left))
  const cuts = over > 0 ? cutsFor(left, over) : []
  if (cuts.length === 0) return null
  return (
    <Choice label="Time">
      <p className="f-rule">
        About {over} min over the {minutes} planned. First to go:{' '}
        {cuts.map((b) => nameOf(b).toLowerCase()).join(', ')}. Warm-up and extensors stay.
      </p>
      <Press onClick={then(() => act.cut(cuts.map((b) => b.id)))}>
        Leave {cuts.length === 1 ? 'it' : 'them'} out
      </Press>
    </Choice>
  )
}

function ThisSet({ run: { act, done }, then }: { run: RunView; then: Then }) {
  const last = done.filter((l) => l.blockId !== null).at(-1)
  return (
    <Choice label="This set">
      <Press onClick={then(act.passOver)}>Skip</Press>
      <Press onClick={then(act.addSet)}>Add a set</Press>
      {last && <Press onClick={then(() => act.again(last.id))}>Last set again</Press>}
    </Choice>
  )
}

/** Steps of the load, kg. */
const LOAD_STEPS = [-2.5, -0.5, 0.5, 2.5] as const

function Load({ run }: { run: RunView }) {
  const { kg, step, units, act } = run
  if (kg === null || !step) return null
  const shown = (d: number) => Math.round(10 * must(fromSi(Math.abs(d), units.mass, 'kg'))) / 10
  return (
    <Choice label="Load">
      {LOAD_STEPS.map((d) => (
        <Press key={d} onClick={() => act.takeLoad(Math.max(0, kg + d))}>
          {d > 0 ? '+' : '\u2212'}
          {shown(d)}
        </Press>
      ))}
      <span>
        {run.shown(kg)} {units.mass}, {HAND[step.hand].toLowerCase()}
      </span>
    </Choice>
  )
}

function First({ others, onFirst }: { others: Blocks; onFirst: (id: string) => void }) {
  if (others.length === 0) return null
  return (
    <Choice label="Another exercise first">
      <span>First:</span>
      {others.map((b) => (
        <Press key={b.id} onClick={() => onFirst(b.id)}>
          {nameOf(b)}
        </Press>
      ))}
    </Choice>
  )
}

function Sound() {
  const { sound, voice, set } = useFloor()
  return (
    <Choice label="Sound">
      <Toggle on={sound} onClick={() => set({ sound: !sound })}>
        Beeps
      </Toggle>
      <Toggle on={voice} onClick={() => set({ voice: !voice })}>
        Voice
      </Toggle>
    </Choice>
  )
}

const ENDS = ['Has to leave', 'Coach stops it', 'Too tired', 'Out of time'] as const

function EndHere({ onEnd }: { onEnd: (why: string) => void }) {
  const [ending, setEnding] = useCalm(false)
  return (
    <Choice label="End the session here">
      {ending ? (
        <>
          <span>Why?</span>
          {ENDS.map((r) => (
            <Press key={r} onClick={() => onEnd(r.toLowerCase())}>
              {r}
            </Press>
          ))}
          <Press onClick={() => setEnding(false)}>Go on instead</Press>
        </>
      ) : (
        <Press onClick={() => setEnding(true)}>End early …</Press>
      )}
    </Choice>
  )
}

function Logged({ logs, onEdit }: { logs: readonly Log[]; onEdit: (id: string) => void }) {
  if (logs.length === 0) return null
  return (
    <ul className="f-logged" aria-label="Logged here">
      {[...logs].reverse().map((l) => (
        <li key={l.id}>
          <Press onClick={() => onEdit(l.id)}>
            <span>
              {HAND[l.hand]}, {nameOf(l).toLowerCase()}, set {l.set}
            </span>
            <b>
              {l.seconds !== null ? `${l.seconds}\u00A0s` : l.reps}
              {l.load !== null ? `, ${l.load}\u00A0${l.loadUnit}` : ''}
            </b>
          </Press>
        </li>
      ))}
    </ul>
  )
}
