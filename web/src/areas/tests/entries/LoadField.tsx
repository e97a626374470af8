import { Input } from '@mantine/core'
import { useRef } from 'react'
import type { SessionView } from '@mano/contract/tests'
import type { Protocol } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import { loadPin } from '@mano/core/testing/plates'
import type { Hand } from '@mano/core/catalogue/person'
import { fromSi, toSi } from '@mano/core/units/convert'
import { parseNumber } from '@mano/core/units/parse'
import { useKit } from '../../../base/data'
import { PlatePicture } from '../../../drawn/PlatePicture'
import { useTypedHere } from '../../../base/useTypedHere'
import { useDraft } from './useDraft'
import type { Kg } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

const HANGS_ON_A_PIN: readonly string[] = [
  'edge',
  'block',
  'taper_block',
  'hub',
  'rolling',
  'pin',
  'ball',
  'sleeve',
]

/** The load of one try, proposed or typed, and what to hang for it from the plates of the hall. */
export function useLoad(
  session: SessionView,
  protocol: Protocol,
  hand: Hand,
  loadKg: Kg | null,
  unit: EntryUnit,
) {
  const kit = useKit().data ?? []
  const plated =
    HANGS_ON_A_PIN.includes(session.unitKind) &&
    protocol.implements.some((k) => HANGS_ON_A_PIN.includes(k))
  const pin = plated ? kit.find((u) => u.kind === 'pin' && u.plates.length > 0) : undefined
  const own = kit.find((u) => u.id === session.unitId)
  const pinKg = (pin?.massKg ?? 0) + (own && own.kind !== 'pin' ? (own.massKg ?? 0) : 0)
  const made = loadKg !== null && pin ? loadPin(loadKg, pin.plates, pinKg) : null
  const suggested = made?.ok ? made.totalKg : loadKg
  const [typed, setText] = useDraft<string | null>(`${session.id}-${hand}-load`, null)
  const text =
    typed ??
    (suggested === null ? '' : String(Math.round(100 * must(fromSi(suggested, unit, 'kg'))) / 100))
  const n = parseNumber(text)
  const typedKg = n.ok ? toSi(n.value, unit, 'kg') : null
  return {
    text,
    setText,
    clear: () => setText(null),
    typedKg,
    valid: n.ok,
    plated,
    pin,
    pinKg,
    loading: typedKg !== null && pin ? loadPin(typedKg, pin.plates, pinKg) : null,
  }
}
export type Load = ReturnType<typeof useLoad>

export function LoadField({
  load,
  hand,
  unit,
  says,
  wrong,
  onChange,
}: {
  load: Load
  hand: Hand
  unit: EntryUnit
  says: string
  wrong: boolean
  onChange?: () => void
}) {
  const box = useRef<HTMLInputElement>(null)
  useTypedHere(box)
  return (
    <div className="lift-load">
      <label>
        <span className="vh">
          {hand} hand, load in {unit}
        </span>
        <Input
          ref={box}
          value={load.text}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={wrong}
          onChange={(e) => {
            load.setText(e.currentTarget.value)
            onChange?.()
          }}
        />
      </label>
      <span className="unit">{unit}</span>
      <small>{says}</small>
    </div>
  )
}

export function Plates({ load }: { load: Load }) {
  const { loading, typedKg, pin, pinKg, plated } = load
  return (
    <div className="lift-plates">
      {loading?.ok && typedKg !== null ? (
        <PlatePicture
          loading={loading}
          wantedKg={typedKg}
          pinKg={pinKg}
          heaviestKg={Math.max(...must(pin).plates.map((p) => p.kg))}
        />
      ) : loading && !loading.ok ? (
        <p className="said">
          {loading.reason === 'under-the-pin'
            ? 'The pin alone weighs more than that.'
            : 'That is no load.'}
        </p>
      ) : plated && !pin ? (
        <p className="note">No pin with plates in the kit room: weigh what hangs.</p>
      ) : null}
    </div>
  )
}
