import type { EntityManager } from 'typeorm'
import type { SquadResult } from '@mano/core/gaps/references'
import { sportsIn } from '@mano/core/demand/profile'
import { latestMeasure } from '@mano/core/intake/record'
import type { SquadSteps, Steps } from '@mano/core/record/known'
import { joined } from '@mano/core/review/squad'
import { seriesKey } from '@mano/core/testing/session'
import { ageOn, type LocalDate } from '@mano/core/units/dates'
import { groupBy } from '@mano/core/units/group'
import type { Sex } from '@mano/core/catalogue/person'
import { ownSports } from './intake'
import { loadParts } from './parts'
import { summedTests } from './summed'
import { ask } from './ask'

/** Other athletes at the most: from then on neither an error nor a median changes much. */
const MOST = 40

export interface Peers {
  /** Steps between their tests by series: what the error of a test is read from. */
  steps: SquadSteps
  /** Their newest results with what they are compared by. */
  results: SquadResult[]
}

const testsOf = async (em: EntityManager, than: string, protocolIds: readonly string[]) =>
  joined(await summedTests(em, protocolIds, { than, most: MOST }), (t) => seriesKey('', t, 'pair'))

function stepsIn(tests: Awaited<ReturnType<typeof testsOf>>): SquadSteps {
  const steps: Record<string, Steps[]> = {}
  for (const own of tests.values())
    for (const [setup, hands] of groupBy(own, (t) => t.setup))
      (steps[setup] ??= []).push(Object.fromEntries(hands.map((t) => [t.hand, t.differences])))
  return steps
}

const NOBODY = '00000000-0000-0000-0000-000000000000'

/**
 * Other athletes' repeats of protocols, for one athlete after the other: each protocol is read
 * once.
 */
export function peerSteps(
  em: EntityManager,
): (athleteId: string, protocolIds: readonly string[]) => Promise<SquadSteps> {
  const read = new Map<string, ReturnType<typeof testsOf>>()
  return async (athleteId, protocolIds) => {
    const steps: Record<string, readonly Steps[]> = {}
    for (const id of protocolIds) {
      const tests = read.get(id) ?? testsOf(em, NOBODY, [id])
      read.set(id, tests)
      const others = new Map(await tests)
      others.delete(athleteId)
      Object.assign(steps, stepsIn(others))
    }
    return steps
  }
}

/** Other athletes' repeats of these protocols, alone: neither their persons nor their results. */
export const stepsOfPeers = async (
  em: EntityManager,
  athleteId: string,
  protocolIds: readonly string[],
): Promise<SquadSteps> =>
  protocolIds.length === 0 ? {} : stepsIn(await testsOf(em, athleteId, protocolIds))

/** Other athletes' tests of these protocols: repeats, and the newest result of each set-up. */
export async function peersOf(
  em: EntityManager,
  athleteId: string,
  protocolIds: readonly string[],
  of: { today: LocalDate; timeZone: string },
): Promise<Peers> {
  if (protocolIds.length === 0) return { steps: {}, results: [] }
  const tests = await testsOf(em, athleteId, protocolIds)
  const ids = [...tests.keys()]
  const facts = new Map(
    (
      await ask<{ id: string; sex: Sex | null; born: string | null }>(
        em,
        'SELECT id, sex_for_norms AS sex, birth_date::text AS born FROM athlete WHERE id = ANY($1)',
        [ids],
      )
    ).map((a) => [a.id, a]),
  )
  const parts = await loadParts(em, ids, of.timeZone)
  const sports = await ownSports(em)
  const results: SquadResult[] = []
  for (const [id, own] of tests)
    for (const [setup, hands] of groupBy(own, (t) => t.setup)) {
      const a = facts.get(id)
      const p = parts.get(id)
      results.push({
        setup,
        value: Math.max(...hands.map((t) => t.value)),
        sex: a?.sex ?? null,
        ageYears: a?.born ? ageOn(a.born, of.today) : null,
        sports: p?.demand ? sportsIn(p.demand, sports) : [],
        massKg: latestMeasure(p?.measurements ?? [], 'body_mass', 'both')?.value ?? null,
      })
    }
  return { steps: stepsIn(tests), results }
}
