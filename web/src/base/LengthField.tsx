import { Button, TextInput } from '@mantine/core'
import { formatBoth, otherUnitMeant, parseLength, type LengthUnit } from '@mano/core/units/inch'
import type { Mm } from '@mano/core/units/quantity'

interface Props {
  label: string
  value: string
  unit: LengthUnit
  onChange: (text: string) => void
  placeholder?: string
  autoFocus?: boolean
  /** What is usual: a length far off it that fits in the other unit is asked about. */
  usualMm?: readonly [number, number] | null | undefined
}

/**
 * A calliper reading as the coach has it: decimals or a fraction of an inch; says it in both units.
 */
export function LengthField({
  label,
  value,
  unit,
  onChange,
  placeholder = 'Not measured',
  autoFocus = false,
  usualMm = null,
}: Props) {
  const r = parseLength(value, unit)
  const meant = usualMm && otherUnitMeant(value, unit, usualMm)
  const wrong = value.trim() !== '' && (!r.ok || r.mm <= 0)
  return (
    <TextInput
      label={`${label}, ${unit}`}
      data-autofocus={autoFocus ? true : undefined}
      inputMode="text"
      autoComplete="off"
      placeholder={placeholder}
      value={value}
      error={wrong && 'Not a length: 60.3, 2 3/8 or 2 3/8 in'}
      {...(meant && {
        rightSectionWidth: 'auto',
        rightSection: (
          <Button variant="default" size="xs" type="button" onClick={() => onChange(meant)}>
            {meant}?
          </Button>
        ),
      })}
      description={
        r.ok && r.mm > 0
          ? `= ${formatBoth(r.mm, unit)}`
          : unit === 'in'
            ? 'Decimals or fractions'
            : 'mm, or inches as 2 3/8 in'
      }
      onChange={(e) => onChange(e.currentTarget.value)}
    />
  )
}

/** The entry of such a field: null when empty; undefined when it is no length. */
export function lengthOf(
  text: string,
  unit: LengthUnit,
): { mm: Mm; entered: number; unit: LengthUnit } | null | undefined {
  if (text.trim() === '') return null
  const r = parseLength(text, unit)
  return r.ok && r.mm > 0 ? { mm: r.mm, entered: r.entered, unit: r.unit } : undefined
}
