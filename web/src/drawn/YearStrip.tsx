import { useElementSize } from '@mantine/hooks'
import type { YearWeek } from '@mano/core/review/year'
import { daysBetween, formatDate, MONTHS, type LocalDate } from '@mano/core/units/dates'

/** A test, a contest, an injury: something of one day. */
export interface YearMark {
  on: LocalDate
  kind: 'test' | 'contest' | 'injury'
  says: string
}

const LABELS = 44
const ROWS = { day: 14, load: 66, pain: 80, months: 95 } as const
const LOAD_TOP = 24
const HEIGHT = 100
const KINDS: Partial<Record<YearWeek['kind'], string>> = {
  deload: 'lighter week',
  travel: 'away',
  return: 'coming back',
  taper: 'before a contest',
}
const month = (on: LocalDate): string => MONTHS[Number(on.slice(5, 7)) - 1] ?? ''

/**
 * A year of an athlete in one strip: hand load planned (outline) and done (filled) by week, tests,
 * contests and injuries on their days, pain over 3 where it was.
 */
export function YearStrip({
  weeks,
  marks,
  period,
  today,
}: {
  weeks: readonly YearWeek[]
  marks: readonly YearMark[]
  /** Days that are looked at more closely. */
  period: { from: LocalDate; to: LocalDate }
  today: LocalDate
}) {
  const { ref, width } = useElementSize()
  const W = Math.max(width, 300)
  const first = weeks[0]?.week ?? today
  const step = (W - LABELS) / weeks.length
  const x = (on: LocalDate) => LABELS + (daysBetween(first, on) / 7) * step
  const most = Math.max(1, ...weeks.flatMap((w) => [w.planned ?? 0, w.done ?? 0]))
  const h = (load: number) => (load / most) * (ROWS.load - LOAD_TOP)
  const shown = marks.filter((m) => x(m.on) >= LABELS && x(m.on) <= W)
  const wide = Math.max(2, step * 0.72)
  const [from, to] = [Math.max(LABELS, x(period.from)), Math.min(W, x(period.to))]
  return (
    <div ref={ref} className="year-strip">
      <svg
        width={W}
        height={HEIGHT}
        viewBox={`0 0 ${W} ${HEIGHT}`}
        role="img"
        aria-label={told(weeks, shown)}
      >
        {(['day', 'load', 'pain'] as const).map((row) => (
          <text key={row} x="0" y={row === 'load' ? 48 : ROWS[row]} className="label">
            {{ day: 'Tests', load: 'Load', pain: 'Pain' }[row]}
          </text>
        ))}
        <rect x={from} y="0" width={Math.max(0, to - from)} height={ROWS.load} className="period" />
        {weeks.map((w, i) => {
          const at = LABELS + i * step
          const left = at + (step - wide) / 2
          return (
            <g key={w.week}>
              <title>{weekWords(w, today)}</title>
              <rect
                x={at}
                y={LOAD_TOP - 6}
                width={step}
                height={ROWS.load - LOAD_TOP + 6}
                className={w.kind in KINDS ? 'other' : 'plain'}
              />
              {w.planned !== null && (
                <rect
                  x={left}
                  y={ROWS.load - h(w.planned)}
                  width={wide}
                  height={h(w.planned)}
                  className="planned"
                />
              )}
              {w.done !== null && (
                <rect
                  x={left}
                  y={ROWS.load - h(w.done)}
                  width={wide}
                  height={h(w.done)}
                  className="done"
                />
              )}
              {w.worstPain !== null && w.worstPain > 3 && (
                <text x={at + step / 2} y={ROWS.pain} textAnchor="middle" className="pain">
                  {w.worstPain}
                </text>
              )}
            </g>
          )
        })}
        <path d={`M${LABELS} ${ROWS.load}H${W}`} className="base" />
        {weeks.map((w, i) => {
          const of = month(w.week)
          const before = weeks[i - 1]
          if (before && month(before.week) === of) return null
          const at = LABELS + i * step
          return (
            <g key={w.week}>
              <path d={`M${at} ${ROWS.load}v5`} className="base" />
              {at + 28 < W && (
                <text x={at + 2} y={ROWS.months} className="month">
                  {of}
                </text>
              )}
            </g>
          )
        })}
        {shown.map((m, i) => (
          <Mark key={`${m.kind} ${m.on} ${i}`} mark={m} x={x(m.on)} today={today} />
        ))}
        <path d={`M${x(today)} 4V${ROWS.load + 6}`} className="today" />
      </svg>
    </div>
  )
}

function Mark({ mark, x, today }: { mark: YearMark; x: number; today: LocalDate }) {
  return (
    <g className={mark.kind}>
      <title>{`${formatDate(mark.on, today)}: ${mark.says}`}</title>
      {mark.kind === 'test' && <circle cx={x} cy={ROWS.day - 4} r="3.5" />}
      {mark.kind === 'contest' && <path d={`M${x} ${ROWS.day + 2}v-12l9 4l-9 4`} />}
      {mark.kind === 'injury' && <path d={`M${x - 4} ${ROWS.pain - 8}l8 8m0 -8l-8 8`} />}
    </g>
  )
}

/** A week in words, where the pointer rests on it. */
function weekWords(w: YearWeek, today: LocalDate): string {
  const parts = [
    w.kind in KINDS ? KINDS[w.kind] : null,
    w.planned === null ? null : `hand load planned ${w.planned.toFixed(0)}`,
    w.done === null ? null : `done ${w.done.toFixed(0)}`,
    w.worstPain === null ? null : `worst pain ${w.worstPain} of 10`,
  ].filter(Boolean)
  return (
    `Week of ${formatDate(w.week, today)}: ` +
    `${parts.length > 0 ? parts.join(', ') : 'nothing planned or done'}`
  )
}

/** The strip in a sentence. */
function told(weeks: readonly YearWeek[], marks: readonly YearMark[]): string {
  const count = (kind: YearMark['kind']) =>
    new Set(marks.filter((m) => m.kind === kind).map((m) => m.on)).size
  const done = weeks.filter((w) => w.done !== null).length
  return (
    `A year by weeks: work done in ${done}, ${count('test')} test days, ` +
    `${count('contest')} contests, pain over 3 in ` +
    `${weeks.filter((w) => (w.worstPain ?? 0) > 3).length} weeks`
  )
}
