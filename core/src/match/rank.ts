import { EDGE_MM, type DemandObject } from '../catalogue/objects'
import type { QualityId } from '../catalogue/qualities'
import type { Tag, TissueId } from '../catalogue/tissues'
import type { DemandRow, RowObject } from '../demand/profile'
import { estimatedWrap, MEETS_MM, WIDE_GAP_MM, type Wrap } from '../hand/wrap'
import type { Side } from '../catalogue/person'
import { isFinal, type Judge } from '../safety/judge'
import { implementFindings } from '../safety/standing'
import { objectJudge, product, type Part } from './parts'
import type { MatchUnit } from './unit'
import { must } from '../units/must'

/** What the matcher knows of the athlete. Lengths mm. */
export interface MatchAthlete {
  level: string
  handLengthMm: Readonly<Record<Side, number | null>>
  /** Measured wrap of a unit and hand; null: not measured. */
  wrapOf: (unitId: string, hand: Side) => Wrap | null
  judge: Judge
  /** From the own handle curve, see `ownTau`; null: not tested. */
  ownTauMm: Readonly<Record<Side, number | null>>
}

export interface Match {
  unit: MatchUnit
  object: DemandObject
  /** 0 to 100 a hand. */
  score: Readonly<Record<Side, number>>
  /** Mean of both hands: what ranks. */
  mean: number
  parts: readonly Part[]
  byHand: Readonly<Record<Side, readonly Part[]>>
}

const NO_PARTS: readonly Part[] = []
/** What a closed hand needs: contacts it can close round. */
const CLOSED_ROUND: readonly string[] = ['bar', 'rope']
/**
 * A gap takes something of the hold, less than the distance of diameters does, so the asked size
 * stays on top. Practice estimates, no source.
 */
const GAP_COST_A_MM = 0.006,
  GAP_LEAST = 0.55
/** What a caution the coach may lift leaves; a final one leaves nothing. */
const CAUTIONED = 0.3

const TISSUES_OF: Readonly<Partial<Record<QualityId, readonly TissueId[]>>> = {
  pinch_wide: ['thumb'],
  pinch_narrow: ['thumb'],
  key: ['thumb'],
  claw: ['thumb', 'finger_flexors'],
  thick: ['thumb', 'finger_flexors'],
}
const NO_TISSUE: readonly TissueId[] = ['finger_flexors']
/** Widths from which a pinch is wide, edges under which fingers crimp, mm (page of qualities). */
const WIDE_PINCH_MM = 60,
  CRIMP_MM = 20

/**
 * The row's objects as this level needs them: edges by level, because big ones test the back in
 * strong climbers.
 */
export function objectsFor(row: DemandRow, level: string): readonly RowObject[] {
  const fit = EDGE_MM[level] ?? must(EDGE_MM['trained'])
  return row.objects.map((o) => {
    if (o.contact !== 'edge' || o.sizeMm === null || row.quality.id !== 'edge') return o
    const [low, high] = [
      Math.max(o.sizeMm[0], Math.min(fit[0], o.sizeMm[1])),
      Math.min(o.sizeMm[1], Math.max(fit[1], o.sizeMm[0])),
    ]
    return low === o.sizeMm[0] && high === o.sizeMm[1] ? o : { ...o, sizeMm: [low, high] as const }
  })
}

/** `tags`: index into TAG_SETS. */
interface Fit {
  part: Part | null
  tags: number
}
/** By the units' order. */
type Fits = readonly Readonly<Record<Side, Fit>>[]

/** Every row's ranking: how the hands fit is looked at once a unit. */
export function rankAll(
  rows: readonly DemandRow[],
  units: readonly MatchUnit[],
  athlete: MatchAthlete,
): Map<QualityId, Match[]> {
  const fits = fitsOf(units, athlete)
  return new Map(rows.map((r) => [r.quality.id, rankUnits(r, units, athlete, fits)]))
}

/**
 * All units for one demand row, best first; equal scores by label. Every score is told by its
 * parts.
 */
export function rankUnits(
  row: DemandRow,
  units: readonly MatchUnit[],
  athlete: MatchAthlete,
  fits: Fits = fitsOf(units, athlete),
): Match[] {
  const ownTau =
    athlete.ownTauMm.left === null || athlete.ownTauMm.right === null
      ? (athlete.ownTauMm.left ?? athlete.ownTauMm.right)
      : (athlete.ownTauMm.left + athlete.ownTauMm.right) / 2
  const emphasis = row.emphasis[0]?.id ?? 'sustained'
  const judges = objectsFor(row, athlete.level).map((object) => ({
    object,
    judge: objectJudge(object, emphasis, ownTau, object.pull, object.of),
  }))
  const held = cautionCache(row.quality.id, emphasis === 'max', athlete.judge)
  const out = units.map((unit, i): Match => {
    const fit = must(fits[i])
    const byHand = {
      left: handParts(fit.left, held, 'left'),
      right: handParts(fit.right, held, 'right'),
    }
    const own = { left: product(byHand.left), right: product(byHand.right) }
    let of = must(judges[0])
    let best = of.judge(unit)
    for (let k = 1; k < judges.length; k++) {
      const next = must(judges[k]).judge(unit)
      if (next.value > best.value) {
        best = next
        of = must(judges[k])
      }
    }
    const score = { left: 100 * best.value * own.left, right: 100 * best.value * own.right }
    return {
      unit,
      object: of.object,
      score,
      mean: (score.left + score.right) / 2,
      parts: best.parts,
      byHand,
    }
  })
  return out.sort((a, b) => b.mean - a.mean || (a.unit.label < b.unit.label ? -1 : 1))
}

/**
 * The hand's fit on a unit: measured, else estimated from hand length; null where a hand does not
 * close round it, or unknown.
 */
export function wrapFor(
  unit: MatchUnit,
  hand: Side,
  athlete: Pick<MatchAthlete, 'handLengthMm' | 'wrapOf'>,
): Wrap | null {
  if (!CLOSED_ROUND.includes(unit.contact) || unit.sizeMm === null) return null
  const length = athlete.handLengthMm[hand]
  return (
    athlete.wrapOf(unit.id, hand) ?? (length === null ? null : estimatedWrap(length, unit.sizeMm))
  )
}

export const fitsOf = (units: readonly MatchUnit[], athlete: MatchAthlete): Fits =>
  units.map((u) => ({ left: fitOf(u, 'left', athlete), right: fitOf(u, 'right', athlete) }))

/** How a hand takes a unit: the fit in words, and what cautions look at. */
function fitOf(unit: MatchUnit, hand: Side, athlete: MatchAthlete): Fit {
  const wrap = wrapFor(unit, hand, athlete)
  const wide =
    (wrap !== null && wrap.gapMm > WIDE_GAP_MM) ||
    ((unit.contact === 'block' || unit.contact === 'plate' || unit.contact === 'ball') &&
      (unit.sizeMm ?? 0) > WIDE_PINCH_MM)
  const crimp = unit.contact === 'edge' && (unit.sizeMm ?? CRIMP_MM) < CRIMP_MM
  const tags =
    Number(wide) +
    2 * Number(crimp) +
    4 * Number(unit.contact === 'rope' || unit.contact === 'cloth')
  return { part: wrap === null ? null : fitPart(wrap), tags }
}

/** What cautions look at, by index: wide grip 1, crimp 2, skin 4. */
const TAG_SETS = [0, 1, 2, 3, 4, 5, 6, 7].map((n): readonly Tag[] =>
  (['wide_grip', 'crimp', 'skin'] as const).filter((_, bit) => n & (1 << bit)),
)

type Held = (tags: number, hand: Side) => Part | null

function handParts(fit: Fit, held: Held, hand: Side): readonly Part[] {
  const caution = held(fit.tags, hand)
  return fit.part ? (caution ? [fit.part, caution] : [fit.part]) : caution ? [caution] : NO_PARTS
}

function fitPart(wrap: Wrap): Part {
  const how = wrap.measured
    ? `${Math.round(Math.abs(wrap.gapMm))}\u00A0mm`
    : `about ${Math.round(Math.abs(wrap.gapMm))}\u00A0mm, not measured`
  if (wrap.word !== 'gap')
    return {
      id: 'fit',
      value: 1,
      says: wrap.word === 'meets' ? 'thumb and finger meet' : `thumb and finger overlap by ${how}`,
    }
  return {
    id: 'fit',
    value: Math.max(GAP_LEAST, 1 - GAP_COST_A_MM * (wrap.gapMm - MEETS_MM)),
    says: `a gap of ${how} between thumb and finger`,
  }
}

/** Cautions through the one judge, once for each set of tags and hand. */
function cautionCache(quality: QualityId, max: boolean, judge: Judge): Held {
  const cache: Record<Side, (Part | null | undefined)[]> = { left: [], right: [] }
  return (tags, hand) => {
    const there = cache[hand][tags]
    if (there !== undefined) return there
    const worst = implementFindings(judge, {
      quality,
      maximal: max,
      tags: must(TAG_SETS[tags]),
      tissues: TISSUES_OF[quality] ?? NO_TISSUE,
      hand,
    })[0]
    const part: Part | null = worst
      ? {
          id: 'caution',
          value: isFinal(worst) ? 0 : CAUTIONED,
          says:
            `${worst.caution.title.toLowerCase()}: ` +
            `${isFinal(worst) ? 'stopped' : 'needs your reason'}`,
        }
      : null
    cache[hand][tags] = part
    return part
  }
}
