import { Button } from '@mantine/core'
import { protocolById } from '@mano/core/catalogue/protocols'
import { testRemark } from '@mano/core/match/unit'
import { FIRST_KG, FIRST_SHARE, STEP_KG } from '@mano/core/testday/begin'
import type { DayStation } from '@mano/core/testday/live'
import { massText } from '@mano/core/units/mass'
import { must } from '@mano/core/units/must'
import { Icon } from '../../drawn/Icon'
import { Still } from '../../base/Still'
import { Typed } from '../../base/Typed'
import { StationSetting } from './StationSetting'
import { Choice } from '../../base/Choice'
import { at, unread, type SetUpOf } from './useSetUp'

const MOST_STATIONS = 8
const RESTS = [
  ['att', 'A trial'],
  ['gapHands', 'Rest between hands'],
  ['gapSame', 'Rest of a hand'],
  ['swap', 'Next one steps up'],
  ['plate0', 'Changing plates'],
  ['walk', 'To the next station'],
] as const

/** Stations of a day, its rests, and the first loads where plates are lifted. */
export const SetUpStations = ({ d }: { d: SetUpOf }) => (
  <section>
    <h2 className="h3">Stations</h2>
    {d.stations.map((s) => (
      <Still key={s.id} of={[s, d.kit]}>
        <Station d={d} s={s} />
      </Still>
    ))}
    <Button
      variant="default"
      type="button"
      disabled={d.stations.length >= MOST_STATIONS || !d.mayAdd}
      onClick={d.add}
    >
      Add a station
    </Button>
    {d.known && d.protocols.length === 0 && (
      <p className="s">No implement of the kit room fits a station yet.</p>
    )}
    {d.known && d.protocols.length > 0 && !d.mayAdd && (
      <p className="s">Each implement that fits stands at a station.</p>
    )}
    <Still of={[d.perHand, d.params, d.loads.mass, d.loads.step, d.loads.withPlates.length]}>
      <Rests d={d} />
    </Still>
    <Still of={[d.loads.typed, d.loads.past, d.loads.mass, d.stations, d.chosen, d.roster]}>
      {d.loads.withPlates.length > 0 && d.chosen.length > 0 && <FirstLoads d={d} />}
    </Still>
  </section>
)

function Station({ d, s }: { d: SetUpOf; s: DayStation }) {
  const unit = d.kit.find((u) => u.id === s.unitId)
  const remark = unit && testRemark(unit)
  return (
    <div className="td-station" role="group" aria-label={s.name}>
      <Typed
        aria-label="Station"
        value={s.name}
        maxLength={40}
        onChange={(name) => d.change(s.id, { name })}
      />
      <Choice
        aria-label={`Protocol of ${s.name}`}
        value={s.protocolId}
        onChange={(v) => d.choose(s, v)}
        data={d.protocols.map((p) => ({ value: p, label: must(protocolById(p)).name }))}
      />
      <Choice
        aria-label={`Implement of ${s.name}`}
        value={s.unitId}
        onChange={(v) => d.chooseUnit(s, v)}
        data={d.fitting(s.protocolId).map((u) => ({ value: u.id, label: u.label }))}
      />
      <Typed
        aria-label={`Who runs ${s.name}`}
        placeholder="Who runs it"
        value={s.by}
        maxLength={60}
        onChange={(by) => d.change(s.id, { by })}
      />
      <Button variant="default" size="xs" type="button" onClick={() => d.remove(s.id)}>
        Remove
      </Button>
      <StationSetting station={s} unit={unit} onChange={(more) => d.change(s.id, more)} />
      {remark && (
        <p className="note td-remark">
          <Icon name="warn" /> {remark}
        </p>
      )}
    </div>
  )
}

function Rests({ d }: { d: SetUpOf }) {
  const { loads, params } = d
  return (
    <div className="td-params">
      <label>
        Trials a hand
        <Typed
          type="number"
          min={1}
          max={6}
          value={`${d.perHand}`}
          onChange={(n) => d.setPerHand(Math.max(1, Math.min(6, Number(n) || 1)))}
        />
      </label>
      {loads.withPlates.length > 0 && (
        <label>
          Step, {loads.mass}
          <Typed
            inputMode="decimal"
            placeholder={massText(STEP_KG, loads.mass)}
            aria-invalid={unread(loads.step, loads.mass)}
            value={loads.step}
            onChange={loads.setStep}
          />
        </label>
      )}
      {RESTS.map(([k, label]) => (
        <label key={k}>
          {label}, s
          <Typed
            type="number"
            min={0}
            max={1800}
            value={`${params[k]}`}
            onChange={(s) => d.setParams((now) => ({ ...now, [k]: Math.max(0, Number(s) || 0) }))}
          />
        </label>
      ))}
    </div>
  )
}

const FirstLoads = ({ d: { loads, setup } }: { d: SetUpOf }) => (
  <table className="hall-kit">
    <caption>
      First load, {loads.mass}: {Math.round(100 * FIRST_SHARE)} % of the last best,{' '}
      {massText(FIRST_KG, loads.mass)} where none is known
    </caption>
    <tbody>
      {setup.athletes.map((a) => (
        <tr key={a.id}>
          <th scope="row">{a.name}</th>
          {loads.withPlates.map((s) => (
            <td key={s.id}>
              <Typed
                inputMode="decimal"
                aria-label={`First load of ${a.name} at ${s.name}`}
                aria-invalid={loads.isUnread(at(a.id, s.id))}
                placeholder={massText(loads.estimate(a.id, s), loads.mass)}
                value={loads.shown(at(a.id, s.id))}
                onChange={(text) => loads.type(at(a.id, s.id), text)}
              />
            </td>
          ))}
        </tr>
      ))}
    </tbody>
  </table>
)
