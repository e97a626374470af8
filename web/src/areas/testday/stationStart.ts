import type { KitUnit } from '@mano/contract/kit'
import { protocolById } from '@mano/core/catalogue/protocols'
import { choicesOf, numbersOf } from '../tests/stated'

/** Stands for a number that must still be stated. */
export const UNSTATED = ''

/**
 * Set-up of a station as it begins: the first of each choice, and the numbers that have a
 * beginning.
 */
export function startOf(protocolId: string, unit: KitUnit): Record<string, string> {
  const protocol = protocolById(protocolId)
  if (!protocol) return {}
  const choices = Object.fromEntries(
    choicesOf(protocol, unit.kind).map((v) => [v.id, v.options[0]?.id ?? '']),
  )
  const numbers = numbersOf(protocol, choices).map(
    (n) =>
      [
        n.id,
        n.auto
          ? String((n.auto === 'size' ? unit.sizeMm : unit.handleMm) ?? 0)
          : (n.start ?? UNSTATED),
      ] as const,
  )
  return { ...choices, ...Object.fromEntries(numbers) }
}

export const platesAt = (protocolId: string): boolean => protocolById(protocolId)?.entry === 'lift'

/** A hang or a hold is one try; what is squeezed or lifted goes by the day. */
export const triesAt = (protocolId: string): { tries?: number } =>
  protocolById(protocolId)?.entry === 'clock' ? { tries: 1 } : {}
