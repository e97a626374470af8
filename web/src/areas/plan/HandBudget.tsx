import { memo } from 'react'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { TISSUES } from '@mano/core/catalogue/tissues'
import { handLedger, strapAdvice } from '@mano/core/plan/ledger'
import type { Settings } from '@mano/core/plan/schools'
import { type Block } from '@mano/core/plan/types'
import { DAY_NAMES, type DayFrame } from '@mano/core/intake/week'
import { must } from '@mano/core/units/must'

/** One budget of the hands for the week: left, right, and what they share, for each tissue. */
export const HandBudget = memo(function HandBudget({
  frame,
  blocks,
  settings,
}: {
  frame: readonly DayFrame[]
  blocks: readonly Block[]
  settings: Settings
}) {
  const rows = handLedger(frame, blocks, settings)
  const advice = strapAdvice(frame, blocks, settings)
  if (rows.length === 0) return null
  const tissues = TISSUES.filter((t) => rows.some((r) => r.tissue === t.id)).map((t) => ({
    t,
    left: must(rows.find((r) => r.tissue === t.id && r.hand === 'left')),
    right: must(rows.find((r) => r.tissue === t.id && r.hand === 'right')),
  }))
  const over = (n: number) =>
    n < 0 ? <b className="over">{`\u2212${Math.abs(n)} over`}</b> : `${n} left`
  return (
    <section className="budget" aria-labelledby="budget">
      <h2 className="h3" id="budget">
        The hands' budget for the week
      </h2>
      <table>
        <thead>
          <tr>
            <th scope="col" className="L">
              Left, left over
            </th>
            <th scope="col" className="L">
              Grip work
            </th>
            <th scope="col">Tissue, budget</th>
            <th scope="col" className="R">
              Grip work
            </th>
            <th scope="col" className="R">
              Right, left over
            </th>
            <th scope="col">Sport and job</th>
            <th scope="col">Heavy pulls</th>
          </tr>
        </thead>
        <tbody>
          {tissues.map(({ t, left, right }) => (
            <tr key={t.id}>
              <td className="L">{over(left.left)}</td>
              <td className="L">{left.grip}</td>
              <th scope="row">
                {t.name}, {left.budget}
              </th>
              <td className="R">{right.grip}</td>
              <td className="R">{over(right.left)}</td>
              <td>{left.sport}</td>
              <td>{left.pulls}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {advice.map((a) => (
        <p key={a.day}>
          <b>Strap the pulls of {DAY_NAMES[a.day]}:</b> that spares the fingers {a.spares}, for{' '}
          {a.blocks
            .map((b) => `${must(exerciseById(b.exerciseId)).name} on ${DAY_NAMES[b.day]}`)
            .join(' and ')}
          .
        </p>
      ))}
      <p className="note">
        Sets weighted by stress 1 to 3; practice estimates, no source. Sport, job and pulls load
        both hands.
      </p>
    </section>
  )
})
