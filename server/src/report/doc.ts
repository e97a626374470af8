import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces'
import {
  CHANGE_SAYS,
  CHANGE_WORDS,
  FALSE_REVIEWS,
  sureOf,
  type HandChange,
  type Period,
  type SeriesChange,
} from '@mano/core/review/changes'
import type { ConclusionLine } from '@mano/core/review/conclusion'
import type { Best } from '@mano/core/review/records'
import { seriesName, setupWords, type Series } from '@mano/core/record/series'
import { sumOf, type WeekDone } from '@mano/core/review/weeks'
import { ageOn, formatDate, type LocalDate } from '@mano/core/units/dates'
import { formatWithUnit, type UnitChoice } from '@mano/core/units/format'
import { INK, seriesSvg, weeksSvg } from './charts'
import { must } from '@mano/core/units/must'

export interface ReportFacts {
  hall: string
  athlete: {
    name: string
    birthDate: LocalDate | null
    dominantHand: string | null
    level: string
    sport: string
  }
  coach: string
  today: LocalDate
  period: Period
  changes: readonly SeriesChange[]
  bests: readonly Best[]
  weeks: readonly WeekDone[]
  /** What was decided; `drafted`: nobody has accepted it yet. */
  lines: readonly ConclusionLine[]
  drafted: boolean
  note: string
  cautions: readonly string[]
  units: UnitChoice
}

const require = createRequire(import.meta.url)
const FONTS = join(dirname(require.resolve('pdfmake/package.json')), 'fonts', 'Roboto')
const HAND: Record<string, string> = { left: 'left', right: 'right', both: 'both hands' }
const dates = (f: ReportFacts): string =>
  `${formatDate(f.period.from, f.today, { year: true })} to ` +
  `${formatDate(f.period.to, f.today, { year: true })}`
const setOf = (s: Series): string => [s.protocol.name, setupWords(s)].filter(Boolean).join(', ')
const title = (text: string): Content => ({ text, style: 'h2' })

const nameOf = (s: Series, h: HandChange, f: ReportFacts): string =>
  `${seriesName(
    s,
    f.changes.map((c) => c.series),
  )}, ${HAND[h.hand]}`

/** A change in one line: label, numbers and their units together. */
function lineOf(s: Series, h: HandChange, f: ReportFacts): string {
  const show = (si: number) => formatWithUnit(si, s.protocol.unit, f.units)
  const name = nameOf(s, h, f)
  if (!h.first || !h.last) return `${name}: no counted test.`
  if (!h.move)
    return (
      `${name}: ${show(h.last.value)} on ${formatDate(h.last.on, f.today)}. ` +
      `${CHANGE_SAYS[h.word]}`
    )
  const signed = (si: number) => `${si < 0 ? '\u2212' : '+'}${show(Math.abs(si))}`
  return (
    `${name}: ${show(h.move.from)} to ${show(h.move.to)} by all ${h.tests} tests, ` +
    `${signed(h.move.change)} (95 % interval ${signed(h.move.ci[0])} to ` +
    `${signed(h.move.ci[1])})`
  )
}

const base = (f: ReportFacts, name: string, content: Content[]): TDocumentDefinitions => ({
  pageSize: 'A4',
  pageMargins: [48, 48, 48, 54],
  info: { title: `${f.athlete.name}: ${name}`, author: f.hall },
  defaultStyle: { font: 'Roboto', fontSize: 10, color: INK.ink, lineHeight: 1.15 },
  styles: {
    h1: { fontSize: 20, bold: true },
    h2: { fontSize: 13, bold: true, margin: [0, 12, 0, 4] },
    soft: { color: INK.soft, fontSize: 9 },
  },
  footer: (page, pages) => ({
    margin: [48, 8, 48, 0],
    columns: [
      {
        text:
          `${f.hall} · ${formatDate(f.today, f.today, { year: true })} · A planning aid, ` +
          'not a diagnosis: pain and injury belong to a licensed clinician.',
        style: 'soft',
      },
      { text: `${page} of ${pages}`, style: 'soft', alignment: 'right', width: 50 },
    ],
  }),
  content,
})

const done = (f: ReportFacts): string => {
  const s = sumOf(f.weeks)
  return s.sessionsPlanned === 0
    ? 'No sessions were planned in this time.'
    : `${s.sessionsDone} of ${s.sessionsPlanned} planned sessions done.`
}
const pain = (f: ReportFacts): string => {
  const s = sumOf(f.weeks)
  return s.painNotes === 0
    ? 'No pain logged.'
    : `Pain logged in ${s.painNotes} sets, never above ${s.worstPain}/10.`
}

/** Series of the athlete's report: as many as two pages hold. */
const SHOWN = 4

const NEXT = 6
const BESTS = 10
const CAUTIONS = 4

/** Two pages in plain words for the athlete: both hands, what changed, what comes next. */
export function athleteReport(f: ReportFacts): TDocumentDefinitions {
  const told = (c: SeriesChange) => c.hands.some((h) => h.word === 'gain' || h.word === 'loss')
  const shown = [...f.changes.filter(told), ...f.changes.filter((c) => !told(c))].slice(0, SHOWN)
  const next = f.lines.filter((l) => l.taken).slice(0, NEXT)
  return base(f, 'your hands', [
    { text: `${f.athlete.name}: your hands`, style: 'h1' },
    {
      text: `${dates(f)} · ${f.athlete.sport} · ${done(f)} ${pain(f)}`,
      style: 'soft',
      margin: [0, 2, 0, 0],
    },
    {
      text:
        'Shaded: what the test varies by itself. Filled dots: changed beyond that. Open ' +
        'dots: could be chance.',
      style: 'soft',
    },
    ...shown.map(({ series, hands }): Content => ({
      unbreakable: true,
      stack: [
        {
          columns: [
            { text: hands.length > 1 ? 'Left' : '', bold: true, color: INK.left, width: 60 },
            { text: setOf(series), bold: true, alignment: 'center' },
            {
              text: hands.length > 1 ? 'Right' : '',
              bold: true,
              color: INK.right,
              width: 60,
              alignment: 'right',
            },
          ],
          margin: [0, 12, 0, 2],
        },
        {
          svg: seriesSvg(
            series,
            hands,
            {
              from: must([f.period.from, ...hands.flatMap((h) => h.first?.on ?? [])].sort()[0]),
              to: f.period.to,
            },
            f.today,
            f.units,
          ),
          alignment: 'center',
        },
        ...hands.map((h): Content => ({
          text: [
            lineOf(series, h, f),
            ...(h.move
              ? ['. ', { text: CHANGE_SAYS[h.word], bold: h.word === 'gain' || h.word === 'loss' }]
              : []),
          ],
        })),
      ],
    })),
    ...(f.changes.length > SHOWN
      ? [
          {
            text: `${f.changes.length - SHOWN} more tests are in the file.`,
            style: 'soft',
          },
        ]
      : []),
    ...(shown.length === 0
      ? [{ text: 'No test in this time.', margin: [0, 12, 0, 0] } satisfies Content]
      : []),
    { text: 'What we do next', style: 'h2', pageBreak: 'before' },
    ...(next.length > 0
      ? [
          {
            ul: next.map((l): Content => ({
              text: [{ text: l.title, bold: true }, ' ', l.says],
              margin: [0, 0, 0, 4],
            })),
          },
        ]
      : [{ text: 'Go on as before.' }]),
    ...(f.drafted
      ? [
          {
            text: 'Drafted by the program; your coach has not decided yet.',
            style: 'soft',
          },
        ]
      : []),
    ...(f.note ? [{ text: f.note, margin: [0, 4, 0, 0] } satisfies Content] : []),
    title('Your bests'),
    bestsTable(f, BESTS),
    title('Your weeks'),
    { svg: weeksSvg(f.weeks, f.today), width: 480 },
    { text: 'Bars: hand load of each week. Numbers: worst pain.', style: 'soft' },
    ...(f.cautions.length > 0 ? [title('Take care'), { ul: f.cautions.slice(0, CAUTIONS) }] : []),
    {
      text:
        'Stop a set when something hurts above 3/10, tingles or goes numb, and tell your ' +
        'coach.',
      margin: [0, 8, 0, 0],
    },
  ])
}

const cell = (text: string, more: object = {}): TableCell => ({ text, fontSize: 8, ...more })
const table = (widths: (string | number)[], head: string[], rows: TableCell[][]): Content => ({
  layout: 'lightHorizontalLines',
  table: { headerRows: 1, widths, body: [head.map((h) => cell(h, { bold: true })), ...rows] },
})

const bestsTable = (f: ReportFacts, most: number): Content =>
  f.bests.length === 0
    ? { text: 'No test on record.' }
    : table(
        ['*', 46, 52, 58, 96],
        ['Test', 'Hand', 'Best', 'Day', 'Implement'],
        f.bests
          .slice(0, most)
          .map((b) => [
            cell([b.test, b.setup].filter(Boolean).join(', ')),
            cell(must(HAND[b.hand])),
            cell(formatWithUnit(b.best, b.unit, f.units), { bold: true }),
            cell(formatDate(b.on, f.today, { year: true })),
            cell(b.implement),
          ]),
      )

/**
 * The file's own report: every change with its error and where it comes from, trend, weeks,
 * decision, record book, methods.
 */
export function fileReport(f: ReportFacts): TDocumentDefinitions {
  const a = f.athlete
  return base(f, 'review', [
    { text: `${a.name}: review`, style: 'h1' },
    {
      text: [
        dates(f),
        a.sport,
        `level ${a.level}`,
        a.dominantHand ? `${a.dominantHand}-handed` : 'dominant hand not on record',
        a.birthDate ? `${ageOn(a.birthDate, f.today)} years` : 'age not on record',
        `coach ${f.coach}`,
      ]
        .filter(Boolean)
        .join(' · '),
      style: 'soft',
    },
    title('Changes'),
    ...f.changes.flatMap(({ series, hands }): Content[] => [
      { text: setOf(series), bold: true, margin: [0, 6, 0, 1] },
      // Each number stands on a line of its own with its name and unit, for whoever reads the text
      // alone.
      ...hands.flatMap((h): Content[] =>
        [
          ...(h.move
            ? [
                `${lineOf(series, h, f)}. ${CHANGE_WORDS[h.word]}. ${sureOf(h)}`.trim(),
                `${nameOf(series, h, f)}, two single tests differ by error alone up to ` +
                  `${formatWithUnit(h.detectable ?? 0, series.protocol.unit, f.units)} ` +
                  `(${h.errorOf} repeats, ${h.move.df.toFixed(0)} degrees of freedom).`,
              ]
            : [lineOf(series, h, f)]),
        ].map((text, i) => ({
          text,
          fontSize: 9,
          margin: [i === 0 ? 8 : 16, i === 0 ? 2 : 0, 0, 0],
        })),
      ),
    ]),
    ...(f.changes.length === 0 ? [{ text: 'No test in this time.' }] : []),
    title(f.drafted ? 'Decision (drafted, not accepted)' : 'Decision'),
    {
      ul: f.lines.map((l): Content => ({
        text: [{ text: `${l.title} `, bold: true }, l.says, l.taken ? '' : ' (not taken)'],
      })),
    },
    ...(f.note ? [{ text: f.note }] : []),
    title('Work'),
    { text: `${done(f)} ${pain(f)}` },
    { svg: weeksSvg(f.weeks, f.today), width: 480 },
    table(
      ['auto', 'auto', 'auto', 'auto', 'auto', '*'],
      ['Week', 'Hand load', 'Change', 'Sessions', 'Worst pain', 'Hard days by tissue'],
      f.weeks.map((w) => [
        cell(formatDate(w.week, f.today, { year: true })),
        cell(w.load === null ? '' : w.load.toFixed(1)),
        cell(
          w.changePct === null
            ? ''
            : `${w.changePct < 0 ? '\u2212' : '+'}${Math.abs(w.changePct).toFixed(0)} %`,
        ),
        cell(`${w.sessionsDone} of ${w.sessionsPlanned}`),
        cell(w.worstPain === null ? '' : `${w.worstPain}/10`),
        cell(w.hardDays.map((h) => `${h.tissue.replaceAll('_', ' ')} ${h.days}`).join(', ')),
      ]),
    ),
    title('Record book'),
    bestsTable(f, 60),
    title('How it was judged'),
    {
      text:
        'A change is a straight line through all tests of the period, on the log scale, ' +
        `with the error of the tests about it: the athlete\u2019s own repeats joined with ` +
        `the squad\u2019s (Smyth 2004). Over all comparisons of a review Holm\u2019s step ` +
        `keeps false calls to ${Math.ceil(FALSE_REVIEWS * 100)} of 100 reviews in which ` +
        'nothing changed (Holm 1979). Standing still: the 90 % interval lies inside what ' +
        'two single tests differ by. Hand load: sets weighted by level; 10 to 15 % a week ' +
        'more is common practice, no source. Cited from memory.',
      style: 'soft',
    },
  ])
}

/** PDF bytes of a document; charts in it stay vectors. */
export async function pdfOf(doc: TDocumentDefinitions): Promise<Buffer> {
  const { default: pdfmake } = await import('pdfmake')
  const of = (name: string) => join(FONTS, `Roboto-${name}.ttf`)
  pdfmake.setFonts({
    Roboto: {
      normal: of('Regular'),
      bold: of('Medium'),
      italics: of('Italic'),
      bolditalics: of('MediumItalic'),
    },
  })
  pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(FONTS))
  pdfmake.setUrlAccessPolicy(() => false)
  return Buffer.from(await pdfmake.createPdf(doc).getBuffer())
}
