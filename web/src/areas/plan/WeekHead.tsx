import { Checkbox, UnstyledButton } from '@mantine/core'
import type { PlannedWeek, WeekOfBlock } from '@mano/core/plan/block'
import { exerciseName } from '@mano/core/catalogue/exercises'
import { type WeekKind } from '@mano/core/plan/types'
import { DAY_NAMES } from '@mano/core/intake/week'
import { addDays, formatDate } from '@mano/core/units/dates'
import { Icon } from '../../drawn/Icon'
import { KINDS } from './WeekTermsPanel'
import { Choice } from '../../base/Choice'

/** Kinds a coach chooses; a taper follows from the event. */
const CHOSEN = ['ordinary', 'deload', 'travel'] as const

/** The head of a week: what it is, whether it has tests, what falls into it. */
export function WeekHead({
  week,
  planned,
  version,
  events,
  today,
  tests,
  onOpen,
  onKind,
  onTests,
}: {
  week: WeekOfBlock
  planned: PlannedWeek | undefined
  version: number | null
  events: readonly { id: string; on: string; name: string }[]
  today: string
  tests: boolean
  onOpen: () => void
  onKind: (k: WeekKind) => void
  onTests: () => void
}) {
  const name = formatDate(week.weekStart, today)
  const testDay = planned?.plan.testDay ?? null
  return (
    <>
      <UnstyledButton className="lnk" onClick={onOpen}>
        {name}
      </UnstyledButton>
      {version !== null && <small>version {version}</small>}
      {week.kind === 'taper' ? (
        <span>{KINDS.taper}</span>
      ) : (
        <Choice
          aria-label={`Kind of the week of ${name}`}
          value={week.kind}
          onChange={onKind}
          data={CHOSEN.map((k) => ({ value: k, label: KINDS[k] }))}
        />
      )}
      <Checkbox
        aria-label={`Tests in the week of ${name}`}
        label={`Tests${testDay === null ? '' : `, ${DAY_NAMES[testDay]}`}`}
        checked={tests}
        onChange={onTests}
      />
      {events.map((e) => (
        <small key={e.id}>
          <Icon name="warn" /> {e.name},{' '}
          {DAY_NAMES[week.frame.findIndex((_, d) => addDays(week.weekStart, d) === e.on)]}
        </small>
      ))}
      {planned?.rotated && (
        <small>
          {planned.rotated.in.map(exerciseName).join(', ')} for {exerciseName(planned.rotated.out)}
        </small>
      )}
      {planned?.gap === null && <small>draft</small>}
    </>
  )
}
