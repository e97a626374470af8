import { Input, UnstyledButton } from '@mantine/core'
import { focusHere } from '../../base/focusHere'
import { useEffect, useRef } from 'react'
import type { Protocol } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import type { DayStation } from '@mano/core/testday/live'
import type { Slot } from '@mano/core/testday/order'
import { loadPin } from '@mano/core/testing/plates'
import { fromSi } from '@mano/core/units/convert'
import { formatClock, formatWithUnit } from '@mano/core/units/format'
import { useKit } from '../../base/data'
import { useUnits } from '../../base/units'
import { useTypedHere } from '../../base/useTypedHere'
import { Icon } from '../../drawn/Icon'
import { useClock } from '../tests/entries/useClock'
import type { Taken } from './recordTry'

export type { Taken }

interface Props {
  station: DayStation
  protocol: Protocol
  slot: Slot
  restS: number
  known: boolean
  text: string
  said: string
  conditions: React.ReactNode
  onText: (text: string) => void
  onTake: (t: Taken) => void
  /** What stands round it: the hand's letter, who is on, what was left out, who comes next. */
  slab: React.ReactNode
  word: React.ReactNode
  undo: React.ReactNode
  next: React.ReactNode
  /** The bar under the try, round the buttons that record it. */
  bar: (keep: React.ReactNode) => React.ReactNode
}

/** One try: what hangs, the rest yet to go, and the one box every typed number goes into. */
export function TryAt({
  station,
  protocol,
  slot,
  restS,
  known,
  text,
  said,
  conditions,
  onText,
  onTake,
  slab,
  word,
  undo,
  next,
  bar,
}: Props) {
  const units = useUnits()
  const box = useRef<HTMLInputElement>(null)
  useTypedHere(box)
  const turn = `${slot.athlete} ${slot.hand} ${known}`
  useEffect(() => focusHere(box.current), [turn])
  const clock = useClock(`mano-station-${station.id}`)
  const lift = protocol.entry === 'lift'
  const timed = protocol.entry === 'clock'
  const unit: EntryUnit =
    lift || protocol.unit === 'N' ? units.mass : (protocol.entryUnits[0] ?? 's')
  const kit = useKit().data ?? []
  const pin = kit.find((u) => u.kind === 'pin' && u.plates.length > 0)
  const implement = kit.find((u) => u.id === station.unitId)
  const made =
    lift && pin
      ? loadPin(
          slot.loadKg,
          pin.plates,
          (pin.massKg ?? 0) + (implement && implement.kind !== 'pin' ? (implement.massKg ?? 0) : 0),
        )
      : null
  const hangs = made?.ok ? made.totalKg : slot.loadKg
  // The load as it hangs, where no other was typed.
  const lifted = (missed: boolean): Taken =>
    text.trim() ? { text, unit, missed } : { text: String(hangs), unit: 'kg', missed }
  const stop = () => {
    onText(clock.stop().toFixed(1))
    box.current?.focus()
  }
  const enter = () => {
    if (lift || text.trim() === '') return
    onTake({ text, unit, missed: false })
  }
  return (
    <>
      <div className="f-stage">
        {slab}
        <div className="f-main td-on">
          {word}
          {known ? (
            <>
              <p className="f-digits small" aria-hidden="true">
                {restS > 0 ? formatClock(restS) : 'Go'}
              </p>
              <p className="f-load">
                {lift && <b>{formatWithUnit(slot.loadKg, 'kg', units)}</b>}
                {made?.ok && (
                  <span>
                    {made.plates.length === 0
                      ? 'the pin alone'
                      : made.plates
                          .map((x) => `${x.count} × ${formatWithUnit(x.kg, 'kg', units)}`)
                          .join(' + ')}{' '}
                    and pin{made.exact ? '' : `: ${formatWithUnit(made.totalKg, 'kg', units)}`}
                  </span>
                )}
                <small>{restS > 0 ? 'until the rest of this hand is over' : 'rested'}</small>
              </p>
            </>
          ) : (
            conditions
          )}
          <label className="td-result">
            <span>{lift ? `Other load, ${unit}` : `Result, ${unit}`}</span>
            <Input
              ref={box}
              inputMode="decimal"
              autoComplete="off"
              value={clock.running ? formatClock(clock.seconds) : text}
              readOnly={clock.running}
              placeholder={
                lift
                  ? String(Math.round(100 * (fromSi(hangs, units.mass, 'kg') ?? hangs)) / 100)
                  : ''
              }
              onChange={(e) => onText(e.currentTarget.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter') {
                  e.preventDefault()
                  enter()
                }
              }}
            />
            {timed && (
              <UnstyledButton
                type="button"
                className="f-btn"
                onClick={() => (clock.running ? stop() : (onText(''), clock.start()))}
              >
                {clock.running ? 'Stop' : 'Start'}
              </UnstyledButton>
            )}
          </label>
          <p className="f-held" role="alert">
            {said && (
              <>
                <Icon name="warn" />
                {said}
              </>
            )}
          </p>
          {undo}
        </div>
        {next}
      </div>
      <div className="f-bar">
        {bar(
          lift ? (
            <>
              <UnstyledButton className="f-btn quiet" onClick={() => onTake(lifted(true))}>
                Missed
              </UnstyledButton>
              <UnstyledButton className="f-btn main go" onClick={() => onTake(lifted(false))}>
                Clean
              </UnstyledButton>
            </>
          ) : (
            <UnstyledButton className="f-btn main go" disabled={text.trim() === ''} onClick={enter}>
              Save
            </UnstyledButton>
          ),
        )}
      </div>
    </>
  )
}
