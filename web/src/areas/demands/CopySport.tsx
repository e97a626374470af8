import { Button, Checkbox, Modal, SegmentedControl, Stack, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { v7 } from 'uuid'
import { copyAsSource, type DemandProfile } from '@mano/core/demand/profile'
import { api, failureText } from '../../base/api'
import { keys, touchedBy, useWrite } from '../../base/data'
import { submits } from '../../base/afterPaint'
import { useAthletePage } from '../athlete/AthletePage'

/** The profile as it stands, changes and all, as a sport or event of the hall's own. */
export function CopySport({ profile, onClose }: { profile: DemandProfile; onClose: () => void }) {
  const { athlete } = useAthletePage()
  const [ids] = useState(() => ({ sport: v7(), demand: v7() }))
  const [name, setName] = useState('')
  const [kind, setKind] = useState<'sport' | 'event'>('event')
  const [use, setUse] = useState(true)
  const write = useWrite(async () => {
    await api.post('/api/sports', copyAsSource(profile, { id: ids.sport, name: name.trim(), kind }))
    if (use)
      await api.post(`/api/athletes/${athlete.id}/demands`, {
        id: ids.demand,
        sources: [{ id: ids.sport, weight: 1 }],
        edits: [],
        reason: `Own ${kind}: ${name.trim()}`,
      })
  }, [keys.sports, ...touchedBy(athlete.id)])
  return (
    <Modal opened onClose={onClose} title="Copy as an own sport or event">
      <form
        onSubmit={submits(() => {
          write.mutate(undefined, {
            onSuccess: () => {
              notifications.show({ message: `${name.trim()} can be chosen for any athlete now` })
              onClose()
            },
          })
        })}
      >
        <Stack gap="sm">
          <p className="note">
            Keeps weights, emphasis and objects as shown, also those changed by hand.
            {` ${profile.name} itself stays as shipped.`}
          </p>
          <SegmentedControl
            aria-label="Kind"
            data={[
              { value: 'sport', label: 'Sport or goal' },
              { value: 'event', label: 'Event or obstacle list' },
            ]}
            value={kind}
            onChange={(v) => setKind(v)}
          />
          <TextInput
            label="Name"
            data-autofocus
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
          />
          <Checkbox
            label={`Use it for ${athlete.name} from today`}
            checked={use}
            onChange={(e) => setUse(e.currentTarget.checked)}
          />
          <p className="said" role="alert">
            {write.error && failureText(write.error)}
          </p>
          <Button type="submit" disabled={name.trim() === ''} loading={write.isPending}>
            Copy
          </Button>
        </Stack>
      </form>
    </Modal>
  )
}
