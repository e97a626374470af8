import { counted } from '@mano/core/units/counted'
import { Anchor, Button } from '@mantine/core'
import { useRef } from 'react'
import type { ImportReply } from '@mano/contract/tests'
import { formatDate } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'
import { failureText } from '../../base/api'
import { useKit, useMe, useNames } from '../../base/data'
import type { JobRun } from '../../base/useJob'
import { Earlier } from './Earlier'
import { Columns, Examples } from './Examples'
import { Problems, Repeats } from './SingleLines'
import { MapColumns } from './MapColumns'
import { openQuestions } from './meanings'
import { count, useImport, type Chosen, type ImportRun } from './useImport'
import './imports.css'

/**
 * A file of tests or sets, or a coach's own sheet: read first, saved only when every line is right,
 * taken back as one.
 */
export default function Import() {
  const today = useMe().data?.today ?? ''
  const run = useImport()
  const { chosen, report, dry, save } = run
  return (
    <main className="cols">
      <section>
        <h1 className="imp-title">Import tests or sets</h1>
        <Drop take={run.take} />
        {run.unreadable && (
          <p className="said" role="alert">
            {run.unreadable}
          </p>
        )}
        {chosen && !save.busy && <Mapped run={run} chosen={chosen} today={today} />}
        <div aria-live="polite">
          {dry.busy && <Progress job={dry} what={`Reading ${chosen?.sheet.fileName}`} />}
          {save.busy && <Progress job={save} what="Saving" />}
          {save.view?.state === 'stopped' && <p className="s">Stopped. Nothing was saved.</p>}
          <Faults jobs={[dry, save]} />
          {report && !report.ok && chosen && (
            <Problems
              report={report}
              name={chosen.sheet.fileName}
              lines={chosen.lines}
              dates={chosen.mapping?.dateOrder === 'dmy' || chosen.mapping?.dateOrder === 'mdy'}
              onDeal={run.deal}
              onLeave={run.leave}
            />
          )}
          {report?.ok && chosen && !save.busy && (
            <Right run={run} report={report} chosen={chosen} today={today} />
          )}
          {run.saved && <p className="s">Saved. It can be taken back below as one.</p>}
        </div>
        <Earlier today={today} />
        <Examples />
      </section>
      <aside>
        <Columns />
      </aside>
    </main>
  )
}

function Drop({ take }: { take: (file: File | undefined) => Promise<void> }) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <div
      className="drop panel"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        void take(e.dataTransfer.files[0])
      }}
    >
      <p>Drop a CSV file or a workbook here, or</p>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.xlsx,text/csv,text/plain"
        className="vh"
        id="trials-file"
        aria-label="CSV file of trials or sets"
        onChange={(e) => {
          const file = e.currentTarget.files?.[0]
          // The same file can be chosen again once it was mended.
          if (input.current) input.current.value = ''
          void take(file)
        }}
      />
      <Button component="label" htmlFor="trials-file">
        Choose a file
      </Button>
      <p className="note">
        Your own sheet will do: you say what its columns mean. It is only read at first; nothing is
        saved until you say so, and then all of it or none.
      </p>
    </div>
  )
}

interface RunProps {
  run: ImportRun
  chosen: Chosen
  today: string
}

/** What the columns of a coach's own sheet mean. */
function Mapped({ run, chosen, today }: RunProps) {
  const roster = useNames()
  const kit = useKit()
  const { sheet, mapping } = chosen
  if (!mapping || !sheet.table.ok) return null
  return (
    <>
      <MapColumns
        table={sheet.table}
        mapping={mapping}
        change={run.map}
        turnTo={(of) => void run.turnTo(sheet, of)}
        doubts={chosen.doubts}
        remembered={chosen.remembered}
        roster={roster.data ?? []}
        units={kit.data ?? []}
        today={today}
      />
      {!run.report && !run.dry.busy && (
        <div className="row map-go">
          <Button disabled={openQuestions(mapping).length > 0} onClick={() => run.tryOut(chosen)}>
            Try it, save nothing
          </Button>
          <Button variant="default" onClick={run.leave}>
            Cancel
          </Button>
        </div>
      )}
    </>
  )
}

const Faults = ({ jobs }: { jobs: readonly JobRun<ImportReply>[] }) =>
  jobs.map((j, i) => {
    const problem = j.view?.problem
    if (j.error === null && !problem) return null
    return (
      <p key={i} className="said" role="alert">
        {j.error !== null ? failureText(j.error) : (must(problem).detail ?? must(problem).title)}
      </p>
    )
  })

/** Every line is right: what it is, and what is left out. */
function Right({ run, report, chosen, today }: RunProps & { report: ImportReply }) {
  const tests = counted(report.tests, 'test')
  return (
    <div className="imp-report panel">
      <h2>
        {count(report.of, report.trials)}
        {report.of === 'trials' ? ` in ${tests}` : ''}, every line right
      </h2>
      {report.already > 0 && (
        <p>
          {count(report.of, report.already)} {report.already === 1 ? 'is' : 'are'} on record already
          and left out.
        </p>
      )}
      {report.without > 0 && (
        <p>
          {counted(report.without, 'line is', 'lines are')}
          {' left out as you said. '}
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() => run.deal({ without: [] })}
          >
            Take them in again
          </Anchor>
        </p>
      )}
      <Repeats rows={report.repeated} wanted={chosen.lines.wanted} onDeal={run.deal} />
      <ul>
        {report.sessions.map((s, i) => (
          <li key={i}>
            <b>{s.athlete}</b> {formatDate(s.on, today)} · {s.what} · {count(report.of, s.trials)}
          </li>
        ))}
        {report.tests > report.sessions.length && (
          <li className="s">and {report.tests - report.sessions.length} more</li>
        )}
      </ul>
      <div className="row">
        {report.trials > 0 && (
          <Button onClick={() => void run.keep()}>
            Save all {count(report.of, report.trials)}
          </Button>
        )}
        <Button variant="default" onClick={run.leave}>
          Cancel
        </Button>
      </div>
    </div>
  )
}

function Progress({ job, what }: { job: JobRun<ImportReply>; what: string }) {
  const share = job.view ? job.view.done / Math.max(1, job.view.of) : 0
  return (
    <div className="imp-progress">
      <label>
        {what} …{' '}
        {job.view && job.view.of > 1
          ? `${job.view.says.toLowerCase()} ${job.view.done} of ${job.view.of}`
          : ''}
        <progress value={share} max={1} />
      </label>
      <Button variant="default" onClick={job.stop}>
        Stop
      </Button>
    </div>
  )
}
