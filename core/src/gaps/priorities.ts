import { CARRY_OVER, type QualityId } from '../catalogue/qualities'
import type { TissueId } from '../catalogue/tissues'
import { isFinal, type Judge } from '../safety/judge'
import { implementFindings } from '../safety/standing'
import type { Side } from '../measure/asymmetry'
import { shortShare, weakerSide, type GapRow } from './map'

export type PriorityMove = 'pin' | 'raise' | 'lower'
/** What the coach said of a row, with the reason. */
export interface PriorityChoice {
  move: PriorityMove
  reason: string
}

export interface Priority {
  row: GapRow
  score: number
  /** importance share x shortfall beyond error. */
  own: number
  /** What a gain here would lift in the neighbours. */
  carry: number
  /** For a lean that is acted on. */
  lean: number
  /** 1, less under a caution the coach may lift, 0 where one holds both hands. */
  cap: number
  choice: PriorityChoice | null
  /** The hand that leads, where its lean is acted on. */
  weaker: Side | null
  says: string
}

/**
 * How much the coach's word moves a row, and what a caution leaves: practice estimates, no source.
 */
const MOVES: Readonly<Record<PriorityMove, number>> = { pin: 1, raise: 1.5, lower: 0.5 }
const CAUTIONED = 0.5,
  ONE_HAND_HELD = 0.7

const TISSUES: Readonly<Partial<Record<QualityId, readonly TissueId[]>>> = {
  pinch_wide: ['thumb'],
  pinch_narrow: ['thumb'],
  key: ['thumb'],
  claw: ['thumb', 'finger_flexors'],
  thick: ['thumb', 'finger_flexors'],
  wrist_flex: ['wrist'],
  wrist_ext: ['wrist'],
  wrist_dev: ['wrist'],
  rotation: ['rotators'],
}
const FINGERS: readonly TissueId[] = ['finger_flexors']

/** What cautions leave of a row's worth, and in which words. */
function capOf(row: GapRow, judge: Judge): { cap: number; says: string } {
  const of = (hand: 'left' | 'right') =>
    implementFindings(judge, {
      quality: row.quality.id,
      maximal: row.emphasis === 'max',
      tags: [],
      tissues: TISSUES[row.quality.id] ?? FINGERS,
      hand,
    })
  const [left, right] = [of('left'), of('right')]
  const final = [left, right].filter((by) => by.some(isFinal)).length
  const title = [...left, ...right][0]?.caution.title.toLowerCase()
  if (final === 2) return { cap: 0, says: `held by ${title}` }
  if (final === 1) return { cap: ONE_HAND_HELD, says: `one hand held by ${title}` }
  return left.length + right.length > 0
    ? { cap: CAUTIONED, says: `with a caution: ${title}` }
    : { cap: 1, says: '' }
}

const pct = (share: number): string => `${Math.round(100 * share)}\u00A0%`
const num = (n: number): string => n.toFixed(2)

/**
 * Rows in the order the work should answer: importance x shortfall beyond error, plus what a gain
 * carries to short neighbours, plus a lean
 * that is acted on; cautions cap it, the coach's word moves it. Untested rows score nothing of
 * their own. `acted`: lean in % beyond what
 * is expected, by row key.
 */
export function priorities(
  rows: readonly GapRow[],
  judge: Judge,
  acted: Readonly<Record<string, number>>,
  choices: Readonly<Record<string, PriorityChoice>>,
): Priority[] {
  const shortOf = (q: QualityId) =>
    rows.filter((r) => r.quality.id === q).reduce((a, r) => a + r.score, 0)
  const out = rows.map((row): Priority => {
    const carried = CARRY_OVER.filter((c) => c.from === row.quality.id)
      .map((c) => ({ ...c, gain: c.share * shortOf(c.to) }))
      .filter((c) => c.gain > 0)
    const carry = carried.reduce((a, c) => a + c.gain, 0)
    const leanPct = acted[row.key] ?? 0
    const lean = row.weight * (leanPct / 100)
    const { cap, says: held } = capOf(row, judge)
    const choice = choices[row.key] ?? null
    const score = (row.score + carry + lean) * cap * (choice ? MOVES[choice.move] : 1)
    const worst = [...row.hands].sort((a, b) => shortShare(b) - shortShare(a))[0]
    const parts = [
      row.score > 0 && worst
        ? `weight ${num(row.weight)} x ${pct(shortShare(worst))} short beyond error${worst.hand === 'both' ? '' : ` in the ${worst.hand} hand`} = ${num(row.score)}`
        : row.state === 'untested'
          ? 'not tested: nothing known of it'
          : 'not short beyond error',
      ...carried.map(
        (c) => `lifts ${c.to.replace('_', ' ')} too: ${pct(c.share)} of ${num(shortOf(c.to))}`,
      ),
      lean > 0
        ? `a lean acted on, ${Math.round(leanPct)}\u00A0% beyond the expected: ${num(lean)}`
        : '',
      held,
      choice
        ? `${choice.move === 'pin' ? 'pinned' : `${choice.move}d`.replace('ee', 'e')} by the coach: ${choice.reason}`
        : '',
    ].filter(Boolean)
    return {
      row,
      score,
      own: row.score,
      carry,
      lean,
      cap,
      choice,
      weaker: row.key in acted ? weakerSide(row.verdict) : null,
      says: `${parts.join('; ')}.`,
    }
  })
  return out.sort(
    (a, b) =>
      Number(b.choice?.move === 'pin') - Number(a.choice?.move === 'pin') ||
      b.score - a.score ||
      b.row.weight - a.row.weight,
  )
}

export interface TestNext {
  row: GapRow
  worth: number
  says: string
}

/**
 * Share of a reference a first test could turn out short, before anything is known: practice
 * estimate, no source.
 */
const UNKNOWN = 0.3,
  OLD = 0.15

/**
 * What to test next by what a result could change: unknown rows by weight, then old, practised and
 * unsure ones.
 */
export function testNext(rows: readonly GapRow[]): TestNext[] {
  return rows
    .flatMap((row): TestNext[] => {
      const at = (share: number, says: string): TestNext[] => [
        { row, worth: row.weight * share, says },
      ]
      if (row.state === 'untested')
        return at(UNKNOWN, 'not tested: a result could put it at the top, or take it off')
      if (row.state === 'practice') return at(UNKNOWN * 0.8, 'practice only so far')
      if (row.stale)
        return at(OLD + row.score / Math.max(row.weight, 1e-9) / 2, 'stale: the order rests on it')
      if (row.hands.some((h) => h.error === null))
        return at(UNKNOWN * 0.6, 'error not known: nothing can be called yet')
      const unsure = Math.max(
        0,
        ...row.hands.map((h) =>
          h.asked !== null && h.value < h.asked && h.shortBy === 0
            ? Math.min(OLD, h.error! / h.asked)
            : 0,
        ),
      )
      return unsure > 0
        ? at(unsure, 'under the reference but inside error: more trials would decide')
        : []
    })
    .sort((a, b) => b.worth - a.worth)
}
