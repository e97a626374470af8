import { In, type EntityManager } from 'typeorm'
import type {
  AlarmView,
  ClearanceView,
  ExperienceView,
  HealthView,
  ReasonView,
} from '@mano/contract/safety'
import { countedWeeks } from '@mano/core/safety/weeks'
import { healthDue } from '@mano/core/safety/facts'
import { groupBy } from '@mano/core/units/group'
import {
  AccountEntity,
  AlarmAnswerEntity,
  AlarmEntity,
  GateReasonEntity,
  type Clearance,
} from './entities'
import type { Kept } from './safety'

export const clearanceView = (c: Clearance): ClearanceView => ({
  by: c.clearedBy,
  profession: c.profession,
  on: c.clearedOn,
  allows: c.allows,
  until: c.until,
  received: c.received,
  note: c.note,
})

export const reasonsOf = async (
  em: EntityManager,
  athleteId: string,
  on: string,
): Promise<ReasonView[]> =>
  (
    await em.find(GateReasonEntity, {
      where: { athleteId, givenOn: on },
      order: { recordedAt: 'ASC' },
    })
  ).map((r) => ({ subject: r.subject, hand: r.hand, keys: r.keys, reason: r.reason }))

/** Alarms that wait for an answer, newest first. */
export async function openAlarms(
  em: EntityManager,
  ids: readonly string[],
): Promise<Map<string, AlarmView[]>> {
  const order = new Map(
    (
      (await em.query('SELECT id FROM alarm WHERE athlete_id = ANY($1) ORDER BY seq DESC', [
        [...ids],
      ])) as { id: string }[]
    ).map((a, i) => [a.id, i]),
  )
  const all = (await em.find(AlarmEntity, { where: { athleteId: In([...ids]) } })).sort(
    (a, b) => order.get(a.id)! - order.get(b.id)!,
  )
  const undone = new Set(
    ((await em.query('SELECT import_id FROM test_import_undo')) as { import_id: string }[]).map(
      (u) => u.import_id,
    ),
  )
  const answered = new Set(
    all.length === 0
      ? []
      : (
          await em.find(AlarmAnswerEntity, {
            where: { alarmId: In(all.map((a) => a.id)) },
            select: { id: true, alarmId: true },
          })
        ).map((x) => x.alarmId),
  )
  const open = groupBy(
    all.filter((a) => !answered.has(a.id) && !undone.has(a.sourceId ?? '')),
    (a) => a.athleteId,
  )
  return new Map(
    ids.map((id) => [
      id,
      (open.get(id) ?? []).map((a) => ({
        id: a.id,
        on: a.happenedOn,
        hand: a.hand,
        class: a.class,
        says: a.says,
      })),
    ]),
  )
}

export function healthView({ health, clearances, record }: Kept, today: string): HealthView {
  const of = (id: string) => clearances.filter((c) => c.healthId === id).at(-1)
  return {
    answeredOn: health?.complete ? health.answeredOn : null,
    due: healthDue(record.health, today),
    yes: (health?.yes ?? []).map((id) => {
      const c = of(id)
      return { id, clearance: c ? clearanceView(c) : null }
    }),
  }
}

export async function experienceView(
  em: EntityManager,
  { experience, record }: Kept,
  today: string,
): Promise<ExperienceView[]> {
  const people = new Map((await em.find(AccountEntity)).map((a) => [a.id, a.name]))
  return [
    ...experience
      .filter((e) => e.weeks > 0)
      .map((e) => ({
        quality: e.quality,
        family: e.family,
        weeks: e.weeks,
        entered: { origin: e.origin, on: e.enteredOn, by: people.get(e.actorId ?? '') ?? '' },
      })),
    ...countedWeeks(record, today).map((c) => ({ ...c, entered: null })),
  ]
}
