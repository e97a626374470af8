import { Button, Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import { v7 } from 'uuid'
import type { ImportReply, ImportView } from '@mano/contract/tests'
import { protocolById } from '@mano/core/catalogue/protocols'
import { TRIAL_COLUMNS } from '@mano/core/testing/import'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../app/api'
import { keys, useImports, useMe, useWrite } from '../../app/data'
import { Chip } from '../../hands/marks'
import './imports.css'

const EXAMPLE = ['athlete;date;time;protocol;trial;left;right;unit', 'Noor Fairbrass;2026-10-08;17:30;dyno_seated;1;36,5;41,0;kg', 'Noor Fairbrass;2026-10-08;17:30;dyno_seated;2;37,1;40,4;kg', 'Noor Fairbrass;2026-10-08;17:30;dyno_seated;3;36,8;41,2;kg'].join('\r\n')

interface Read { id: string; fileName: string; text: string }

const TOUCHED = [keys.imports, keys.roster, ['tests'], ['athlete']]

/** A file of trials: read first, saved only when every line is right, taken back as one. */
export default function ImportTrials() {
  const me = useMe()
  const [file, setFile] = useState<Read | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const dry = useWrite((f: Read) => api.post<ImportReply>('/api/imports', { ...f, dryRun: true }), [])
  const save = useWrite((f: Read) => api.post<ImportReply>('/api/imports', { ...f, dryRun: false }), TOUCHED)
  const take = async (chosen: File | undefined) => {
    if (!chosen) return
    const next = { id: v7(), fileName: chosen.name, text: await chosen.text() }
    setFile(next)
    dry.mutate(next)
    if (input.current) input.current.value = ''
  }
  const report = dry.data
  const today = me.data?.today ?? ''
  return (
    <main className="cols">
      <section>
        <h1 className="imp-title">Import trials</h1>
        <div className="drop panel" onDragOver={(e) => e.preventDefault()} onDrop={(e) => { e.preventDefault(); void take(e.dataTransfer.files[0]) }}>
          <p>Drop a CSV file here, or</p>
          <input ref={input} type="file" accept=".csv,text/csv,text/plain" className="vh" id="trials-file" aria-label="CSV file of trials" onChange={(e) => void take(e.currentTarget.files?.[0])} />
          <label className="btn pri" htmlFor="trials-file">Choose a CSV file</label>
          <p className="note">It is only read at first. Nothing is saved until you say so, and then all of it or none.</p>
        </div>
        <div aria-live="polite">
          {dry.isPending && <p className="s">Reading {file?.fileName} …</p>}
          {dry.error && <p className="said" role="alert">{failureText(dry.error)}</p>}
          {report && !report.ok && <Problems report={report} name={file!.fileName} />}
          {report?.ok && file && !save.isSuccess && (
            <div className="imp-report panel">
              <h2>{report.trials} trials in {report.sessions.length} {report.sessions.length === 1 ? 'test' : 'tests'}, every line right</h2>
              <ul>{report.sessions.slice(0, 12).map((s, i) => <li key={i}><b>{s.athlete}</b> {formatDate(s.on, today)} · {protocolById(s.protocolId)?.name} · {s.trials} trials</li>)}{report.sessions.length > 12 && <li className="s">and {report.sessions.length - 12} more</li>}</ul>
              <p className="said" role="alert">{save.error && failureText(save.error)}</p>
              <div className="row"><Button loading={save.isPending} onClick={() => save.mutate(file, { onSuccess: (r) => { notifications.show({ message: `${r.trials} trials imported` }); setFile(null); dry.reset(); save.reset() } })}>Save all {report.trials} trials</Button><button className="btn" onClick={() => { setFile(null); dry.reset() }}>Leave it</button></div>
            </div>
          )}
        </div>
        <Earlier today={today} />
        <h2 className="imp-sub">An example</h2>
        <pre className="imp-example">{EXAMPLE}</pre>
        <a className="lnk" download="trials example.csv" href={`data:text/csv;charset=utf-8,${encodeURIComponent(EXAMPLE)}`}>Save the example</a>
      </section>
      <aside>
        <h2 className="h3">Columns</h2>
        <p className="note">The first line names them, in any order; comma, semicolon or tab between. A decimal comma needs semicolons.</p>
        <dl className="imp-cols">{TRIAL_COLUMNS.map((c) => <div key={c.id}><dt>{c.id}{c.needed ? '' : <span className="s"> optional</span>}</dt><dd>{c.says}</dd></div>)}</dl>
      </aside>
    </main>
  )
}

function Problems({ report, name }: { report: ImportReply; name: string }) {
  return (
    <div className="imp-report panel" role="alert">
      <h2>{name} was not imported</h2>
      <p>{report.problems.length} {report.problems.length === 1 ? 'problem' : 'problems'} in {report.lines} lines. Nothing was saved. Mend the file and choose it again.</p>
      <ol className="imp-problems">{report.problems.slice(0, 50).map((p, i) => <li key={i}><b className="n">{p.line}</b><span className="n">{p.column}</span><span>{p.message}</span></li>)}</ol>
      {report.problems.length > 50 && <p className="s">and {report.problems.length - 50} more</p>}
    </div>
  )
}

function Earlier({ today }: { today: string }) {
  const imports = useImports()
  const [undoing, setUndoing] = useState<ImportView | null>(null)
  const undo = useWrite((id: string) => api.post(`/api/imports/${id}/undo`), TOUCHED)
  if (!imports.data || imports.data.length === 0) return null
  return (
    <>
      <h2 className="imp-sub">Imports so far</h2>
      <table className="hall-kit">
        <tbody>
          {imports.data.map((i) => (
            <tr key={i.id}><th scope="row">{i.fileName}</th><td>{i.trials} trials</td><td>{formatDate(i.recordedAt.slice(0, 10), today)}, {i.by}</td><td>{i.undone ? <Chip icon="cross" tone="dash">Undone</Chip> : <button className="lnk" onClick={() => setUndoing(i)}>Undo</button>}</td></tr>
          ))}
        </tbody>
      </table>
      <Modal opened={undoing !== null} onClose={() => setUndoing(null)} title="Undo this import?">
        <p className="s">All {undoing?.trials} trials of {undoing?.fileName} leave every list and sum. The record that they were there stays.</p>
        <p className="said" role="alert">{undo.error && failureText(undo.error)}</p>
        <div className="row"><Button loading={undo.isPending} onClick={() => undo.mutate(undoing!.id, { onSuccess: () => setUndoing(null) })}>Undo the import</Button><button className="btn" onClick={() => setUndoing(null)}>Keep it</button></div>
      </Modal>
    </>
  )
}
