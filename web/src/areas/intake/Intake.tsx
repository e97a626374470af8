import { submits } from '../../base/afterPaint'
import { Anchor, Button, Modal, Stack } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { useEffect, useRef, useState, type ReactNode, type RefObject } from 'react'
import { useBlocker } from 'react-router'
import { object } from 'yup'
import { profileShape } from '@mano/contract/athletes'
import { birthDateProblem } from '@mano/core/intake/record'
import { ApiProblem, failureText } from '../../base/api'
import { Clash } from '../../base/Clash'
import { touchedBy, may } from '../../base/data'
import { Calmly } from '../../base/Calmly'
import { offerUndo } from '../../base/undo'
import { useChange } from '../../base/useChange'
import { useAthletePage } from '../athlete/AthletePage'
import { Events } from './Events'
import { Handles } from './Handles'
import { Hands } from './Hands'
import { History } from './History'
import { Injuries } from './Injuries'
import { Experience } from './Experience'
import { Health } from './Health'
import { Outcomes } from './Outcomes'
import { PutAway } from './PutAway'
import { ProfileFields, profileOf, type ProfileBody } from './ProfileFields'
import { Week } from './Week'
import './intake.css'

/** Who the athlete is, the two hands, and what has been hurt. */
export default function Intake() {
  return (
    <Calmly waits={<main className="intake waits-here" aria-busy="true" />}>
      <Sheet />
    </Calmly>
  )
}

/** Who looks only sees what is entered here and cannot change it. */
function Own({ children }: { children: ReactNode }) {
  const { me } = useAthletePage()
  return (
    <fieldset className="plain" disabled={!may(me, 'test')}>
      {children}
    </fieldset>
  )
}

function Sheet() {
  const unsaved = useRef<Unsaved>({ profile: false, week: false })
  const [onDirty] = useState(() => ({
    profile: (dirty: boolean) => void (unsaved.current.profile = dirty),
    week: (dirty: boolean) => void (unsaved.current.week = dirty),
  }))
  return (
    <main className="intake">
      <section aria-labelledby="who">
        <h2 id="who">Athlete</h2>
        <Profile onDirty={onDirty.profile} />
      </section>
      <section aria-labelledby="hands">
        <h2 id="hands">Hands and body mass</h2>
        <Own>
          <Hands />
        </Own>
      </section>
      <section aria-labelledby="injuries">
        <h2 id="injuries">Injuries, past and present</h2>
        <Injuries />
      </section>
      <section aria-labelledby="health">
        <h2 id="health">Health questions</h2>
        <Health />
      </section>
      {/* Further down: put up after what is seen first. */}
      <Calmly waits={null}>
        <section aria-labelledby="experience">
          <h2 id="experience">Experience</h2>
          <Experience />
        </section>
        <section className="wide" aria-labelledby="week">
          <h2 id="week">Usual week</h2>
          <Week onDirty={onDirty.week} />
        </section>
        <section aria-labelledby="events">
          <h2 id="events">Events</h2>
          <Events />
        </section>
        <section aria-labelledby="handles">
          <h2 id="handles">Hands on the handles</h2>
          <Own>
            <Handles />
          </Own>
        </section>
        <section aria-labelledby="outcomes">
          <h2 id="outcomes">Outcomes of the sport</h2>
          <Own>
            <Outcomes />
          </Own>
        </section>
        <section className="wide no-rule">
          <Own>
            <History />
          </Own>
          <PutAway />
          <Button variant="default" className="print" onClick={() => window.print()}>
            Print the intake sheet
          </Button>
        </section>
      </Calmly>
      <Leaving unsaved={unsaved} />
    </main>
  )
}

/** What is typed and not saved yet; a change of it draws nothing. */
interface Unsaved {
  profile: boolean
  week: boolean
}

/** Asks before what is typed is lost. */
function Leaving({ unsaved }: { unsaved: RefObject<Unsaved> }) {
  const { athlete } = useAthletePage()
  const [what, setWhat] = useState('')
  const leaving = useBlocker(() => {
    const { profile, week } = unsaved.current
    setWhat(profile ? `What you changed about ${athlete.name}` : 'The usual week')
    return profile || week
  })
  return (
    <Modal
      opened={leaving.state === 'blocked'}
      onClose={() => leaving.reset?.()}
      title="Leave without saving?"
    >
      <p className="s">{what} is not saved yet.</p>
      <div className="row modal-row">
        <Button onClick={() => leaving.reset?.()}>Stay</Button>
        <Button variant="default" onClick={() => leaving.proceed?.()}>
          Leave without saving
        </Button>
      </div>
    </Modal>
  )
}

const PROFILE = object(profileShape)
const NAMES = {
  name: 'Name',
  birthDate: 'Birth date',
  sexForNorms: 'Sex, for norms',
  dominantHand: 'Dominant hand',
  level: 'Level',
  guardian: 'Guardian consent',
  skin: 'Skin',
  note: 'Note',
}

function Profile({ onDirty }: { onDirty: (dirty: boolean) => void }) {
  const { athlete, me } = useAthletePage()
  const schema = schemaResolver(PROFILE)
  const form = useForm<ProfileBody>({
    initialValues: profileOf(athlete),
    validate: async (values) => {
      const errors = await schema(values)
      const birth = values.birthDate && birthDateProblem(values.birthDate, me.today)
      return birth ? { ...errors, birthDate: birth } : errors
    },
  })
  const [from, setFrom] = useState(() => ({
    profile: profileOf(athlete),
    version: athlete.version,
  }))
  const change = useChange<ProfileBody>(
    `/api/athletes/${athlete.id}`,
    from.profile,
    from.version,
    touchedBy(athlete.id),
  )
  const dirty = form.isDirty()
  const unsaved = dirty && !change.busy
  useEffect(() => onDirty(unsaved), [onDirty, unsaved])
  // A form nobody has touched follows what is on record; one that was is kept, and merged when it
  // is saved.
  useEffect(() => {
    if (dirty || athlete.version === from.version) return
    setFrom({ profile: profileOf(athlete), version: athlete.version })
    form.setValues(profileOf(athlete))
    form.resetDirty(profileOf(athlete))
  }, [athlete.version, dirty]) // oxlint-disable-line react/exhaustive-deps
  useEffect(() => {
    if (change.error instanceof ApiProblem) form.setErrors(change.error.fieldErrors())
  }, [change.error]) // oxlint-disable-line react/exhaustive-deps
  const save = (body: ProfileBody) =>
    change.save(body, (saved) => {
      form.setValues(saved)
      form.resetDirty(saved)
      offerUndo('Saved.', change.back)
    })
  const coach = may(me, 'coach')
  return (
    <form onSubmit={submits(form.onSubmit(save))} noValidate>
      <fieldset disabled={!coach} className="bare">
        <Stack gap="sm">
          <ProfileFields form={form} today={me.today} />
          <div className="row">
            <Button type="submit" disabled={!dirty} loading={change.busy}>
              Save athlete
            </Button>
            <Anchor
              component="button"
              type="button"
              className="lnk"
              hidden={!dirty}
              onClick={() => form.reset()}
            >
              Undo changes
            </Anchor>
            <span className="said" role="alert">
              {change.error !== null && failureText(change.error)}
            </span>
            <Clash change={change} names={NAMES} />
          </div>
        </Stack>
      </fieldset>
    </form>
  )
}
