import { counted } from '@mano/core/units/counted'
import type { ReactNode } from 'react'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { qualityById } from '@mano/core/catalogue/qualities'
import { ladderOf } from '@mano/core/progress/ladders'
import { behind, type AheadCell, type AheadRow } from '@mano/core/session/ahead'
import type { UnitChoice } from '@mano/core/units/format'
import { Icon } from '../../drawn/Icon'
import type { BoardColumn } from './boardColumn'
import { amountWords, dayWords, key, setsWords, stepOf } from './blockWords'
import { must } from '@mano/core/units/must'

/** How much of a longer set shows beside load: as a time to failure goes with load. */
const AMOUNT = 0.35
/** How much taller a harder step of the ladder stands. */
const RUNG = 1.6
const COLUMN = { least: 12, range: 34, set: 5.2, widest: 46 } as const

function Name({ row }: { row: AheadRow }) {
  const e = must(exerciseById(row.exerciseId))
  return (
    <th scope="row">
      <small>{e.primary && e.primary !== 'day' ? qualityById(e.primary).name : 'Day'}</small>
      {e.name}
    </th>
  )
}

/** A main exercise: a pair of columns on the spine, tall by load, wide by sets. */
export function Main({
  row,
  columns,
  units,
}: {
  row: AheadRow
  columns: readonly BoardColumn[]
  units: UnitChoice
}) {
  const { rungs } = ladderOf(must(exerciseById(row.exerciseId)))
  const size = (c: AheadCell) => {
    const h = behind(c)
    const rung = h.rung === null ? 0 : Math.max(0, rungs.indexOf(h.rung))
    return (h.loadKg ?? 1) * h.dose ** AMOUNT * RUNG ** rung
  }
  const sizes = row.cells.flatMap((c) => (c ? [size(c)] : []))
  const [low, high] = [Math.min(...sizes), Math.max(...sizes)]
  const height = (c: AheadCell) =>
    COLUMN.least + (high > low ? (COLUMN.range * (size(c) - low)) / (high - low) : COLUMN.range / 2)
  return (
    <tr className="main">
      <Name row={row} />
      {columns.map((col, i) => {
        const c = row.cells[i]
        if (!c)
          return (
            <td key={col.weekStart} className={`${col.kind} quiet`}>
              {col.filled ? 'out' : ''}
            </td>
          )
        const up = stepOf(row, i)
        const sets = (h: 'left' | 'right') => c.hands[h]?.sets ?? c.hands.both?.sets ?? 0
        return (
          <td key={col.weekStart} className={col.kind}>
            <p>
              {up && <Icon name="up" />}
              {up && <span className="vh">Rises to </span>}
              <b>{amountWords(row, c, units)}</b>
            </p>
            <div className={`pillar ${up ? 'up' : ''} ${c.hands.both ? 'both' : ''}`} aria-hidden>
              <span>{sets('left')}</span>
              <i
                className="l"
                style={{
                  height: height(c),
                  width: Math.min(COLUMN.widest, COLUMN.set * sets('left')),
                }}
              />
              <i
                className="r"
                style={{
                  height: height(c),
                  width: Math.min(COLUMN.widest, COLUMN.set * sets('right')),
                }}
              />
              <span>{sets('right')}</span>
            </div>
            <span className="vh">
              {c.hands.both
                ? `${counted(sets('left'), 'set')} with both hands`
                : `left ${counted(sets('left'), 'set')}, right ${counted(sets('right'), 'set')}`}
            </span>
            <small>{dayWords(c)}</small>
          </td>
        )
      })}
    </tr>
  )
}

/** Any other exercise: weeks that are alike are one box. */
export function Other({
  row,
  columns,
  units,
}: {
  row: AheadRow
  columns: readonly BoardColumn[]
  units: UnitChoice
}) {
  const cells: ReactNode[] = []
  for (let i = 0; i < columns.length;) {
    const c = row.cells[i] ?? null
    const own = key(row, c, units)
    let n = 1
    while (
      i + n < columns.length &&
      key(row, row.cells[i + n] ?? null, units) === own &&
      must(columns[i + n]).filled === must(columns[i]).filled
    )
      n++
    const col = must(columns[i])
    const first = row.cells.slice(0, i).every((x) => x === null)
    cells.push(
      <td key={col.weekStart} colSpan={n} className={n === 1 ? col.kind : ''}>
        {c ? (
          <p className={`box ${stepOf(row, i) || (first && i > 0) ? 'step' : ''}`}>
            <b>{setsWords(c)}</b> {amountWords(row, c, units)}, {dayWords(c)}
          </p>
        ) : (
          <span className="quiet">{col.filled ? 'out' : ''}</span>
        )}
      </td>,
    )
    i += n
  }
  return (
    <tr className="extra">
      <Name row={row} />
      {cells}
    </tr>
  )
}
