import { counted } from '@mano/core/units/counted'
import { Button, Checkbox, Modal, Stack, Textarea } from '@mantine/core'
import { Select } from '../../base/Select'
import { notifications } from '@mantine/notifications'
import { useEffect, useState } from 'react'
import { v7 } from 'uuid'
import type { ImplementId } from '@mano/core/catalogue/implements'
import type { KitLine } from '@mano/core/reference/pasteKit'
import { formatWithUnit } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'
import { api, failureText } from '../../base/api'
import { keys, useKit, usePlaces, useWrite } from '../../base/data'
import { options } from '../../base/options'
import { useUnits } from '../../base/units'
import { submits } from '../../base/afterPaint'
import { bodyOf, COMMON, kindOf, KINDS, labels, wantedOf, type SaidLine } from './several'

/** As many as a list can name: a hundred lines of twenty, and what is ticked. */
const IDS = 2100

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

/** A pasted list, read as it is typed; what the coach says of a line the list does not settle. */
function useList() {
  const units = useUnits()
  const [text, setText] = useState('')
  const [read, setRead] = useState<readonly KitLine[]>([])
  const [said, setSaid] = useState<Readonly<Record<number, ImplementId | null>>>({})
  useEffect(() => {
    let gone = false
    void import('@mano/core/reference/pasteKit').then((m) => {
      if (!gone) setRead(m.readKitList(text, units))
    })
    return () => {
      gone = true
    }
  }, [text, units])
  const lines = read.map((l, i): SaidLine => ({
    ...l,
    kind: said[i] === undefined ? l.kind : said[i],
  }))
  return {
    text,
    lines,
    type: (to: string) => {
      setText(to)
      setSaid({})
    },
    say: (i: number, kind: ImplementId | null) => setSaid({ ...said, [i]: kind }),
  }
}

function Form({ placeId, onClose }: Omit<Props, 'opened'>) {
  const units = useUnits()
  const kit = useKit(true).data ?? []
  const place = (usePlaces().data ?? []).find((p) => p.id === placeId)?.name ?? ''
  const [ticked, setTicked] = useState<readonly ImplementId[]>([])
  const { text, lines, type, say } = useList()
  // Asked again after a failure, what is there already is not added twice.
  const [ids] = useState(() =>
    Array.from({ length: IDS }, () => ({ id: v7(), measurementId: v7() })),
  )
  const wanted = wantedOf(ticked, lines)
  const write = useWrite(async () => {
    const named = labels(
      wanted.map((w) => w.label),
      kit.filter((u) => u.placeId === placeId).map((u) => u.label),
    )
    for (const [i, w] of wanted.entries())
      await api.post(
        '/api/kit',
        bodyOf(w, { ...must(ids[i]), label: must(named[i]), placeId }, units),
      )
  }, [keys.kit, ['advice']])
  const added = () => {
    notifications.show({
      message:
        `${counted(wanted.length, 'implement')} ` +
        `added to ${place}. Measure them before a test counts.`,
    })
    onClose()
  }
  return (
    <form
      onSubmit={submits(() => {
        write.mutate(undefined, { onSuccess: added })
      })}
    >
      <Stack gap="sm">
        <Common ticked={ticked} onChange={setTicked} />
        <Textarea
          label="Or a list, one a line"
          placeholder={'2 x Pinch block 76 mm\nKettlebell 16 kg'}
          autosize
          minRows={3}
          maxRows={10}
          value={text}
          onChange={(e) => type(e.currentTarget.value)}
        />
        {lines.length > 0 && <List lines={lines} onSay={say} />}
        <LeftOut n={lines.filter((l) => l.kind === null).length} />
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

function Common({
  ticked,
  onChange,
}: {
  ticked: readonly ImplementId[]
  onChange: (ids: readonly ImplementId[]) => void
}) {
  return (
    <fieldset className="kit-common">
      <legend>What a hall usually has</legend>
      {COMMON.map((id) => (
        <label className="tick" key={id}>
          <Checkbox
            checked={ticked.includes(id)}
            onChange={() =>
              onChange(ticked.includes(id) ? ticked.filter((x) => x !== id) : [...ticked, id])
            }
          />
          {kindOf(id).name}
        </label>
      ))}
    </fieldset>
  )
}

/** The list as it was understood, line by line. */
function List({
  lines,
  onSay,
}: {
  lines: readonly SaidLine[]
  onSay: (i: number, kind: ImplementId | null) => void
}) {
  const units = useUnits()
  return (
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
                value={l.kind}
                onChange={(v) => onSay(i, v)}
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
  )
}

const LeftOut = ({ n }: { n: number }) =>
  n > 0 && (
    <p className="note" role="status">
      {counted(n, 'line has', 'lines have')} no kind yet and {n === 1 ? 'is' : 'are'} left out.
    </p>
  )
