import { Button, Modal } from '@mantine/core'
import { useState } from 'react'
import { api } from '../../base/api'
import { useWrite } from '../../base/data'
import { ByPassword } from './ByPassword'

/**
 * This browser becomes the hall's: whoever is at it enters with a PIN, to test and run sessions.
 */
export function SharedTablet() {
  const [open, setOpen] = useState(false)
  const write = useWrite((password: string) => api.post('/api/tablet', { password }), [])
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
        <ByPassword
          label="Make it the hall's tablet"
          act={(password) =>
            write.mutate(password, { onSuccess: () => window.location.assign('/') })
          }
          busy={write.isPending}
          error={write.error}
        >
          <p>
            Your own sign-in on this browser ends. Everybody who is to use it sets a PIN first, on
            this page, signed in as themselves.
          </p>
        </ByPassword>
      </Modal>
    </section>
  )
}
