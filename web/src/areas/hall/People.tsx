import { Button, PasswordInput, Stack, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import { PASSWORD_LEAST, personBody, type Me, type Person } from '@mano/contract/accounts'
import { may as mayRole, roleOf, ROLES, type Role } from '@mano/contract/roles'
import { formatDate } from '@mano/core/units/dates'
import { api, ApiProblem, failureText, formText } from '../../base/api'
import { keys, may, useWrite } from '../../base/data'
import { useListing } from '../../base/Listing'
import { Reasoned } from '../../base/Reasoned'
import { useUndoable } from '../../base/undo'
import { Invite, ResetLink } from './EntryLinks'
import { NewPassword } from './NewPassword'
import { ROLE_CHOICES, RolePick } from './RolePick'

const NOBODY: readonly Person[] = []

/** Who works in the hall: who may do what, who comes and who leaves. Changing it is the owner's. */
export function People({ me }: { me: Me }) {
  const people = useQuery({
    queryKey: keys.people,
    queryFn: () => api.get<Person[]>('/api/people'),
  })
  const list = useListing(people.data ?? NOBODY, {
    what: 'people',
    says: (p) => `${p.name} ${p.login} ${roleOf(p.role).name}`,
    by: { name: (p) => p.name, role: (p) => p.role, login: (p) => p.login },
  })
  const owner = may(me, 'own')
  const leave = (p: Person, left: boolean) => api.put(`/api/people/${p.id}/left`, { left })
  return (
    <>
      <div className="block">
        <h2 id="people" className="h3">
          People
        </h2>
        {list.find}
        <table className="hall-kit hall-people">
          <thead>
            <tr>
              {list.th('name', 'Name')}
              {list.th('role', 'Role')}
              {list.th('login', 'Signs in as')}
              {owner && (
                <th scope="col">
                  <span className="vh">What can be done</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {list.rows.map((p) => (
              <tr key={p.id}>
                <th scope="row">{p.name}</th>
                <td>
                  {owner && !p.leftOn && p.id !== me.id ? (
                    <RoleOf person={p} />
                  ) : (
                    roleOf(p.role).name
                  )}
                </td>
                <td>{p.leftOn ? `left ${formatDate(p.leftOn, me.today)}` : p.login}</td>
                {owner && (
                  <td className="acts">
                    {!mayRole(p.role, 'coach') && !p.leftOn && <NewPassword person={p} />}
                    {p.id !== me.id && !p.leftOn && <ResetLink person={p} />}
                    {p.id !== me.id && !p.leftOn && (
                      <Reasoned
                        label="Take out"
                        title={`Take ${p.name} out of the hall?`}
                        says={
                          `${p.name} is signed out everywhere and cannot sign in again. ` +
                          'What they recorded stays, with their name.'
                        }
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
                )}
              </tr>
            ))}
          </tbody>
        </table>
        {list.foot}
        <dl className="hall-roles">
          {ROLES.map((r) => (
            <div key={r.id}>
              <dt>{r.name}</dt>
              <dd>{r.says}</dd>
            </div>
          ))}
        </dl>
        {!owner && <p className="note">Who works here is changed by an owner of the hall.</p>}
      </div>
      {owner && <Invite />}
      {owner && <AddPerson />}
    </>
  )
}

/** What somebody may do, changed at once and put back by Undo. */
function RoleOf({ person }: { person: Person }) {
  const put = (role: Role) => api.put(`/api/people/${person.id}/role`, { role })
  const write = useUndoable(put, [keys.people, keys.me], {
    did: (role) => `${person.name}: ${roleOf(role).name} now.`,
    undo: () => put(person.role),
  })
  return (
    <Select
      size="xs"
      aria-label={`Role of ${person.name}`}
      allowDeselect={false}
      data={ROLE_CHOICES}
      value={person.role}
      error={write.error ? failureText(write.error) : undefined}
      disabled={write.isPending}
      onChange={(v) => v && v !== person.role && write.mutate(v)}
    />
  )
}

function AddPerson() {
  const [id, setId] = useState(() => v7())
  const empty = (of: string) => ({
    id: of,
    name: '',
    login: '',
    password: '',
    role: 'assistant' as Role,
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
        <RolePick
          label="Role"
          role={form.values.role}
          onRole={(v) => form.setFieldValue('role', v)}
        />
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
          Add {roleOf(form.values.role).name.toLowerCase()}
        </Button>
      </Stack>
    </form>
  )
}
