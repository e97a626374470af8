import type { Protocol } from '../catalogue/protocols'
import type { Measure, QualityId } from '../catalogue/qualities'

/** From this width a pinch is wide, mm. */
const WIDE_PINCH_MM = 60
const CLAW: readonly string[] = ['hub', 'ball', 'jar']
const THICK: readonly string[] = ['rolling', 'sleeve']
const CARRY: readonly string[] = ['farm', 'kettlebell', 'barbell', 'bag']
const PINCH: readonly string[] = ['block', 'taper_block', 'plate', 'books']

function byImplement(kind: string, sizeMm: number | null): QualityId | null {
  if (kind === 'edge') return 'edge'
  if (CLAW.includes(kind)) return 'claw'
  if (THICK.includes(kind)) return 'thick'
  if (CARRY.includes(kind)) return 'carry'
  if (PINCH.includes(kind))
    return sizeMm !== null && sizeMm < WIDE_PINCH_MM ? 'pinch_narrow' : 'pinch_wide'
  return kind === 'dyno' ? 'crush' : kind === 'spring' ? 'closed' : null
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
    sizeMm?: number | null | undefined
  },
): Protocol['rows'] {
  const named =
    protocol.variants.flatMap(
      (v) => v.options.find((o) => o.id === setup.variant[v.id])?.quality ?? [],
    )[0] ?? byImplement(setup.unitKind ?? '', setup.sizeMm ?? null)
  const own = named ? protocol.rows.filter((r) => r.quality === named) : []
  return own.length > 0 ? own : protocol.rows
}

export const measuresRow = (
  protocol: Protocol,
  setup: Parameters<typeof rowsOf>[1],
  quality: QualityId,
  measure: Measure,
): boolean => rowsOf(protocol, setup).some((r) => r.quality === quality && r.measure === measure)
