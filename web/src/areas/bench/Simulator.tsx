import { Button } from '@mantine/core'
import { Select } from '../../base/Select'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { fitRates, ownHolds, type Fitted } from '@mano/core/bench/fit'
import { USUAL } from '@mano/core/bench/simulate'
import { buildSeries } from '@mano/core/record/series'
import type { Calculator } from '@mano/core/catalogue/calculators'
import { useNames, useTests } from '../../base/data'
import { useAddress } from '../../base/useAddress'
import { How } from './How'
import { dialsOf, textOf } from '@mano/core/bench/dials'
import { SimScript } from './SimScript'

/**
 * A session tried before hands pay for it: two scripts side by side, what is left in each hand
 * over time.
 */
export default function Simulator({ row }: { row: Calculator }) {
  const { get, set } = useAddress()
  const names = useNames().data
  const athleteId = get('athlete') ?? ''
  const tests = useTests(athleteId).data
  const fit: Fitted | null = useMemo(
    () => (athleteId !== '' && tests ? fitRates(ownHolds(buildSeries(tests))) : null),
    [athleteId, tests],
  )
  const rates = fit?.ok ? fit.rates : USUAL
  const two = get('b') !== null
  return (
    <main className="simulator">
      <header>
        <h1>{row.name}</h1>
        <p className="s">{row.answers}</p>
      </header>
      <div className="sim-who">
        <Select
          label="Own rates of an athlete"
          placeholder="The published ones"
          clearable
          searchable
          data={(names ?? []).map((a) => ({ value: a.id, label: a.name }))}
          value={athleteId === '' ? null : athleteId}
          onChange={(id) => set('athlete', id ?? '')}
        />
        <p className="s" role="status">
          {fit === null
            ? 'Published rates of grip.'
            : fit.ok
              ? `Rates from ${fit.holds} own holds to failure.`
              : `${fit.why} The published rates are used.`}
        </p>
      </div>
      <div className={`sim-scripts ${two ? 'two' : ''}`}>
        <SimScript name="A" text={get('a')} rates={rates} onChange={(t) => set('a', t)} />
        {two && <SimScript name="B" text={get('b')} rates={rates} onChange={(t) => set('b', t)} />}
      </div>
      <p>
        <Button
          variant="default"
          onClick={() => set('b', two ? '' : (get('a') ?? textOf(dialsOf(null))))}
        >
          {two ? 'Take script B away' : 'A second script beside it'}
        </Button>
      </p>
      <section className="how" aria-label="What the model leaves out">
        <h2>How sure is this?</h2>
        <p>
          A rough model. It compares sessions and promises no set. The band is the middle 90
          {'\u00A0'}% of 1,000 draws: rates of tiring and recovering by a fifth either way, recovery
          in rest 15 to 30 times faster. It knows nothing of skin, pain, pumped forearms, technique
          or will. A set that fails ends there, and the hand rests until the next.{' '}
          <Link to="/reference/protocol/endurance_set">Three loads to failure</Link> give an athlete
          rates of their own.
        </p>
      </section>
      <How row={row} />
    </main>
  )
}
