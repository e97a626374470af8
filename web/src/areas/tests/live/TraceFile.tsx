import { Button, Checkbox, Input, Modal, NativeSelect } from '@mantine/core'
import { useState } from 'react'
import {
  FORCE_UNITS,
  guessColumns,
  readTraceCsv,
  TIME_UNITS,
  traceColumns,
  type TimeUnit,
  type TraceColumns,
} from '@mano/core/force/csv'
import { readTrace } from '@mano/core/force/analyse'
import { type Trace, lengthS } from '@mano/core/force/trace'
import { formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../../base/units'
import { ForceChart } from '../../../drawn/ForceChart'
import { oneOf } from '@mano/core/units/among'

interface File_ {
  name: string
  text: string
  columns: string[]
  by: TraceColumns
}
const TIME_NAMES: Readonly<Record<TimeUnit, string>> = {
  s: 'seconds',
  ms: 'milliseconds',
  rate: 'no time column',
}

/**
 * A record of another device: columns, rate and unit are chosen, the curve is looked at, then it is
 * a try like any other.
 */
export function TraceFile({ onTrace }: { onTrace: (trace: Trace, name: string) => void }) {
  const units = useUnits()
  const [file, setFile] = useState<File_ | null>(null)
  const [problem, setProblem] = useState('')
  const [sure, setSure] = useState(false)
  const take = async (f: File | undefined) => {
    if (!f) return
    if (f.size > 20 * 1024 * 1024) return setProblem(`${f.name} is over 20\u00A0MB.`)
    const text = await f.text()
    const table = traceColumns(text)
    setProblem(table.ok ? '' : `${f.name}: ${table.message}`)
    setSure(false)
    if (table.ok)
      setFile({ name: f.name, text, columns: table.columns, by: guessColumns(table.columns) })
  }
  const read = file && readTraceCsv(file.text, file.by)
  const change = (by: Partial<TraceColumns>) => {
    setSure(false)
    setFile((f) => f && { ...f, by: { ...f.by, ...by } })
  }
  const doubt = read?.ok ? read.doubt : null
  const reading = read?.ok ? readTrace(read.trace) : null
  return (
    <>
      <label className="lnk file">
        From a file
        <input
          className="vh"
          type="file"
          accept=".csv,text/csv,text/plain"
          onChange={(e) => {
            void take(e.currentTarget.files?.[0])
            e.currentTarget.value = ''
          }}
        />
      </label>
      {problem && (
        <span className="said" role="alert">
          {problem}
        </span>
      )}
      <Modal
        opened={file !== null}
        onClose={() => setFile(null)}
        title={file ? `Force record: ${file.name}` : ''}
        size="xl"
      >
        {file && (
          <div className="trace-file">
            <div className="row">
              <label>
                Force in
                <NativeSelect
                  value={file.by.force}
                  onChange={(e) => change({ force: e.currentTarget.value })}
                >
                  {file.columns.map((c) => (
                    <option key={c}>{c}</option>
                  ))}
                </NativeSelect>
              </label>
              <label>
                Unit
                <NativeSelect
                  value={file.by.forceUnit}
                  onChange={(e) => change({ forceUnit: oneOf(FORCE_UNITS, e.currentTarget.value) })}
                >
                  {FORCE_UNITS.map((u) => (
                    <option key={u}>{u}</option>
                  ))}
                </NativeSelect>
              </label>
              <label>
                Time
                <NativeSelect
                  value={file.by.timeUnit}
                  onChange={(e) => {
                    const timeUnit = oneOf(TIME_UNITS, e.currentTarget.value)
                    change({
                      timeUnit,
                      time:
                        timeUnit === 'rate'
                          ? null
                          : (file.by.time ?? file.columns.find((c) => c !== file.by.force) ?? null),
                      rateHz: timeUnit === 'rate' ? (file.by.rateHz ?? 100) : null,
                    })
                  }}
                >
                  {TIME_UNITS.map((u) => (
                    <option key={u} value={u}>
                      {TIME_NAMES[u]}
                    </option>
                  ))}
                </NativeSelect>
              </label>
              {file.by.timeUnit === 'rate' ? (
                <label>
                  Samples a second
                  <Input
                    type="number"
                    min={10}
                    max={5000}
                    value={file.by.rateHz ?? ''}
                    onChange={(e) => change({ rateHz: Number(e.currentTarget.value) })}
                  />
                </label>
              ) : (
                <label>
                  Time in
                  <NativeSelect
                    value={file.by.time ?? ''}
                    onChange={(e) => change({ time: e.currentTarget.value })}
                  >
                    {file.columns.map((c) => (
                      <option key={c}>{c}</option>
                    ))}
                  </NativeSelect>
                </label>
              )}
            </div>
            {read && !read.ok && (
              <p className="said" role="alert">
                {read.message} Nothing was taken.
              </p>
            )}
            {read?.ok && reading && (
              <>
                <ForceChart
                  label="Record of the file"
                  curves={[
                    {
                      trace: read.trace,
                      zeroS: read.trace.startS,
                      baseN: reading.baseline.offsetN,
                      label: file.name,
                      tone: 'both',
                      strong: true,
                    },
                  ]}
                  fromS={0}
                  toS={Math.max(2, lengthS(read.trace))}
                  topN={Math.max(10, 1.15 * read.peakN)}
                />
                <p>
                  Peak {formatWithUnit(read.peakN - reading.baseline.offsetN, 'N', units)} in{' '}
                  {lengthS(read.trace).toFixed(1)} s at {Math.round(read.trace.rateHz)} samples a
                  second.
                </p>
                {doubt && (
                  <p className="said" role="alert">
                    A peak of {Math.round(read.peakN)} N is no hand's.
                    {doubt.length === 0
                      ? ' Is this a force? '
                      : ` Is the unit ${doubt.join(' or ')}? `}
                    <label className="tick">
                      <Checkbox checked={sure} onChange={(e) => setSure(e.currentTarget.checked)} />
                      The unit is right
                    </label>
                  </p>
                )}
              </>
            )}
            <div className="row">
              <Button
                type="button"
                disabled={!read?.ok || (doubt !== null && !sure)}
                onClick={() => {
                  if (read?.ok) {
                    onTrace(read.trace, file.name.slice(0, 80))
                    setFile(null)
                  }
                }}
              >
                Take as this trial
              </Button>
              <Button variant="default" type="button" onClick={() => setFile(null)}>
                Cancel
              </Button>
            </div>
          </div>
        )}
      </Modal>
    </>
  )
}
