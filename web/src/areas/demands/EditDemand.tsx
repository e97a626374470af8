import { Button, Input, Modal, MultiSelect, Select, TextInput, UnstyledButton } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { DemandBody } from '@mano/contract/demands'
import { CONTACT_WORDS } from '@mano/core/catalogue/contacts'
import { HOLD_OF, type DemandObject } from '@mano/core/catalogue/objects'
import { EMPHASES, type Emphasis } from '@mano/core/catalogue/qualities'
import { CLOSINGS, HANDS_ON, ORIENTATIONS, SPINS, SURFACES } from '@mano/core/catalogue/traits'
import {
  defaultRow,
  type DemandEdit,
  type DemandRow,
  type RowObject,
} from '@mano/core/demand/profile'
import { formatInches, parseLength } from '@mano/core/units/inch'
import { parseNumber } from '@mano/core/units/parse'
import { rowOf } from '@mano/core/units/row'
import { api, failureText } from '../../base/api'
import { touchedBy, useSports, useWrite } from '../../base/data'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import type { Mm } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'
import { keysOf, madeOf } from '@mano/core/units/among'
import { options } from '../../base/options'

type Draft = {
  importance: number
  emphasis: Record<Emphasis, number>
  object: DemandObject
  size: [string, string]
  hold: [string, string]
}
const shareOf = (row: DemandRow): Record<Emphasis, number> =>
  madeOf(EMPHASES, (e) => Math.round(100 * (row.emphasis.find((x) => x.id === e)?.share ?? 0)))
const bare = ({ pull: _pull, of: _of, ...object }: RowObject): DemandObject => object
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** Everything of one demand; what differs from the sport is marked and can go back. */
export function EditDemand({ row, onClose }: { row: DemandRow; onClose: () => void }) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const own = useSports().data ?? []
  const base = defaultRow(must(athlete.demand), row.quality.id, own)
  const length = (mm: Mm) =>
    units.length === 'mm'
      ? String(Math.round(10 * mm) / 10)
      : formatInches(mm).replace('\u00A0in', '')
  const bothEnds = (mm: readonly [number, number] | null | undefined): [string, string] =>
    mm ? [length(mm[0]), length(mm[1])] : ['', '']
  const draftOf = (r: DemandRow): Draft => ({
    importance: r.importance,
    emphasis: shareOf(r),
    object: bare(must(r.objects[0])),
    size: bothEnds(must(r.objects[0]).sizeMm),
    hold: [
      String((must(r.objects[0]).holdS ?? [''])[0]),
      String((must(r.objects[0]).holdS ?? ['', ''])[1]),
    ],
  })
  const [d, setD] = useState<Draft>(() => draftOf(row))
  const [reason, setReason] = useState('')
  const write = useWrite(
    (b: DemandBody) => api.post(`/api/athletes/${athlete.id}/demands`, b),
    touchedBy(athlete.id),
  )
  const object = (more: Partial<DemandObject>) => setD({ ...d, object: { ...d.object, ...more } })

  const pair = (
    texts: [string, string],
    read: (t: string) => number | null,
  ): { ok: boolean; value: readonly [number, number] | null } => {
    if (texts.every((t) => t.trim() === '')) return { ok: true, value: null }
    const [low, high] = texts.map((t) => (t.trim() === '' ? null : read(t)))
    return low === null || high === null || low === undefined || high === undefined || low > high
      ? { ok: false, value: null }
      : { ok: true, value: [low, high] }
  }
  const size = pair(d.size, (t) => {
    const r = parseLength(t, units.length)
    return r.ok ? r.mm : null
  })
  const hold = pair(d.hold, (t) => {
    const r = parseNumber(t)
    return r.ok ? r.value : null
  })
  const total = EMPHASES.reduce((a, e) => a + d.emphasis[e], 0)
  const wrong = !size.ok
    ? 'The size needs a low and a high end, low first.'
    : !hold.ok
      ? 'The hold needs a low and a high end, low first.'
      : total !== 100
        ? `The emphasis sums to ${total} %, not 100 %.`
        : null

  const changes = (): DemandEdit | null => {
    const now: DemandObject = { ...d.object, sizeMm: size.value, holdS: hold.value }
    const before = base && bare(must(base.objects[0]))
    const fields = keysOf(now).filter((k) => !before || !same(now[k], before[k]))
    const edit: DemandEdit = {
      quality: row.quality.id,
      ...(d.importance !== (base?.importance ?? 0) && { importance: d.importance }),
      ...((!base || !same(d.emphasis, shareOf(base))) && {
        emphasis: Object.fromEntries(
          EMPHASES.filter((e) => d.emphasis[e] > 0).map((e) => [e, d.emphasis[e] / 100]),
        ),
      }),
      ...(fields.length > 0 && {
        object: Object.fromEntries(fields.map((k) => [k, now[k]])),
      }),
    }
    return Object.keys(edit).length > 1 ? edit : null
  }
  const save = (edit: DemandEdit | null) =>
    write.mutate(
      {
        id: v7(),
        sources: must(athlete.demand).sources,
        edits: [
          ...must(athlete.demand).edits.filter((e) => e.quality !== row.quality.id),
          ...(edit ? [edit] : []),
        ],
        reason,
      },
      { onSuccess: onClose },
    )
  const differs = (on: boolean, was: string) => on && <em className="differs">differs: {was}</em>
  const b = base?.objects[0]
  return (
    <Modal
      opened
      onClose={onClose}
      title={`What is asked of ${row.quality.name.toLowerCase()}`}
      size="xl"
    >
      <form
        className="edit-dem"
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          if (!wrong) save(changes())
        }}
      >
        <fieldset>
          <legend>
            Weight, 0 to 5{' '}
            {differs(d.importance !== (base?.importance ?? 0), String(base?.importance ?? 0))}
          </legend>
          <div className="steps" role="radiogroup" aria-label="Weight">
            {[0, 1, 2, 3, 4, 5].map((n) => (
              <UnstyledButton
                type="button"
                key={n}
                role="radio"
                aria-checked={d.importance === n}
                onClick={() => setD({ ...d, importance: n })}
              >
                {n}
              </UnstyledButton>
            ))}
          </div>
        </fieldset>
        <fieldset>
          <legend>
            Emphasis, %{' '}
            {differs(
              !!base && !same(d.emphasis, shareOf(base)),
              base
                ? base.emphasis.map((e) => `${e.id} ${Math.round(100 * e.share)}`).join(', ')
                : '',
            )}
          </legend>
          <div className="four">
            {EMPHASES.map((e) => (
              <label key={e}>
                {e}
                <Input
                  type="number"
                  min={0}
                  max={100}
                  step={10}
                  value={d.emphasis[e]}
                  onChange={(x) =>
                    setD({
                      ...d,
                      emphasis: { ...d.emphasis, [e]: Number(x.currentTarget.value) || 0 },
                    })
                  }
                />
              </label>
            ))}
          </div>
        </fieldset>
        <fieldset>
          <legend>
            The object{' '}
            {differs(
              !!b && (d.object.words !== b.words || d.object.contact !== b.contact),
              b ? b.words : '',
            )}
          </legend>
          <div className="four">
            <TextInput
              label="In words"
              value={d.object.words}
              onChange={(e) => object({ words: e.currentTarget.value })}
            />
            <Select
              label="Contact"
              allowDeselect={false}
              data={Object.entries(CONTACT_WORDS)
                .filter(([k]) => k !== 'none' && k !== 'instrument')
                .map(([value, label]) => ({ value, label }))}
              value={d.object.contact}
              onChange={(v) => object({ contact: v as DemandObject['contact'] })}
            />
            <label>
              {`Size from, ${units.length}`}
              <Input
                value={d.size[0]}
                onChange={(e) => setD({ ...d, size: [e.currentTarget.value, d.size[1]] })}
              />
            </label>
            <label>
              {`Size to, ${units.length}`}
              <Input
                value={d.size[1]}
                onChange={(e) => setD({ ...d, size: [d.size[0], e.currentTarget.value] })}
              />
            </label>
            <Select
              label="Lies or hangs"
              clearable
              placeholder="Either"
              data={options(ORIENTATIONS)}
              value={d.object.orientation}
              onChange={(v) => object({ orientation: v })}
            />
            <Select
              label="Spin"
              clearable
              placeholder="Any"
              data={options(SPINS)}
              value={d.object.spin}
              onChange={(v) => object({ spin: v })}
            />
            <MultiSelect
              label="Surface"
              placeholder={d.object.surfaces.length === 0 ? 'Any' : ''}
              data={options(SURFACES)}
              value={[...d.object.surfaces]}
              onChange={(v) => object({ surfaces: v })}
            />
            <Select
              label="Hands"
              allowDeselect={false}
              data={options(HANDS_ON)}
              value={d.object.hands}
              onChange={(v) => v && object({ hands: v })}
            />
          </div>
        </fieldset>
        <fieldset>
          <legend>
            The hold{' '}
            {differs(
              !!b &&
                (d.object.closing !== b.closing ||
                  d.object.arm !== b.arm ||
                  d.object.style !== b.style ||
                  !same(hold.value, b.holdS)),
              b
                ? [
                    rowOf(CLOSINGS, b.closing).name,
                    b.holdS ? `${b.holdS[0]} to ${b.holdS[1]} s` : 'by emphasis',
                    b.arm,
                  ]
                    .filter(Boolean)
                    .join(', ')
                : '',
            )}
          </legend>
          <div className="four">
            <Select
              label="The fingers"
              allowDeselect={false}
              data={options(CLOSINGS)}
              value={d.object.closing}
              onChange={(v) => v && object({ closing: v })}
            />
            <label>
              Hold from, s
              <Input
                placeholder={String(HOLD_OF[row.emphasis[0]?.id ?? 'sustained'][0])}
                value={d.hold[0]}
                onChange={(e) => setD({ ...d, hold: [e.currentTarget.value, d.hold[1]] })}
              />
            </label>
            <label>
              Hold to, s
              <Input
                placeholder={String(HOLD_OF[row.emphasis[0]?.id ?? 'sustained'][1])}
                value={d.hold[1]}
                onChange={(e) => setD({ ...d, hold: [d.hold[0], e.currentTarget.value] })}
              />
            </label>
            <Select
              label="Loaded by"
              clearable
              placeholder="Either"
              data={[
                { value: 'hang', label: 'hanging from it' },
                { value: 'lift', label: 'lifting it' },
              ]}
              value={d.object.use}
              onChange={(v) => v && object({ use: v })}
            />
            <TextInput
              label="Arm"
              value={d.object.arm}
              onChange={(e) => object({ arm: e.currentTarget.value })}
            />
            <TextInput
              label="How the hand takes it"
              value={d.object.style}
              onChange={(e) => object({ style: e.currentTarget.value })}
            />
          </div>
        </fieldset>
        <TextInput
          label="Reason, if any"
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
        />
        <p className="said" role="alert">
          {wrong ?? (write.error && failureText(write.error))}
        </p>
        <div className="row">
          <Button type="submit" disabled={wrong !== null} loading={write.isPending}>
            Change from today
          </Button>
          {row.changed.length > 0 && (
            <Button variant="default" type="button" onClick={() => save(null)}>
              Back to the sport's own
            </Button>
          )}
        </div>
      </form>
    </Modal>
  )
}
