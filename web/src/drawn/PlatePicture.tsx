import type { Loading } from '@mano/core/testing/plates'
import { KG_PER_LB } from '@mano/core/units/units'
import { useUnits } from '../base/units'
import type { Kg } from '@mano/core/units/quantity'

/** What hangs on the pin, heaviest lowest, with its sum. `pinKg`: the pin and the implement. */
export function PlatePicture({
  loading,
  wantedKg,
  pinKg,
  heaviestKg,
}: {
  loading: Loading
  wantedKg: Kg
  pinKg: Kg
  heaviestKg: Kg
}) {
  const units = useUnits()
  // Plates come in quarters: two decimals where they are needed.
  const f = (kg: Kg) =>
    `${Number((units.mass === 'kg' ? kg : kg / KG_PER_LB).toFixed(2))}\u00A0${units.mass}`
  const discs = loading.plates.flatMap((p) => Array.from({ length: p.count }, () => p.kg))
  return (
    <div className="plates-picture">
      <svg
        viewBox="0 0 200 104"
        role="img"
        aria-label={`Plates on the pin: ${discs.map(f).join(', ') || 'none'}`}
      >
        <line x1="100" x2="100" y1="2" y2="100" stroke="var(--ink)" strokeWidth="3" />
        <line x1="80" x2="120" y1="100" y2="100" stroke="var(--ink)" strokeWidth="3" />
        {discs.slice(0, 10).map((kg, i) => {
          const w = 44 + (132 * kg) / Math.max(1, heaviestKg)
          return (
            <g key={i}>
              <rect
                x={100 - w / 2}
                y={98 - 9.4 * (i + 1)}
                width={w}
                height="8.4"
                rx="2"
                fill="var(--shade)"
                stroke="var(--ink)"
              />
              <text
                x="100"
                y={98 - 9.4 * (i + 1) + 7}
                textAnchor="middle"
                fontSize="7"
                fontWeight="700"
                fill="var(--ink)"
              >
                {kg}
              </text>
            </g>
          )
        })}
      </svg>
      <p>
        <b>
          {loading.plates.length === 0
            ? 'No plates'
            : loading.plates.map((p) => `${p.count} × ${f(p.kg)}`).join(', ')}
        </b>
        {pinKg > 0 ? ` and pin, ${f(pinKg)}` : ''} = <b>{f(loading.totalKg)}</b>
        {loading.exact ? '' : `: the nearest these plates make to ${f(wantedKg)}`}
      </p>
    </div>
  )
}
