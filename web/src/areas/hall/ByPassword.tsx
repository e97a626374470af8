import { Button, PasswordInput, Stack } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import { submits } from '../../base/afterPaint'
import { failureText } from '../../base/api'

/** An act on one's own sign-in that asks for the password first. */
export function ByPassword({
  label,
  act,
  busy,
  error,
  children,
}: {
  label: string
  act: (password: string) => void
  busy: boolean
  error: Error | null
  children?: ReactNode
}) {
  const [password, setPassword] = useState('')
  return (
    <form
      onSubmit={submits(() => {
        act(password)
      })}
    >
      <Stack gap="sm">
        {children}
        <PasswordInput
          label="Password now"
          data-autofocus
          autoComplete="current-password"
          value={password}
          error={error ? failureText(error) : undefined}
          onChange={(e) => setPassword(e.currentTarget.value)}
        />
        <Button type="submit" loading={busy} disabled={password === ''}>
          {label}
        </Button>
      </Stack>
    </form>
  )
}
