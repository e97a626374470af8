import { demandName } from '@mano/core/demand/profile'
import { changesOf } from '@mano/core/review/changes'
import { knownBy } from '@mano/core/record/known'
import { draftNext, lowTwiceOf } from '@mano/core/review/next'
import { recordBook } from '@mano/core/review/records'
import { buildSeries } from '@mano/core/record/series'
import { standing } from '@mano/core/safety/standing'
import { cautionLine } from '@mano/core/safety/words'
import { ownSports } from '../db/intake'
import { findAthlete } from '../db/read'
import { judgeFor } from '../db/safety'
import type { JobHandle, JobScene } from '../api/jobKinds'
import { athleteReport, fileReport, pdfOf, type ReportFacts } from '../report/doc'
import { athleteOr404 } from './athlete'
import { type Api } from '../api/api'
import { reviewOf } from './review'
import { startJob } from './jobs'
import { notFound } from '../faults/problem'
import type { BodyOf } from '../api/routes'
import { loadParts } from '../db/parts'
import { loadSessions } from '../db/sessions'
import { must } from '@mano/core/units/must'

/** What both reports are made from: the same computation as the page of the review. */
async function factsOf(
  call: JobScene,
  athleteId: string,
  period: { from: string; to: string },
  units: ReportFacts['units'],
): Promise<ReportFacts> {
  const athlete = await findAthlete(call.em, athleteId)
  if (!athlete) throw notFound('athlete')
  const review = await reviewOf(call, athlete.id, period)
  const sessions = await loadSessions(call.em, { athleteId: athlete.id })
  const series = buildSeries(sessions)
  const known = knownBy(review.squad)
  const changes = changesOf(series, period, known)
  const { demand } = must(
    (await loadParts(call.em, [athlete.id], call.hall.timeZone)).get(athlete.id),
  )
  const judge = await judgeFor(call, athlete)
  // A decision taken at this period's end, or after it, is the one the report is about.
  const decided =
    review.conclusions.find(
      (c) => c.until >= period.from && c.until <= period.to && c.since >= period.from,
    ) ?? null
  const lines =
    decided?.lines ??
    draftNext({
      changes,
      series,
      weeks: review.weeks,
      cautions: judge.active,
      period,
      dominant: athlete.dominantHand,
      limitPct: review.leanLimitPct,
      known,
      lowTwice: lowTwiceOf(sessions, period),
      today: call.today,
      staleDays: call.hall.staleDays,
      units,
      weeksSinceDeload: review.weeksSinceDeload,
    })
  return {
    hall: call.hall.name,
    coach: call.account.name,
    today: call.today,
    period,
    changes,
    weeks: review.weeks,
    bests: recordBook(series, sessions),
    lines,
    drafted: decided === null,
    note: decided?.note ?? '',
    units,
    athlete: {
      name: athlete.name,
      birthDate: athlete.birthDate,
      dominantHand: athlete.dominantHand,
      level: athlete.level,
      sport: (demand && demandName(demand, await ownSports(call.em))) || 'sport not chosen',
    },
    cautions: standing(judge.active)
      .filter((c) => c.caution.trigger.kind !== 'health')
      .map(cautionLine),
  }
}

/** Draws the report and keeps it as a file of the job. */
export async function runReport(
  scene: JobScene,
  { athleteId, body }: { athleteId: string; body: BodyOf<'POST /api/athletes/:athleteId/reports'> },
  job: JobHandle,
): Promise<{ bytes: number }> {
  const { kind, from, to, units } = body
  await job.step(0, 3, 'Reading')
  const facts = await factsOf(scene, athleteId, { from, to }, units)
  await job.step(1, 3, 'Drawing')
  const bytes = await pdfOf(kind === 'athlete' ? athleteReport(facts) : fileReport(facts))
  await job.step(2, 3, 'Done')
  job.keepFile({
    name: `${facts.athlete.name} ${kind === 'athlete' ? 'your hands' : 'review'} ${to}.pdf`,
    type: 'application/pdf',
    bytes,
  })
  return { bytes: bytes.length }
}

export function mountReports(api: Api): void {
  api.on('POST /api/athletes/:athleteId/reports', async (call) =>
    startJob(call, 'report', { athleteId: (await athleteOr404(call)).id, body: call.body }),
  )
}
