import { Button, Modal, PasswordInput, Stack, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import { assistantBody, PASSWORD_LEAST, type Role } from '@mano/contract/accounts'
import { api, ApiProblem, failureText } from '../../app/api'
import { keys, useMe, useWrite } from '../../app/data'
import { Archive } from './Archive'
import { Exports } from './Exports'
import './hall.css'
import { Clash } from '../../app/Clash'
import { useChange } from '../../app/useChange'

/** Who works in the hall. */
export default function Hall() {
  const me = useMe()
  return (
    <main className="narrow-hall">
      <div className="hall-head">
        <h1>{me.data?.hall.name}</h1>
        {me.data?.role === 'coach' && (
          <Link className="btn" to="/import">
            Import
          </Link>
        )}
      </div>
      <p className="note">
        Dates are local to {me.data?.hall.timeZone}. Implements and places are in the kit room.
      </p>
      {me.data?.role === 'coach' && (
        <Limits
          key={me.data.hall.staleDays}
          days={me.data.hall.staleDays}
          version={me.data.hall.version}
        />
      )}
      {me.data?.role === 'coach' && <Exports />}
      {me.data?.role === 'coach' && <People />}
      {me.data?.role === 'coach' && <Archive />}
    </main>
  )
}

/** The hall's own limits. */
function Limits({ days, version }: { days: number; version: number }) {
  const [text, setText] = useState(String(days))
  const n = Number(text)
  const fine = Number.isInteger(n) && n >= 7 && n <= 365
  const change = useChange('/api/hall', { staleDays: days }, version, [
    keys.me,
    keys.roster,
    ['athlete'],
    ['gaps'],
  ])
  return (
    <form
      className="block hall-limits"
      onSubmit={(e) => {
        e.preventDefault()
        if (fine)
          change.save({ staleDays: n }, () =>
            notifications.show({ message: `Tests are stale after ${n} days now` }),
          )
      }}
    >
      <TextInput
        label="Tests are stale after, days"
        description="Six weeks (42) is common; 7 to 365"
        inputMode="numeric"
        value={text}
        error={!fine && 'A whole number from 7 to 365'}
        onChange={(e) => setText(e.currentTarget.value)}
      />
      <Button type="submit" variant="default" disabled={!fine || n === days} loading={change.busy}>
        Keep
      </Button>
      <p className="said" role="alert">
        {change.error !== null && failureText(change.error)}
      </p>
      <Clash change={change} names={{ staleDays: 'Tests are stale after, days' }} />
    </form>
  )
}

/**
 * An assistant who forgot, or whose hall came in from a file, gets a new password from the coach.
 */
function NewPassword({ person }: { person: Person }) {
  const [open, setOpen] = useState(false)
  const [password, setPassword] = useState('')
  const write = useWrite(
    (p: string) => api.post(`/api/people/${person.id}/password`, { password: p }),
    [],
  )
  const close = () => {
    setOpen(false)
    setPassword('')
    write.reset()
  }
  const short = password.length < PASSWORD_LEAST
  return (
    <>
      <button className="lnk" onClick={() => setOpen(true)}>
        New password
      </button>
      <Modal opened={open} onClose={close} title={`A new password for ${person.name}`}>
        <form
          onSubmit={(e) => {
            e.preventDefault()
            if (!short)
              write.mutate(password, {
                onSuccess: () => {
                  close()
                  notifications.show({
                    message: `${person.name} signs in with the new password now`,
                  })
                },
              })
          }}
        >
          <PasswordInput
            label="Password"
            description={`${PASSWORD_LEAST} characters or more`}
            autoComplete="new-password"
            value={password}
            onChange={(e) => setPassword(e.currentTarget.value)}
          />
          <p className="said" role="alert">
            {write.error && failureText(write.error)}
          </p>
          <Button type="submit" disabled={short} loading={write.isPending}>
            Set it
          </Button>
        </form>
      </Modal>
    </>
  )
}

interface Person {
  id: string
  name: string
  login: string
  role: Role
}

function People() {
  const people = useQuery({
    queryKey: keys.people,
    queryFn: () => api.get<Person[]>('/api/people'),
  })
  const [id, setId] = useState(() => v7())
  const form = useForm({
    initialValues: { id, name: '', login: '', password: '' },
    validate: schemaResolver(assistantBody),
  })
  const write = useWrite((body: typeof form.values) => api.post('/api/people', body), [keys.people])
  const save = (body: typeof form.values) =>
    write.mutate(body, {
      onSuccess: () => {
        const next = v7()
        setId(next)
        form.setValues({ id: next, name: '', login: '', password: '' })
        notifications.show({ message: `${body.name} can sign in now` })
      },
      onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
    })
  return (
    <>
      <div className="block">
        <h2 className="h3">People</h2>
        <ul className="hall-people">
          {(people.data ?? []).map((p) => (
            <li key={p.id}>
              <b>{p.name}</b>
              <span className="s">
                {p.role}, signs in as {p.login}
              </span>
              {p.role === 'assistant' && <NewPassword person={p} />}
            </li>
          ))}
        </ul>
      </div>
      <form className="block" key={id} noValidate onSubmit={form.onSubmit(save)}>
        <Stack gap="sm">
          <h2 className="h3">Add an assistant</h2>
          <p className="note">
            Assistants test and look; athletes, injuries, imports and people stay with the coach.
          </p>
          <TextInput label="Name" {...form.getInputProps('name')} />
          <TextInput label="Sign-in name" autoComplete="off" {...form.getInputProps('login')} />
          <PasswordInput
            label="First password"
            autoComplete="new-password"
            {...form.getInputProps('password')}
          />
          <p className="said" role="alert">
            {write.error && failureText(write.error)}
          </p>
          <Button type="submit" loading={write.isPending}>
            Add assistant
          </Button>
        </Stack>
      </form>
    </>
  )
}
