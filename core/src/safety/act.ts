import type { Effort } from '../catalogue/efforts'
import type { Exercise } from '../catalogue/exercises'
import { IMPLEMENT_USE, QUALITY_FAMILY, type FamilyId } from '../catalogue/implementUse'
import type { ImplementId } from '../catalogue/implements'
import type { Protocol } from '../catalogue/protocols'
import type { QualityId } from '../catalogue/qualities'
import type { Tag, TissueId } from '../catalogue/tissues'
import type { Hand, Side } from '../catalogue/person'
import type { Kg } from '../units/quantity'
import { isAmong, keysOf } from '../units/among'

/**
 * A test of a protocol or a set of an exercise, on one hand or both. `addedKg`: load added to a
 * hang, below 0 taken off.
 */
export type Subject =
  | {
      kind: 'test'
      protocol: Protocol
      hand: Hand
      implementKind?: string | null
      variant?: Readonly<Record<string, string>>
      addedKg?: Kg
    }
  | {
      kind: 'exercise'
      exercise: Exercise
      hand: Hand
      implementKind?: string | null
      addedKg?: Kg
    }

/** What cautions look at in an act, worked out once. */
export interface Act {
  kind: 'test' | 'exercise'
  id: string
  hands: readonly Side[]
  /** null: loads nothing and is never stopped. */
  effort: Effort | null
  nearMaximal: boolean
  short: boolean
  quality: QualityId | null
  family: FamilyId | null
  tissues: Readonly<Partial<Record<TissueId, number>>>
  tags: readonly Tag[]
  mode: Exercise['mode'] | null
  aim: Exercise['aim'] | null
  tires: number
  edgeTest: boolean
  youthEdge: boolean
  added: boolean
  experienced: boolean
}

export const BOTH: readonly Side[] = ['left', 'right']
export const sidesOf = (hand: Hand): readonly Side[] => (hand === 'both' ? BOTH : [hand])
const USED = keysOf(IMPLEMENT_USE)
const use = (kind: string | null | undefined) =>
  isAmong(USED, kind) ? IMPLEMENT_USE[kind] : undefined

/** Load added by a stated number of the protocol, kg; 0 without one. */
const addedBy = (variant: Readonly<Record<string, string>> | undefined): number =>
  Number(variant?.['addedKg'] ?? 0) || 0

/**
 * A test or set as cautions look at it. Refuses nothing: an unknown implement asks nothing of its
 * own.
 */
export const actOf = (s: Subject): Act => (s.kind === 'test' ? ofTest(s) : ofExercise(s))

function ofTest({
  protocol,
  hand,
  implementKind,
  variant,
  addedKg,
}: Extract<Subject, { kind: 'test' }>): Act {
  const own = use(implementKind)
  const edge = implementKind === 'edge'
  const named = protocol.variants.flatMap(
    (v) => v.options.find((o) => o.id === variant?.[v.id])?.quality ?? [],
  )[0]
  const tissues =
    protocol.effort === null || protocol.tissues.length === 0
      ? []
      : [...protocol.tissues, ...(own?.tissues ?? [])]
  const quality =
    (implementKind && protocol.qualityOn[implementKind as ImplementId]) ||
    named ||
    own?.quality ||
    protocol.rows[0]?.quality ||
    null
  return {
    kind: 'test',
    id: protocol.id,
    hands: sidesOf(hand),
    effort: protocol.effort,
    nearMaximal: protocol.nearMaximal,
    short: protocol.short,
    quality,
    family: own?.family ?? (quality && QUALITY_FAMILY[quality]),
    tissues: Object.fromEntries(tissues.map((t) => [t, 2])),
    tags: edge ? [...protocol.tags, 'crimp'] : protocol.tags,
    mode: null,
    aim: null,
    tires: protocol.tires,
    edgeTest: edge && protocol.effort !== null,
    youthEdge: protocol.youthEdge,
    added: protocol.overhead && (addedKg ?? addedBy(variant)) > 0,
    experienced: protocol.experienced,
  }
}

const HARDEST: readonly Tag[] = ['maximal', 'negative']
/** How hard an exercise is: maximal by its aim or tags, else its level. */
export const effortOf = (e: Exercise): Effort =>
  e.aim === 'max' || e.tags.some((t) => HARDEST.includes(t)) ? 'maximal' : e.level

function ofExercise({
  exercise: e,
  hand,
  implementKind,
  addedKg,
}: Extract<Subject, { kind: 'exercise' }>): Act {
  const day = e.primary === 'day' ? use(implementKind) : undefined
  const quality = e.primary === 'day' ? (day?.quality ?? null) : e.primary
  return {
    kind: 'exercise',
    id: e.id,
    hands: e.usesBoth ? BOTH : sidesOf(hand),
    effort: effortOf(e),
    nearMaximal: false,
    short: false,
    quality,
    family: e.primary === 'day' ? (day?.family ?? null) : familyOf(e),
    tissues: day?.tissues?.includes('thumb') ? { ...e.tissues, thumb: 1 } : e.tissues,
    tags: day && implementKind === 'edge' ? [...e.tags, 'crimp'] : e.tags,
    mode: e.mode,
    aim: e.aim,
    tires: 0,
    edgeTest: false,
    youthEdge: false,
    added: e.tags.includes('overhead') && (addedKg ?? 0) > 0,
    experienced: e.experience === 'experienced',
  }
}

/**
 * The family an exercise is done on: that of its quality where its kit has it, else of the first
 * piece that has one.
 */
export function familyOf(e: Exercise): FamilyId | null {
  const families = [e.kit.hall, e.kit.home, e.kit.bag]
    .flat(2)
    .flatMap((k) => (k === 'day' ? [] : (IMPLEMENT_USE[k].family ?? [])))
  const usual = e.primary && e.primary !== 'day' ? QUALITY_FAMILY[e.primary] : null
  return usual && families.includes(usual) ? usual : (families[0] ?? usual)
}
