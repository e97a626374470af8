import { submits } from '../../base/afterPaint'
import { Anchor, Button, Modal, Stack, TextInput, Textarea } from '@mantine/core'
import { Select } from '../../base/Select'
import { schemaResolver, useForm } from '@mantine/form'
import { useState } from 'react'
import { v7 } from 'uuid'
import {
  injuryBody,
  type InjuryBody,
  type InjuryView,
  type SymptomView,
} from '@mano/contract/athletes'
import { NOT_A_DIAGNOSIS, SYMPTOMS } from '@mano/core/catalogue/cautions'
import type { InjuryStatus } from '@mano/core/catalogue/cautionTypes'
import { INJURY_SITES } from '@mano/core/catalogue/tissues'
import { injurySiteName } from '@mano/core/intake/record'
import { needsClearance } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import type { ActiveCaution } from '@mano/core/safety/triggers'
import { waitsForClinician } from '@mano/core/safety/standing'
import { formatDate } from '@mano/core/units/dates'
import { useCalm } from '../../base/calm'
import { Term } from '../../base/Term'
import { api, ApiProblem, failureText } from '../../base/api'
import { touchedBy, useWrite, may } from '../../base/data'
import { Chip, HandLetter } from '../../drawn/marks'
import { Reasoned } from '../../base/Reasoned'
import { useAthletePage } from '../athlete/AthletePage'
import { clearanceWords, ClearanceForm, TakeBackClearance, type ClearanceOf } from './ClearanceForm'
import { DayInput } from '../../base/DayInput'
import { must } from '@mano/core/units/must'

const STATUSES: { value: InjuryStatus; label: string }[] = [
  { value: 'active', label: 'Active' },
  { value: 'settling', label: 'Settling' },
  { value: 'settled', label: 'Settled' },
]
const SIDES = [
  { value: 'left', label: 'Left' },
  { value: 'right', label: 'Right' },
  { value: 'both', label: 'Both' },
]
const PLAIN = {
  active: { icon: 'stop', tone: 'alarm' },
  settling: { icon: 'warn', tone: 'outline' },
  settled: { icon: 'check', tone: 'soft' },
} as const

export function Injuries() {
  const { athlete, me } = useAthletePage()
  const [adding, setAdding] = useCalm(false)
  const [clearing, setClearing] = useCalm<ClearanceOf | null>(null)
  const coach = may(me, 'coach')
  const { active, facts } = judgeBy(athlete.safety)
  const cleared = new Set(facts.symptoms.flatMap((s) => (s.cleared === null ? [] : [s.id])))
  const open = athlete.symptoms.filter((s) => !cleared.has(s.id))
  const pains = active.filter((a) => a.caution.trigger.kind === 'earlier_pain')
  const of = (more: Partial<ClearanceOf>): ClearanceOf => ({
    injuryId: null,
    observationId: null,
    healthId: null,
    pain: null,
    ...more,
  })
  return (
    <div className="injuries">
      {open.map((s) => (
        <SymptomCard
          key={s.id}
          symptom={s}
          today={me.today}
          onClear={coach ? () => setClearing(of({ observationId: s.id })) : undefined}
        />
      ))}
      {pains.map((p) => (
        <article className="injury" key={`${p.caution.id}${p.hands.join()}${p.tissues?.join()}`}>
          <div className="row">
            <HandLetter hand={p.hands.length > 1 ? 'both' : must(p.hands[0])} />
            <b>
              <Term kind="caution" id={p.caution.id}>
                {p.caution.title}
              </Term>
            </b>
          </div>
          <p className="alarm-line">
            {p.caution.says} {p.caution.instead} It holds {p.caution.until}.
          </p>
          {coach &&
            waitsForClinician(p) &&
            p.tissues?.map((tissue) => (
              <Anchor
                component="button"
                type="button"
                key={tissue}
                className="lnk"
                onClick={() =>
                  setClearing(
                    of({ pain: { hand: p.hands.length > 1 ? 'both' : must(p.hands[0]), tissue } }),
                  )
                }
              >
                Record a clearance, {tissue.replace(/_/g, ' ')}
              </Anchor>
            ))}
        </article>
      ))}
      {athlete.injuries.length === 0 && open.length === 0 && pains.length === 0 && (
        <p className="blank">
          None on record. Ask about thumb, finger pulleys, inner and outer elbow, wrist, shoulder
          and nerve symptoms.
        </p>
      )}
      {[...athlete.injuries]
        .sort(
          (a, b) =>
            STATUSES.findIndex((s) => s.value === a.status) -
            STATUSES.findIndex((s) => s.value === b.status),
        )
        .map((i) => (
          <InjuryCard
            key={i.id}
            injury={i}
            cautions={active}
            onClear={coach ? () => setClearing(of({ injuryId: i.id })) : undefined}
            editable={coach}
          />
        ))}
      {coach && (
        <Button variant="default" onClick={() => setAdding(true)}>
          Add an injury
        </Button>
      )}
      <p className="note">{NOT_A_DIAGNOSIS}</p>
      <Modal opened={adding} onClose={() => setAdding(false)} title="Add an injury">
        <InjuryForm onDone={() => setAdding(false)} />
      </Modal>
      <Modal
        opened={clearing !== null}
        onClose={() => setClearing(null)}
        title="Record a clinician's clearance"
      >
        {clearing && <ClearanceForm of={clearing} onDone={() => setClearing(null)} />}
      </Modal>
    </div>
  )
}

/** Cautions that stand because of this injury, as the judge triggers them now. */
const cautionsOf = (i: InjuryView, active: readonly ActiveCaution[]) =>
  active
    .filter(
      (a) =>
        a.caution.trigger.kind === 'injury' &&
        a.caution.trigger.sites.includes(i.site) &&
        (i.side === 'both' || a.hands.includes(i.side)),
    )
    .filter((a, n, all) => all.findIndex((x) => x.caution.id === a.caution.id) === n)

function InjuryCard({
  injury,
  cautions,
  onClear,
  editable,
}: {
  injury: InjuryView
  cautions: readonly ActiveCaution[]
  onClear: (() => void) | undefined
  editable: boolean
}) {
  const { athlete, me } = useAthletePage()
  const write = useWrite(
    (status: InjuryStatus) =>
      api.post(`/api/athletes/${athlete.id}/injuries`, {
        id: v7(),
        site: injury.site,
        side: injury.side,
        status,
        since: injury.since,
        note: injury.note,
        advisedBy: injury.advisedBy,
        supersedesId: injury.id,
      } satisfies InjuryBody),
    touchedBy(athlete.id),
  )
  const look = PLAIN[injury.status]
  const own = cautionsOf(injury, cautions)
  const cleared = athlete.safety.injuries.some(
    (f) => f.site === injury.site && f.side === injury.side && f.cleared !== null,
  )
  // What waits for a clearance cannot be chosen until one is on record.
  const choices = STATUSES.map((s) => ({
    ...s,
    disabled: !cleared && needsClearance(injury.site, injury.status, s.value),
  }))
  const waits = own.some((c) => c.caution.gates.some((g) => g.tier === 'clearance'))
  return (
    <article className="injury">
      <div className="row">
        <HandLetter hand={injury.side} />
        <b>{injurySiteName(injury.site)}</b>
        <span className="vh">{injury.side}</span>
        <Chip icon={look.icon} tone={look.tone}>
          {must(STATUSES.find((s) => s.value === injury.status)).label}
        </Chip>
        {editable && (
          <Select
            aria-label={`Status of ${injurySiteName(injury.site)}`}
            size="xs"
            w={110}
            ml="auto"
            allowDeselect={false}
            data={choices}
            value={injury.status}
            disabled={write.isPending}
            onChange={(v) => v && v !== injury.status && write.mutate(v)}
          />
        )}
      </div>
      <p className="note">
        {[
          injury.since ? `since ${formatDate(injury.since, me.today)}` : 'date not given',
          injury.advisedBy && `advised by ${injury.advisedBy}`,
          injury.note,
          injury.clearance && clearanceWords(injury.clearance, me.today),
        ]
          .filter(Boolean)
          .join(' \u00B7 ')}{' '}
        {injury.clearance && <TakeBackClearance clearance={injury.clearance} />}
      </p>
      {own.map((c) => (
        <p
          key={c.caution.id}
          className={c.caution.gates.every((g) => g.tier === 'notice') ? 'note' : 'alarm-line'}
        >
          {c.caution.says} {c.caution.instead}
          {waits && c.caution.until ? ` It holds ${c.caution.until}.` : ''}
        </p>
      ))}
      {waits && onClear && (
        <Anchor component="button" type="button" className="lnk" onClick={onClear}>
          Record a clearance
        </Anchor>
      )}
      {choices.some((c) => c.disabled) && (
        <p className="note">A change of status needs a clinician’s clearance first.</p>
      )}
      {write.error && (
        <p className="said" role="alert">
          {failureText(write.error)}
        </p>
      )}
      {editable && (
        <Reasoned
          label="Entered by mistake"
          title={`Strike ${injurySiteName(injury.site)}?`}
          says={
            'It leaves the cautions and the record shows that it was there. What somebody ' +
            'really has is settled or cleared instead, never struck.'
          }
          done="The injury is struck."
          act={(reason) => api.post(`/api/injuries/${injury.id}/strike`, { id: v7(), reason })}
          touched={touchedBy(athlete.id)}
        />
      )}
    </article>
  )
}

function SymptomCard({
  symptom,
  today,
  onClear,
}: {
  symptom: SymptomView
  today: string
  onClear: (() => void) | undefined
}) {
  return (
    <article className="injury stop">
      <div className="row">
        <HandLetter hand={symptom.hand} />
        <b>{SYMPTOMS.find((s) => s.id === symptom.symptom)?.name}</b>
        <Chip icon="stop" tone="alarm">
          Stopped
        </Chip>
      </div>
      <p className="alarm-line">
        Noted on {formatDate(symptom.on, today)}: nothing with this hand until a clinician’s
        clearance is recorded.
      </p>
      {onClear && (
        <Anchor component="button" type="button" className="lnk" onClick={onClear}>
          Record a clearance
        </Anchor>
      )}
    </article>
  )
}

function InjuryForm({ onDone }: { onDone: () => void }) {
  const { athlete, me } = useAthletePage()
  const [id] = useState(() => v7())
  const form = useForm<InjuryBody>({
    initialValues: {
      id,
      site: '' as never,
      side: '' as never,
      status: 'active',
      since: null,
      note: '',
      advisedBy: '',
      supersedesId: null,
    },
    validate: schemaResolver(injuryBody),
  })
  const write = useWrite(
    (b: InjuryBody) => api.post(`/api/athletes/${athlete.id}/injuries`, b),
    touchedBy(athlete.id),
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
        <Select
          label="Site"
          data-autofocus
          data={INJURY_SITES.map((s) => ({ value: s.id, label: s.name }))}
          {...form.getInputProps('site')}
        />
        <Select label="Side" data={SIDES} {...form.getInputProps('side')} />
        <Select
          label="Status"
          allowDeselect={false}
          data={STATUSES}
          {...form.getInputProps('status')}
        />
        <DayInput
          label="Since"
          mayBeEmpty
          maxDate={me.today}
          {...form.getInputProps('since')}
          value={form.values.since}
          onChange={(d) => form.setFieldValue('since', d)}
        />
        <TextInput
          label="Advised by"
          placeholder="Clinician, if any"
          {...form.getInputProps('advisedBy')}
        />
        <Textarea label="Note" autosize minRows={2} {...form.getInputProps('note')} />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button type="submit" loading={write.isPending}>
          Add
        </Button>
      </Stack>
    </form>
  )
}
