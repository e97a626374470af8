import { demandProfile } from '@mano/core/demand/profile'
import type { SetLog } from '@mano/core/record/sets'
import type { SafetyRecord } from '@mano/core/safety/record'
import type { QualityId } from '@mano/core/catalogue/qualities'
import { addDays, type LocalDate } from '@mano/core/units/dates'
import type { DemoAthlete } from './shape'
import type { Story } from './stories'
import { must } from '@mano/core/units/must'

/** Days before today on which the demo's athletes answered the health questions. */
export const ANSWERED_DAYS_AGO = 30
const WEEKS: Readonly<Record<Story['level'], number>> = {
  novice: 0,
  trained: 40,
  advanced: 150,
  elite: 400,
}
export const EXPERIENCE_ORIGIN = 'Told at intake; training diary seen'

/** Qualities of the athlete's sports with the weeks a coach entered for them. */
export function experienceOf(s: Story): { quality: QualityId; family: null; weeks: number }[] {
  const rows = [s.sportId, ...(s.second ? [s.second.sportId] : [])].flatMap((id) =>
    must(demandProfile(id)).rows.map((r) => r.quality.id),
  )
  return WEEKS[s.level] === 0
    ? []
    : [
        ...new Set<QualityId>([...rows, 'crush', 'hang', 'wrist_ext', 'wrist_flex', 'finger_ext']),
      ].map((quality) => ({ quality, family: null, weeks: WEEKS[s.level] }))
}

/**
 * What the demo's record says of an athlete on a day: the same facts that are loaded into the
 * database.
 */
export function demoRecord(
  a: Pick<DemoAthlete, 'story' | 'birthDate' | 'sessions' | 'kit'>,
  today: LocalDate,
  { logs = [], until = today }: { logs?: readonly SetLog[]; until?: LocalDate } = {},
): SafetyRecord {
  const s = a.story
  const since = s.injury ? addDays(today, -s.injury.daysAgo) : null
  const kinds = new Map(a.kit.map((u) => [u.id, u.kind]))
  return {
    birthDate: a.birthDate,
    guardianConsent: s.guardian !== undefined,
    health: s.unasked ? null : { on: addDays(today, -ANSWERED_DAYS_AGO), yes: [] },
    injuries:
      s.injury && must(since) <= until
        ? [
            {
              id: 'injury',
              rootId: 'injury',
              site: s.injury.site,
              side: s.injury.side,
              status: s.injury.status,
              since,
              recordedAt: `${since}T12:00:00.000Z`,
              current: true,
            },
          ]
        : [],
    clearances: s.injury?.cleared
      ? [
          {
            of: { kind: 'injury', id: 'injury' },
            on: addDays(today, -s.injury.cleared.daysAgo),
            recordedAt: `${addDays(today, -s.injury.cleared.daysAgo)}T13:00:00.000Z`,
            allows: 'all',
            until: null,
          },
        ]
      : [],
    notes: [],
    sets: logs.map((l) => ({
      id: l.id,
      exerciseId: l.exerciseId,
      hand: l.hand,
      on: l.on,
      recordedAt: `${l.on}T18:00:00.000Z`,
      pain: l.pain,
      where: null,
    })),
    tests: a.sessions.map((t) => ({
      id: t.id,
      protocolId: t.protocolId,
      unitKind: kinds.get(t.unitId) ?? '',
      variant: t.variant,
      on: t.performedOn,
      trials: t.trials.map((x) => ({
        id: x.id,
        hand: x.hand,
        recordedAt: x.recordedAt,
        pain: x.pain,
        where: null,
      })),
    })),
    experience: experienceOf(s),
  }
}
