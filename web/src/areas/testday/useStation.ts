import { useRef, useState } from 'react'
import { protocolById, type Protocol } from '@mano/core/catalogue/protocols'
import type { DayStation } from '@mano/core/testday/live'
import type { Slot } from '@mano/core/testday/order'
import { must } from '@mano/core/units/must'
import { useOutbox } from '../../base/outbox'
import { useDay, type Day } from './useDay'

/** What was left out, until the next result: it can come back. */
export interface LeftOut {
  ids: string[]
  says: string
  typed: string
}

/** What the tablet holds of itself between two results. */
function useOwn() {
  const [asked, setAsked] = useState<readonly string[]>([])
  const [step, setStep] = useState<'try' | 'pain' | 'leave'>('try')
  // Reasons given here and perhaps not yet on the server, by athlete and hand.
  const [reasoned, setReasoned] = useState<readonly string[]>([])
  // Whoever is dealt with stays up until the result is in, whatever the order says meanwhile.
  const [holds, setHolds] = useState('')
  const [text, setText] = useState('')
  const [said, setSaid] = useState('')
  // What was asked about once, and counts when it is said again.
  const doubt = useRef('')
  const [left, setLeft] = useState<LeftOut | null>(null)
  return {
    ...{ asked, setAsked, step, setStep, reasoned, setReasoned, holds, setHolds },
    ...{ text, setText, said, setSaid, doubt, left, setLeft },
  }
}

/** A station of a day, what was done there and who is to come. */
export interface AtStation {
  day: Day
  station: DayStation
  protocol: Protocol
  own: ReturnType<typeof useOwn>
  nameOf: (id: string) => string
  /** What happened here so far. */
  here: NonNullable<Day['now']>['done']
  /** Who is to come here, in their order. */
  slots: readonly Slot[]
  /** Who is on; undefined: nobody is left. */
  slot: Slot | undefined
  send: ReturnType<typeof useOutbox.getState>['add']
  /** What the device has not sent yet, in words. */
  net: string
}

/** Null: not there yet; the station may not be one of the day's. */
export function useStation(
  dayId: string,
  stationId: string,
): { at: AtStation | null; error: Error | null; unknown: boolean } {
  const { day, error } = useDay(dayId)
  const send = useOutbox((s) => s.add)
  const offline = useOutbox((s) => s.offline)
  const waiting = useOutbox((s) => s.waiting.length)
  const own = useOwn()
  const station = day?.view.setup.stations.find((s) => s.id === stationId)
  if (!day || !station) return { at: null, error: day ? null : error, unknown: day !== null }
  const slots = (day.now?.order.slots ?? [])
    .filter((s) => s.station === station.id)
    .sort((a, b) => a.start - b.start)
  return {
    at: {
      day,
      station,
      protocol: must(protocolById(station.protocolId)),
      own,
      nameOf: (id) => day.view.setup.athletes.find((a) => a.id === id)?.name ?? '',
      here: (day.now?.done ?? []).filter((e) => e.station === station.id),
      slots,
      slot: slots.find((s) => `${s.athlete} ${s.hand}` === own.holds) ?? slots[0],
      send,
      net: offline && waiting > 0 ? `Saved on this device: ${waiting} not yet sent.` : '',
    },
    error: null,
    unknown: false,
  }
}

/** The one whose turn it is: which trial, and what holds it. */
export interface Turn {
  slot: Slot
  key: string
  ordinal: number
  /** What they did here before. */
  before: AtStation['here']
  /** The four conditions are met. */
  known: boolean
}

export function turnOf({ here, own }: AtStation, slot: Slot): Turn {
  const before = here.filter((e) => e.athlete === slot.athlete)
  return {
    slot,
    key: `${slot.athlete} ${slot.hand}`,
    ordinal: 1 + before.filter((e) => e.hand === slot.hand && e.outcome !== 'skipped').length,
    before,
    known: before.length > 0 || own.asked.includes(slot.athlete),
  }
}
