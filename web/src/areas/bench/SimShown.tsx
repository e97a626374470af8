import { memo } from 'react'
import { COULD, LIKELY, type Simulation } from '@mano/core/bench/simulate'
import { formatClock } from '@mano/core/units/format'
import { Icon } from '../../drawn/Icon'
import { ReservePlot } from '../../drawn/ReservePlot'
import type { Session } from '@mano/core/bench/dials'
import { must } from '@mano/core/units/must'

/**
 * What the model says of a script: the set that fails, the reserve over time, the rest that keeps
 * it. Drawn anew only for another result: while one is under way the page has its time.
 */
export const SimShown = memo(function SimShown({
  sim,
  session,
  leastRestS,
}: {
  sim: Simulation
  session: Session
  leastRestS: number | null
}) {
  const { script, number, load, restS } = session
  const likely = sim.sets.some((s) => s.fails >= LIKELY)
  const starts = script.map((_, i) => script.slice(0, i).reduce((a, s) => a + s.workS + s.restS, 0))
  const sets = script.map((s, i) => ({
    atS: must(starts[i]),
    lastS: s.workS,
    number: number(i),
    hand: s.hand,
  }))
  return (
    <>
      <ul className="chips">
        {(['left', 'right'] as const).map((hand) => (
          <Chip key={hand} sim={sim} hand={hand} number={number} />
        ))}
      </ul>
      <ReservePlot simulation={sim} load={load} sets={sets} />
      <p>
        {!likely
          ? 'The rest is long enough for this load.'
          : leastRestS === null
            ? 'No rest up to ten minutes mends that: the load or the hold is too much.'
            : `With ${formatClock(Math.max(leastRestS, restS))} of rest of a hand no set ` +
              'is likely to fail.'}
      </p>
      <Longest sim={sim} number={number} />
    </>
  )
})

function Chip({
  sim,
  hand,
  number,
}: {
  sim: Simulation
  hand: 'left' | 'right'
  number: (i: number) => number
}) {
  const own = sim.sets.filter((s) => s.hand === hand)
  const likely = own.find((s) => s.fails >= LIKELY)
  const could = own.find((s) => s.fails >= COULD)
  const worst = likely ?? could
  return (
    <li className={`${hand} ${likely ? 'solid' : could ? 'outline' : ''}`}>
      <Icon name={worst ? 'warn' : 'check'} />
      {hand === 'left' ? 'Left' : 'Right'}:{' '}
      {worst
        ? `set ${number(worst.set)} ${likely ? 'is likely to fail' : 'could fail'} ` +
          `(${Math.round(100 * worst.fails)} of 100 draws)`
        : 'no set fails'}
    </li>
  )
}

const time = (s: number): string => (s === Infinity || s > 1200 ? 'over 20 min' : formatClock(s))

function Longest({ sim, number }: { sim: Simulation; number: (i: number) => number }) {
  const byNumber = new Map<number, Simulation['sets'][number][]>()
  for (const s of sim.sets) {
    const n = number(s.set)
    byNumber.set(n, [...(byNumber.get(n) ?? []), s])
  }
  return (
    <details>
      <summary>Longest hold of each set</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">Set</th>
            <th scope="col">Left, s</th>
            <th scope="col">Right, s</th>
          </tr>
        </thead>
        <tbody>
          {[...byNumber].map(([n, all]) => (
            <tr key={n}>
              <th scope="row">{n}</th>
              {(['left', 'right'] as const).map((hand) => {
                const s = all.filter((x) => x.hand === hand).at(-1)
                return (
                  <td key={hand}>
                    {s
                      ? `${time(s.longestS[1])} (${time(s.longestS[0])} to ${time(s.longestS[2])})`
                      : ''}
                  </td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  )
}
