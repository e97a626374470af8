import { exerciseById } from '../catalogue/exercises'
import {
  counts,
  effectiveSets,
  keepDose,
  serves,
  setsOfQuality,
  targetOf,
  trains,
  worthOf,
} from './coverage'
import { extensionDays, isLighter, setChoices, usualDose } from './limits'
import { POINTS } from './practice'
import { contextOf, type WeekProblem } from './problem'
import { RULES, validate } from './rules'
import { settingsFor } from './schools'
import { changeCost, scorePlan, sessionPoints, shares, topQualities } from './score'
import type { Block, WeekPlan } from './types'

/** Rules that a plan can only break more by having more in it: what breaks one is not built on. */
const MONOTONE = RULES.filter(
  (r) => !['wrist_ext_twice', 'finger_ext_twice', 'pin', 'tests'].includes(r.id),
)

/**
 * Looks at every plan of a small week: every exercise of its library in every set count on every
 * day with time, and every test day. Knows
 * nothing of the model: only validator and score. Best points and plan over `above`; null when no
 * plan keeps the rules and has more.
 */
export function bestByLooking(
  p: WeekProblem,
  above = -Infinity,
): { points: number; plan: WeekPlan; looked: number } | null {
  const c = contextOf(p)
  const open = p.frame.flatMap((d, i) => (d.minutes > 0 ? [i] : []))
  const bare = (blocks: readonly Block[], testDay: number | null): WeekPlan => ({
    weekStart: p.weekStart,
    frame: p.frame,
    blocks,
    testDay,
  })
  const lighter = isLighter(p.weekStart, c)
  const variants = (id: string, day: number): Block[] => {
    const e = exerciseById(id)!
    const all = e.hands === 'both' ? (['both'] as const) : (['left', 'right'] as const)
    const free = all.filter(
      (h) =>
        validate(
          bare([{ id: 'x', day, exerciseId: id, sets: 1, dose: 1, hands: [h], reason: '' }], null),
          c,
          RULES.filter((r) => r.id === 'caution'),
        ).length === 0,
    )
    const weaker = p.wants.find((w) => w.weaker && w.quality === e.primary)?.weaker
    const hands =
      free.length === 2 && weaker ? ([weaker, weaker === 'left' ? 'right' : 'left'] as const) : free
    if (hands.length === 0) return []
    const own = setChoices(e, lighter).flatMap((sets) => {
      const b: Block = {
        id: `${id} ${day}`,
        day,
        exerciseId: id,
        sets,
        dose: usualDose(e),
        hands,
        reason: '',
      }
      return weaker && hands.length === 2 && sets >= 2 ? [b, { ...b, extra: weaker }] : [b]
    })
    return [...own, ...(p.near?.blocks.filter((b) => b.day === day && b.exerciseId === id) ?? [])]
  }
  // Each day by itself, grown one exercise at a time.
  const perDay = open.map((day) =>
    p.terms.library!.reduce<Block[][]>(
      (sofar, id) =>
        sofar.flatMap((s) => [
          s,
          ...variants(id, day).flatMap((v) =>
            validate(bare([...s, v], null), c, MONOTONE).length === 0 ? [[...s, v]] : [],
          ),
        ]),
      [[]],
    ),
  )
  // What each day's choice adds, so that millions of weeks can be added up; the best is scored
  // again as a whole.
  const settings = settingsFor(p.terms.settings, p.wants, p.frame)
  const share = shares(p.wants)
  const target = p.wants.map(targetOf)
  const top = topQualities(p.wants)
  const dose = top.map((q) => keepDose(p.wants, q))
  const ids = [...new Set(perDay.flat(2).map((b) => b.exerciseId))]
  const parts = perDay.map((sets) =>
    sets.map((blocks) => {
      const alone = scorePlan(bare(blocks, null), { ...p, terms: { ...p.terms, settings } }).parts
      return {
        keeps: Float64Array.from(top, (q) => setsOfQuality(blocks, q)),
        gives: Float64Array.from(p.wants, (w) =>
          blocks.reduce(
            (a, b) => a + effectiveSets(b) * counts(exerciseById(b.exerciseId)!, w, settings),
            0,
          ),
        ),
        own:
          alone.phase +
          alone.schools +
          alone.pull_eve +
          alone.weaker +
          alone.near -
          (p.near ? p.near.weight * changeCost([], p.near.blocks) : 0),
        kinds: blocks.reduce(
          (a, b) =>
            serves(exerciseById(b.exerciseId)!, p.wants, settings)
              ? a | (1 << ids.indexOf(b.exerciseId))
              : a,
          0,
        ),
        qualities: top.map((q) =>
          Number(blocks.some((b) => trains(exerciseById(b.exerciseId)!, q))),
        ),
        some: blocks.length > 0,
      }
    }),
  )
  const base = p.near ? p.near.weight * changeCost([], p.near.blocks) : 0
  const bits = (n: number): number => {
    let k = 0
    for (let x = n; x; x &= x - 1) k++
    return k
  }
  const testDays = p.terms.tests ? open : [null]
  /** `keep`: with what is lost under the keep doses. */
  const worth = (at: readonly number[], testDay: number | null, keep = true): number => {
    let points = base
    let kinds = 0
    for (let d = 0; d < at.length; d++) {
      const x = parts[d]![at[d]!]!
      points += x.own
      kinds |= x.kinds
      if (x.some || open[d] === testDay) points += sessionPoints(settings)
    }
    for (let w = 0; w < share.length; w++)
      if (share[w]! > 0) {
        let sets = 0
        for (let d = 0; d < at.length; d++) sets += parts[d]![at[d]!]!.gives[w]!
        points += POINTS.coverage * share[w]! * worthOf(sets, target[w]!)
      }
    for (let q = 0; q < top.length; q++) {
      let n = 0
      for (let d = 0; d < at.length; d++) n += parts[d]![at[d]!]!.qualities[q]!
      points += POINTS.frequency * Math.min(POINTS.frequencyDays, n)
    }
    if (keep)
      for (let q = 0; q < top.length; q++) {
        let sets = 0
        for (let d = 0; d < at.length; d++) sets += parts[d]![at[d]!]!.keeps[q]!
        points += POINTS.underKeep * Math.max(0, dose[q]! - sets)
      }
    return points + POINTS.variety * Math.min(POINTS.varietyMost, bits(kinds))
  }
  const bareWeek = perDay.map((x) => x.findIndex((y) => y.length === 0))
  // A day adds at most what it is worth alone (every part is concave in what is there): what cannot
  // reach the best is not walked into.
  const aloneBy = (keep: boolean) =>
    perDay.map((sets, d) =>
      sets.map(
        (_, i) =>
          worth(
            bareWeek.map((n, k) => (k === d ? i : n)),
            null,
            keep,
          ) - worth(bareWeek, null, keep),
      ),
    )
  const [alone, aloneBare] = [aloneBy(true), aloneBy(false)]
  const order = alone.map((own) => own.map((_, i) => i).sort((a, b) => own[b]! - own[a]!))
  const leftOf = (all: readonly (readonly number[])[]) =>
    all.map((_, d) => all.slice(d).reduce((a, own) => a + Math.max(...own), 0)).concat(0)
  const [mostLeft, mostLeftBare] = [leftOf(alone), leftOf(aloneBare)]
  const forTests = Math.max(0, sessionPoints(settings))
  const need = (['wrist_ext', 'finger_ext'] as const).map((q) => ({
    n: extensionDays(q, p.frame, c),
    has: perDay.map((sets) =>
      sets.map((blocks) => Number(blocks.some((b) => exerciseById(b.exerciseId)!.primary === q))),
    ),
  }))
  const extensors = (at: readonly number[]): boolean =>
    need.every(({ n, has }) => at.reduce((a, i, d) => a + has[d]![i]!, 0) >= n) ||
    at.every((i, d) => perDay[d]![i]!.length === 0)
  let best: { points: number; plan: WeekPlan | null } = { points: above, plan: null }
  let looked = 0
  const walk = (at: number[]): void => {
    const d = at.length
    if (d < open.length) {
      if (
        d > 1 &&
        validate(
          bare(
            at.flatMap((i, k) => perDay[k]![i]!),
            null,
          ),
          c,
          MONOTONE,
        ).length > 0
      )
        return
      // Two bounds, with and without what is lost under the keep doses: nothing is won over them.
      const rest = bareWeek.slice(d)
      const so = worth([...at, ...rest], null)
      const soBare = worth([...at, ...rest], null, false)
      for (const i of order[d]!) {
        if (so + alone[d]![i]! + mostLeft[d + 1]! + forTests <= best.points) break
        if (soBare + aloneBare[d]![i]! + mostLeftBare[d + 1]! + forTests <= best.points) continue
        walk([...at, i])
      }
      return
    }
    for (const testDay of testDays) {
      looked++
      const points = worth(at, testDay)
      if (points <= best.points + 1e-12) continue
      if (!extensors(at)) continue
      const plan = bare(
        at.flatMap((i, k) => perDay[k]![i]!),
        testDay,
      )
      if (validate(plan, c).length > 0) continue
      if (Math.abs(scorePlan(plan, p).total - points) > 1e-8)
        throw new Error('points added up by days are not those of the week')
      best = { points, plan }
    }
  }
  walk([])
  return best.plan && { points: best.points, plan: best.plan, looked }
}
