import { counted } from '@mano/core/units/counted'
import { Button, Checkbox, Input } from '@mantine/core'
import { useState } from 'react'
import type { PlanTemplate } from '@mano/core/catalogue/templates'
import { formatDate } from '@mano/core/units/dates'
import { must } from '@mano/core/units/must'
import { useNames } from '../../base/data'
import { TickPeople } from '../../base/TickPeople'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { ChangeList } from './ChangeList'
import { useApply, type Outcome } from './useApply'

const STATES = {
  waiting: { word: 'Waiting', icon: 'clock' },
  working: { word: 'Planning', icon: 'hourglass' },
  kept: { word: 'Kept', icon: 'check' },
  left: { word: 'Left alone', icon: 'cross' },
} as const

/**
 * One template for several athletes: each week is solved for their own hands, one after the other,
 * and kept as a version.
 */
export function ApplyTemplate({
  template,
  weekStart,
  onBack,
}: {
  template: PlanTemplate
  weekStart: string
  onBack: () => void
}) {
  const { me } = useAthletePage()
  const { outcomes, run, stop } = useApply()
  const from = formatDate(weekStart, me.today)
  const { length } = template.weeks
  return (
    <div className="change apply">
      <p>
        <b>{template.name}</b>, {length === 1 ? `week of ${from}` : `${length} weeks from ${from}`}.
        Each is planned for their own hands, kit and days.
      </p>
      {outcomes === null ? (
        <Choose
          onBack={onBack}
          onPlan={(athletes, over) =>
            void run({ template, weekStart, over, today: me.today }, athletes)
          }
        />
      ) : (
        <Progress outcomes={outcomes} onStop={stop} onBack={onBack} />
      )}
    </div>
  )
}

function Choose({
  onPlan,
  onBack,
}: {
  onPlan: (athletes: readonly string[], over: boolean) => void
  onBack: () => void
}) {
  const { athlete } = useAthletePage()
  const roster = useNames()
  const [chosen, setChosen] = useState<readonly string[]>([athlete.id])
  const [text, setText] = useState('')
  const [over, setOver] = useState(false)
  const rows = (roster.data ?? []).filter((a) =>
    `${a.name} ${a.sportName ?? ''}`.toLowerCase().includes(text.trim().toLowerCase()),
  )
  return (
    <>
      <label>
        Athletes
        <Input
          data-autofocus
          value={text}
          placeholder="Name or sport"
          onChange={(e) => setText(e.currentTarget.value)}
        />
      </label>
      <TickPeople
        className="who"
        of={rows}
        chosen={chosen}
        onChange={setChosen}
        beside={(a) => a.sportName}
      />
      <label className="tick">
        <Checkbox checked={over} onChange={(e) => setOver(e.currentTarget.checked)} />
        Make new versions of weeks that are planned already; the old ones are kept
      </label>
      <div className="row">
        <Button disabled={chosen.length === 0} onClick={() => onPlan(chosen, over)}>
          Plan for {counted(chosen.length, 'athlete')}
        </Button>
        <Button variant="default" onClick={onBack}>
          Back
        </Button>
      </div>
    </>
  )
}

function Progress({
  outcomes,
  onStop,
  onBack,
}: {
  outcomes: Record<string, Outcome>
  onStop: () => void
  onBack: () => void
}) {
  const roster = useNames()
  const running = Object.values(outcomes).some(
    (o) => o.state === 'waiting' || o.state === 'working',
  )
  return (
    <>
      <ul className="progress" aria-label="Progress" aria-live="polite">
        {Object.keys(outcomes).map((id) => {
          const o = must(outcomes[id])
          const { word, icon } = STATES[o.state]
          return (
            <li key={id} className={o.state}>
              <b>{roster.data?.find((a) => a.id === id)?.name}</b>
              <span>
                <Icon name={icon} /> {word}
                {'says' in o ? `: ${o.says}` : ' …'}
              </span>
              {o.state === 'kept' && o.changes.length > 0 && (
                <details>
                  <summary>What changed</summary>
                  <ChangeList changes={o.changes} />
                </details>
              )}
            </li>
          )
        })}
      </ul>
      <div className="row">
        <Button variant="default" onClick={running ? onStop : onBack}>
          {running ? 'Stop' : 'Done'}
        </Button>
      </div>
    </>
  )
}
