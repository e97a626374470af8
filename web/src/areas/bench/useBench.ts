import { useMemo } from 'react'
import { roomOf } from '@mano/core/session/loads'
import { useKit } from '../../base/data'
import { useFilled } from './useFilled'
import { useAddress } from '../../base/useAddress'
import { useUnits } from '../../base/units'
import type { CalculatorDef, Context, Outcome } from './shared'
import { readField, withUnit, type FieldDef, type Values } from './fields'

export interface Filling {
  field: FieldDef
  text: string
  /** The test or measure it was filled from; nothing once it is typed over. */
  from?: string | undefined
  /** What is wrong with it; empty: nothing. */
  wrong: string
}

/** A calculator with its state in the address: what is typed, what is wrong, and the answer. */
export function useBench(def: CalculatorDef) {
  const address = useAddress()
  const kit = useKit().data
  const units = useUnits()
  const athleteId = address.get('athlete') ?? ''
  const context: Context = useMemo(
    () => ({ room: roomOf(kit), units: { mass: units.mass, length: units.length } }),
    [kit, units.mass, units.length],
  )
  const filled = useFilled(def, athleteId, units)
  const fields = def.fields.map((field): Filling => {
    const text = address.text(field.id) ?? filled.get(field.id)?.text ?? field.start
    const read = readField(field, text, context.units)
    const from = address.text(field.id) === null ? filled.get(field.id)?.from : undefined
    return { field, text, from, wrong: read.ok ? '' : read.why }
  })
  const wrong = fields.find((f) => f.wrong !== '')
  const outcome: Outcome = useMemo(() => {
    if (wrong) return { ok: false, why: wrong.wrong }
    const read = new Map(
      fields.map((f) => {
        const r = readField(f.field, f.text, context.units)
        return [f.field.id, r.ok ? r.value : '']
      }),
    )
    const values: Values = {
      n: (id) => Number(read.get(id)),
      list: (id) => (read.get(id) as number[] | undefined) ?? [],
      choice: (id) => String(read.get(id)),
    }
    return def.compute(values, context)
    // oxlint-disable-next-line react/exhaustive-deps
  }, [def, context, fields.map((f) => f.text).join('|')])
  return {
    fields,
    outcome,
    /** What is typed in a field; the address keeps it with its unit. */
    set: (field: FieldDef, text: string) =>
      address.set(field.id, text, withUnit(field, text, context.units)),
    choose: (id: string) => address.set('athlete', id),
    athleteId,
    needs: Object.keys(def.fills ?? {}).length > 0,
  }
}
