import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import { TRAITS } from '@mano/core/catalogue/traits'
import { demandProfile } from '@mano/core/demand/profile'
import { matchAthlete } from '@mano/core/match/athlete'
import { rankAll } from '@mano/core/match/rank'
import { matchUnit } from '@mano/core/match/unit'
import { judgeBy } from '@mano/core/safety/cautions'

export interface Timing { what: string; limitMs: number; median: number; p95: number }

function time(what: string, limitMs: number, work: () => void): Timing {
  for (let i = 0; i < 50; i++) work()
  const ms = Array.from({ length: 100 }, () => { const t = performance.now(); work(); return performance.now() - t }).sort((a, b) => a - b)
  return { what, limitMs, median: ms[50]!, p95: ms[95]! }
}

/** Benchmarks of core, warm. */
export function timings(): Timing[] {
  const kinds = IMPLEMENTS.filter((k) => TRAITS[k.id])
  const units = Array.from({ length: 300 }, (_, i) => matchUnit({ id: `u${i}`, kind: kinds[i % kinds.length]!.id, label: `Unit ${i}`, sizeMm: 10 + ((i * 7) % 120), ratingKg: 40 })!)
  const judge = judgeBy({ today: '2026-10-08', birthDate: '1995-01-01', injuries: [{ site: 'thumb', side: 'right', status: 'settling', cleared: false }], pains: [], symptoms: [], flags: [], recentPain: [], weeksWith: {} })
  const measurements = (['left', 'right'] as const).map((hand) => ({ measure: 'hand_length' as const, hand, value: 185, on: '2026-10-01' }))
  const who = matchAthlete({ level: 'trained', measurements, wraps: [], judge, sessions: [] })
  const { rows } = demandProfile('obstacle_racer')!
  return [time(`Matching one athlete: ${units.length} units x ${rows.length} qualities, with explanations`, 20, () => rankAll(rows, units, who))]
}
