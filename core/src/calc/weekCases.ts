import type { Highs } from 'highs'
import type { CalcAnswer, CalcCase } from './adapter'
import { pairOf, weekFor, type GivenAthlete, type GivenBlock } from './week'
import { must } from '../units/must'
import { isAmong } from '../units/among'

/** Topics answered by the planner: 10 which week is better, 11 the week that would be planned. */
export const WEEK_TOPICS = ['10', '11'] as const

interface Inputs {
  athlete?: GivenAthlete
  a?: GivenBlock[]
  b?: GivenBlock[]
}
const numberOf = (topic: string | undefined): string => must((topic ?? '').split('-')[0])

/**
 * Answers of the cases that are about weeks, by id; a case may carry its inputs in `inputs` or
 * beside its id, and its topic or none (then it is of the topic asked for). A broken case is an
 * error of its own.
 */
export async function answerWeeks(
  cases: readonly CalcCase[],
  topic: string,
  load: () => Promise<Highs>,
): Promise<Map<string, CalcAnswer>> {
  const out = new Map<string, CalcAnswer>()
  let highs: Highs | null = null
  for (const c of cases) {
    const own = numberOf(c.topic ?? topic)
    if (!isAmong(WEEK_TOPICS, own)) continue
    if (topic !== 'all' && numberOf(topic) !== own) continue
    try {
      const { athlete, a, b } = (c.inputs ?? c) as Inputs
      if (!athlete) throw new Error('no athlete')
      if (own === '10') {
        if (!a || !b) throw new Error('two weeks are needed, a and b')
        out.set(c.id, { id: c.id, result: pairOf(athlete, a, b) })
      } else {
        highs ??= await load()
        out.set(c.id, { id: c.id, result: weekFor(highs, athlete) })
      }
    } catch (error) {
      out.set(c.id, { id: c.id, error: error instanceof Error ? error.message : String(error) })
    }
  }
  return out
}
