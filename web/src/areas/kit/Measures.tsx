import { NumberInput, TextInput } from '@mantine/core'
import type { RemeasureBody } from '@mano/contract/kit'
import type { ImplementKind } from '@mano/core/catalogue/implements'
import { formatInches, type LengthUnit } from '@mano/core/units/inch'
import { lengthOf, LengthField } from '../../app/LengthField'
import { useUnits } from '../../app/units'

export interface MeasureDraft {
  size: string
  depth: string
  handle: string
  mass: string
  plates: { kg: string; count: string }[]
  rating: string
  ratedBy: string
  ratedOn: string
}
export const emptyMeasures: MeasureDraft = {
  size: '',
  depth: '',
  handle: '',
  mass: '',
  plates: [],
  rating: '',
  ratedBy: '',
  ratedOn: '',
}

const BLOCKS = ['block', 'taper_block']
export const hasSize = (kind: ImplementKind): boolean =>
  !['none', 'position'].includes(kind.measure)
const lengthText = (mm: number | null, unit: LengthUnit): string =>
  mm === null
    ? ''
    : unit === 'mm'
      ? String(Math.round(10 * mm) / 10)
      : formatInches(mm).replace('\u00A0in', '')

export const draftOf = (
  u: {
    sizeMm: number | null
    depthMm: number | null
    handleMm: number | null
    massKg: number | null
    plates: { kg: number; count: number }[]
    ratingKg: number | null
    ratedBy: string
    ratedOn: string | null
  },
  unit: LengthUnit,
): MeasureDraft => ({
  size: lengthText(u.sizeMm, unit),
  depth: lengthText(u.depthMm, unit),
  handle: lengthText(u.handleMm, unit),
  mass: u.massKg === null ? '' : String(u.massKg),
  plates: u.plates.map((p) => ({ kg: String(p.kg), count: String(p.count) })),
  rating: u.ratingKg === null ? '' : String(u.ratingKg),
  ratedBy: u.ratedBy,
  ratedOn: u.ratedOn ?? '',
})

const amount = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.replace(',', '.'))

/** The body of what was measured, or what is still wrong with it. */
export function measuresOf(
  d: MeasureDraft,
  unit: LengthUnit,
  today: string,
): { ok: true; body: Omit<RemeasureBody, 'id'> } | { ok: false; says: string } {
  const [size, depth, handle] = [
    lengthOf(d.size, unit),
    lengthOf(d.depth, unit),
    lengthOf(d.handle, unit),
  ]
  if (size === undefined || depth === undefined || handle === undefined)
    return { ok: false, says: 'A length cannot be read.' }
  const plates = d.plates
    .filter((p) => p.kg.trim() !== '')
    .map((p) => ({ kg: amount(p.kg)!, count: Number(p.count) }))
  const [massKg, ratingKg] = [amount(d.mass), amount(d.rating)]
  if (
    [massKg, ratingKg, ...plates.flatMap((p) => [p.kg, p.count])].some(
      (n) => n !== null && !Number.isFinite(n),
    )
  )
    return { ok: false, says: 'A number cannot be read.' }
  if (ratingKg !== null && d.ratedBy.trim() === '')
    return { ok: false, says: 'A rating needs who hung the load.' }
  return {
    ok: true,
    body: {
      size: size?.entered ?? null,
      sizeUnit: size?.unit ?? unit,
      depthMm: depth?.mm ?? null,
      handleMm: handle?.mm ?? null,
      massKg,
      plates,
      ratingKg,
      ratedBy: ratingKg === null ? '' : d.ratedBy.trim(),
      ratedOn: ratingKg === null ? null : d.ratedOn || today,
    },
  }
}

const SIZE_WORDS: Partial<Record<ImplementKind['measure'], string>> = {
  diameter: 'Diameter',
  width: 'Width',
  depth: 'Depth of the edge',
  spread: 'Handle spread',
  thickness: 'Thickness',
}

/** Entry of all that is measured of one kind of implement. */
export function MeasureFields({
  kind,
  draft,
  onChange,
  today,
}: {
  kind: ImplementKind
  draft: MeasureDraft
  onChange: (d: MeasureDraft) => void
  today: string
}) {
  const units = useUnits()
  const set = (more: Partial<MeasureDraft>) => onChange({ ...draft, ...more })
  return (
    <div className="measures">
      {hasSize(kind) && (
        <LengthField
          label={SIZE_WORDS[kind.measure] ?? 'Size'}
          unit={units.length}
          value={draft.size}
          onChange={(size) => set({ size })}
        />
      )}
      {BLOCKS.includes(kind.id) && (
        <LengthField
          label="Depth the thumb takes"
          unit={units.length}
          value={draft.depth}
          onChange={(depth) => set({ depth })}
        />
      )}
      {kind.id === 'spring' && (
        <LengthField
          label="Handle thickness"
          unit={units.length}
          value={draft.handle}
          onChange={(handle) => set({ handle })}
        />
      )}
      {kind.load === 'plates' && (
        <NumberInput
          label={kind.id === 'pin' ? 'Mass of the pin, kg' : 'Own mass, kg'}
          min={0}
          max={300}
          decimalScale={2}
          value={draft.mass}
          onChange={(v) => set({ mass: String(v) })}
          placeholder="Not weighed"
        />
      )}
      {kind.id === 'pin' && (
        <div className="plates" role="group" aria-label="Plates">
          <span className="field-label">Plates in the room</span>
          {draft.plates.map((p, i) => (
            <div className="row" key={i}>
              <input
                aria-label={`Plate ${i + 1}, kg`}
                inputMode="decimal"
                value={p.kg}
                placeholder="kg"
                onChange={(e) =>
                  set({
                    plates: draft.plates.map((x, k) =>
                      k === i ? { ...x, kg: e.currentTarget.value } : x,
                    ),
                  })
                }
              />
              <span>kg ×</span>
              <input
                aria-label={`How many of plate ${i + 1}`}
                inputMode="numeric"
                value={p.count}
                onChange={(e) =>
                  set({
                    plates: draft.plates.map((x, k) =>
                      k === i ? { ...x, count: e.currentTarget.value } : x,
                    ),
                  })
                }
              />
              <button
                type="button"
                className="lnk"
                onClick={() => set({ plates: draft.plates.filter((_, k) => k !== i) })}
              >
                Take out
              </button>
            </div>
          ))}
          <button
            type="button"
            className="lnk"
            onClick={() => set({ plates: [...draft.plates, { kg: '', count: '2' }] })}
          >
            Add a plate
          </button>
        </div>
      )}
      {kind.id === 'spring' && (
        <fieldset className="rating">
          <legend>Measured rating</legend>
          <p className="note">
            Hang load from the end of the handle until the handles touch. The number printed on a
            spring is not a rating.
          </p>
          <NumberInput
            label="Closes at, kg"
            min={1}
            max={300}
            decimalScale={1}
            value={draft.rating}
            onChange={(v) => set({ rating: String(v) })}
            placeholder="Not rated"
          />
          <TextInput
            label="Rated by"
            value={draft.ratedBy}
            onChange={(e) => set({ ratedBy: e.currentTarget.value })}
          />
          <TextInput
            label="Rated on"
            type="date"
            max={today}
            value={draft.ratedOn || today}
            onChange={(e) => set({ ratedOn: e.currentTarget.value })}
          />
        </fieldset>
      )}
    </div>
  )
}
