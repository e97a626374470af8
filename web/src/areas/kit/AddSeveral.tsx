import { Button, Checkbox, Modal, Select, Stack, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useEffect, useState } from 'react'
import { v7 } from 'uuid'
import { IMPLEMENTS, type ImplementId } from '@mano/core/catalogue/implements'
import type { KitLine } from '@mano/core/reference/pasteKit'
import { parseLength } from '@mano/core/units/inch'
import { formatWithUnit } from '@mano/core/units/format'
import { api, failureText } from '../../base/api'
import { keys, useKit, usePlaces, useWrite } from '../../base/data'
import { useUnits } from '../../base/units'
import { hasSize } from './Measures'
import { must } from '@mano/core/units/must'
import { options } from '../../base/options'

const KINDS = IMPLEMENTS.filter((k) => k.id !== 'none')
/** What a hall usually begins with: common practice, no source. */
const COMMON: readonly ImplementId[] = [
  'dyno',
  'bar',
  'pin',
  'edge',
  'block',
  'plate',
  'rolling',
  'sleeve',
  'spring',
  'band_finger',
  'towel',
  'kettlebell',
  'dumbbell',
  'lever',
  'farm',
]

/** As many as a list can name: a hundred lines of twenty, and what is ticked. */
const IDS = 2100

/** Labels that are not taken yet: a second one of a name gets a number. */
function labels(wanted: readonly string[], taken: ReadonlySet<string>): string[] {
  const there = new Set([...taken].map((l) => l.toLowerCase()))
  return wanted.map((w) => {
    let label = w
    for (let n = 2; there.has(label.toLowerCase()); n++) label = `${w} ${n}`
    there.add(label.toLowerCase())
    return label
  })
}

interface Props {
  opened: boolean
  placeId: string
  onClose: () => void
}

/** Several implements at once: ticked from the common ones, or a pasted list, looked at before. */
export function AddSeveral({ opened, ...rest }: Props) {
  return (
    <Modal opened={opened} onClose={rest.onClose} title="Add several implements" size="lg">
      {opened && <Form {...rest} />}
    </Modal>
  )
}

function Form({ placeId, onClose }: Omit<Props, 'opened'>) {
  const units = useUnits()
  const kit = useKit(true).data ?? []
  const places = usePlaces().data ?? []
  const [ticked, setTicked] = useState<readonly ImplementId[]>([])
  const [text, setText] = useState('')
  // Asked again after a failure, what is there already is not added twice.
  const [ids] = useState(() =>
    Array.from({ length: IDS }, () => ({ id: v7(), measurementId: v7() })),
  )
  const [lines, setLines] = useState<readonly KitLine[]>([])
  // What the coach said of a line the list does not settle, by its number.
  const [said, setSaid] = useState<Readonly<Record<number, ImplementId | null>>>({})
  useEffect(() => {
    let gone = false
    void import('@mano/core/reference/pasteKit').then((m) => {
      if (!gone) setLines(m.readKitList(text, units))
    })
    return () => {
      gone = true
    }
  }, [text, units])
  const kindOf = (l: KitLine, i: number) => (said[i] === undefined ? l.kind : said[i])
  const open = lines.filter((l, i) => kindOf(l, i) === null).length
  const here = new Set(kit.filter((u) => u.placeId === placeId).map((u) => u.label))
  const wanted = [
    ...ticked.map((id) => ({
      kind: id,
      label: must(KINDS.find((k) => k.id === id)).name,
      size: null,
      massKg: null,
    })),
    ...lines.flatMap((l, i) => {
      const kind = kindOf(l, i)
      return kind === null
        ? []
        : Array.from({ length: l.count }, () => ({
            kind,
            label: l.label,
            size: l.size,
            massKg: l.massKg,
          }))
    }),
  ]
  const named = labels(
    wanted.map((w) => w.label),
    here,
  )
  const write = useWrite(async () => {
    for (const [i, w] of wanted.entries()) {
      const kind = must(KINDS.find((k) => k.id === w.kind))
      const length = w.size && hasSize(kind) ? parseLength(w.size, units.length) : null
      await api.post('/api/kit', {
        ...ids[i],
        kind: w.kind,
        label: named[i],
        placeId,
        orientation: null,
        surface: null,
        size: length?.ok ? length.entered : null,
        sizeUnit: length?.ok ? length.unit : units.length,
        depthMm: null,
        handleMm: null,
        massKg: kind.load === 'plates' || kind.load === 'own' ? w.massKg : null,
        plates: [],
        ratingKg: null,
        ratedBy: '',
        ratedOn: null,
      })
    }
  }, [keys.kit, ['advice']])
  const place = places.find((p) => p.id === placeId)?.name ?? ''
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        write.mutate(undefined, {
          onSuccess: () => {
            notifications.show({
              message:
                `${wanted.length} ${wanted.length === 1 ? 'implement' : 'implements'} ` +
                `added to ${place}. Measure them before a test counts.`,
            })
            onClose()
          },
        })
      }}
    >
      <Stack gap="sm">
        <fieldset className="kit-common">
          <legend>What a hall usually has</legend>
          {COMMON.map((id) => (
            <label className="tick" key={id}>
              <Checkbox
                checked={ticked.includes(id)}
                onChange={() =>
                  setTicked(ticked.includes(id) ? ticked.filter((x) => x !== id) : [...ticked, id])
                }
              />
              {must(KINDS.find((k) => k.id === id)).name}
            </label>
          ))}
        </fieldset>
        <Textarea
          label="Or a list, one a line"
          placeholder={'2 x Pinch block 76 mm\nKettlebell 16 kg'}
          autosize
          minRows={3}
          maxRows={10}
          value={text}
          onChange={(e) => {
            setText(e.currentTarget.value)
            setSaid({})
          }}
        />
        {lines.length > 0 && (
          <table className="hall-kit kit-list">
            <thead>
              <tr>
                <th scope="col">Line</th>
                <th scope="col">Kind</th>
                <th scope="col">Size or mass</th>
                <th scope="col">How many</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((l, i) => (
                <tr key={i}>
                  <th scope="row">{l.label}</th>
                  <td>
                    <Select
                      aria-label={`Kind of ${l.label}`}
                      placeholder="Say which"
                      searchable
                      clearable
                      data={options(KINDS)}
                      value={kindOf(l, i)}
                      onChange={(v) => setSaid({ ...said, [i]: v })}
                    />
                  </td>
                  <td className="n">
                    {[l.size, l.massKg !== null && formatWithUnit(l.massKg, 'kg', units)]
                      .filter(Boolean)
                      .join(', ') || '–'}
                  </td>
                  <td className="n">{l.count}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {open > 0 && (
          <p className="note" role="status">
            {open} {open === 1 ? 'line has' : 'lines have'} no kind yet and{' '}
            {open === 1 ? 'is' : 'are'} left out.
          </p>
        )}
        <p className="said" role="alert">
          {write.error && failureText(write.error)}
        </p>
        <Button type="submit" disabled={wanted.length === 0} loading={write.isPending}>
          {wanted.length === 0 ? 'Tick or paste what is there' : `Add ${wanted.length} to ${place}`}
        </Button>
      </Stack>
    </form>
  )
}
