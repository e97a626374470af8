import { submits } from '../../base/afterPaint'
import { Button, Stack } from '@mantine/core'
import { Select } from '../../base/Select'
import { schemaResolver, useForm } from '@mantine/form'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { v7 } from 'uuid'
import { athleteBody, type AthleteBody } from '@mano/contract/athletes'
import { birthDateProblem } from '@mano/core/intake/record'
import { api, ApiProblem, failureText } from '../../base/api'
import { Calmly } from '../../base/Calmly'
import { keys, useMe, useNames, useSports, useWrite } from '../../base/data'
import { AddNames } from './AddNames'
import { emptyProfile, ProfileFields } from './ProfileFields'
import { choicesWith } from './sportChoices'
import './intake.css'

/** A name and a sport are enough to start. */
export default function NewAthlete() {
  return (
    <Calmly waits={<main className="narrow waits-here" aria-busy="true" />}>
      <Sheet />
    </Calmly>
  )
}

function Sheet() {
  const me = useMe()
  const today = me.data?.today ?? ''
  const own = useSports().data ?? []
  const navigate = useNavigate()
  const [several, setSeveral] = useState(false)
  const [ids] = useState(() => ({ id: v7(), sportEntryId: v7() }))
  const schema = schemaResolver(athleteBody)
  const form = useForm<AthleteBody>({
    initialValues: { ...emptyProfile, ...ids, sportId: '' },
    validate: async (values) => {
      const errors = await schema(values)
      const birth = values.birthDate && birthDateProblem(values.birthDate, today)
      return birth ? { ...errors, birthDate: birth } : errors
    },
  })
  const name = form.values.name.trim().toLowerCase()
  const twin = (useNames().data ?? []).find((a) => a.name.toLowerCase() === name)
  const write = useWrite((body: AthleteBody) => api.post('/api/athletes', body), [keys.roster])
  const save = (body: AthleteBody) =>
    write.mutate(
      { ...body, name: body.name.trim() },
      {
        onSuccess: () => void navigate(`/athletes/${ids.id}/intake`),
        onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
      },
    )
  return (
    <main className="narrow">
      <h1>New athlete</h1>
      <details className="several" onToggle={(e) => setSeveral(e.currentTarget.open)}>
        <summary>Several at once</summary>
        {several && <AddNames />}
      </details>
      <form onSubmit={submits(form.onSubmit(save))} noValidate>
        <Stack gap="md">
          <Select
            label="Sport or goal"
            searchable
            data={choicesWith(own)}
            placeholder="Choose"
            {...form.getInputProps('sportId')}
          />
          <ProfileFields form={form} today={today} />
          {twin && (
            <p className="said" role="status">
              {twin.name} is on the roster already.{' '}
              <Link className="lnk" to={`/athletes/${twin.id}/intake`}>
                Open that athlete
              </Link>
              , or add a second one of this name.
            </p>
          )}
          <p className="said" role="alert">
            {write.error && failureText(write.error)}
          </p>
          <div className="row">
            <Button type="submit" loading={write.isPending}>
              Add and go on to intake
            </Button>
            <Link className="lnk" to="/">
              Cancel
            </Link>
          </div>
        </Stack>
      </form>
    </main>
  )
}
