import { Input } from '@mantine/core'
import { useState } from 'react'
import type { KitUnit } from '@mano/contract/kit'
import { PlatePicture } from '../../drawn/PlatePicture'
import { loadPin } from '@mano/core/testing/plates'
import { KG_PER_LB } from '@mano/core/units/units'
import { formatWithUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { useUnits } from '../../base/units'
import type { Kg } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

/** What to hang on the pin for a load, as a picture: heaviest plate lowest. */
export function PinLoad({ unit }: { unit: KitUnit }) {
  const units = useUnits()
  const [text, setText] = useState('')
  const n = parseNumber(text)
  const wanted = n.ok ? (units.mass === 'kg' ? n.value : n.value * KG_PER_LB) : null
  const r = wanted === null ? null : loadPin(wanted, unit.plates, unit.massKg ?? 0)
  const f = (kg: Kg) => formatWithUnit(kg, 'kg', units)
  return (
    <div className="pin-load">
      <label className="wanted">
        What to hang for{' '}
        <Input
          inputMode="decimal"
          aria-label="Load wanted"
          placeholder={units.mass}
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
        />{' '}
        {units.mass}
      </label>
      {r && !r.ok && (
        <p className="note">
          {r.reason === 'under-the-pin' ? `The pin alone is ${f(r.pinKg)}.` : 'That is no load.'}
        </p>
      )}
      {r?.ok && (
        <PlatePicture
          loading={r}
          wantedKg={must(wanted)}
          pinKg={unit.massKg ?? 0}
          heaviestKg={Math.max(1, ...unit.plates.map((p) => p.kg))}
        />
      )}
    </div>
  )
}
