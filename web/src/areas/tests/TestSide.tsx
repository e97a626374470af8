import { Button } from '@mantine/core'
import { useState } from 'react'
import { Attachments } from './Attachments'
import { NextInBattery } from './BatteryVisit'
import { InstrumentChoice } from './live/InstrumentChoice'
import { SafetyPanel } from './SafetyPanel'
import { RestClocks, SetUp } from './SetUp'
import { HAND_NAME, type RunningTest } from './useRunning'

/** Beside a test: the instrument, rests, who begins, what stands against it, how it is set up. */
export function TestSide({ t }: { t: RunningTest }) {
  const { session, protocol, today, next } = t
  const [fileSaid, setFileSaid] = useState('')
  return (
    <aside>
      {today && t.use && (
        <InstrumentChoice
          onTrace={(trace, name) =>
            setFileSaid(t.record({ trace, from: name, rangeN: null, lostAt: null }) ?? '')
          }
          said={fileSaid}
        />
      )}
      <div id="say-now" />
      <NextInBattery batteryId={t.batteryId} />
      {today && (
        <RestClocks
          session={session}
          protocol={protocol}
          hands={t.hands}
          next={next?.hand ?? null}
        />
      )}
      {today && protocol.hands === 'each' && protocol.entry !== 'single' && <StartsWith t={t} />}
      {today && <SafetyPanel session={session} stops={t.stops} onReason={t.reason} />}
      <SetUp session={session} protocol={protocol} />
      <Attachments session={session} />
    </aside>
  )
}

const StartsWith = ({ t }: { t: RunningTest }) => (
  <div className="block">
    <h2 className="h3" id="first">
      Starts with
    </h2>
    <div className="flt" role="group" aria-labelledby="first">
      {(['left', 'right'] as const).map((h) => (
        <Button
          key={h}
          variant={t.first === h ? 'filled' : 'default'}
          size="xs"
          aria-pressed={t.first === h}
          disabled={t.session.trials.length > 0}
          onClick={() => t.setFirst(h)}
        >
          {HAND_NAME[h]}
        </Button>
      ))}
    </div>
  </div>
)
