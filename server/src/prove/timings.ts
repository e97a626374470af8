import { DAY_TIMES } from '@mano/core/testday/begin'
import { IMPLEMENTS } from '@mano/core/catalogue/implements'
import { TRAITS } from '@mano/core/catalogue/traits'
import { demandProfile } from '@mano/core/demand/profile'
import { matchAthlete } from '@mano/core/match/athlete'
import { rankAll } from '@mano/core/match/rank'
import { matchUnit } from '@mano/core/match/unit'
import { orderDay, type Visit } from '@mano/core/testday/order'
import { judgeBy } from '@mano/core/safety/judge'
import { must } from '@mano/core/units/must'

export interface Timing {
  what: string
  limitMs: number
  median: number
  p95: number
}

function time(what: string, limitMs: number, work: () => void, runs = 100): Timing {
  for (let i = 0; i < runs / 2; i++) work()
  const ms = Array.from({ length: runs }, () => {
    const t = performance.now()
    work()
    return performance.now() - t
  }).sort((a, b) => a - b)
  return { what, limitMs, median: must(ms[runs >> 1]), p95: must(ms[Math.floor(0.95 * runs)]) }
}

/** Benchmarks of core, warm. */
export function timings(): Timing[] {
  const kinds = IMPLEMENTS.filter((k) => TRAITS[k.id])
  const units = Array.from({ length: 300 }, (_, i) =>
    must(
      matchUnit({
        id: `u${i}`,
        kind: must(kinds[i % kinds.length]).id,
        label: `Unit ${i}`,
        sizeMm: 10 + ((i * 7) % 120),
        ratingKg: 40,
      }),
    ),
  )
  const judge = judgeBy({
    today: '2026-10-08',
    ageYears: 31,
    guardianConsent: false,
    health: [],
    injuries: [{ site: 'thumb', side: 'right', status: 'settling', cleared: null, daysAgo: 20 }],
    pains: [],
    symptoms: [],
    flags: [],
    earlier: [],
    experience: [],
  })
  const measurements = (['left', 'right'] as const).map((hand) => ({
    measure: 'hand_length' as const,
    hand,
    value: 185,
    on: '2026-10-01',
  }))
  const who = matchAthlete({ level: 'trained', measurements, wraps: [], judge, sessions: [] })
  const { rows } = must(demandProfile('obstacle_racer'))
  const day = (athletes: number, stations: number): Visit[] =>
    Array.from({ length: stations * athletes }, (_, i): Visit => {
      const first = i < athletes ? 0 : 20 + 2.5 * ((i * 7) % 24)
      return {
        athlete: `a${i % athletes}`,
        station: `s${Math.floor(i / athletes)}`,
        begun: false,
        tries: Array.from({ length: 6 }, (_, n) => ({
          hand: n % 2 ? 'right' : 'left',
          loadKg: first === 0 ? 0 : first + 2.5 * n,
        })),
      }
    })
  return [
    time(
      `Matching one athlete: ${units.length} units x ${rows.length} qualities, with explanations`,
      20,
      () => rankAll(rows, units, who),
    ),
    ...[
      [6, 2],
      [12, 4],
      [24, 4],
    ].map(([n, k]) =>
      time(
        `Running order of a test day: ${n} athletes, ${k} stations, three trials a hand`,
        300,
        () => void orderDay(day(must(n), must(k)), DAY_TIMES),
        20,
      ),
    ),
  ]
}
