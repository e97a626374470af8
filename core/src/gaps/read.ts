import type { InjurySiteId } from '../catalogue/tissues'
import type { DemandProfile } from '../demand/profile'
import type { Hand, Sex, Side } from '../catalogue/person'
import type { BodyMeasurement } from '../intake/record'
import type { Judge } from '../safety/judge'
import { knownBy, type SquadSteps } from '../record/known'
import type { Series } from '../record/series'
import type { LocalDate } from '../units/dates'
import { leanRows, type LeanRow } from './lean'
import { gapMap, type GapInput, type GapRow } from './map'
import { priorities, type Priority, type PriorityChoice } from './priorities'
import type { ReferenceSource, SquadResult, Standard } from './references'
import type { Percent } from '../units/quantity'
import { must } from '../units/must'

/** The coach's word on a row: `*` stands for the whole athlete. */
export interface StoredChoice {
  rowKey: string
  kind: 'priority' | 'reference' | 'lean_limit'
  value: string
  reason: string
}

export interface GapJudgement {
  rows: GapRow[]
  priorities: Priority[]
  leans: LeanRow[]
  limitPct: Percent | null
}

interface Facts extends Omit<GapInput, 'profile' | 'series' | 'today'> {
  dominant: Side | null
  choices: readonly StoredChoice[]
}

/** What the record and the hall give: the same for screen, plan and demo. */
export function gapFacts(
  athlete: {
    level: string
    sexForNorms: Sex | null
    birthDate: LocalDate | null
    dominantHand: Side | null
  },
  measurements: readonly BodyMeasurement[],
  view: {
    standards: readonly Standard[]
    squad: readonly SquadResult[]
    steps: SquadSteps
    staleDays: number
    choices: readonly StoredChoice[]
  },
): Facts {
  return {
    level: athlete.level,
    sex: athlete.sexForNorms,
    birthDate: athlete.birthDate,
    measurements,
    dominant: athlete.dominantHand,
    known: knownBy(view.steps),
    ...view,
  }
}

/** Families in the words of a sentence about one athlete. */
const WHO: Readonly<Record<string, string>> = {
  grappler: 'grappler',
  climber: 'climber',
  thrower: 'thrower',
  boxer: 'boxer',
  obstacle: 'obstacle racer',
  barbell: 'lifter',
  bell: 'bell lifter',
  arm: 'arm wrestler',
  stick: 'player',
}
const whoOf = (profile: DemandProfile | null): string =>
  WHO[must((profile?.sources[0]?.originId ?? '').split('_')[0])] ?? 'athlete'

/** Gaps, leans and priorities of an athlete, in one reading. */
export function readGaps(
  input: Facts & {
    profile: DemandProfile | null
    series: readonly Series[]
    today: LocalDate
    judge: Judge
    injuries: readonly { site: InjurySiteId; side: Hand; since: LocalDate | null }[]
  },
): GapJudgement {
  const of = (kind: StoredChoice['kind']) => input.choices.filter((c) => c.kind === kind)
  const limit = of('lean_limit').find((c) => c.rowKey === '*')
  const limitPct = limit ? Number(limit.value) : null
  const rows = gapMap({
    ...input,
    referenceChoices: Object.fromEntries(
      of('reference').map((c) => [c.rowKey, c.value as ReferenceSource]),
    ),
  })
  const leans = leanRows(input.series, {
    dominant: input.dominant,
    who: whoOf(input.profile),
    limitPct,
    injuries: input.injuries,
    today: input.today,
    known: input.known,
  })
  const acted = Object.fromEntries(
    rows.flatMap((r) => {
      const l = leans.find((x) => x.series === r.series)
      return l?.acted ? [[r.key, { beyondPct: l.beyondPct, weaker: l.weaker }]] : []
    }),
  )
  const choices = Object.fromEntries(
    of('priority').map((c) => [c.rowKey, { move: c.value, reason: c.reason }]),
  ) as Record<string, PriorityChoice>
  return { rows, priorities: priorities(rows, input.judge, acted, choices), leans, limitPct }
}
