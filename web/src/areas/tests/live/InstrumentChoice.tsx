import { NativeSelect } from '@mantine/core'
import type { Trace } from '@mano/core/force/trace'
import { useChosenInstrument, useInstruments } from '../../../base/instruments'
import { TraceFile } from './TraceFile'
import { must } from '@mano/core/units/must'

/** How results come: typed, by an instrument, or from a file of one. */
export function InstrumentChoice({
  onTrace,
  said,
}: {
  onTrace: (trace: Trace, name: string) => void
  said: string
}) {
  const all = useInstruments()
  const { id, choose } = useChosenInstrument()
  return (
    <div className="block by">
      <div className="by-head">
        <label className="h3" htmlFor="instrument">
          Instrument
        </label>
        <TraceFile onTrace={onTrace} />
      </div>
      <NativeSelect
        id="instrument"
        value={all.some((i) => i.id === id) ? must(id) : ''}
        onChange={(e) => choose(e.currentTarget.value || null)}
      >
        <option value="">Typed</option>
        {all.map((i) => (
          <option key={i.id} value={i.id}>
            {i.name}
            {i.simulated ? ', simulated' : ''}
            {i.online ? '' : ', not there'}
          </option>
        ))}
      </NativeSelect>
      {all.length === 0 && <p className="note">No instrument is connected to this installation.</p>}
      <p className="said" role="alert">
        {said}
      </p>
    </div>
  )
}
