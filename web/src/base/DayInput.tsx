import { DateInput, type DateInputProps } from '@mantine/dates'
import '@mantine/dates/styles.css'
import { readDay, type LocalDate } from '@mano/core/units/dates'

interface Props extends Omit<DateInputProps, 'value' | 'onChange' | 'dateParser' | 'valueFormat'> {
  value: LocalDate | null
  /** Null: nothing stands in it. */
  onChange: (day: LocalDate | null) => void
}

/**
 * A day, typed or picked, as Mano writes days: 8 Oct 2026. Typed it may be 8/10/2026, 8.10.26 or
 * 2026-10-08 too; the day stands before the month.
 */
export function DayInput({ value, ...more }: Props) {
  return (
    <DateInput
      valueFormat="D MMM YYYY"
      dateParser={(text) => readDay(text)}
      firstDayOfWeek={1}
      clearButtonProps={{ 'aria-label': 'Clear the day' }}
      value={value === '' ? null : value}
      {...more}
    />
  )
}
