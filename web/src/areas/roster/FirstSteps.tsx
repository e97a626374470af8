import { counted } from '@mano/core/units/counted'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import type { Me } from '@mano/contract/accounts'
import type { RosterRow } from '@mano/contract/athletes'
import { qualityById } from '@mano/core/catalogue/qualities'
import { testedBy } from '@mano/core/testing/rows'
import type { Minutes } from '@mano/core/units/quantity'
import { useAthlete, useKit, useTests } from '../../base/data'
import { useUnits } from '../../base/units'
import { Grip } from '../../drawn/Grip'
import { Icon } from '../../drawn/Icon'
import { usePlan } from '../plan/usePlan'
import './first-steps.css'

/** A new hall comes with a dynamometer and a bar. */
const KIT_AT_FIRST = 2

interface Step {
  id: string
  title: string
  /** Once it is done: what was. */ done: string | null
  minutes: Minutes
  why: string
  to: string
  button: string
  /** Another way. */ or?: { to: string; button: string }
}

/** Six steps from a new hall to a session that was run, each done by what is on record. */
function useSteps(me: Me, first: RosterRow | undefined): Step[] | null {
  const units = useUnits()
  const id = first?.id ?? ''
  const kit = useKit()
  const athlete = useAthlete(id)
  const tests = useTests(id)
  const plan = usePlan(id)
  if (!kit.data || (id !== '' && (!athlete.data || !tests.data || !plan.data))) return null
  const at = (stage: string) => (id === '' ? '/athletes/new' : `/athletes/${id}/${stage}`)
  const trials = tests.data?.reduce((n, t) => n + t.trials.length, 0) ?? 0
  const sets = athlete.data?.history.logs.length ?? 0
  return [
    {
      id: 'hall',
      title: 'Name the hall',
      done: `${me.hall.name}, ${units.mass} and ${units.length}`,
      minutes: 1,
      why: '',
      to: '/hall',
      button: 'Edit',
    },
    {
      id: 'kit',
      title: 'Add the kit',
      done: kit.data.length > KIT_AT_FIRST ? `${kit.data.length} implements` : null,
      minutes: 3,
      why: 'Tick what the hall has, or paste a list. Sizes can be measured later.',
      to: '/kit',
      button: 'Add implements',
    },
    {
      id: 'athlete',
      title: 'Add your first athlete',
      done: first ? first.name : null,
      minutes: 3,
      why: 'A name and a sport are enough. Hands, body mass and injuries follow one at a time.',
      to: '/athletes/new',
      button: 'Add an athlete',
      or: { to: '/import', button: 'Import a list' },
    },
    {
      id: 'test',
      title: 'Test both hands',
      done: trials > 0 ? `${trials} trials` : null,
      minutes: 10,
      why: 'You see how far each hand is from the sport.',
      to: at('tests'),
      button: 'Start a test',
    },
    {
      id: 'week',
      title: 'Plan a week',
      done: (plan.data?.versions.length ?? 0) > 0 ? 'Saved' : null,
      minutes: 1,
      why: 'Mano says the reason for every exercise.',
      to: at('plan'),
      button: 'Plan the week',
    },
    {
      id: 'session',
      title: 'Run the first session',
      done: sets > 0 ? `${sets} sets` : null,
      minutes: 30,
      why: 'On a tablet or phone. Sets are saved with or without a connection.',
      to: at('floor'),
      button: 'Open the floor',
    },
  ]
}

/** Qualities a test of this kit measures. */
function Tests() {
  const qualities = testedBy(useKit().data ?? [])
  return (
    <aside className="steps-kit">
      <h2 className="h3">This kit tests {counted(qualities.length, 'quality', 'qualities')}</h2>
      <ul>
        {qualities.map((q) => (
          <li key={q}>
            <Grip id={q} size={44} />
            {qualityById(q)?.name}
          </li>
        ))}
      </ul>
      <p className="note">
        More implements, more qualities.{' '}
        <Link className="lnk" to="/kit">
          See what would help most
        </Link>
      </p>
    </aside>
  )
}

/** The way from a new hall to its first session: what is done, what comes next, and why. */
export default function FirstSteps({ me, first }: { me: Me; first: RosterRow | undefined }) {
  const steps = useSteps(me, first)
  if (!steps) return <div className="steps" aria-busy="true" />
  const next = steps.findIndex((s) => s.done === null)
  if (next < 0) return null
  return (
    <div className="steps">
      <section>
        <h2>First steps</h2>
        <p className="s">
          {steps.filter((s) => s.done !== null).length} of {steps.length} done.
        </p>
        <ol>
          {steps.map((s, i) =>
            i === next ? (
              <li key={s.id} className="next" aria-current="step">
                <small>
                  Step {i + 1} of {steps.length}, about {s.minutes} min
                </small>
                <h3>{s.title}</h3>
                <p>{s.why}</p>
                <div className="row">
                  <Button component={Link} size="lg" to={s.to}>
                    {s.button}
                  </Button>
                  {s.or && (
                    <Button component={Link} variant="default" size="lg" to={s.or.to}>
                      {s.or.button}
                    </Button>
                  )}
                </div>
              </li>
            ) : (
              <li key={s.id} className={s.done === null ? 'later' : 'done'}>
                <div>
                  <b>
                    {s.done === null ? (
                      <Link className="lnk" to={s.to}>
                        {s.title}
                      </Link>
                    ) : (
                      s.title
                    )}
                  </b>
                  <small>{s.done ?? `about ${s.minutes} min`}</small>
                </div>
                <span className="knot">{s.done === null ? i + 1 : <Icon name="check" />}</span>
                <p>
                  {s.done === null ? (
                    s.why
                  ) : (
                    <Link className="lnk" to={s.to} aria-label={`Edit: ${s.title}`}>
                      Edit
                    </Link>
                  )}
                </p>
              </li>
            ),
          )}
        </ol>
      </section>
      <Tests />
    </div>
  )
}
