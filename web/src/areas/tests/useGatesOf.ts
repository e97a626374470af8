import { useState } from 'react'
import { v7 } from 'uuid'
import type { ReasonView } from '@mano/contract/safety'
import type { SessionView } from '@mano/contract/tests'
import type { Hand } from '@mano/core/catalogue/person'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { factsWith } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import { notedIn } from '@mano/core/safety/pains'
import { reasonKey, reasonSubject } from '@mano/core/safety/reasons'
import { useOutbox } from '../../base/outbox'
import { useAthletePage } from '../athlete/AthletePage'
import { testGate } from './testGate'

/** What stands against a hand in a test of today, and the coach's reason all the same. */
export function useGatesOf(
  session: SessionView,
  protocol: Protocol,
  hands: readonly Hand[],
  today: boolean,
) {
  const { athlete } = useAthletePage()
  const add = useOutbox((s) => s.add)
  const [reasons, setReasons] = useState<readonly ReasonView[]>([])
  // What was just noted counts before the next effort, on record or not.
  const judge = judgeBy(factsWith(athlete.safety, notedIn(session)))
  const act = { protocol, unitKind: session.unitKind, variant: session.variant }
  const gates = (today ? hands : []).map((hand) => ({
    hand,
    ...testGate(judge, [...athlete.reasons, ...reasons], { ...act, hand }),
  }))
  const stops = gates
    .filter((g) => g.class !== 'free')
    .map((g) => ({ hand: g.hand, by: g.findings }))
  return {
    stops,
    stopped: stops.map((h) => h.hand),
    reason: (why: string) => {
      const asked = gates.filter((g) => g.class === 'ask')
      const given = asked.map((g) => ({
        subject: reasonSubject('test', protocol.id),
        hand: g.hand,
        keys: g.findings.map(reasonKey),
        reason: why,
      }))
      for (const { hand } of asked)
        add({
          kind: 'reason',
          athleteId: athlete.id,
          body: {
            id: v7(),
            kind: 'test',
            of: protocol.id,
            implementKind: session.unitKind,
            addedKg: Number(session.variant['addedKg'] ?? 0),
            hand,
            reason: why,
          },
        })
      setReasons([...reasons, ...given])
    },
  }
}
