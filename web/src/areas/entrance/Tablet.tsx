import { Anchor, UnstyledButton } from '@mantine/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type { TabletView } from '@mano/contract/keys'
import { api, failureText } from '../../base/api'
import { keys } from '../../base/data'
import { leaveNothing } from '../../base/kept'
import { useOutbox } from '../../base/outbox'
import { Failed } from '../../base/Trouble'
import { isAmong } from '@mano/core/units/among'

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'Back', '0', 'Enter'] as const
const LEAST = 4
const MOST = 8

/** The hall's tablet with nobody at it: a name, then a PIN. */
export function Tablet() {
  const read = useQuery({
    queryKey: ['tablet'],
    queryFn: () => api.get<TabletView>('/api/tablet'),
  })
  const [who, setWho] = useState<TabletView['people'][number] | null>(null)
  const waiting = useOutbox((s) => s.waiting.length)
  const end = async () => {
    await api.post('/api/tablet/end')
    await leaveNothing().catch(() => undefined)
    window.location.assign('/')
  }
  if (read.error) return <Failed error={read.error} retry={() => void read.refetch()} />
  if (!read.data) return null
  if (who) return <Pin who={who} back={() => setWho(null)} />
  return (
    <>
      <h1>{read.data.hall}</h1>
      <p className="s">Who is at the tablet?</p>
      <ul className="tablet-people">
        {read.data.people.map((p) => (
          <li key={p.id}>
            <UnstyledButton className="tablet-who" onClick={() => setWho(p)}>
              {p.name}
            </UnstyledButton>
          </li>
        ))}
      </ul>
      {read.data.people.length === 0 && (
        <p className="blank">
          Nobody has a PIN yet. Each sets their own on the Hall page, signed in on another device.
        </p>
      )}
      {waiting > 0 && (
        <p className="note">
          {waiting === 1 ? 'One entry waits' : `${waiting} entries wait`} here and is sent, under
          the name of who made it, when somebody enters.
        </p>
      )}
      <Anchor component="button" type="button" className="lnk" onClick={() => void end()}>
        This is no shared tablet any more: sign in with a password
      </Anchor>
    </>
  )
}

function Pin({ who, back }: { who: TabletView['people'][number]; back: () => void }) {
  const client = useQueryClient()
  const [pin, setPin] = useState('')
  const [said, setSaid] = useState('')
  const [busy, setBusy] = useState(false)
  const enter = async () => {
    setBusy(true)
    try {
      await api.post('/api/tablet/enter', { accountId: who.id, pin })
      client.removeQueries({ predicate: (q) => q.queryKey[0] !== 'me' })
      await client.invalidateQueries({ queryKey: keys.me })
    } catch (error) {
      setSaid(failureText(error))
      setPin('')
    } finally {
      setBusy(false)
    }
  }
  const press = (key: string) => {
    if (key === 'Enter') return pin.length >= LEAST && !busy && void enter()
    setSaid('')
    setPin((p) => (key === 'Back' ? p.slice(0, -1) : (p + key).slice(0, MOST)))
  }
  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      const key = e.key === 'Backspace' ? 'Back' : e.key
      if (key === 'Escape') back()
      else if (isAmong(DIGITS, key)) {
        // A digit button that has the focus would be pressed as well.
        e.preventDefault()
        press(key)
      }
    }
    window.addEventListener('keydown', heard)
    return () => window.removeEventListener('keydown', heard)
  })
  return (
    <>
      <h1>{who.name}</h1>
      <output className="tablet-pin" aria-label="Digits typed">
        {'●'.repeat(pin.length) || 'PIN'}
      </output>
      <p className="said" role="alert">
        {said}
      </p>
      <div className="tablet-keys" role="group" aria-label="PIN">
        {DIGITS.map((d) => (
          <UnstyledButton
            key={d}
            className="tablet-key"
            disabled={d === 'Enter' && (pin.length < LEAST || busy)}
            onClick={() => press(d)}
          >
            {d}
          </UnstyledButton>
        ))}
      </div>
      <Anchor component="button" type="button" className="lnk" onClick={back}>
        Somebody else
      </Anchor>
    </>
  )
}
