import type { DayFlagId, SymptomId } from '../catalogue/cautions'
import type { InjuryStatus } from '../catalogue/cautionTypes'
import { exerciseById } from '../catalogue/exercises'
import type { HealthId } from '../catalogue/health'
import { QUALITY_TISSUES } from '../catalogue/implementUse'
import { protocolById } from '../catalogue/protocols'
import type { QualityId } from '../catalogue/qualities'
import type { InjurySiteId, TissueId } from '../catalogue/tissues'
import { judgeAct, judgeBy } from '../safety/judge'
import type { SafetyFacts } from '../safety/triggers'
import { recorded } from '../safety/reasons'
import type { Kg } from '../units/quantity'
import { must } from '../units/must'

type Hand = 'left' | 'right' | 'both'
/** One act of one athlete at one moment, as it comes from outside. */
export interface GateInputs {
  athlete: {
    ageYears: number | null
    guardianConsent: boolean
    health: { id: HealthId; cleared: boolean }[] | null
    injuries: {
      site: InjurySiteId
      hand: Hand
      status: InjuryStatus
      cleared: boolean
      daysAgo?: number | null
    }[]
    experience: { quality: QualityId; weeks: number }[]
  }
  recent: Recent[]
  day: { flags: DayFlagId[]; heavyPullLater: boolean }
  act: { kind: string; id: string; implementKind: string | null; hand: Hand; addedLoadKg?: Kg }
}
interface Recent {
  daysAgo: number
  hand: Hand
  tissue?: TissueId
  quality?: QualityId
  pain?: number | null
  symptom?: SymptomId | null
  cleared?: boolean
}

const allowed = (cleared: boolean | undefined) => (cleared ? ('all' as const) : null)
const tissuesOf = (r: Recent): readonly TissueId[] | null =>
  r.tissue ? [r.tissue] : r.quality ? QUALITY_TISSUES[r.quality] : null

function factsOf({ athlete: a, recent: noted, day }: GateInputs): SafetyFacts {
  const pains = noted
    .filter((r) => typeof r.pain === 'number')
    .map((r) => ({
      hand: r.hand,
      tissues: tissuesOf(r),
      pain: must(r.pain),
      daysAgo: r.daysAgo,
      cleared: allowed(r.cleared),
    }))
  return {
    today: '2026-01-01',
    ageYears: a.ageYears,
    guardianConsent: a.guardianConsent,
    health: a.health?.map((h) => ({ id: h.id, cleared: allowed(h.cleared) })) ?? null,
    injuries: a.injuries.map((i) => ({
      site: i.site,
      side: i.hand,
      status: i.status,
      cleared: allowed(i.cleared),
      daysAgo: i.daysAgo ?? null,
    })),
    symptoms: noted
      .filter((r) => r.symptom)
      .map((r) => ({ hand: r.hand, symptom: must(r.symptom), cleared: allowed(r.cleared) })),
    pains: pains.filter((p) => p.daysAgo === 0),
    earlier: pains.filter((p) => p.daysAgo > 0),
    flags: [...day.flags, ...(day.heavyPullLater ? (['heavy_pull_later'] as const) : [])],
    experience: a.experience.map((e) => ({ quality: e.quality, family: null, weeks: e.weeks })),
  }
}

/**
 * One act of one athlete at one moment, by the judge the doors ask. A log or an import that was not
 * free is kept with an alarm.
 */
export function gateVerdict(inputs: GateInputs): { verdict: string } {
  const { act } = inputs
  const test = act.kind === 'test' || act.kind === 'import'
  const protocol = test ? protocolById(act.id) : undefined
  const exercise = test ? undefined : exerciseById(act.id)
  if (!protocol && !exercise) throw new Error(`${act.kind} ${act.id} is not known`)
  const more = {
    hand: act.hand,
    implementKind: act.implementKind ?? null,
    addedKg: act.addedLoadKg ?? 0,
  }
  const verdict = judgeAct(
    judgeBy(factsOf(inputs)),
    protocol
      ? { kind: 'test', protocol, ...more }
      : { kind: 'exercise', exercise: must(exercise), ...more },
  )
  return {
    verdict: act.kind === 'log' || act.kind === 'import' ? recorded(verdict) : verdict.class,
  }
}
