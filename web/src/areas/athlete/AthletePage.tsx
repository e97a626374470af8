import { Link, Outlet, useLocation, useOutletContext, useParams } from 'react-router'
import type { Me } from '@mano/contract/accounts'
import type { AthleteView } from '@mano/contract/athletes'
import { latestMeasure } from '@mano/core/intake/record'
import { STAGES } from '@mano/core/stages/rules'
import { ageOn, formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { rowOf } from '@mano/core/units/row'
import { useAthlete, useMe, useProfile } from '../../base/data'
import { Failed } from '../../base/Trouble'
import { useUnits } from '../../base/units'
import { Icon } from '../../drawn/Icon'
import { Alarms } from './Alarms'

export interface AthleteContext {
  athlete: AthleteView
  me: Me
}
export const useAthletePage = (): AthleteContext => useOutletContext<AthleteContext>()

/** Head and stage rail; the stages draw below. */
export default function AthletePage() {
  const { athleteId } = useParams()
  const athlete = useAthlete(athleteId!)
  const me = useMe()
  if (athlete.error && !athlete.data)
    return <Failed error={athlete.error} retry={() => void athlete.refetch()} />
  if (!athlete.data || !me.data)
    return (
      <div className="ath" aria-busy="true">
        <h1>&nbsp;</h1>
      </div>
    )
  return (
    <>
      <section className="ath" aria-label={`About ${athlete.data.name}`}>
        <h1>{athlete.data.name}</h1>
        <Facts athlete={athlete.data} today={me.data.today} />
      </section>
      <Alarms athlete={athlete.data} me={me.data} />
      <Rail athlete={athlete.data} today={me.data.today} />
      <Outlet
        context={{ athlete: athlete.data, me: me.data } satisfies AthleteContext}
        key={athlete.data.id}
      />
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
  const move = (e: React.KeyboardEvent<HTMLElement>) => {
    const step = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
    const links = [...e.currentTarget.querySelectorAll('a')]
    const next = links[links.indexOf(document.activeElement as HTMLAnchorElement) + step]
    if (step && next) next.focus()
  }
  return (
    <nav aria-label="Stages">
      <ol className="rail" onKeyDown={move}>
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
