import type { SessionView } from '@mano/contract/tests'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { latestMeasure } from '@mano/core/intake/record'
import { TEST_CONDITIONS } from '@mano/core/safety/conditions'
import type { Hand } from '@mano/core/catalogue/person'
import { formatClock, formatPct, formatWithUnit } from '@mano/core/units/format'
import { formatBoth } from '@mano/core/units/inch'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { HandLetter } from '../../drawn/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { ChangeTest } from './ChangeTest'
import { useRested } from './useRested'
import { isAmong } from '@mano/core/units/among'
import { must } from '@mano/core/units/must'

/** How long each hand has rested since its last try; at the protocol's rest the box fills. */
export function RestClocks({
  session,
  protocol,
  hands,
  next,
}: {
  session: SessionView
  protocol: Protocol
  hands: readonly Hand[]
  next: Hand | null
}) {
  const rested = useRested(session)
  return (
    <div className="block">
      <h2 className="h3">Rest, {formatClock(protocol.restS)} between trials of one hand</h2>
      {hands.map((hand) => {
        const s = rested(hand)
        const enough = s === null || s >= protocol.restS
        return (
          <p className="rest" key={hand}>
            <HandLetter hand={hand} />
            <span className="bar2">
              <i
                className={hand}
                style={{
                  width: s === null ? '0%' : `${Math.min(100, (100 * s) / protocol.restS)}%`,
                }}
              />
            </span>
            <b className="n">{s === null ? 'fresh' : s > 3600 ? 'over 1 h' : formatClock(s)}</b>
            <span className="n s">
              {enough ? (next === hand ? 'ready' : '') : `${protocol.restS - s}\u00A0s to go`}
            </span>
          </p>
        )
      })}
    </div>
  )
}

/** What this result is comparable with, in words. */
export function SetUp({ session, protocol }: { session: SessionView; protocol: Protocol }) {
  const units = useUnits()
  const { athlete } = useAthletePage()
  const mass = latestMeasure(athlete.measurements, 'body_mass', 'both')
  const added = 'addedKg' in session.variant ? Number(session.variant['addedKg']) : null
  const met = TEST_CONDITIONS.filter((c) => session.conditions[c.id])
  return (
    <div className="block setup">
      <h2 className="h3">Set-up of this series</h2>
      <p>
        <Icon name="check" />
        {session.unitLabel}
        {session.sizeMm === null
          ? protocol.implements[0] === 'dyno'
            ? ''
            : ', size not measured'
          : `, ${formatWithUnit(session.sizeMm, 'mm', units)}`}
      </p>
      {protocol.variants
        .filter((v) => !v.kinds || isAmong(v.kinds, session.unitKind))
        .map((v) => (
          <p key={v.id}>
            <Icon name="check" />
            {v.name}:{' '}
            {(v.options.find((o) => o.id === session.variant[v.id]) ?? must(v.options[0])).name}
          </p>
        ))}
      {added !== null && (
        <p>
          <Icon name="check" />
          {added === 0
            ? 'No load added'
            : `${formatWithUnit(added, 'kg', units)} ${added < 0 ? 'taken off' : 'added'}`}
          {mass
            ? `: total ${formatPct((100 * (mass.value + added)) / mass.value)} of body mass`
            : ', body mass not taken'}
        </p>
      )}
      {protocol.numbers
        .filter((n) => n.id !== 'addedKg' && session.variant[n.id] !== undefined)
        .map((n) => (
          <p key={n.id}>
            <Icon name="check" />
            {n.name}:{' '}
            {n.auto && session.variant[n.id] === '0'
              ? 'not measured'
              : n.unit === '%'
                ? formatPct(Number(session.variant[n.id]))
                : n.unit === 'mm'
                  ? formatBoth(Number(session.variant[n.id]), units.length)
                  : formatWithUnit(Number(session.variant[n.id]), n.unit, units)}
          </p>
        ))}
      {mass &&
        protocol.numbers
          .filter((n) => n.hand)
          .map((n) => (
            <p key={`${n.id} net`}>
              <Icon name="check" />
              {n.hand === 'left' ? 'Left' : 'Right'} hand, net:{' '}
              {formatWithUnit(mass.value - Number(session.variant[n.id] ?? n.start), 'kg', units)}
            </p>
          ))}
      {protocol.card.map((c) => (
        <p key={c} className="card-line">
          <Icon name="circle" />
          {c}
        </p>
      ))}
      {met.map((c) => (
        <p key={c.id}>
          <Icon name="check" />
          {c.ask}
        </p>
      ))}
      {session.overrideReason && (
        <p>
          <Icon name="warn" />
          Tested all the same: {session.overrideReason}
        </p>
      )}
      {session.source === 'import' && (
        <p>
          <Icon name="warn" />
          Imported; conditions not on record
        </p>
      )}
      {session.testedBy && <p className="note">Tested by {session.testedBy}</p>}
      <ChangeTest session={session} protocol={protocol} />
    </div>
  )
}
