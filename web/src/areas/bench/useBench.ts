import { useMemo } from 'react'
import { latestMeasure } from '@mano/core/intake/record'
import { roomOf } from '@mano/core/session/loads'
import { useAthlete, useKit } from '../../app/data'
import { useAddress } from '../../app/useAddress'
import { useUnits } from '../../app/units'
import type { CalculatorDef, Context, Outcome } from './shared'
import { readField, withUnit, type FieldDef, type Values } from './fields'

export interface Filling {
  field: FieldDef
  text: string
  /** What is wrong with it; empty: nothing. */
  wrong: string
}

/** A calculator with its state in the address: what is typed, what is wrong, and the answer. */
export function useBench(def: CalculatorDef) {
  const address = useAddress()
  const kit = useKit().data
  const units = useUnits()
  const athleteId = address.get('athlete') ?? ''
  const athlete = useAthlete(athleteId).data
  const context: Context = useMemo(
    () => ({ room: roomOf(kit), units: { mass: units.mass, length: units.length } }),
    [kit, units.mass, units.length],
  )
  const record = (id: 'body_mass' | 'hand_length'): number | null =>
    athlete && athleteId !== ''
      ? (latestMeasure(athlete.measurements, id, id === 'body_mass' ? 'both' : 'right')?.value ??
        latestMeasure(athlete.measurements, id, 'left')?.value ??
        null)
      : null
  const filled: Record<string, string> = {}
  const [body, hand] = [record('body_mass'), record('hand_length')]
  if (def.fills?.bodyMass && body !== null) filled[def.fills.bodyMass] = `${body} kg`
  if (def.fills?.handLength && hand !== null) filled[def.fills.handLength] = `${hand} mm`
  const fields = def.fields.map((field): Filling => {
    const text = address.text(field.id) ?? filled[field.id] ?? field.start
    const read = readField(field, text, context.units)
    return { field, text, wrong: read.ok ? '' : read.why }
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
  }, [def, context, fields.map((f) => f.text).join('|')]) // eslint-disable-line react-hooks/exhaustive-deps
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
