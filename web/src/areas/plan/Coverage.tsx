import { qualityById } from '@mano/core/catalogue/qualities'
import { covered, keeps, targetOf } from '@mano/core/plan/coverage'
import type { WeekProblem } from '@mano/core/plan/problem'
import { settingsFor } from '@mano/core/plan/schools'
import type { Block } from '@mano/core/plan/types'

/** Effective sets of the week against what is aimed at, most wanted first. */
export function Coverage({ problem, blocks }: { problem: WeekProblem; blocks: readonly Block[] }) {
  const settings = settingsFor(problem.terms.settings, problem.wants, problem.frame)
  const rows = problem.wants
    .filter((w) => targetOf(w) > 0)
    .map((w) => ({ w, sets: covered(blocks, w, settings), target: targetOf(w) }))
    .sort((a, b) => b.w.priority - a.w.priority)
  return (
    <div className="block coverage">
      <h2 className="h3">Effective sets of the week</h2>
      <ul>
        {rows.slice(0, 9).map(({ w, sets, target }) => (
          <li key={`${w.quality} ${w.emphasis}`}>
            <span>
              {qualityById(w.quality).name}, {w.emphasis}
            </span>
            <span className="bar2">
              <i
                className={keeps(sets, w) ? '' : 'under'}
                style={{ width: `${Math.min(100, (100 * sets) / (1.5 * target))}%` }}
              />
              <em aria-hidden />
            </span>
            <b>
              {sets.toFixed(1)} of {target}
            </b>
          </li>
        ))}
      </ul>
      <p className="note">
        The mark is what is aimed at; dark is under what keeps it. A set counts for its own quality,
        by share for others, less where its aim is another.
      </p>
    </div>
  )
}
