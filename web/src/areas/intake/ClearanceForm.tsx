import { submits } from '../../base/afterPaint'
import { Button, Stack, Textarea, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { schemaResolver, useForm } from '@mantine/form'
import { useState } from 'react'
import { v7 } from 'uuid'
import { clearanceBody, type ClearanceBody, type ClearanceView } from '@mano/contract/safety'
import { ALLOWED } from '@mano/core/catalogue/cautionTypes'
import { formatDate } from '@mano/core/units/dates'
import { rowOf } from '@mano/core/units/row'
import { api, ApiProblem, failureText } from '../../base/api'
import { TakeBack } from '../../base/TakeBack'
import { touchedBy, may } from '../../base/data'
import { takeBack, useUndoable } from '../../base/undo'
import { useAthletePage } from '../athlete/AthletePage'
import { DayInput } from '../../base/DayInput'

export type ClearanceOf = Pick<ClearanceBody, 'injuryId' | 'observationId' | 'healthId' | 'pain'>

/** Who cleared what, when, how far and until when, in one line. */
export const clearanceWords = (c: ClearanceView, today: string): string =>
  `cleared by ${c.by}${c.profession ? `, ${c.profession}` : ''}, ` +
  `${formatDate(c.on, today)}: ` +
  `${rowOf(ALLOWED, c.allows).name.toLowerCase()}` +
  `${c.until ? ` until ${formatDate(c.until, today)}` : ''}`

/** What a licensed clinician said: who, when, what is allowed, until when, how it came. */
/** One that was recorded by mistake opens what must stay closed. */
export function TakeBackClearance({ clearance: c }: { clearance: ClearanceView }) {
  const { athlete, me } = useAthletePage()
  if (!may(me, 'coach')) return null
  return (
    <TakeBack
      kind="clearance"
      rowId={c.id}
      what={`the clearance by ${c.by}`}
      says="What it opened is closed again from now on. What was done meanwhile stays on record."
      touched={touchedBy(athlete.id)}
    />
  )
}

export function ClearanceForm({ of, onDone }: { of: ClearanceOf; onDone: () => void }) {
  const { athlete, me } = useAthletePage()
  const [id] = useState(() => v7())
  const form = useForm<ClearanceBody>({
    initialValues: {
      id,
      ...of,
      clearedBy: '',
      profession: '',
      clearedOn: me.today,
      allows: 'light',
      until: null,
      received: '',
      note: '',
    },
    validate: schemaResolver(clearanceBody) as never,
  })
  const write = useUndoable(
    (b: ClearanceBody) => api.post(`/api/athletes/${athlete.id}/clearances`, b),
    touchedBy(athlete.id),
    {
      did: (b) => `Clearance by ${b.clearedBy} recorded.`,
      undo: (b) => takeBack('clearance', b.id),
    },
  )
  return (
    <form
      noValidate
      onSubmit={submits(
        form.onSubmit((b) =>
          write.mutate(b, {
            onSuccess: onDone,
            onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()),
          }),
        ),
      )}
    >
      <Stack gap="sm">
        <p className="note">
          Only what a licensed clinician has said. “The athlete says so” is not a clearance.
        </p>
        <TextInput
          label="Cleared by"
          placeholder="Name of the clinician"
          data-autofocus
          {...form.getInputProps('clearedBy')}
        />
        <TextInput
          label="Profession"
          placeholder="Physician, physiotherapist, hand therapist"
          {...form.getInputProps('profession')}
        />
        <DayInput
          label="Cleared on"
          maxDate={me.today}
          {...form.getInputProps('clearedOn')}
          value={form.values.clearedOn}
          onChange={(d) => form.setFieldValue('clearedOn', d ?? '')}
        />
        <Select
          label="What is allowed"
          allowDeselect={false}
          data={ALLOWED.map((a) => ({ value: a.id, label: a.name }))}
          {...form.getInputProps('allows')}
        />
        <DayInput
          label="Until"
          mayBeEmpty
          description="Empty: no end given"
          {...form.getInputProps('until')}
          value={form.values.until}
          onChange={(d) => form.setFieldValue('until', d)}
        />
        <TextInput
          label="How it was received"
          placeholder="Letter, call with the clinic, in person"
          {...form.getInputProps('received')}
        />
        <Textarea label="Note" autosize minRows={2} {...form.getInputProps('note')} />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button type="submit" loading={write.isPending}>
          Record
        </Button>
      </Stack>
    </form>
  )
}
