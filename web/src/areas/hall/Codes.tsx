import { Button, List, Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import { encode } from 'uqr'
import type { CodesBegun, RecoveryCodes } from '@mano/contract/keys'
import { api, failureText } from '../../base/api'
import { useWrite } from '../../base/data'
import { submits } from '../../base/afterPaint'
import { ByPassword } from './ByPassword'

/** Codes are begun in three steps: the password, one code of the app, the recovery codes. */
export function Begin({ onDone }: { onDone: () => void }) {
  const [code, setCode] = useState('')
  const begin = useWrite((b: object) => api.post<CodesBegun>('/api/me/codes', b), [])
  const hold = useWrite((b: object) => api.put<RecoveryCodes>('/api/me/codes', b), [['own-keys']])
  if (hold.data)
    return (
      <Stack gap="sm">
        <p>
          From now on signing in asks for a code. If the app is lost, each of these helps once.
          Write them down; they are not shown again.
        </p>
        <List listStyleType="none" className="codes">
          {hold.data.codes.map((c) => (
            <List.Item key={c}>
              <code>{c}</code>
            </List.Item>
          ))}
        </List>
        <Button onClick={onDone}>I have them</Button>
      </Stack>
    )
  if (begin.data)
    return (
      <form
        onSubmit={submits(() => {
          hold.mutate({ code })
        })}
      >
        <Stack gap="sm">
          <p>Read this with an app that shows sign-in codes, or type the letters into it.</p>
          <Square text={begin.data.address} />
          <p className="codes">
            <code>{begin.data.secret.replace(/(.{4})/g, '$1 ').trim()}</code>
          </p>
          <TextInput
            label="The code it shows now"
            inputMode="numeric"
            autoComplete="one-time-code"
            data-autofocus
            value={code}
            error={hold.error ? failureText(hold.error) : undefined}
            onChange={(e) => setCode(e.currentTarget.value)}
          />
          <Button type="submit" loading={hold.isPending} disabled={code.trim() === ''}>
            Ask for codes from now on
          </Button>
        </Stack>
      </form>
    )
  return (
    <ByPassword
      label="Begin"
      act={(password) => begin.mutate({ password })}
      busy={begin.isPending}
      error={begin.error}
    >
      <p>
        Beside your password, an app on your phone shows six digits that change every half minute.
      </p>
    </ByPassword>
  )
}

/** An address as a square of dots that a phone reads. */
function Square({ text }: { text: string }) {
  const { data, size } = encode(text, { border: 3 })
  const d = data
    .flatMap((row, y) => row.flatMap((on, x) => (on ? [`M${x} ${y}h1v1h-1z`] : [])))
    .join('')
  return (
    <svg
      className="codes-square"
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label="The secret as dots"
    >
      <rect width={size} height={size} fill="#fff" />
      <path d={d} fill="#000" />
    </svg>
  )
}
