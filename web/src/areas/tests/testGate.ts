import type { ReasonView } from '@mano/contract/safety'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { judgeAct, type ActClass, type Finding, type Judge } from '@mano/core/safety/judge'
import { afterReasons, keysFor, openAsks, reasonSubject } from '@mano/core/safety/reasons'
import type { Hand } from '@mano/core/catalogue/person'

/** What the judge says of one hand of a test, with the reasons of the day taken in. */
export function testGate(
  judge: Judge,
  reasons: readonly ReasonView[],
  t: {
    protocol: Protocol
    hand: Hand
    unitKind: string
    variant: Readonly<Record<string, string>>
  },
): { class: ActClass; findings: readonly Finding[] } {
  const verdict = judgeAct(judge, {
    kind: 'test',
    protocol: t.protocol,
    hand: t.hand,
    implementKind: t.unitKind,
    variant: t.variant,
  })
  const given = keysFor(reasons, reasonSubject('test', t.protocol.id), t.hand)
  const is = afterReasons(verdict, given)
  return {
    class: is,
    findings:
      is === 'stop'
        ? verdict.findings.filter((f) => f.class === 'stop')
        : is === 'ask'
          ? openAsks(verdict, given)
          : [],
  }
}
