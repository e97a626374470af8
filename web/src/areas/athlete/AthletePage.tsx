import { useDeferredValue, useMemo } from 'react'
import { Link, Outlet, useLocation, useOutletContext, useParams } from 'react-router'
import type { Me } from '@mano/contract/accounts'
import type { AthleteView } from '@mano/contract/athletes'
import { latestMeasure } from '@mano/core/intake/record'
import { STAGES } from '@mano/core/stages/rules'
import { ageOn, formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { rowOf } from '@mano/core/units/row'
import { useAthlete, useMe } from '../../base/data'
import { useProfile } from '../../base/profile'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { Alarms } from './Alarms'
import { stepBy } from '../../base/arrows'
import { must } from '@mano/core/units/must'

export interface AthleteContext {
  athlete: AthleteView
  me: Me
}
export const useAthletePage = (): AthleteContext => useOutletContext<AthleteContext>()

/** Head and stage rail; the stages draw below. */
export default function AthletePage() {
  const { athleteId } = useParams()
  const read = useAthlete(must(athleteId))
  const who = useMe()
  // What is read anew is drawn in small pieces: a press meanwhile is answered.
  const athlete = useDeferredValue(read.data)
  const me = useDeferredValue(who.data)
  const context = useMemo(
    () => athlete && me && ({ athlete, me } satisfies AthleteContext),
    [athlete, me],
  )
  if (read.error && !read.data)
    return <Failed error={read.error} retry={() => void read.refetch()} />
  if (!context || context.athlete.id !== athleteId)
    return (
      <div className="ath" aria-busy="true">
        <h1>&nbsp;</h1>
      </div>
    )
  return (
    <>
      <section className="ath" aria-label={`About ${context.athlete.name}`}>
        <h1>{context.athlete.name}</h1>
        <Facts athlete={context.athlete} today={context.me.today} />
      </section>
      <Alarms {...context} />
      <Rail athlete={context.athlete} today={context.me.today} />
      <Outlet context={context} key={context.athlete.id} />
    </>
  )
}

function Facts({ athlete, today }: { athlete: AthleteView; today: string }) {
  const units = useUnits()
  const profile = useProfile(athlete)
  const mass = latestMeasure(athlete.measurements, 'body_mass', 'both')
  const facts = [
    profile?.name,
    athlete.birthDate && `${ageOn(athlete.birthDate, today)} years`,
    mass && formatWithUnit(mass.value, 'kg', units),
    athlete.dominantHand && `${athlete.dominantHand}-handed`,
    athlete.level,
  ].filter(Boolean)
  return <div className="facts">{facts.join(' · ')}</div>
}

function Rail({ athlete, today }: { athlete: AthleteView; today: string }) {
  const here = useLocation().pathname.split('/')[3]
  return (
    <nav aria-label="Stages">
      <ol className="rail" onKeyDown={(e) => stepBy(e, 'a', ['ArrowLeft', 'ArrowRight'])}>
        {athlete.stages.map((s) => (
          <li key={s.stage} className={s.state}>
            <Link
              to={`/athletes/${athlete.id}/${s.stage}`}
              aria-current={s.stage === here ? 'step' : undefined}
            >
              <span className="kn">{s.state === 'done' && <Icon name="check" />}</span>
              <span>
                <b>{rowOf(STAGES, s.stage).name}</b>
                <small>
                  {s.word}
                  {s.on ? ` ${formatDate(s.on, today)}` : ''}
                </small>
              </span>
            </Link>
          </li>
        ))}
      </ol>
    </nav>
  )
}
