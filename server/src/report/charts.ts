import type { HandChange } from '@mano/core/review/changes'
import { onePerDay, type Series } from '@mano/core/record/series'
import { daysBetween, formatDate, type LocalDate } from '@mano/core/units/dates'
import { formatValue, type UnitChoice } from '@mano/core/units/format'
import { must } from '@mano/core/units/must'

export const INK = {
  ink: '#1B1A17',
  soft: '#676050',
  rule: '#D8CEB8',
  shade: '#EAE2CF',
  left: '#0E5F82',
  right: '#A04500',
  both: '#1B1A17',
} as const
const W = 250
const H = 92
const PAD = { left: 34, right: 34, top: 8, bottom: 16 }

/** What error alone makes of the first test, SI; null: one test. */
const bandOf = (h: HandChange): readonly [number, number] | null =>
  h.first && h.move && h.detectable !== null
    ? [h.first.value - h.detectable, h.first.value + h.detectable]
    : null

/** The scale both hands share: lowest and highest of tests and error bands. */
function scaleOf(hands: readonly HandChange[], series: Series): readonly [number, number] {
  const values = hands.flatMap((h) => [
    ...series.points.filter((p) => p.byHand[h.hand]).map((p) => must(p.byHand[h.hand]).mean),
    ...(bandOf(h) ?? []),
  ])
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const room = Math.max(1e-6, (high - low) * 0.1)
  return [low - room, high + room]
}

/**
 * One hand of a series over a period as SVG: tests, the error of the first as a band, filled where
 * the change is beyond it.
 */
function panel(
  series: Series,
  h: HandChange,
  range: readonly [number, number],
  days: { from: LocalDate; to: LocalDate },
  today: LocalDate,
  units: UnitChoice,
  x0: number,
): string {
  const colour = INK[h.hand]
  const span = Math.max(1, daysBetween(days.from, days.to))
  const x = (on: LocalDate) =>
    x0 + PAD.left + ((W - PAD.left - PAD.right) * daysBetween(days.from, on)) / span
  const y = (v: number) =>
    PAD.top + (H - PAD.top - PAD.bottom) * (1 - (v - range[0]) / (range[1] - range[0]))
  const points = onePerDay(
    series.points.filter(
      (p) => !p.practice && p.byHand[h.hand] && p.on >= days.from && p.on <= days.to,
    ),
  ).map((p) => ({ on: p.on, v: must(p.byHand[h.hand]).mean }))
  const error = bandOf(h)
  const band = error
    ? `<rect x="${x0 + PAD.left}" y="${y(error[1])}" width="${W - PAD.left - PAD.right}" ` +
      `height="${y(error[0]) - y(error[1])}" fill="${INK.shade}"/>`
    : ''
  const text = (v: number, at: number) =>
    `<text x="${x0 + PAD.left - 4}" y="${at + 3}" font-size="7" text-anchor="end" ` +
    `fill="${INK.soft}">${formatValue(v, series.protocol.unit, units)}</text>`
  const far = (v: number) => error !== null && (v < error[0] || v > error[1])
  const dots = points
    .map(
      (p) =>
        `<circle cx="${x(p.on)}" cy="${y(p.v)}" r="2.6" ` +
        `fill="${far(p.v) ? colour : '#FFFFFF'}" stroke="${colour}" stroke-width="1.4"/>`,
    )
    .join('')
  const last = points.at(-1)
  const [left, right] = [x0 + PAD.left, x0 + W - PAD.right]
  const day = (at: number, on: string, anchor = '') =>
    `<text x="${at}" y="${H - 5}" font-size="7"${anchor} fill="${INK.soft}">` +
    `${formatDate(on, today)}</text>`
  const path =
    `<path d="M${points.map((p) => `${x(p.on)} ${y(p.v)}`).join('L')}" fill="none" ` +
    `stroke="${colour}" stroke-width="1.4"/>`
  const named = last
    ? `<text x="${x(last.on) + 5}" y="${y(last.v) + 3}" font-size="9" font-weight="bold" ` +
      `fill="${colour}">${formatValue(last.v, series.protocol.unit, units)}</text>`
    : ''
  return [
    `${band}${text(range[1], PAD.top)}${text(range[0], H - PAD.bottom)}`,
    `<path d="M${left} ${H - PAD.bottom}H${right}" stroke="${INK.ink}" stroke-width="0.8"/>`,
    day(left, days.from) + day(right, days.to, ' text-anchor="end"'),
    `${points.length > 1 ? path : ''}${dots}`,
    named,
  ].join('\n')
}

/** Both hands side by side on one scale. */
export function seriesSvg(
  series: Series,
  hands: readonly HandChange[],
  days: { from: LocalDate; to: LocalDate },
  today: LocalDate,
  units: UnitChoice,
): string {
  const range = scaleOf(hands, series)
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${W * hands.length}" height="${H}" ` +
    `viewBox="0 0 ${W * hands.length} ` +
    `${H}">` +
    `${hands.map((h, i) => panel(series, h, range, days, today, units, i * W)).join('')}` +
    '</svg>'
  )
}

/** Hand load by week as bars, worst pain as a number over them. */
export function weeksSvg(
  weeks: readonly { week: LocalDate; load: number | null; worstPain: number | null }[],
  today: LocalDate,
): string {
  const most = Math.max(1, ...weeks.map((w) => w.load ?? 0))
  const step = 500 / Math.max(1, weeks.length)
  const every = Math.ceil(weeks.length / 9)
  return (
    '<svg xmlns="http://www.w3.org/2000/svg" width="500" height="70" viewBox="0 0 500 ' +
    '70">' +
    weeks
      .map(
        (w, i) =>
          `<rect x="${i * step + 2}" y="${52 - (40 * (w.load ?? 0)) / most}" ` +
          `width="${Math.max(1, step - 4)}" height="${(40 * (w.load ?? 0)) / most}" ` +
          `fill="${INK.rule}"/>` +
          (w.worstPain
            ? `<text x="${(i + 0.5) * step}" y="${49 - (40 * (w.load ?? 0)) / most}" ` +
              'font-size="7" text-anchor="middle" ' +
              `fill="${INK.ink}">${w.worstPain}/10</text>`
            : '') +
          (i % every === 0
            ? `<text x="${i * step + 2}" y="64" font-size="7" ` +
              `fill="${INK.soft}">${formatDate(w.week, today)}</text>`
            : ''),
      )
      .join('') +
    '<path ' +
    `d="M0 52H500" stroke="${INK.ink}" stroke-width="0.8"/></svg>`
  )
}
