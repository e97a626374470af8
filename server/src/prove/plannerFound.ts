import { SCHOOL_EFFECTS } from '@mano/core/plan/schools'
import type { Result } from './plannerJobs'

type Of<K extends Result['kind']> = Extract<Result, { kind: K }>

/** What the long checks of the planner found, by kind. */
export interface Found {
  coaches: Of<'coach'>[]
  weeks: Of<'week'>[]
  /** Weeks with a plan, and those without. */
  solved: Of<'week'>[]
  refused: Of<'week'>[]
  /** Solved in time. */
  quick: Of<'week'>[]
  blocks: Of<'block'>[]
  schools: Of<'school'>[]
  edits: Of<'edit'>[]
  same: Of<'same'>[]
  smalls: Of<'small'>[]
}

/** Within 2 % of the bound in so many seconds of the processor. */
const QUICK = { gap: 0.02, cpuS: 15 }

export function foundBy(results: readonly Result[]): Found {
  const kind = <K extends Result['kind']>(k: K) => results.filter((r): r is Of<K> => r.kind === k)
  const weeks = kind('week')
  const solved = weeks.filter((w) => w.feasible)
  return {
    coaches: kind('coach'),
    weeks,
    solved,
    refused: weeks.filter((w) => !w.feasible),
    quick: solved.filter((w) => w.gap <= QUICK.gap + 1e-9 && w.cpuS <= QUICK.cpuS),
    blocks: kind('block'),
    schools: kind('school'),
    edits: kind('edit'),
    same: kind('same'),
    smalls: kind('small'),
  }
}

const quantile = (of: readonly number[], q: number): number =>
  [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(q * of.length))] ?? NaN
const median = (of: readonly number[]): number => quantile(of, 0.5)
const share = (q: number): string => `${(100 * q).toFixed(1)} %`
const pct = (n: number, of: number): string =>
  of === 0 ? 'none to look at' : `${n} of ${of} (${((100 * n) / of).toFixed(0)} %)`
const some = <T>(all: readonly T[], which: (x: T) => boolean): string =>
  pct(all.filter(which).length, all.length)
const sum = <T>(all: readonly T[], of: (x: T) => number): number =>
  all.reduce((a, x) => a + of(x), 0)

type Tiers = { blocks: number; staple: number; good: number }
const tiers = (all: readonly Tiers[]): string => {
  const blocks = sum(all, (x) => x.blocks)
  const staple = sum(all, (x) => x.staple)
  return `${pct(staple, blocks)}; ${pct(staple + sum(all, (x) => x.good), blocks)}`
}

interface Line {
  what: string
  asked: string
  found: (f: Found) => string
}

const COACHES: readonly Line[] = [
  {
    what: 'weeks planned for the athletes coaches wrote weeks for: rules broken',
    asked: 'none',
    found: ({ coaches }) => `${sum(coaches, (c) => c.broken)}, of ${coaches.length}`,
  },
  {
    what: 'their blocks that are staples; staples or good',
    asked: '60 %; 85 %',
    found: ({ coaches }) => tiers(coaches),
  },
  {
    what: 'the two first qualities with a staple or a good exercise',
    asked: 'all',
    found: ({ coaches }) => some(coaches, (c) => c.served),
  },
  {
    what: "points of the coach's own week against the planned one's",
    asked: '90 % in each',
    found: ({ coaches }) => {
      const near = (least: number) => some(coaches, (c) => c.share >= least)
      const least = share(Math.min(...coaches.map((c) => c.share)))
      return `${near(0.9)}, 85 % in ${near(0.85)}, least ${least}`
    },
  },
  {
    what:
      'the same where that week gives the two top qualities their sets, one of them on two days, ' +
      'as coaches say every week must',
    asked: '90 % in each',
    found: ({ coaches }) =>
      some(
        coaches.filter((c) => c.coachServes),
        (c) => c.share >= 0.9,
      ),
  },
  {
    what: 'their drafts against the plans',
    asked: '90 % at the median',
    found: ({ coaches }) => {
      const drafts = coaches.map((c) => c.draft)
      return `median ${share(median(drafts))}, least ${share(Math.min(...drafts))}`
    },
  },
]

const WEEKS: readonly Line[] = [
  {
    what:
      'small weeks (3 days, 6 exercises in set counts): no plan that keeps the rules has more ' +
      "points than the solver's, by looking at all",
    asked: 'all',
    found: ({ smalls }) =>
      `${some(smalls, (s) => s.best)}, ` +
      `${smalls.filter((s) => !s.feasible).length} of them without a plan`,
  },
  {
    what: 'random weeks with a plan',
    asked: 'at least 80 %',
    found: ({ weeks }) => some(weeks, (w) => w.feasible),
  },
  {
    what: 'solved weeks that break a rule',
    asked: 'none',
    found: ({ solved }) => `${solved.filter((w) => w.broken > 0).length}`,
  },
  {
    what: 'solved weeks worse than their draft',
    asked: 'none',
    found: ({ solved }) => `${solved.filter((w) => w.worse).length}`,
  },
  {
    what: 'blocks that are staples of the sport; staples or good',
    asked: '60 %; 85 %',
    found: ({ solved }) => tiers(solved),
  },
  {
    what: "points of the draft against the plan's",
    asked: '90 % at the median, 80 % at the 10th',
    found: ({ solved }) => {
      const firsts = solved.flatMap((w) => (w.first === null ? [] : [w.first]))
      return (
        `median ${share(median(firsts))}, 10th ${share(quantile(firsts, 0.1))}, ` +
        `least ${share(Math.min(...firsts))}`
      )
    },
  },
  {
    what: 'weeks without a plan: clash found, infeasible and minimal',
    asked: 'all',
    found: ({ refused }) => some(refused, (w) => w.minimal === true),
  },
  {
    what: 'draft shown',
    asked: 'under 1 s',
    found: ({ weeks }) => {
      const drafts = weeks.map((w) => w.draftS)
      return (
        `median ${median(drafts).toFixed(2)} s, 95th ${quantile(drafts, 0.95).toFixed(2)} s, ` +
        `worst ${Math.max(...drafts).toFixed(2)} s`
      )
    },
  },
  {
    what: 'within 2 % of the bound in 15 CPU s',
    asked: '9 of 10',
    found: ({ quick, solved }) => pct(quick.length, solved.length),
  },
  {
    what: 'CPU to the end',
    asked: '',
    found: ({ solved }) => {
      const cpu = solved.map((w) => w.cpuS)
      return (
        `median ${median(cpu).toFixed(1)} s, 90th ${quantile(cpu, 0.9).toFixed(1)} s, ` +
        `worst ${Math.max(...cpu).toFixed(1)} s`
      )
    },
  },
  {
    what: 'gap at the end',
    asked: '',
    found: ({ solved }) => {
      const gaps = solved.map((w) => 100 * w.gap)
      return `median ${median(gaps).toFixed(2)} %, worst ${Math.max(...gaps).toFixed(2)} %`
    },
  },
  {
    what: 'pin, ban or move planned again (wall clock)',
    asked: 'median under 300 ms',
    found: ({ edits }) => {
      const ms = edits.map((e) => e.ms)
      const done = edits.filter((e) => e.ok)
      return (
        `median ${median(ms).toFixed(0)} ms, 90th ${quantile(ms, 0.9).toFixed(0)} ms; ` +
        `${pct(done.length, edits.length)} possible; ` +
        `blocks changed, median ${median(done.map((e) => e.changed))}`
      )
    },
  },
  {
    what: 'same plan in five runs',
    asked: 'all',
    found: ({ same }) => some(same, (s) => s.same),
  },
]

const BLOCKS: readonly Line[] = [
  {
    what: 'blocks of 12 weeks, five sports x 2 seeds: rules broken',
    asked: 'none',
    found: ({ blocks }) => `${sum(blocks, (b) => b.broken)}`,
  },
  {
    what: 'least ordinary week against the first',
    asked: 'at least 60 %',
    found: ({ blocks }) => `${(100 * Math.min(...blocks.map((b) => b.leastShare))).toFixed(0)} %`,
  },
  {
    what: 'two top qualities at half their sets or more in every ordinary week',
    asked: 'all blocks',
    found: ({ blocks }) => some(blocks, (b) => b.kept),
  },
  {
    what: 'twelve weeks',
    asked: '',
    found: ({ blocks }) => `median ${median(blocks.map((b) => b.cpuS)).toFixed(1)} CPU s`,
  },
]

/** What, asked, found. */
export const foundLines = (f: Found): string[][] =>
  [...COACHES, ...WEEKS, ...BLOCKS].map((l) => [l.what, l.asked, l.found(f)])

/** A training approach: what it is measured by, and how often that was larger under its choice. */
export function schoolLine(f: Found, s: (typeof SCHOOL_EFFECTS)[number]): string[] {
  const own = f.schools.filter((x) => x.id === s.id)
  const mean = (what: (x: Of<'school'>) => number) => (sum(own, what) / own.length).toFixed(1)
  return [
    s.id.replaceAll('_', ' '),
    s.measure.what.name,
    s.measure.largerUnder,
    `${own.filter((x) => x.larger > x.smaller).length} of ${own.length}`,
    mean((x) => x.larger),
    mean((x) => x.smaller),
  ]
}

/** What was asked for and missed: single checks by name, then what is asked of all of a kind. */
export function missed(f: Found): string[] {
  const named = <T>(all: readonly T[], wrong: (x: T) => boolean, name: (x: T) => string) =>
    all.filter(wrong).map(name)
  const ALL: readonly [boolean, string][] = [
    [
      f.coaches.some((c) => c.share < 0.9),
      "not every coach's own week is within a tenth of the planned one",
    ],
    [f.solved.length < 0.8 * f.weeks.length, 'too few weeks have a plan'],
    [f.quick.length < 0.9 * f.solved.length, 'too few are within 2 % in 15 s'],
    [f.weeks.some((w) => w.draftS >= 1), 'a draft took a second'],
    [median(f.edits.map((e) => e.ms)) >= 300, 'planning again takes over 300 ms at the median'],
  ]
  return [
    ...named(
      f.coaches,
      (c) => c.broken > 0 || !c.served,
      (c) => `week of ${c.id}`,
    ),
    ...named(
      f.weeks,
      (w) => w.broken > 0 || w.worse || w.minimal === false,
      (w) => `week ${w.seed}`,
    ),
    ...named(
      f.blocks,
      (b) => b.broken > 0 || b.leastShare < 0.6 || !b.kept,
      (b) =>
        `block ${b.sport} ${b.seed}: ${b.broken} broken, ` +
        `least share ${b.leastShare.toFixed(2)}, kept ${b.kept}`,
    ),
    ...named(
      f.schools,
      (s) => s.broken > 0 || s.larger < s.smaller,
      (s) => `school ${s.id} ${s.seed}: ${s.larger} and ${s.smaller}`,
    ),
    ...named(
      f.edits,
      (e) => e.broken > 0,
      (e) => `edit ${e.seed}`,
    ),
    ...named(
      f.same,
      (s) => !s.same,
      (s) => `same ${s.seed}`,
    ),
    ...named(
      f.smalls,
      (s) => !s.best,
      (s) => `small week ${s.seed}`,
    ),
    ...ALL.flatMap(([is, says]) => (is ? [says] : [])),
  ]
}
