import { Input } from '@mantine/core'
import { useState } from 'react'
import type { KitUnit } from '@mano/contract/kit'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { DayStation } from '@mano/core/testday/live'
import { useUnits } from '../../base/units'
import { choicesOf, numbersOf, statedNumber, statedText, unitOf } from '../tests/stated'
import { Typed } from '../../base/Typed'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { UNSTATED } from './stationStart'

/**
 * How a test is taken at its station: the choices and numbers that name its series, and the tries.
 */
export function StationSetting({
  station,
  unit,
  onChange,
}: {
  station: DayStation
  unit: KitUnit | undefined
  onChange: (more: Partial<DayStation>) => void
}) {
  const units = useUnits()
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const protocol = protocolById(station.protocolId)
  if (!protocol || !unit) return null
  const numbers = numbersOf(protocol, station.variant).filter((n) => !n.auto)
  const set = (id: string, value: string) =>
    onChange({ variant: { ...station.variant, [id]: value } })
  return (
    <details
      className="td-setting"
      open={numbers.some((n) => station.variant[n.id] === UNSTATED) || undefined}
    >
      <summary>Set-up of {station.name}</summary>
      <div>
        {choicesOf(protocol, unit.kind).map((v) => (
          <Choice
            key={v.id}
            label={v.name}
            value={station.variant[v.id]}
            onChange={(o) => set(v.id, o)}
            data={options(v.options)}
          />
        ))}
        {numbers.map((n) => (
          <label key={n.id}>
            {n.name}, {unitOf(n, units)}
            <Input
              inputMode="decimal"
              value={typed[n.id] ?? statedText(n, station.variant[n.id] ?? '', units)}
              aria-invalid={station.variant[n.id] === UNSTATED}
              onChange={(e) => {
                const text = e.currentTarget.value
                setTyped({ ...typed, [n.id]: text })
                set(n.id, statedNumber(n, text, units, unit) ?? UNSTATED)
              }}
            />
          </label>
        ))}
        <label>
          Trials at {station.name}
          <Typed
            type="number"
            min={1}
            max={6}
            placeholder="as the day"
            value={`${station.tries ?? ''}`}
            onChange={(text) => {
              const n = Number(text)
              onChange({ tries: n >= 1 && n <= 6 ? Math.floor(n) : undefined })
            }}
          />
        </label>
      </div>
    </details>
  )
}
