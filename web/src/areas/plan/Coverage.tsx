import { qualityById } from '@mano/core/catalogue/qualities'
import { isKept, servesOf } from '@mano/core/plan/serves'
import type { WeekProblem } from '@mano/core/plan/problem'
import type { Block } from '@mano/core/plan/types'

const SHOWN = 9

/** What the week gives each quality against what is aimed at, the most important first. */
export function Coverage({ problem, blocks }: { problem: WeekProblem; blocks: readonly Block[] }) {
  return (
    <div className="block coverage">
      <h2 className="h3">What the week serves</h2>
      <ul>
        {servesOf(blocks, problem)
          .slice(0, SHOWN)
          .map((r) => (
            <li key={r.quality}>
              <span>
                {qualityById(r.quality).name}
                {r.top && <small> top</small>}
              </span>
              <span className="bar2">
                <i
                  className={isKept(r) ? '' : 'under'}
                  style={{ width: `${Math.min(100, (100 * r.sets) / (1.5 * r.aim))}%` }}
                />
                <em aria-hidden />
              </span>
              <b>
                {r.sets.toFixed(1)} of {r.aim.toFixed(0)}
              </b>
            </li>
          ))}
      </ul>
      <p className="note">
        Sets, counted by how coaches of the sport rate the exercise for it: a staple in full, a good
        one nearly, an accessory a third. The mark is the aim; dark is under half of it. Not every
        row needs work every week: the top ones do.
      </p>
    </div>
  )
}
