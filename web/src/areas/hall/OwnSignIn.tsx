import { Button, PasswordInput, Stack } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import { useQuery } from '@tanstack/react-query'
import { ownPasswordBody, PASSWORD_LEAST, type SignIn } from '@mano/contract/accounts'
import { formatDate, localDateOf } from '@mano/core/units/dates'
import { api, ApiProblem, formText } from '../../base/api'
import { keys, useMe, useWrite } from '../../base/data'
import { Reasoned } from '../../base/Reasoned'

/** One's own sign-in: where it is open, and its password. */
export function OwnSignIn() {
  const me = useMe().data
  const open = useQuery({
    queryKey: keys.signIns,
    queryFn: () => api.get<SignIn[]>('/api/me/sessions'),
  })
  const form = useForm({
    initialValues: { old: '', password: '' },
    validate: schemaResolver(ownPasswordBody),
  })
  const write = useWrite(
    (body: typeof form.values) => api.put('/api/me/password', body),
    [keys.signIns],
  )
  const save = (body: typeof form.values) =>
    write.mutate(body, {
      onSuccess: () => {
        form.reset()
        notifications.show({ message: 'New password set. Everywhere else you are signed out.' })
      },
      onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
    })
  const since = (s: SignIn): string =>
    s.since && me
      ? `since ${formatDate(localDateOf(new Date(s.since), me.hall.timeZone), me.today)}`
      : 'since before this was noted'
  // Many of one device and day are one line.
  const alike = new Map<string, number>()
  for (const s of open.data ?? []) {
    const what = `${s.device || 'A browser'}, ${since(s)}${s.here ? ', here' : ''}`
    alike.set(what, (alike.get(what) ?? 0) + 1)
  }
  const others = (open.data ?? []).filter((s) => !s.here)
  return (
    <div className="block">
      <h2 id="sign-in" className="h3">
        Your sign-in
      </h2>
      <ul className="hall-people">
        {[...alike].map(([what, n]) => (
          <li key={what}>
            {what}
            {n > 1 && <span className="s">, {n} times</span>}
          </li>
        ))}
      </ul>
      {others.length > 0 && (
        <Reasoned
          label="Sign out everywhere else"
          title="Sign out everywhere else?"
          says={
            (others.length === 1
              ? 'One other sign-in ends'
              : `${others.length} other sign-ins end`) +
            '. ' +
            'What those devices have not sent yet stays on them until somebody signs in ' +
            'there.'
          }
          done="Signed out everywhere else"
          asks={false}
          act={() => api.delete('/api/me/sessions')}
          touched={[keys.signIns]}
        />
      )}
      <form noValidate onSubmit={form.onSubmit(save)}>
        <Stack gap="sm">
          <PasswordInput
            label="Password now"
            autoComplete="current-password"
            {...form.getInputProps('old')}
          />
          <PasswordInput
            label="Your new password"
            description={`${PASSWORD_LEAST} characters or more; it signs you out everywhere else`}
            autoComplete="new-password"
            {...form.getInputProps('password')}
          />
          <p className="said" role="alert">
            {formText(write.error)}
          </p>
          <Button type="submit" variant="default" loading={write.isPending}>
            Set the new password
          </Button>
        </Stack>
      </form>
    </div>
  )
}
