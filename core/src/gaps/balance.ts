import { balanceRatio, type RatioResult } from '../measure/error'
import type { Side } from '../catalogue/person'
import type { Series } from '../record/series'
import { daysBetween, type LocalDate } from '../units/dates'
import { resultError } from './map'
import { must } from '../units/must'
import { capital } from '../units/capital'

interface Part {
  protocolId: string
  option: string | null
  name: string
}
/** Pairs coaches think in. No norm is claimed for any of them. */
export const BALANCE_PAIRS: readonly {
  id: string
  name: string
  above: Part
  below: Part
  plan: string
}[] = [
  {
    id: 'ext_flex',
    name: 'Extension to flexion',
    above: { protocolId: 'wrist_max', option: 'extension', name: 'Extension' },
    below: { protocolId: 'wrist_max', option: 'flexion', name: 'Flexion' },
    plan:
      'Every plan trains wrist extension on two days a week; flexion by its weight in the ' +
      'sport.',
  },
  {
    id: 'sup_pro',
    name: 'Supination to pronation',
    above: { protocolId: 'turn_max', option: 'supination', name: 'Supination' },
    below: { protocolId: 'turn_max', option: 'pronation', name: 'Pronation' },
    plan: 'Turns are planned both ways in one exercise, by the weight of rotation in the sport.',
  },
  {
    id: 'rad_uln',
    name: 'Radial to ulnar',
    above: { protocolId: 'wrist_max', option: 'radial', name: 'Radial' },
    below: { protocolId: 'wrist_max', option: 'ulnar', name: 'Ulnar' },
    plan: 'Tilts are planned by the weight of deviation in the sport.',
  },
  {
    id: 'open_close',
    name: 'Opening to closing',
    above: { protocolId: 'finger_open', option: null, name: 'Opening' },
    below: { protocolId: 'dyno_seated', option: null, name: 'Closing' },
    plan: 'Every plan opens the hand against a band on two days a week.',
  },
]

/** Two results of a pair count together within so many days: own rule, no source. */
const TOGETHER_DAYS = 14

export interface BalanceHand {
  hand: Side
  ratio: RatioResult
  history: readonly { on: LocalDate; value: number }[]
}
export interface BalanceRow {
  id: string
  name: string
  plan: string
  hands: readonly [BalanceHand, BalanceHand]
  missing: readonly string[]
  on: LocalDate | null
  says: string
}

const find = (all: readonly Series[], part: Part): Series | undefined =>
  all.find(
    (s) =>
      s.protocol.id === part.protocolId &&
      (part.option === null || s.setup.variant['direction'] === part.option) &&
      s.points.some((p) => !p.practice),
  )

/**
 * Ratios of one hand's opposite directions with the error carried through, and their history;
 * compared with the athlete's own earlier values only.
 */
export function balanceRows(all: readonly Series[]): BalanceRow[] {
  return BALANCE_PAIRS.map(({ id, name, above, below, plan }) => {
    const [top, bottom] = [find(all, above), find(all, below)]
    const missing = [...(top ? [] : [above.name]), ...(bottom ? [] : [below.name])]
    const hands = (['left', 'right'] as const).map((hand): BalanceHand => {
      const latest = (s: Series | undefined) => {
        const p = s?.points.filter((x) => !x.practice && x.byHand[hand]).at(-1)
        return s && p ? { value: must(p.byHand[hand]).mean, half: resultError(s, hand) } : null
      }
      return {
        hand,
        ratio: balanceRatio(latest(top), latest(bottom)),
        history: history(top, bottom, hand),
      }
    }) as [BalanceHand, BalanceHand]
    const on =
      top && bottom ? must([top, bottom].map((s) => must(s.points.at(-1)).on).sort()[0]) : null
    return { id, name, plan, hands, missing, on, says: says(hands, missing) }
  })
}

function history(
  top: Series | undefined,
  bottom: Series | undefined,
  hand: Side,
): { on: LocalDate; value: number }[] {
  if (!top || !bottom) return []
  const below = bottom.points.filter((p) => !p.practice && p.byHand[hand])
  return top.points
    .filter((p) => !p.practice && p.byHand[hand])
    .flatMap((p) => {
      const near = [...below].sort(
        (a, b) => Math.abs(daysBetween(p.on, a.on)) - Math.abs(daysBetween(p.on, b.on)),
      )[0]
      return near && Math.abs(daysBetween(p.on, near.on)) <= TOGETHER_DAYS
        ? [{ on: p.on, value: must(p.byHand[hand]).mean / must(near.byHand[hand]).mean }]
        : []
    })
}

function says(hands: readonly BalanceHand[], missing: readonly string[]): string {
  if (missing.length > 0) return `${missing.join(' and ')} not tested.`
  const moved = hands.flatMap(({ hand, ratio, history: h }) => {
    if (!ratio.ok || ratio.ci === null || h.length < 2) return []
    const first = must(h[0]).value
    return first < ratio.ci[0]
      ? [`${hand} higher than at first`]
      : first > ratio.ci[1]
        ? [`${hand} lower than at first`]
        : []
  })
  return moved.length > 0
    ? `${capital(moved.join('; '))}, by more than the test’s error.`
    : hands.some((h) => h.history.length > 1)
      ? 'No change larger than the test’s error since the first test.'
      : 'Tested once: nothing to compare with yet.'
}
