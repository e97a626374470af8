import { Button, SegmentedControl, Select, Slider } from '@mantine/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import {
  COULD,
  fitRates,
  LIKELY,
  refuseScript,
  leastRest,
  USUAL,
  type Fitted,
  type Rates,
  type Simulation,
} from '@mano/core/bench/simulate'
import { buildSeries } from '@mano/core/review/series'
import { ownHolds } from '@mano/core/bench/check'
import type { Calculator } from '@mano/core/reference/calculators'
import { formatClock } from '@mano/core/units/format'
import { useNames, useTests } from '../../app/data'
import { useAddress } from '../../app/useAddress'
import { Icon } from '../../hands/Icon'
import { ReservePlot } from '../../hands/ReservePlot'
import { How } from './Bench'
import { DIALS, dialsOf, scriptOf, textOf, type Dials } from './scripts'
import { useSimulation } from './useSimulation'

/** A session tried before hands pay for it: two scripts side by side, what is left in each hand over time. */
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
              : `${fit.why} The published rates stand in.`}
        </p>
      </div>
      <div className={`sim-scripts ${two ? 'two' : ''}`}>
        <Script name="A" text={get('a')} rates={rates} onChange={(t) => set('a', t)} />
        {two && <Script name="B" text={get('b')} rates={rates} onChange={(t) => set('b', t)} />}
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
          A rough model that compares scripts; it promises no set. The band is the middle 90
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

function Script({
  name,
  text,
  rates,
  onChange,
}: {
  name: string
  text: string | null
  rates: Rates
  onChange: (text: string) => void
}) {
  const d = dialsOf(text)
  const script = useMemo(() => scriptOf(d), [text]) // eslint-disable-line react-hooks/exhaustive-deps
  const refused = refuseScript(script)
  const sim = useSimulation(refused ? null : script, rates)
  const put = (more: Partial<Dials>) => onChange(textOf({ ...d, ...more }))
  return (
    <section aria-label={`Script ${name}`}>
      <h2>
        Script {name}{' '}
        <small>
          {d.sets} × {d.reps > 1 ? `${d.reps} × ` : ''}
          {d.holdS}
          {'\u00A0'}s, rest {d.restS}
          {'\u00A0'}s
        </small>
      </h2>
      <div className="sim-cols">
        <form onSubmit={(e) => e.preventDefault()}>
          <SegmentedControl
            aria-label={`Hands, script ${name}`}
            value={d.hands}
            onChange={(v) => put({ hands: v as Dials['hands'] })}
            data={[
              { value: 'turn', label: 'In turn' },
              { value: 'both', label: 'Both at once' },
            ]}
          />
          {DIALS.map((x) => (
            <div key={x.id} className="dial">
              <span>{x.name}</span>
              <Slider
                thumbLabel={`${x.name}, script ${name}`}
                label={null}
                min={x.from}
                max={x.to}
                step={x.step}
                value={d[x.id]}
                onChange={(v) => put({ [x.id]: v })}
              />
              <b>
                {d[x.id]}
                {x.unit && `\u00A0${x.unit}`}
              </b>
            </div>
          ))}
        </form>
        <div className="sim-shown">
          <p role="status" className="sim-state">
            {refused ??
              (sim.share !== null
                ? `Working, ${Math.round(100 * sim.share)}\u00A0%`
                : sim.result
                  ? `${sim.result.draws.toLocaleString('en-GB')} draws in ${((sim.ms ?? 0) / 1000).toFixed(1)}\u00A0s`
                  : '')}
            {sim.share !== null && (
              <button className="lnk" onClick={sim.stop}>
                Stop
              </button>
            )}
          </p>
          {sim.result && !refused && <Shown sim={sim.result} d={d} rates={rates} />}
        </div>
      </div>
    </section>
  )
}

function Shown({ sim, d, rates }: { sim: Simulation; d: Dials; rates: Rates }) {
  const script = useMemo(() => scriptOf(d), [textOf(d)]) // eslint-disable-line react-hooks/exhaustive-deps
  const likely = sim.sets.some((s) => s.fails >= LIKELY)
  const rest = useMemo(
    () => (likely ? leastRest((restS) => scriptOf({ ...d, restS }), rates) : null),
    [likely, script, rates], // eslint-disable-line react-hooks/exhaustive-deps
  )
  const starts = script.map((_, i) => script.slice(0, i).reduce((a, s) => a + s.workS + s.restS, 0))
  const number = (i: number) => Math.floor(i / (d.reps * (d.hands === 'turn' ? 2 : 1))) + 1
  const sets = script.map((s, i) => ({
    atS: starts[i]!,
    lastS: s.workS,
    number: number(i),
    hand: s.hand,
  }))
  const load =
    d.hands === 'both'
      ? { left: (d.left + d.right) / 200, right: (d.left + d.right) / 200 }
      : { left: d.left / 100, right: d.right / 100 }
  return (
    <>
      <ul className="chips">
        {(['left', 'right'] as const).map((hand) => (
          <Chip key={hand} sim={sim} hand={hand} number={number} />
        ))}
      </ul>
      <ReservePlot simulation={sim} load={load} sets={sets} />
      <p>
        {likely
          ? rest === null
            ? 'No rest up to ten minutes mends that: the load or the hold is too much.'
            : `With ${formatClock(Math.max(rest, d.restS))} of rest of a hand no set is likely to fail.`
          : 'The rest is long enough for this load.'}
      </p>
      <Longest sim={sim} number={number} />
    </>
  )
}

function Chip({
  sim,
  hand,
  number,
}: {
  sim: Simulation
  hand: 'left' | 'right'
  number: (i: number) => number
}) {
  const own = sim.sets.filter((s) => s.hand === hand)
  const likely = own.find((s) => s.fails >= LIKELY)
  const could = own.find((s) => s.fails >= COULD)
  const worst = likely ?? could
  return (
    <li className={`${hand} ${likely ? 'solid' : could ? 'outline' : ''}`}>
      <Icon name={worst ? 'warn' : 'check'} />
      {hand === 'left' ? 'Left' : 'Right'}:{' '}
      {worst
        ? `set ${number(worst.set)} ${likely ? 'is likely to fail' : 'could fail'} (${Math.round(100 * worst.fails)} of 100 draws)`
        : 'no set fails'}
    </li>
  )
}

const time = (s: number): string => (s === Infinity || s > 1200 ? 'over 20 min' : formatClock(s))

function Longest({ sim, number }: { sim: Simulation; number: (i: number) => number }) {
  const byNumber = new Map<number, Simulation['sets'][number][]>()
  for (const s of sim.sets) {
    const n = number(s.set)
    byNumber.set(n, [...(byNumber.get(n) ?? []), s])
  }
  return (
    <details>
      <summary>Longest hold of each set</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">Set</th>
            <th scope="col">Left, s</th>
            <th scope="col">Right, s</th>
          </tr>
        </thead>
        <tbody>
          {[...byNumber].map(([n, all]) => (
            <tr key={n}>
              <th scope="row">{n}</th>
              {(['left', 'right'] as const).map((hand) => {
                const s = all.filter((x) => x.hand === hand).at(-1)
                return (
                  <td key={hand}>
                    {s
                      ? `${time(s.longestS[1])} (${time(s.longestS[0])} to ${time(s.longestS[2])})`
                      : ''}
                  </td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  )
}
