import { For } from '../../base/For'
import { Button } from '@mantine/core'
import { Link, useSearchParams } from 'react-router'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { protocolById, PROTOCOL_GROUPS, PROTOCOLS } from '@mano/core/catalogue/protocols'
import { Term } from '../../base/Term'
import { Grip } from '../../drawn/Grip'
import { useAthletePage } from '../athlete/AthletePage'
import { NextInBattery } from './BatteryVisit'
import { BodyEntry } from './BodyEntry'
import { Earlier } from './Earlier'
import { StartTest } from './StartTest'
import './tests.css'
import { must } from '@mano/core/units/must'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import { isAmong } from '@mano/core/units/among'

/** Protocols with a button of their own. */
const FIRST = ['dyno_seated', 'hang_time', 'lift_max'] as const

/** Starting a test, and every test so far. */
export default function Tests() {
  const { athlete } = useAthletePage()
  const [params, setParams] = useSearchParams()
  const protocol = protocolById(params.get('protocol') ?? '') ?? must(protocolById(FIRST[0]))
  const pick = (id: string) => id && setParams({ protocol: id }, { replace: true })
  const own = isAmong(FIRST, protocol.id)
  return (
    <main className="cols tests">
      <section>
        <For right="test" else={<p className="note">You look only: tests are run by others.</p>}>
          <div className="proto-pick" role="group" aria-label="Protocol">
            {FIRST.map((id) => (
              <Button
                key={id}
                variant={id === protocol.id ? 'filled' : 'default'}
                size="lg"
                aria-pressed={id === protocol.id}
                onClick={() => pick(id)}
              >
                {must(protocolById(id)).name}
              </Button>
            ))}
            <Choice
              aria-label="More protocols"
              className={`more ${own ? '' : 'on'}`}
              placeholder="More …"
              value={own ? null : protocol.id}
              onChange={pick}
              data={PROTOCOL_GROUPS.map((g) => ({
                group: g.name,
                items: options(PROTOCOLS.filter((p) => p.group === g.id && !isAmong(FIRST, p.id))),
              }))}
            />
            <Button
              component={Link}
              variant="default"
              size="lg"
              to={`/athletes/${athlete.id}/tests/batteries`}
            >
              Several tests
            </Button>
          </div>
          {protocol.entry === 'body' ? (
            <BodyEntry key={protocol.id} protocol={protocol} />
          ) : (
            <StartTest key={params.toString()} protocol={protocol} />
          )}
        </For>
        <Earlier />
      </section>
      <aside>
        <For right="test">
          <NextInBattery batteryId={params.get('battery')} />
        </For>
        <div className="block">
          <h2 className="h3 with-figure">
            {protocol.rows[0] && <Grip id={protocol.rows[0].quality} size={48} />}
            <Term kind="protocol" id={protocol.id}>
              {protocol.name}
            </Term>
          </h2>
          <p className="steps">{protocol.steps}</p>
          {protocol.card.length > 0 && (
            <ul className="card-list">
              {protocol.card.map((c) => (
                <li key={c}>{c}</li>
              ))}
            </ul>
          )}
          <p className="note">Result: {protocol.result}.</p>
        </div>
        <div className="block">
          <p className="note">{NOT_A_DIAGNOSIS}</p>
        </div>
      </aside>
    </main>
  )
}
