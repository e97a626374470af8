import { counted } from '@mano/core/units/counted'
import { Button, Modal, MultiSelect, NumberInput, Stack, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { ExperienceBody } from '@mano/contract/safety'
import { FAMILIES, type FamilyId } from '@mano/core/catalogue/implementUse'
import { QUALITIES, qualityById, type QualityId } from '@mano/core/catalogue/qualities'
import { formatDate } from '@mano/core/units/dates'
import { rowOf } from '@mano/core/units/row'
import { useCalm } from '../../base/calm'
import { Term } from '../../base/Term'
import { api, failureText } from '../../base/api'
import { touchedBy, useWrite, may } from '../../base/data'
import { useProfile } from '../../base/profile'
import { useAthletePage } from '../athlete/AthletePage'
import { submits } from '../../base/afterPaint'
import { must } from '@mano/core/units/must'

const familyName = (id: FamilyId | null): string =>
  id ? rowOf(FAMILIES, id).name.toLowerCase() : 'any implement'
const weekWord = (n: number): string => counted(n, 'week')

/**
 * Weeks of each quality: entered with their origin, or counted from the record of the last half
 * year. Eight open maximal work.
 */
export function Experience() {
  const { athlete, me } = useAthletePage()
  const [adding, setAdding] = useCalm(false)
  const rows = [...new Set(athlete.experience.map((x) => x.quality))].map((quality) => ({
    quality,
    entered: athlete.experience.filter((x) => x.quality === quality && x.entered),
    counted: athlete.experience.filter((x) => x.quality === quality && !x.entered),
  }))
  return (
    <div>
      {rows.length === 0 ? (
        <p className="blank">
          Nothing counted or entered yet. Under 8 weeks of a quality, maximal work of it asks for
          your reason.
        </p>
      ) : (
        <table className="exp">
          <thead>
            <tr>
              <th scope="col">Quality</th>
              <th scope="col">Entered</th>
              <th scope="col">Counted in 26 weeks</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.quality}>
                <th scope="row">
                  <Term kind="quality" id={r.quality}>
                    {qualityById(r.quality).name}
                  </Term>
                </th>
                <td>
                  {r.entered.map((x) => (
                    <span
                      key={x.family ?? ''}
                      title={
                        `${must(x.entered).origin}, ` +
                        `${formatDate(must(x.entered).on, me.today)}` +
                        `${must(x.entered).by ? `, by ${must(x.entered).by}` : ''}`
                      }
                    >
                      {weekWord(x.weeks)}
                      {x.family ? `, ${familyName(x.family)}` : ''}
                    </span>
                  ))}
                </td>
                <td>
                  {r.counted.map((x) => (
                    <span key={x.family ?? ''}>
                      {weekWord(x.weeks)}, {familyName(x.family)}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {may(me, 'coach') && (
        <Button variant="default" onClick={() => setAdding(true)}>
          Enter experience
        </Button>
      )}
      <Modal opened={adding} onClose={() => setAdding(false)} title="Enter experience">
        {adding && <Form onDone={() => setAdding(false)} />}
      </Modal>
    </div>
  )
}

function Form({ onDone }: { onDone: () => void }) {
  const { athlete } = useAthletePage()
  const profile = useProfile(athlete)
  const [qualities, setQualities] = useState<string[]>(
    () => profile?.rows.map((r) => r.quality.id) ?? [],
  )
  const [family, setFamily] = useState<string | null>(null)
  const [weeks, setWeeks] = useState<number | string>(26)
  const [origin, setOrigin] = useState('')
  const write = useWrite(
    (b: ExperienceBody) => api.post(`/api/athletes/${athlete.id}/experience`, b),
    touchedBy(athlete.id),
  )
  const n = typeof weeks === 'number' ? weeks : NaN
  const ready = qualities.length > 0 && Number.isInteger(n) && n >= 0 && origin.trim() !== ''
  return (
    <form
      onSubmit={submits(() => {
        if (ready)
          write.mutate(
            {
              id: v7(),
              origin: origin.trim(),
              entries: qualities.map((q) => ({
                id: v7(),
                quality: q as QualityId,
                family: family as FamilyId | null,
                weeks: n,
              })),
            },
            { onSuccess: onDone },
          )
      })}
    >
      <Stack gap="sm">
        <MultiSelect
          label="Qualities"
          data-autofocus
          description="Those of the sport are chosen"
          searchable
          data={QUALITIES.map((q) => ({ value: q.id, label: q.name }))}
          value={qualities}
          onChange={setQualities}
        />
        <Select
          label="On"
          clearable
          placeholder="Any implement"
          data={FAMILIES.map((f) => ({ value: f.id, label: f.name }))}
          value={family}
          onChange={setFamily}
        />
        <NumberInput
          label="Weeks"
          description="0 takes an entry back"
          min={0}
          max={3000}
          allowDecimal={false}
          value={weeks}
          onChange={setWeeks}
        />
        <TextInput
          label="Known from"
          placeholder="Training diary, earlier coach"
          maxLength={200}
          value={origin}
          onChange={(e) => setOrigin(e.currentTarget.value)}
        />
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button type="submit" disabled={!ready} loading={write.isPending}>
          Save
        </Button>
      </Stack>
    </form>
  )
}
