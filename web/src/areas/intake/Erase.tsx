import { Anchor, Button, Modal, Stack, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useCalm } from '../../base/calm'
import { api, formText } from '../../base/api'
import { keys, useWrite } from '../../base/data'
import { submits } from '../../base/afterPaint'
import { useAthletePage } from '../athlete/AthletePage'

/**
 * Who an athlete is goes for good: said what goes and what stays, and the name written out first.
 */
export function Erase() {
  const { athlete } = useAthletePage()
  const navigate = useNavigate()
  const [open, setOpen] = useCalm(false)
  const [name, setName] = useState('')
  const same = name.trim().toLowerCase() === athlete.name.trim().toLowerCase()
  const erase = useWrite(
    () => api.post(`/api/athletes/${athlete.id}/erase`, { name: name.trim() }),
    [keys.roster, ['squad'], ['archive']],
  )
  return (
    <>
      <Anchor component="button" type="button" className="lnk" onClick={() => setOpen(true)}>
        Erase for good …
      </Anchor>
      <Modal
        opened={open}
        onClose={() => setOpen(false)}
        title={`Erase ${athlete.name} for good?`}
        size="md"
      >
        <form
          onSubmit={submits(() => {
            if (same)
              erase.mutate(undefined, {
                onSuccess: () => {
                  notifications.show({ message: `${athlete.name} is erased` })
                  void navigate('/')
                },
              })
          })}
        >
          <Stack gap="sm">
            <p>
              Name, birth date, health answers, injuries, pain, plans, sets, notes, pictures and
              links go. Nothing brings them back but a back-up, and those are yours to delete.
            </p>
            <p className="s">
              Results of tests stay without a name, with the year of birth, sex and sport: the error
              of a test and the squad’s figures rest on them. Names that stand in the words of
              somebody else’s notes are not found.
            </p>
            <p className="s">
              Take the record out first if the athlete wants it:{' '}
              <a className="lnk" href={`/api/athletes/${athlete.id}/record`} download>
                everything, JSON
              </a>
              .
            </p>
            <TextInput
              label={`Write ${athlete.name} to erase`}
              data-autofocus
              autoComplete="off"
              value={name}
              onChange={(e) => setName(e.currentTarget.value)}
            />
            <p className="said" role="alert">
              {formText(erase.error)}
            </p>
            <div className="row">
              <Button type="submit" disabled={!same} loading={erase.isPending}>
                Erase for good
              </Button>
              <Button variant="default" type="button" onClick={() => setOpen(false)}>
                Cancel
              </Button>
            </div>
          </Stack>
        </form>
      </Modal>
    </>
  )
}
