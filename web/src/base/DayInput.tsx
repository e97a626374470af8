import { ActionIcon } from '@mantine/core'
import { DateInput, type DateInputProps } from '@mantine/dates'
import '@mantine/dates/styles.css'
import { useState } from 'react'
import { readDay, type LocalDate } from '@mano/core/units/dates'

interface Props extends Omit<
  DateInputProps,
  'value' | 'onChange' | 'dateParser' | 'valueFormat' | 'clearable'
> {
  value: LocalDate | null
  /** Null: nothing stands in it; only with `allowDeselect`. */
  onChange: (day: LocalDate | null) => void
}

/**
 * A day, typed or picked, as Mano writes days: 8 Oct 2026. Typed it may be 8/10/2026, 8.10.26 or
 * 2026-10-08 too; the day stands before the month. The calendar opens by its own button, so that it
 * never lies over what comes next.
 */
export function DayInput({ value, onChange, ...more }: Props) {
  const [open, setOpen] = useState(false)
  return (
    <DateInput
      valueFormat="D MMM YYYY"
      dateParser={(text) => readDay(text)}
      firstDayOfWeek={1}
      value={value === '' ? null : value}
      onChange={(day) => {
        setOpen(false)
        onChange(day)
      }}
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
      weekendDays={[]}
      hideOutsideDates
      popoverProps={{ opened: open, onChange: setOpen }}
      rightSection={
        <ActionIcon
          variant="subtle"
          aria-label="Calendar"
          aria-expanded={open}
          disabled={more.disabled}
          onClick={() => setOpen((o) => !o)}
        >
          <svg width="16" height="16" viewBox="0 0 16 16" fill="none" stroke="currentColor">
            <path d="M1.5 3.5h13v11h-13zM1.5 7h13M5 1v4M11 1v4" strokeWidth="1.5" />
          </svg>
        </ActionIcon>
      }
      {...more}
    />
  )
}
