import { Button } from '@mantine/core'
import { visitsOf } from '@mano/core/testday/live'
import { formatDuration } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { failureText } from '../../base/api'
import { DayInput } from '../../base/DayInput'
import { Still } from '../../base/Still'
import { Typed } from '../../base/Typed'
import { TickPeople } from '../../base/TickPeople'
import { Icon } from '../../drawn/Icon'
import { SetUpStations } from './SetUpStations'
import { submits } from '../../base/afterPaint'
import { at, useSetUp, type Met, type SetUpOf } from './useSetUp'

/** A group test day is set up: who comes, the stations, what it will take, the cautions met. */
export function SetUp({ today, onLeave }: { today: string; onLeave: () => void }) {
  const d = useSetUp(today)
  return (
    <form className="td-setup" onSubmit={submits(d.save)}>
      <Who d={d} />
      <SetUpStations d={d} />
      <Still of={[d.met, d.reasons, d.roster]}>
        {d.met.length > 0 && (
          <section className="td-met" aria-label="Cautions">
            <h2 className="h3">Cautions on this day</h2>
            <ul>
              {d.met.map((m) => (
                <Cautions key={at(m.a, m.s.id)} d={d} met={m} />
              ))}
            </ul>
          </section>
        )}
      </Still>
      <p role="status">
        <Outlook d={d} />
      </p>
      <p className="said" role="alert">
        {d.write.error && failureText(d.write.error)}
      </p>
      <div className="row">
        <Button type="submit" disabled={!d.ready || d.name.trim() === '' || d.write.isPending}>
          Save day
        </Button>
        <Button variant="default" type="button" onClick={onLeave}>
          Cancel
        </Button>
      </div>
      <p className="note">
        Rests and times are common practice, no source. Three minutes a hand between maximal trials.
      </p>
    </form>
  )
}

const Who = ({ d }: { d: SetUpOf }) => (
  <section>
    <h2 className="h3">Who</h2>
    <label>
      Name of the day
      <Typed value={d.name} maxLength={80} onChange={d.setName} />
    </label>
    <label>
      Day
      <Still of={[d.heldOn, d.today]}>
        <DayInput
          value={d.heldOn}
          minDate={d.today}
          onChange={(day) => d.setHeldOn(day ?? d.today)}
        />
      </Still>
    </label>
    <Still of={[d.roster, d.chosen]}>
      <TickPeople
        className="td-who"
        of={d.roster}
        chosen={d.chosen}
        onChange={d.setChosen}
        beside={(a) => a.cautions[0]?.title.toLowerCase()}
      />
    </Still>
  </section>
)

/** What the judge says of an athlete at a station, and a reason where it asks for one. */
function Cautions({ d, met: { a, s, own } }: { d: SetUpOf; met: Met }) {
  const key = at(a, s.id)
  const one = own.length === 1 ? must(own[0]).hand : null
  return (
    <li>
      <b>
        {d.setup.athletes.find((x) => x.id === a)?.name}, {s.name}
      </b>
      {[...new Set(own.map((g) => g.says))].map((says) => (
        <p key={says} className="alarm-line">
          <Icon name={own.some((g) => g.class === 'stop' && g.says === says) ? 'stop' : 'warn'} />
          {one && !says.includes(`(${one} hand`) && ` ${one === 'left' ? 'Left' : 'Right'} hand:`}
          {` ${says}`}
        </p>
      ))}
      {own.some((g) => g.class === 'ask') && (
        <label>
          Reason, now or at the station
          <Typed
            value={d.reasons[key] ?? ''}
            maxLength={400}
            onChange={(reason) => d.setReason(key, reason)}
          />
        </label>
      )}
    </li>
  )
}

/** What is missing yet, or what the day will take. */
function Outlook({ d: { unstated, shared, loads, ready, order, setup, params } }: { d: SetUpOf }) {
  if (unstated.length > 0)
    return `${unstated.map((s) => s.name).join(', ')}: a number of the set-up is missing.`
  if (shared !== null) return shared
  if (loads.misread) return 'A load cannot be read.'
  if (!ready) return 'Choose who comes and what they do.'
  if (!order) return 'Working the order out …'
  const endS = Math.max(0, ...order.wished.values()) + params.att
  return (
    <>
      <b>
        {visitsOf(setup).reduce((a, v) => a + v.tries.length, 0)} trials, about{' '}
        {formatDuration(endS)}.
      </b>{' '}
      No order ends before {formatDuration(order.boundS)}: a bound, not a plan.
    </>
  )
}
