import { Anchor } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import type { ArchivedView } from '@mano/contract/athletes'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../base/api'
import { keys, useMe, useWrite } from '../../base/data'
import { useListing } from '../../base/Listing'

const NOBODY: readonly ArchivedView[] = []

/** Athletes who were put away, to be brought back. */
export function Archive() {
  const today = useMe().data?.today ?? ''
  const read = useQuery({
    queryKey: ['archive'],
    queryFn: () => api.get<ArchivedView[]>('/api/archive'),
  })
  const back = useWrite(
    (id: string) => api.put(`/api/athletes/${id}/archive`, { archived: false, reason: '' }),
    [['archive'], keys.roster, ['squad']],
  )
  const list = useListing(read.data ?? NOBODY, {
    what: 'athletes put away',
    says: (a) => `${a.name} ${a.why}`,
    by: { name: (a) => a.name, on: (a) => a.on },
  })
  if (!read.data || read.data.length === 0) return null
  return (
    <section className="block" aria-labelledby="archive">
      <h2 id="archive">Put away</h2>
      {list.find}
      <table className="hall-kit">
        <thead>
          <tr>
            {list.th('name', 'Athlete')}
            {list.th('on', 'Since')}
            <th scope="col">
              <span className="vh">Bring back</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {list.rows.map((a) => (
            <tr key={a.id}>
              <th scope="row">{a.name}</th>
              <td>
                {formatDate(a.on, today)}: {a.why}
              </td>
              <td>
                <Anchor
                  component="button"
                  type="button"
                  className="lnk"
                  disabled={back.isPending}
                  onClick={() => back.mutate(a.id)}
                >
                  Bring {a.name} back
                </Anchor>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {list.foot}
      <p className="said" role="alert">
        {back.error && failureText(back.error)}
      </p>
    </section>
  )
}
