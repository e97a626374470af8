import { Anchor, Button } from '@mantine/core'
import { Link } from 'react-router'
import { protocolById } from '@mano/core/catalogue/protocols'
import { testMinutes, type BatteryItem } from '@mano/core/testing/battery'
import { Chip } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { startAddress, useVisit } from './useBattery'

/** A test of a battery with its choices, in words. */
export function itemWords(item: BatteryItem): string {
  const p = protocolById(item.protocolId)
  if (!p) return item.protocolId
  const words = p.variants.flatMap(
    (v) => v.options.find((o) => o.id === item.variant[v.id])?.name.toLowerCase() ?? [],
  )
  return [p.name, ...words].join(', ')
}

/** In a test of a battery: where the visit stands, and what comes next. */
export function NextInBattery({ batteryId }: { batteryId: string | null }) {
  const { athlete } = useAthletePage()
  const visit = useVisit(batteryId)
  if (!batteryId || !visit) return null
  const done = visit.steps.filter((s) => s.state === 'done').length
  const next = visit.steps.find((s) => s.state === 'to do')
  return (
    <div className="block in-battery">
      <h2 className="h3">
        {visit.name}: {done} of {visit.steps.length} done
      </h2>
      {next ? (
        <p>
          Next:{' '}
          <Link className="lnk" to={startAddress(athlete.id, batteryId, next.item)}>
            {itemWords(next.item)}
          </Link>
        </p>
      ) : (
        <p>
          <Chip icon="check">All tests of this battery have begun</Chip>
        </p>
      )}
      <Link className="lnk" to={`/athletes/${athlete.id}/tests/batteries?b=${batteryId}`}>
        Whole battery
      </Link>
    </div>
  )
}

/** The tests of a visit in their order, each with its state and minutes. */
export function VisitSteps({
  batteryId,
  onRemove,
}: {
  batteryId: string
  onRemove: ((at: number) => void) | null
}) {
  const { athlete } = useAthletePage()
  const visit = useVisit(batteryId)
  if (!visit) return null
  const next = visit.steps.findIndex((s) => s.state !== 'done')
  return (
    <ol className="visit">
      {visit.steps.map((s, i) => (
        <li key={`${i} ${s.item.protocolId}`} className={i === next ? 'next' : ''}>
          <b className="n">{i + 1}</b>
          <span>
            <b>{itemWords(s.item)}</b>
            <small>
              about {testMinutes(s.item)}
              {'\u00A0'}min
            </small>
          </span>
          {s.state === 'done' ? (
            <Chip icon="check">Done</Chip>
          ) : s.state === 'under way' ? (
            <Chip icon="clock" tone="dash">
              Under way
            </Chip>
          ) : (
            <Chip icon="circle" tone="soft">
              To do
            </Chip>
          )}
          {s.sessionId ? (
            <Button
              component={Link}
              variant={i === next ? 'filled' : 'default'}
              to={`/athletes/${athlete.id}/tests/${s.sessionId}?battery=${batteryId}`}
            >
              {s.state === 'done' ? 'Open' : 'Go on'}
            </Button>
          ) : (
            <Button
              component={Link}
              variant={i === next ? 'filled' : 'default'}
              to={startAddress(athlete.id, batteryId, s.item)}
            >
              Start
            </Button>
          )}
          {onRemove && (
            <Anchor
              component="button"
              type="button"
              className="lnk"
              aria-label={`Take out ${itemWords(s.item)}`}
              onClick={() => onRemove(i)}
            >
              Take out
            </Anchor>
          )}
        </li>
      ))}
    </ol>
  )
}
