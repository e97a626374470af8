import { counted } from '@mano/core/units/counted'
import { type BoardColumn } from './boardColumn'
import { useMemo } from 'react'
import { handLoad, wholeWeekMinutes } from '@mano/core/plan/time'
import { ahead, changesIn, type AheadChange } from '@mano/core/session/ahead'
import type { LoadSources } from '@mano/core/session/sources'
import type { UnitChoice } from '@mano/core/units/format'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { Main, Other } from './BlockRows'
import { says, shortName } from './blockWords'
import type { Minutes } from '@mano/core/units/quantity'

/** Changes named in a week at the most. */
const NAMED = 3
/**
 * A block of weeks side by side: what each changes, each exercise as it rises, and the load of a
 * hand.
 */
export function BlockBoard({
  columns,
  sources,
}: {
  columns: readonly BoardColumn[]
  sources: LoadSources
}) {
  const units = useUnits()
  // What counts of a column are its blocks: its head changes more often.
  const stamp = JSON.stringify(columns.map((c) => [c.weekStart, c.kind, c.blocks]))
  // oxlint-disable-next-line react/exhaustive-deps
  const rows = useMemo(() => ahead(columns, sources), [sources, stamp])
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
                      minutes={wholeWeekMinutes(c.blocks)}
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
  const fewer = all.filter((c) => c.what === 'sets' && (c.by ?? 0) < 0)
  const rest = fewer.length > 2 ? all.filter((c) => !fewer.includes(c)) : all
  const shown = rest.slice(0, fewer.length > 2 ? NAMED - 1 : NAMED)
  const more = rest.length - shown.length
  return (
    <ul>
      {fewer.length > 2 && (
        <li>
          <Icon name="down" /> <b>Fewer sets</b>, {counted(fewer.length, 'exercise')}
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

function Load({
  load,
  most,
  top,
  minutes,
}: {
  load: number
  most: number | null
  top: number
  minutes: Minutes
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
