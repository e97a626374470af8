import type { Trace } from '@mano/core/force/trace'
import { useChosenInstrument, useInstruments } from '../../../base/instruments'
import { TraceFile } from './TraceFile'
import { Choice } from '../../../base/Choice'
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
      <Choice
        id="instrument"
        value={all.some((i) => i.id === id) ? must(id) : ''}
        onChange={(v) => choose(v || null)}
        data={[
          { value: '', label: 'Typed' },
          ...all.map((i) => ({
            value: i.id,
            label: `${i.name}${i.simulated ? ', simulated' : ''}${i.online ? '' : ', not there'}`,
          })),
        ]}
      />
      {all.length === 0 && <p className="note">No instrument is connected to this installation.</p>}
      <p className="said" role="alert">
        {said}
      </p>
    </div>
  )
}
