import type { Mm } from '@mano/core/units/quantity'

/** Clubs lying level, handle end at the left, one ruler for all. */
export interface ClubShape {
  clubs: readonly { name: string; handMm: Mm; balanceMm: Mm }[]
}

const W = 620
const ROW = 78

/** Where the hand holds a club, where it balances, and the arm between. */
export function ClubPlot({ clubs }: ClubShape) {
  const longest = Math.max(...clubs.map((c) => 1.6 * Math.max(c.balanceMm, c.handMm)), 300)
  const x = (mm: Mm) => 70 + ((W - 90) * mm) / longest
  return (
    <svg
      className="club-plot"
      viewBox={`0 0 ${W} ${clubs.length * ROW}`}
      role="img"
      aria-label={clubs
        .map(
          (c) =>
            `${c.name}: hand at ${Math.round(c.handMm)} mm, balance at ` +
            `${Math.round(c.balanceMm)} mm`,
        )
        .join('; ')}
    >
      {clubs.map((c, i) => {
        const y = i * ROW + 26
        const end = x(1.5 * c.balanceMm)
        return (
          <g key={c.name}>
            <text x="0" y={y + 4}>
              {c.name}
            </text>
            <path
              d={
                `M${x(0)} ${y - 6}h8v12h-8zM${x(0) + 8} ${y - 4}L${(x(0) + end) / 2} ` +
                `${y - 5}L${end - 12} ${y - 14}L${end} ${y - 7}V${y + 7}L${end - 12} ` +
                `${y + 14}L${(x(0) + end) / 2} ${y + 5}L${x(0) + 8} ${y + 4}Z`
              }
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="2"
            />
            {[-1.5, -0.5, 0.5, 1.5].map((k) => (
              <rect
                key={k}
                x={x(c.handMm) + 8 * k - 4}
                y={y - 12}
                width="7"
                height="24"
                rx="3.5"
                fill="var(--shade)"
                stroke="var(--ink)"
                strokeWidth="1.6"
              />
            ))}
            <circle
              cx={x(c.balanceMm)}
              cy={y}
              r="7"
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth="2"
            />
            <path
              d={
                `M${x(c.balanceMm)} ${y}v-7a7 7 0 0 1 7 7zM${x(c.balanceMm)} ${y}v7a7 7 0 ` +
                '0 1 -7 -7z'
              }
              fill="var(--ink)"
            />
            <path
              d={
                `M${x(c.handMm)} ${y + 28}H${x(c.balanceMm)}M${x(c.handMm)} ` +
                `${y + 14}V${y + 32}M${x(c.balanceMm)} ${y + 10}V${y + 32}`
              }
              stroke="var(--ink)"
              strokeWidth="2"
            />
            <text x={(x(c.handMm) + x(c.balanceMm)) / 2} y={y + 44} textAnchor="middle">
              {Math.round(Math.abs(c.balanceMm - c.handMm))} mm
            </text>
          </g>
        )
      })}
    </svg>
  )
}
