import { asSetUp, protocolById, TEST_PROTOCOLS, type Protocol } from '../catalogue/protocols'
import type { QualityId } from '../catalogue/qualities'
import type { TissueId } from '../catalogue/tissues'
import type { DemandProfile } from '../demand/profile'
import type { LocalDate } from '../units/dates'
import { rowsOf } from './rows'
import { isUnfinished, type TestSession } from './session'
import { must } from '../units/must'

/** Tissues a test of a quality works: practice estimates, no source. */
const WORKS: Readonly<Record<QualityId, readonly TissueId[]>> = {
  hang: ['finger_flexors', 'skin', 'shoulder'],
  carry: ['finger_flexors'],
  thick: ['finger_flexors', 'thumb'],
  crush: ['finger_flexors'],
  closed: ['finger_flexors'],
  pinch_wide: ['thumb', 'elbow_lateral'],
  pinch_narrow: ['thumb', 'elbow_lateral'],
  key: ['thumb'],
  claw: ['thumb', 'finger_flexors'],
  edge: ['finger_flexors', 'skin'],
  cloth: ['finger_flexors', 'skin'],
  catch: ['finger_flexors'],
  wrist_flex: ['elbow_medial', 'wrist'],
  wrist_ext: ['elbow_lateral', 'wrist'],
  wrist_dev: ['wrist'],
  rotation: ['rotators'],
  finger_ext: ['elbow_lateral'],
}
/**
 * What tiredness anywhere leaves for everything, as a share; how much a tired hand spoils a test:
 * practice estimates, no source.
 */
const GENERAL = 0.1
const SPOILT = { max: 2, reactive: 2, sustained: 1, repeated: 1, balance: 1, none: 3 } as const

/** One test of a battery: a protocol with its choices. Implements are chosen on the day. */
export interface BatteryItem {
  protocolId: string
  variant: Readonly<Record<string, string>>
}
/** Most tests of one visit. */
export const BATTERY_MOST = 10

const protocolOfItem = (item: BatteryItem): Protocol | null => {
  const p = protocolById(item.protocolId)
  return p ? asSetUp(p, item.variant) : null
}
const rowsOfItem = (item: BatteryItem): Protocol['rows'] => {
  const p = protocolOfItem(item)
  return p ? rowsOf(p, { variant: item.variant }) : []
}
const tissuesOf = (item: BatteryItem): TissueId[] => [
  ...new Set(rowsOfItem(item).flatMap((r) => WORKS[r.quality])),
]

/** How much `before` takes from `after` when it is done first. */
function carried(before: BatteryItem, after: BatteryItem): number {
  const [a, b] = [tissuesOf(before), tissuesOf(after)]
  const share = b.length === 0 ? 0 : b.filter((t) => a.includes(t)).length / b.length
  const measure = rowsOfItem(after)[0]?.measure
  return (protocolOfItem(before)?.tires ?? 0) * Math.max(GENERAL, share) * SPOILT[measure ?? 'none']
}

/** Sum over pairs of what an earlier test takes from a later one; less is better, no unit. */
export const batteryCost = (items: readonly BatteryItem[]): number =>
  items.reduce((sum, a, i) => sum + items.slice(i + 1).reduce((s, b) => s + carried(a, b), 0), 0)

/**
 * The order of a visit that tires least: the least sum, over all pairs, of what the earlier test
 * takes from the later one. Exact, by the best
 * order of each subset (at most 10 tests; more are refused by returning them as given). Of equal
 * orders the one nearest the given.
 */
export function orderBattery(items: readonly BatteryItem[]): BatteryItem[] {
  const n = items.length
  if (n < 2 || n > BATTERY_MOST) return [...items]
  const takes = items.map((a) => items.map((b) => carried(a, b)))
  const best = new Float64Array(1 << n).fill(Infinity)
  const last = new Int8Array(1 << n)
  best[0] = 0
  for (let set = 1; set < 1 << n; set++)
    for (let j = n - 1; j >= 0; j--) {
      if (!(set & (1 << j))) continue
      const before = set & ~(1 << j)
      let cost = must(best[before])
      for (let i = 0; i < n; i++) if (before & (1 << i)) cost += must(must(takes[i])[j])
      if (cost < must(best[set]) - 1e-9) {
        best[set] = cost
        last[set] = j
      }
    }
  const out: BatteryItem[] = []
  for (let set = (1 << n) - 1; set > 0; set &= ~(1 << must(last[set])))
    out.unshift(must(items[must(last[set])]))
  return out
}

/** Tries, rests and setting up of one test, min: an estimate from its protocol. */
export function testMinutes(item: BatteryItem): number {
  const p = protocolOfItem(item)
  if (!p) return 0
  const SET_UP_S = 120,
    TRY_S = p.tires === 3 ? 120 : p.unit === 's' ? 60 : 8
  if (p.entry === 'lift' && p.trialsUpTo > 1)
    return Math.round((SET_UP_S + 2 * p.trialsUpTo * 90) / 60)
  if (p.entry === 'single' || p.entry === 'spring')
    return Math.round((SET_UP_S + 6 * (p.entry === 'spring' ? p.restS / 2 : 60)) / 60)
  const hands = p.hands === 'both' ? 1 : 2
  return Math.max(
    1,
    Math.round((SET_UP_S + hands * p.trials * TRY_S + (p.trials - 1) * p.restS) / 60),
  )
}

/**
 * Tests for what a sport asks most, with kit of these kinds: one a row of the demand, the
 * weightiest first, in the order that tires least.
 */
export function suggestBattery(
  profile: DemandProfile,
  kinds: ReadonlySet<string>,
  most = 6,
): BatteryItem[] {
  const wanted = profile.rows
    .filter((r) => r.importance > 0)
    .flatMap((r) =>
      r.emphasis.map((e) => ({
        quality: r.quality.id,
        measure: e.id,
        weight: r.importance * e.share,
      })),
    )
    .sort((a, b) => b.weight - a.weight)
  const out: BatteryItem[] = []
  for (const want of wanted) {
    if (out.length >= most) break
    const item = TEST_PROTOCOLS.filter((p) => !p.curve && p.implements.some((k) => kinds.has(k)))
      .flatMap((p) => settings(p))
      .find((i) =>
        rowsOfItem(i).some((r) => r.quality === want.quality && r.measure === want.measure),
      )
    if (
      item &&
      !out.some(
        (o) =>
          o.protocolId === item.protocolId &&
          JSON.stringify(o.variant) === JSON.stringify(item.variant),
      )
    )
      out.push(item)
  }
  return orderBattery(out)
}

/** A protocol at its first choices, and once for each choice that changes what it measures. */
function settings(p: Protocol): BatteryItem[] {
  const telling = p.variants.filter((v) => v.options.some((o) => o.quality || o.as?.measure))
  return [
    { protocolId: p.id, variant: {} },
    ...telling.flatMap((v) =>
      v.options.map((o) => ({ protocolId: p.id, variant: { [v.id]: o.id } })),
    ),
  ]
}

export interface BatteryStep {
  item: BatteryItem
  state: 'done' | 'under way' | 'to do'
  sessionId: string | null
}

/**
 * Where a visit stands: an item is the first session of the day with its protocol and choices that
 * no earlier item has taken.
 */
export function batterySteps(
  items: readonly BatteryItem[],
  sessions: readonly TestSession[],
  today: LocalDate,
): BatteryStep[] {
  const free = sessions.filter((s) => s.performedOn === today)
  return items.map((item) => {
    const at = free.findIndex(
      (s) =>
        s.protocolId === item.protocolId &&
        Object.entries(item.variant).every(([k, v]) => s.variant[k] === v),
    )
    if (at < 0) return { item, state: 'to do', sessionId: null }
    const [s] = free.splice(at, 1)
    return { item, state: isUnfinished(must(s)) ? 'under way' : 'done', sessionId: must(s).id }
  })
}
