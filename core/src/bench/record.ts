import { criticalForceViews } from '../gaps/curves'
import { latestMeasure, type BodyMeasurement } from '../intake/record'
import { type BodyMeasureId } from '../catalogue/person'
import { protocolOf } from '../catalogue/protocols'
import type { ResultUnit } from '../units/units'
import { countedValues, isUnfinished, validValues, type TestSession } from '../testing/session'
import type { LocalDate } from '../units/dates'
import { must } from '../units/must'

/** What an athlete's record can say to a calculator. */
export type RecordId =
  | 'body_mass'
  | 'hand_length'
  | 'best_lift'
  | 'thin_bar'
  | 'left_trials'
  | 'right_trials'
  | 'hold_loads'
  | 'hold_times'

export interface FromRecord {
  /** In `unit`. */
  values: readonly number[]
  unit: ResultUnit
  /** What it was read from. */
  what: string
  on: LocalDate
}

type Taken = TestSession & { unitLabel: string }
/** A bar that fingers close round, mm: common practice, no source. */
const THIN_MM = [24, 33] as const

const measured =
  (id: BodyMeasureId, hands: readonly ('left' | 'right' | 'both')[], what: string) =>
  (r: AthleteRecord): FromRecord | null => {
    for (const hand of hands) {
      const m = latestMeasure(r.measurements, id, hand)
      if (m) return { values: [m.value], unit: id === 'body_mass' ? 'kg' : 'mm', what, on: m.on }
    }
    return null
  }

/** The newest test of these, its best of both hands. */
const bestOf =
  (wanted: (s: Taken) => boolean) =>
  (r: AthleteRecord): FromRecord | null => {
    const s = newest(r, (t) => wanted(t) && bests(t).length > 0)
    return s && { values: [Math.max(...bests(s))], ...of(s) }
  }
const bests = (s: Taken): number[] => {
  const p = protocolOf(s)
  return p ? (['left', 'right', 'both'] as const).flatMap((h) => countedValues(p, s.trials, h)) : []
}
const of = (s: Taken): Omit<FromRecord, 'values'> => ({
  unit: protocolOf(s)?.unit ?? 'count',
  what: `${protocolOf(s)?.name ?? 'Test'}, ${s.unitLabel}`,
  on: s.performedOn,
})
const newest = (r: AthleteRecord, wanted: (s: Taken) => boolean): Taken | null =>
  [...r.sessions]
    .filter((s) => !s.practice && !isUnfinished(s) && wanted(s))
    .sort((a, b) => (a.performedAt < b.performedAt ? 1 : -1))[0] ?? null
const isLift = (s: Taken): boolean => {
  const p = protocolOf(s)
  return p?.group === 'lift' && p.unit === 'kg'
}
const trialsOf =
  (hand: 'left' | 'right') =>
  (r: AthleteRecord): FromRecord | null => {
    const s = newest(
      r,
      (t) =>
        protocolOf(t)?.maximal === true &&
        !protocolOf(t)?.curve &&
        protocolOf(t)?.heaviest === false &&
        (['left', 'right'] as const).every((h) => validValues(t.trials, h).length > 1),
    )
    return s && { values: validValues(s.trials, hand), ...of(s) }
  }
const holds =
  (part: 'loadKg' | 'seconds') =>
  (r: AthleteRecord): FromRecord | null => {
    const hand = criticalForceViews(r.sessions)
      .flatMap((v) =>
        (['left', 'right'] as const).map((h) => ({
          what: `Holds to failure, ${v.unitLabel}, ${h}`,
          points: v.hands[h].points,
        })),
      )
      .sort((a, b) => b.points.length - a.points.length)[0]
    if (!hand || hand.points.length < 3) return null
    const last = hand.points.map((p) => p.on).sort()
    return {
      values: hand.points.map((p) => p[part]),
      unit: part === 'loadKg' ? 'kg' : 's',
      what: hand.what,
      on: must(last[last.length - 1]),
    }
  }

export interface AthleteRecord {
  measurements: readonly BodyMeasurement[]
  sessions: readonly Taken[]
}

const READ: Readonly<Record<RecordId, (r: AthleteRecord) => FromRecord | null>> = {
  body_mass: measured('body_mass', ['both'], 'Body mass'),
  hand_length: measured('hand_length', ['right', 'left'], 'Hand length'),
  best_lift: bestOf(isLift),
  thin_bar: bestOf(
    (s) => isLift(s) && s.sizeMm != null && s.sizeMm >= THIN_MM[0] && s.sizeMm <= THIN_MM[1],
  ),
  left_trials: trialsOf('left'),
  right_trials: trialsOf('right'),
  hold_loads: holds('loadKg'),
  hold_times: holds('seconds'),
}

/**
 * What a record says to a calculator: the newest measure, the best of the newest lift, the trials
 * of the newest test with two a hand, three holds to failure or more of one hand and implement.
 * Null where nothing is on record. Practice sessions
 * and unfinished tests are left out.
 */
export const fromRecord = (id: RecordId, r: AthleteRecord): FromRecord | null => READ[id](r)
