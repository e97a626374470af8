import { Anchor, Button } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { WeekProblem } from '@mano/core/plan/problem'
import { type Block, type WeekPlan } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { doseWords } from './BlockCard'
import { NotWorkedOut } from './NotWorkedOut'
import { useAnswer } from './usePlanner'
import { must } from '@mano/core/units/must'

const signed = (n: number): string =>
  `${n > 0 ? '+' : n < 0 ? '\u2212' : ''}${Math.abs(n).toFixed(1)}`

/**
 * Why a block is where it is: what is lost without it, what could stand in its place, where else it
 * could go.
 */
export function WhyPanel({
  block,
  plan,
  problem,
  onReplace,
  onMove,
}: {
  block: Block
  plan: WeekPlan
  problem: WeekProblem
  onReplace: (b: Block) => void
  onMove: (day: number) => void
}) {
  const key = JSON.stringify([block.id, plan.blocks, problem.terms, problem.frame])
  const answer = useAnswer('why', { kind: 'why', problem, plan, blockId: block.id }, key)
  const why = answer?.kind === 'why' ? answer.answer : undefined
  return (
    <div className="why">
      <h3 className="h4">Why this exercise</h3>
      <p>{block.reason || 'Chosen by the coach.'}</p>
      <h3 className="h4">Without it</h3>
      {answer?.kind === 'failed' ? (
        <NotWorkedOut says={answer.says} />
      ) : !why ? (
        <p className="note">Working it out …</p>
      ) : (
        <>
          <p>
            {Math.abs(why.loss.total) < 0.05 ? (
              'The week would lose nothing.'
            ) : why.loss.total > 0 ? (
              <>
                The week loses <b>{why.loss.total.toFixed(1)} points</b>.
              </>
            ) : (
              <>
                The week would be <b>{(-why.loss.total).toFixed(1)} points better</b>: it is not
                proven best.
              </>
            )}
          </p>
          <ul className="parts">
            {why.loss.parts.map((x) => (
              <li key={x.id}>
                <span>{x.name}</span>
                <b>{signed(-x.points)}</b>
              </li>
            ))}
          </ul>
          {why.breaks.length > 0 && (
            <p>A rule would break: {why.breaks.map((b) => b.says).join('; ')}.</p>
          )}
          <h3 className="h4">In its place</h3>
          {why.instead ? (
            <p>
              {must(exerciseById(why.instead.block.exerciseId)).name},{' '}
              {doseWords(why.instead.block)}:{' '}
              {Math.abs(why.instead.loses) < 0.05
                ? 'as good'
                : why.instead.loses > 0
                  ? `${why.instead.loses.toFixed(1)} points less`
                  : `${(-why.instead.loses).toFixed(1)} points more, so this week is not ` +
                    'proven best'}
              .{' '}
              <Anchor
                component="button"
                type="button"
                className="lnk"
                onClick={() => onReplace(must(why.instead).block)}
              >
                Swap
              </Anchor>
            </p>
          ) : (
            <p>Nothing else keeps the rules there.</p>
          )}
          <h3 className="h4">Another day</h3>
          {why.otherDays.length === 0 ? (
            <p>No other day takes it in the week as it is.</p>
          ) : (
            <p className="row">
              {why.otherDays.map((d) => (
                <Button variant="default" size="xs" key={d.day} onClick={() => onMove(d.day)}>
                  {DAY_NAMES[d.day]} {signed(-d.loses)}
                </Button>
              ))}
            </p>
          )}
        </>
      )}
    </div>
  )
}
