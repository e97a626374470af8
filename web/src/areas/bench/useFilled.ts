import { useMemo } from 'react'
import { fromRecord } from '@mano/core/bench/record'
import { formatDate } from '@mano/core/units/dates'
import { formatValue, shownUnit, type UnitChoice } from '@mano/core/units/format'
import { useAthlete, useMe, useTests } from '../../base/data'
import type { CalculatorDef } from './shared'

export interface Filled {
  text: string
  /** What it was read from, in words. */
  from: string
}

/** The fields of a calculator that an athlete's record fills, as a coach would type them. */
export function useFilled(
  def: CalculatorDef,
  athleteId: string,
  units: UnitChoice,
): ReadonlyMap<string, Filled> {
  const athlete = useAthlete(def.fills ? athleteId : '').data
  const tests = useTests(def.fills ? athleteId : '').data
  const today = useMe().data?.today
  return useMemo(() => {
    const filled = new Map<string, Filled>()
    if (!athlete || !tests || !today || athleteId === '') return filled
    const record = { measurements: athlete.measurements, sessions: tests }
    for (const [field, id] of Object.entries(def.fills ?? {})) {
      const read = fromRecord(id, record)
      const kind = def.fields.find((f) => f.id === field)?.kind
      if (!read) continue
      // A list has no unit of its own: what it is in stands beside it.
      const unit = shownUnit(read.unit, units)
      const said = read.values.map((v) => formatValue(v, read.unit, units))
      filled.set(field, {
        text: kind === 'list' ? said.join(' ') : `${said.join(' ')} ${unit}`,
        from: `${read.what}, ${formatDate(read.on, today)}${kind === 'list' ? `, ${unit}` : ''}`,
      })
    }
    return filled
  }, [def, athlete, tests, athleteId, units, today])
}
