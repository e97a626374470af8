import { DatePicker } from '@mantine/dates'
import '@mantine/dates/styles.css'
import type { LocalDate } from '@mano/core/units/dates'

/** A month to pick a day from, as a chunk of its own. */
export default function DayCalendar({
  value,
  minDate,
  maxDate,
  weekStart,
  onPick,
}: {
  value: LocalDate | null
  minDate?: LocalDate
  maxDate?: LocalDate
  weekStart: 0 | 1 | 6
  onPick: (day: LocalDate) => void
}) {
  return (
    <DatePicker
      value={value === '' ? null : value}
      {...(value && { defaultDate: value })}
      {...(minDate && { minDate })}
      {...(maxDate && { maxDate })}
      firstDayOfWeek={weekStart}
      weekendDays={[]}
      hideOutsideDates
      ariaLabels={{
        previousMonth: 'Month before',
        nextMonth: 'Month after',
        previousYear: 'Year before',
        nextYear: 'Year after',
        previousDecade: 'Ten years before',
        nextDecade: 'Ten years after',
        monthLevelControl: 'Choose a month',
        yearLevelControl: 'Choose a year',
      }}
      onChange={(day) => day && onPick(day)}
    />
  )
}
