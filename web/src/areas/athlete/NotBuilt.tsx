import { Link, useLocation } from 'react-router'
import { useAthletePage } from './AthletePage'

const SAYS: Record<string, { title: string; says: string }> = {
  gaps: { title: 'Gaps', says: 'will rank what the sport asks against what the hands show. For now, Review holds the verdict on the two hands and Demands what the sport asks.' },
  plan: { title: 'Plan', says: 'will draft the weeks round the other training. Nothing is planned yet.' },
  floor: { title: 'Floor', says: 'will run the session and keep its log. Nothing can be run yet.' },
}

/** A stage that is not there yet says so plainly. */
export default function NotBuilt() {
  const { athlete } = useAthletePage()
  const stage = SAYS[useLocation().pathname.split('/')[3] ?? ''] ?? SAYS['gaps']!
  return (
    <main className="trouble">
      <h2>{stage.title} is not built yet</h2>
      <p className="s">This stage {stage.says}</p>
      <p className="row"><Link className="lnk" to={`/athletes/${athlete.id}/review`}>Open review</Link><Link className="lnk" to={`/athletes/${athlete.id}/demands`}>Open demands</Link></p>
    </main>
  )
}
