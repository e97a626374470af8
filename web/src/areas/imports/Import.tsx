import { Anchor, Button, Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { ImportLines, ImportReply, ImportView, MappingView } from '@mano/contract/tests'
import { isSetsFile, SET_COLUMNS } from '@mano/core/session/importSets'
import { guessSets, looksLikeSets } from '@mano/core/session/mapSets'
import { TRIAL_COLUMNS } from '@mano/core/testing/import'
import {
  guessDates,
  guessMapping,
  headerKey,
  isTrialsFile,
  type SheetMapping,
} from '@mano/core/testing/mapping'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { keys, NAMES, useImports, useKit, useMe, useNames, useWrite } from '../../base/data'
import { useJob, type JobRun } from '../../base/useJob'
import { useListing } from '../../base/Listing'
import { Chip } from '../../drawn/marks'
import { Problems, Repeats } from './SingleLines'
import { datesOf, MapColumns, openQuestions } from './MapColumns'
import { readSheetFile, type Sheet } from './sheet'
import './imports.css'
import { must } from '@mano/core/units/must'

const EXAMPLE = [
  'athlete;date;time;protocol;trial;left;right;unit',
  'Noor Fairbrass;2026-10-08;17:30;dyno_seated;1;36,5;41,0;kg',
  'Noor Fairbrass;2026-10-08;17:30;dyno_seated;2;37,1;40,4;kg',
  'Noor Fairbrass;2026-10-08;17:30;dyno_seated;3;36,8;41,2;kg',
].join('\r\n')

const SETS_EXAMPLE = [
  'athlete;date;exercise;hand;sets;load;unit;reps;seconds;effort',
  'Noor Fairbrass;2026-10-08;Straight-arm hang, relaxed;;3;;;;40;7',
  'Noor Fairbrass;2026-10-08;Rolling handle, single lifts;both;5;32,5;kg;;3;8',
].join('\r\n')
const EXAMPLES = [
  { of: 'trials', name: 'Tests', text: EXAMPLE, columns: TRIAL_COLUMNS },
  { of: 'sets', name: 'Sets done', text: SETS_EXAMPLE, columns: SET_COLUMNS },
] as const
/** One result of a file, and several. */
const RESULT = { trials: ['trial', 'trials'], sets: ['set', 'sets'] } as const
const count = (of: 'trials' | 'sets', n: number) => `${n} ${RESULT[of][n === 1 ? 0 : 1]}`

const TOUCHED = [
  keys.imports,
  keys.roster,
  ['tests'],
  ['athlete'],
  ['mappings'],
  ['squad'],
  ['review'],
  ['floor'],
]

const MAPPINGS = {
  queryKey: ['mappings'],
  queryFn: () => api.get<MappingView[]>('/api/imports/mappings'),
}

interface Chosen {
  sheet: Sheet
  mapping: SheetMapping | null
  doubts: readonly string[]
  remembered: boolean
  lines: ImportLines
}
const NO_LINES: ImportLines = { without: [], turned: [], wanted: [] }

/**
 * A file of tests or sets, or a coach's own sheet: read first, saved only when every line is right,
 * taken
 * back as one.
 */
export default function Import() {
  const me = useMe()
  const roster = useNames()
  const kit = useKit()
  const client = useQueryClient()
  const [chosen, setChosen] = useState<Chosen | null>(null)
  const [unreadable, setUnreadable] = useState('')
  const [saved, setSaved] = useState(false)
  const dry = useJob<ImportReply>()
  const save = useJob<ImportReply>()
  const input = useRef<HTMLInputElement>(null)
  const [id, setId] = useState(() => v7())
  const body = (c: Chosen, dryRun: boolean) => ({
    id,
    fileName: c.sheet.fileName,
    text: c.sheet.text,
    mapping: c.mapping,
    lines: c.lines,
    dryRun,
  })
  const leave = () => {
    setChosen(null)
    dry.reset()
    save.reset()
    setId(v7())
  }
  const take = async (file: File | undefined) => {
    if (!file) return
    leave()
    setUnreadable('')
    setSaved(false)
    if (input.current) input.current.value = ''
    const sheet = await readSheetFile(file).catch(() => null)
    if (!sheet)
      return setUnreadable(
        `${file.name} could not be read as a sheet. Save it as CSV and try again.`,
      )
    if (!sheet.table.ok || isTrialsFile(sheet.table.columns) || isSetsFile(sheet.table.columns)) {
      const next = { sheet, mapping: null, doubts: [], remembered: false, lines: NO_LINES }
      setChosen(next)
      return void dry.start('/api/imports', body(next, true))
    }
    await guess(sheet, null)
  }
  /** Reads a sheet of the coach's own; `of`: what it holds, null: as it looks. */
  const guess = async (sheet: Sheet, of: 'trials' | 'sets' | null) => {
    if (!sheet.table.ok) return
    const table = sheet.table
    dry.reset()
    // A file may be chosen before roster and earlier mappings are there.
    const [names, mappings] = await Promise.all([
      client.fetchQuery(NAMES),
      client.fetchQuery({ ...MAPPINGS, staleTime: 0 }),
    ])
    const before = mappings.find(
      (m) =>
        m.headerKey === headerKey(table.columns) &&
        (of === null || (m.mapping.of ?? 'trials') === of),
    )?.mapping
    const kind = of ?? before?.of ?? (looksLikeSets(table.columns) ? 'sets' : 'trials')
    const first = kind === 'sets' ? guessSets(table, names) : guessMapping(table, names)
    // A name said once holds in every sheet; the order of dates is this file's own, where it says
    // it.
    const onRoster = new Set(names.map((a) => a.name))
    const known = Object.fromEntries(
      mappings
        .flatMap((m) => Object.entries(m.mapping.names))
        .filter(([, name]) => onRoster.has(name)),
    )
    const own = before ?? first.mapping
    const dates = guessDates(datesOf(table, own))
    setChosen({
      sheet,
      mapping: {
        ...own,
        dateOrder: dates.order ?? (dates.mixed ? null : (before?.dateOrder ?? null)),
        names: { ...own.names, ...known },
      },
      doubts: first.doubts,
      remembered: before !== undefined,
      lines: NO_LINES,
    })
  }
  const report = dry.view?.state === 'done' ? dry.view.result : null
  const today = me.data?.today ?? ''
  /** Single lines are dealt with, and the file is read again. */
  const deal = (more: Partial<ImportLines>) => {
    if (!chosen) return
    const next = { ...chosen, lines: { ...chosen.lines, ...more } }
    setChosen(next)
    void dry.start('/api/imports', body(next, true))
  }
  const keep = async () => {
    const done = await save.start('/api/imports', body(must(chosen), false))
    if (done?.state !== 'done' || !done.result?.ok) return
    notifications.show({ message: `${count(done.result.of, done.result.trials)} imported` })
    await Promise.all(TOUCHED.map((queryKey) => client.invalidateQueries({ queryKey })))
    leave()
    setSaved(true)
  }
  return (
    <main className="cols">
      <section>
        <h1 className="imp-title">Import tests or sets</h1>
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
            onChange={(e) => void take(e.currentTarget.files?.[0])}
          />
          <Button component="label" htmlFor="trials-file">
            Choose a file
          </Button>
          <p className="note">
            Your own sheet will do: you say what its columns mean. It is only read at first; nothing
            is saved until you say so, and then all of it or none.
          </p>
        </div>
        {unreadable && (
          <p className="said" role="alert">
            {unreadable}
          </p>
        )}
        {chosen?.mapping && chosen.sheet.table.ok && !save.busy && (
          <>
            <MapColumns
              table={chosen.sheet.table}
              mapping={chosen.mapping}
              change={(mapping) => {
                dry.reset()
                setChosen({ ...chosen, mapping })
              }}
              turnTo={(of) => void guess(chosen.sheet, of)}
              doubts={chosen.doubts}
              remembered={chosen.remembered}
              roster={roster.data ?? []}
              units={kit.data ?? []}
              today={today}
            />
            {!report && !dry.busy && (
              <div className="row map-go">
                <Button
                  disabled={openQuestions(chosen.mapping).length > 0}
                  onClick={() => void dry.start('/api/imports', body(chosen, true))}
                >
                  Try it, save nothing
                </Button>
                <Button variant="default" onClick={leave}>
                  Cancel
                </Button>
              </div>
            )}
          </>
        )}
        <div aria-live="polite">
          {dry.busy && <Progress job={dry} what={`Reading ${chosen?.sheet.fileName}`} />}
          {save.busy && <Progress job={save} what="Saving" />}
          {save.view?.state === 'stopped' && <p className="s">Stopped. Nothing was saved.</p>}
          {[dry, save].map((j, i) =>
            j.error !== null || j.view?.problem ? (
              <p key={i} className="said" role="alert">
                {j.error !== null
                  ? failureText(j.error)
                  : (must(must(j.view).problem).detail ?? must(must(j.view).problem).title)}
              </p>
            ) : null,
          )}
          {report && !report.ok && chosen && (
            <Problems
              report={report}
              name={chosen.sheet.fileName}
              lines={chosen.lines}
              dates={chosen.mapping?.dateOrder === 'dmy' || chosen.mapping?.dateOrder === 'mdy'}
              onDeal={deal}
              onLeave={leave}
            />
          )}
          {report?.ok && chosen && !save.busy && (
            <div className="imp-report panel">
              <h2>
                {report.of === 'trials'
                  ? `${count('trials', report.trials)} in ${report.tests} ` +
                    `${report.tests === 1 ? 'test' : 'tests'}`
                  : count('sets', report.trials)}
                , every line right
              </h2>
              {report.already > 0 && (
                <p>
                  {count(report.of, report.already)} {report.already === 1 ? 'is' : 'are'} on record
                  already and left out.
                </p>
              )}
              {report.without > 0 && (
                <p>
                  {report.without} {report.without === 1 ? 'line is' : 'lines are'} left out as you
                  said.{' '}
                  <Anchor
                    component="button"
                    type="button"
                    className="lnk"
                    onClick={() => deal({ without: [] })}
                  >
                    Take them in again
                  </Anchor>
                </p>
              )}
              <Repeats rows={report.repeated} wanted={chosen.lines.wanted} onDeal={deal} />
              <ul>
                {report.sessions.map((s, i) => (
                  <li key={i}>
                    <b>{s.athlete}</b> {formatDate(s.on, today)} ·{s.what} ·{' '}
                    {count(report.of, s.trials)}
                  </li>
                ))}
                {report.tests > report.sessions.length && (
                  <li className="s">and {report.tests - report.sessions.length} more</li>
                )}
              </ul>
              <div className="row">
                {report.trials > 0 && (
                  <Button onClick={() => void keep()}>
                    Save all {count(report.of, report.trials)}
                  </Button>
                )}
                <Button variant="default" onClick={leave}>
                  Cancel
                </Button>
              </div>
            </div>
          )}
          {saved && <p className="s">Saved. It can be taken back below as one.</p>}
        </div>
        <Earlier today={today} />
        {EXAMPLES.map((x) => (
          <div key={x.of}>
            <h2 className="imp-sub">An example: {x.name.toLowerCase()}</h2>
            <pre
              className="imp-example"
              role="region"
              tabIndex={0}
              aria-label={`Example: ${x.name}`}
            >
              {x.text}
            </pre>
            <a
              className="lnk"
              download={`${x.of} example.csv`}
              href={`data:text/csv;charset=utf-8,${encodeURIComponent(x.text)}`}
            >
              Save the example
            </a>
          </div>
        ))}
      </section>
      <aside>
        <h2 className="h3">Columns that need no mapping</h2>
        <p className="note">
          The first line names them, in any order; comma, semicolon or tab between. A decimal comma
          needs semicolons.
        </p>
        {EXAMPLES.map((x) => (
          <details key={x.of} open={x.of === 'trials'}>
            <summary>{x.name}</summary>
            <dl className="imp-cols">
              {x.columns.map((c) => (
                <div key={c.id}>
                  <dt>
                    {c.id}
                    {c.needed ? '' : <span className="s"> optional</span>}
                  </dt>
                  <dd>{c.says}</dd>
                </div>
              ))}
            </dl>
          </details>
        ))}
      </aside>
    </main>
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

const NONE_YET: readonly ImportView[] = []

function Earlier({ today }: { today: string }) {
  const imports = useImports()
  const [undoing, setUndoing] = useCalm<ImportView | null>(null)
  const undo = useWrite((id: string) => api.post(`/api/imports/${id}/undo`), TOUCHED)
  const list = useListing(imports.data ?? NONE_YET, {
    what: 'imports',
    says: (i) => `${i.fileName} ${i.by} ${formatDate(i.recordedAt.slice(0, 10), today)}`,
    by: {
      file: (i) => i.fileName,
      rows: (i) => i.trials,
      when: (i) => i.recordedAt,
      state: (i) => (i.undone ? 1 : 0),
    },
  })
  if (!imports.data || imports.data.length === 0) return null
  return (
    <>
      <h2 className="imp-sub">Imports so far</h2>
      {list.find}
      <table className="hall-kit">
        <thead>
          <tr>
            {list.th('file', 'File')}
            {list.th('rows', 'What')}
            {list.th('when', 'When and who')}
            {list.th('state', 'State')}
          </tr>
        </thead>
        <tbody>
          {list.rows.map((i) => (
            <tr key={i.id}>
              <th scope="row">{i.fileName}</th>
              <td>{count(i.of, i.trials)}</td>
              <td>
                {formatDate(i.recordedAt.slice(0, 10), today)}, {i.by}
              </td>
              <td>
                {i.undone ? (
                  <Chip icon="cross" tone="dash">
                    Undone
                  </Chip>
                ) : (
                  <Anchor
                    component="button"
                    type="button"
                    className="lnk"
                    onClick={() => setUndoing(i)}
                  >
                    Undo
                  </Anchor>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.foot}
      <Modal opened={undoing !== null} onClose={() => setUndoing(null)} title="Undo this import?">
        <p className="s">
          All {undoing && count(undoing.of, undoing.trials)} of {undoing?.fileName} leave every list
          and sum. The record that they were there stays.
        </p>
        <p className="said" role="alert">
          {undo.error && failureText(undo.error)}
        </p>
        <div className="row">
          <Button
            loading={undo.isPending}
            onClick={() => undo.mutate(must(undoing).id, { onSuccess: () => setUndoing(null) })}
          >
            Undo the import
          </Button>
          <Button variant="default" onClick={() => setUndoing(null)}>
            Cancel
          </Button>
        </div>
      </Modal>
    </>
  )
}
