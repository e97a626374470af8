import { Button, Group, Menu, Modal, Stack, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { NavLink } from 'react-router'
import type { Me } from '@mano/contract/accounts'
import { api } from '../base/api'
import { isUnsaved, leaveNothing } from '../base/kept'
import { useOutbox } from '../base/outbox'
import { chooseUnits, useUnits } from '../base/units'

/** Who is here, in which units they read, and how they leave. */
export function AccountMenu({ me }: { me: Me }) {
  const units = useUnits()
  const waits = useOutbox((s) => s.waiting.length + s.stuck.length)
  const [asks, setAsks] = useState(false)
  const unsaved = asks && isUnsaved()
  const signOut = async () => {
    await api.delete('/api/session')
    useUnits.setState({ sent: true })
    await leaveNothing().catch(() => undefined)
    // A fresh start: nothing of this hall stays in memory.
    window.location.assign('/')
  }
  // The tablet is the hall's: the next one goes on with what is under way.
  const lock = async () => {
    await api.post('/api/tablet/lock')
    useUnits.setState({ sent: true })
    window.location.assign('/')
  }
  return (
    <>
      <Menu position="bottom-end" withinPortal={false} width={210}>
        <Menu.Target>
          <UnstyledButton className="who">
            {me.hall.name} · {me.name}
          </UnstyledButton>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Label>Units</Menu.Label>
          <Menu.Item
            closeMenuOnClick={false}
            onClick={() => chooseUnits({ mass: units.mass === 'kg' ? 'lb' : 'kg' })}
          >
            Mass and force: <b>{units.mass}</b>
          </Menu.Item>
          <Menu.Item
            closeMenuOnClick={false}
            onClick={() => chooseUnits({ length: units.length === 'mm' ? 'in' : 'mm' })}
          >
            Lengths: <b>{units.length}</b>
          </Menu.Item>
          <Menu.Divider />
          <Menu.Item component={NavLink} to="/help">
            Help <kbd>?</kbd>
          </Menu.Item>
          {me.tablet ? (
            <Menu.Item onClick={() => void lock()}>Lock the tablet</Menu.Item>
          ) : (
            <Menu.Item
              onClick={() => {
                if (waits > 0 || isUnsaved()) setAsks(true)
                else void signOut()
              }}
            >
              Sign out
            </Menu.Item>
          )}
        </Menu.Dropdown>
      </Menu>
      <Modal opened={asks} onClose={() => setAsks(false)} title="Sign out?">
        <Stack gap="sm">
          {waits > 0 && (
            <p>
              {waits === 1
                ? 'One entry was not sent yet. It stays'
                : `${waits} entries were not sent yet. They stay`}{' '}
              on this device until somebody signs in here and the server answers.
            </p>
          )}
          {unsaved && (
            <p>Something typed here is not saved, such as a changed week: it is removed.</p>
          )}
          <p>Nothing else of the athletes stays on this device.</p>
          <Group>
            <Button onClick={() => setAsks(false)}>Stay</Button>
            <Button variant="default" onClick={() => void signOut()}>
              Sign out
            </Button>
          </Group>
        </Stack>
      </Modal>
    </>
  )
}
