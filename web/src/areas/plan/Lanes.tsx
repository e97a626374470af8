import { memo } from 'react'
import { TISSUES } from '@mano/core/catalogue/tissues'
import { tissueDays, type TissueDay } from '@mano/core/plan/ledger'
import type { PlanContext } from '@mano/core/plan/situation'
import { type Block } from '@mano/core/plan/types'
import { DAY_NAMES, type DayFrame } from '@mano/core/intake/week'
import { rowOf } from '@mano/core/units/row'

/** An hour of the week in words: `Wed 17:30`. */
function hourWords(h: number): string {
  const minutes = Math.round((h % 24) * 60)
  return (
    `${DAY_NAMES[Math.floor(h / 24) % 7]}${h >= 168 ? ' after' : ''} ` +
    `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
  )
}

/**
 * What each tissue bears, day by day: hard days solid, the day after them hatched, sport in
 * outline.
 */
export const Lanes = memo(function Lanes({
  weekStart,
  frame,
  blocks,
  context,
}: {
  weekStart: string
  frame: readonly DayFrame[]
  blocks: readonly Block[]
  context: PlanContext
}) {
  const rows = tissueDays(weekStart, frame, blocks, context).map((r) => ({
    t: rowOf(TISSUES, r.tissue),
    cells: r.days,
  }))
  if (rows.length === 0) return null
  const says = (c: TissueDay) =>
    [
      c.grip > 0 && `${Math.round(100 * c.grip)}\u00A0% of the day's budget`,
      c.sport > 0 && `sport and pulls ${Math.round(100 * c.sport)}\u00A0%`,
      c.hard && 'hard day',
      c.recovering && 'recovering',
    ]
      .filter(Boolean)
      .join(', ') || 'nothing'
  const ready = (cells: readonly TissueDay[]) => {
    const all = cells.flatMap((c) => (c.readyAt === null ? [] : [hourWords(c.readyAt)]))
    return all.length === 0 ? '' : `, ready for hard work again ${all.join(' and ')}`
  }
  return (
    <div className="lanes">
      <h2 className="vh">What each tissue bears, by day</h2>
      <ul>
        {rows.map(({ t, cells }) => (
          <li key={t.id}>
            <b>
              {t.name}
              {ready(cells)}
            </b>
            <div>
              {cells.map((c, d) => (
                <span
                  key={d}
                  className={c.recovering ? 'recovering' : ''}
                  title={`${DAY_NAMES[d]}: ${says(c)}`}
                >
                  <span className="vh">
                    {DAY_NAMES[d]}: {says(c)}.{' '}
                  </span>
                  <i
                    aria-hidden
                    className={c.hard ? 'hard' : ''}
                    style={{ '--share': Math.min(1, c.grip) }}
                  />
                  {c.sport > 0 && <u aria-hidden style={{ '--share': Math.min(1, c.sport) }} />}
                </span>
              ))}
            </div>
          </li>
        ))}
      </ul>
      <p className="legend">
        <span>
          <i className="k hard" /> Hard work
        </span>
        <span>
          <i className="k" /> Other work
        </span>
        <span>
          <i className="k rec" /> Recovering
        </span>
        <span>
          <i className="k sport" /> Sport and pulls
        </span>
        <span>Full width of a free day: the day's budget</span>
      </p>
    </div>
  )
})
