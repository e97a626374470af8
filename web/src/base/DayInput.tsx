import { ActionIcon, Popover, TextInput, type TextInputProps } from '@mantine/core'
import { lazy, Suspense, useRef, useState } from 'react'
import { useCalm } from './calm'
import { useHallDays } from './hallDays'
import { formatDate, readDay, type LocalDate } from '@mano/core/units/dates'

/** Looked at seldom, and large: it comes when it is opened. */
const DayCalendar = lazy(() => import('./DayCalendar'))

interface Props extends Omit<TextInputProps, 'value' | 'onChange' | 'rightSection'> {
  value: LocalDate | null
  /** Null: nothing stands in it; only where it may stay empty. */
  onChange: (day: LocalDate | null) => void
  mayBeEmpty?: boolean
  /** Days outside are refused in words. */
  minDate?: LocalDate
  maxDate?: LocalDate
}

/**
 * A day, typed or picked, as Mano writes days: 8 Oct 2026. Typed it may be 8/10/2026, 8.10.26
 * or 2026-10-08 too; of two numbers the day stands first, where the hall does not say otherwise. It
 * is taken with its whole year, with
 * Enter or on leaving; what is no day, or one that cannot be, stays there and is said. The
 * calendar opens by its own button, so that it never lies over what comes next.
 */
export function DayInput({ value, onChange, mayBeEmpty, minDate, maxDate, ...more }: Props) {
  const days = useHallDays()
  const [open, setOpen] = useCalm(false)
  /** While it is typed; null: what stands. */
  const [text, setText] = useState<string | null>(null)
  const [wrong, setWrong] = useState('')
  const field = useRef<HTMLInputElement>(null)
  /** A form with a day that cannot be is not sent. */
  const judge = (problem: string) => {
    setWrong(problem)
    field.current?.setCustomValidity(problem)
  }
  const take = () => {
    if (text === null) return
    const day = readDay(text, days.monthFirst)
    const empty = text.trim() === ''
    const problem = empty ? '' : dayProblem(day, days.monthFirst, minDate, maxDate)
    judge(problem)
    if (problem) return
    setText(null)
    if (day ?? mayBeEmpty) onChange(day)
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
            weekStart={days.weekStart}
            value={value}
            {...(minDate && { minDate })}
            {...(maxDate && { maxDate })}
            onPick={(day) => {
              setOpen(false)
              setText(null)
              judge('')
              onChange(day)
            }}
          />
        </Suspense>
      </Popover.Dropdown>
    </Popover>
  )
  return (
    <TextInput
      ref={field}
      autoComplete="off"
      value={text ?? (value ? shown(value) : '')}
      onChange={(e) => {
        const typed = e.currentTarget.value
        setText(typed)
        judge('')
        // With its whole year a day is plain at once: what waits for it need not wait longer.
        const day = WHOLE.test(typed) ? readDay(typed, days.monthFirst) : null
        if (day && !dayProblem(day, days.monthFirst, minDate, maxDate)) onChange(day)
      }}
      onKeyDown={(e) => e.key === 'Enter' && take()}
      rightSection={calendar}
      {...more}
      error={wrong || more.error}
      onBlur={(e) => {
        take()
        more.onBlur?.(e)
      }}
    />
  )
}

/** A day whose year will not go on. */
const WHOLE = /\d{4}\s*$|^\s*\d{4}-\d\d-\d\d\s*$/
const shown = (day: LocalDate) => formatDate(day, '', { year: true })

/** What is wrong with a day that was typed; empty: nothing. */
function dayProblem(
  day: LocalDate | null,
  monthFirst: boolean,
  min?: LocalDate,
  max?: LocalDate,
): string {
  if (!day) return `Not a day: write 8 Oct 2026 or ${monthFirst ? '10/8/2026' : '8/10/2026'}`
  if (max && day > max) return `Not after ${shown(max)}`
  return min && day < min ? `Not before ${shown(min)}` : ''
}
