import { counted } from '@mano/core/units/counted'
import { useMemo } from 'react'
import { Button } from '@mantine/core'
import type { WeekProblem } from '@mano/core/plan/problem'
import { scorePlan } from '@mano/core/plan/score'
import { type Block } from '@mano/core/plan/types'
import { useCalm } from '../../base/calm'
import { ChangeList } from './ChangeList'
import { useSearch, type Planner } from './usePlanner'
import { changesOf } from './weekChanges'

const pct = (share: number) => `${(100 * share).toFixed(1)}\u00A0%`
/** Points under which another week is not worth reading through: own rule. */
const WORTH_SHOWING = 1

/** The search for a better week: how far it is, stop, and what it found, to take or leave. */
export function SearchStrip({
  planner,
  problem,
  blocks,
  mends,
  onTake,
}: {
  planner: Planner
  problem: WeekProblem | null
  blocks: readonly Block[]
  /** The week shown breaks a rule: any that keeps them is the better. */ mends: boolean
  onTake: (blocks: readonly Block[], testDay: number | null | undefined) => void
}) {
  const search = useSearch(planner)
  const [shown, setShown] = useCalm(false)
  const best = 'best' in search ? search.best : null
  const changes = useMemo(() => (best ? changesOf(blocks, best.blocks) : []), [best, blocks])
  const looking = search.state !== 'idle'
  // A search speaks several times a second, mostly of the same week.
  const now = useMemo(
    () => (looking && problem ? scorePlan({ blocks }, problem).total : 0),
    [looking, blocks, problem],
  )
  const then = useMemo(
    () => (best && problem ? scorePlan(best, problem).total : now),
    [best, problem, now],
  )
  if (!looking) return null
  const more = then - now
  const better = best !== null && (mends || more > WORTH_SHOWING) && changes.length > 0
  return (
    <section className="search-strip" aria-label="Search for a better week">
      <div className="row">
        <p role="status">
          {search.state === 'looking' && (
            <>
              <b>Looking for a better week.</b>{' '}
              {search.gap === null
                ? 'The draft is shown meanwhile.'
                : `Within ${pct(search.gap)} of the best possible so far.`}
            </>
          )}
          {search.state === 'done' &&
            (better ? (
              <>
                <b>
                  {mends ? 'A week that keeps the rules was found.' : 'A better week was found.'}
                </b>{' '}
                {Math.abs(more).toFixed(0)} points {more < 0 ? 'less' : 'more'},
                {` ${counted(changes.length, 'change')}`}; within {pct(search.gap)} of the best
                possible.
              </>
            ) : (
              <>
                <b>No better week was found.</b> This one is within {pct(search.gap)} of the best
                possible.
              </>
            ))}
          {search.state === 'clash' && (
            <>
              <b>No week keeps all of these at once.</b> Any one of them left out, the rest fits.
            </>
          )}
          {search.state === 'failed' && (
            <>
              <b>The search ended.</b> {search.says}
            </>
          )}
        </p>
        {search.state === 'looking' && <progress aria-label="Search under way" />}
        <span className="plan-act">
          {better && (
            <Button variant="default" aria-expanded={shown} onClick={() => setShown(!shown)}>
              {shown ? 'Hide changes' : 'Show changes'}
            </Button>
          )}
          {better && (
            <Button
              onClick={() => {
                setShown(false)
                onTake(best.blocks, best.testDay)
              }}
            >
              Use this week
            </Button>
          )}
          <Button
            variant="default"
            onClick={() => {
              setShown(false)
              planner.stop()
            }}
          >
            {search.state === 'looking' ? 'Stop' : better ? 'Discard' : 'Close'}
          </Button>
        </span>
      </div>
      {shown && better && <ChangeList changes={changes} />}
      {search.state === 'clash' && (
        <ul className="changes">
          {search.clashes.map((c) => (
            <li key={c.key}>
              <b>{c.kind === 'safety' ? 'Safety' : 'Rule'}</b>
              <span>
                {c.says} {c.give ?? (c.kind === 'safety' ? 'Not given up.' : '')}
              </span>
            </li>
          ))}
        </ul>
      )}
      {search.state !== 'clash' && search.state !== 'failed' && (
        <p className="note">
          Points: 100 is everything the sport asks for, each by its weight. Weights are practice
          estimates, no source.
        </p>
      )}
    </section>
  )
}
