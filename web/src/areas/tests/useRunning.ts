import { useRef, useState } from 'react'
import { useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import type { SessionView } from '@mano/contract/tests'
import type { Hand } from '@mano/core/catalogue/person'
import type { Protocol } from '@mano/core/catalogue/protocols'
import { liveUse, type LiveTries } from '@mano/core/force/tries'
import { latestMeasure } from '@mano/core/intake/record'
import { detailsProblem } from '@mano/core/testing/details'
import { oddBeside, oddWords } from '@mano/core/testing/odd'
import { readSession, sameSeries, validValues } from '@mano/core/testing/session'
import { readTrialValue } from '@mano/core/testing/value'
import { formatWithUnit, shownUnit, type UnitChoice } from '@mano/core/units/format'
import type { Kg } from '@mano/core/units/quantity'
import type { EntryUnit } from '@mano/core/units/units'
import { may } from '../../base/data'
import { useChosenInstrument, useInstruments } from '../../base/instruments'
import { useOutbox } from '../../base/outbox'
import { useUnits } from '../../base/units'
import { useAthletePage } from '../athlete/AthletePage'
import type { TryMore } from './entries/types'
import { logRecord, type Recorded } from './live/record'
import { useGatesOf } from './useGatesOf'
import { useTurn, type Turn } from './useTurn'

export const HAND_NAME = { left: 'Left hand', right: 'Right hand', both: 'Both hands' } as const
const COMPLETE = 'This test is complete.'

/** What a result is typed in. */
function entryUnit(protocol: Protocol, { variant }: SessionView, units: UnitChoice): EntryUnit {
  const asMass = protocol.unit === 'N' || (protocol.unit === 'N m' && variant['armMm'])
  return asMass ? units.mass : shownUnit(protocol.unit, units)
}

/** Keeps a result as it is typed or measured; says what is wrong with it, null where nothing is. */
function useEnter(
  session: SessionView,
  protocol: Protocol,
  unit: EntryUnit,
  { next, setExtra }: Pick<ReturnType<typeof useTurn>, 'next' | 'setExtra'>,
) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const add = useOutbox((s) => s.add)
  // What was asked about once, and counts when it is said again.
  const doubt = useRef('')
  /** A value far from those beside it, in words, the first time it is said. */
  const doubted = (turn: Turn, text: string, value: number): string | null => {
    const others: readonly Hand[] =
      turn.hand === 'both' ? [] : [turn.hand === 'left' ? 'right' : 'left']
    const beside = oddBeside(
      value,
      validValues(session.trials, turn.hand),
      others.flatMap((h) => validValues(session.trials, h)),
      protocol,
    )
    const said = `${turn.hand} ${turn.ordinal} ${text}`
    if (beside === null || doubt.current === said) return null
    doubt.current = said
    return oddWords(value, beside, protocol.unit, units)
  }
  return (text: string, more: TryMore = {}): string | null => {
    if (!next) return COMPLETE
    const entered = more.unit ?? unit
    const v = readTrialValue(text, entered, protocol, session.variant)
    if (!v.ok) return v.message
    const { details = {}, missed = false, trace = null, struck = null } = more
    const wrong =
      detailsProblem(protocol, session.unitKind, details, missed) ??
      (trace || struck ? null : doubted(next, text, v.value))
    if (wrong) return wrong
    setExtra(null)
    add({
      kind: 'trial',
      athleteId: athlete.id,
      sessionId: session.id,
      value: v.value,
      body: {
        id: v7(),
        hand: next.hand,
        ordinal: more.ordinal ?? next.ordinal,
        trace,
        struck,
        enteredValue: v.enteredValue,
        enteredUnit: entered,
        pain: null,
        missed,
        details,
        deviceAt: new Date().toISOString(),
      },
    })
    return null
  }
}

/** Help or load of a hang, from what the cell bore, in words. */
function helpWords(cellKg: Kg, massKg: Kg, units: UnitChoice): string {
  const by = massKg - cellKg
  const mass = formatWithUnit(massKg, 'kg', units)
  return by >= 0
    ? `Help ${formatWithUnit(by, 'kg', units)} to ${mass} of body mass.`
    : `${formatWithUnit(-by, 'kg', units)} added to ${mass} of body mass.`
}

/** A record of an instrument, read as trials; what was read last is said. */
function useRecord(
  protocol: Protocol,
  next: Turn | null,
  enter: (text: string, more?: TryMore) => string | null,
) {
  const { athlete } = useAthletePage()
  const units = useUnits()
  const [read, setRead] = useState<(LiveTries & { whose: string }) | null>(null)
  const use = liveUse(protocol)
  const mass = latestMeasure(athlete.measurements, 'body_mass', 'both')
  const record = (r: Recorded): string | null => {
    if (!use || !next) return COMPLETE
    const done = logRecord(use, r, next.ordinal, enter)
    if (!done.ok) {
      setRead(null)
      return done.says
    }
    const cellKg = done.read.tries[0]?.details['cellKg']
    const help = typeof cellKg === 'number' && mass && helpWords(cellKg, mass.value, units)
    setRead({
      ...done.read,
      ...(help && { says: `${done.read.says} ${help}` }),
      whose: `${HAND_NAME[next.hand]}, trial ${next.ordinal}`,
    })
    return null
  }
  return { use, read, record }
}

/**
 * Best counted result of a hand in the same series before today's test, and in it; null without
 * one.
 */
function bestOf(all: readonly SessionView[], session: SessionView, hand: Hand): number | null {
  const own = sameSeries(all, session, hand).filter(
    (s) => s.id !== session.id && s.performedAt <= session.performedAt && !s.practice,
  )
  const values = [...own, session].flatMap((s) => validValues(s.trials, hand))
  return values.length === 0 ? null : Math.max(...values)
}

/** A test that is run, typed in afterwards or looked at: whose turn it is and what can be done. */
export function useRunning(session: SessionView, all: readonly SessionView[], protocol: Protocol) {
  const { athlete, me } = useAthletePage()
  const units = useUnits()
  const [params, setParams] = useSearchParams()
  const instruments = useInstruments()
  const chosen = useChosenInstrument((s) => s.id)
  const reading = readSession(protocol, session.trials, session.variant)
  const hands = reading.hands.map((h) => h.hand)
  const tests = may(me, 'test')
  const today = tests && session.performedOn === me.today
  // Results of another day are typed in afterwards; nothing is gated, timed or live then.
  const entering = tests && !today && params.get('enter') !== null
  const open = today || entering
  const gates = useGatesOf(session, protocol, hands, today)
  const turn = useTurn(session, protocol, hands, { open, stopped: gates.stopped })
  const { next } = turn
  const unit = entryUnit(protocol, session, units)
  const enter = useEnter(session, protocol, unit, turn)
  const { use, read, record } = useRecord(protocol, next, enter)
  const view = use && today ? (instruments.find((i) => i.id === chosen) ?? null) : null
  return {
    session,
    all,
    protocol,
    athlete,
    reading,
    hands,
    /** Hands nothing stands against. */
    free: hands.filter((h) => !gates.stopped.includes(h)),
    day: me.today,
    today,
    entering,
    open,
    enterAfterwards: () => setParams({ enter: '1' }),
    batteryId: params.get('battery'),
    ...gates,
    ...turn,
    unit,
    enter,
    use,
    read,
    record,
    /** The instrument of today's test; null: results are typed. */
    view,
    bestN:
      next && protocol.unit === 'N' && protocol.entry !== 'allout'
        ? bestOf(all, session, next.hand)
        : null,
  }
}
export type RunningTest = ReturnType<typeof useRunning>
