import { SegmentedControl, Textarea, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import type { UseFormReturnType } from '@mantine/form'
import type { AthleteView, ProfileBody as Sent } from '@mano/contract/athletes'
import { SKINS } from '@mano/core/intake/record'
import { LEVELS } from '@mano/core/catalogue/person'
import { ageOn, isLocalDate } from '@mano/core/units/dates'
import { Calmly } from '../../base/Calmly'
import { DayInput } from '../../base/DayInput'
import { Still } from '../../base/Still'

/** What the form holds: the version goes with the change. */
export type ProfileBody = Omit<Sent, 'version'>

export const emptyProfile: ProfileBody = {
  name: '',
  birthDate: null,
  sexForNorms: null,
  dominantHand: null,
  level: 'trained',
  guardian: null,
  skin: 'normal',
  note: '',
}
export const profileOf = (a: AthleteView): ProfileBody => ({
  name: a.name,
  birthDate: a.birthDate,
  sexForNorms: a.sexForNorms,
  dominantHand: a.dominantHand,
  level: a.level,
  guardian: a.guardian,
  skin: a.skin,
  note: a.note,
})

const LEVEL_CHOICES = LEVELS.map((l) => ({
  value: l.id,
  label: l.says ? `${l.name}, ${l.says}` : l.name,
}))

/** The fields of an athlete's profile; the same rules speak here and on the server. */
export function ProfileFields<T extends ProfileBody>({
  form,
  today,
  autoFocus = false,
}: {
  form: UseFormReturnType<T>
  today: string
  autoFocus?: boolean
}) {
  const f = form as unknown as UseFormReturnType<ProfileBody>
  const birth = f.values.birthDate
  const minor = birth !== null && isLocalDate(birth) && birth <= today && ageOn(birth, today) < 18
  return (
    <>
      <Still of={[f.values.name, f.errors.name]}>
        <TextInput label="Name" autoFocus={autoFocus} {...f.getInputProps('name')} />
      </Still>
      <Still of={[birth, f.errors.birthDate]}>
        <DayInput
          label="Birth date"
          mayBeEmpty
          {...f.getInputProps('birthDate')}
          value={birth}
          onChange={(d) => f.setFieldValue('birthDate', d)}
        />
      </Still>
      <Still of={[f.values.dominantHand]}>
        <div>
          <span className="field-label" id="dominant">
            Dominant hand
          </span>
          <SegmentedControl
            aria-labelledby="dominant"
            fullWidth
            data={[
              { value: 'left', label: 'Left' },
              { value: '', label: 'Not asked' },
              { value: 'right', label: 'Right' },
            ]}
            value={f.values.dominantHand ?? ''}
            onChange={(v) => f.setFieldValue('dominantHand', v === '' ? null : v)}
          />
        </div>
      </Still>
      <Still of={[f.values.level, f.errors.level]}>
        <Select
          label="Level"
          allowDeselect={false}
          data={LEVEL_CHOICES}
          {...f.getInputProps('level')}
        />
      </Still>
      <Still of={[f.values.sexForNorms, f.errors.sexForNorms]}>
        <Select
          label="Sex, for published norms only"
          description="May stay empty: norms are then left out"
          clearable
          data={[
            { value: 'female', label: 'Female' },
            { value: 'male', label: 'Male' },
          ]}
          {...f.getInputProps('sexForNorms')}
        />
      </Still>
      {birth === null && <p className="note">Without a birth date the gates for under 18 apply.</p>}
      {(minor || f.values.guardian) && <GuardianFields form={f} today={today} />}
      <Calmly waits={<div className="fields-wait" />}>
        <Still of={[f.values.skin]}>
          <div>
            <span className="field-label" id="skin">
              Skin
            </span>
            <SegmentedControl
              aria-labelledby="skin"
              fullWidth
              data={SKINS.map((s) => ({ value: s.id, label: s.name }))}
              value={f.values.skin}
              onChange={(v) => f.setFieldValue('skin', v)}
            />
            <p className="note">
              {f.values.skin === 'sweaty'
                ? 'Chalk on the hand; wipe the implement each trial.'
                : f.values.skin === 'dry'
                  ? 'Little chalk; watch for splits.'
                  : 'A split or flapper is entered as an injury.'}
            </p>
          </div>
        </Still>
        <Still of={[f.values.note, f.errors.note]}>
          <Textarea label="Note" rows={3} {...f.getInputProps('note')} />
        </Still>
      </Calmly>
    </>
  )
}

/** Consent is a fact: who, in what relation, when. Nothing is claimed until all three are there. */
function GuardianFields({
  form: f,
  today,
}: {
  form: UseFormReturnType<ProfileBody>
  today: string
}) {
  const g = f.values.guardian
  const set = (more: Partial<NonNullable<ProfileBody['guardian']>>) => {
    const next = { by: '', relation: '', on: today, ...g, ...more }
    f.setFieldValue('guardian', next.by === '' && next.relation === '' ? null : next)
  }
  return (
    <fieldset className="guardian">
      <legend>
        Guardian consent: {g && g.by && g.relation ? `${g.by}, ${g.relation}` : 'not recorded'}
      </legend>
      <TextInput
        label="Guardian's name"
        maxLength={120}
        value={g?.by ?? ''}
        error={f.errors['guardian.by']}
        onChange={(e) => set({ by: e.currentTarget.value })}
      />
      <TextInput
        label="Relation"
        placeholder="Mother, father, legal guardian"
        maxLength={60}
        value={g?.relation ?? ''}
        error={f.errors['guardian.relation']}
        onChange={(e) => set({ relation: e.currentTarget.value })}
      />
      <DayInput
        label="Consented on"
        maxDate={today}
        value={g?.on ?? null}
        error={f.errors['guardian.on']}
        disabled={!g}
        onChange={(d) => set({ on: d ?? '' })}
      />
    </fieldset>
  )
}
