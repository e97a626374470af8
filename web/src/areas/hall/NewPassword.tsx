import { Button, Modal, PasswordInput, UnstyledButton } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { PASSWORD_LEAST, type Person } from '@mano/contract/accounts'
import { passwordProblem } from '@mano/contract/passwords'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { submits } from '../../base/afterPaint'
import { useWrite } from '../../base/data'

/**
 * An assistant who forgot, or whose hall came in from a file, gets a new password from the coach.
 */
export function NewPassword({ person }: { person: Person }) {
  const [open, setOpen] = useCalm(false)
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
  const problem =
    password.length < PASSWORD_LEAST ? '' : passwordProblem(password, [person.login, person.name])
  return (
    <>
      <UnstyledButton className="lnk" onClick={() => setOpen(true)}>
        New password
      </UnstyledButton>
      <Modal opened={open} onClose={close} title={`A new password for ${person.name}`}>
        <form
          onSubmit={submits(() => {
            if (problem === null)
              write.mutate(password, {
                onSuccess: () => {
                  close()
                  notifications.show({
                    message: `${person.name} signs in with the new password now`,
                  })
                },
              })
          })}
        >
          <PasswordInput
            label="Password"
            description={
              `${PASSWORD_LEAST} characters or more. It signs ${person.name} out ` + 'everywhere.'
            }
            autoComplete="new-password"
            value={password}
            error={problem === '' ? undefined : problem}
            onChange={(e) => setPassword(e.currentTarget.value)}
          />
          <p className="said" role="alert">
            {write.error && failureText(write.error)}
          </p>
          <Button type="submit" disabled={problem !== null} loading={write.isPending}>
            Set it
          </Button>
        </form>
      </Modal>
    </>
  )
}
