import { Button, PasswordInput, Stack, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import { assistantBody, type Role } from '@mano/contract/accounts'
import { implementById } from '@mano/core/catalogue/implements'
import { formatDate } from '@mano/core/units/dates'
import { formatWithUnit } from '@mano/core/units/format'
import { api, ApiProblem, failureText } from '../../app/api'
import { keys, useKit, useMe, useWrite } from '../../app/data'
import { Failed } from '../../app/Trouble'
import { useUnits } from '../../app/units'
import { AddImplement } from './AddImplement'
import './hall.css'

/** What the hall has and who works in it. */
export default function Hall() {
  const me = useMe()
  return (
    <main className="cols">
      <section><Kit coach={me.data?.role === 'coach'} today={me.data?.today ?? ''} /></section>
      <aside>{me.data?.role === 'coach' && <People />}</aside>
    </main>
  )
}

function Kit({ coach, today }: { coach: boolean; today: string }) {
  const kit = useKit()
  const units = useUnits()
  const [adding, setAdding] = useState(false)
  if (kit.error && !kit.data) return <Failed error={kit.error} retry={() => void kit.refetch()} />
  return (
    <>
      <div className="dem-head hall-head"><h1>Implements</h1>{coach && <button className="btn pri" onClick={() => setAdding(true)}>Add an implement</button>}</div>
      <table className="hall-kit">
        <thead><tr><th scope="col">Label</th><th scope="col">Kind</th><th scope="col">Measured</th><th scope="col">Usual size</th></tr></thead>
        <tbody>
          {(kit.data ?? []).map((u) => {
            const kind = implementById(u.kind)
            return (
              <tr key={u.id}>
                <th scope="row">{u.label}</th>
                <td>{kind?.name}</td>
                <td className="n">{u.sizeMm === null ? <span className="blank">{kind?.measure === 'position' ? 'By handle position' : 'Not measured'}</span> : `${formatWithUnit(u.sizeMm, 'mm', units)} ${kind?.measure}, ${formatDate(u.measuredOn, today)}`}</td>
                <td className="n s">{kind?.usualMm ? `${formatWithUnit(kind.usualMm[0], 'mm', units)} to ${formatWithUnit(kind.usualMm[1], 'mm', units)}` : 'varies'}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="note">Two handles of one kind are different implements: each result points at its unit and the size it had that day.</p>
      <AddImplement opened={adding} kinds={null} onClose={() => setAdding(false)} onAdded={() => setAdding(false)} />
    </>
  )
}

interface Person { id: string; name: string; login: string; role: Role }

function People() {
  const people = useQuery({ queryKey: keys.people, queryFn: () => api.get<Person[]>('/api/people') })
  const [id, setId] = useState(() => v7())
  const form = useForm({ initialValues: { id, name: '', login: '', password: '' }, validate: schemaResolver(assistantBody) })
  const write = useWrite((body: typeof form.values) => api.post('/api/people', body), [keys.people])
  const save = (body: typeof form.values) => write.mutate(body, {
    onSuccess: () => { const next = v7(); setId(next); form.setValues({ id: next, name: '', login: '', password: '' }); notifications.show({ message: `${body.name} can sign in now` }) },
    onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
  })
  return (
    <>
      <div className="block"><h2 className="h3">People</h2><ul className="hall-people">{(people.data ?? []).map((p) => <li key={p.id}><b>{p.name}</b><span className="s">{p.role}, signs in as {p.login}</span></li>)}</ul></div>
      <form className="block" key={id} noValidate onSubmit={form.onSubmit(save)}>
        <Stack gap="sm">
          <h2 className="h3">Add an assistant</h2>
          <p className="note">Assistants test and look; athletes, injuries, imports and people stay with the coach.</p>
          <TextInput label="Name" {...form.getInputProps('name')} />
          <TextInput label="Sign-in name" autoComplete="off" {...form.getInputProps('login')} />
          <PasswordInput label="First password" autoComplete="new-password" {...form.getInputProps('password')} />
          <p className="said" role="alert">{write.error && failureText(write.error)}</p>
          <Button type="submit" loading={write.isPending}>Add assistant</Button>
        </Stack>
      </form>
    </>
  )
}
