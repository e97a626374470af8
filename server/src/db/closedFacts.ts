import { EXERCISES } from '@mano/core/catalogue/exercises'
import { PROTOCOLS } from '@mano/core/catalogue/protocols'
import type { Subject } from '@mano/core/safety/act'
import { actKey, judgeAct, judgeBy } from '@mano/core/safety/judge'
import type { SafetyFacts } from '@mano/core/safety/triggers'

/** Facts without what only the coaches see: each act says what the answers make of it. */
export function closedFacts(facts: SafetyFacts): SafetyFacts {
  const judge = judgeBy(facts)
  const acts: Subject[] = [
    ...EXERCISES.map((exercise): Subject => ({ kind: 'exercise', exercise, hand: 'both' })),
    ...PROTOCOLS.flatMap((protocol) =>
      protocol.implements.map((implementKind): Subject => ({
        kind: 'test',
        protocol,
        hand: 'both',
        implementKind,
      })),
    ),
  ]
  const closed = Object.fromEntries(
    acts.flatMap((s) => {
      const by = judgeAct(judge, s).findings.filter(
        (f) =>
          ['health', 'unanswered', 'restriction_history'].includes(f.caution.trigger.kind) &&
          f.class !== 'free',
      )
      return by.length === 0
        ? []
        : [[actKey(s), by.some((f) => f.class === 'stop') ? ('stop' as const) : ('ask' as const)]]
    }),
  )
  return { ...facts, health: [], healthDue: false, closed }
}
