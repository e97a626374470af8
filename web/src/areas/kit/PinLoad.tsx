import { useState } from 'react'
import type { KitUnit } from '@mano/contract/kit'
import { loadPin } from '@mano/core/testing/plates'
import { KG_PER_LB } from '@mano/core/units/convert'
import { formatWithUnit } from '@mano/core/units/format'
import { parseNumber } from '@mano/core/units/parse'
import { useUnits } from '../../app/units'

/** What to hang on the pin for a load, as a picture: heaviest plate lowest. */
export function PinLoad({ unit }: { unit: KitUnit }) {
  const units = useUnits()
  const [text, setText] = useState('')
  const n = parseNumber(text)
  const wanted = n.ok ? (units.mass === 'kg' ? n.value : n.value * KG_PER_LB) : null
  const r = wanted === null ? null : loadPin(wanted, unit.plates, unit.massKg ?? 0)
  const f = (kg: number) => formatWithUnit(kg, 'kg', units)
  const heaviest = Math.max(1, ...unit.plates.map((p) => p.kg))
  const discs = r?.ok ? r.plates.flatMap((p) => Array.from({ length: p.count }, () => p.kg)) : []
  return (
    <div className="pin-load">
      <label className="wanted">What to hang for <input inputMode="decimal" aria-label="Load wanted" placeholder={units.mass} value={text} onChange={(e) => setText(e.currentTarget.value)} /> {units.mass}</label>
      {r && !r.ok && <p className="note">{r.reason === 'under-the-pin' ? `The pin alone is ${f(r.pinKg)}.` : 'That is no load.'}</p>}
      {r?.ok && (
        <>
          <p><b>{r.plates.length === 0 ? 'No plates' : r.plates.map((p) => `${p.count} × ${f(p.kg)}`).join(', ')}</b>{unit.massKg ? ` and the pin, ${f(unit.massKg)}` : ''} = {f(r.totalKg)}{r.exact ? '' : `: the nearest the plates make to ${f(wanted!)}`}</p>
          <svg viewBox="0 0 200 96" role="img" aria-label={`Plates on the pin: ${discs.map(f).join(', ') || 'none'}`}>
            <line x1="100" x2="100" y1="2" y2="94" stroke="var(--ink)" strokeWidth="3" />
            {discs.slice(0, 12).map((kg, i) => { const w = 36 + (140 * kg) / heaviest; return <g key={i}><rect x={100 - w / 2} y={86 - 8 * (i + 1)} width={w} height="7" rx="2" fill="var(--shade)" stroke="var(--ink)" /></g> })}
          </svg>
        </>
      )}
    </div>
  )
}
