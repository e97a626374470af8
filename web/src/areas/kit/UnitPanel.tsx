import { Button } from '@mantine/core'
import type { KitUnit, PlaceView } from '@mano/contract/kit'
import { implementById } from '@mano/core/catalogue/implements'
import { testRefusal } from '@mano/core/match/unit'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { formatBoth } from '@mano/core/units/inch'
import { must } from '@mano/core/units/must'
import { useCalm } from '../../base/calm'
import { For } from '../../base/For'
import { TakeBack } from '../../base/TakeBack'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { PinLoad } from './PinLoad'
import { TOUCHED, UnitDialogs, type Open } from './UnitDialogs'
import { factsOf } from './unitFacts'

/** One implement: what is known of it, what it needs, and everything that can be done with it. */
export function UnitPanel({
  unit,
  places,
  today,
  coach,
}: {
  unit: KitUnit
  places: readonly PlaceView[]
  today: string
  coach: boolean
}) {
  const units = useUnits()
  const [open, setOpen] = useCalm<Open | null>(null)
  const no = testRefusal(unit)
  return (
    <div className="unit">
      <h2 className="h3">{unit.label}</h2>
      <p className="s">
        {must(implementById(unit.kind)).name}
        {unit.retired ? ' · retired' : ''}
      </p>
      {unit.upkeep && (
        <p className={unit.upkeep.due ? 'due-line' : 'note'}>
          <Icon name={unit.upkeep.due ? 'warn' : 'check'} /> {unit.upkeep.says}
        </p>
      )}
      {no && unit.ratingKg === null && <p className="note">{no}</p>}
      <dl className="facts-list">
        {factsOf(unit, units, today).map((f) => (
          <div key={f.name}>
            <dt>{f.name}</dt>
            <dd>{f.says}</dd>
          </div>
        ))}
      </dl>
      {unit.kind === 'pin' && <PinLoad unit={unit} />}
      <div className="unit-act">
        {coach && (
          <Button variant="default" onClick={() => setOpen('measure')}>
            {unit.kind === 'spring' ? 'Measure or rate' : 'Measure again'}
          </Button>
        )}
        <For right="test">
          <Button variant="default" onClick={() => setOpen('check')}>
            Check spin and wear
          </Button>
        </For>
        {coach && (
          <>
            <Button variant="default" onClick={() => setOpen('change')}>
              Edit
            </Button>
            <Button variant="default" onClick={() => setOpen('retire')}>
              {unit.retired ? 'Use again' : 'Retire'}
            </Button>
          </>
        )}
      </div>
      <Before unit={unit} today={today} coach={coach} />
      <UnitDialogs
        open={open}
        unit={unit}
        places={places}
        today={today}
        onClose={() => setOpen(null)}
      />
    </div>
  )
}

/** What it measured before; the newest can be taken back. */
function Before({ unit, today, coach }: { unit: KitUnit; today: string; coach: boolean }) {
  const units = useUnits()
  if (unit.history.length < 2) return null
  return (
    <>
      <h3 className="h3">Measured before</h3>
      <ul className="unit-history">
        {unit.history.map((h, i) => (
          <li key={i}>
            {formatDate(h.on, today)}:{' '}
            {h.sizeMm === null ? 'no size' : formatBoth(h.sizeMm, units.length)}
            {h.ratingKg === null ? '' : `, rated ${formatWithUnit(h.ratingKg, 'kg', units)}`}
            {h.newSeries ? ' · a series of its own' : ''}{' '}
            {coach && i === 0 && (
              <TakeBack
                kind="implement_measurement"
                rowId={h.id}
                what={`the newest measure of ${unit.label}`}
                says={
                  'The measure before it holds again. Not possible once something was ' +
                  'tested with it.'
                }
                touched={TOUCHED}
              />
            )}
          </li>
        ))}
      </ul>
    </>
  )
}
