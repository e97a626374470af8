import { Button, Checkbox, Input } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { LinkView } from '@mano/contract/plan'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../base/api'
import { useWrite } from '../../base/data'
import { newToken } from '../../base/token'
import { Choice } from '../../base/Choice'
import { useAthletePage } from '../athlete/AthletePage'

const DAYS = [7, 30, 90] as const
/** The athlete's own link: shown once, taken back at any time. */
export function Links() {
  const { athlete, me } = useAthletePage()
  const key = ['links', athlete.id]
  const links = useQuery({
    queryKey: key,
    queryFn: () => api.get<LinkView[]>(`/api/athletes/${athlete.id}/links`),
  })
  const [days, setDays] = useState<number>(30)
  const [looks, setLooks] = useState(false)
  const [made, setMade] = useState('')
  const make = useWrite(
    (b: { id: string; days: number; token: string; looks: boolean }) =>
      api.post(`/api/athletes/${athlete.id}/links`, b),
    [key],
  )
  const revoke = useWrite(
    (id: string) => api.post(`/api/athletes/${athlete.id}/links/${id}/revoke`),
    [key],
  )
  const live = (links.data ?? []).filter((l) => !l.revoked && l.expiresOn >= me.today)
  return (
    <div className="block fl-links">
      <h2 className="h3">A link to {athlete.name}'s sessions</h2>
      <p className="note">
        Shows only these sessions, on a phone. The athlete's own takes the sets; one for a parent or
        a physiotherapist only looks.
      </p>
      {live.map((l) => (
        <p key={l.id} className="row">
          <span className="s">
            {l.looks ? 'only looks' : "the athlete's own"}, until{' '}
            {formatDate(l.expiresOn, me.today)}, made {formatDate(l.madeOn, me.today)} by {l.by}
          </span>
          <Button variant="default" size="xs" onClick={() => revoke.mutate(l.id)}>
            Take back
          </Button>
        </p>
      ))}
      <p className="row">
        <Choice
          label="Valid for"
          value={days}
          onChange={setDays}
          data={DAYS.map((d) => ({ value: d, label: `${d} days` }))}
        />
        <Checkbox
          label="Only looks"
          checked={looks}
          onChange={(e) => setLooks(e.currentTarget.checked)}
        />
        <Button
          variant="default"
          size="xs"
          disabled={make.isPending}
          onClick={() => {
            const token = newToken()
            make.mutate(
              { id: v7(), days, token, looks },
              { onSuccess: () => setMade(`${location.origin}/my#${token}`) },
            )
          }}
        >
          Make a link
        </Button>
      </p>
      {made && (
        <p>
          <label className="fl-made">
            Copy it now: it is not shown again
            <Input readOnly value={made} onFocus={(e) => e.currentTarget.select()} />
          </label>
        </p>
      )}
      <p className="said" role="alert">
        {(make.error ?? revoke.error) ? failureText(make.error ?? revoke.error) : ''}
      </p>
    </div>
  )
}
