import type { ClaimInputs } from '@mano/core/calc/claims'
import { Seeded } from '@mano/core/units/seeded'
import type { Percent } from '@mano/core/units/quantity'

/** How results of unchanged or changing athletes are drawn. CVs in %. */
export interface Drawn {
  trialCv: number
  /** Of a hand from day to day, in %. */ dayCv: number
  /** True lean, signed %, plus = right stronger. */ leanPct: Percent
  /** True rise over the period, %, in the first so many series. */ risePct?: Percent
  rising?: number
  dominant?: 'left' | 'right'
  /** Tests of the twelve weeks before the period, none of them with a rise. */ history?: number
}

const SERIES = [
  'dyno_seated',
  'dyno_standing',
  'pull_max',
  'key_pinch',
  'wrist_max',
  'turn_max',
  'finger_open',
  'three',
] as const
/** Eight series with trials, two of them one protocol. */
const PROTOCOL = (id: (typeof SERIES)[number]): string => (id === 'three' ? 'pull_max' : id)
const DAYS = 84
const MEMBERS = 10

/** Tests of one athlete in eight series: own levels, own test days, the same truth. */
function seriesOf(random: Seeded, d: Drawn, count: number): ClaimInputs['series'] {
  const spread = (tests: number) => [
    0,
    ...Array.from({ length: tests - 2 }, (_, i) =>
      Math.round(((i + 1) * DAYS) / (tests - 1) + random.between(-4, 4)),
    ),
    DAYS,
  ]
  const days = [
    ...(d.history
      ? spread(d.history + 1)
          .slice(0, -1)
          .map((x) => x - DAYS)
      : []),
    ...spread(count),
  ]
  const strong = random.between(0.5, 2)
  return SERIES.map((id, s) => {
    const right = 40 * strong * random.between(0.8, 1.2)
    const left = right * (d.leanPct >= 0 ? 1 - d.leanPct / 100 : 1 / (1 + d.leanPct / 100))
    return {
      protocol: PROTOCOL(id),
      unit: 'kg',
      tests: days.map((day) => {
        const grown =
          s < (d.rising ?? 0) ? 1 + ((d.risePct ?? 0) / 100) * Math.max(0, day / DAYS) : 1
        const three = (level: number) => {
          const on = level * grown * (1 + (d.dayCv / 100) * random.normal(0, 1))
          return [1, 2, 3].map(() => on * (1 + (d.trialCv / 100) * random.normal(0, 1)))
        }
        return { day, left: three(left), right: three(right) }
      }),
    }
  })
}

/** Athletes of drawn squads of ten, each judged among the other nine. */
export function* drawnAthletes(seed: number, squads: number, d: Drawn): Generator<ClaimInputs> {
  const random = new Seeded(seed)
  for (let q = 0; q < squads; q++) {
    const members = Array.from({ length: MEMBERS }, () =>
      seriesOf(random, d, 4 + Math.floor(random.between(0, 4))),
    )
    for (const [i, series] of members.entries())
      yield {
        dominant: d.dominant ?? 'right',
        sport: 'grappler_gi',
        from: 0,
        to: DAYS,
        today: DAYS,
        series,
        squad: members.filter((_, k) => k !== i),
      }
  }
}
