import { leanContext, type AsymmetryVerdict } from '@mano/core/measure/asymmetry'
import { missingIntake } from '@mano/core/intake/record'
import { changesOf } from '@mano/core/review/changes'
import { buildSeries } from '@mano/core/record/series'
import { sessionNorms } from '@mano/core/review/norms'
import type { QualityId } from '@mano/core/catalogue/qualities'
import { demandProfile } from '@mano/core/demand/profile'
import { matchAthlete } from '@mano/core/match/athlete'
import { rankUnits } from '@mano/core/match/rank'
import { matchUnit } from '@mano/core/match/unit'
import { matchSentences } from '@mano/core/match/words'
import type { Place } from '@mano/core/catalogue/places'
import { judgeBy } from '@mano/core/safety/judge'
import { safetyFacts } from '@mano/core/safety/facts'
import { demoRecord } from './safety'
import { stageStates } from '@mano/core/stages/rules'
import { TESTS_STALE_DAYS } from '@mano/core/catalogue/limits'
import { isUnfinished } from '@mano/core/testing/session'
import type { LocalDate } from '@mano/core/units/dates'
import type { DemoAthlete } from './shape'
import type { Expectation } from './stories'
import { must } from '@mano/core/units/must'

/** Whether the functions the screens call find what an expectation says, on this athlete's data. */
export function meets(expectation: Expectation, athlete: DemoAthlete, today: LocalDate): boolean {
  const sessions = athlete.sessions
  const series = buildSeries(sessions).find((s) => s.protocol.id === 'dyno_seated')
  const last: AsymmetryVerdict | null = series?.points.at(-1)?.verdict ?? null
  switch (expectation.ask) {
    case 'asymmetry':
      return last !== null && expectation.among.includes(last.kind)
    case 'consistent':
      return series?.consistent === expectation.is
    case 'lean':
      return last !== null && leanContext(last, athlete.story.dominant) === expectation.is
    case 'trend':
      return (
        series !== undefined &&
        must(changesOf([series], { from: must(series.points[0]).on, to: today })[0]).hands.every(
          (h) => h.word === expectation.is,
        )
      )
    case 'stage': {
      const newest = [...sessions].sort((a, b) => (a.performedAt < b.performedAt ? -1 : 1)).at(-1)
      const states = stageStates({
        today,
        intake: {
          missing: missingIntake(
            { birthDate: athlete.birthDate, dominantHand: athlete.story.dominant },
            athlete.measures,
          ),
          latest: null,
        },
        demandsSince: athlete.joined,
        staleDays: TESTS_STALE_DAYS,
        tests: {
          last: newest?.performedOn ?? null,
          unfinished: newest !== undefined && isUnfinished(newest),
          sessions: sessions.length,
        },
        plan: { weekStart: null, after: [] },
        floor: { missed: 0, today: false, doneToday: false, last: null },
      })
      return states.find((s) => s.stage === expectation.stage)?.state === expectation.is
    }
    case 'caution': {
      return judgeBy(safetyFacts(demoRecord(athlete, today), today)).active.some(
        (c) => c.caution.id === expectation.id,
      )
    }
    case 'match': {
      const ranked = ranking(athlete, expectation.quality, expectation.place, today)?.ranked ?? []
      const at = (label: string) => ranked.findIndex((m) => m.unit.label === label)
      return at(expectation.above) >= 0 && at(expectation.above) < at(expectation.below)
    }
    case 'says': {
      const r = ranking(athlete, expectation.quality, expectation.place, today)
      return (
        r !== null &&
        matchSentences(r.profile, r.row, r.ranked, r.units, r.who, expectation.place).some((s) =>
          s.includes(expectation.words),
        )
      )
    }
    case 'norms': {
      const newest = sessions.filter((s) => s.protocolId === 'dyno_seated').at(-1)
      const norms =
        newest && sessionNorms(newest, { sex: athlete.story.sex, birthDate: athlete.birthDate })
      return norms !== undefined && !norms.ok && norms.reason === expectation.refused
    }
  }
}

/** The ranking the Demands page shows, from the demo's own data. */
function ranking(athlete: DemoAthlete, quality: QualityId, place: Place, today: LocalDate) {
  const { story } = athlete
  const profile = must(demandProfile(story.sportId))
  const row = profile.rows.find((r) => r.quality.id === quality)
  const units = athlete.kit.filter((u) => u.place === place).flatMap((u) => matchUnit(u) ?? [])
  const judge = judgeBy(safetyFacts(demoRecord(athlete, today), today))
  const who = matchAthlete({
    level: story.level,
    measurements: athlete.measures,
    wraps: athlete.wraps,
    judge,
    sessions: [],
  })
  return row ? { profile, row, units, who, ranked: rankUnits(row, units, who) } : null
}

export const expectationWords = (e: Expectation): string => {
  switch (e.ask) {
    case 'asymmetry':
      return `last verdict ${e.among.join(' or ')}`
    case 'consistent':
      return e.is ? 'same hand on the last two days' : 'not on two days'
    case 'lean':
      return `lean ${e.is}`
    case 'trend':
      return `both hands ${e.is}`
    case 'stage':
      return `${e.stage} ${e.is}`
    case 'caution':
      return `caution ${e.id}`
    case 'match':
      return `${e.quality} ${e.place}: ${e.above} above ${e.below}`
    case 'says':
      return `${e.quality} ${e.place}: "${e.words}"`
    case 'norms':
      return `norms refused: ${e.refused}`
  }
}
