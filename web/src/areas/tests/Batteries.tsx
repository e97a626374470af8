import { counted } from '@mano/core/units/counted'
import { Anchor, Button, Modal } from '@mantine/core'
import { Link } from 'react-router'
import { BATTERY_MOST, batteryCost, orderBattery, testMinutes } from '@mano/core/testing/battery'
import type { BatteryView } from '@mano/contract/tests'
import { failureText } from '../../base/api'
import { may } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'
import { AddTest, SaveForm } from './BatteryForms'
import { VisitSteps } from './BatteryVisit'
import { useBatteryChange, type BatteryChange } from './useBatteryChange'
import './tests.css'

/** Several tests in one visit: a battery, in the order that tires least. */
export default function Batteries() {
  const { athlete, me } = useAthletePage()
  const b = useBatteryChange()
  const { choices, chosen, saving } = b
  if (!choices) return <main className="cols" aria-busy="true" />
  return (
    <main className="cols tests">
      <section>
        <div className="proto-pick" role="group" aria-label="Battery">
          {choices.map((x) => (
            <Button
              key={x.id}
              variant={x.id === chosen?.id ? 'filled' : 'default'}
              size="lg"
              aria-pressed={x.id === chosen?.id}
              onClick={() => b.choose(x.id)}
            >
              {x.name}
            </Button>
          ))}
          {may(me, 'coach') && (
            <Button variant="default" size="lg" onClick={() => b.setSaving([])}>
              New battery
            </Button>
          )}
        </div>
        {chosen ? (
          <Chosen b={b} chosen={chosen} />
        ) : (
          <p className="blank">
            No battery yet.{' '}
            <Link className="lnk" to={`/athletes/${athlete.id}/demands`}>
              Choose a sport
            </Link>{' '}
            to be given one, or make your own.
          </p>
        )}
      </section>
      <aside>
        <Order chosen={chosen} />
        <div className="block">
          <p className="note">
            A battery is today's tests: leave and come back at any point. What was asked before the
            first test is not asked again.
          </p>
        </div>
      </aside>
      <Modal
        opened={saving !== null}
        onClose={() => b.setSaving(null)}
        title="A battery of the hall"
      >
        {saving && (
          <SaveForm
            items={saving}
            failure={b.write.error ? failureText(b.write.error) : ''}
            busy={b.write.isPending}
            onSave={b.save}
          />
        )}
      </Modal>
    </main>
  )
}

/** Its tests in their order, with what takes one out, adds one, or ends the battery. */
function Chosen({ b, chosen }: { b: BatteryChange; chosen: BatteryView }) {
  const { me } = useAthletePage()
  const coach = may(me, 'coach')
  const { items } = chosen
  const minutes = items.reduce((n, i) => n + testMinutes(i), 0)
  return (
    <div className="panel battery">
      <div className="battery-head">
        <h2>{chosen.name}</h2>
        <span className="s">
          {counted(items.length, 'test')}, about {minutes}
          {'\u00A0'}min
        </span>
      </div>
      <VisitSteps
        batteryId={chosen.id}
        onRemove={
          coach && items.length > 1 ? (at) => b.change(items.filter((_, i) => i !== at)) : null
        }
      />
      {coach && items.length < BATTERY_MOST && (
        <AddTest onAdd={(item) => b.change([...items, item])} />
      )}
      {coach && <Acts b={b} chosen={chosen} />}
    </div>
  )
}

function Acts({ b, chosen }: { b: BatteryChange; chosen: BatteryView }) {
  const { own, going, setGoing, write } = b
  return (
    <div className="row battery-act">
      {!own && (
        <Button variant="default" onClick={() => b.setSaving(chosen.items)}>
          Save for the hall …
        </Button>
      )}
      {own && !going && (
        <Anchor component="button" type="button" className="lnk" onClick={() => setGoing(true)}>
          Delete this battery
        </Anchor>
      )}
      {own && going && (
        <>
          <Button variant="default" onClick={b.remove}>
            Delete for good
          </Button>
          <Button variant="default" onClick={() => setGoing(false)}>
            Cancel
          </Button>
        </>
      )}
      <span className="said" role="alert">
        {write.error && failureText(write.error)}
      </span>
    </div>
  )
}

/** Why the tests stand in this order, and what another would cost. */
function Order({ chosen }: { chosen: BatteryView | undefined }) {
  const worst = chosen ? batteryCost([...orderBattery(chosen.items)].reverse()) : 0
  return (
    <div className="block">
      <h2 className="h3">The order that tires least</h2>
      <p className="steps">
        Sizes and ranges come first, then strength, then holds, then work to failure; tests that
        load the same tissue are set apart where that costs nothing. The order is worked out over
        all pairs of tests
        {worst > 0 && chosen
          ? ': what earlier tests take from later ones sums to ' +
            `${batteryCost(chosen.items).toFixed(1)}, against ${worst.toFixed(1)} the ` +
            'other way round'
          : ''}
        .
      </p>
      <p className="note">What a test leaves in the hand is a practice estimate.</p>
    </div>
  )
}
