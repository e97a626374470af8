import { Button } from '@mantine/core'
import { useState } from 'react'
import { SCHOOLS } from '@mano/core/catalogue/schools'
import { choiceOf } from '@mano/core/plan/coach'
import type { WeekProblem } from '@mano/core/plan/problem'
import { SCHOOL_EFFECTS, type Choice as Side, type Settings } from '@mano/core/plan/schools'
import type { Block, WeekPlan } from '@mano/core/plan/types'
import { must } from '@mano/core/units/must'
import { rowOf } from '@mano/core/units/row'
import { Term } from '../../base/Term'
import { weekRows } from './schoolRows'
import { ChangeList } from './ChangeList'
import { changesOf } from './weekChanges'
import { Choice } from '../../base/Choice'
import { usePlanner, useSearch, type Search } from './usePlanner'

/** How near the week under the other choice stays to the one that is there. */
const NEAR = 0.1

/**
 * A question where practitioners differ: the same week under the other choice, side by side, to
 * take over or leave.
 */
export function Schools({
  problem,
  week,
  onTake,
}: {
  problem: WeekProblem
  week: WeekPlan
  onTake: (settings: Settings, blocks: readonly Block[] | null) => void
}) {
  const [id, setId] = useState('isolate_combine')
  const now = must(choiceOf(problem, id))
  const other: 'a' | 'b' = now === 'a' ? 'b' : 'a'
  const settings = { ...problem.terms.settings, [id]: other }
  const under: WeekProblem = {
    ...problem,
    terms: { ...problem.terms, settings },
    near: { blocks: week.blocks, weight: NEAR },
  }
  const planner = usePlanner()
  const search = useSearch(planner)
  const best = 'best' in search ? search.best : null
  const { what } = rowOf(SCHOOL_EFFECTS, id).measure
  return (
    <div className="change schools">
      <Choice
        label="Question"
        data-autofocus
        value={id}
        onChange={(v) => {
          planner.stop()
          setId(v)
        }}
        data={SCHOOLS.map((s) => ({ value: s.id, label: s.question }))}
      />
      <p className="note">
        <Term kind="approach" id={id}>
          What both sides say
        </Term>
      </p>
      <Sides id={id} now={now} other={other} />
      {week.blocks.length > 0 && (
        <SideBySide
          now={weekRows(problem, week, what)}
          then={best && weekRows(under, { ...week, blocks: best.blocks }, what)}
        />
      )}
      {best && <ChangeList changes={changesOf(week.blocks, best.blocks)} />}
      <p role="status">{saysOf(search)}</p>
      <div className="row">
        {week.blocks.length > 0 && (
          <Button
            variant={search.state === 'done' ? 'default' : 'filled'}
            disabled={search.state === 'looking'}
            onClick={() => planner.look({ kind: 'improve', problem: under, plan: week })}
          >
            Plan the week the other way
          </Button>
        )}
        {search.state === 'done' && (
          <Button onClick={() => onTake(settings, search.best.blocks)}>Use this week</Button>
        )}
        <Button variant="default" onClick={() => onTake(settings, null)}>
          Only set the approach
        </Button>
      </div>
      <p className="note">
        Default: {rowOf(SCHOOLS, id).default}. Common practice, no source; what share of the gain an
        approach gives is the coach's own guess.
      </p>
    </div>
  )
}

function saysOf(search: Search): string {
  switch (search.state) {
    case 'looking':
      return 'Planning the week under the other approach …'
    case 'done':
      return `Within ${(100 * search.gap).toFixed(1)}\u00A0% of the best possible under it.`
    case 'clash':
      return 'No week keeps all rules under it.'
    case 'failed':
      return search.says
    default:
      return ''
  }
}

/** What each side says, and what it does to a week. */
function Sides({ id, now, other }: { id: string; now: Side; other: 'a' | 'b' }) {
  const school = rowOf(SCHOOLS, id)
  const effect = rowOf(SCHOOL_EFFECTS, id)
  return (
    <div className="side">
      <section aria-label="As it is">
        <h3 className="h4">As it is: {now === 'mixed' ? 'A mix of both' : school[now]}</h3>
        <p className="note">{now === 'mixed' ? 'Neither is leant to.' : effect.says[now]}</p>
      </section>
      <section aria-label="The other training approach">
        <h3 className="h4">The other: {school[other]}</h3>
        <p className="note">{effect.says[other]}</p>
      </section>
    </div>
  )
}

type Rows = ReturnType<typeof weekRows>

function SideBySide({ now, then }: { now: Rows; then: Rows | null }) {
  return (
    <table className="facts">
      <thead>
        <tr>
          <th scope="col">The week</th>
          <th scope="col">As it is</th>
          <th scope="col">The other</th>
        </tr>
      </thead>
      <tbody>
        {now.map(([name, value], i) => {
          const other = then && must(then[i])[1]
          return (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{value}</td>
              <td>
                {other === null && '…'}
                {other !== null && <b className={other === value ? '' : 'differs'}>{other}</b>}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
