import { counted } from '@mano/core/units/counted'
import { Anchor, Button } from '@mantine/core'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import type { PlanView } from '@mano/contract/plan'
import { missedDays } from '@mano/core/plan/stale'
import { sessionMinutes } from '@mano/core/plan/time'
import { DAY_NAMES } from '@mano/core/intake/week'
import { addDays, formatDate, weekStartOf } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { touchedBy, useWrite, may } from '../../base/data'
import { api, failureText } from '../../base/api'
import { useAthletePage } from '../athlete/AthletePage'
import { must } from '@mano/core/units/must'

const REASONS = ['Ill', 'No time', 'Other training instead', 'Hands needed rest'] as const

/** Sessions of this week that were not done: moved to a day that is left, or let go with why. */
export function Missed({ view }: { view: PlanView }) {
  const { athlete, me } = useAthletePage()
  const [leaving, setLeaving] = useCalm<string | null>(null)
  const version = view.versions.find((v) => v.weekStart === weekStartOf(me.today))
  const write = useWrite(
    (b: { on: string; reason: string; setsLeft: { blockId: string; sets: number }[] }) =>
      api.post(`/api/athletes/${athlete.id}/ends`, {
        id: v7(),
        planVersionId: must(version).id,
        deviceAt: null,
        ...b,
      }),
    touchedBy(athlete.id),
  )
  if (!version) return null
  const { logs, ends } = athlete.history
  const missed = missedDays(version, logs, ends, me.today)
  const gone = missedDays(version, logs, [], me.today).filter(
    (m) => !missed.some((x) => x.day === m.day),
  )
  if (missed.length + gone.length === 0) return null
  const left = [0, 1, 2, 3, 4, 5, 6].filter((d) => addDays(version.weekStart, d) >= me.today)
  return (
    <section className="fl-missed" aria-label="Sessions not done this week">
      {missed.map((m) => (
        <div key={m.day}>
          <p>
            <b>{formatDate(m.on, me.today, { weekday: true })} was not done:</b>
            {` ${counted(m.blocks.length, 'exercise')}, `}
            {Math.ceil(sessionMinutes(m.blocks))} min.
          </p>
          {may(me, 'coach') && (
            <div className="row">
              {left.map((d) => (
                <Button
                  component={Link}
                  variant="default"
                  size="xs"
                  key={d}
                  to={`/athletes/${athlete.id}/plan?week=${version.weekStart}&move=${m.day}-${d}`}
                >
                  Move to {addDays(version.weekStart, d) === me.today ? 'today' : DAY_NAMES[d]}
                </Button>
              ))}
              <Button
                variant="default"
                size="xs"
                aria-expanded={leaving === m.on}
                onClick={() => setLeaving(leaving === m.on ? null : m.on)}
              >
                Skip it …
              </Button>
            </div>
          )}
          {leaving === m.on && (
            <div className="row" role="group" aria-label="Why it is skipped">
              {REASONS.map((reason) => (
                <Button
                  variant="default"
                  size="xs"
                  key={reason}
                  disabled={write.isPending}
                  onClick={() =>
                    write.mutate(
                      {
                        on: m.on,
                        reason,
                        setsLeft: m.blocks.map((b) => ({ blockId: b.id, sets: b.sets })),
                      },
                      { onSuccess: () => setLeaving(null) },
                    )
                  }
                >
                  {reason}
                </Button>
              ))}
            </div>
          )}
        </div>
      ))}
      {gone.map((m) => (
        <p key={m.day} className="s">
          {formatDate(m.on, me.today, { weekday: true })} was skipped:{' '}
          {ends.find((e) => e.on === m.on)?.reason.toLowerCase()}.{' '}
          {may(me, 'coach') && (
            <Anchor
              component="button"
              type="button"
              className="lnk"
              disabled={write.isPending}
              onClick={() => write.mutate({ on: m.on, reason: 'Taken back', setsLeft: [] })}
            >
              Undo
            </Anchor>
          )}
        </p>
      ))}
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
    </section>
  )
}
