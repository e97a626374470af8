import { demandProfile } from '@mano/core/demand/profile'
import { BEFORE, SAME_QUALITY, sameQuality } from '@mano/core/gaps/belief'
import { howSure } from '@mano/core/gaps/sure'
import { gapFacts, readGaps, type GapJudgement } from '@mano/core/gaps/read'
import { protocolById } from '@mano/core/catalogue/protocols'
import { measuresRow } from '@mano/core/testing/rows'
import { WELL } from '@mano/core/plan/sample'
import { stepsBy, type Steps } from '@mano/core/record/known'
import { buildSeries } from '@mano/core/record/series'
import { judgeBy } from '@mano/core/safety/judge'
import { seriesKey, type TestSession } from '@mano/core/testing/session'
import { addDays } from '@mano/core/units/dates'
import { Seeded } from '@mano/core/units/seeded'
import { must } from '@mano/core/units/must'

/** Tests with an implement each, and a standard in the test's own unit. */
const TESTS = [
  { protocolId: 'dyno_seated', unitKind: 'dyno', standard: 480 },
  { protocolId: 'pull_max', unitKind: 'edge', standard: 420 },
  { protocolId: 'pull_max', unitKind: 'block', standard: 200 },
  { protocolId: 'key_pinch', unitKind: 'pinch_gauge', standard: 95 },
  { protocolId: 'wrist_max', unitKind: 'strap', standard: 18, variant: { direction: 'flexion' } },
  { protocolId: 'wrist_max', unitKind: 'strap', standard: 11, variant: { direction: 'extension' } },
  { protocolId: 'finger_open', unitKind: 'band_finger', standard: 60 },
] as const
const SPORTS = ['grappler_gi', 'climber_boulder', 'boxer', 'thrower_ball', 'obstacle_racer']

const pct = (n: number, of: number): string => `${((100 * n) / Math.max(1, of)).toFixed(0)} %`

/** Repeats of nine others, five tests each: what a hall's own record knows of a test's error. */
function othersSteps(random: Seeded): Record<string, Steps[]> {
  const steps: Record<string, Steps[]> = {}
  for (let member = 0; member < 9; member++) {
    const tests = [0, 21, 42, 63, 84].flatMap((days) =>
      TESTS.map((t, k) => sessionOf(random, t, k, addDays('2026-05-01', days), new Map())),
    )
    for (const s of buildSeries(tests))
      (steps[seriesKey('', s.setup, 'pair')] ??= []).push(stepsBy(s, '9999-12-31'))
  }
  return steps
}

/**
 * First priority on a test day and a fortnight after, against standards: the same how often, by how
 * many tests there are; and how true the stated odds of being first are. `known`: the test's error
 * is told by others' repeats, else a published one stands in.
 */
export function firstPriorityRows(
  athletes: number,
  known: boolean,
): { same: string[]; odds: string[] } {
  const random = new Seeded(61)
  const steps = known ? othersSteps(random) : {}
  const bins = Array.from({ length: 10 }, () => ({ all: 0, said: 0, first: 0 }))
  const same = [3, 5, 7].map((count) => {
    let [kept, all] = [0, 0]
    for (let i = 0; i < athletes; i++) {
      const sportId = must(SPORTS[i % SPORTS.length])
      const profile = demandProfile(sportId)
      if (!profile) continue
      // The truth of each row: rows of one quality go together as Mano assumes.
      const shared = new Map<string, number>()
      const truth = new Map<string, number>()
      for (const r of profile.rows)
        for (const e of r.emphasis) {
          const z = shared.get(r.quality.id) ?? random.normal()
          shared.set(r.quality.id, z)
          truth.set(
            `${r.quality.id}.${e.id}`,
            BEFORE.mean +
              BEFORE.sd *
                (Math.sqrt(SAME_QUALITY) * z + Math.sqrt(1 - SAME_QUALITY) * random.normal()),
          )
        }
      const tests = TESTS.slice(0, count)
      const day = (on: string): TestSession[] =>
        tests.map((t, k) => sessionOf(random, t, k, on, truth))
      const read = (on: string) =>
        readGaps({
          ...gapFacts(
            { level: 'trained', sexForNorms: null, birthDate: null, dominantHand: 'left' },
            [],
            {
              standards: tests.map((t) => ({
                protocolId: t.protocolId,
                sportId: null,
                level: null,
                value: t.standard,
                variant: 'variant' in t ? t.variant : { kind: t.unitKind },
              })),
              squad: [],
              steps,
              staleDays: 42,
              choices: [],
            },
          ),
          profile,
          series: buildSeries(day(on)),
          today: on,
          judge: judgeBy(WELL),
          injuries: [],
        })
      const first = read('2026-10-01')
      const again = read('2026-10-15')
      all++
      if (must(first.priorities[0]).row.key === must(again.priorities[0]).row.key) kept++
      tally(first, truth, bins)
    }
    return `| ${count} | ${pct(kept, all)} |`
  })
  return {
    same,
    odds: bins.flatMap((b, i) =>
      b.all < 20
        ? []
        : [
            `| ${10 * i} to ${10 * (i + 1)} % | ${b.all} | ${pct(b.said, b.all)} | ` +
              `${pct(b.first, b.all)} |`,
          ],
    ),
  }
}

/**
 * Stated odds of each row beside whether it is first in the truth, which the test of rows decides.
 */
function tally(
  g: GapJudgement,
  truth: ReadonlyMap<string, number>,
  bins: { all: number; said: number; first: number }[],
): void {
  const sure = howSure(g.priorities)
  const short = (key: string) => Math.max(0, truth.get(key) ?? 0)
  const carried = (p: GapJudgement['priorities'][number]) =>
    p.carry > 0 && p.own > 0 ? p.carry : 0
  const rows = g.priorities.map((p) => p.row)
  const lifts = (r: (typeof rows)[number]) => r.weight * short(r.key)
  const worth = (p: GapJudgement['priorities'][number]) =>
    p.cap * (lifts(p.row) + sameQuality(p.row, rows, lifts) + carried(p))
  const best = must([...g.priorities].sort((a, b) => worth(b) - worth(a))[0])
  for (const p of g.priorities) {
    const said = sure.get(p.row.key)?.first ?? 0
    const bin = must(bins[Math.min(9, Math.floor(said * 10))])
    bin.all++
    bin.said += said
    if (p === best) bin.first++
  }
}

function sessionOf(
  random: Seeded,
  t: (typeof TESTS)[number],
  k: number,
  on: string,
  truth: ReadonlyMap<string, number>,
): TestSession {
  const protocol = must(protocolById(t.protocolId))
  const variant: Record<string, string> = 'variant' in t ? { ...t.variant } : { kind: t.unitKind }
  const key = [...truth.keys()].find((x) => {
    const [q, e] = x.split('.') as [never, never]
    return measuresRow(protocol, { variant, unitKind: t.unitKind, sizeMm: 80 }, q, e)
  })
  const level = t.standard * (1 - (truth.get(key ?? '') ?? 0))
  const hand = (h: 'left' | 'right') => {
    const today = level * (1 + 0.02 * random.normal())
    return [1, 2, 3].map((n) => ({
      id: `${on} ${k} ${h} ${n}`,
      hand: h,
      ordinal: n,
      value: Math.max(1, today * (1 + 0.03 * random.normal())),
      enteredValue: 0,
      enteredUnit: 'N' as const,
      pain: null,
      recordedAt: on,
      struck: null,
      correction: null,
    }))
  }
  return {
    id: `${on} ${k}`,
    athleteId: 'a',
    protocolId: t.protocolId,
    protocolVersion: 1,
    unitId: `u${k}`,
    measurementId: `m${k}`,
    unitKind: t.unitKind,
    sizeMm: 80,
    variant,
    performedAt: `${on}T10:00:00Z`,
    performedOn: on,
    practice: false,
    trials: [...hand('left'), ...hand('right')],
  }
}
