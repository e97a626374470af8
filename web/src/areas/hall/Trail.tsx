import { Button } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { TRAIL_MOST, type TrailView } from '@mano/contract/retention'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../base/api'
import { useListing } from '../../base/Listing'

const NOTHING: readonly TrailView[] = []

/** Who saw and who changed health answers, injuries and clearances, newest first. */
export function Trail({ today }: { today: string }) {
  const [open, setOpen] = useState(false)
  const read = useQuery({
    queryKey: ['health-trail'],
    queryFn: () => api.get<TrailView[]>('/api/health-trail'),
    enabled: open,
  })
  const list = useListing(read.data ?? NOTHING, {
    what: 'acts',
    says: (t) => `${t.by} ${t.athlete} ${t.did} ${t.what}`,
    by: {
      on: (t) => t.on,
      by: (t) => t.by,
      what: (t) => `${t.did} ${t.what}`,
      athlete: (t) => t.athlete,
    },
  })
  return (
    <section className="block" aria-labelledby="trail">
      <h2 id="trail" className="h3">
        Who saw and changed health records
      </h2>
      {!open && (
        <Button variant="default" onClick={() => setOpen(true)}>
          Show
        </Button>
      )}
      {read.error && <p className="said">{failureText(read.error)}</p>}
      {read.data?.length === 0 && <p className="blank">Nobody has yet.</p>}
      {read.data && read.data.length > 0 && (
        <>
          {list.find}
          <table className="hall-kit">
            <thead>
              <tr>
                {list.th('on', 'Day')}
                {list.th('by', 'Who')}
                {list.th('what', 'What')}
                {list.th('athlete', 'Of')}
              </tr>
            </thead>
            <tbody>
              {list.rows.map((t, i) => (
                <tr key={i}>
                  <td>{formatDate(t.on, today)}</td>
                  <th scope="row">{t.by}</th>
                  <td>
                    {t.did} {t.what}
                  </td>
                  <td>{t.athlete}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {list.foot}
          {read.data.length === TRAIL_MOST && (
            <p className="note">The newest {TRAIL_MOST} are shown.</p>
          )}
        </>
      )}
    </section>
  )
}
