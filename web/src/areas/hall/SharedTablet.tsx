import { Button, Modal, PasswordInput, Stack } from '@mantine/core'
import { useState } from 'react'
import { api, failureText } from '../../base/api'
import { useWrite } from '../../base/data'

/** This browser becomes the hall's: whoever is at it enters with a PIN, to test and run sessions. */
export function SharedTablet() {
  const [open, setOpen] = useState(false)
  const [password, setPassword] = useState('')
  const write = useWrite(() => api.post('/api/tablet', { password }), [])
  return (
    <section className="block" aria-labelledby="tablet">
      <h2 id="tablet" className="h3">
        Shared tablet
      </h2>
      <p className="note">
        A tablet everybody touches: who is at it picks their name and types their PIN, may test and
        run sessions and no more, and what they record carries their name. Left for a quarter of an
        hour it asks again.
      </p>
      <Button variant="default" onClick={() => setOpen(true)}>
        Make this browser the hall's tablet
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title="The hall's tablet">
        <form
          onSubmit={(e) => {
            e.preventDefault()
            write.mutate(undefined, { onSuccess: () => window.location.assign('/') })
          }}
        >
          <Stack gap="sm">
            <p>
              Your own sign-in on this browser ends. Everybody who is to use it sets a PIN first, on
              this page, signed in as themselves.
            </p>
            <PasswordInput
              label="Password now"
              data-autofocus
              autoComplete="current-password"
              value={password}
              error={write.error ? failureText(write.error) : undefined}
              onChange={(e) => setPassword(e.currentTarget.value)}
            />
            <Button type="submit" loading={write.isPending} disabled={password === ''}>
              Make it the hall's tablet
            </Button>
          </Stack>
        </form>
      </Modal>
    </section>
  )
}
