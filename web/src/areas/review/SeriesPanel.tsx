import { Anchor, Button, Modal, TextInput } from '@mantine/core'
import { memo, useState } from 'react'
import { v7 } from 'uuid'
import { namedBy } from '@mano/core/catalogue/setups'
import type { GoalView } from '@mano/contract/review'
import {
  CHANGE_SAYS,
  CHANGE_WORDS,
  sureOf,
  type HandChange,
  type SeriesChange,
} from '@mano/core/review/changes'
import { goalOf, GOAL_REFUSALS, PLATEAU_MOVES } from '@mano/core/review/forecast'
import { seriesName, setupWords, type Series } from '@mano/core/record/series'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit, shownUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { useTests, may } from '../../base/data'
import { useUndoable } from '../../base/undo'
import { useUnits } from '../../base/units'
import { Chip } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { CHANGE_LOOK } from './look'
import { TrendPair } from './TrendPair'
import { reviewKey } from './useReview'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

/**
 * One series over the period, both hands on one scale, its direction in words, and what a goal
 * would take.
 */
function Panel({
  change,
  all,
  goal,
  to,
}: {
  change: SeriesChange
  /** The series it is told apart from. */ all: readonly Series[]
  goal: GoalView | null
  to: string
}) {
  const { series, hands } = change
  const units = useUnits()
  const tests = useTests(series.athleteId)
  const many = all.filter((s) => s.protocol.id === series.protocol.id).length > 1
  const label = tests.data?.find((t) => t.id === must(series.points[0]).sessionId)?.unitLabel ?? ''
  return (
    <section
      className="series"
      aria-label={`${series.protocol.name}, ${setupWords(series, units)}`}
    >
      <div className="series-head">
        {hands.length === 2 ? <b className="L">Left</b> : <span />}
        <h2>
          {seriesName(series, all, units)}, {shownUnit(series.protocol.unit, units)}
          <small>
            {[many ? label : '', setupWords(series, units)].filter(Boolean).join(' · ')}
          </small>
        </h2>
        {hands.length === 2 ? <b className="R">Right</b> : <span />}
      </div>
      <TrendPair series={series} hands={hands} goal={goal?.value ?? null} to={to} />
      <div className={`trend-words ${hands.length === 1 ? 'one' : ''}`}>
        {hands.map((h) => (
          <Words key={h.hand} h={h} series={series} goal={goal} to={to} />
        ))}
      </div>
      <GoalLine series={series} goal={goal} />
    </section>
  )
}
/** With eight of them open, one more is drawn by itself. */
export const SeriesPanel = memo(Panel)

function Words({
  h,
  series,
  goal,
  to,
}: {
  h: HandChange
  series: Series
  goal: GoalView | null
  to: string
}) {
  const units = useUnits()
  const { me } = useAthletePage()
  const look = CHANGE_LOOK[h.word]
  const show = (si: number) => formatWithUnit(si, series.protocol.unit, units)
  const signed = (si: number) => `${si < 0 ? '\u2212' : '+'}${show(Math.abs(si))}`
  const m = h.move
  const g = goal && goalOf(series, h.hand, goal.value, to)
  return (
    <div className={`trend ${h.hand}`}>
      <Chip icon={look.icon} tone={look.tone}>
        {CHANGE_WORDS[h.word]}
      </Chip>
      <p>
        {m
          ? `${signed(m.change)} over ${h.tests} tests, 95 % interval ${signed(m.ci[0])} ` +
            `to ${signed(m.ci[1])}. ${sureOf(h)}`
          : CHANGE_SAYS[h.word]}
      </p>
      {h.word === 'flat' && (
        <details>
          <summary className="lnk">Usual next moves</summary>
          <ol className="moves">
            {PLATEAU_MOVES.map((m) => (
              <li key={m}>{m}</li>
            ))}
          </ol>
        </details>
      )}
      {g && (
        <p className="goal">
          {g.ok ? (
            <>
              <b>
                {show(goal.value)} about {formatDate(g.on, me.today)}
              </b>
              , 95 % interval {formatDate(g.early, me.today)} to{' '}
              {g.late === null ? 'out of sight' : formatDate(g.late, me.today)}.{' '}
              {g.ofBestPct > 90
                ? 'Gains get smaller near one\u2019s best: a straight line promises too much.'
                : 'If it goes on in a straight line.'}
            </>
          ) : (
            <>
              <b>{show(goal.value)}:</b> {GOAL_REFUSALS[g.reason]}
            </>
          )}
        </p>
      )}
    </div>
  )
}

function GoalLine({ series, goal }: { series: Series; goal: GoalView | null }) {
  const { me } = useAthletePage()
  const [open, setOpen] = useCalm(false)
  if (!may(me, 'coach')) return null
  return (
    <>
      <Anchor
        component="button"
        type="button"
        className="lnk goal-set"
        onClick={() => setOpen(true)}
      >
        {goal ? 'Change the goal' : 'Set a goal'}
      </Anchor>
      {open && <GoalForm series={series} goal={goal} close={() => setOpen(false)} />}
    </>
  )
}

function GoalForm({
  series,
  goal,
  close,
}: {
  series: Series
  goal: GoalView | null
  close: () => void
}) {
  const units = useUnits()
  const unit = shownUnit(series.protocol.unit, units)
  const [text, setText] = useState(
    goal && goal.enteredUnit === unit ? String(goal.enteredValue) : '',
  )
  const post = (enteredValue: number | null, enteredUnit = unit) =>
    api.post(`/api/athletes/${series.athleteId}/goals`, {
      id: v7(),
      seriesKey: series.key,
      enteredValue,
      enteredUnit,
      protocolId: series.protocol.id,
    })
  const write = useUndoable(
    (enteredValue: number | null) => post(enteredValue),
    [reviewKey(series.athleteId)],
    {
      did: (v) => (v === null ? 'Goal taken out.' : `Goal ${v}\u00A0${unit} saved.`),
      undo: () => post(goal?.enteredValue ?? null, goal?.enteredUnit),
    },
  )
  const n = parseNumber(text, { clock: unit === 's' })
  const save = (value: number | null) => write.mutate(value, { onSuccess: close })
  return (
    <Modal
      opened
      onClose={close}
      title={`A goal for ${namedBy(series.protocol, series.setup.variant).name.toLowerCase()}`}
    >
      <form
        onSubmit={submits(() => {
          if (n.ok && n.value > 0) save(n.value)
        })}
      >
        <TextInput
          label={`Goal, ${unit}`}
          description="The same for both hands"
          inputMode="decimal"
          autoFocus
          data-autofocus
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
          error={text !== '' && !(n.ok && n.value > 0) ? 'A number above 0' : undefined}
        />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <div className="row">
          <Button type="submit" disabled={!(n.ok && n.value > 0) || write.isPending}>
            Save goal
          </Button>
          {goal && (
            <Button variant="default" type="button" onClick={() => save(null)}>
              Delete goal
            </Button>
          )}
        </div>
      </form>
    </Modal>
  )
}
