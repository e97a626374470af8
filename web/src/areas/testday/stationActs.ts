import { v7 } from 'uuid'
import type { ObservationBody } from '@mano/contract/tests'
import type { Hand } from '@mano/core/catalogue/person'
import { sidesOf } from '@mano/core/safety/act'
import { oddWords } from '@mano/core/testing/odd'
import type { UnitChoice } from '@mano/core/units/format'
import { oddIn, recordTry, type Taken } from './recordTry'
import type { AtStation, Turn } from './useStation'
import { HAND } from '../floor/hand'

const OTHER: Readonly<Record<Hand, Hand>> = { left: 'right', right: 'left', both: 'both' }

/** The coach's reason for one whose trials ask for one, at this station. */
export function giveReason({ day, station, own, send }: AtStation, t: Turn, reason: string): void {
  const athleteId = t.slot.athlete
  send({
    kind: 'dayReason',
    athleteId,
    dayId: day.view.id,
    body: { id: v7(), athleteId, stationId: station.id, reason },
  })
  own.setReasoned([...own.reasoned, ...['left', 'right', 'both'].map((h) => `${athleteId} ${h}`)])
}

/** This trial, or all of theirs here, is left out; what was typed for it is nobody else's. */
export function leaveOut(
  { day, own, slots, nameOf }: AtStation,
  { slot, ordinal }: Turn,
  reason: string,
  all: boolean,
): void {
  const gone = all ? slots.filter((s) => s.athlete === slot.athlete) : [slot]
  const ids = gone.map(({ athlete, station, hand, loadKg }) =>
    day.say('done', { athlete, station, hand, loadKg, outcome: 'skipped', value: null, reason }),
  )
  const which = all
    ? `all ${gone.length} trials here`
    : `${HAND[slot.hand].toLowerCase()}, trial ${ordinal}`
  const typed = own.text.trim()
  own.setLeft({
    ids,
    says:
      `Nothing is recorded: ${nameOf(slot.athlete)}, ${which}: ${reason}.` +
      (typed ? ` The ${typed} that was typed is not kept.` : ''),
    typed: own.text,
  })
  own.setText('')
  own.setStep('try')
  own.setHolds('')
}

/** A result: asked about where it is odd beside the others, else recorded. */
export function take(
  { day, station, protocol, own, send }: AtStation,
  { slot, key, ordinal, before, known }: Turn,
  t: Taken,
  units: UnitChoice,
): void {
  if (!known) return own.setSaid('First say that all four are met; the number waits here.')
  const results = (hand: Hand) =>
    before.flatMap((e) => (e.hand === hand && typeof e.value === 'number' ? [e.value] : []))
  const beside = oddIn(t, station, results(slot.hand), results(OTHER[slot.hand]))
  const doubt = `${key} ${ordinal} ${t.text}`
  if (beside !== null && own.doubt.current !== doubt) {
    own.doubt.current = doubt
    return own.setSaid(oddWords(beside.value, beside.by, protocol.unit, units))
  }
  const first = !before.some((e) => e.outcome !== 'skipped')
  const done = recordTry({ view: day.view, station, slot, ordinal, first }, t, send)
  if (!done.ok) return own.setSaid(done.says)
  day.say('done', {
    athlete: slot.athlete,
    station: station.id,
    hand: slot.hand,
    loadKg: done.loadKg,
    outcome: t.missed ? 'missed' : 'clean',
    value: t.missed ? null : done.si,
  })
  own.setText('')
  own.setSaid('')
  own.setHolds('')
  own.setLeft(null)
}

/** Pain or a symptom, noted at the station; from pain above 3 and from a symptom they are out. */
export function noteAt(
  { day, station, own, send }: AtStation,
  { slot }: Turn,
  body: Partial<ObservationBody>,
  out: string | null,
): void {
  const hand = body.hand ?? slot.hand
  if (out !== null)
    day.say('out', { athlete: slot.athlete, hand: hand === 'both' ? null : hand, reason: out })
  own.setStep('try')
  own.setHolds('')
  send({
    kind: 'observation',
    athleteId: slot.athlete,
    sessionId: null,
    body: {
      id: v7(),
      hand: sidesOf(slot.hand).length > 1 ? 'both' : slot.hand,
      pain: null,
      symptom: null,
      places: null,
      note: `${day.view.name}, ${station.name}`,
      ...body,
    },
  })
}
