import type { Protocol, TryDetails } from '../catalogue/protocols'
import { SINGLE_RULES } from '../catalogue/setups'
import { formatClock, formatWithUnit, METRIC, type UnitChoice } from '../units/format'
import { isAmong } from '../units/among'

/** Most a spring insert may add, kg: a slip beyond it (own limit). */
export const INSERT_MOST_KG = 30

const isNumber = (v: unknown): v is number => typeof v === 'number' && Number.isFinite(v)

/**
 * Why details do not belong to a try of this protocol; null when they do. `kind`: kind of the
 * implement. A lift with every line of its
 * checklist ticked is clean, any other is missed.
 */
export function detailsProblem(
  protocol: Protocol,
  kind: string,
  details: TryDetails,
  missed: boolean,
): string | null {
  const names = [
    ...protocol.details.map((d) => d.id),
    ...(protocol.entry === 'single' ? ['checks'] : []),
    ...(protocol.entry === 'spring' ? ['unitId', 'insertKg'] : []),
  ]
  const unknown = Object.keys(details).find((k) => !names.includes(k))
  if (unknown !== undefined) return `${unknown} is not kept with ${protocol.name}.`
  for (const d of protocol.details) {
    const v = details[d.id]
    if (v === undefined) {
      if (d.needed) return `${d.name} is missing.`
      continue
    }
    if (!isNumber(v) || v < d.limits[0] || v > d.limits[1])
      return (
        `${d.name} is ${d.limits[0]} to ${d.limits[1]} ${d.unit === 'count' ? '' : d.unit}`.trim() +
        '.'
      )
  }
  if (protocol.entry === 'single') {
    const rules = SINGLE_RULES[kind] ?? []
    const checks = details['checks']
    if (!Array.isArray(checks) || checks.some((c: unknown) => !isAmong(rules, c)))
      return 'The checklist is not the one of this implement.'
    if ((checks.length === rules.length) === missed)
      return missed
        ? 'Every line is ticked: that lift was clean.'
        : 'A clean lift has every line ticked.'
  }
  if (protocol.entry === 'spring') {
    if (typeof details['unitId'] !== 'string') return 'Say which spring was closed.'
    const insert = details['insertKg'] ?? 0
    if (!isNumber(insert) || insert < 0 || insert > INSERT_MOST_KG)
      return `An insert adds 0 to ${INSERT_MOST_KG} kg.`
  }
  return null
}

/**
 * Details of a try in words, with units; empty when there is nothing to say. `loads`: kg in the two
 * hands of a carry.
 */
export function detailWords(
  protocol: Protocol,
  value: number,
  details: TryDetails | undefined,
  loads: readonly [number, number] | null = null,
  choice: UnitChoice = METRIC,
): string {
  const of = (id: string) => details?.[id]
  const words = protocol.details.flatMap((d) => {
    const v = of(d.id)
    if (!isNumber(v)) return []
    if (d.unit === 'count')
      return v === 0
        ? []
        : [`${v} ${v === 1 ? d.name.toLowerCase().replace(/s$/, '') : d.name.toLowerCase()}`]
    return [
      d.unit === 's'
        ? protocol.entry === 'carry'
          ? formatClock(v)
          : `${v}\u00A0s in the last`
        : `${d.id === 'riseMs' ? 'rise' : 'release'} ${Math.round(v)}\u00A0${d.unit}`,
    ]
  })
  const seconds = of('seconds')
  if (protocol.entry === 'carry' && isNumber(seconds) && seconds > 0) {
    words.push(`${(value / seconds).toFixed(2)}\u00A0m/s`)
    if (loads) words.push(`${Math.round((loads[0] + loads[1]) * value)}\u00A0kg·m`)
  }
  const checks = of('checks')
  if (protocol.entry === 'single' && Array.isArray(checks)) words.push(`${checks.length} lines met`)
  const insert = of('insertKg')
  if (isNumber(insert) && insert > 0) words.push(`insert ${formatWithUnit(insert, 'kg', choice)}`)
  return words.join(', ')
}
