import { Button } from '@mantine/core'
import { useState } from 'react'
import type { Period } from '@mano/core/review/changes'
import { formatDate } from '@mano/core/units/dates'
import { failureText } from '../../base/api'
import { useJob } from '../../base/useJob'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import { SPANS, type usePeriod } from './useReview'
import { DayInput } from '../../base/DayInput'
import { must } from '@mano/core/units/must'

/** Which weeks are looked at, and what is made of them for paper. */
export function PeriodBar({
  chosen,
  lastReview,
}: {
  chosen: ReturnType<typeof usePeriod>
  lastReview: string | null
}) {
  const { me } = useAthletePage()
  const { period, span, setSpan, setDates } = chosen
  return (
    <section className="period" aria-label="Looked back on">
      <div className="flt" role="group" aria-label="Period">
        {lastReview && (
          <Button
            variant={period.from === lastReview && span === null ? 'filled' : 'default'}
            onClick={() => setDates({ from: lastReview, to: me.today })}
          >
            Since the last review
          </Button>
        )}
        {SPANS.map((s) => (
          <Button
            key={s.id}
            variant={span === s.id ? 'filled' : 'default'}
            aria-pressed={span === s.id}
            onClick={() => setSpan(s.id)}
          >
            {s.name}
          </Button>
        ))}
      </div>
      <OwnDates
        key={`${period.from} ${period.to}`}
        period={span === 'all' ? { ...period, from: '' } : period}
        set={setDates}
      />
      <span className="act">
        <Report kind="athlete" period={period}>
          Print for athlete
        </Report>
        <Report kind="file" period={period}>
          Print for the file
        </Report>
      </span>
    </section>
  )
}

function OwnDates({ period, set }: { period: Period; set: (p: Period) => void }) {
  const [own, setOwn] = useState(period)
  const { me } = useAthletePage()
  const take = (next: Period) => {
    setOwn(next)
    if (next.from && next.to && next.from <= next.to) set(next)
  }
  return (
    <span className="dates n">
      <label>
        From{' '}
        <DayInput
          value={own.from}
          maxDate={own.to}
          onChange={(d) => d && take({ ...own, from: d })}
        />
      </label>
      <label>
        to{' '}
        <DayInput
          value={own.to}
          maxDate={me.today}
          onChange={(d) => d && take({ ...own, to: d })}
        />
      </label>
    </span>
  )
}

/** A report is made by the server and offered when it is done. */
function Report({
  kind,
  period,
  children,
}: {
  kind: 'athlete' | 'file'
  period: Period
  children: string
}) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const job = useJob()
  const make = async () => {
    const done = await job.start(`/api/athletes/${athlete.id}/reports`, {
      kind,
      ...period,
      units: { mass: units.mass, length: units.length },
    })
    if (done?.file) window.location.assign(done.file)
  }
  return (
    <>
      <Button
        variant="default"
        disabled={job.busy}
        onClick={() => void make()}
        title={`PDF, ${formatDate(period.from, me.today)} to ${formatDate(period.to, me.today)}`}
      >
        {job.busy ? `${job.view?.says || 'Starting'} …` : children}
      </Button>
      {(job.error !== null || job.view?.problem) && (
        <span className="said" role="alert">
          {job.error !== null ? failureText(job.error) : must(must(job.view).problem).title}
        </span>
      )}
    </>
  )
}
