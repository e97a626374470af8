import { setImmediate as turn } from 'node:timers/promises'
import { type RemeasureBody, type UnitBody, type UnitChangeBody } from '@mano/contract/kit'
import { demandProfile } from '@mano/core/demand/profile'
import { sameSeries } from '@mano/core/match/measured'
import { usesFor, whatToBuy } from '@mano/core/match/buy'
import { matchUnit } from '@mano/core/match/unit'
import { matchAthlete } from '@mano/core/match/athlete'
import { toSi } from '@mano/core/units/convert'
import {
  AthleteEntity,
  ImplementCheckEntity,
  ImplementMeasurementEntity,
  ImplementUnitEntity,
  KitPriceEntity,
  PlaceEntity,
  WrapGapEntity,
} from '../db/entities'
import { type ImplementUnit } from '../db/rows'
import { ownSports } from '../db/intake'
import { kitUnits, places } from '../db/kit'
import { insertOnce } from '../db/once'
import { standing } from '../db/takenBack'
import {} from '../db/read'
import { loadSafety, sceneDay } from '../db/safety'
import { created, ok, type Api, type Call } from '../api/api'
import { conflict, notFound, refused } from '../faults/problem'
import { changeRow } from './change'
import { loadParts } from '../db/parts'
import { safetyFacts } from '@mano/core/safety/facts'
import { judgeBy } from '@mano/core/safety/judge'
import { IsNull } from 'typeorm'
import type { Mm } from '@mano/core/units/quantity'
import { groupBy } from '@mano/core/units/group'
import { must } from '@mano/core/units/must'

async function unitOr404(call: Call): Promise<ImplementUnit> {
  const unit = await call.em.findOneBy(ImplementUnitEntity, {
    id: String(call.req.params['unitId']),
  })
  if (!unit) throw notFound('implement')
  return unit
}

async function placeOr400(call: Call, placeId: string): Promise<void> {
  if (!(await places(call.em)).some((p) => p.id === placeId && !p.closed))
    throw refused('placeId', 'That place is not one of this hall.')
}

/**
 * Stored columns of what a calliper, a scale and a rating gave; a number typed in inches stays
 * beside the millimetres.
 */
const measuredRow = (b: UnitBody | RemeasureBody) => ({
  sizeMm: b.size === null ? null : toSi(b.size, b.sizeUnit, 'mm'),
  enteredValue: b.size,
  enteredUnit: b.size === null ? null : b.sizeUnit,
  depthMm: b.depthMm,
  handleMm: b.handleMm,
  massKg: b.massKg,
  plates: b.plates,
  ratingKg: b.ratingKg,
  ratedBy: b.ratedBy,
  ratedOn: b.ratedOn ?? null,
})

export function mountKit(api: Api): void {
  mountPlaces(api)
  mountUnits(api)
  mountUpkeep(api)
  mountAdvice(api)
}

/** What there is, and where. */
function mountPlaces(api: Api): void {
  api.on('GET /api/kit', async ({ em, today, hall }) =>
    ok(await kitUnits(em, { today, timeZone: hall.timeZone })),
  )
  api.on('GET /api/places', async ({ em }) => ok(await places(em)))

  api.on('POST /api/places', async (call) => {
    const b = call.body
    if (b.athleteId && !(await call.em.findOneBy(AthleteEntity, { id: b.athleteId })))
      throw notFound('athlete')
    await insertOnce(call.em, PlaceEntity, {
      ...call.actor,
      id: b.id,
      name: b.name,
      kind: b.kind,
      athleteId: b.athleteId ?? null,
      closedOn: null,
    })
    return created({ id: b.id })
  })

  api.on('PUT /api/places/:placeId/closed', async (call) => {
    const id = String(call.req.params['placeId'])
    const all = await places(call.em)
    const place = all.find((p) => p.id === id)
    if (!place) throw notFound('place')
    const { closed } = call.body
    if (closed) {
      const there = (await kitUnits(call.em)).filter((u) => u.placeId === id && !u.retired).length
      if (there > 0)
        throw conflict(
          `${there} ${there === 1 ? 'implement is' : 'implements are'} there. Move or ` +
            `retire ${there === 1 ? 'it' : 'them'} first.`,
        )
      if (!all.some((p) => p.id !== id && p.kind === place.kind && !p.closed && !p.athleteId))
        throw conflict(`${place.name} is the only place of its kind: plans count on it.`)
    }
    await call.em.update(PlaceEntity, { id }, { closedOn: closed ? call.today : null })
    return ok({ id })
  })
}

/** Implements, added and changed. */
function mountUnits(api: Api): void {
  api.on('POST /api/kit', async (call) => {
    const b = call.body
    await placeOr400(call, b.placeId)
    await insertOnce(call.em, ImplementUnitEntity, {
      ...call.actor,
      id: b.id,
      kind: b.kind,
      label: b.label,
      retired: false,
      placeId: b.placeId,
      orientation: b.orientation,
      surface: b.surface,
      version: 1,
    })
    await insertOnce(call.em, ImplementMeasurementEntity, {
      ...call.actor,
      id: b.measurementId,
      unitId: b.id,
      seriesId: b.measurementId,
      ...measuredRow(b),
      measuredOn: call.today,
    })
    return created({ id: b.id })
  })

  api.on('PUT /api/kit/:unitId', async (call) => {
    const unit = await unitOr404(call)
    const b: UnitChangeBody = call.body
    await placeOr400(call, b.placeId)
    const { label, placeId, orientation, surface, retired } = unit
    return ok({
      id: unit.id,
      version: await changeRow(
        call,
        ImplementUnitEntity,
        unit,
        b,
        { label, placeId, orientation, surface, retired },
        { actorKind: call.actor.actorKind, actorId: call.actor.actorId },
      ),
    })
  })
}

/** Measures, checks and prices of implements. */
function mountUpkeep(api: Api): void {
  api.on('POST /api/kit/:unitId/measurements', async (call) => {
    const unit = await unitOr404(call)
    const b = call.body
    const before = (
      await standing(
        call.em,
        'implement_measurement',
        await call.em.find(ImplementMeasurementEntity, {
          where: { unitId: unit.id },
          order: { recordedAt: 'ASC', id: 'ASC' },
        }),
      )
    ).filter((m) => m.id !== b.id)
    const head = must(before.find((m) => m.id === must(before.at(-1)).seriesId))
    const row = measuredRow(b)
    const seriesId = sameSeries(head, row) ? head.id : b.id
    await insertOnce(call.em, ImplementMeasurementEntity, {
      ...call.actor,
      id: b.id,
      unitId: unit.id,
      seriesId,
      ...row,
      measuredOn: call.today,
    })
    return created({ id: b.id, newSeries: seriesId === b.id })
  })

  api.on('POST /api/kit/:unitId/checks', async (call) => {
    const unit = await unitOr404(call)
    const b = call.body
    await insertOnce(call.em, ImplementCheckEntity, { ...call.actor, ...b, unitId: unit.id })
    return created({ id: b.id })
  })

  api.on('POST /api/prices', async (call) => {
    const b = call.body
    await insertOnce(call.em, KitPriceEntity, {
      ...call.actor,
      id: b.id,
      kind: b.kind,
      sizeMm: b.sizeMm ?? null,
      price: b.price,
    })
    return created({ id: b.id })
  })
}

/** What to buy for a place. */
function mountAdvice(api: Api): void {
  api.on('GET /api/places/:placeId/advice', async (call) => {
    const { em, hall } = call
    const placeId = String(call.req.params['placeId'])
    if (!(await places(em)).some((p) => p.id === placeId)) throw notFound('place')
    const units = (await kitUnits(em))
      .filter((u) => u.placeId === placeId && !u.retired)
      .flatMap((u) => matchUnit(u) ?? [])
    const athletes = await em.find(AthleteEntity, {
      where: { archivedOn: IsNull() },
      order: { name: 'ASC' },
    })
    const parts = await loadParts(
      em,
      athletes.map((a) => a.id),
      hall.timeZone,
    )
    const own = await ownSports(em)
    const wraps = groupBy(
      await standing(
        em,
        'wrap_gap',
        await em.find(WrapGapEntity, { order: { measuredOn: 'DESC', recordedAt: 'DESC' } }),
      ),
      (w) => w.athleteId,
    )
    const safety = await loadSafety(em, athletes, call.today, sceneDay(call))
    const judgeOf = (id: string) => {
      const { record, flags } = must(safety.get(id))
      return judgeBy(safetyFacts(record, call.today, { flags }))
    }
    const squad: ReturnType<typeof usesFor>[] = []
    for (const a of athletes) {
      const p = must(parts.get(a.id))
      const profile = p.demand && demandProfile(p.demand, own)
      if (!profile) continue
      const athlete = matchAthlete({
        level: a.level,
        measurements: p.measurements,
        wraps: wraps.get(a.id) ?? [],
        judge: judgeOf(a.id),
        sessions: [],
      })
      squad.push(usesFor({ name: a.name, rows: profile.rows, athlete }, units))
      // Others are answered between two athletes.
      await turn()
    }
    const prices = await em.find(KitPriceEntity, { order: { recordedAt: 'DESC' } })
    const price = (kind: string, sizeMm: Mm | null) =>
      prices.find((x) => x.kind === kind && x.sizeMm === sizeMm)?.price ?? ''
    return ok({
      athletes: squad.length,
      buy: whatToBuy(squad).map((x) => ({ ...x, price: price(x.kind, x.sizeMm) })),
    })
  })
}
