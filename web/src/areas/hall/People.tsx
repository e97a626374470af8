import { Button, PasswordInput, SegmentedControl, Stack, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import { PASSWORD_LEAST, personBody, type Person } from '@mano/contract/accounts'
import { formatDate } from '@mano/core/units/dates'
import { api, ApiProblem, formText } from '../../base/api'
import { keys, useMe, useWrite } from '../../base/data'
import { useListing } from '../../base/Listing'
import { Reasoned } from '../../base/Reasoned'
import { Invite, ResetLink } from './EntryLinks'
import { NewPassword } from './NewPassword'

const MAY = {
  coach: 'A coach does everything, people and health answers too.',
  assistant:
    'Assistants test and look; athletes, injuries, imports and people stay with the coach.',
} as const

const NOBODY: readonly Person[] = []

/** Who works in the hall: who may do what, who comes and who leaves. */
export function People({ me }: { me: string }) {
  const people = useQuery({
    queryKey: keys.people,
    queryFn: () => api.get<Person[]>('/api/people'),
  })
  const today = useMe().data?.today ?? ''
  const list = useListing(people.data ?? NOBODY, {
    what: 'people',
    says: (p) => `${p.name} ${p.login} ${p.role}`,
    by: { name: (p) => p.name, role: (p) => p.role, login: (p) => p.login },
  })
  const leave = (p: Person, left: boolean) => api.put(`/api/people/${p.id}/left`, { left })
  return (
    <>
      <div className="block">
        <h2 className="h3">People</h2>
        {list.find}
        <table className="hall-kit hall-people">
          <thead>
            <tr>
              {list.th('name', 'Name')}
              {list.th('role', 'Role')}
              {list.th('login', 'Signs in as')}
              <th scope="col">
                <span className="vh">What can be done</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {list.rows.map((p) => (
              <tr key={p.id}>
                <th scope="row">{p.name}</th>
                <td>{p.role}</td>
                <td>{p.leftOn ? `left ${formatDate(p.leftOn, today)}` : p.login}</td>
                <td className="acts">
                  {p.role === 'assistant' && !p.leftOn && <NewPassword person={p} />}
                  {p.id !== me && !p.leftOn && <ResetLink person={p} />}
                  {p.id !== me && !p.leftOn && (
                    <Reasoned
                      label="Take out"
                      title={`Take ${p.name} out of the hall?`}
                      says={`${p.name} is signed out everywhere and cannot sign in again. What they recorded stays, with their name.`}
                      done={`${p.name} is out of the hall`}
                      asks={false}
                      act={() => leave(p, true)}
                      undo={() => leave(p, false)}
                      touched={[keys.people]}
                    />
                  )}
                  {p.leftOn && (
                    <Reasoned
                      label="Let in again"
                      title={`Let ${p.name} in again?`}
                      says={`${p.name} signs in as ${p.login} with the same password as before.`}
                      done={`${p.name} can sign in again`}
                      asks={false}
                      act={() => leave(p, false)}
                      undo={() => leave(p, true)}
                      touched={[keys.people]}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {list.foot}
      </div>
      <Invite />
      <AddPerson />
    </>
  )
}

function AddPerson() {
  const [id, setId] = useState(() => v7())
  const empty = (of: string) => ({
    id: of,
    name: '',
    login: '',
    password: '',
    role: 'assistant' as const as Person['role'],
  })
  const form = useForm({ initialValues: empty(id), validate: schemaResolver(personBody) })
  const write = useWrite((body: typeof form.values) => api.post('/api/people', body), [keys.people])
  const save = (body: typeof form.values) =>
    write.mutate(body, {
      onSuccess: () => {
        const next = v7()
        setId(next)
        form.setValues(empty(next))
        notifications.show({ message: `${body.name} can sign in now` })
      },
      onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
    })
  return (
    <form className="block" key={id} noValidate onSubmit={form.onSubmit(save)}>
      <Stack gap="sm">
        <h2 className="h3">Add a person</h2>
        <SegmentedControl
          aria-label="Role"
          data={[
            { value: 'assistant', label: 'Assistant' },
            { value: 'coach', label: 'Coach' },
          ]}
          value={form.values.role}
          onChange={(v) => form.setFieldValue('role', v as Person['role'])}
        />
        <p className="note">{MAY[form.values.role]}</p>
        <TextInput label="Name" {...form.getInputProps('name')} />
        <TextInput label="Sign-in name" autoComplete="off" {...form.getInputProps('login')} />
        <PasswordInput
          label="First password"
          description={`${PASSWORD_LEAST} characters or more; a few words are better than signs`}
          autoComplete="new-password"
          {...form.getInputProps('password')}
        />
        <p className="said" role="alert">
          {formText(write.error)}
        </p>
        <Button type="submit" loading={write.isPending}>
          Add {form.values.role}
        </Button>
      </Stack>
    </form>
  )
}
