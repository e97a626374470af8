import { describe, expect, it } from 'vitest'
import { SCHOOL_EFFECTS } from '@mano/core/plan/schools'
import { foundBy, foundLines, missed, schoolLine } from '../src/prove/plannerFound'
import type { Result } from '../src/prove/plannerJobs'

type Of<K extends Result['kind']> = Extract<Result, { kind: K }>

const week = (more: Partial<Of<'week'>> = {}): Result => ({
  kind: 'week',
  seed: 1,
  feasible: true,
  draftS: 0.2,
  cpuS: 1,
  gap: 0.01,
  broken: 0,
  worse: false,
  blocks: 10,
  staple: 8,
  good: 1,
  first: 0.98,
  minimal: null,
  ...more,
})
const coach: Result = {
  ...{ kind: 'coach', id: 'A1', broken: 0, blocks: 8, staple: 7, good: 1, served: true },
  ...{ share: 0.95, draft: 1, coachServes: true },
}
const SCHOOL = SCHOOL_EFFECTS[0]!
const school = (larger: number, smaller: number): Result => ({
  ...{ kind: 'school', id: SCHOOL.id, seed: 1, larger, smaller, broken: 0 },
})
const edit = (ms: number): Result => ({
  ...{ kind: 'edit', seed: 1, what: 'pin', ms, ok: true, broken: 0, changed: 2 },
})
const small = (best: boolean): Result => ({ kind: 'small', seed: 7, best, feasible: true })
const block = (leastShare: number): Result => ({
  ...{ kind: 'block', sport: 'boxer', seed: 1, cpuS: 9, broken: 0, leastShare, kept: true },
  page: null,
})
const WELL: Result[] = [
  week(),
  coach,
  school(3, 2),
  edit(120),
  small(true),
  block(0.9),
  { kind: 'same', seed: 3, same: true },
]
/** What is missed where one more was found. */
const missedWith = (r: Result) => missed(foundBy([...WELL, r]))

describe("what the planner's long checks found", () => {
  it('nothing is missed where all is well', () => expect(missed(foundBy(WELL))).toEqual([]))
  it.each<[string, Result, string]>([
    ['a week that breaks a rule', week({ seed: 5, broken: 1 }), 'week 5'],
    ['one worse than its draft', week({ seed: 6, worse: true }), 'week 6'],
    ['a clash that is not minimal', week({ seed: 8, minimal: false }), 'week 8'],
    ['a small week that has a better', small(false), 'small week 7'],
    ['a block that collapses', block(0.5), 'block boxer 1: 0 broken, least share 0.50, kept true'],
    ['an approach without its effect', school(1, 2), `school ${SCHOOL.id} 1: 1 and 2`],
    ['another plan in another run', { kind: 'same', seed: 4, same: false }, 'same 4'],
  ])('%s is named', (_, found, says) => expect(missedWith(found)).toContain(says))
  it('what is asked of all of a kind: time, the coach’s own weeks, and a plan at all', () => {
    expect(missedWith(week({ draftS: 1 }))).toContain('a draft took a second')
    expect(missedWith({ ...coach, share: 0.89 } as Result).join()).toContain('within a tenth')
    expect(missedWith(week({ feasible: false, minimal: true }))).toContain(
      'too few weeks have a plan',
    )
    expect(missedWith(week({ cpuS: 16 }))).toContain('too few are within 2 % in 15 s')
    expect(missedWith(edit(900)).join()).toContain('over 300 ms')
  })
  it('every line has words and a figure', () => {
    for (const [what, , found] of foundLines(foundBy(WELL))) {
      expect(what).not.toBe('')
      expect(found, what).not.toMatch(/NaN|Infinity|undefined|^$/)
    }
    expect(schoolLine(foundBy(WELL), SCHOOL).slice(3)).toEqual(['1 of 1', '3.0', '2.0'])
  })
})
