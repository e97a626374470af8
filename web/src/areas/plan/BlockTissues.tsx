import { TISSUES } from '@mano/core/catalogue/tissues'
import type { PlannedWeek } from '@mano/core/plan/block'
import { handLedger } from '@mano/core/plan/ledger'
import { TISSUE_BUDGET } from '@mano/core/plan/practice'
import { formatDate } from '@mano/core/units/dates'

/** What each tissue bears week by week, as a share of its budget, sport and pulls counted. */
export function BlockTissues({
  planned,
  today,
}: {
  planned: readonly PlannedWeek[]
  today: string
}) {
  const weeks = planned.map((w) => ({
    w,
    rows: handLedger(w.frame, w.plan.blocks, w.problem.terms.settings),
  }))
  const share = (rows: ReturnType<typeof handLedger>, id: string) => {
    const own = rows.filter((r) => r.tissue === id)
    return own.length === 0
      ? 0
      : Math.max(...own.map((r) => (r.budget - r.left) / TISSUE_BUDGET[r.tissue].week))
  }
  const shown = TISSUES.filter((t) => weeks.some(({ rows }) => share(rows, t.id) > 0))
  return (
    <table className="weeks tissues">
      <caption className="h3">
        Load by tissue, share of the week's budget, the hand that bears more
      </caption>
      <thead>
        <tr>
          <th scope="col">Tissue</th>
          {weeks.map(({ w }) => (
            <th key={w.weekStart} scope="col">
              {formatDate(w.weekStart, today)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {shown.map((t) => (
          <tr key={t.id}>
            <th scope="row">{t.name}</th>
            {weeks.map(({ w, rows }) => {
              const s = share(rows, t.id)
              return (
                <td key={w.weekStart} className={w.kind}>
                  <span className="bar2">
                    <i style={{ width: `${Math.min(100, 100 * s)}%` }} />
                  </span>
                  {Math.round(100 * s)}
                  {'\u00A0'}%
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
