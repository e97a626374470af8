import { Button, Modal, Select, Stack, Textarea, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { useState } from 'react'
import { v7 } from 'uuid'
import { clearanceBody, injuryBody, type ClearanceBody, type InjuryBody, type InjuryView, type SymptomView } from '@mano/contract/athletes'
import { CAUTIONS, NOT_A_DIAGNOSIS, SYMPTOMS, type InjuryStatus } from '@mano/core/catalogue/cautions'
import { INJURY_SITES } from '@mano/core/catalogue/tissues'
import { injurySiteName } from '@mano/core/intake/record'
import { formatDate } from '@mano/core/units/dates'
import { api, ApiProblem, failureText } from '../../app/api'
import { touchedBy, useWrite } from '../../app/data'
import { Chip, HandLetter } from '../../hands/marks'
import { useAthletePage } from '../athlete/AthletePage'

const STATUSES: { value: InjuryStatus; label: string }[] = [{ value: 'active', label: 'Active' }, { value: 'settling', label: 'Settling' }, { value: 'settled', label: 'Settled' }]
const SIDES = [{ value: 'left', label: 'Left' }, { value: 'right', label: 'Right' }, { value: 'both', label: 'Both' }]
const PLAIN = { active: { icon: 'stop', tone: 'alarm' }, settling: { icon: 'warn', tone: 'outline' }, settled: { icon: 'check', tone: 'soft' } } as const

/** Cautions an injury triggers, in the words shown wherever it decides. */
const cautionsOf = (i: InjuryView) => CAUTIONS.filter((c) => c.trigger.kind === 'injury' && c.trigger.sites.includes(i.site) && c.trigger.status.includes(i.status) && !(c.tier === 'clearance' && i.clearedBy))

export function Injuries() {
  const { athlete, me } = useAthletePage()
  const [adding, setAdding] = useState(false)
  const [clearing, setClearing] = useState<{ injuryId: string | null; observationId: string | null } | null>(null)
  const coach = me.role === 'coach'
  const open = athlete.symptoms.filter((s) => s.clearedBy === null)
  return (
    <div className="injuries">
      {open.map((s) => <SymptomCard key={s.id} symptom={s} today={me.today} onClear={coach ? () => setClearing({ injuryId: null, observationId: s.id }) : undefined} />)}
      {athlete.injuries.length === 0 && open.length === 0 && <p className="blank">None on record. Ask about thumb, finger pulleys, inner and outer elbow, wrist, shoulder and nerve symptoms.</p>}
      {[...athlete.injuries].sort((a, b) => STATUSES.findIndex((s) => s.value === a.status) - STATUSES.findIndex((s) => s.value === b.status)).map((i) => (
        <InjuryCard key={i.id} injury={i} onClear={coach ? () => setClearing({ injuryId: i.id, observationId: null }) : undefined} editable={coach} />
      ))}
      {coach && <button className="btn" onClick={() => setAdding(true)}>Add an injury</button>}
      <p className="note">{NOT_A_DIAGNOSIS}</p>
      <Modal opened={adding} onClose={() => setAdding(false)} title="Add an injury"><InjuryForm onDone={() => setAdding(false)} /></Modal>
      <Modal opened={clearing !== null} onClose={() => setClearing(null)} title="Record a clinician's clearance">{clearing && <ClearanceForm of={clearing} onDone={() => setClearing(null)} />}</Modal>
    </div>
  )
}

function InjuryCard({ injury, onClear, editable }: { injury: InjuryView; onClear: (() => void) | undefined; editable: boolean }) {
  const { athlete, me } = useAthletePage()
  const write = useWrite((status: InjuryStatus) => api.post(`/api/athletes/${athlete.id}/injuries`, { id: v7(), site: injury.site, side: injury.side, status, since: injury.since, note: injury.note, advisedBy: injury.advisedBy, supersedesId: injury.id } satisfies InjuryBody), touchedBy(athlete.id))
  const look = PLAIN[injury.status]
  const needsClearance = cautionsOf(injury).some((c) => c.tier === 'clearance')
  return (
    <article className="injury">
      <div className="row">
        <HandLetter hand={injury.side} />
        <b>{injurySiteName(injury.site)}</b>
        <span className="vh">{injury.side}</span>
        <Chip icon={look.icon} tone={look.tone}>{STATUSES.find((s) => s.value === injury.status)!.label}</Chip>
        {editable && <Select aria-label={`Status of ${injurySiteName(injury.site)}`} size="xs" w={110} ml="auto" allowDeselect={false} data={STATUSES} value={injury.status} disabled={write.isPending} onChange={(v) => v && v !== injury.status && write.mutate(v as InjuryStatus)} />}
      </div>
      <p className="note">{[injury.since ? `since ${formatDate(injury.since, me.today)}` : 'date not given', injury.advisedBy && `advised by ${injury.advisedBy}`, injury.note, injury.clearedBy && `cleared by ${injury.clearedBy}`].filter(Boolean).join(' · ')}</p>
      {cautionsOf(injury).map((c) => <p key={c.id} className={c.tier === 'notice' ? 'note' : 'alarm-line'}>{c.says}{c.instead ? ` ${c.instead}` : ''}</p>)}
      {needsClearance && onClear && <button className="lnk" onClick={onClear}>Record a clearance</button>}
      {write.error && <p className="said" role="alert">{failureText(write.error)}</p>}
    </article>
  )
}

function SymptomCard({ symptom, today, onClear }: { symptom: SymptomView; today: string; onClear: (() => void) | undefined }) {
  return (
    <article className="injury stop">
      <div className="row"><HandLetter hand={symptom.hand} /><b>{SYMPTOMS.find((s) => s.id === symptom.symptom)?.name}</b><Chip icon="stop" tone="alarm">Stopped</Chip></div>
      <p className="alarm-line">Seen in a test on {formatDate(symptom.on, today)}: no loading of this hand. Refer to a clinician; off until a clearance is recorded.</p>
      {onClear && <button className="lnk" onClick={onClear}>Record a clearance</button>}
    </article>
  )
}

function InjuryForm({ onDone }: { onDone: () => void }) {
  const { athlete, me } = useAthletePage()
  const [id] = useState(() => v7())
  const form = useForm<InjuryBody>({ initialValues: { id, site: '' as never, side: '' as never, status: 'active', since: null, note: '', advisedBy: '', supersedesId: null }, validate: schemaResolver(injuryBody) })
  const write = useWrite((b: InjuryBody) => api.post(`/api/athletes/${athlete.id}/injuries`, b), touchedBy(athlete.id))
  return (
    <form noValidate onSubmit={form.onSubmit((b) => write.mutate(b, { onSuccess: onDone, onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()) }))}>
      <Stack gap="sm">
        <Select label="Site" data-autofocus data={INJURY_SITES.map((s) => ({ value: s.id, label: s.name }))} {...form.getInputProps('site')} />
        <Select label="Side" data={SIDES} {...form.getInputProps('side')} />
        <Select label="Status" allowDeselect={false} data={STATUSES} {...form.getInputProps('status')} />
        <TextInput label="Since" type="date" max={me.today} {...form.getInputProps('since')} value={form.values.since ?? ''} onChange={(e) => form.setFieldValue('since', e.currentTarget.value || null)} />
        <TextInput label="Advised by" placeholder="Clinician, if any" {...form.getInputProps('advisedBy')} />
        <Textarea label="Note" autosize minRows={2} {...form.getInputProps('note')} />
        <p className="said" role="alert">{write.error && failureText(write.error)}</p>
        <Button type="submit" loading={write.isPending}>Add</Button>
      </Stack>
    </form>
  )
}

function ClearanceForm({ of, onDone }: { of: { injuryId: string | null; observationId: string | null }; onDone: () => void }) {
  const { athlete, me } = useAthletePage()
  const [id] = useState(() => v7())
  const form = useForm<ClearanceBody>({ initialValues: { id, ...of, clearedBy: '', clearedOn: me.today, note: '' }, validate: schemaResolver(clearanceBody) })
  const write = useWrite((b: ClearanceBody) => api.post(`/api/athletes/${athlete.id}/clearances`, b), touchedBy(athlete.id))
  return (
    <form noValidate onSubmit={form.onSubmit((b) => write.mutate(b, { onSuccess: onDone, onError: (e) => e instanceof ApiProblem && form.setErrors(e.fieldErrors()) }))}>
      <Stack gap="sm">
        <p className="note">Only what a licensed clinician has said. The record keeps who and when.</p>
        <TextInput label="Cleared by" data-autofocus {...form.getInputProps('clearedBy')} />
        <TextInput label="Cleared on" type="date" max={me.today} {...form.getInputProps('clearedOn')} />
        <Textarea label="What is allowed" autosize minRows={2} {...form.getInputProps('note')} />
        <p className="said" role="alert">{write.error && failureText(write.error)}</p>
        <Button type="submit" loading={write.isPending}>Record</Button>
      </Stack>
    </form>
  )
}
