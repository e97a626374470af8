import { Button, Modal, Stack } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import { useBlocker } from 'react-router'
import { profileBody, type ProfileBody } from '@mano/contract/athletes'
import { birthDateProblem } from '@mano/core/intake/record'
import { api, ApiProblem, failureText } from '../../app/api'
import { touchedBy, useWrite } from '../../app/data'
import { useAthletePage } from '../athlete/AthletePage'
import { Hands } from './Hands'
import { Injuries } from './Injuries'
import { ProfileFields, profileOf } from './ProfileFields'
import './intake.css'

/** Who the athlete is, the two hands, and what has been hurt. */
export default function Intake() {
  return (
    <main className="intake">
      <section aria-labelledby="who"><h2 id="who">Athlete</h2><Profile /></section>
      <section aria-labelledby="hands"><h2 id="hands">Hands and body mass</h2><Hands /></section>
      <section aria-labelledby="injuries"><h2 id="injuries">Injuries, past and present</h2><Injuries /></section>
    </main>
  )
}

function Profile() {
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
  const leaving = useBlocker(dirty && !write.isPending)
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
      <Modal opened={leaving.state === 'blocked'} onClose={() => leaving.reset?.()} title="Leave without saving?">
        <p className="s">What you changed about {athlete.name} is not saved yet.</p>
        <div className="row modal-row"><Button onClick={() => leaving.reset?.()}>Stay</Button><button className="btn" onClick={() => leaving.proceed?.()}>Leave without saving</button></div>
      </Modal>
    </form>
  )
}
