import { CARRY_OVER, qualityById, type QualityId } from '../catalogue/qualities'
import type { TissueId } from '../catalogue/tissues'
import { isFinal, type Judge } from '../safety/judge'
import { implementFindings } from '../safety/standing'
import { testsOf } from '../testing/rows'
import type { Side } from '../catalogue/person'
import { SAME_QUALITY, sameQuality, type Belief } from './belief'
import type { GapRow } from './map'
import type { Percent } from '../units/quantity'
import { capital } from '../units/capital'

export type PriorityMove = 'pin' | 'raise' | 'lower'
/** What the coach said of a row, with the reason. */
export interface PriorityChoice {
  move: PriorityMove
  reason: string
}

export interface Priority {
  row: GapRow
  score: number
  /** importance share x expected shortfall. */
  own: number
  /** What a gain here would lift in the other rows of the same quality. */
  same: number
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
export const MOVES: Readonly<Record<PriorityMove, number>> = { pin: 1, raise: 1.5, lower: 0.5 }
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

/** What cautions leave of a row's worth, 0 to 1, and in which words; 1 and none: all of it. */
export function capOf(
  row: Pick<GapRow, 'quality' | 'emphasis'>,
  judge: Judge,
): { cap: number; says: string } {
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

/** A belief as a range in words: nineteen in twenty. */
export function shortWords({ mean, sd }: Belief): string {
  const [low, high] = [mean - 1.96 * sd, mean + 1.96 * sd]
  if (high <= 0.005) return 'reference met'
  return low <= 0.005 ? `between met and ${pct(high)} short` : `${pct(low)} to ${pct(high)} short`
}

/** What a gain in a row carries to its tested neighbours. */
export const carriedTo = (row: GapRow) => CARRY_OVER.filter((c) => c.from === row.quality.id)

/**
 * Rows in the order the work should answer: importance x expected shortfall, plus what a gain
 * lifts in the other rows of the quality and carries to tested neighbours, plus a lean that is
 * acted on; cautions cap it, the coach's word moves it. What is not tested counts by what could be
 * true of it. `acted`: lean in % beyond what is expected and the weaker hand, by row key.
 */
export function priorities(
  rows: readonly GapRow[],
  judge: Judge,
  acted: Readonly<Record<string, { beyondPct: Percent; weaker: Side | null }>>,
  choices: Readonly<Record<string, PriorityChoice>>,
): Priority[] {
  const shortOf = (q: QualityId) =>
    rows.filter((r) => r.quality.id === q && r.state === 'tested').reduce((a, r) => a + r.score, 0)
  const out = rows.map((row): Priority => {
    const carried = carriedTo(row)
      .map((c) => ({ ...c, gain: c.share * shortOf(c.to) }))
      .filter((c) => c.gain > 0.005)
    const carry = carried.reduce((a, c) => a + c.gain, 0)
    const same = sameQuality(row, rows, (r) => r.score)
    const leanPct = acted[row.key]?.beyondPct ?? 0
    const lean = row.weight * (leanPct / 100)
    const { cap, says: held } = capOf(row, judge)
    const choice = choices[row.key] ?? null
    const worst = row.hands.find((h) => (h.shortBy ?? 0) > 0 && h.hand !== 'both')
    const parts = [
      row.state === 'untested'
        ? row.near
          ? `not tested; by ${row.near.name}: ${shortWords(row.belief)}`
          : 'not tested yet'
        : row.reference.value === null
          ? 'nothing to compare with'
          : `${shortWords(row.belief)}${worst ? `, ${worst.hand} hand` : ''}`,
      ...carried.map((c) => `also lifts ${qualityById(c.to).name.toLowerCase()}`),
      lean > 0 ? `lean ${Math.round(leanPct)}\u00A0% beyond what is expected` : '',
      held,
      choice
        ? `${choice.move === 'pin' ? 'pinned' : `${choice.move}d`.replace('ee', 'e')} by ` +
          `the coach: ${choice.reason}`
        : '',
    ].filter(Boolean)
    return {
      row,
      score: (row.score + same + carry + lean) * cap * (choice ? MOVES[choice.move] : 1),
      own: row.score,
      same,
      carry,
      lean,
      cap,
      choice,
      weaker: acted[row.key]?.weaker ?? null,
      says: `${capital(parts.join('; '))}.`,
    }
  })
  return out.sort(
    (a, b) =>
      Number(b.choice?.move === 'pin') - Number(a.choice?.move === 'pin') ||
      b.score - a.score ||
      b.row.weight - a.row.weight,
  )
}

/** A row's importance in words, with its share where the sport asks for the quality in two ways. */
export const importanceWords = ({
  importance,
  weight,
  emphasis,
}: Pick<GapRow, 'importance' | 'weight' | 'emphasis'>): string =>
  weight < importance
    ? `Importance ${importance} of 5, ${pct(weight / importance)} of it ${emphasis}`
    : `Importance ${importance} of 5`

/** Rows no test of Mano's measures: they stay estimates, and count as such. */
export const untestable = (rows: readonly GapRow[]): GapRow[] =>
  rows.filter((r) => r.state === 'untested' && testsOf(r.quality.id, r.emphasis).length === 0)

/** Share of the sport's weight of which something is known: tested, counted, with a reference. */
export const knownShare = (rows: readonly GapRow[]): number => {
  const all = rows.reduce((a, r) => a + r.weight, 0)
  const known = rows.filter((r) => r.state === 'tested' && r.reference.value !== null && !r.stale)
  return all === 0 ? 0 : known.reduce((a, r) => a + r.weight, 0) / all
}

export interface TestNext {
  row: GapRow
  worth: number
  says: string
}

/**
 * What to test next by what a result could change: weight x how much is not known of the row,
 * and of the others of its quality as far as they go with it. A test of today leaves only its
 * own error. Of a quality the row that tells most comes first; of the rest it has told its
 * share by then.
 */
export function testNext(rows: readonly GapRow[]): TestNext[] {
  const unknown = (r: GapRow, told = 0): number =>
    r.weight * Math.max(0, r.belief.sd * Math.sqrt(1 - told ** 2) - SETTLED)
  const whole = (r: GapRow): number => unknown(r) + sameQuality(r, rows, (x) => unknown(x))
  const open = rows
    .filter((r) => r.belief.sd > SETTLED && testsOf(r.quality.id, r.emphasis).length > 0)
    .sort((a, b) => whole(b) - whole(a))
  return open
    .map((row, i) => ({
      row,
      worth: open.slice(0, i).some((r) => r.quality.id === row.quality.id)
        ? unknown(row, SAME_QUALITY)
        : whole(row),
      says:
        row.state === 'untested'
          ? row.near
            ? `not tested; ${row.near.name} says ${shortWords(row.belief)}`
            : 'not tested yet'
          : row.state === 'practice'
            ? 'practice only so far'
            : row.stale
              ? 'the last test is old'
              : row.reference.value === null
                ? 'nothing to compare with: set a standard'
                : `${shortWords(row.belief)}: another test day would tell`,
    }))
    .sort((a, b) => b.worth - a.worth)
}
/** A shortfall known as well as this is not worth another test, share: own rule, no source. */
const SETTLED = 0.03
