import { v7 } from 'uuid'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { Subject } from '@mano/core/safety/act'
import { judgeAct, judgeBy, type Finding, type Judge, type Verdict } from '@mano/core/safety/judge'
import {
  afterReasons,
  keysFor,
  openAsks,
  reasonKey,
  reasonSubject,
  recorded,
} from '@mano/core/safety/reasons'
import { cautionName, findingLine } from '@mano/core/safety/words'
import type { Hand } from '@mano/core/catalogue/person'
import { AlarmEntity, GateReasonEntity } from '../db/entities'
import { type Athlete } from '../db/rows'
import { loadSafety, sceneDay, type Moment } from '../db/safety'
import type { Call } from '../api/api'
import { blocked, HttpProblem, refused } from '../faults/problem'
import { safetyFacts } from '@mano/core/safety/facts'
import type { Kg } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

export type Scene = Pick<Call, 'em' | 'hall' | 'now' | 'today' | 'actor'>

const subjectOf = (s: Subject): string =>
  reasonSubject(s.kind, s.kind === 'test' ? s.protocol.id : s.exercise.id)
const nameOf = (s: Subject): string => (s.kind === 'test' ? s.protocol.name : s.exercise.name)

/** One act at one door: what the judge says, and what reasons given today already cover. */
export interface Gate {
  subject: Subject
  verdict: Verdict
  given: readonly string[]
  class: Verdict['class']
}

/** Keys of an act that a reason covers. */
interface Given {
  subject: string
  hand: Hand
  keys: readonly string[]
}

/**
 * Acts of one athlete at one moment, by one judge. `more`: reasons beside those on record of the
 * day.
 */
export async function gatesFor(
  scene: Scene,
  athlete: Athlete,
  subjects: readonly Subject[],
  { more = [], ...moment }: Moment & { more?: readonly Given[] | Promise<readonly Given[]> } = {},
): Promise<Gate[]> {
  const { on = scene.today, ...asked } = moment
  const {
    record,
    flags,
    reasons: given,
  } = must((await loadSafety(scene.em, [athlete], on, sceneDay(scene))).get(athlete.id))
  const judge = judgeBy(safetyFacts(record, on, { ...asked, flags }))
  const reasons = [...given, ...(await more)]
  return subjects.map((subject) => gateOf(judge, reasons, subject))
}

export function gateOf(judge: Judge, reasons: readonly Given[], subject: Subject): Gate {
  const verdict = judgeAct(judge, subject)
  const given = keysFor(reasons, subjectOf(subject), subject.hand)
  return { subject, verdict, given, class: afterReasons(verdict, given) }
}

export const gateFor = async (
  scene: Scene,
  athlete: Athlete,
  subject: Subject,
  moment: Parameters<typeof gatesFor>[3] = {},
): Promise<Gate> => must((await gatesFor(scene, athlete, [subject], moment))[0])

const lines = (findings: readonly Finding[]): string =>
  [...new Set(findings.map(findingLine))].join(' ')
export const stopLine = (g: Gate): string =>
  lines(g.verdict.findings.filter((f) => f.class === 'stop'))
export const askLine = (g: Gate): string => lines(openAsks(g.verdict, g.given))

/** Keeps the coach's reason for what is asked of some acts; only a coach decides. */
export async function keepReason(
  scene: Scene,
  athlete: Athlete,
  gates: readonly Gate[],
  reason: string,
  on = scene.today,
): Promise<void> {
  const asking = gates
    .map((g) => ({ g, keys: openAsks(g.verdict, g.given).map(reasonKey) }))
    .filter((x) => x.keys.length > 0)
  if (asking.length === 0) return
  if (scene.actor.actorKind !== 'coach')
    throw new HttpProblem(403, 'not-allowed', 'Only a coach can give this reason.')
  for (const { g, keys } of asking)
    await scene.em.insert(GateReasonEntity, {
      ...scene.actor,
      id: v7(),
      athleteId: athlete.id,
      subject: subjectOf(g.subject),
      hand: g.subject.hand,
      givenOn: on,
      keys,
      reason,
    })
}

/** Refuses an act before the effort: a stop for everybody, an ask without a reason. */
export function mustBeOpen(g: Gate, field: string): void {
  if (g.class === 'stop') throw blocked(stopLine(g))
  if (g.class === 'ask') throw refused(field, askLine(g))
}

const HAND: Readonly<Record<Hand, string>> = {
  left: 'left hand',
  right: 'right hand',
  both: 'both hands',
}

/**
 * What already happened is kept; a stop, or an ask without a reason, raises one alarm a day, act
 * and hand. True where one stands.
 */
export async function alarmFor(
  scene: Scene,
  athlete: Athlete,
  g: Gate,
  on: string,
  sourceId: string,
): Promise<boolean> {
  if (recorded(g.verdict, g.given) === 'free') return false
  const findings =
    g.class === 'stop'
      ? g.verdict.findings.filter((f) => f.class === 'stop')
      : openAsks(g.verdict, g.given)
  const row = {
    athleteId: athlete.id,
    happenedOn: on,
    subject: subjectOf(g.subject),
    hand: g.subject.hand,
    class: g.class as 'stop' | 'ask',
  }
  const keys = findings.map(reasonKey)
  const there = await scene.em.find(AlarmEntity, { where: row })
  if (there.some((a) => keys.every((k) => a.keys.includes(k)))) return true
  await scene.em.insert(AlarmEntity, {
    ...scene.actor,
    ...row,
    id: v7(),
    keys,
    sourceId,
    says:
      `${nameOf(g.subject)}, ${HAND[g.subject.hand]}: done ` +
      `${g.class === 'stop' ? 'though it was stopped' : 'without a reason'}. ` +
      `${[...new Set(findings.map(cautionName))].join('; ')}.`,
  })
  return true
}

/** An act named from outside. */
export function subjectNamed(
  kind: 'test' | 'exercise',
  of: string,
  hand: Hand,
  more: {
    implementKind?: string | null
    addedKg?: Kg | null
    variant?: Readonly<Record<string, string>>
  } = {},
): Subject {
  const rest = {
    hand,
    ...(more.implementKind !== undefined &&
      more.implementKind !== null && { implementKind: more.implementKind }),
    ...(more.addedKg !== undefined && more.addedKg !== null && { addedKg: more.addedKg }),
  }
  const protocol = kind === 'test' ? protocolById(of) : undefined
  const exercise = kind === 'exercise' ? exerciseById(of) : undefined
  if (protocol)
    return { kind: 'test', protocol, ...rest, ...(more.variant && { variant: more.variant }) }
  if (exercise) return { kind: 'exercise', exercise, ...rest }
  throw refused('of', 'The act is not known.')
}
