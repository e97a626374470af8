import { Anchor } from '@mantine/core'
import { exerciseById } from '@mano/core/catalogue/exercises'
import type { PlanVersionView, PlanView } from '@mano/contract/plan'
import { weekOf } from '@mano/core/plan/coach'
import type { PlanContext } from '@mano/core/plan/situation'
import { staleMarks } from '@mano/core/plan/stale'
import { formatDate } from '@mano/core/units/dates'
import { useTests } from '../../base/data'
import { Icon } from '../../drawn/Icon'
import { useAthletePage } from '../athlete/AthletePage'
import { must } from '@mano/core/units/must'

/** What has come since the week was saved, with the blocks it touches. */
export function StaleMarks({
  version,
  view,
  context,
  onPick,
}: {
  version: PlanVersionView
  view: PlanView
  context: PlanContext
  onPick: (id: string) => void
}) {
  const { athlete, me } = useAthletePage()
  const marks = staleMarks(
    weekOf(version.weekStart, version.frame, version.blocks, version.terms),
    context,
    {
      savedOn: version.savedOn,
      overruled: version.reason !== '',
      injuries: athlete.injuries.map((i) => ({ on: i.recordedOn })),
      tests: useTests(athlete.id).data ?? [],
      logs: athlete.history.logs,
      ends: athlete.history.ends,
      demandsOn: view.touched.demands,
      weekOn: view.touched.week,
      today: me.today,
    },
  )
  const ends = athlete.history.ends.filter(
    (e, i, all) =>
      all.findIndex((x) => x.on === e.on) === i &&
      e.setsLeft.some((x) => version.blocks.some((b) => b.id === x.blockId)),
  )
  if (marks.length === 0 && ends.length === 0) return null
  return (
    <section className="stale" aria-label="Out of date">
      {marks.map((m) => (
        <p key={m.cause} className={m.cause === 'caution' ? 'alarm' : ''}>
          <Icon name={m.cause === 'caution' ? 'stop' : 'clock'} /> <b>{m.says}.</b>{' '}
          {m.blockIds.length > 8
            ? `${m.blockIds.length} blocks`
            : m.blockIds.map((id, i) => (
                <span key={id}>
                  {i > 0 && ', '}
                  <Anchor
                    component="button"
                    type="button"
                    className="lnk"
                    onClick={() => onPick(id)}
                  >
                    {
                      must(exerciseById(must(version.blocks.find((b) => b.id === id)).exerciseId))
                        .name
                    }
                  </Anchor>
                </span>
              ))}
        </p>
      ))}
      {ends.map((e) => (
        <p key={e.on}>
          <Icon name="clock" />{' '}
          <b>
            {athlete.history.logs.some((l) => l.on === e.on && l.blockId !== null)
              ? 'Ended early on'
              : 'Let go:'}{' '}
            {formatDate(e.on, me.today, { weekday: true })}: {e.reason}.
          </b>{' '}
          Left:{' '}
          {e.setsLeft.flatMap((x) => {
            const b = version.blocks.find((y) => y.id === x.blockId)
            return b
              ? [
                  <span key={b.id}>
                    {x.sets} of{' '}
                    <Anchor
                      component="button"
                      type="button"
                      className="lnk"
                      onClick={() => onPick(b.id)}
                    >
                      {exerciseById(b.exerciseId)?.name}
                    </Anchor>{' '}
                  </span>,
                ]
              : []
          })}
        </p>
      ))}
    </section>
  )
}
