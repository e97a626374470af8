import { counted } from '@mano/core/units/counted'
import { Button } from '@mantine/core'
import { v7 } from 'uuid'
import type { LogBody } from '@mano/contract/plan'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { SetLog } from '@mano/core/record/sets'
import { ENDING_IDS } from '@mano/core/session/steps'
import { loggedTwice } from '@mano/core/session/twice'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite } from '../../base/data'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { oneOf } from '@mano/core/units/among'

/**
 * Two devices logged the same set: both are on record, and the coach says whether it was one set or
 * two.
 */
export function Twice({ logs, versionId }: { logs: readonly SetLog[]; versionId: string | null }) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const write = useWrite(
    (b: LogBody) => api.post(`/api/athletes/${athlete.id}/logs`, b),
    touchedBy(athlete.id),
  )
  const pairs = loggedTwice(logs)
  if (pairs.length === 0 || versionId === null) return null
  const says = (l: SetLog) =>
    [
      l.seconds !== null ? `${l.seconds}\u00A0s` : l.reps !== null ? counted(l.reps, 'rep') : '',
      l.loadKg !== null ? formatWithUnit(l.loadKg, 'kg', units) : '',
      l.pain ? `pain ${l.pain}/10` : '',
    ]
      .filter(Boolean)
      .join(', ')
  const body = (l: SetLog, more: Partial<LogBody>): LogBody => ({
    id: v7(),
    planVersionId: versionId,
    blockId: l.blockId,
    exerciseId: l.exerciseId,
    hand: l.hand,
    set: l.set,
    load: l.loadKg,
    loadUnit: 'kg',
    seconds: l.seconds,
    reps: l.reps,
    ended: oneOf(ENDING_IDS, l.ended),
    effort: l.effort,
    pain: l.pain,
    deviceAt: null,
    supersedesId: l.id,
    details: l.details ?? {},
    voided: false,
    ...more,
  })
  const drop = (l: SetLog) =>
    write.mutate(
      body(l, {
        voided: true,
        details: { ...l.details, reason: 'the same set, logged by two devices' },
      }),
    )
  const two = (l: SetLog) =>
    write.mutate(
      body(l, {
        set:
          1 +
          Math.max(
            ...logs
              .filter((x) => x.blockId === l.blockId && x.hand === l.hand && x.on === l.on)
              .map((x) => x.set),
          ),
      }),
    )
  return (
    <section className="fl-twice" aria-label="Logged twice">
      <h2 className="h3">
        <Icon name="question" /> Logged twice
      </h2>
      <p className="note">
        Two devices logged the same set. Both are kept until you say which it was.
      </p>
      <ul>
        {pairs.map(([a, b]) => (
          <li key={b.id}>
            <b>
              {exerciseById(a.exerciseId)?.name}, {a.hand} hand{a.hand === 'both' ? 's' : ''},
              {` set ${a.set}, ${formatDate(a.on, me.today)}`}
            </b>
            <span className="row">
              <Button
                variant="default"
                size="xs"
                disabled={write.isPending}
                onClick={() => drop(b)}
              >
                It was {says(a)}
              </Button>
              <Button
                variant="default"
                size="xs"
                disabled={write.isPending}
                onClick={() => drop(a)}
              >
                It was {says(b)}
              </Button>
              <Button variant="default" size="xs" disabled={write.isPending} onClick={() => two(b)}>
                They were two sets
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
    </section>
  )
}
