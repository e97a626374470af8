import { counted } from '@mano/core/units/counted'
import { UnstyledButton } from '@mantine/core'
import { Link } from 'react-router'
import { exerciseById, type Exercise } from '@mano/core/catalogue/exercises'
import { findingLine } from '@mano/core/safety/words'
import { loadAdvice } from '@mano/core/session/loads'
import type { Block } from '@mano/core/plan/types'
import { CLOSING, warmUp } from '@mano/core/session/steps'
import { toSi } from '@mano/core/units/convert'
import { addDays } from '@mano/core/units/dates'
import { formatClock, formatWithUnit } from '@mano/core/units/format'
import { Icon } from '../../drawn/Icon'
import { useCalm } from '../../base/calm'
import { HAND } from './hand'
import { useFloor } from './store'
import type { RunView } from './useRun'
import { handsFor } from './useToday'
import { must } from '@mano/core/units/must'

const REASONS = ['Done already', 'Warm from training', 'No time'] as const

/** Always first; left out only with a reason. */
export function WarmUp({ run }: { run: RunView }) {
  const [leaving, setLeaving] = useCalm(false)
  const { data, own, act, blocks, today } = run
  const hard = (today?.blocks ?? []).some((b) => exerciseById(b.exerciseId)?.level === 'hard')
  return (
    <>
      <div className="f-log">
        <p className="f-word">Warm-up</p>
        {data.low?.low && (
          <p className="f-held">
            <Icon name="warn" />
            The squeeze of today is low
            {data.low.lowTwice
              ? ' for the second time on end: worth a talk before loading'
              : ''}.{' '}
            {hard
              ? 'A lighter version leaves the hard work out and keeps the extensors.'
              : 'There is no hard work today.'}
          </p>
        )}
        {hard && (data.low?.low || own.lighter) && (
          <div className="f-choice" role="group" aria-label="Version">
            <UnstyledButton
              className={`f-btn ${own.lighter ? 'on' : ''}`}
              aria-pressed={own.lighter}
              onClick={() => act.lighter(!own.lighter)}
            >
              Lighter version
            </UnstyledButton>
          </div>
        )}
        <Exercises run={run} of={warmUp(blocks)} />
        {leaving && (
          <div className="f-choice" role="group" aria-label="Why it is left out">
            {REASONS.map((r) => (
              <UnstyledButton key={r} className="f-btn" onClick={() => act.warmedUp(r)}>
                {r}
              </UnstyledButton>
            ))}
          </div>
        )}
      </div>
      <div className="f-bar">
        <UnstyledButton
          className="f-btn quiet"
          aria-expanded={leaving}
          onClick={() => setLeaving(!leaving)}
        >
          Leave it out
        </UnstyledButton>
        <UnstyledButton className="f-btn main go" onClick={() => act.warmedUp(null)}>
          Warm-up done
        </UnstyledButton>
      </div>
    </>
  )
}

/**
 * Warm-up or closing work as the judge leaves it: with both hands, one, or not at all; what asks
 * waits for the coach's reason.
 */
function Exercises({ run, of }: { run: RunView; of: readonly Exercise[] }) {
  const { today, data, act } = run
  const rows = of.map((e) => ({
    e,
    ...(today ? handsFor(today, e) : { hand: 'both' as const, findings: [], asks: false }),
  }))
  const asking = rows.filter((r) => r.asks)
  const why = [...new Set(rows.flatMap((r) => r.findings.map(findingLine)))]
  return (
    <>
      <ul className="f-list">
        {rows.map(({ e, hand }) => (
          <li key={e.id} className={hand === null ? 'off' : ''}>
            <b>{e.name}</b>
            <span>
              {hand === null
                ? 'off'
                : `${e.sets[0] > 1 ? `${e.sets[0]} × ` : ''}${e.dose.range[0]}\u00A0` +
                  `${e.dose.unit}${hand === 'both' ? '' : `, ${hand} only`}`}
            </span>
          </li>
        ))}
      </ul>
      {why.map((line) => (
        <p key={line} className="f-held">
          <Icon name="stop" />
          {line}
        </p>
      ))}
      {asking.length > 0 && !data.link && (
        <div className="f-choice" role="group" aria-label="Reason for the warm-up">
          <span>Do {asking.length === 1 ? 'it' : 'them'} with your reason:</span>
          {['Light, as agreed', 'As the clinician advised'].map((r) => (
            <UnstyledButton
              key={r}
              className="f-btn"
              onClick={() =>
                act.reasons(
                  asking.map((x) => x.e),
                  r,
                )
              }
            >
              {r}
            </UnstyledButton>
          ))}
        </div>
      )}
    </>
  )
}

export function Closing({ run }: { run: RunView }) {
  return (
    <>
      <div className="f-log">
        <p className="f-word">Stretches</p>
        <Exercises run={run} of={CLOSING} />
      </div>
      <div className="f-bar">
        <UnstyledButton className="f-btn main go" onClick={run.act.closed}>
          Session done
        </UnstyledButton>
      </div>
    </>
  )
}

/** What was done, and what each hand takes next time. */
export function End({
  run,
  waiting,
  back,
}: {
  run: RunView
  waiting: number
  back: string | null
}) {
  const leave = useFloor((s) => s.leave)
  const { data, own, blocks, done, units, today } = run
  const worst = done.filter((l) => (l.pain ?? 0) > 3)
  const logs = [
    ...data.athlete.history.logs.filter((l) => l.on !== own.on),
    ...data.athlete.history.logs.filter(
      (l) => l.on === own.on && !own.logs.some((x) => x.id === l.id),
    ),
    ...own.logs
      .filter((l) => done.some((d) => d.id === l.id))
      .map((l) => ({
        id: l.id,
        blockId: l.blockId ?? null,
        exerciseId: l.exerciseId,
        on: own.on,
        hand: l.hand,
        set: l.set,
        loadKg: l.load === null ? null : toSi(l.load, l.loadUnit, 'kg'),
        seconds: l.seconds ?? null,
        reps: l.reps ?? null,
        ended: l.ended,
        effort: l.effort ?? null,
        pain: l.pain ?? null,
      })),
  ]
  const next = blocks
    .filter((b) => done.some((l) => l.blockId === b.id))
    .map((b) => ({
      b,
      hands: b.hands.flatMap((hand) => {
        const a = loadAdvice(b, hand, today?.frame.place ?? 'hall', {
          ...data.sources,
          logs,
          today: addDays(own.on, 1),
        })
        return a && a.kg !== null && a.from === 'log' ? [{ hand, kg: a.kg, why: a.why }] : []
      }),
    }))
    .filter((x) => x.hands.length > 0)
  return (
    <div className="f-end">
      <h1>{own.early ? 'Session ended early' : 'Session done'}</h1>
      {own.early && (
        <p>
          {own.early.reason}. Left:{' '}
          {own.early.setsLeft
            .map((x) => `${x.sets} of ${nameOf(today?.blocks ?? [], x.blockId)}`)
            .join(', ')}
          .{' '}
          {!data.link && (
            <Link to={`/athletes/${data.athlete.id}/plan`}>Move it to another day</Link>
          )}
        </p>
      )}
      <p>
        {counted(own.logs.filter((l) => l.blockId !== null && !l.supersedesId).length, 'set')}{' '}
        logged, {formatClock(own.logs.reduce((a, l) => a + (l.seconds ?? 0), 0))} under load.
        {waiting > 0
          ? ` ${waiting} still on this device; they are sent when the network is back.`
          : ''}
      </p>
      {worst.length > 0 && (
        <p className="f-held">
          <Icon name="stop" />
          Pain 4 or more was noted. Ask again tomorrow morning; the next hard work of that tissue
          needs your reason.
        </p>
      )}
      {next.length > 0 && (
        <table className="f-table">
          <caption>Next time, as a proposal</caption>
          <tbody>
            {next.flatMap(({ b, hands }) =>
              hands.map((h) => (
                <tr key={b.id + h.hand}>
                  <th scope="row">{must(exerciseById(b.exerciseId)).name}</th>
                  <td>{HAND[h.hand]}</td>
                  <td>
                    <b>{formatWithUnit(h.kg, 'kg', units)}</b>
                  </td>
                  <td>{h.why}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      )}
      {back && (
        <Link
          className="f-btn go"
          to={back}
          onClick={() => {
            if (waiting === 0) leave(run.key)
          }}
        >
          Back to the hall
        </Link>
      )}
    </div>
  )
}

/** A block of the day by the name of its exercise. */
const nameOf = (blocks: readonly Block[], id: string): string =>
  exerciseById(blocks.find((b) => b.id === id)?.exerciseId ?? '')?.name.toLowerCase() ?? 'a block'
