import { Button, PasswordInput, Stack, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { entryBody, PASSWORD_LEAST, type EntryView } from '@mano/contract/accounts'
import { roleOf } from '@mano/contract/roles'
import { api, ApiProblem, failureText, formText } from '../../base/api'
import { useWrite } from '../../base/data'
import { Frame } from './Entrance'

/** Where a link that works once leads: into the hall, or to a new password. */
export default function Enter() {
  const token = location.hash.slice(1)
  const read = useQuery({
    queryKey: ['entry', token],
    queryFn: () => api.get<EntryView>('/api/entry', { link: token }),
    retry: (n, e) => !(e instanceof ApiProblem) && n < 1,
    staleTime: Infinity,
  })
  return (
    <Frame>
      {read.error && (
        <Stack gap="md">
          <h1>This link does not work</h1>
          <p>{failureText(read.error)}</p>
          <Button component={Link} variant="default" to="/">
            To the sign-in
          </Button>
        </Stack>
      )}
      {read.data && <Form of={read.data} token={token} />}
    </Frame>
  )
}

function Form({ of, token }: { of: EntryView; token: string }) {
  const [done, setDone] = useState('')
  const fresh = of.login === null
  const form = useForm({
    initialValues: { login: fresh ? '' : null, name: fresh ? of.name : null, password: '' },
    validate: schemaResolver(entryBody),
  })
  const write = useWrite((b: typeof form.values) => api.post('/api/entry', b, { link: token }), [])
  if (done)
    return (
      <Stack gap="md">
        <h1>Done</h1>
        <p>You sign in as {done} now.</p>
        <Button component={Link} to="/">
          Sign in
        </Button>
      </Stack>
    )
  return (
    <form
      noValidate
      onSubmit={form.onSubmit((v) =>
        write.mutate(v, {
          onSuccess: () => setDone(of.login ?? v.login ?? ''),
          onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
        }),
      )}
    >
      <Stack gap="md">
        <h1>{fresh ? `Come into ${of.hall}` : `A new password for ${of.name}`}</h1>
        {fresh ? (
          <>
            <p className="note">
              {roleOf(of.role).name}. {roleOf(of.role).says}
            </p>
            <TextInput label="Your name" autoFocus {...form.getInputProps('name')} />
            <TextInput
              label="Sign-in name"
              autoComplete="username"
              {...form.getInputProps('login')}
            />
          </>
        ) : (
          <p className="note">
            You sign in as {of.login}. Whoever is signed in as you is signed out everywhere.
          </p>
        )}
        <PasswordInput
          label="Password"
          description={`${PASSWORD_LEAST} characters or more; a few words are better than signs`}
          autoComplete="new-password"
          autoFocus={!fresh}
          {...form.getInputProps('password')}
        />
        <p className="said" role="alert">
          {formText(write.error)}
        </p>
        <Button type="submit" loading={write.isPending}>
          {fresh ? 'Come in' : 'Set it'}
        </Button>
      </Stack>
    </form>
  )
}
