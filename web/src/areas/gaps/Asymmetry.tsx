import { counted } from '@mano/core/units/counted'
import { namedBy } from '@mano/core/catalogue/setups'
import { may } from '../../base/data'
import { Button, Input } from '@mantine/core'
import { useState } from 'react'
import { acrossTests, LEAN_MARGIN_PCT, type LeanRow } from '@mano/core/gaps/lean'
import { injurySiteName } from '@mano/core/intake/record'
import { LARGE_PCT } from '@mano/core/measure/asymmetry'
import { leanVerdict } from '@mano/core/measure/leanLevel'
import { formatDate } from '@mano/core/units/dates'
import { failureText } from '../../base/api'
import { Chip } from '../../drawn/marks'
import { IntervalBar } from '../../drawn/IntervalBar'
import { useAthletePage } from '../athlete/AthletePage'
import { useChoice, type GapsData } from './useGaps'
import { formatStated } from '@mano/core/units/format'
import { useUnits } from '../../base/units'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

/**
 * Left against right in every test: interval, verdict, direction over days, what is expected, and
 * whether it is acted on.
 */
export function Asymmetry({ data }: { data: GapsData }) {
  const { athlete, me } = useAthletePage()
  const { leans } = data.judgement
  return (
    <section aria-label="Asymmetry" className="lean">
      <div className="lean-head">
        <p>
          <b>{acrossTests(leans)}</b> The interval is the athlete's own lean over days, not one
          day's. Work follows only where all of it is {LEAN_MARGIN_PCT} % or more beyond what is
          expected.
        </p>
        <Limit limit={data.judgement.limitPct} coach={may(me, 'coach')} />
      </div>
      {leans.length === 0 && <p className="blank">No test of each hand yet.</p>}
      <ul>
        {leans.map((l) => (
          <Lean key={l.series.key} row={l} data={data} />
        ))}
      </ul>
      {athlete.injuries.length > 0 && (
        <div className="block">
          <h3 className="h3">Injuries beside it</h3>
          <ul className="records">
            {athlete.injuries.map((i) => (
              <li key={i.id}>
                {injurySiteName(i.site)}, {i.side}, {i.status},{' '}
                {i.since
                  ? formatDate(i.since, me.today)
                  : `noted ${formatDate(i.recordedOn, me.today)}`}
              </li>
            ))}
          </ul>
        </div>
      )}
      <p className="note">
        A dominant hand about 12 % stronger is common in right-handers, left-handers are near equal
        (Petersen 1989, from memory): context, no limit.
      </p>
    </section>
  )
}

function Lean({ row, data }: { row: LeanRow; data: GapsData }) {
  const units = useUnits()
  const { me } = useAthletePage()
  const v = row.lean && leanVerdict(row.lean)
  const label =
    data.sessions.find((s) => s.id === must(row.series.points.at(-1)).sessionId)?.unitLabel ?? ''
  const set = [
    ...row.series.protocol.variants.map((x) =>
      x.options.find((o) => o.id === row.series.setup.variant[x.id])?.name.toLowerCase(),
    ),
    ...row.series.protocol.numbers.map((n) => {
      const v = row.series.setup.variant[n.id]
      return v === undefined ? undefined : formatStated(Number(v), n.unit, units)
    }),
    label,
  ]
    .filter(Boolean)
    .join(', ')
  return (
    <li className={row.acted ? 'acted' : ''}>
      <div className="lean-name">
        <b>{namedBy(row.series.protocol, row.series.setup.variant).name}</b>
        <small>
          {set}
          {row.days.length > 0
            ? `; ${counted(row.days.length, 'day')} to ` +
              `${formatDate(must(row.days.at(-1)).on, me.today)}`
            : ''}
        </small>
        {!v ? (
          <Chip icon="question" tone="dash">
            One hand only
          </Chip>
        ) : v.kind === 'inside-error' || v.weaker === null ? (
          <Chip icon="waves" tone="soft">
            Could be error
          </Chip>
        ) : (
          <Chip icon={v.weaker} tone={row.acted ? 'solid' : 'outline'}>
            {v.weaker === 'left' ? 'Left' : 'Right'} −{Math.round(v.asymmetryPct)}
            {'\u00A0'}%
          </Chip>
        )}
      </div>
      {v && <IntervalBar verdict={v} expected={row.expectedPct} large={LARGE_PCT} />}
      <div className="lean-says">
        <p>{row.says}</p>
        <Days row={row} />
      </div>
    </li>
  )
}

/** The last days as ticks: which hand was really weaker, or inside error. */
function Days({ row }: { row: LeanRow }) {
  const { me } = useAthletePage()
  return (
    <ol className="lean-days" aria-label="Days">
      {row.days.slice(-10).map((d) => {
        const called = d.verdict.kind === 'real' || d.verdict.kind === 'large' ? d.verdict : null
        return (
          <li
            key={d.on}
            className={called?.weaker ?? 'none'}
            title={
              `${formatDate(d.on, me.today)}: ` +
              (called
                ? `${called.weaker} weaker by ${Math.round(called.asymmetryPct)} %`
                : 'inside error')
            }
          >
            <span className="vh">
              {formatDate(d.on, me.today)}: {called ? `${called.weaker} weaker` : 'inside error'}
            </span>
          </li>
        )
      })}
    </ol>
  )
}

function Limit({ limit, coach }: { limit: number | null; coach: boolean }) {
  const { choose, write } = useChoice()
  const [text, setText] = useState(limit === null ? '' : String(limit))
  const bad = text.trim() !== '' && !/^\d{1,2}(\.\d)?$/.test(text.trim())
  return (
    <form
      className="lean-limit"
      onSubmit={submits(() => {
        if (!bad) choose('*', 'lean_limit', text.trim() === '' ? null : text.trim())
      })}
    >
      <label>
        Own limit, %
        <Input
          disabled={!coach}
          inputMode="decimal"
          placeholder="none"
          aria-invalid={bad}
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
        />
      </label>
      {coach && (
        <Button
          variant="default"
          size="xs"
          type="submit"
          disabled={bad || write.isPending || text.trim() === (limit === null ? '' : String(limit))}
        >
          Set
        </Button>
      )}
      {write.error && (
        <p className="said" role="alert">
          {failureText(write.error)}
        </p>
      )}
    </form>
  )
}
