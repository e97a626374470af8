import type { KitUnit } from '@mano/contract/kit'
import type { SessionView } from '@mano/contract/tests'
import type { Trial } from '@mano/core/testing/session'
import { bracketSprings, type SpringTry } from '@mano/core/testing/spring'
import { useKit } from '../../base/data'

/** Springs of the hall that stand in one bracket with the session's own, lightest first. */
export function useBracket(session: SessionView): KitUnit[] {
  const kit = useKit().data ?? []
  const own = kit.find((u) => u.id === session.unitId)
  return own ? bracketSprings(kit, own) : []
}

export const springTries = (trials: readonly Trial[]): SpringTry[] =>
  trials
    .filter((t) => !t.struck)
    .sort((a, b) => a.ordinal - b.ordinal)
    .flatMap((t) =>
      t.hand === 'both' ? [] : [{ hand: t.hand, loadKg: t.value, closed: !t.missed }],
    )
