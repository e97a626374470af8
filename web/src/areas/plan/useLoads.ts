import { useMemo } from 'react'
import type { KitUnit } from '@mano/contract/kit'
import { bestsOf } from '@mano/core/session/bests'
import type { Room, TestBest } from '@mano/core/session/loads'
import { buildSeries } from '@mano/core/review/series'
import { useKit, useTests } from '../../app/data'

/** The first pin with plates. */
const roomOf = (kit: readonly KitUnit[] | undefined): Room | null => {
  const pin = kit?.find((u) => u.kind === 'pin' && u.plates.length > 0)
  return pin ? { plates: pin.plates, pinKg: pin.massKg ?? 0 } : null
}

/** What loads are made from: the athlete's bests and the plates of the hall's pin. */
export function useLoadsOf(athleteId: string): { bests: TestBest[]; room: Room | null } {
  const tests = useTests(athleteId).data
  const kit = useKit().data
  const bests = useMemo(() => (tests ? bestsOf(buildSeries(tests)) : []), [tests])
  const room = useMemo(() => roomOf(kit), [kit])
  return { bests, room }
}
