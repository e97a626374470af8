import { execFileSync, spawnSync } from 'node:child_process'
import { smallWeek } from '@mano/core/plan/sample'
import { existsSync } from 'node:fs'
import { Pool } from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { kitsOf } from '@mano/core/match/kit'
import { validate } from '@mano/core/plan/rules'
import { planContext } from '@mano/core/plan/context'
import { judgeBy } from '@mano/core/safety/judge'
import { safetyFacts } from '@mano/core/safety/facts'
import { demoRecord } from '../src/demo/safety'
import { clockFrom, readConfig, readRights } from '../src/api/config'
import { generateDemo } from '../src/demo/generate'
import { meets } from '../src/demo/judge'
import { DEMO_SIGN_IN, loadDemo } from '../src/demo/load'
import { generatePlans } from '../src/demo/plans'
import { STORIES } from '../src/demo/stories'
import { rig, rosterOf, signIn, type Rig } from './hall'

const DAY = '2026-10-08'

describe('the generator', () => {
  it('gives the same hall for a seed and another for another', () => {
    expect(generateDemo(3, DAY)).toEqual(generateDemo(3, DAY))
    expect(generateDemo(4, DAY)).not.toEqual(generateDemo(3, DAY))
  })
  it('moves with the day it is made for, and no test is in the future', () => {
    for (const day of [DAY, '2027-01-01'])
      for (const a of generateDemo(3, day).athletes)
        for (const s of a.sessions) expect(s.performedOn <= day).toBe(true)
  })
  it('has nine athletes over the five families, one without tests, one under 18', () => {
    const hall = generateDemo(3, DAY)
    expect(hall.athletes).toHaveLength(9)
    expect(hall.athletes.filter((a) => a.sessions.length === 0)).toHaveLength(1)
    expect(STORIES.filter((s) => s.ageYears < 18)).toHaveLength(1)
    expect(STORIES.filter((s) => s.week?.place === 'bag')).toHaveLength(1)
  })
  it('what is certain in a story is found for any seed', () => {
    for (let seed = 1; seed <= 5; seed++)
      for (const a of generateDemo(seed, DAY).athletes)
        for (const e of a.story.expects.filter((x) =>
          ['stage', 'caution', 'norms', 'match', 'says'].includes(x.ask),
        ))
          expect(meets(e, a, DAY), `${a.story.id} ${seed}`).toBe(true)
  })
  it('its plans break no rule of safety, and its logs belong to blocks of the past', () => {
    const hall = generateDemo(3, DAY)
    for (const a of hall.athletes) {
      const plans = generatePlans(3, hall, a, DAY)
      expect(plans.length > 0).toBe(a.story.week !== null)
      for (const p of plans) {
        const context = planContext(
          judgeBy(
            safetyFacts(
              demoRecord({ ...a, story: { ...a.story, injury: undefined as never } }, DAY),
              p.weekStart,
            ),
          ),
          kitsOf(hall.units),
          [],
          p.weekStart,
        )
        expect(validate(p, context).filter((b) => b.kind === 'safety')).toEqual([])
        expect(p.logs.every((l) => l.on < DAY && p.blocks.some((b) => b.id === l.blockId))).toBe(
          true,
        )
      }
    }
  })
})

describe('the demo hall in the database', () => {
  let r: Rig
  let pool: Pool
  beforeAll(async () => {
    r = await rig()
    pool = new Pool({ connectionString: r.urls.app })
  })
  afterAll(async () => {
    await pool.end()
    await r.close()
  })
  it('is loaded once, and its roster tells who needs what', async () => {
    expect(await loadDemo(r.app, new Date('2026-11-25T10:00:00Z'))).toBe(true)
    expect(await loadDemo(r.app, new Date('2026-11-25T10:00:00Z'))).toBe(false)
    const agent = await signIn(r, DEMO_SIGN_IN.login, DEMO_SIGN_IN.password)
    const rows = await rosterOf(agent)
    const need = (name: string) => rows.find((a) => a.name === name)!.call
    expect(rows).toHaveLength(9)
    expect(need('Kaya Osei-Lund')).toMatchObject({ need: 'act', alarm: true })
    expect(need('Dov Hartigan')).toMatchObject({ need: 'act', stage: 'review' })
    expect(need('Jonah Pell')).toMatchObject({ need: 'due', stage: 'floor' })
    expect(need('Abel Quist')).toMatchObject({ need: 'due', stage: 'intake' })
  })
})

describe('settings', () => {
  it('the pinned clock runs on from its instant; nonsense is refused', () => {
    const clock = clockFrom('2026-10-08T10:00:00Z')
    expect(Math.abs(clock().getTime() - Date.parse('2026-10-08T10:00:00Z'))).toBeLessThan(1000)
    expect(() => clockFrom('soon')).toThrow('not an instant')
  })
  it('what must be set is named', () => {
    expect(() => readConfig({})).toThrow('MANO_SESSION_SECRET')
    expect(() => readRights({})).toThrow('MANO_PG_ADMIN_URL')
  })
})

describe('./mano plan', () => {
  const bundle = new URL('../dist/plan.mjs', import.meta.url).pathname
  const run = (args: string[], input: string) => {
    const r = spawnSync('node', [bundle, ...args], { input, encoding: 'utf8' })
    return {
      status: r.status,
      says: r.stderr,
      out: r.stdout === '' ? null : (JSON.parse(r.stdout) as Record<string, unknown>),
    }
  }
  const problem = smallWeek(4)
  it.runIf(existsSync(bundle))(
    'plans a week that its own check passes, the same twice; a broken plan ends with 1 ' +
      'and names the rule',
    () => {
      const made = run([], JSON.stringify(problem))
      expect(made.status).toBe(0)
      expect(run([], JSON.stringify(problem)).out).toEqual(made.out)
      expect(made.out!['withinPct']).toBeLessThanOrEqual(2)
      const plan = made.out!['plan'] as { blocks: { sets: number }[] }
      const checked = run(['--check'], JSON.stringify({ problem, plan }))
      expect(checked).toMatchObject({ status: 0, out: { breaches: [] } })
      expect(checked.out!['total']).toBeCloseTo(made.out!['points'] as number, 6)
      const worse = run(
        ['--check'],
        JSON.stringify({
          problem,
          plan: { ...plan, blocks: plan.blocks.map((b) => ({ ...b, sets: 25 })) },
        }),
      )
      expect(worse.status).toBe(1)
      expect((worse.out!['breaches'] as { rule: string }[]).map((b) => b.rule)).toContain('minutes')
    },
  )
  it.runIf(existsSync(bundle))('says what clashes, and what is wrong with a file', () => {
    const shut = run(
      [],
      JSON.stringify({
        ...problem,
        terms: {
          ...problem.terms,
          pins: [
            {
              exerciseId: problem.terms.library![0],
              day: problem.frame.findIndex((d) => d.minutes === 0),
              sets: null,
            },
          ],
        },
      }),
    )
    expect(shut.status).toBe(1)
    expect((shut.out!['clashes'] as { rule: string }[]).map((c) => c.rule)).toContain('pin')
    expect(run([], 'no json')).toMatchObject({
      status: 2,
      says: expect.stringContaining('not JSON') as string,
    })
    expect(run([], '{}')).toMatchObject({
      status: 2,
      says: expect.stringContaining('weekStart is a Monday') as string,
    })
    expect(run(['--loud'], '{}').says).toContain('usage')
  })
})

describe('./mano calc', () => {
  const bundle = new URL('../dist/calc.mjs', import.meta.url).pathname
  const calc = (args: string[], input: string) =>
    execFileSync('node', [bundle, ...args], {
      input,
      encoding: 'utf8',
      stdio: ['pipe', 'pipe', 'pipe'],
    })
  it.runIf(existsSync(bundle))(
    'answers in order, skips other topics, and a broken case does not stop the rest',
    () => {
      const cases = [
        { topic: '2-asymmetry', id: 'a', inputs: { left: 46, right: 50 } },
        { topic: '1-trials', id: 'b', inputs: { trials: [1, 2] } },
        { topic: '2-asymmetry', id: 'c' },
        { topic: '2-asymmetry', id: 'd', inputs: { left: [1], right: [2] } },
      ]
      const answers = (
        JSON.parse(calc(['2'], JSON.stringify({ cases }))) as {
          cases: { id: string; result?: Record<string, unknown>; error?: string }[]
        }
      ).cases
      expect(answers.map((x) => x.id)).toEqual(['a', 'c', 'd'])
      expect(answers[0]!.result!['bsa_pct']).toBeCloseTo(8, 12)
      expect(answers[1]!.error).toBeTypeOf('string')
      expect(answers[2]!.result!['fieller_asym']).toBeNull()
    },
  )
  it.runIf(existsSync(bundle))('a file that is none ends with 1, no topic with 2', () => {
    const status = (args: string[], input: string) => {
      try {
        calc(args, input)
        return 0
      } catch (e) {
        return (e as { status: number }).status
      }
    }
    expect(status(['2'], 'no json')).toBe(1)
    expect(status(['2'], '{}')).toBe(1)
    expect(status([], '{}')).toBe(2)
  })
})
