import { Button } from '@mantine/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import type { PlanView } from '@mano/contract/plan'
import type { ReviewView } from '@mano/contract/review'
import type { SessionView } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { leanRows } from '@mano/core/gaps/lean'
import { namedBy } from '@mano/core/catalogue/setups'
import type { Period } from '@mano/core/review/changes'
import type { Known } from '@mano/core/record/known'
import { draftNext, lowTwiceOf } from '@mano/core/review/next'
import type { Series } from '@mano/core/record/series'
import { judgeBy } from '@mano/core/safety/judge'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { Calmly } from '../../base/Calmly'
import { Term } from '../../base/Term'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import { Balance } from '../gaps/Balance'
import { Standing } from '../plan/Standing'
import { usePlan } from '../plan/usePlan'
import { Changes } from './Changes'
import { Decision } from './Decision'
import { Done } from './Done'
import { Girths } from './Girths'
import { LeanOverTime } from './LeanOverTime'
import { Norms } from './Norms'
import { PeriodBar } from './PeriodBar'
import { Records } from './Records'
import { SeriesPanel } from './SeriesPanel'
import { usePeriod, useRecord, useReview } from './useReview'
import { Weeks } from './Weeks'
import { Year } from './Year'
import './review.css'

/** Charts open at first. */
const OPEN = 1

/** A block or any period looked back on: what really changed, what was done, what follows. */
export default function Review() {
  const { athlete } = useAthletePage()
  const chosen = usePeriod()
  const { tests, review } = useRecord(chosen.period)
  const plan = usePlan(athlete.id)
  const failed = (tests.error && !tests.data && tests) || (review.error && !review.data && review)
  if (failed) return <Failed error={failed.error} retry={() => void failed.refetch()} />
  if (
    tests.data?.every((t) => protocolById(t.protocolId)?.curve) &&
    athlete.history.logs.length === 0
  ) {
    return (
      <main className="trouble">
        <h2>Nothing to review yet</h2>
        <p className="s">
          A first test gives a verdict on the two hands; from the second on they are seen over time.
        </p>
        <Button component={Link} to={`/athletes/${athlete.id}/tests`}>
          Start a test
        </Button>
      </main>
    )
  }
  // What comes late would push down what is being read.
  const ready = review.data && tests.data && !plan.isPending
  return (
    <>
      <PeriodBar chosen={chosen} lastReview={review.data?.conclusions[0]?.until ?? null} />
      <Year period={chosen.period} />
      {ready ? (
        <Calmly waits={<Blank />}>
          <Looked
            period={chosen.period}
            view={review.data}
            sessions={tests.data}
            plan={plan.data ?? null}
          />
        </Calmly>
      ) : (
        <Blank />
      )}
    </>
  )
}

const Blank = () => <main className="cols review waits-here" aria-busy="true" />

function Looked({
  period,
  view,
  sessions,
  plan,
}: {
  period: Period
  view: ReviewView
  sessions: readonly SessionView[]
  plan: PlanView | null
}) {
  const { athlete, me } = useAthletePage()
  const { series, changes, known } = useReview(period)
  const all = useMemo(() => changes.map((c) => c.series), [changes])
  const units = useUnits()
  const [balance, setBalance] = useCalm(false)
  const [flipped, setFlipped] = useCalm<ReadonlySet<string>>(new Set())
  const draft = useMemo(
    () =>
      draftNext({
        changes,
        series,
        weeks: view.weeks,
        cautions: judgeBy(athlete.safety).active,
        period,
        dominant: athlete.dominantHand,
        limitPct: view.leanLimitPct,
        known,
        lowTwice: lowTwiceOf(sessions, period),
        today: me.today,
        staleDays: me.hall.staleDays,
        units: { mass: units.mass, length: units.length },
        weeksSinceDeload: view.weeksSinceDeload,
      }),
    [view, sessions, athlete, me, changes, series, known, period, units.mass, units.length],
  )
  const shown = new Set(
    changes.filter((c, i) => i < OPEN !== flipped.has(c.series.key)).map((c) => c.series.key),
  )
  const toggle = (key: string) =>
    setFlipped((s) => {
      const next = new Set(s)
      if (!next.delete(key)) next.add(key)
      return next
    })
  const sided = all.filter((s) => s.protocol.hands === 'each')
  return (
    <main className="cols review">
      <section>
        {changes.length > 0 ? (
          <>
            <Changes changes={changes} shown={shown} toggle={toggle} />
            {changes
              .filter((c) => shown.has(c.series.key))
              .map((c) => (
                <SeriesPanel
                  key={c.series.key}
                  change={c}
                  all={all}
                  goal={view.goals.find((g) => g.seriesKey === c.series.key) ?? null}
                  to={period.to}
                />
              ))}
            <p className="legend">
              <span>
                <i className="band" />
                What error alone makes of the first test
              </span>
              <span>
                <i className="dot full" />
                Outside it
              </span>
              <span>
                <i className="dot" />
                Inside it
              </span>
              <span>
                <i className="line" />
                Line through all tests
              </span>
              <span>
                <i className="dot dash" />
                Practice, not counted
              </span>
            </p>
          </>
        ) : (
          <p className="s no-tests">
            No counted test from {formatDate(period.from, me.today)} to{' '}
            {formatDate(period.to, me.today)}. Choose a longer period, or{' '}
            <Link className="lnk" to={`/athletes/${athlete.id}/tests`}>
              test
            </Link>
            .
          </p>
        )}
        <Calmly waits={null}>
          <Weeks all={view.weeks} />
        </Calmly>
        {series.length > 0 && (
          <details className="series rv-balance" onToggle={(e) => setBalance(e.currentTarget.open)}>
            <summary>
              <b>Opposite directions over time</b>
            </summary>
            {balance && <Balance series={series} />}
          </details>
        )}
        <Calmly waits={null}>
          <Done />
          <Records series={series} />
        </Calmly>
      </section>
      <aside>
        <Decision
          key={`${period.from} ${period.to}`}
          draft={draft}
          period={period}
          conclusions={view.conclusions}
        />
        <Calmly waits={null}>{plan && <Standing view={plan} series={series} />}</Calmly>
        {sided.length > 0 && (
          <Calmly waits={<div className="lean-waits" />}>
            <LeanOverTime all={sided} to={period.to} />
          </Calmly>
        )}
        <Calmly waits={null}>
          {sided[0] && <Hands series={sided[0]} known={known} />}
          <Girths period={period} />
          <Norms sessions={sessions} />
        </Calmly>
      </aside>
    </main>
  )
}

/** What the days together say of the two hands, in the series tested last. */
function Hands({ series, known }: { series: Series; known: (s: Series) => Known }) {
  const { athlete, me } = useAthletePage()
  const [row] = leanRows([series], {
    dominant: athlete.dominantHand,
    who: '',
    limitPct: null,
    injuries: [],
    today: me.today,
    known,
  })
  return row ? (
    <div className="block call">
      <h2 className="h3">The two hands over days</h2>
      <p>{row.says}</p>
      <p className="s">
        <Term kind="protocol" id={series.protocol.id}>
          {namedBy(series.protocol, series.setup.variant).name}
        </Term>
      </p>
    </div>
  ) : null
}
