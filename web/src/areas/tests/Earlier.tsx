import { memo, useMemo } from 'react'
import { Link } from 'react-router'
import type { SessionView } from '@mano/contract/tests'
import { protocolOf, type Protocol } from '@mano/core/catalogue/protocols'
import { verdictWords } from '@mano/core/measure/words'
import { isUnfinished, readSession } from '@mano/core/testing/session'
import { type Hand } from '@mano/core/catalogue/person'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit, type UnitChoice } from '@mano/core/units/format'
import { useTests } from '../../base/data'
import { useListing } from '../../base/Listing'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { Chip } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { namedBy } from '@mano/core/catalogue/setups'
import { must } from '@mano/core/units/must'

/** Every test so far, newest first. */
export function Earlier() {
  const { athlete } = useAthletePage()
  const tests = useTests(athlete.id)
  if (tests.error && !tests.data)
    return <Failed error={tests.error} retry={() => void tests.refetch()} />
  return <Lines all={tests.data ?? []} read={tests.isSuccess} />
}

const bestOf = (s: SessionView, hand: Hand): number | null =>
  readSession(must(protocolOf(s)), s.trials, s.variant).hands.find((h) => h.hand === hand)?.summary
    ?.best ?? null

function Lines({ all, read }: { all: readonly SessionView[]; read: boolean }) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  // A test opened and left without a try is only of use on its day.
  const rows = useMemo(
    () => all.filter((s) => s.trials.length > 0 || s.performedOn === me.today).reverse(),
    [all, me.today],
  )
  const list = useListing(rows, {
    what: 'tests',
    page: 25,
    says: (s) =>
      `${formatDate(s.performedOn, me.today)} ` +
      `${testName(must(protocolOf(s)), s.variant, units)} ` +
      `${s.unitLabel}`,
    by: {
      day: (s) => s.performedAt,
      protocol: (s) => `${must(protocolOf(s)).name} ${s.performedAt}`,
      left: (s) => bestOf(s, 'left') ?? bestOf(s, 'both'),
      right: (s) => bestOf(s, 'right') ?? bestOf(s, 'both'),
    },
  })
  return (
    <>
      <div className="earlier-head">
        <h2>Tests so far</h2>
        {rows.some((s) => s.traces.length > 0) && (
          <Link className="lnk" to={`/athletes/${athlete.id}/tests/traces`}>
            Force records
          </Link>
        )}
        {list.find}
        {rows.length > 0 && (
          <a
            className="lnk"
            href={`/api/athletes/${athlete.id}/trials.csv`}
            download={`${athlete.name} trials.csv`}
          >
            Save as CSV
          </a>
        )}
      </div>
      {read && rows.length === 0 && (
        <p className="blank">
          None yet. Start one above, or{' '}
          <Link className="lnk" to="/import">
            import trials
          </Link>
          .
        </p>
      )}
      {rows.length > 0 && (
        <table className="earlier">
          <thead>
            <tr>
              {list.th('day', 'Day')}
              {list.th('protocol', 'Protocol')}
              {list.th('left', 'Left, best', 'l')}
              {list.th('right', 'Right, best', 'r')}
              <th scope="col">Hands</th>
            </tr>
          </thead>
          <tbody>
            {list.rows.map((s) => (
              <Line key={s.id} test={s} />
            ))}
          </tbody>
        </table>
      )}
      {list.foot}
    </>
  )
}

/** One test, drawn once: the list around it is sorted and searched. */
const Line = memo(({ test: s }: { test: SessionView }) => {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const protocol = must(protocolOf(s))
  const best = (hand: Hand) => {
    const v = bestOf(s, hand)
    return v === null ? '–' : formatWithUnit(v, protocol.unit, units)
  }
  return (
    <tr>
      <td>
        <Link className="lnk" to={`/athletes/${athlete.id}/tests/${s.id}`}>
          {formatDate(s.performedOn, me.today, { weekday: true })}
        </Link>
      </td>
      <td>
        {testName(protocol, s.variant, units)}
        {s.practice && <span className="s"> · practice</span>}
        <small>
          {s.unitLabel}
          {s.clock && `. ${s.clock}`}
        </small>
      </td>
      {protocol.hands === 'both' ? (
        <td colSpan={2} className="both">
          {best('both')}
        </td>
      ) : (
        <>
          <td className="l L">{best('left')}</td>
          <td className="r R">{best('right')}</td>
        </>
      )}
      <td>
        <SessionChip session={s} />
      </td>
    </tr>
  )
})
Line.displayName = 'Line'

/** Numbers that stand in the aside of the test, not in its name. */
const QUIET = ['armMm', 'spreadMm', 'handleMm', 'addedKg']

/**
 * A protocol's name with the choices that tell its series apart: what is not the usual, and the
 * stated loads.
 */
function testName(
  protocol: Protocol,
  variant: Readonly<Record<string, string>>,
  units: UnitChoice,
): string {
  const { name, by } = namedBy(protocol, variant)
  const words = [
    ...protocol.variants
      .filter(
        (v) =>
          v.id !== by &&
          (v.id === 'direction' ||
            v.id === 'angle' ||
            v.id === 'set_width' ||
            (variant[v.id] ?? must(v.options[0]).id) !== must(v.options[0]).id),
      )
      .map((v) =>
        (v.options.find((o) => o.id === variant[v.id]) ?? must(v.options[0])).name.toLowerCase(),
      ),
    ...protocol.numbers
      .filter(
        (n) => !QUIET.includes(n.id) && variant[n.id] !== undefined && variant[n.id] !== n.start,
      )
      .map((n) =>
        n.unit === '%'
          ? `${variant[n.id]}\u00A0%`
          : `${n.hand ? `${n.hand} ` : ''}${formatWithUnit(Number(variant[n.id]), n.unit, units)}`,
      ),
  ]
  return [name, ...words].join(', ')
}

function SessionChip({ session }: { session: SessionView }) {
  const reading = readSession(must(protocolOf(session)), session.trials, session.variant)
  if (isUnfinished(session) && session.observations.length === 0)
    return <Chip icon="clock">Unfinished</Chip>
  const v = reading.verdict
  if (!v)
    return (
      <Chip icon="circle" tone="plain">
        No side
      </Chip>
    )
  if (v.kind === 'unknown')
    return (
      <Chip icon="question" tone="dash">
        No verdict
      </Chip>
    )
  if (v.kind === 'inside-error')
    return (
      <Chip icon="waves" tone="soft">
        Inside error
      </Chip>
    )
  return (
    <Chip
      icon={v.weaker === 'left' ? 'left' : 'right'}
      tone={v.kind === 'large' ? 'solid' : 'outline'}
    >
      {verdictWords(v, null, false).word}, {v.weaker} −{Math.round(v.asymmetryPct)}
      {'\u00A0'}%
    </Chip>
  )
}
