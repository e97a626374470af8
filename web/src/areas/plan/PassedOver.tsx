import type { WeekProblem } from '@mano/core/plan/problem'
import { DAY_NAMES, type Block, type WeekPlan } from '@mano/core/plan/types'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { v7 } from 'uuid'
import { useAnswer } from './usePlanner'

/** What would have given most and is not there, with the rule that keeps it out. */
export function PassedOver({
  problem,
  plan,
  onAdd,
}: {
  problem: WeekProblem
  plan: WeekPlan
  onAdd: (b: Block) => void
}) {
  const key = JSON.stringify(['passed', plan.blocks, problem.terms, plan.frame])
  const rows = useAnswer('passed', { kind: 'passed', problem, plan }, key)?.rows
  if (rows?.length === 0) return null
  return (
    <div className="block passed">
      <h2 className="h3">Passed over</h2>
      {!rows ? (
        <p className="note">Working it out …</p>
      ) : (
        <ul>
          {rows.map(({ block, gains, breaks }) => (
            <li key={block.exerciseId}>
              <span>
                <b>{exerciseById(block.exerciseId)!.name}</b>, {DAY_NAMES[block.day]}: +
                {gains.toFixed(1)} points by itself
              </span>
              <small>
                {breaks ? (
                  `Not there: ${breaks}.`
                ) : (
                  <>
                    No rule stands against it: this week is not proven best.{' '}
                    <button className="lnk" onClick={() => onAdd({ ...block, id: v7() })}>
                      Add
                    </button>
                  </>
                )}
              </small>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
