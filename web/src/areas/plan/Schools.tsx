import { Button, NativeSelect } from '@mantine/core'
import { useState } from 'react'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { SCHOOLS } from '@mano/core/catalogue/schools'
import { choiceOf } from '@mano/core/plan/coach'
import { isKept, servesOf } from '@mano/core/plan/serves'
import { measureWeek } from '@mano/core/plan/measureWeek'
import type { WeekProblem } from '@mano/core/plan/problem'
import { SCHOOL_EFFECTS, settingsFor, type Choice, type Settings } from '@mano/core/plan/schools'
import { blockMinutes, handLoad, setsOf, wholeWeekMinutes, workSeconds } from '@mano/core/plan/time'
import type { Block, WeekPlan } from '@mano/core/plan/types'
import { rowOf } from '@mano/core/units/row'
import { Term } from '../../base/Term'
import { changesOf, KIND } from './SearchStrip'
import { usePlanner } from './usePlanner'
import { must } from '@mano/core/units/must'
import { capital } from '@mano/core/units/capital'

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
  const school = rowOf(SCHOOLS, id)
  const effect = rowOf(SCHOOL_EFFECTS, id)
  const now = must(choiceOf(problem, id))
  const other: Choice = now === 'a' ? 'b' : 'a'
  const settings = { ...problem.terms.settings, [id]: other }
  const under: WeekProblem = {
    ...problem,
    terms: { ...problem.terms, settings },
    near: { blocks: week.blocks, weight: 0.1 },
  }
  const planner = usePlanner()
  const { search } = planner
  const best = 'best' in search ? search.best : null
  const says = (c: Choice) => (c === 'mixed' ? 'A mix of both' : c === 'a' ? school.a : school.b)
  const column = (p: WeekProblem, blocks: readonly Block[]) => {
    const s = settingsFor(p.terms.settings, p.wants, p.frame)
    const rows = servesOf(blocks, p)
    return [
      ['Minutes a week', wholeWeekMinutes(blocks).toString()],
      [
        'of it combined work',
        Math.round(
          blocks
            .filter((x) => exerciseById(x.exerciseId)?.integrated)
            .reduce((t, x) => t + blockMinutes(x), 0),
        ).toString(),
      ],
      ['Hand load', handLoad(blocks).toFixed(1)],
      [
        'Hand time under load, min a hand',
        (
          blocks.reduce((t, x) => {
            const e = exerciseById(x.exerciseId)
            return t + (e ? setsOf(x) * workSeconds(e, x.dose) : 0)
          }, 0) / 60
        ).toFixed(0),
      ],
      ['Qualities with half their sets', `${rows.filter(isKept).length} of ${rows.length}`],
      [
        capital(effect.measure.what.name),
        measureWeek({ ...week, blocks }, effect.measure.what, s).toString(),
      ],
    ] as const
  }
  const [a, b] = [column(problem, week.blocks), best ? column(under, best.blocks) : null]
  return (
    <div className="change schools">
      <label>
        Question
        <NativeSelect
          data-autofocus
          value={id}
          onChange={(e) => {
            planner.stop()
            setId(e.currentTarget.value)
          }}
        >
          {SCHOOLS.map((s) => (
            <option key={s.id} value={s.id}>
              {s.question}
            </option>
          ))}
        </NativeSelect>
      </label>
      <p className="note">
        <Term kind="approach" id={id}>
          What both sides say
        </Term>
      </p>
      <div className="side">
        <section aria-label="As it is">
          <h3 className="h4">As it is: {says(now)}</h3>
          <p className="note">{now === 'mixed' ? 'Neither is leant to.' : effect.says[now]}</p>
        </section>
        <section aria-label="The other training approach">
          <h3 className="h4">The other: {says(other)}</h3>
          <p className="note">{effect.says[other]}</p>
        </section>
      </div>
      {week.blocks.length > 0 && (
        <table className="facts">
          <thead>
            <tr>
              <th scope="col">The week</th>
              <th scope="col">As it is</th>
              <th scope="col">The other</th>
            </tr>
          </thead>
          <tbody>
            {a.map(([name, v], i) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td>{v}</td>
                <td>
                  {b ? (
                    <b className={must(b[i])[1] === v ? '' : 'differs'}>{must(b[i])[1]}</b>
                  ) : (
                    '…'
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {best && (
        <ul className="changes">
          {changesOf(week.blocks, best.blocks).map((c) => (
            <li key={c.id} className={c.kind}>
              <b>{KIND[c.kind]}</b>
              <span>{c.says}</span>
            </li>
          ))}
        </ul>
      )}
      <p role="status">
        {search.state === 'looking'
          ? 'Planning the week under the other approach …'
          : search.state === 'done'
            ? `Within ${(100 * search.gap).toFixed(1)}\u00A0% of the best possible under it.`
            : search.state === 'clash'
              ? 'No week keeps all rules under it.'
              : search.state === 'failed'
                ? search.says
                : ''}
      </p>
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
        Default: {school.default}. Common practice, no source; what share of the gain an approach
        gives is the coach's own guess.
      </p>
    </div>
  )
}
