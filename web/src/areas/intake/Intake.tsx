import { Button, Modal, Stack } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import { useEffect, useState } from 'react'
import { useBlocker } from 'react-router'
import { profileBody, type ProfileBody } from '@mano/contract/athletes'
import { birthDateProblem } from '@mano/core/intake/record'
import { api, ApiProblem, failureText } from '../../app/api'
import { touchedBy, useWrite } from '../../app/data'
import { useAthletePage } from '../athlete/AthletePage'
import { Events } from './Events'
import { Handles } from './Handles'
import { Hands } from './Hands'
import { History } from './History'
import { Injuries } from './Injuries'
import { Experience } from './Experience'
import { Health } from './Health'
import { Outcomes } from './Outcomes'
import { ProfileFields, profileOf } from './ProfileFields'
import { Week } from './Week'
import './intake.css'

/** Who the athlete is, the two hands, and what has been hurt. */
export default function Intake() {
  const { athlete } = useAthletePage()
  const [profileDirty, setProfileDirty] = useState(false)
  const [weekDirty, setWeekDirty] = useState(false)
  const leaving = useBlocker(profileDirty || weekDirty)
  return (
    <main className="intake">
      <section aria-labelledby="who"><h2 id="who">Athlete</h2><Profile onDirty={setProfileDirty} /></section>
      <section aria-labelledby="hands"><h2 id="hands">Hands and body mass</h2><Hands /></section>
      <section aria-labelledby="injuries"><h2 id="injuries">Injuries, past and present</h2><Injuries /></section>
      <section aria-labelledby="health"><h2 id="health">Health questions</h2><Health /></section>
      <section aria-labelledby="experience"><h2 id="experience">Experience</h2><Experience /></section>
      <section className="wide" aria-labelledby="week"><h2 id="week">Usual week</h2><Week onDirty={setWeekDirty} /></section>
      <section aria-labelledby="events"><h2 id="events">Events</h2><Events /></section>
      <section aria-labelledby="handles"><h2 id="handles">Hands on the handles</h2><Handles /></section>
      <section aria-labelledby="outcomes"><h2 id="outcomes">Outcomes of the sport</h2><Outcomes /></section>
      <section className="wide no-rule"><History /><button className="btn print" onClick={() => window.print()}>Print the intake sheet</button></section>
      <Modal opened={leaving.state === 'blocked'} onClose={() => leaving.reset?.()} title="Leave without saving?">
        <p className="s">{profileDirty ? `What you changed about ${athlete.name}` : 'The usual week'} is not saved yet.</p>
        <div className="row modal-row"><Button onClick={() => leaving.reset?.()}>Stay</Button><button className="btn" onClick={() => leaving.proceed?.()}>Leave without saving</button></div>
      </Modal>
    </main>
  )
}

function Profile({ onDirty }: { onDirty: (dirty: boolean) => void }) {
  const { athlete, me } = useAthletePage()
  const schema = schemaResolver(profileBody)
  const form = useForm<ProfileBody>({
    initialValues: profileOf(athlete),
    validate: async (values) => {
      const errors = await schema(values)
      const birth = values.birthDate && birthDateProblem(values.birthDate, me.today)
      return birth ? { ...errors, birthDate: birth } : errors
    },
  })
  const write = useWrite((body: ProfileBody) => api.put(`/api/athletes/${athlete.id}`, body), touchedBy(athlete.id))
  const dirty = form.isDirty()
  const unsaved = dirty && !write.isPending
  useEffect(() => onDirty(unsaved), [onDirty, unsaved])
  const save = (body: ProfileBody) => write.mutate(body, {
    onSuccess: () => { form.resetDirty(body); notifications.show({ message: 'Saved' }) },
    onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
  })
  const coach = me.role === 'coach'
  return (
    <form onSubmit={form.onSubmit(save)} noValidate>
      <fieldset disabled={!coach} className="bare">
        <Stack gap="sm">
          <ProfileFields form={form} today={me.today} />
          <div className="row">
            <Button type="submit" disabled={!dirty} loading={write.isPending}>Save athlete</Button>
            <button type="button" className="lnk" hidden={!dirty} onClick={() => form.reset()}>Undo changes</button>
            <span className="said" role="alert">{write.error && failureText(write.error)}</span>
          </div>
        </Stack>
      </fieldset>
    </form>
  )
}
