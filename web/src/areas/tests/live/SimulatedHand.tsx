import { Button, Input } from '@mantine/core'
import { useState } from 'react'
import { SIMULATED_FAULTS, type DriveBody, type SimulatedFault } from '@mano/contract/instruments'
import type { LiveUse } from '@mano/core/force/tries'
import type { Hand } from '@mano/core/catalogue/person'
import { fromSi, toSi } from '@mano/core/units/convert'
import { failureText } from '../../../base/api'
import type { Instrument } from '../../../base/instruments'
import { useUnits } from '../../../base/units'
import type { Newton, Seconds } from '@mano/core/units/quantity'
import { Choice } from '../../../base/Choice'
import { must } from '@mano/core/units/must'

const FAULT_NAMES: Readonly<Record<SimulatedFault, string>> = {
  clean: 'Cleanly',
  'slow-start': 'Slow start',
  slip: 'With a slip',
  'two-squeezes': 'Twice',
  'pre-touch': 'Hand on the handle',
  drift: 'Drifting zero',
  'drop-out': 'Samples missing',
}
const MOVE: Readonly<Record<LiveUse, { does: DriveBody['does']; word: string; seconds: Seconds }>> =
  {
    held: { does: 'squeeze', word: 'Squeeze', seconds: 5.2 },
    clenches: { does: 'clenches', word: 'Five clenches', seconds: 5 },
    bouts: { does: 'bouts', word: 'All-out bouts', seconds: 5 },
    repeats: { does: 'bouts', word: 'Holds', seconds: 5 },
    hang: { does: 'hang', word: 'Hang', seconds: 12 },
  }

/** The stand-in's hand: as strong as this athlete last was, or by the slider. */
export function SimulatedHand({
  instrument,
  use,
  hand,
  bestN,
  onProblem,
}: {
  instrument: Instrument
  use: LiveUse
  hand: Hand
  bestN: Newton | null
  onProblem: (says: string) => void
}) {
  const units = useUnits()
  const usual = Math.round(must(fromSi(bestN ?? (use === 'hang' ? 700 : 350), units.mass, 'N')))
  const [strength, setStrength] = useState<number | null>(null)
  const [fault, setFault] = useState<SimulatedFault>('clean')
  const drive = (body: Partial<DriveBody> & Pick<DriveBody, 'does'>) =>
    void instrument
      .drive({ forceN: 0, seconds: 5, fault: 'clean', ...body })
      .catch((e: unknown) => onProblem(failureText(e)))
  const forceN = must(toSi(strength ?? usual, units.mass, 'N'))
  const move = MOVE[use]
  return (
    <details className="sim">
      <summary>Simulated {hand === 'both' ? 'hands' : `${hand} hand`}</summary>
      <div className="sim-row">
        <label>
          Strength, {units.mass}
          <Input
            type="number"
            min={1}
            max={300}
            value={strength ?? usual}
            onChange={(e) => setStrength(Number(e.currentTarget.value) || 1)}
          />
        </label>
        {use === 'held' && (
          <Choice
            label="How"
            value={fault}
            onChange={setFault}
            data={SIMULATED_FAULTS.map((f) => ({ value: f, label: FAULT_NAMES[f] }))}
          />
        )}
        <Button
          variant="default"
          type="button"
          onClick={() =>
            drive({
              does: move.does,
              forceN,
              seconds: move.seconds,
              fault: use === 'held' ? fault : 'clean',
            })
          }
        >
          {move.word}
        </Button>
        <label className="pull">
          Pull by hand
          <input
            type="range"
            min={0}
            max={Math.round(1.3 * (strength ?? usual))}
            defaultValue={0}
            onChange={(e) =>
              drive({
                does: 'pull',
                forceN: must(toSi(Number(e.currentTarget.value), units.mass, 'N')),
              })
            }
          />
        </label>
        <Button
          variant="default"
          size="xs"
          type="button"
          onClick={() => drive({ does: 'unplug', seconds: 6 })}
        >
          Unplug for 6 s
        </Button>
      </div>
      <p className="note">
        A stand-in that ships with the demo: what it shows is no one's strength.
      </p>
    </details>
  )
}
