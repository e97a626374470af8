import { Button, Modal, SegmentedControl, Select, Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import { v7 } from 'uuid'
import type { UnitBody } from '@mano/contract/kit'
import { IMPLEMENTS, implementById } from '@mano/core/catalogue/implements'
import { inchToMm, mmToInch } from '@mano/core/units/convert'
import { parseNumber } from '@mano/core/units/parse'
import { api, failureText } from '../../app/api'
import { keys, useWrite } from '../../app/data'
import { useUnits } from '../../app/units'

interface Props { opened: boolean; kinds: readonly string[] | null; onClose: () => void; onAdded: (id: string) => void }

/** Adds one implement to the hall, with its calliper reading where there is one. */
export function AddImplement({ opened, ...rest }: Props) {
  return <Modal opened={opened} onClose={rest.onClose} title="Add an implement">{opened && <Form {...rest} />}</Modal>
}

function Form({ kinds, onAdded }: Omit<Props, 'opened' | 'onClose'>) {
  const units = useUnits()
  const choices = IMPLEMENTS.filter((k) => (kinds ? kinds.includes(k.id) : k.id !== 'none'))
  const [ids] = useState(() => ({ id: v7(), measurementId: v7() }))
  const [kind, setKind] = useState<string | null>(choices.length === 1 ? choices[0]!.id : null)
  const [label, setLabel] = useState('')
  const [size, setSize] = useState('')
  const [sizeUnit, setSizeUnit] = useState<'mm' | 'in'>(units.length)
  const write = useWrite((body: UnitBody) => api.post<{ id: string }>('/api/kit', body), [keys.kit])
  const chosen = kind ? implementById(kind) : undefined
  const measured = chosen && !['none', 'position'].includes(chosen.measure)
  const n = parseNumber(size)
  const bad = size.trim() !== '' && (!n.ok || n.value <= 0)
  const other = n.ok ? (sizeUnit === 'mm' ? `${mmToInch(n.value).toFixed(2)} in` : `${inchToMm(n.value).toFixed(1)} mm`) : ''
  return (
    <form onSubmit={(e) => { e.preventDefault(); write.mutate({ ...ids, kind: kind as UnitBody['kind'], label: label.trim(), size: measured && n.ok ? n.value : null, sizeUnit }, { onSuccess: () => onAdded(ids.id) }) }}>
      <Stack gap="sm">
        <Select label="Kind" searchable allowDeselect={false} data={choices.map((k) => ({ value: k.id, label: k.name }))} value={kind} onChange={setKind} />
        <TextInput label="Label" description="As written on it" value={label} onChange={(e) => setLabel(e.currentTarget.value)} />
        {measured && (
          <div className="row" style={{ alignItems: 'end' }}>
            <TextInput label={`Measured ${chosen.measure}`} description={other && `= ${other}`} inputMode="decimal" placeholder="Not measured" value={size} error={bad && 'Not a size'} onChange={(e) => setSize(e.currentTarget.value)} />
            <SegmentedControl data={['mm', 'in']} value={sizeUnit} onChange={(v) => setSizeUnit(v as 'mm' | 'in')} />
          </div>
        )}
        {chosen?.notes && <p className="note">{chosen.notes}</p>}
        <p className="said" role="alert">{write.error && failureText(write.error)}</p>
        <Button type="submit" disabled={!kind || label.trim() === '' || bad} loading={write.isPending}>Add</Button>
      </Stack>
    </form>
  )
}
