import type { ReactNode } from 'react'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { qualityById } from '@mano/core/catalogue/qualities'
import {
  ahead,
  behind,
  changesIn,
  type AheadCell,
  type AheadChange,
  type AheadRow,
  type AheadWeek,
} from '@mano/core/session/ahead'
import type { LoadSources } from '@mano/core/session/loads'
import { ladderOf } from '@mano/core/progress/ladders'
import { handLoad, weekMinutes } from '@mano/core/plan/time'
import { DAY_NAMES } from '@mano/core/plan/types'
import { formatWithUnit, type UnitChoice } from '@mano/core/units/format'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'

/** A column: what heads it, and its plan where it has one. */
export interface BoardColumn extends AheadWeek {
  head: ReactNode
  /** It has blocks, planned now or kept before. */
  filled: boolean
  /** Most hand load growth allows; null: not known. */
  most: number | null
  now: boolean
}

/** Changes named in a week at the most. */
const NAMED = 3
/** How much of a longer set shows beside load: as a time to failure goes with load. */
const AMOUNT = 0.35
/** How much taller a harder step of the ladder stands. */
const RUNG = 1.6
const COLUMN = { least: 12, range: 34, set: 5.2, widest: 46 } as const

/** A block of weeks side by side: what each changes, each exercise as it rises, and the load of a hand. */
export function BlockBoard({
  columns,
  sources,
}: {
  columns: readonly BoardColumn[]
  sources: LoadSources
}) {
  const units = useUnits()
  const rows = ahead(columns, sources)
  const mains = rows.filter((r) => r.lead)
  const others = rows.filter((r) => !r.lead)
  const span = columns.length + 1
  const filled = columns.some((c) => c.filled)
  const top = Math.max(1, ...columns.flatMap((c) => [handLoad(c.blocks), c.most ?? 0]))
  return (
    <div className="block-scroll">
      <table className="block-board">
        <caption className="vh">Weeks of the block and what rises in each</caption>
        <thead>
          <tr>
            <th scope="col">Week, kind</th>
            {columns.map((c) => (
              <th
                key={c.weekStart}
                scope="col"
                className={`${c.kind} ${c.now ? 'now' : ''}`}
                aria-current={c.now ? 'date' : undefined}
              >
                {c.head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {filled && (
            <tr className="what">
              <th scope="row">
                What changes<small>if each set goes as proposed</small>
              </th>
              {columns.map((c, i) => (
                <td key={c.weekStart} className={c.kind}>
                  {c.filled && <Changes all={changesIn(rows, i)} week={i} units={units} />}
                </td>
              ))}
            </tr>
          )}
          {mains.length > 0 && (
            <Band
              span={span}
              name="Main exercises"
              says="height: load, step and amount; width: sets of a hand in the week"
            />
          )}
          {mains.map((r) => (
            <Main key={r.exerciseId} row={r} columns={columns} units={units} />
          ))}
          {others.length > 0 && (
            <Band
              span={span}
              name="The rest"
              says="one box for the weeks that are alike; a thick edge on top: a step up or new"
            />
          )}
          {others.map((r) => (
            <Other key={r.exerciseId} row={r} columns={columns} units={units} />
          ))}
          {filled && (
            <tr className="load">
              <th scope="row">
                Load of a hand
                <small>weighted sets; the line is the most that growth allows</small>
              </th>
              {columns.map((c) => (
                <td key={c.weekStart} className={c.kind}>
                  {c.filled && (
                    <Load
                      load={handLoad(c.blocks)}
                      most={c.most}
                      top={top}
                      minutes={Math.ceil(weekMinutes(c.blocks))}
                    />
                  )}
                </td>
              ))}
            </tr>
          )}
        </tbody>
      </table>
    </div>
  )
}

const Band = ({ span, name, says }: { span: number; name: string; says: string }) => (
  <tr className="band">
    <th colSpan={span} scope="colgroup">
      {name} <small>{says}</small>
    </th>
  </tr>
)

const ONE: Readonly<Record<string, string>> = { reps: 'rep', trips: 'trip' }
/** An amount with its unit. */
function amountOf(id: string, n: number): string {
  const unit = exerciseById(id)?.dose.unit ?? 's'
  return `${n}\u00A0${n === 1 ? (ONE[unit] ?? unit) : unit}`
}
const signed = (n: number, text: string): string => `${n < 0 ? '\u2212' : '+'}${text}`

/** What a change says, in few words. */
function says(c: AheadChange, units: UnitChoice): string {
  if (c.what === 'new') return 'new'
  if (c.what === 'out') return 'out'
  if (c.what === 'rung') return c.rung ?? ''
  const by = Math.abs(c.by!)
  if (c.what === 'load') return signed(c.by!, formatWithUnit(by, 'kg', units))
  if (c.what === 'dose') return signed(c.by!, amountOf(c.exerciseId, by))
  const sets = Math.round(2 * by) / 2
  return `${sets} ${sets === 1 ? 'set' : 'sets'} ${c.by! < 0 ? 'fewer' : 'more'}`
}

/** The quality, where one exercise of the week stands for it; else the exercise. */
function shortName(id: string, all: readonly AheadChange[]): string {
  const quality = (x: string) => exerciseById(x)?.primary
  const own = quality(id)
  return own && own !== 'day' && all.filter((c) => quality(c.exerciseId) === own).length === 1
    ? qualityById(own).name
    : (exerciseById(id)?.name ?? id).split(',')[0]!
}

function Changes({
  all,
  week,
  units,
}: {
  all: readonly AheadChange[]
  week: number
  units: UnitChoice
}) {
  if (week === 0) return <span className="quiet">Starts.</span>
  if (all.length === 0) return <span className="quiet">Nothing.</span>
  // Where most of a week only has fewer sets, that is one line.
  const fewer = all.filter((c) => c.what === 'sets' && c.by! < 0)
  const rest = fewer.length > 2 ? all.filter((c) => !fewer.includes(c)) : all
  const shown = rest.slice(0, fewer.length > 2 ? NAMED - 1 : NAMED)
  const more = rest.length - shown.length
  return (
    <ul>
      {fewer.length > 2 && (
        <li>
          <Icon name="down" /> <b>Fewer sets</b>, {fewer.length} exercises
        </li>
      )}
      {shown.map((c) => (
        <li key={c.exerciseId}>
          <Icon
            name={c.what === 'out' || (c.by ?? 0) < 0 ? 'down' : c.what === 'new' ? 'plus' : 'up'}
          />{' '}
          <b>{shortName(c.exerciseId, all)}</b> {says(c, units)}
        </li>
      ))}
      {more > 0 && <li className="quiet">and {more} more</li>}
    </ul>
  )
}

/** What one set of a cell is: load and amount, or amount and step. */
function amountWords(r: AheadRow, cell: AheadCell, units: UnitChoice): string {
  const h = behind(cell)
  const dose = amountOf(r.exerciseId, h.dose)
  if (h.loadKg !== null)
    return `${h.guessed ? 'about ' : ''}${formatWithUnit(h.loadKg, 'kg', units)} × ${dose}`
  return h.rung ? `${dose}, ${h.rung}` : dose
}
const key = (r: AheadRow, c: AheadCell | null, units: UnitChoice): string =>
  c === null
    ? ''
    : `${amountWords(r, c, units)} ${c.days.join()} ${Object.values(c.hands)
        .map((h) => h.sets)
        .join()}`

const dayWords = (c: AheadCell): string =>
  [...c.days]
    .sort()
    .map((d) => DAY_NAMES[d])
    .join(', ')

function Name({ row }: { row: AheadRow }) {
  const e = exerciseById(row.exerciseId)!
  return (
    <th scope="row">
      <small>{e.primary && e.primary !== 'day' ? qualityById(e.primary).name : 'Day'}</small>
      {e.name}
    </th>
  )
}

const stepOf = (row: AheadRow, i: number): boolean => {
  const now = row.cells[i]
  const was = row.cells.slice(0, i).findLast((c) => c !== null)
  if (!now || !was) return false
  const [a, b] = [behind(was), behind(now)]
  return (b.loadKg ?? 0) > (a.loadKg ?? 0) || a.rung !== b.rung || b.dose > a.dose
}

/** A main exercise: a pair of columns on the spine, tall by load, wide by sets. */
function Main({
  row,
  columns,
  units,
}: {
  row: AheadRow
  columns: readonly BoardColumn[]
  units: UnitChoice
}) {
  const { rungs } = ladderOf(exerciseById(row.exerciseId)!)
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
                ? `${sets('left')} sets with both hands`
                : `left ${sets('left')} sets, right ${sets('right')} sets`}
            </span>
            <small>{dayWords(c)}</small>
          </td>
        )
      })}
    </tr>
  )
}

/** Any other exercise: weeks that are alike are one box. */
function Other({
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
      columns[i + n]!.filled === columns[i]!.filled
    )
      n++
    const col = columns[i]!
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

/** Sets of a week: one number where the hands have the same. */
function setsWords(c: AheadCell): string {
  const [l, r] = [c.hands.left?.sets, c.hands.right?.sets]
  if (c.hands.both) return `${c.hands.both.sets} sets`
  return l === r || l === undefined || r === undefined ? `${l ?? r} sets` : `L ${l}, R ${r}`
}

function Load({
  load,
  most,
  top,
  minutes,
}: {
  load: number
  most: number | null
  top: number
  minutes: number
}) {
  return (
    <>
      <div className="hand-bar" aria-hidden>
        <i style={{ height: `${(100 * load) / top}%` }} />
        {most !== null && <em style={{ bottom: `${Math.min(100, (100 * most) / top)}%` }} />}
      </div>
      <p>
        <b>{load.toFixed(1)}</b>
        {most !== null && ` of ${most.toFixed(1)}`}
        <small>{minutes} min</small>
      </p>
    </>
  )
}
