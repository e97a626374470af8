import { Anchor, Button, Checkbox, Modal, NumberInput, TextInput } from '@mantine/core'
import { Select } from '../../base/Select'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { DemandBody } from '@mano/contract/demands'
import { demandProfile } from '@mano/core/demand/profile'
import { api, failureText } from '../../base/api'
import { touchedBy, useSports, useWrite } from '../../base/data'
import { useAthletePage } from '../athlete/AthletePage'
import { choicesWith } from '../intake/sportChoices'
import { must } from '@mano/core/units/must'

/**
 * What an athlete trains for: one sport or goal, or several by weight. The old choice stays on
 * record.
 */
export function Sources({ onClose }: { onClose: () => void }) {
  const { athlete } = useAthletePage()
  const own = useSports().data ?? []
  const [list, setList] = useState<{ id: string | null; weight: number }[]>(
    athlete.demand ? athlete.demand.sources.map((s) => ({ ...s })) : [{ id: null, weight: 1 }],
  )
  const [reason, setReason] = useState('')
  const [keep, setKeep] = useState(true)
  const sources = list.flatMap((s) =>
    s.id && s.weight > 0 ? [{ id: s.id, weight: s.weight }] : [],
  )
  const write = useWrite(
    (b: DemandBody) => api.post(`/api/athletes/${athlete.id}/demands`, b),
    touchedBy(athlete.id),
  )
  const edits = keep ? (athlete.demand?.edits ?? []) : []
  const preview = sources.length > 0 ? demandProfile({ sources, edits }, own) : null
  const twice = new Set(sources.map((s) => s.id)).size < sources.length
  const set = (i: number, more: Partial<(typeof list)[number]>) =>
    setList(list.map((s, k) => (k === i ? { ...s, ...more } : s)))
  return (
    <Modal opened onClose={onClose} title="Sports and goals" size="lg">
      <p className="note">
        Importance of a quality is the mean by weight. Tests and their series stay as they are; the
        choice so far is kept on record.
      </p>
      <div className="src">
        {list.map((s, i) => (
          <div className="row" key={i}>
            <Select
              aria-label={`Sport or goal ${i + 1}`}
              searchable
              allowDeselect={false}
              placeholder="Choose"
              data={choicesWith(own)}
              value={s.id}
              onChange={(id) => set(i, { id })}
              w={320}
            />
            <NumberInput
              aria-label={`Weight of ${i + 1}`}
              min={0.1}
              max={100}
              step={0.5}
              decimalScale={1}
              value={s.weight}
              onChange={(v) => set(i, { weight: Number(v) || 0 })}
              w={90}
            />
            {list.length > 1 && (
              <Button
                variant="default"
                size="xs"
                aria-label={`Take out ${i + 1}`}
                onClick={() => setList(list.filter((_, k) => k !== i))}
              >
                Take out
              </Button>
            )}
          </div>
        ))}
        {list.length < 6 && (
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() => setList([...list, { id: null, weight: 1 }])}
          >
            Add another sport or goal
          </Anchor>
        )}
      </div>
      {twice && <p className="said">A sport is there twice.</p>}
      {preview && (
        <p>
          <b>Most asked:</b>{' '}
          {preview.rows
            .slice(0, 6)
            .map((r) => `${r.quality.name} ${r.importance}`)
            .join(', ')}
        </p>
      )}
      {(athlete.demand?.edits.length ?? 0) > 0 && (
        <label className="row">
          <Checkbox checked={keep} onChange={(e) => setKeep(e.currentTarget.checked)} />
          {` Keep the ${must(athlete.demand).edits.length} changes made by hand`}
        </label>
      )}
      <TextInput
        label="Reason, if any"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        mt="sm"
      />
      <p className="said" role="alert">
        {write.error && failureText(write.error)}
      </p>
      <Button
        disabled={sources.length === 0 || twice}
        loading={write.isPending}
        onClick={() =>
          write.mutate({ id: v7(), sources, edits: [...edits], reason }, { onSuccess: onClose })
        }
      >
        Change from today
      </Button>
    </Modal>
  )
}
