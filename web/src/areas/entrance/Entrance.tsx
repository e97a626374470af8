import { Anchor, Button, FileInput, PasswordInput, Stack, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { useQueryClient } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { v7 } from 'uuid'
import { PASSWORD_LEAST, setupBody, signInBody, type Installation } from '@mano/contract/accounts'
import { api, ApiProblem, failureText } from '../../base/api'
import { keys } from '../../base/data'
import { Mark } from '../../drawn/Mark'
import { Tablet } from './Tablet'
import { ZonePick } from '../../base/ZonePick'
import './entrance.css'

/**
 * Sign-in, or on an empty installation the making of the hall and its first coach; on a shared
 * tablet names and PINs.
 */
export default function Entrance({ empty, tablet }: Installation) {
  return <Frame>{empty ? <Begin /> : tablet ? <Tablet /> : <SignIn />}</Frame>
}

/** What stands round a page of somebody who is not signed in. */
export const Frame = ({ children }: { children: ReactNode }) => (
  <>
    <header className="top">
      <span className="mark">
        <Mark />
      </span>
    </header>
    <main className="entrance" id="main">
      {children}
    </main>
  </>
)

function useEnter() {
  const client = useQueryClient()
  const [failed, setFailed] = useState('')
  const [busy, setBusy] = useState(false)
  const enter = async (
    send: () => Promise<unknown>,
    onFields?: (errors: Record<string, string>) => void,
  ) => {
    setBusy(true)
    setFailed('')
    try {
      await send()
      client.removeQueries({ predicate: (q) => q.queryKey[0] !== 'me' })
      await client.invalidateQueries({ queryKey: keys.me })
    } catch (error) {
      if (error instanceof ApiProblem) onFields?.(error.fieldErrors())
      setFailed(failureText(error))
    } finally {
      setBusy(false)
    }
  }
  return { enter, failed, busy }
}

function SignIn() {
  const form = useForm({
    initialValues: { login: '', password: '', code: '' },
    validate: schemaResolver(signInBody),
  })
  const { enter, failed, busy } = useEnter()
  // Asked for once the password was right, where somebody has codes.
  const [asksCode, setAsksCode] = useState(false)
  const send = (v: typeof form.values) =>
    enter(() =>
      api.post('/api/session', v).catch((error: unknown) => {
        if (error instanceof ApiProblem && error.problem.type === '/problems/code-asked')
          setAsksCode(true)
        throw error
      }),
    )
  return (
    <form onSubmit={form.onSubmit((v) => void send(v))}>
      <Stack gap="md">
        <h1>Sign in</h1>
        <TextInput
          label="Sign-in name"
          autoComplete="username"
          autoFocus
          {...form.getInputProps('login')}
        />
        <PasswordInput
          label="Password"
          autoComplete="current-password"
          {...form.getInputProps('password')}
        />
        {asksCode && (
          <TextInput
            label="Code"
            inputMode="numeric"
            autoComplete="one-time-code"
            autoFocus
            {...form.getInputProps('code')}
          />
        )}
        <p className="said" role="alert">
          {failed}
        </p>
        <Button type="submit" loading={busy}>
          Sign in
        </Button>
      </Stack>
    </form>
  )
}

/** A new hall, or one that was taken out as a file elsewhere. */
function Begin() {
  const [fromFile, setFromFile] = useState(false)
  return fromFile ? (
    <FromFile back={() => setFromFile(false)} />
  ) : (
    <>
      <Setup />
      <Anchor component="button" type="button" className="lnk" onClick={() => setFromFile(true)}>
        Start from a hall's file instead
      </Anchor>
    </>
  )
}

function FromFile({ back }: { back: () => void }) {
  const { enter, failed, busy } = useEnter()
  const [file, setFile] = useState<File | null>(null)
  const [login, setLogin] = useState('')
  const [password, setPassword] = useState('')
  const send = () =>
    void enter(async () => {
      if (file)
        await api.postBlob(
          '/api/installation/file',
          new Blob([`${JSON.stringify({ login, password })}\n`, file], {
            type: 'application/x-ndjson',
          }),
        )
    })
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        send()
      }}
    >
      <Stack gap="md">
        <h1>Begin from a hall's file</h1>
        <p className="s">
          Everything of the hall comes in as it was. The file holds no passwords: name one of its
          coaches and give a new one.
        </p>
        <FileInput
          label="Hall's file"
          placeholder="Choose a file that ends in .jsonl or .json"
          accept=".jsonl,.json,application/json,application/x-ndjson"
          value={file}
          onChange={setFile}
        />
        <TextInput
          label="Sign-in name of a coach in it"
          autoComplete="username"
          value={login}
          onChange={(e) => setLogin(e.currentTarget.value)}
        />
        <PasswordInput
          label="New password"
          description={`${PASSWORD_LEAST} characters or more`}
          autoComplete="new-password"
          value={password}
          onChange={(e) => setPassword(e.currentTarget.value)}
        />
        <p className="said" role="alert">
          {failed}
        </p>
        <Button
          type="submit"
          loading={busy}
          disabled={!file || login === '' || password.length < PASSWORD_LEAST}
        >
          Bring the hall in
        </Button>
        <Anchor component="button" type="button" className="lnk" onClick={back}>
          Make a new hall instead
        </Anchor>
      </Stack>
    </form>
  )
}

function Setup() {
  const [ids] = useState(() => ({ hallId: v7(), accountId: v7() }))
  const form = useForm({
    initialValues: {
      ...ids,
      hallName: '',
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      name: '',
      login: '',
      password: '',
    },
    validate: schemaResolver(setupBody),
  })
  const { enter, failed, busy } = useEnter()
  return (
    <form
      onSubmit={form.onSubmit(
        (v) => void enter(() => api.post('/api/installation', v), form.setErrors),
      )}
    >
      <Stack gap="md">
        <h1>Set up your hall</h1>
        <p className="s">
          This installation is empty. Name the hall and its first coach; everything stays on this
          machine.
        </p>
        <TextInput label="Name of the hall" autoFocus {...form.getInputProps('hallName')} />
        <ZonePick
          label="Time zone"
          {...form.getInputProps('timeZone')}
          value={form.values.timeZone}
        />
        <TextInput label="Your name" autoComplete="name" {...form.getInputProps('name')} />
        <TextInput
          label="Sign-in name"
          description="Small letters and digits"
          autoComplete="username"
          {...form.getInputProps('login')}
        />
        <PasswordInput
          label="Password"
          description={`${PASSWORD_LEAST} characters or more`}
          autoComplete="new-password"
          {...form.getInputProps('password')}
        />
        <p className="said" role="alert">
          {failed}
        </p>
        <Button type="submit" loading={busy}>
          Make the hall
        </Button>
        <p className="note">
          Mano is a planning aid for coaches. It does not diagnose: pain, injury and return to sport
          belong to a licensed clinician, and local rules for minors, venues and events come first.
        </p>
      </Stack>
    </form>
  )
}
