import type { MatchAthlete } from '../../src/match/rank'
import { matchUnit, type KitItem, type MatchUnit } from '../../src/match/unit'
import { judgeBy } from '../../src/safety/judge'
import type { SafetyFacts } from '../../src/safety/triggers'
import { WELL } from '../safety/well'

export const facts: SafetyFacts = { ...WELL, today: '2026-10-08' }
export const athlete = (
  more: Partial<MatchAthlete> = {},
  safety: Partial<SafetyFacts> = {},
): MatchAthlete => ({
  level: 'trained',
  handLengthMm: { left: 190, right: 190 },
  wrapOf: () => null,
  judge: judgeBy({ ...facts, ...safety }),
  ownTauMm: { left: null, right: null },
  ...more,
})
let n = 0
export const unit = (kind: string, sizeMm: number | null, more: Partial<KitItem> = {}): MatchUnit =>
  matchUnit({
    id: `u${n++}`,
    kind,
    label: `${kind} ${sizeMm ?? ''}`.trim(),
    sizeMm,
    ratingKg: 40,
    ...more,
  })!
