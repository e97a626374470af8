import type { EntityManager } from 'typeorm'
import type { ExportTable, TableId } from '@mano/contract/exportTables'
import { exerciseById, exerciseName } from '@mano/core/catalogue/exercises'
import { protocolOf } from '@mano/core/catalogue/protocols'
import { latestMeasure } from '@mano/core/intake/record'
import { BODY_MEASURES } from '@mano/core/catalogue/person'
import { recordBook } from '@mano/core/review/records'
import { buildSeries } from '@mano/core/record/series'
import { detailColumn } from '@mano/core/testing/import'
import { addDays } from '@mano/core/units/dates'
import {
  AthleteEntity,
  CurrentMeasurementView,
  CurrentOutcomeView,
  CurrentSetLogView,
  ImplementUnitEntity,
} from '../db/entities'
import { type Hall } from '../db/rows'
import { planVersions } from '../db/read'
import { loadSessions } from '../db/sessions'
import { demandName } from '@mano/core/demand/profile'
import { ownSports } from '../db/intake'
import { loadParts } from '../db/parts'

export type Cell = string | number
interface Asked {
  em: EntityManager
  hall: Hall
}
type Reader = (
  asked: Asked,
  names: ReadonlyMap<string, string>,
  athleteId?: string,
) => Promise<Record<string, Cell | null>[]>

const of = (athleteId?: string) => (athleteId ? { athleteId } : {})

const trials: Reader = async ({ em, hall }, names, athleteId) => {
  const sessions = await loadSessions(em, of(athleteId))
  const labels = new Map((await em.find(ImplementUnitEntity)).map((u) => [u.id, u.label]))
  const time = new Intl.DateTimeFormat('en-GB', {
    timeZone: hall.timeZone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  return sessions.flatMap((s) => {
    const protocol = protocolOf(s)
    const setup = Object.fromEntries([
      ...(protocol?.variants ?? []).map((v) => [v.id, s.variant[v.id] ?? '']),
      ...(protocol?.numbers ?? []).map((n) => [n.column, s.variant[n.id] ?? '']),
    ]) as Record<string, string>
    return s.trials.map((t) => ({
      ...setup,
      ...Object.fromEntries(
        (protocol?.details ?? []).map((d) => [detailColumn(d.id), String(t.details?.[d.id] ?? '')]),
      ),
      athlete: names.get(s.athleteId) ?? '',
      date: s.performedOn,
      time: time.format(new Date(s.performedAt)),
      protocol: s.protocolId,
      implement: labels.get(String(t.details?.['unitId'])) ?? s.unitLabel,
      trial: t.ordinal,
      hand: t.hand,
      value: t.enteredValue,
      unit: t.enteredUnit,
      pain: t.pain,
      missed: t.missed ? 'yes' : '',
      struck: t.struck?.reason ?? '',
    }))
  })
}

const sets: Reader = async ({ em }, names, athleteId) =>
  (
    await em.find(CurrentSetLogView, {
      where: of(athleteId),
      order: { doneOn: 'ASC', recordedAt: 'ASC' },
    })
  ).map((l) => ({
    athlete: names.get(l.athleteId) ?? '',
    date: l.doneOn,
    exercise: exerciseName(l.exerciseId),
    exercise_id: l.exerciseId,
    hand: l.hand,
    set: l.setNo,
    load: l.enteredLoad,
    unit: l.enteredUnit,
    load_kg: l.loadKg,
    seconds: l.seconds,
    reps: l.reps,
    ended: l.ended,
    effort: l.effort,
    pain: l.pain,
  }))

const measurements: Reader = async ({ em }, names, athleteId) =>
  (
    await em.find(CurrentMeasurementView, {
      where: of(athleteId),
      order: { measuredOn: 'ASC', recordedAt: 'ASC' },
    })
  ).map((m) => ({
    athlete: names.get(m.athleteId) ?? '',
    date: m.measuredOn,
    measure: BODY_MEASURES.find((x) => x.id === m.measure)?.name ?? m.measure,
    hand: m.hand,
    value: m.enteredValue,
    unit: m.enteredUnit,
  }))

const outcomes: Reader = async ({ em }, names, athleteId) =>
  (await em.find(CurrentOutcomeView, { where: of(athleteId), order: { seenOn: 'ASC' } })).map(
    (o) => ({
      athlete: names.get(o.athleteId) ?? '',
      date: o.seenOn,
      outcome: o.name,
      value: o.value,
      unit: o.unit,
      better: o.better,
    }),
  )

const plans: Reader = async ({ em }, names, athleteId) => {
  const out: Awaited<ReturnType<Reader>> = []
  for (const id of athleteId ? [athleteId] : names.keys())
    out.push(
      ...(await planVersions(em, id)).reverse().flatMap((v) =>
        v.blocks.map((b) => ({
          athlete: names.get(id) ?? '',
          week: v.weekStart,
          date: addDays(v.weekStart, b.day),
          exercise: exerciseName(b.exerciseId),
          exercise_id: b.exerciseId,
          sets: b.sets,
          dose: b.dose,
          unit: exerciseById(b.exerciseId)?.dose.unit ?? '',
          hands: b.hands.join(' and '),
          why: b.reason,
        })),
      ),
    )
  return out
}

const records: Reader = async ({ em }, names, athleteId) => {
  const sessions = await loadSessions(em, of(athleteId))
  return recordBook(buildSeries(sessions), sessions).map((r) => ({
    athlete: names.get(r.athleteId) ?? '',
    test: r.test,
    setup: r.setup,
    implement: r.implement,
    hand: r.hand,
    best: Number(r.best.toFixed(3)),
    unit: r.unit,
    date: r.on,
    conditions: r.conditions,
  }))
}

const athletes: Reader = async ({ em, hall }) => {
  const all = await em.find(AthleteEntity, { order: { name: 'ASC' } })
  const parts = await loadParts(
    em,
    all.map((a) => a.id),
    hall.timeZone,
  )
  const sports = await ownSports(em)
  return all.map((a) => {
    const own = parts.get(a.id)
    const mass = latestMeasure(own?.measurements ?? [], 'body_mass', 'both')
    const sport = own?.demand ? demandName(own.demand, sports) : null
    return {
      athlete: a.name,
      sport,
      body_mass_kg: mass ? Number(mass.value.toFixed(1)) : null,
      weighed: mass?.on ?? null,
      put_away: a.archivedOn,
      born: a.birthDate,
      sex_for_norms: a.sexForNorms,
      dominant_hand: a.dominantHand,
      level: a.level,
      skin: a.skin,
      note: a.note,
    }
  })
}

/** Tables a hall can be taken out as; the page of formats and the export use the same list. */
const READERS: Readonly<Record<TableId, Reader>> = {
  athletes,
  trials,
  records,
  sets,
  plans,
  measurements,
  outcomes,
}

/**
 * Rows of a table of the hall, athlete by athlete, or of one of them: never more than one athlete's
 * are in memory.
 */
export async function* tableRows(
  { id, columns }: ExportTable,
  asked: Asked,
  athleteId?: string,
): AsyncGenerator<Cell[][]> {
  const names = new Map(
    (await asked.em.find(AthleteEntity, { order: { name: 'ASC' } })).map((a) => [a.id, a.name]),
  )
  for (const one of id === 'athletes' ? [undefined] : athleteId ? [athleteId] : names.keys())
    yield (await READERS[id](asked, names, one)).map((r) => columns.map((c) => r[c.id] ?? ''))
}
