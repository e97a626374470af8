import { type SelectProps } from '@mantine/core'
import { Select } from './Select'

const ZONES = Intl.supportedValuesOf('timeZone')

type Props = Pick<SelectProps, 'label' | 'description' | 'error' | 'onBlur' | 'onFocus'> & {
  value: string
  onChange: (zone: string) => void
}

/** A time zone, found by typing; one the browser does not know stays in the list. */
export const ZonePick = ({ value, onChange, onFocus, ...rest }: Props) => (
  <Select
    {...rest}
    searchable
    allowDeselect={false}
    nothingFoundMessage="No time zone by these letters"
    data={ZONES.includes(value) ? ZONES : [value, ...ZONES]}
    value={value}
    onChange={(v) => v && onChange(v)}
    // What is typed takes the place of what stands there.
    onFocus={(e) => {
      e.currentTarget.select()
      onFocus?.(e)
    }}
  />
)
