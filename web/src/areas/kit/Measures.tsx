import { Anchor, Input, TextInput } from '@mantine/core'
import type { RemeasureBody } from '@mano/contract/kit'
import type { ImplementKind } from '@mano/core/catalogue/implements'
import { formatInches, type LengthUnit } from '@mano/core/units/inch'
import type { UnitChoice } from '@mano/core/units/format'
import { massText, parseMass, type MassUnit } from '@mano/core/units/mass'
import { lengthOf, LengthField } from '../../base/LengthField'
import { MassField } from '../../base/MassField'
import { useUnits } from '../../base/units'
import type { Kg, Mm } from '@mano/core/units/quantity'
import { DayInput } from '../../base/DayInput'

export interface MeasureDraft {
  size: string
  depth: string
  handle: string
  mass: string
  plates: { mass: string; count: string }[]
  rating: string
  ratedBy: string
  ratedOn: string
  /** Masses on record by how they are written here: what is not retyped stays exact. */
  exact: Readonly<Record<string, number>>
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
  exact: {},
}

const BLOCKS = ['block', 'taper_block']
export const hasSize = (kind: ImplementKind): boolean =>
  !['none', 'position'].includes(kind.measure)
const lengthText = (mm: Mm | null, unit: LengthUnit): string =>
  mm === null
    ? ''
    : unit === 'mm'
      ? String(Math.round(10 * mm) / 10)
      : formatInches(mm).replace('\u00A0in', '')

export const draftOf = (
  u: {
    sizeMm: Mm | null
    depthMm: Mm | null
    handleMm: Mm | null
    massKg: Kg | null
    plates: { kg: Kg; count: number }[]
    ratingKg: Kg | null
    ratedBy: string
    ratedOn: string | null
  },
  units: UnitChoice,
): MeasureDraft => ({
  size: lengthText(u.sizeMm, units.length),
  depth: lengthText(u.depthMm, units.length),
  handle: lengthText(u.handleMm, units.length),
  mass: u.massKg === null ? '' : massText(u.massKg, units.mass),
  plates: u.plates.map((p) => ({ mass: massText(p.kg, units.mass), count: String(p.count) })),
  rating: u.ratingKg === null ? '' : massText(u.ratingKg, units.mass),
  ratedBy: u.ratedBy,
  ratedOn: u.ratedOn ?? '',
  exact: Object.fromEntries(
    [u.massKg, u.ratingKg, ...u.plates.map((p) => p.kg)].flatMap((kg) =>
      kg === null ? [] : [[massText(kg, units.mass), kg]],
    ),
  ),
})

/** kg; null: nothing typed; undefined: no mass. */
const kgOf = (
  text: string,
  unit: MassUnit,
  exact: MeasureDraft['exact'],
): number | null | undefined => {
  const r = parseMass(text, unit)
  if (exact[text] !== undefined) return exact[text]
  return r.ok ? r.kg : r.reason === 'empty' ? null : undefined
}

/** The body of what was measured, or what is still wrong with it. */
export function measuresOf(
  d: MeasureDraft,
  { length: unit, mass }: UnitChoice,
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
    .filter((p) => p.mass.trim() !== '')
    .flatMap((p) => {
      const [kg, count] = [kgOf(p.mass, mass, d.exact), Number(p.count)]
      return kg ? [{ kg, count }] : []
    })
  const [massKg, ratingKg] = [kgOf(d.mass, mass, d.exact), kgOf(d.rating, mass, d.exact)]
  if (massKg === undefined || ratingKg === undefined)
    return { ok: false, says: 'A mass cannot be read.' }
  if (
    plates.length < d.plates.filter((p) => p.mass.trim() !== '').length ||
    plates.some((p) => !Number.isInteger(p.count) || p.count < 1)
  )
    return { ok: false, says: 'Each plate needs its mass and how many there are.' }
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
          usualMm={kind.usualMm}
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
        <MassField
          label={kind.id === 'pin' ? 'Mass of the pin' : 'Own mass'}
          value={draft.mass}
          onChange={(mass) => set({ mass })}
        />
      )}
      {kind.id === 'pin' && (
        <div className="plates" role="group" aria-label="Plates">
          <span className="field-label">Plates in the room</span>
          {draft.plates.map((p, i) => (
            <div className="row" key={i}>
              <Input
                aria-label={`Plate ${i + 1}, ${units.mass}`}
                inputMode="decimal"
                value={p.mass}
                placeholder={units.mass}
                onChange={(e) =>
                  set({
                    plates: draft.plates.map((x, k) =>
                      k === i ? { ...x, mass: e.currentTarget.value } : x,
                    ),
                  })
                }
              />
              <span>{units.mass} ×</span>
              <Input
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
              <Anchor
                component="button"
                type="button"
                className="lnk"
                onClick={() => set({ plates: draft.plates.filter((_, k) => k !== i) })}
              >
                Take out
              </Anchor>
            </div>
          ))}
          <Anchor
            component="button"
            type="button"
            className="lnk"
            onClick={() => set({ plates: [...draft.plates, { mass: '', count: '2' }] })}
          >
            Add a plate
          </Anchor>
        </div>
      )}
      {kind.id === 'spring' && (
        <fieldset className="rating">
          <legend>Measured rating</legend>
          <p className="note">
            Hang load from the end of the handle until the handles touch. The number printed on a
            spring is not a rating.
          </p>
          <MassField
            label="Closes at"
            value={draft.rating}
            onChange={(rating) => set({ rating })}
            placeholder="Not rated"
          />
          <TextInput
            label="Rated by"
            value={draft.ratedBy}
            onChange={(e) => set({ ratedBy: e.currentTarget.value })}
          />
          <DayInput
            label="Rated on"
            maxDate={today}
            value={draft.ratedOn || today}
            onChange={(d) => set({ ratedOn: d ?? today })}
          />
        </fieldset>
      )}
    </div>
  )
}
