import { Anchor } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useNavigate } from 'react-router'
import { api, failureText } from '../../base/api'
import { keys, useWrite, may } from '../../base/data'
import { Reasoned } from '../../base/Reasoned'
import { Erase } from './Erase'
import { useAthletePage } from '../athlete/AthletePage'

/**
 * An athlete who left is put away: off the roster, nothing erased, brought back from the hall's
 * page. Who was added by mistake and never measured can go for good.
 */
export function PutAway() {
  const { athlete, me } = useAthletePage()
  const navigate = useNavigate()
  const put = (archived: boolean, reason: string) =>
    api.put(`/api/athletes/${athlete.id}/archive`, { archived, reason })
  const touched = [keys.roster, ['squad'], ['archive'], ['athlete']]
  const gone = useWrite(() => api.delete(`/api/athletes/${athlete.id}`), touched)
  if (!may(me, 'coach')) return null
  const unmeasured =
    athlete.measurements.length === 0 &&
    athlete.history.logs.length === 0 &&
    athlete.injuries.length === 0
  return (
    <p className="row">
      <Reasoned
        label="Put away"
        title={`Put ${athlete.name} away?`}
        says={
          `${athlete.name} leaves roster, squad and lists. Everything on record stays, and ` +
          'the hall’s page brings the athlete back.'
        }
        done={`${athlete.name} is put away.`}
        act={(reason) => put(true, reason)}
        undo={() => put(false, '')}
        touched={touched}
        onDone={() => void navigate('/')}
      />
      {unmeasured && (
        <Anchor
          component="button"
          type="button"
          className="lnk"
          disabled={gone.isPending}
          onClick={() =>
            gone.mutate(undefined, {
              onSuccess: () => {
                notifications.show({ message: `${athlete.name} is gone` })
                void navigate('/')
              },
            })
          }
        >
          Added by mistake: remove for good
        </Anchor>
      )}
      <a className="lnk" href={`/api/athletes/${athlete.id}/record`} download>
        Everything on record, JSON
      </a>
      <Erase />
      <span className="said" role="alert">
        {gone.error && failureText(gone.error)}
      </span>
    </p>
  )
}
