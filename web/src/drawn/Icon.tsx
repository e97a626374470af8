const stroke = (d: string, width = 1.8) => (
  <path d={d} fill="none" stroke="currentColor" strokeWidth={width} />
)

const SHAPES = {
  check: stroke('M3 8.5l3.2 3.2L13 4.8', 2.4),
  cross: stroke('M3.5 3.5l9 9M12.5 3.5l-9 9', 2.2),
  clock: (
    <>
      {stroke('M2 8a6 6 0 1 0 12 0a6 6 0 1 0 -12 0')}
      {stroke('M8 4.6V8l2.6 1.8')}
    </>
  ),
  circle: stroke('M2.4 8a5.6 5.6 0 1 0 11.2 0a5.6 5.6 0 1 0 -11.2 0'),
  warn: (
    <>
      {stroke('M8 1.8L15 14H1z', 1.7)}
      {stroke('M8 6v4M8 11.4v1.3', 1.7)}
    </>
  ),
  stop: <path d="M5.2 1.5h5.6l3.7 3.7v5.6l-3.7 3.7H5.2l-3.7-3.7V5.2z" fill="currentColor" />,
  waves: (
    <>
      {stroke('M1.5 6.2c2.2-2.4 4.3-2.4 6.5 0s4.3 2.4 6.5 0')}
      {stroke('M1.5 10.6c2.2-2.4 4.3-2.4 6.5 0s4.3 2.4 6.5 0')}
    </>
  ),
  left: <path d="M11.5 2.5v11L3.5 8z" fill="currentColor" />,
  right: <path d="M4.5 2.5v11l8-5.5z" fill="currentColor" />,
  plus: <path d="M8 2.5v11M2.5 8h11" stroke="currentColor" strokeWidth="2.5" fill="none" />,
  up: <path d="M2.5 12h11L8 4z" fill="currentColor" />,
  down: <path d="M2.5 4h11L8 12z" fill="currentColor" />,
  hourglass: stroke('M4 2h8M4 14h8M4.8 2c0 4 6.4 8 6.4 12M11.2 2c0 4-6.4 8-6.4 12', 1.6),
  search: (
    <>
      {stroke('M2.4 7a4.6 4.6 0 1 0 9.2 0a4.6 4.6 0 1 0 -9.2 0')}
      {stroke('M10.5 10.5L14 14')}
    </>
  ),
  pin: <>{stroke('M5 2h6M8 9.5V14.5M4 9.5h8M6 2v4.5l-2 3M10 2v4.5l2 3', 1.6)}</>,
  question: (
    <>
      {stroke('M5 6.2c0-4 6-3.8 6-.4c0 2-3 2-3 4.2', 1.9)}
      {stroke('M8 12.4v1.6', 1.9)}
    </>
  ),
} as const
export type IconName = keyof typeof SHAPES

/** An icon drawn in ink; a word always stands beside it. */
export const Icon = ({ name }: { name: IconName }) => (
  <svg className="ic" viewBox="0 0 16 16" aria-hidden="true">
    {SHAPES[name]}
  </svg>
)
