import type { SessionView } from '@mano/contract/tests'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { latestMeasure } from '@mano/core/intake/record'
import { TEST_CONDITIONS } from '@mano/core/safety/cautions'
import type { Hand } from '@mano/core/testing/session'
import { formatClock, formatPct, formatWithUnit } from '@mano/core/units/format'
import { useUnits } from '../../app/units'
import { Icon } from '../../hands/Icon'
import { HandLetter } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'
import { useRested } from './useRested'

/** How long each hand has rested since its last try; at the protocol's rest the box fills. */
export function RestClocks({ session, protocol, hands, next }: { session: SessionView; protocol: Protocol; hands: readonly Hand[]; next: Hand | null }) {
  const rested = useRested(session)
  return (
    <div className="block">
      <h2 className="h3">Rest, {formatClock(protocol.restS)} between tries of one hand</h2>
      {hands.map((hand) => {
        const s = rested(hand)
        const enough = s === null || s >= protocol.restS
        return (
          <p className="rest" key={hand}>
            <HandLetter hand={hand} />
            <span className="bar2"><i className={hand} style={{ width: s === null ? '0%' : `${Math.min(100, (100 * s) / protocol.restS)}%` }} /></span>
            <b className="n">{s === null ? 'fresh' : s > 3600 ? 'over 1 h' : formatClock(s)}</b>
            <span className="n s">{enough ? (next === hand ? 'ready' : '') : `${protocol.restS - s}\u00A0s to go`}</span>
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
  const added = Number(session.variant['addedKg'] ?? 0)
  const met = TEST_CONDITIONS.filter((c) => session.conditions[c.id])
  return (
    <div className="block setup">
      <h2 className="h3">Set-up of this series</h2>
      <p><Icon name="check" />{session.unitLabel}{session.sizeMm === null ? (protocol.implements[0] === 'dyno' ? '' : ', size not measured') : `, ${formatWithUnit(session.sizeMm, 'mm', units)}`}</p>
      {protocol.variants.map((v) => <p key={v.id}><Icon name="check" />{v.name}: {v.options.find((o) => o.id === session.variant[v.id])?.name ?? session.variant[v.id]}</p>)}
      {'addedKg' in session.variant && <p><Icon name="check" />{added === 0 ? 'No load added' : `${formatWithUnit(added, 'kg', units)} ${added < 0 ? 'taken off' : 'added'}`}{mass ? `: total ${formatPct((100 * (mass.value + added)) / mass.value)} of body mass` : ', body mass not taken'}</p>}
      {'loadKg' in session.variant && <p><Icon name="check" />{formatWithUnit(Number(session.variant['loadKg']), 'kg', units)} held</p>}
      {met.map((c) => <p key={c.id}><Icon name="check" />{c.ask}</p>)}
      {session.overrideReason && <p><Icon name="warn" />Tested all the same: {session.overrideReason}</p>}
      {session.source === 'import' && <p><Icon name="warn" />Imported; conditions not on record</p>}
      {session.testedBy && <p className="note">Tested by {session.testedBy}</p>}
    </div>
  )
}
