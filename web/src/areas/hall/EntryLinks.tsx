import { Anchor, Button, Modal, Stack, TextInput } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { EntryLink, Person } from '@mano/contract/accounts'
import { roleOf, type Role } from '@mano/contract/roles'
import { useCalm } from '../../base/calm'
import { api, failureText } from '../../base/api'
import { useWrite } from '../../base/data'
import { newToken } from '../../base/token'
import { submits } from '../../base/afterPaint'
import { RolePick } from './RolePick'

const KEY = ['entry-links']
const until = (instant: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(instant))

interface Asked {
  role: Role
  name: string
  accountId: string | null
}

/** Makes a link that works once; its address is shown once and kept nowhere. */
function useEntryLink() {
  const [address, setAddress] = useState('')
  const write = useWrite(
    async (b: Asked) => {
      const token = newToken()
      await api.post('/api/entry-links', { id: v7(), token, ...b })
      return `${location.origin}/enter#${token}`
    },
    [KEY],
  )
  return {
    address,
    clear: () => setAddress(''),
    make: (b: Asked) => write.mutate(b, { onSuccess: setAddress }),
    busy: write.isPending,
    error: write.error,
  }
}

function Address({ of, address }: { of: string; address: string }) {
  return (
    <Stack gap="sm">
      <p>Give this to {of}. It works once, for three days, and is not shown again.</p>
      <TextInput
        aria-label="Address"
        readOnly
        value={address}
        onFocus={(e) => e.currentTarget.select()}
      />
      <Button onClick={() => void navigator.clipboard?.writeText(address)}>Copy it</Button>
    </Stack>
  )
}

/** Somebody new brings their own name and password; open links can be taken back. */
export function Invite() {
  const [open, setOpen] = useCalm(false)
  const [name, setName] = useState('')
  const [role, setRole] = useState<Role>('assistant')
  const link = useEntryLink()
  const links = useQuery({
    queryKey: KEY,
    queryFn: () => api.get<EntryLink[]>('/api/entry-links'),
  })
  const revoke = useWrite((id: string) => api.post(`/api/entry-links/${id}/revoke`), [KEY])
  return (
    <div className="block">
      <h2 className="h3">Invite by a link</h2>
      <p className="note">Who gets it chooses the sign-in name and the password.</p>
      {(links.data ?? []).map((l) => (
        <p key={l.id} className="row">
          <span className="s">
            {l.role === null
              ? `New password for ${l.name}`
              : `${roleOf(l.role).name}, ${l.name || 'no name'}`}
            , until {until(l.expiresAt)}
          </span>
          <Anchor
            component="button"
            type="button"
            className="lnk"
            disabled={revoke.isPending}
            onClick={() => revoke.mutate(l.id)}
          >
            Take back
          </Anchor>
        </p>
      ))}
      <Button variant="default" onClick={() => setOpen(true)}>
        Make a link
      </Button>
      <Modal
        opened={open}
        onClose={() => {
          setOpen(false)
          setName('')
          link.clear()
        }}
        title="A link into the hall"
      >
        {link.address ? (
          <Address of={name || 'them'} address={link.address} />
        ) : (
          <form
            onSubmit={submits(() => {
              link.make({ role, name: name.trim(), accountId: null })
            })}
          >
            <Stack gap="sm">
              <RolePick label="Role of the link" role={role} onRole={setRole} />
              <TextInput
                label="For"
                description="Their name; they can change it"
                value={name}
                onChange={(e) => setName(e.currentTarget.value)}
              />
              <p className="said" role="alert">
                {link.error && failureText(link.error)}
              </p>
              <Button type="submit" loading={link.busy}>
                Make the link
              </Button>
            </Stack>
          </form>
        )}
      </Modal>
    </div>
  )
}

/** A coach who forgot sets a new password by a link; nobody else ever knows it. */
export function ResetLink({ person }: { person: Person }) {
  const [open, setOpen] = useCalm(false)
  const link = useEntryLink()
  return (
    <>
      <Anchor component="button" type="button" className="lnk" onClick={() => setOpen(true)}>
        Link for a new password
      </Anchor>
      <Modal
        opened={open}
        onClose={() => {
          setOpen(false)
          link.clear()
        }}
        title={`A new password for ${person.name}`}
      >
        {link.address ? (
          <Address of={person.name} address={link.address} />
        ) : (
          <Stack gap="sm">
            <p>
              {person.name} sets it by a link that works once. The old one holds until then. Sign-in
              codes end with it.
            </p>
            <p className="said" role="alert">
              {link.error && failureText(link.error)}
            </p>
            <Button
              loading={link.busy}
              onClick={() => link.make({ role: person.role, name: '', accountId: person.id })}
            >
              Make the link
            </Button>
          </Stack>
        )}
      </Modal>
    </>
  )
}
