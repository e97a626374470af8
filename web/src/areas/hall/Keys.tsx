import { Button, Modal, PasswordInput, Stack, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Me } from '@mano/contract/accounts'
import { pinProblem, type KeysView } from '@mano/contract/keys'
import { formatDate, localDateOf } from '@mano/core/units/dates'
import { api, ApiProblem, failureText } from '../../base/api'
import { may, useWrite } from '../../base/data'
import { ByPassword } from './ByPassword'
import { submits } from '../../base/afterPaint'
import { Begin } from './Codes'

export const KEYS = ['own-keys']

/** What asks for more than the password, or for less: codes, and the PIN on a shared tablet. */
export function Keys({ me }: { me: Me }) {
  const read = useQuery({ queryKey: KEYS, queryFn: () => api.get<KeysView>('/api/me/keys') })
  const [open, setOpen] = useState<'pin' | 'noPin' | 'codes' | 'end' | null>(null)
  const close = () => setOpen(null)
  const k = read.data
  if (!k) return null
  return (
    <div className="block">
      <h2 className="h3">Codes and PIN</h2>
      <p>
        {k.codesSince
          ? 'Signing in asks for a code of your app since ' +
            `${formatDate(localDateOf(new Date(k.codesSince), me.hall.timeZone), me.today)}. ` +
            `${k.recoveryLeft} recovery codes are left.`
          : 'Signing in asks for your password alone.'}
      </p>
      <p className="row">
        {k.codesSince ? (
          <Button variant="default" onClick={() => setOpen('end')}>
            End codes
          </Button>
        ) : (
          <Button variant="default" onClick={() => setOpen('codes')}>
            Ask for a code too
          </Button>
        )}
      </p>
      {may(me, 'test') && (
        <>
          <p>
            {k.pin
              ? "You enter at the hall's shared tablet with your PIN."
              : "A PIN lets you enter at the hall's shared tablet, to test and to run sessions."}
          </p>
          <p className="row">
            <Button variant="default" onClick={() => setOpen('pin')}>
              {k.pin ? 'Change the PIN' : 'Set a PIN'}
            </Button>
            {k.pin && (
              <Button variant="default" onClick={() => setOpen('noPin')}>
                Remove the PIN
              </Button>
            )}
          </p>
        </>
      )}
      <Modal opened={open === 'codes'} onClose={close} title="A code beside the password">
        {open === 'codes' && <Begin onDone={close} />}
      </Modal>
      <Modal opened={open === 'end'} onClose={close} title="End codes?">
        <End
          act={(password) => api.post('/api/me/codes/end', { password })}
          label="End codes"
          done="Signing in asks for your password alone."
          onDone={close}
        />
      </Modal>
      <Modal opened={open === 'noPin'} onClose={close} title="Remove the PIN?">
        <End
          act={(password) => api.put('/api/me/pin', { password, pin: null })}
          label="Remove the PIN"
          done="You have no PIN any more."
          onDone={close}
        />
      </Modal>
      <Modal opened={open === 'pin'} onClose={close} title="Your PIN">
        <NewPin onDone={close} />
      </Modal>
    </div>
  )
}

/** Ends something of one's own sign-in. */
function End({
  act,
  label,
  done,
  onDone,
}: {
  act: (password: string) => Promise<unknown>
  label: string
  done: string
  onDone: () => void
}) {
  const write = useWrite(act, [KEYS])
  const end = (password: string) =>
    write.mutate(password, {
      onSuccess: () => {
        notifications.show({ message: done })
        onDone()
      },
    })
  return <ByPassword label={label} act={end} busy={write.isPending} error={write.error} />
}

function NewPin({ onDone }: { onDone: () => void }) {
  const [pin, setPin] = useState('')
  const [password, setPassword] = useState('')
  const write = useWrite(
    (b: { pin: string; password: string }) => api.put('/api/me/pin', b),
    [KEYS],
  )
  const wrong = write.error instanceof ApiProblem ? write.error.fieldErrors() : {}
  const problem = pin === '' ? null : pinProblem(pin)
  return (
    <form
      onSubmit={submits(() => {
        write.mutate(
          { pin, password },
          {
            onSuccess: () => {
              notifications.show({ message: 'Your PIN is set.' })
              onDone()
            },
          },
        )
      })}
    >
      <Stack gap="sm">
        <TextInput
          label="PIN"
          description="4 to 8 digits, no run such as 1234"
          data-autofocus
          inputMode="numeric"
          autoComplete="off"
          value={pin}
          error={wrong['pin'] ?? (pin.length >= 4 ? problem : null)}
          onChange={(e) => setPin(e.currentTarget.value.trim())}
        />
        <PasswordInput
          label="Password now"
          autoComplete="current-password"
          value={password}
          error={wrong['password']}
          onChange={(e) => setPassword(e.currentTarget.value)}
        />
        <p className="said" role="alert">
          {write.error && Object.keys(wrong).length === 0 ? failureText(write.error) : ''}
        </p>
        <Button
          type="submit"
          loading={write.isPending}
          disabled={pin === '' || problem !== null || password === ''}
        >
          Set the PIN
        </Button>
      </Stack>
    </form>
  )
}
