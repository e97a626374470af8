import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { exerciseById } from '../../src/catalogue/exercises'
import { TEMPLATES } from '../../src/catalogue/templates'
import { bestsOf } from '../../src/session/bests'
import { tooNear } from '../../src/plan/limits'
import { contextOf } from '../../src/plan/problem'
import { tissueDays } from '../../src/plan/ledger'
import { validate } from '../../src/plan/rules'
import { schoolWeek } from '../../src/plan/sample'
import { solveWeek } from '../../src/plan/solve'
import { asTemplate, daysFor, templateWeek } from '../../src/plan/template'
import { sessionMinutes } from '../../src/plan/time'
import { type Block } from '../../src/plan/types'
import { EMPTY_DAY } from '../../src/intake/week'
import type { Series } from '../../src/record/series'
import { protocolById } from '../../src/catalogue/protocols'

const highs = await loadHighs()
const ids = () => {
  let n = 0
  return () => `t${++n}`
}
const open = (on: readonly number[]) =>
  [0, 1, 2, 3, 4, 5, 6].map((d) => ({ ...EMPTY_DAY, minutes: on.includes(d) ? 40 : 0 }))
const problem = { ...schoolWeek('size', 1, {}), frame: open([0, 2, 4, 5]) }

describe('shipped templates', () => {
  it.each(TEMPLATES.map((t) => [t.name, t] as const))(
    '%s: its exercises exist, fit its minutes and hold the extensors',
    (_, t) => {
      for (const week of t.weeks) {
        for (const s of week) {
          const blocks = s.blocks.map((b): Block => {
            const e = exerciseById(b.exerciseId)!
            return {
              id: b.exerciseId,
              day: s.day,
              exerciseId: e.id,
              sets: b.sets,
              dose: Math.round((e.dose.range[0] + e.dose.range[1]) / 2),
              hands: e.hands === 'both' ? ['both'] : ['left', 'right'],
              reason: '',
            }
          })
          expect(sessionMinutes(blocks), `${t.name} ${s.day}`).toBeLessThanOrEqual(s.minutes)
        }
        expect(
          week.some((s) =>
            s.blocks.some((b) => exerciseById(b.exerciseId)!.primary === 'finger_ext'),
          ),
        ).toBe(true)
        expect(
          week.some((s) =>
            s.blocks.some((b) => exerciseById(b.exerciseId)!.primary === 'wrist_ext'),
          ),
        ).toBe(true)
      }
    },
  )
})

describe("a template on an athlete's week", () => {
  const sessions = TEMPLATES[0]!.weeks[0]!
  it("goes to the athlete's own days in their order, else to the days it asks for", () => {
    expect(daysFor(sessions, open([1, 3, 5, 6]))).toEqual([1, 3, 5, 6])
    expect(daysFor(sessions, open([0, 1, 2, 4, 5]))).toEqual([0, 2, 4, 5])
    expect(daysFor(sessions, open([3]))).toEqual([0, 2, 4, 5])
  })
  it(
    'keeps sport and events, takes the days without a session out, and leaves out what a ' +
      'caution holds',
    () => {
      const hurt = {
        ...problem,
        facts: {
          ...problem.facts,
          injuries: [
            {
              site: 'thumb' as const,
              side: 'left' as const,
              status: 'active' as const,
              cleared: null,
              daysAgo: 20,
            },
          ],
        },
        frame: problem.frame.map((d, i) => ({ ...d, sportLoad: (i === 1 ? 3 : 0) as 0 | 3 })),
      }
      const made = templateWeek(TEMPLATES[0]!, 0, hurt, ids())
      expect(made.plan.frame.map((d) => d.minutes)).toEqual([45, 0, 45, 0, 45, 15, 0])
      expect(made.plan.frame[1]!.sportLoad).toBe(3)
      expect(made.plan.blocks.find((b) => b.exerciseId === 'pinch_hold')?.hands).toEqual(['right'])
    },
  )
  it.each(TEMPLATES.map((t) => [t.name, t] as const))(
    '%s: solved it keeps the rules and most of the template',
    (_, t) => {
      for (const w of t.weeks.keys()) {
        const made = templateWeek(t, w, problem, ids())
        const solved = solveWeek(highs, made.problem, {
          start: made.plan,
          newId: ids(),
          gap: 0.05,
          iterations: 1200,
        })
        if (!solved.ok) throw new Error(`${t.name}: no plan`)
        expect(validate(solved.plan, contextOf(made.problem))).toEqual([])
        const kept = made.plan.blocks.filter((b) =>
          solved.plan.blocks.some((x) => x.exerciseId === b.exerciseId && x.day === b.day),
        ).length
        expect(kept / made.plan.blocks.length, t.name).toBeGreaterThanOrEqual(0.5)
      }
    },
  )
  it('a week becomes a template and comes back as it was', () => {
    const made = templateWeek(TEMPLATES[1]!, 0, problem, ids())
    const own = asTemplate('own', 'Own', made.plan, 'ordinary')
    const again = templateWeek(own, 0, { ...problem, frame: made.plan.frame }, ids())
    const key = (b: Block) => `${b.day} ${b.exerciseId} ${b.sets}`
    expect(again.plan.blocks.map(key).sort()).toEqual(made.plan.blocks.map(key).sort())
  })
})

describe('hours between hard days', () => {
  const frame = (a?: string, b?: string) =>
    [0, 1, 2, 3, 4, 5, 6].map((d) => ({
      ...EMPTY_DAY,
      minutes: 40,
      at: d === 0 ? a : d === 2 ? b : undefined,
    }))
  it('an evening and the next but one morning are too near', () => {
    expect(tooNear(frame(), 0, 2)).toBe(false)
    expect(tooNear(frame('19:00', '07:00'), 0, 2)).toBe(true)
    expect(tooNear(frame('07:00', '19:00'), 0, 2)).toBe(false)
    expect(tooNear(frame(), 0, 1)).toBe(true)
  })
  it('are a rule of the week, and say when a tissue is ready again', () => {
    const blocks = [0, 2].map((day): Block => ({
      id: `${day}`,
      day,
      exerciseId: 'pinch_max',
      sets: 3,
      dose: 6,
      hands: ['left', 'right'],
      reason: '',
    }))
    const broken = (f: ReturnType<typeof frame>) =>
      validate(
        { weekStart: problem.weekStart, frame: f, blocks },
        contextOf({ ...problem, frame: f }),
      ).some((b) => b.rule === 'gap_48h')
    expect(broken(frame('17:00', '17:00'))).toBe(false)
    expect(broken(frame('17:30', '17:00'))).toBe(true)
    const ready = tissueDays(
      problem.weekStart,
      frame('17:30', '18:00'),
      blocks,
      contextOf(problem),
    ).find((r) => r.tissue === 'thumb')!.days
    expect(ready.map((d) => d.readyAt)).toEqual([65.5, null, 114, null, null, null, null])
  })
})

describe('bests that loads are made from', () => {
  const series = (protocolId: string, best: number, more: object = {}): Series => ({
    key: protocolId,
    athleteId: 'a',
    protocol: protocolById(protocolId)!,
    setup: { variant: {}, unitKind: 'block', sizeMm: 80, ...more } as unknown as Series['setup'],
    consistent: false,
    points: [
      {
        sessionId: 's',
        on: '2026-10-01',
        practice: false,
        byHand: { left: { best } as never },
        verdict: null,
      },
    ],
  })
  it(
    'a lift counts as it is, a pull on a cell as the load it would lift, a squeeze not at ' + 'all',
    () => {
      expect(bestsOf([series('lift_max', 25)])).toEqual([
        { quality: 'pinch_wide', implement: 'block', hand: 'left', kg: 25, on: '2026-10-01' },
      ])
      expect(bestsOf([series('pull_max', 196.133)])[0]!.kg).toBeCloseTo(20, 9)
      expect(bestsOf([series('dyno_seated', 400, { unitKind: 'dyno' })])).toEqual([])
    },
  )
})
