import { exerciseById, type Exercise } from '@mano/core/catalogue/exercises'
import { ratingsOf } from '@mano/core/catalogue/tiers'
import { MONTHLY_RISE } from '@mano/core/progress/ladders'
import { targetOf, type Target, type TargetSession } from '@mano/core/progress/target'
import { Seeded } from '@mano/core/units/seeded'
import { must } from '@mano/core/units/must'

const WEEKS = 12
const PER = 6
/** Plates of a small room, one of each pair that hangs. */
const ROOM = {
  pinKg: 1,
  plates: [
    { kg: 0.5, count: 1 },
    { kg: 1, count: 1 },
    { kg: 1.25, count: 1 },
    { kg: 2.5, count: 2 },
    { kg: 5, count: 2 },
    { kg: 10, count: 2 },
    { kg: 20, count: 1 },
  ],
}
const KINDS = [
  { name: 'adapts, 4 % a month', monthly: 0.04, misses: 0, pain: false },
  { name: 'adapts, 4 %, one session in five missed', monthly: 0.04, misses: 0.2, pain: false },
  { name: 'adapts, 4 %, three weeks of pain', monthly: 0.04, misses: 0, pain: true },
  { name: 'does not adapt', monthly: 0, misses: 0, pain: false },
] as const
/** Sports the athletes are of, in turn. */
const SPORTS = [
  'climber_boulder',
  'grappler_jacket',
  'thrower_shot_discus',
  'boxer',
  'obstacle_racer',
] as const
/** What coaches of a sport reach for, in the qualities they train. */
const workOf = (sport: string): Exercise[] =>
  ratingsOf([sport]).flatMap((r) => {
    const e = exerciseById(r.exerciseId)
    const chosen = r.tier === 'staple' || r.tier === 'good'
    return e && e.mode !== 'prep' && r.body !== 'noted' && chosen ? [e] : []
  })
const SMALL = ROOM.plates.filter((p) => p.kg <= 5)

/** What a set of a target takes against the first one, load and amount together. */
const demand = (t: Target, first: Target): number =>
  ((t.loadKg ?? 1) / (first.loadKg ?? 1)) * (t.dose / first.dose) ** 0.35

/**
 * Twelve weeks of two sessions by invented athletes, each with exercises drawn from the catalogue:
 * an athlete does a set while it asks no more than they can. Counts what should not happen.
 */
export function ladderRows(): string[] {
  const random = new Seeded(71)
  const work = SPORTS.map(workOf)
  return Object.keys(MONTHLY_RISE).flatMap((level) =>
    KINDS.map((kind) => {
      const n = { all: 0, flat: 0, fast: 0, hurt: 0, unhung: 0, up: 0 }
      for (let athlete = 0; athlete < 15; athlete++) {
        const own = must(work[athlete % SPORTS.length])
        // Every third hall has small plates only.
        const room = athlete % 3 === 2 ? { ...ROOM, plates: SMALL } : ROOM
        for (let k = 0; k < PER; k++)
          follow(must(own[Math.floor(random.between(0, own.length))]), level, kind, random, n, room)
      }
      return (
        `| ${level} | ${kind.name} | ${n.all} | ${(n.up / n.all).toFixed(1)} | ${n.fast} | ` +
        `${n.flat} | ${n.hurt} | ${n.unhung} |`
      )
    }),
  )
}

function follow(
  e: Exercise,
  level: string,
  kind: (typeof KINDS)[number],
  random: Seeded,
  n: { all: number; flat: number; fast: number; hurt: number; unhung: number; up: number },
  hall: typeof ROOM,
): void {
  const bodyMassKg = random.between(55, 95)
  const sessions: TargetSession[] = []
  const room = loads(hall)
  let first: Target | null = null
  let was: Target | null = null
  let changed = 0
  let longest = 0
  n.all++
  for (let day = 0; day <= 7 * WEEKS; day += day % 7 === 0 ? 3 : 4) {
    if (day > 0 && random.next() < kind.misses) continue
    const t: Target = targetOf(e, { level, bodyMassKg }, hall, sessions, day)
    first ??= t
    if (was && (was.dose !== t.dose || was.loadKg !== t.loadKg || was.rung !== t.rung))
      changed = day
    longest = Math.max(longest, day - changed)
    const pain = kind.pain && day >= 28 && day < 49 ? 3 : 0
    if (t.move === 'up') n.up++
    if (t.move === 'up' && (sessions.at(-1)?.pain ?? 0) > 2) n.hurt++
    if (t.loadKg !== null && !room.has(Math.round(t.loadKg * 1000))) n.unhung++
    // A first load is light on purpose: a fifth is in hand from the start.
    const can = 1.2 * (1 + kind.monthly * (day / 28)) * random.normal(1, 0.01)
    const done = demand(t, first) <= can
    sessions.push({
      day,
      pain,
      sets: Array.from({ length: t.sets }, () => ({
        dose: t.dose,
        loadKg: t.loadKg,
        rung: t.rung,
        done,
      })),
    })
    was = t
  }
  const rise = first?.loadKg && was?.loadKg ? was.loadKg / first.loadKg - 1 : 0
  if (rise > (WEEKS / 4) * must(MONTHLY_RISE[level]) + 1e-9) n.fast++
  if (kind.monthly > 0 && !kind.pain && longest > 28) n.flat++
}

/** Everything the room makes, grams. */
function loads(room: typeof ROOM): ReadonlySet<number> {
  let sums = new Set([1000 * room.pinKg])
  for (const p of room.plates)
    for (let i = 0; i < p.count; i++)
      sums = new Set([...sums, ...[...sums].map((s) => s + 1000 * p.kg)])
  return sums
}
