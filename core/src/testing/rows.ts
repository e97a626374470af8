import { TEST_PROTOCOLS, type Protocol } from '../catalogue/protocols'
import type { Measure, QualityId } from '../catalogue/qualities'
import type { Mm } from '../units/quantity'

/** From this width a pinch is wide, mm. */
const WIDE_PINCH_MM = 60
const CLAW: readonly string[] = ['hub', 'ball', 'jar']
const THICK: readonly string[] = ['rolling', 'sleeve']
const CARRY: readonly string[] = ['farm', 'kettlebell', 'barbell', 'bag']
const PINCH: readonly string[] = ['block', 'taper_block', 'plate', 'books']

/** Qualities an implement can stand for, the first that the protocol measures counts. */
function byImplement(kind: string, sizeMm: Mm | null): readonly QualityId[] {
  if (kind === 'edge') return ['edge']
  if (CLAW.includes(kind)) return ['claw']
  if (THICK.includes(kind)) return ['thick']
  if (CARRY.includes(kind)) return ['carry']
  if (PINCH.includes(kind))
    return [sizeMm !== null && sizeMm < WIDE_PINCH_MM ? 'pinch_narrow' : 'pinch_wide']
  return kind === 'dyno'
    ? ['crush']
    : kind === 'spring'
      ? ['closed', 'crush']
      : kind === 'bar'
        ? ['hang', 'carry', 'thick']
        : []
}

/**
 * Rows of the hand map one set-up of a protocol measures: of those the protocol can, the one its
 * direction or its implement names. Whether a
 * pinch is wide or narrow follows the measured width (mm; unknown counts as wide).
 */
export function rowsOf(
  protocol: Protocol,
  setup: {
    variant: Readonly<Record<string, string>>
    unitKind?: string | undefined
    sizeMm?: Mm | null | undefined
  },
): Protocol['rows'] {
  const chosen = protocol.variants.flatMap(
    (v) => v.options.find((o) => o.id === setup.variant[v.id])?.quality ?? [],
  )
  const own = protocol.qualityOn[setup.unitKind as keyof Protocol['qualityOn']]
  const named = [
    ...chosen.slice(0, 1),
    ...(own ? [own] : []),
    ...byImplement(setup.unitKind ?? '', setup.sizeMm ?? null),
  ].find((q) => protocol.rows.some((r) => r.quality === q))
  return named ? protocol.rows.filter((r) => r.quality === named) : protocol.rows
}

export const measuresRow = (
  protocol: Protocol,
  setup: Parameters<typeof rowsOf>[1],
  quality: QualityId,
  measure: Measure,
): boolean => {
  // One result fills one row: the one its direction or implement names, else the protocol's first.
  const row = rowsOf(protocol, setup)[0]
  return row?.quality === quality && row.measure === measure
}

/** Protocols that measure a row, curves left out; empty: no test of Mano's does. */
export const testsOf = (quality: QualityId, measure: Measure): readonly Protocol[] =>
  TEST_PROTOCOLS.filter(
    (p) => !p.curve && p.rows.some((r) => r.quality === quality && r.measure === measure),
  )

/**
 * Qualities that these units can test, in the order of the protocols: by what each protocol
 * measures
 * on each of them, its directions included. Curves are left out.
 */
export function testedBy(units: readonly { kind: string; sizeMm: Mm | null }[]): QualityId[] {
  const found = new Set<QualityId>()
  for (const p of TEST_PROTOCOLS.filter((x) => !x.curve))
    for (const u of units.filter((x) => p.implements.some((i) => i === x.kind))) {
      const ways = p.variants.flatMap((v) =>
        v.options.filter((o) => o.quality).map((o) => ({ [v.id]: o.id })),
      )
      for (const variant of ways.length > 0 ? ways : [{}]) {
        const row = rowsOf(p, { variant, unitKind: u.kind, sizeMm: u.sizeMm })[0]
        if (row) found.add(row.quality)
      }
    }
  return [...found]
}
