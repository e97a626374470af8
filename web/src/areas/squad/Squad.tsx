import { Input, NativeSelect } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { SquadAthlete, SquadView } from '@mano/contract/review'
import { protocolById, TEST_PROTOCOLS, type Protocol } from '@mano/core/catalogue/protocols'
import {
  rankSquad,
  squadError,
  standing,
  type StandBy,
  type Standing,
} from '@mano/core/review/squad'
import { ageOn, daysBetween, formatDate } from '@mano/core/units/dates'
import { nToKgf } from '@mano/core/units/convert'
import { METRIC, formatValue, formatWithUnit, shownUnit } from '@mano/core/units/format'
import { api } from '../../base/api'
import { useMe } from '../../base/data'
import { useListing } from '../../base/Listing'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import './squad.css'
import { must } from '@mano/core/units/must'

const AGES = [
  { id: '', name: 'Any age' },
  { id: '0-17', name: 'Under 18' },
  { id: '18-34', name: '18 to 34' },
  { id: '35-49', name: '35 to 49' },
  { id: '50-120', name: '50 and over' },
] as const
const BY = [
  { id: 'best', name: 'Better hand' },
  { id: 'left', name: 'Left' },
  { id: 'right', name: 'Right' },
  { id: 'mass', name: 'Better hand per body mass' },
] as const
type By = StandBy

interface Line extends Standing {
  a: SquadAthlete
}

const COMPARED = TEST_PROTOCOLS.filter((p) => p.entry !== 'body' && !p.curve)

/**
 * The squad on one test: who stands where, as far as the error can tell, and who is due. Every
 * choice is in the address.
 */
export default function Squad() {
  const me = useMe()
  const [search, setSearch] = useSearchParams()
  const set = (key: string, value: string) =>
    setSearch(
      (s) => {
        if (value) s.set(key, value)
        else s.delete(key)
        if (key === 'test') s.delete('setup')
        return s
      },
      { replace: true },
    )
  const protocol =
    COMPARED.find((p) => p.id === search.get('test')) ?? must(protocolById('dyno_seated'))
  const squad = useQuery({
    queryKey: ['squad', protocol.id],
    queryFn: () => api.get<SquadView>(`/api/squad?protocol=${protocol.id}`),
  })
  const setup =
    squad.data?.setups.find((s) => s.key === search.get('setup')) ?? squad.data?.setups[0] ?? null
  const by: By =
    protocol.hands === 'both'
      ? search.get('by') === 'mass'
        ? 'mass'
        : 'best'
      : (BY.find((b) => b.id === search.get('by'))?.id ?? 'best')
  const [age, sex, find] = [
    search.get('age') ?? '',
    search.get('sex') ?? '',
    search.get('find') ?? '',
  ]
  const today = me.data?.today ?? ''
  const all = squad.data?.athletes
  const filtered = useMemo(
    () =>
      (all ?? []).filter(
        (a) =>
          (sex === '' || a.sex === sex) &&
          a.name.toLowerCase().includes(find.toLowerCase()) &&
          (age === '' || (a.birthDate !== null && inAge(ageOn(a.birthDate, today), age))),
      ),
    [all, sex, find, age, today],
  )
  const lines = useMemo(
    () => (setup ? linesOf(filtered, all ?? [], setup.key, by) : []),
    [filtered, all, setup, by],
  )
  const due = filtered
    .filter(
      (a) =>
        a.lastTest === null || daysBetween(a.lastTest, today) > (me.data?.hall.staleDays ?? 42),
    )
    .sort((a, b) => ((a.lastTest ?? '') < (b.lastTest ?? '') ? -1 : 1))
  if (squad.error && !squad.data)
    return <Failed error={squad.error} retry={() => void squad.refetch()} />
  return (
    <main className="cols squad">
      <section>
        <div className="sq-head">
          <h1>Squad</h1>
          <label className="vh" htmlFor="sq-test">
            Test
          </label>
          <NativeSelect
            id="sq-test"
            value={protocol.id}
            onChange={(e) => set('test', e.currentTarget.value)}
          >
            {COMPARED.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </NativeSelect>
          {(squad.data?.setups.length ?? 0) > 1 && (
            <NativeSelect
              aria-label="Set-up"
              value={setup?.key}
              onChange={(e) => set('setup', e.currentTarget.value)}
            >
              {must(squad.data).setups.map((s) => (
                <option key={s.key} value={s.key}>
                  {[s.implement, s.setup].filter(Boolean).join(', ')} ({s.athletes})
                </option>
              ))}
            </NativeSelect>
          )}
        </div>
        <div className="sq-filters">
          <NativeSelect
            aria-label="Order by"
            value={by}
            onChange={(e) =>
              set('by', e.currentTarget.value === 'best' ? '' : e.currentTarget.value)
            }
          >
            {BY.filter((b) => protocol.hands === 'each' || b.id === 'best' || b.id === 'mass').map(
              (b) => (
                <option key={b.id} value={b.id}>
                  {protocol.hands === 'both' && b.id === 'best' ? 'Both hands' : b.name}
                </option>
              ),
            )}
          </NativeSelect>
          <NativeSelect
            aria-label="Sex"
            value={sex}
            onChange={(e) => set('sex', e.currentTarget.value)}
          >
            <option value="">Women and men</option>
            <option value="female">Women</option>
            <option value="male">Men</option>
          </NativeSelect>
          <NativeSelect
            aria-label="Age"
            value={age}
            onChange={(e) => set('age', e.currentTarget.value)}
          >
            {AGES.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name}
              </option>
            ))}
          </NativeSelect>
          <Input
            type="search"
            aria-label="Find in the squad"
            placeholder="Name"
            value={find}
            onChange={(e) => set('find', e.currentTarget.value)}
          />
        </div>
        {squad.isPending ? (
          <p className="s" aria-busy="true">
            Reading …
          </p>
        ) : lines.length === 0 ? (
          <p className="s sq-none">
            {(all ?? []).length === 0
              ? 'Nobody is on the roster yet.'
              : setup
                ? 'Nobody here fits these choices.'
                : `Nobody has a counted test of ${protocol.name.toLowerCase()} yet.`}
          </p>
        ) : (
          <Table lines={lines} protocol={protocol} by={by} today={today} />
        )}
        {lines.length > 0 && (
          <p className="note">
            Places that the error does not tell apart are shared: the 95 % intervals of two results
            overlap too far to say who is stronger.{' '}
            {by === 'mass'
              ? `Per body mass: ${shownUnit(protocol.unit, METRIC)} for each kg of body ` +
                'mass, the last one on record. '
              : ''}
            Newest counted test of each athlete; practice is left out.
          </p>
        )}
      </section>
      <aside>
        <h2 className="h3">Due for a test</h2>
        <p className="note">Nothing tested in the last {me.data?.hall.staleDays} days.</p>
        {due.length === 0 ? (
          <p className="s">Nobody.</p>
        ) : (
          <ul className="sq-due">
            {due.slice(0, 40).map((a) => (
              <li key={a.id}>
                <Link to={`/athletes/${a.id}/tests`}>{a.name}</Link>
                <span className="n s">
                  {a.lastTest === null ? 'never' : formatDate(a.lastTest, today)}
                </span>
              </li>
            ))}
            {due.length > 40 && <li className="s">and {due.length - 40} more</li>}
          </ul>
        )}
      </aside>
    </main>
  )
}

const inAge = (years: number, range: string): boolean => {
  const [low = NaN, high = NaN] = range.split('-').map(Number)
  return years >= low && years <= high
}

function linesOf(
  filtered: readonly SquadAthlete[],
  all: readonly SquadAthlete[],
  setup: string,
  by: By,
): Line[] {
  const error = squadError(all.flatMap((a) => a.tests.filter((t) => t.setup === setup)))
  return filtered.flatMap((a): Line[] => {
    const s = standing(a, setup, by, error)
    return s ? [{ a, ...s }] : []
  })
}

function Table({
  lines,
  protocol,
  by,
  today,
}: {
  lines: readonly Line[]
  protocol: Protocol
  by: By
  today: string
}) {
  const units = useUnits()
  const ranked = useMemo(
    () => rankSquad(lines.map((l) => ({ of: l, value: l.value, error: l.error }))),
    [lines],
  )
  const list = useListing(ranked, {
    by: {
      place: (r) => r.rank[0],
      athlete: (r) => r.of.a.name,
      left: (r) => r.of.left?.value ?? null,
      right: (r) => r.of.right?.value ?? null,
      value: (r) => r.value,
      error: (r) => r.error,
      day: (r) => r.of.on,
    },
    says: (r) => r.of.a.name,
    what: 'the squad',
    // Found by the field above, which stands in the address.
    text: '',
  })
  const most = Math.max(...ranked.map((r) => r.value + (r.error ?? 0)))
  const show = (si: number) => formatValue(si, protocol.unit, units)
  return (
    <>
      <table className="sq-table">
        <thead>
          <tr>
            {list.th('place', 'Place')}
            {list.th('athlete', 'Athlete')}
            {protocol.hands === 'each' && (
              <>
                {list.th('left', 'Left', 'L num')}
                {list.th('right', 'Right', 'R num')}
              </>
            )}
            {list.th(
              'value',
              by === 'mass'
                ? `${shownUnit(protocol.unit, METRIC)} per kg`
                : shownUnit(protocol.unit, units),
              'num',
            )}
            {list.th('error', 'With its error')}
            {list.th('day', 'Day')}
          </tr>
        </thead>
        <tbody>
          {list.rows.map(({ of: l, value, error, rank }) => (
            <tr key={l.a.id}>
              <td className="n">{rank[0] === rank[1] ? rank[0] : `${rank[0]} to ${rank[1]}`}</td>
              <th scope="row">
                <Link to={`/athletes/${l.a.id}/review`}>{l.a.name}</Link>
                <small>
                  {[
                    l.a.birthDate && `${ageOn(l.a.birthDate, today)} years`,
                    l.a.massKg && formatWithUnit(l.a.massKg, 'kg', units),
                    l.a.level,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </small>
              </th>
              {protocol.hands === 'each' && (
                <>
                  <td className="n num L">{l.left ? show(l.left.value) : ''}</td>
                  <td className="n num R">{l.right ? show(l.right.value) : ''}</td>
                </>
              )}
              <td className="n num">
                <b>{by === 'mass' ? perKg(value, protocol) : show(value)}</b>
              </td>
              <td className="sq-bar">
                <span
                  role="img"
                  aria-label={
                    error === null
                      ? 'error not known'
                      : `plus or minus ${by === 'mass' ? perKg(error, protocol) : show(error)}`
                  }
                >
                  <i
                    style={{
                      left: `${(100 * Math.max(0, value - (error ?? 0))) / most}%`,
                      width: `${(200 * (error ?? 0)) / most}%`,
                    }}
                  />
                  <u style={{ left: `${(100 * value) / most}%` }} />
                </span>
                {error === null && (
                  <small>
                    <Icon name="question" /> error not known
                  </small>
                )}
              </td>
              <td className="n s">{formatDate(l.on, today)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.foot}
    </>
  )
}

const perKg = (si: number, protocol: Protocol): string =>
  (protocol.unit === 'N' ? nToKgf(si) : si).toFixed(2)
