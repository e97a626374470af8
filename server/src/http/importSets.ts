import { v7 } from 'uuid'
import type { EntityManager } from 'typeorm'
import { exerciseById } from '@mano/core/catalogue/exercises'
import { reasonSubject } from '@mano/core/safety/reasons'
import {
  setHeaderProblems,
  setKey,
  SetsReader,
  type ImportedSet,
} from '@mano/core/session/importSets'
import type { AthleteDay } from '@mano/core/testing/sheet'
import { mapSetRow } from '@mano/core/session/mapSets'
import { groupBy } from '@mano/core/units/group'
import { bulkInsert } from '../db/bulk'
import { SetLogEntity } from '../db/entities'
import type { JobHandle } from '../api/jobKinds'
import { alarmImports } from './importAlarms'
import { DAYS, daysAsked, PIECE, type FileKind, type Importer } from './importKinds'
import { must } from '@mano/core/units/must'
import { ask } from '../db/ask'

async function onRecord(em: EntityManager, days: readonly AthleteDay[]): Promise<string[]> {
  const rows = await ask<Parameters<typeof setKey>[0]>(
    em,
    `SELECT athlete_id AS "athleteId", done_on::text AS "on", exercise_id AS "exerciseId", hand,
      load_kg AS "loadKg", seconds, reps
      FROM ${DAYS} JOIN current_set_log ON athlete_id = x.a AND done_on = x.d`,
    daysAsked(days),
  )
  return rows.map(setKey)
}

/** Sets of one exercise of an athlete on a day. */
const groupsOf = (sets: readonly ImportedSet[]): ImportedSet[][] => [
  ...groupBy(sets, (s) => `${s.athleteId}|${s.on}|${s.exerciseId}`).values(),
]

async function store(
  { em, actor, hall, today }: Importer,
  importId: string,
  sets: readonly ImportedSet[],
  job: JobHandle,
): Promise<void> {
  for (let i = 0; i < sets.length; i += PIECE) {
    await bulkInsert(
      em,
      SetLogEntity,
      {
        ...actor,
        importId,
        planVersionId: null,
        blockId: null,
        deviceAt: null,
        supersedesId: null,
        clockMs: null,
        details: {},
        voided: false,
      },
      sets.slice(i, i + PIECE).map((s) => ({
        id: v7(),
        athleteId: s.athleteId,
        exerciseId: s.exerciseId,
        doneOn: s.on,
        hand: s.hand,
        setNo: s.set,
        loadKg: s.loadKg,
        enteredLoad: s.enteredLoad,
        enteredUnit: s.enteredUnit,
        seconds: s.seconds,
        reps: s.reps,
        ended: s.ended,
        effort: s.effort,
        pain: s.pain,
      })),
    )
    await job.step(Math.min(i + PIECE, sets.length), sets.length, 'Saving')
  }
  await alarmImports(
    { em, hall, today, actor },
    importId,
    groupsOf(sets).map((same) => {
      const { athleteId, on, exerciseId } = must(same[0])
      const exercise = must(exerciseById(exerciseId))
      return {
        athleteId,
        subject: reasonSubject('exercise', exerciseId),
        name: exercise.name,
        on,
        hands: [...new Set(same.map((s) => s.hand))],
        act: (hand) => ({ kind: 'exercise' as const, exercise, hand }),
      }
    }),
    ['one imported day of sets', 'imported days of sets'],
  )
}

/** A file of sets done. */
export const SETS_FILE: FileKind = {
  headers: setHeaderProblems,
  map: mapSetRow,
  onRecord,
  begin: (_, context) => {
    const reader = new SetsReader(context)
    return Promise.resolve({
      seen: reader.seen,
      add: (row, source) => reader.add(row, source),
      end: () => {
        const report = reader.report()
        if (!report.ok) return report
        return {
          ...report,
          count: report.sets.length,
          groups: groupsOf(report.sets).map((same) => ({
            athlete: must(same[0]).athleteName,
            on: must(same[0]).on,
            what: must(exerciseById(must(same[0]).exerciseId)).name,
            trials: same.length,
          })),
          store: (importer, importId, job) => store(importer, importId, report.sets, job),
        }
      },
    })
  },
}
