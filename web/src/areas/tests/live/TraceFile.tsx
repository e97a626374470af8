import { Button, Checkbox, Input, Modal } from '@mantine/core'
import { FORCE_UNITS, TIME_UNITS, type TimeUnit, type TraceColumns } from '@mano/core/force/csv'
import { type Trace, lengthS } from '@mano/core/force/trace'
import { formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../../base/units'
import { ForceChart } from '../../../drawn/ForceChart'
import { Choice } from '../../../base/Choice'
import { useTraceFile, type TraceRead, type TraceText } from './useTraceFile'

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
  const t = useTraceFile(onTrace)
  return (
    <>
      <label className="lnk file">
        From a file
        <input
          className="vh"
          type="file"
          accept=".csv,text/csv,text/plain"
          onChange={(e) => {
            void t.choose(e.currentTarget.files?.[0])
            e.currentTarget.value = ''
          }}
        />
      </label>
      {t.problem && (
        <span className="said" role="alert">
          {t.problem}
        </span>
      )}
      <Modal
        opened={t.file !== null}
        onClose={t.close}
        title={t.file ? `Force record: ${t.file.name}` : ''}
        size="xl"
      >
        {t.file && (
          <div className="trace-file">
            <Columns file={t.file} onChange={t.change} />
            {t.read && !t.read.ok && (
              <p className="said" role="alert">
                {t.read.message} Nothing was taken.
              </p>
            )}
            <Found of={t} name={t.file.name} />
            <div className="row">
              <Button type="button" disabled={!t.mayTake} onClick={t.take}>
                Take as this trial
              </Button>
              <Button variant="default" type="button" onClick={t.close}>
                Cancel
              </Button>
            </div>
          </div>
        )}
      </Modal>
    </>
  )
}

/** Which column is what, in what unit, and how time runs. */
function Columns({
  file: { by, columns },
  onChange,
}: {
  file: TraceText
  onChange: (by: Partial<TraceColumns>) => void
}) {
  const timeIn = (timeUnit: TimeUnit) =>
    onChange({
      timeUnit,
      time: timeUnit === 'rate' ? null : (by.time ?? columns.find((c) => c !== by.force) ?? null),
      rateHz: timeUnit === 'rate' ? (by.rateHz ?? 100) : null,
    })
  const names = columns.map((c) => ({ value: c, label: c }))
  return (
    <div className="row">
      <Choice
        label="Force in"
        value={by.force}
        onChange={(v) => onChange({ force: v })}
        data={names}
      />
      <Choice
        label="Unit"
        value={by.forceUnit}
        onChange={(forceUnit) => onChange({ forceUnit })}
        data={FORCE_UNITS.map((u) => ({ value: u, label: u }))}
      />
      <Choice
        label="Time"
        value={by.timeUnit}
        onChange={timeIn}
        data={TIME_UNITS.map((u) => ({ value: u, label: TIME_NAMES[u] }))}
      />
      {by.timeUnit === 'rate' ? (
        <label>
          Samples a second
          <Input
            type="number"
            min={10}
            max={5000}
            value={by.rateHz ?? ''}
            onChange={(e) => onChange({ rateHz: Number(e.currentTarget.value) })}
          />
        </label>
      ) : (
        <Choice
          label="Time in"
          value={by.time ?? ''}
          onChange={(v) => onChange({ time: v })}
          data={names}
        />
      )}
    </div>
  )
}

/** The curve as it is read; a peak no hand has asks whether the unit is right. */
function Found({
  of: { read, reading, doubt, sure, setSure },
  name,
}: {
  of: TraceRead
  name: string
}) {
  const units = useUnits()
  if (!read?.ok || !reading) return null
  const { trace, peakN } = read
  const baseN = reading.baseline.offsetN
  return (
    <>
      <ForceChart
        label="Record of the file"
        curves={[{ trace, zeroS: trace.startS, baseN, label: name, tone: 'both', strong: true }]}
        fromS={0}
        toS={Math.max(2, lengthS(trace))}
        topN={Math.max(10, 1.15 * peakN)}
      />
      <p>
        Peak {formatWithUnit(peakN - baseN, 'N', units)} in {lengthS(trace).toFixed(1)} s at{' '}
        {Math.round(trace.rateHz)} samples a second.
      </p>
      {doubt && (
        <p className="said" role="alert">
          A peak of {Math.round(peakN)} N is no hand's.
          {doubt.length === 0 ? ' Is this a force? ' : ` Is the unit ${doubt.join(' or ')}? `}
          <label className="tick">
            <Checkbox checked={sure} onChange={(e) => setSure(e.currentTarget.checked)} />
            The unit is right
          </label>
        </p>
      )}
    </>
  )
}
