import { Checkbox, SegmentedControl, Select, Textarea, TextInput } from '@mantine/core'
import type { UseFormReturnType } from '@mantine/form'
import type { AthleteView, ProfileBody } from '@mano/contract/athletes'
import { HEALTH_FLAGS, type HealthFlagId } from '@mano/core/catalogue/cautions'
import { LEVELS, SKINS } from '@mano/core/intake/record'
import { ageOn, isLocalDate } from '@mano/core/units/dates'

const ASKS: Record<HealthFlagId, string> = { blood_pressure: 'High blood pressure or heart history', restriction_supervised: 'Restriction work is supervised by a qualified person' }

export const emptyProfile: ProfileBody = { name: '', birthDate: null, sexForNorms: null, dominantHand: null, level: 'trained', guardianConsent: false, consentNote: '', skin: 'normal', healthFlags: [], note: '' }
export const profileOf = (a: AthleteView): ProfileBody => ({
  name: a.name, birthDate: a.birthDate, sexForNorms: a.sexForNorms, dominantHand: a.dominantHand, level: a.level, guardianConsent: a.guardianConsent, consentNote: a.consentNote, skin: a.skin, healthFlags: a.healthFlags, note: a.note,
})

/** The fields of an athlete's profile; the same rules speak here and on the server. */
export function ProfileFields<T extends ProfileBody>({ form, today, autoFocus = false }: { form: UseFormReturnType<T>; today: string; autoFocus?: boolean }) {
  const f = form as unknown as UseFormReturnType<ProfileBody>
  const birth = f.values.birthDate
  const minor = birth !== null && isLocalDate(birth) && birth <= today && ageOn(birth, today) < 18
  return (
    <>
      <TextInput label="Name" autoFocus={autoFocus} {...f.getInputProps('name')} />
      <TextInput label="Birth date" type="date" max={today} {...f.getInputProps('birthDate')} value={birth ?? ''} onChange={(e) => f.setFieldValue('birthDate', e.currentTarget.value || null)} />
      <div>
        <span className="field-label" id="dominant">Dominant hand</span>
        <SegmentedControl aria-labelledby="dominant" fullWidth data={[{ value: 'left', label: 'Left' }, { value: '', label: 'Not asked' }, { value: 'right', label: 'Right' }]} value={f.values.dominantHand ?? ''} onChange={(v) => f.setFieldValue('dominantHand', (v || null) as ProfileBody['dominantHand'])} />
      </div>
      <Select label="Level" allowDeselect={false} data={LEVELS.map((l) => ({ value: l.id, label: l.says ? `${l.name}, ${l.says}` : l.name }))} {...f.getInputProps('level')} />
      <Select label="Sex, for published norms only" description="May stay empty: norms are then left out" clearable data={[{ value: 'female', label: 'Female' }, { value: 'male', label: 'Male' }]} {...f.getInputProps('sexForNorms')} />
      {minor && <Checkbox label="A guardian's consent is on file" description="Under 18: no maximal finger loading by default; local rules come first" {...f.getInputProps('guardianConsent', { type: 'checkbox' })} />}
      {minor && f.values.guardianConsent && <TextInput label="Who consented, and when" {...f.getInputProps('consentNote')} />}
      <div>
        <span className="field-label" id="skin">Skin</span>
        <SegmentedControl aria-labelledby="skin" fullWidth data={SKINS.map((s) => ({ value: s.id, label: s.name }))} value={f.values.skin} onChange={(v) => f.setFieldValue('skin', v as ProfileBody['skin'])} />
        <p className="note">{f.values.skin === 'sweaty' ? 'Chalk on the hand; wipe the implement each try.' : f.values.skin === 'dry' ? 'Little chalk; watch for splits.' : 'A split or flapper is entered as an injury.'}</p>
      </div>
      <Checkbox.Group value={f.values.healthFlags} onChange={(v) => f.setFieldValue('healthFlags', v as ProfileBody['healthFlags'])} label="Said by the athlete">
        {HEALTH_FLAGS.map((id) => <Checkbox key={id} mt={6} value={id} label={ASKS[id]} />)}
      </Checkbox.Group>
      <Textarea label="Note" autosize minRows={2} maxRows={6} {...f.getInputProps('note')} />
    </>
  )
}
