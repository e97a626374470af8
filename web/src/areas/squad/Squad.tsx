import { Input } from '@mantine/core'
import { Link } from 'react-router'
import type { SquadAthlete, SquadView } from '@mano/contract/review'
import { METRIC, shownUnit } from '@mano/core/units/format'
import { formatDate } from '@mano/core/units/dates'
import { Failed } from '../../base/Trouble'
import { SquadTable } from './SquadTable'
import { BY, COMPARED, useSquad, type Choices } from './useSquad'
import { Choice } from '../../base/Choice'
import { options } from '../../base/options'
import './squad.css'

const AGES = [
  { id: '', name: 'Any age' },
  { id: '0-17', name: 'Under 18' },
  { id: '18-34', name: '18 to 34' },
  { id: '35-49', name: '35 to 49' },
  { id: '50-120', name: '50 and over' },
] as const
/** Names in the list of who is due, at the most. */
const DUE_SHOWN = 40

/**
 * The squad on one test: who stands where, as far as the error can tell, and who is due. Every
 * choice is in the address.
 */
export default function Squad() {
  const { choices, squad, setups, setup, lines, due, today, staleDays } = useSquad()
  const { protocol, by } = choices
  if (squad.error && !squad.data)
    return <Failed error={squad.error} retry={() => void squad.refetch()} />
  const nobody =
    squad.data?.athletes.length === 0
      ? 'Nobody is on the roster yet.'
      : setup
        ? 'Nobody here fits these choices.'
        : `Nobody has a counted test of ${protocol.name.toLowerCase()} yet.`
  return (
    <main className="cols squad">
      <section>
        <Head choices={choices} setups={setups} setup={setup?.key} />
        <Filters choices={choices} />
        {squad.isPending ? (
          <p className="s" aria-busy="true">
            Reading …
          </p>
        ) : lines.length === 0 ? (
          <p className="s sq-none">{nobody}</p>
        ) : (
          <>
            <SquadTable lines={lines} protocol={protocol} by={by} today={today} />
            <p className="note">
              Places that the error does not tell apart are shared: the 95 % intervals of two
              results overlap too far to say who is stronger.{' '}
              {by === 'mass'
                ? `Per body mass: ${shownUnit(protocol.unit, METRIC)} for each kg of body ` +
                  'mass, the last one on record. '
                : ''}
              Newest counted test of each athlete,{' '}
              {protocol.heaviest ? 'its best trial' : 'the mean of the trials that count'}; practice
              is left out.
            </p>
          </>
        )}
      </section>
      <aside>
        <h2 className="h3">Due for a test</h2>
        <p className="note">Nothing tested in the last {staleDays} days.</p>
        <Due athletes={due} today={today} />
      </aside>
    </main>
  )
}

function Head({
  choices,
  setups,
  setup,
}: {
  choices: Choices
  setups: SquadView['setups']
  setup: string | undefined
}) {
  return (
    <div className="sq-head">
      <h1>Squad</h1>
      <label className="vh" htmlFor="sq-test">
        Test
      </label>
      <Choice
        id="sq-test"
        value={choices.protocol.id}
        onChange={(v) => choices.set('test', v)}
        data={options(COMPARED)}
      />
      {setups.length > 1 && (
        <Choice
          aria-label="Set-up"
          value={setup}
          onChange={(v) => choices.set('setup', v)}
          data={setups.map((s) => ({
            value: s.key,
            label: `${[s.implement, s.setup].filter(Boolean).join(', ')} (${s.athletes})`,
          }))}
        />
      )}
    </div>
  )
}

function Filters({ choices: { set, protocol, by, sex, age, find } }: { choices: Choices }) {
  const both = protocol.hands === 'both'
  return (
    <div className="sq-filters">
      <Choice
        aria-label="Order by"
        value={by}
        onChange={(v) => set('by', v === 'best' ? '' : v)}
        data={BY.filter((b) => !both || b.id === 'best' || b.id === 'mass').map((b) => ({
          value: b.id,
          label: both && b.id === 'best' ? 'Both hands' : b.name,
        }))}
      />
      <Choice
        aria-label="Sex"
        value={sex}
        onChange={(v) => set('sex', v)}
        data={[
          { value: '', label: 'Women and men' },
          { value: 'female', label: 'Women' },
          { value: 'male', label: 'Men' },
        ]}
      />
      <Choice aria-label="Age" value={age} onChange={(v) => set('age', v)} data={options(AGES)} />
      <Input
        type="search"
        aria-label="Find in the squad"
        placeholder="Name"
        value={find}
        onChange={(e) => set('find', e.currentTarget.value)}
      />
    </div>
  )
}

function Due({ athletes, today }: { athletes: readonly SquadAthlete[]; today: string }) {
  if (athletes.length === 0) return <p className="s">Nobody.</p>
  const more = athletes.length - DUE_SHOWN
  return (
    <ul className="sq-due">
      {athletes.slice(0, DUE_SHOWN).map((a) => (
        <li key={a.id}>
          <Link to={`/athletes/${a.id}/tests`}>{a.name}</Link>
          <span className="n s">
            {a.lastTest === null ? 'never' : formatDate(a.lastTest, today)}
          </span>
        </li>
      ))}
      {more > 0 && <li className="s">and {more} more</li>}
    </ul>
  )
}
