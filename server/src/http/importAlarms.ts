import { v7 } from 'uuid'
import { In, type EntityManager } from 'typeorm'
import { safetyFacts } from '@mano/core/safety/facts'
import type { Subject } from '@mano/core/safety/act'
import { judgeAct, judgeBy, type Finding, type Judge } from '@mano/core/safety/judge'
import { reasonKey } from '@mano/core/safety/reasons'
import { cautionName } from '@mano/core/safety/words'
import type { Hand } from '@mano/core/catalogue/person'
import { groupBy } from '@mano/core/units/group'
import { bulkInsert } from '../db/bulk'
import { AlarmEntity, AthleteEntity } from '../db/entities'
import { type Actor, type Alarm, type Hall } from '../db/rows'
import { loadSafety } from '../db/safety'
import { must } from '@mano/core/units/must'

/** A test, or the sets of an exercise, of one day. */
export interface ImportedAct {
  athleteId: string
  /** What a reason of it would be kept under. */ subject: string
  name: string
  on: string
  hands: readonly Hand[]
  act: (hand: Hand) => Subject
}

/** Days of one athlete that are looked at, the newest: what is older is history. */
const DAYS_MOST = 120

/** Athletes looked at together: a record is long, and a hall has many. */
const AT_ONCE = 20

interface Scene {
  em: EntityManager
  hall: Hall
  today: string
  actor: Actor & { hallId: string }
}

/**
 * What a file brought in that would have been stopped or asked: kept, and one alarm for each
 * athlete and test or exercise. `words`: one of them, and several.
 */
export async function alarmImports(
  scene: Scene,
  importId: string,
  acts: readonly ImportedAct[],
  words: readonly [one: string, several: string],
): Promise<void> {
  const byAthlete = [...groupBy(acts, (t) => t.athleteId)]
  for (let i = 0; i < byAthlete.length; i += AT_ONCE)
    await bulkInsert(
      scene.em,
      AlarmEntity,
      { ...scene.actor },
      await alarmsOf(scene, importId, byAthlete.slice(i, i + AT_ONCE), words),
    )
}

async function alarmsOf(
  scene: Scene,
  importId: string,
  byAthlete: readonly (readonly [string, ImportedAct[]])[],
  words: readonly [one: string, several: string],
): Promise<Partial<Alarm>[]> {
  const athletes = await scene.em.find(AthleteEntity, {
    where: { id: In(byAthlete.map(([id]) => id)) },
  })
  const safety = await loadSafety(scene.em, athletes, scene.today, {
    timeZone: scene.hall.timeZone,
    // Its own transaction lasts: nothing is kept in it that others wait for.
    today: '',
  })
  const out: Partial<Alarm>[] = []
  for (const [athleteId, own] of byAthlete) {
    const days = [...new Set(own.map((t) => t.on))].sort().reverse().slice(0, DAYS_MOST)
    const judges = new Map<string, Judge>()
    for (const on of days) {
      judges.set(on, judgeBy(safetyFacts(must(safety.get(athleteId)).record, on)))
      // Others are answered meanwhile.
      await new Promise((resolve) => setImmediate(resolve))
    }
    for (const [subject, same] of groupBy(own, (t) => t.subject)) {
      const found = same.flatMap((t) => {
        const judge = judges.get(t.on)
        return judge
          ? t.hands.flatMap((hand) => {
              const findings = judgeAct(judge, t.act(hand)).findings.filter(
                (f) => f.class !== 'free',
              )
              return findings.length > 0 ? [{ t, hand, findings }] : []
            })
          : []
      })
      if (found.length === 0) continue
      const all: Finding[] = found.flatMap((f) => f.findings)
      const is = all.some((f) => f.class === 'stop') ? 'stop' : 'ask'
      const hands = new Set(found.map((f) => f.hand))
      const on = must(
        found
          .map((f) => f.t.on)
          .sort()
          .at(-1),
      )
      const n = new Set(found.map((f) => f.t)).size
      out.push({
        id: v7(),
        athleteId,
        happenedOn: on,
        subject,
        hand: hands.size === 1 ? must([...hands][0]) : 'both',
        class: is,
        keys: [...new Set(all.map(reasonKey))],
        sourceId: importId,
        says:
          `${must(same[0]).name}: ${n === 1 ? words[0] : `${n} ${words[1]}`} ` +
          `${is === 'stop' ? 'though it was stopped' : 'without a reason'}. ` +
          `${[...new Set(all.filter((f) => f.class === is).map(cautionName))].join('; ')}.`,
      })
    }
  }
  return out
}
