import { v7 } from 'uuid'
import { Seeded } from '@mano/core/units/seeded'
import type { LargeHall } from './hall'
import { processorTime, TAKEN_MOST } from './machine'
import { percentile, type Served } from './served'
import type { Seconds } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

/**
 * What coaches ask on a busy evening: 60 % tries and sets, 20 % roster, 15 % an athlete, 5 % a
 * review.
 */
const KINDS = ['try', 'set', 'roster', 'athlete', 'review'] as const
type Kind = (typeof KINDS)[number]
const SHARES: Readonly<Record<Kind, number>> = {
  try: 0.3,
  set: 0.3,
  roster: 0.2,
  athlete: 0.15,
  review: 0.05,
}

export interface MixResult {
  rate: number
  seconds: Seconds
  sent: number
  answered: number
  shed: number
  failed: number
  ms: Readonly<Record<Kind | 'all', { median: number; p95: number }>>
  loopP99: number
  memoryPeak: number
  /** Stretches in which the machine was its own, and all answers of them. */
  calm: { stretches: number; of: number; median: number; p95: number }
}

const used = new Map<string, number>()

function requestOf(
  kind: Kind,
  hall: LargeHall,
  today: string,
  random: Seeded,
): [string, string, unknown?] {
  const i = Math.min(hall.athletes.length - 1, Math.floor(random.next() * hall.athletes.length))
  const a = `/api/athletes/${must(hall.athletes[i])}`
  if (kind === 'roster') return ['GET', '/api/athletes?most=60']
  if (kind === 'athlete') return ['GET', a]
  if (kind === 'review') return ['GET', `${a}/review?from=2026-07-01&to=${today}`]
  if (kind === 'set')
    return [
      'POST',
      `${a}/logs`,
      {
        id: v7(),
        planVersionId: must(hall.plans[i]),
        blockId: null,
        exerciseId: 'wrist_curl',
        hand: random.next() < 0.5 ? 'left' : 'right',
        set: 1 + Math.floor(random.next() * 6),
        load: 20,
        loadUnit: 'kg',
        seconds: null,
        reps: 12,
        ended: 'done',
        effort: 6,
        pain: 0,
        painWhere: null,
        deviceAt: null,
        supersedesId: null,
      },
    ]
  const hand = random.next() < 0.5 ? 'left' : 'right'
  const n = (used.get(`${i} ${hand}`) ?? 0) + 1
  used.set(`${i} ${hand}`, n)
  return [
    'POST',
    `/api/tests/${must(hall.sessions[i])}/trials`,
    {
      id: v7(),
      hand,
      ordinal: 1 + ((n - 1) % 50),
      enteredValue: 40 + Math.round(random.next() * 20) / 10,
      enteredUnit: 'kg',
      pain: 0,
      painWhere: null,
      deviceAt: null,
    },
  ]
}

/** A stretch, s. */
const STRETCH_S = 10

/** What others took of the machine, by stretches: figures of the others are not the server's. */
class Stretches {
  readonly #seen: { at: number; taken: number; all: number }[] = []

  look(at: number): void {
    if (at < this.#seen.length * STRETCH_S) return
    this.#seen.push({ at, ...processorTime() })
  }

  calm(seconds: Seconds, answers: readonly { at: number; ms: number }[]): MixResult['calm'] {
    const ends = [...this.#seen, { at: seconds, ...processorTime() }]
    const own = ends.slice(1).map((end, i) => {
      const from = must(ends[i])
      return {
        from: from.at,
        to: end.at,
        calm: end.taken - from.taken <= TAKEN_MOST * (end.all - from.all),
      }
    })
    const calm = own.filter((s) => s.calm)
    const ms = answers
      .filter((a) => calm.some((s) => a.at >= s.from && a.at < s.to))
      .map((a) => a.ms)
    return {
      stretches: calm.length,
      of: own.length,
      median: percentile(ms, 0.5),
      p95: percentile(ms, 0.95),
    }
  }
}

/**
 * Sends at a fixed rate whatever comes back: a slow answer delays no later request, and its time
 * counts from when it should have been sent.
 */
export async function openLoop(
  served: Served,
  hall: LargeHall,
  today: string,
  rate: number,
  seconds: Seconds,
  seed: number,
): Promise<MixResult> {
  const random = new Seeded(seed)
  const ms: Record<Kind, number[]> = { try: [], set: [], roster: [], athlete: [], review: [] }
  let [sent, answered, shed, failed] = [0, 0, 0, 0]
  const open = new Set<Promise<void>>()
  const all: { at: number; ms: number }[] = []
  const stretches = new Stretches()
  await served.loopP99()
  const began = performance.now()
  let peak = 0
  for (let i = 0; i < rate * seconds; i++) {
    const due = began + (i * 1000) / rate
    const ahead = due - performance.now()
    if (ahead > 1) await new Promise((resolve) => setTimeout(resolve, ahead))
    if (i % rate === 0) {
      peak = Math.max(peak, served.memory().now)
      stretches.look((due - began) / 1000)
    }
    let at = random.next()
    const kind = KINDS.find((k) => (at -= SHARES[k]) < 0) ?? 'review'
    const [method, path, body] = requestOf(kind, hall, today, random)
    sent++
    const one = served.send(method, path, body).then(
      (status) => {
        if (status === 503) shed++
        else if (status >= 500) failed++
        else {
          answered++
          ms[kind].push(performance.now() - due)
          all.push({ at: (due - began) / 1000, ms: performance.now() - due })
        }
      },
      () => {
        failed++
      },
    )
    open.add(one)
    void one.finally(() => open.delete(one))
  }
  await Promise.all(open)
  const of = (list: number[]) => ({ median: percentile(list, 0.5), p95: percentile(list, 0.95) })
  return {
    rate,
    seconds,
    sent,
    answered,
    shed,
    failed,
    ms: {
      try: of(ms.try),
      set: of(ms.set),
      roster: of(ms.roster),
      athlete: of(ms.athlete),
      review: of(ms.review),
      all: of(Object.values(ms).flat()),
    },
    loopP99: await served.loopP99(),
    memoryPeak: peak,
    calm: stretches.calm(seconds, all),
  }
}
