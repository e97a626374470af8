import { v5, v7 } from 'uuid'
import type { SessionBody } from '@mano/contract/tests'
import type { TestDayView } from '@mano/contract/testday'
import { asSetUp, protocolById } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import type { DayStation } from '@mano/core/testday/live'
import type { Slot } from '@mano/core/testday/order'
import { oddBeside } from '@mano/core/testing/odd'
import { readTrialValue } from '@mano/core/testing/value'
import { toSi } from '@mano/core/units/convert'
import type { Unsent } from '../../base/outbox'
import type { Kg } from '@mano/core/units/quantity'

/** A result as it was typed, or a load and whether it was clean. */
export interface Taken {
  text: string
  unit: EntryUnit
  missed: boolean
}

interface Where {
  view: TestDayView
  station: DayStation
  slot: Slot
  ordinal: number
  /** Nothing of this test is on record yet. */ first: boolean
}

/** One test of an athlete at a station, whichever device begins it. */
const sessionId = (day: string, athlete: string, station: string): string => {
  const id = v5(`${athlete} ${station}`, day)
  return `${id.slice(0, 14)}7${id.slice(15)}`
}

/**
 * Puts a try on its way to the record, with its test where it is the first; says why where the
 * number cannot be right.
 */
export function recordTry(
  { view, station, slot, ordinal, first }: Where,
  t: Taken,
  send: (item: Unsent) => void,
): { ok: true; si: number; loadKg: Kg } | { ok: false; says: string } {
  const plain = protocolById(station.protocolId)
  if (!plain) return { ok: false, says: 'This protocol is not known here.' }
  const protocol = asSetUp(plain, station.variant)
  const read = readTrialValue(t.text, t.unit, protocol, station.variant)
  if (!read.ok) return { ok: false, says: read.message }
  const id = sessionId(view.id, slot.athlete, station.id)
  const deviceAt = new Date().toISOString()
  if (first) {
    const body: SessionBody = {
      id,
      protocolId: protocol.id,
      unitId: station.unitId,
      measurementId: station.measurementId,
      variant: station.variant,
      conditions: { warm: true, rested: true, skinGood: true, well: true, familiar: false },
      overrideReason: '',
      note: view.name,
      expectedKg: station.plates ? Math.max(1, slot.loadKg) : null,
      deviceAt,
    }
    send({ kind: 'session', athleteId: slot.athlete, body })
  }
  send({
    kind: 'trial',
    athleteId: slot.athlete,
    sessionId: id,
    value: read.value,
    body: {
      id: v7(),
      hand: slot.hand,
      ordinal,
      enteredValue: read.enteredValue,
      enteredUnit: t.unit,
      pain: null,
      missed: t.missed,
      details: {},
      trace: null,
      struck: null,
      deviceAt,
    },
  })
  return {
    ok: true,
    si: read.value,
    loadKg: station.plates ? (toSi(read.enteredValue, t.unit, 'kg') ?? slot.loadKg) : slot.loadKg,
  }
}

/**
 * A result out of all proportion to those of this hand, or of the other, and what it stands beside.
 */
export function oddIn(
  t: Taken,
  station: DayStation,
  own: readonly number[],
  other: readonly number[],
): { value: number; by: number } | null {
  const plain = protocolById(station.protocolId)
  if (!plain) return null
  const protocol = asSetUp(plain, station.variant)
  const read = readTrialValue(t.text, t.unit, protocol, station.variant)
  const by = read.ok ? oddBeside(read.value, own, other, protocol) : null
  return read.ok && by !== null ? { value: read.value, by } : null
}
