import { useState } from 'react'
import { readTrace } from '@mano/core/force/analyse'
import { guessColumns, readTraceCsv, traceColumns, type TraceColumns } from '@mano/core/force/csv'
import type { Trace } from '@mano/core/force/trace'

/** A file of another device, and how its columns are read. */
export interface TraceText {
  name: string
  text: string
  columns: string[]
  by: TraceColumns
}

/** A larger file is refused, bytes. */
const MOST = 20 * 1024 * 1024
/** Letters of a file's name that are kept with the trial. */
const NAME_MOST = 80

/** Reads a file as it is mapped: nothing is taken before the unit is right. */
export function useTraceFile(onTrace: (trace: Trace, name: string) => void) {
  const [file, setFile] = useState<TraceText | null>(null)
  const [problem, setProblem] = useState('')
  const [sure, setSure] = useState(false)
  const choose = async (f: File | undefined) => {
    if (!f) return
    if (f.size > MOST) return setProblem(`${f.name} is over 20\u00A0MB.`)
    const text = await f.text()
    const table = traceColumns(text)
    setProblem(table.ok ? '' : `${f.name}: ${table.message}`)
    setSure(false)
    if (table.ok)
      setFile({ name: f.name, text, columns: table.columns, by: guessColumns(table.columns) })
  }
  const change = (by: Partial<TraceColumns>) => {
    setSure(false)
    setFile((f) => f && { ...f, by: { ...f.by, ...by } })
  }
  const read = file && readTraceCsv(file.text, file.by)
  const doubt = read?.ok ? read.doubt : null
  const take = () => {
    if (!file || !read?.ok) return
    onTrace(read.trace, file.name.slice(0, NAME_MOST))
    setFile(null)
  }
  return {
    file,
    problem,
    read,
    reading: read?.ok ? readTrace(read.trace) : null,
    doubt,
    sure,
    mayTake: read?.ok === true && (doubt === null || sure),
    choose,
    change,
    setSure,
    take,
    close: () => setFile(null),
  }
}
export type TraceRead = ReturnType<typeof useTraceFile>
