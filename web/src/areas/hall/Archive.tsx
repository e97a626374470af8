import { Anchor } from '@mantine/core'
import { useQuery } from '@tanstack/react-query'
import type { ArchivedView } from '@mano/contract/athletes'
import { formatDate } from '@mano/core/units/dates'
import { api, failureText } from '../../base/api'
import { keys, useMe, useWrite } from '../../base/data'

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
  if (!read.data || read.data.length === 0) return null
  return (
    <section className="block" aria-labelledby="archive">
      <h2 id="archive">Put away</h2>
      <table className="hall-kit">
        <tbody>
          {read.data.map((a) => (
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
      <p className="said" role="alert">
        {back.error && failureText(back.error)}
      </p>
    </section>
  )
}
