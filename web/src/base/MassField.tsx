import { TextInput } from '@mantine/core'
import { parseMass } from '@mano/core/units/mass'
import { formatWithUnit } from '@mano/core/units/format'
import { useUnits } from './units'

interface Props {
  label: string
  value: string
  onChange: (text: string) => void
  placeholder?: string
}

/** A weighed mass in the coach's unit; another is taken when it is written, and said. */
export function MassField({ label, value, onChange, placeholder = 'Not weighed' }: Props) {
  const { mass } = useUnits()
  const r = parseMass(value, mass)
  const other = mass === 'kg' ? 'lb' : 'kg'
  return (
    <TextInput
      label={`${label}, ${mass}`}
      inputMode="decimal"
      autoComplete="off"
      placeholder={placeholder}
      value={value}
      error={!r.ok && r.reason !== 'empty' && `Not a mass: 20 or 20 ${other}`}
      description={
        r.ok && r.unit !== mass
          ? `= ${formatWithUnit(r.kg, 'kg', { mass, length: 'mm' })}`
          : undefined
      }
      onChange={(e) => onChange(e.currentTarget.value)}
    />
  )
}
