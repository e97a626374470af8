import { Button } from '@mantine/core'
import type { Unlock } from '@mano/core/plan/advice'
import { DAY_NAMES, type DayFrame } from '@mano/core/intake/week'
import { Icon } from '../../drawn/Icon'

/** What a coach should hear about days and minutes before reading the week. */
export function WeekAdvice({
  lines,
  unlocks,
  first,
  onTry,
}: {
  lines: readonly string[]
  unlocks: readonly Unlock[]
  /** Said where there is nothing to advise on. */
  first: string
  /** Absent: the week is only looked at. */
  onTry?: (frame: readonly DayFrame[]) => void
}) {
  if (lines.length === 0) return <p className="week-fine">{first}</p>
  return (
    <section className="week-advice" aria-label="Days and minutes">
      <Icon name="warn" />
      <ul>
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
      {onTry &&
        unlocks.map((u) => (
          <Button variant="default" key={u.day} onClick={() => onTry(u.frame)}>
            Try {u.minutes} min on {DAY_NAMES[u.day]}
          </Button>
        ))}
    </section>
  )
}
