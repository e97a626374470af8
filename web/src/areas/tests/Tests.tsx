import { For } from '../../base/For'
import { useSearchParams } from 'react-router'
import { NOT_A_DIAGNOSIS } from '@mano/core/catalogue/cautions'
import { protocolById } from '@mano/core/catalogue/protocols'
import { Term } from '../../base/Term'
import { Grip } from '../../drawn/Grip'
import { useAthletePage } from '../athlete/AthletePage'
import { NextInBattery } from './BatteryVisit'
import { BodyEntry } from './BodyEntry'
import { ByProtocol, FIRST } from './ByProtocol'
import { Earlier } from './Earlier'
import { StartTest } from './StartTest'
import './tests.css'
import { must } from '@mano/core/units/must'

/** Starting a test, and every test so far. */
export default function Tests() {
  const { athlete } = useAthletePage()
  const [params] = useSearchParams()
  const protocol = protocolById(params.get('protocol') ?? '') ?? must(protocolById(FIRST[0]))
  return (
    <main className="cols tests">
      <section>
        <For right="test" else={<p className="note">You look only: tests are run by others.</p>}>
          <ByProtocol
            protocolId={protocol.id}
            batteries={`/athletes/${athlete.id}/tests/batteries`}
          >
            {protocol.entry === 'body' ? (
              <BodyEntry key={protocol.id} protocol={protocol} />
            ) : (
              <StartTest key={params.toString()} protocol={protocol} />
            )}
          </ByProtocol>
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
