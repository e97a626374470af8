import { ActionIcon, Popover, TextInput, type TextInputProps } from '@mantine/core'
import { lazy, Suspense, useState } from 'react'
import { formatDate, readDay, type LocalDate } from '@mano/core/units/dates'

/** Looked at seldom, and large: it comes when it is opened. */
const DayCalendar = lazy(() => import('./DayCalendar'))

interface Props extends Omit<TextInputProps, 'value' | 'onChange' | 'rightSection'> {
  value: LocalDate | null
  /** Null: nothing stands in it; only where it may stay empty. */
  onChange: (day: LocalDate | null) => void
  mayBeEmpty?: boolean
  /** Days outside are not taken. */
  minDate?: LocalDate
  maxDate?: LocalDate
}

/**
 * A day, typed or picked, as Mano writes days: 8 Oct 2026. Typed it may be 8/10/2026, 8.10.26 or
 * 2026-10-08 too; the day stands before the month. What is no day is put back. The calendar opens by
 * its own button, so that it never lies over what comes next.
 */
export function DayInput({ value, onChange, mayBeEmpty, minDate, maxDate, ...more }: Props) {
  const [open, setOpen] = useState(false)
  /** While it is typed; null: what stands. */
  const [text, setText] = useState<string | null>(null)
  const take = (typed: string) => {
    setText(typed)
    const day = readDay(typed)
    if (day && (!minDate || day >= minDate) && (!maxDate || day <= maxDate)) onChange(day)
    else if (typed.trim() === '' && mayBeEmpty) onChange(null)
  }
  const calendar = (
    <Popover opened={open} onChange={setOpen} position="bottom-end" trapFocus returnFocus>
      <Popover.Target>
        <ActionIcon
          variant="subtle"
          aria-label="Calendar"
          disabled={more.disabled ?? false}
          onClick={() => setOpen((o) => !o)}
        >
          <svg width="16" height="16" viewBox="0 0 16 16" fill="none" stroke="currentColor">
            <path d="M1.5 3.5h13v11h-13zM1.5 7h13M5 1v4M11 1v4" strokeWidth="1.5" />
          </svg>
        </ActionIcon>
      </Popover.Target>
      <Popover.Dropdown>
        <Suspense fallback={<div className="calendar-wait" aria-busy="true" />}>
          <DayCalendar
            value={value}
            {...(minDate && { minDate })}
            {...(maxDate && { maxDate })}
            onPick={(day) => {
              setOpen(false)
              setText(null)
              onChange(day)
            }}
          />
        </Suspense>
      </Popover.Dropdown>
    </Popover>
  )
  return (
    <TextInput
      autoComplete="off"
      value={text ?? (value ? formatDate(value, '', { year: true }) : '')}
      onChange={(e) => take(e.currentTarget.value)}
      rightSection={calendar}
      {...more}
      onBlur={(e) => {
        setText(null)
        more.onBlur?.(e)
      }}
    />
  )
}
