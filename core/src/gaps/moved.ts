import type { GapJudgement } from './read'

/**
 * Share of all weight that has to change places before a plan is called old: own rule, no source.
 */
const MOVED_SHARE = 0.05
const TOP = 3

const topOf = (g: GapJudgement): string[] => g.priorities.slice(0, TOP).map((p) => p.row.key)
const nameOf = (g: GapJudgement, key: string): string => {
  const row = g.rows.find((r) => r.key === key)
  return row ? row.quality.name.toLowerCase() : key
}

/**
 * What tests since a plan changed in the order of work, in words: another row among the first
 * three, a lean newly acted on or no longer, or over a twentieth of the weight. Empty: the plan
 * answers what is asked of it.
 */
export function movedBy(before: GapJudgement, after: GapJudgement): string[] {
  const [was, is] = [topOf(before), topOf(after)]
  const fresh = is.filter((k) => !was.includes(k)).map((k) => nameOf(after, k))
  const acted = (g: GapJudgement) => g.leans.filter((l) => l.acted).map((l) => l.series.key)
  const [then, now] = [acted(before), acted(after)]
  const started = now.some((k) => !then.includes(k))
  const stopped = then.some((k) => !now.includes(k))
  const share = (g: GapJudgement) => {
    const all = g.priorities.reduce((a, p) => a + p.score, 0) || 1
    return new Map(g.priorities.map((p) => [p.row.key, p.score / all]))
  }
  const [from, to] = [share(before), share(after)]
  const moved = [...to].reduce((a, [k, v]) => a + Math.max(0, v - (from.get(k) ?? 0)), 0)
  return [
    ...(fresh.length > 0 ? [`${fresh.join(' and ')} now among the first three`] : []),
    ...(started ? ['a lean is acted on now'] : []),
    ...(stopped ? ['a lean is no longer acted on'] : []),
    ...(fresh.length === 0 && moved > MOVED_SHARE ? ['the order of work has shifted'] : []),
  ]
}
