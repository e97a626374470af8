import { errorOfRepeats, isolateOrCombine, testsToSee } from '@mano/core/bench/calculate'
import { judgeAsymmetry } from '@mano/core/measure/asymmetry'
import { detectableChange } from '@mano/core/measure/trend'
import { no, round, type CalculatorDef } from './shared'
import { must } from '@mano/core/units/must'

/** Tests and time. */
export const TESTING: readonly CalculatorDef[] = [
  {
    id: 'asymmetry',
    fields: [
      { id: 'left', name: 'Left, trials', kind: 'list', start: '46 47.5 45.8' },
      { id: 'right', name: 'Right, trials', kind: 'list', start: '52 51.2 53.1' },
    ],
    fills: { left: 'left_trials', right: 'right_trials' },
    compute: (v) => {
      const r = judgeAsymmetry(v.list('left'), v.list('right'))
      if (r.kind === 'unknown')
        return no(
          r.reason === 'too-few-trials'
            ? 'Two trials a hand or more: one alone has no error.'
            : 'The trials are too alike or too far apart for an interval.',
        )
      const [low, high] = [Math.abs(r.signedCi[0]), Math.abs(r.signedCi[1])].sort((a, b) => a - b)
      return {
        ok: true,
        lines: [
          {
            label: 'Weaker hand',
            value: { left: 'Left', right: 'Right', none: 'Neither' }[r.weaker ?? 'none'],
            main: true,
          },
          {
            label: 'Behind by',
            value:
              `${round(r.asymmetryPct)}\u00A0% (95\u00A0% interval ` +
              (r.kind === 'inside-error'
                ? `${round(r.signedCi[0])} to ${round(r.signedCi[1])}, right over left`
                : `${round(must(low))} to ${round(must(high))}`) +
              ')',
          },
          {
            label: 'Verdict',
            value: {
              'inside-error': 'inside error: these trials cannot tell the hands apart',
              real: 'more than error, this day',
              large: 'more than error, and large (15\u00A0% or more), this day',
            }[r.kind],
          },
        ],
        note:
          'Right-handers are about 12\u00A0% stronger on the right as a rule, left-handers ' +
          'are even. One day is one day: act on what several days say.',
      }
    },
  },
  {
    id: 'detectable',
    fields: [
      {
        id: 'repeats',
        name: 'Repeats of one hand, nothing changed, one unit',
        kind: 'list',
        start: '50 51.5 49.2 50.8',
      },
      { id: 'change', name: 'A change you saw, same unit', kind: 'number', start: '3' },
    ],
    compute: (v) => {
      const e = errorOfRepeats(v.list('repeats'))
      if (!e.ok) return no(e.why)
      const least = detectableChange(e.value.typical, e.value.df)
      const seen = v.n('change')
      return {
        ok: true,
        lines: [
          {
            label: 'Smallest change to trust, in the unit you typed',
            value: `${round(least)} (${round((100 * least) / e.value.mean)}\u00A0%)`,
            main: true,
          },
          {
            label: 'Typical error, in the unit you typed',
            value:
              `${round(e.value.typical, 2)} ` +
              `(${round((100 * e.value.typical) / e.value.mean)}\u00A0%)`,
          },
          {
            label: `A change of ${seen}`,
            value: seen >= least ? 'is more than error makes once in twenty' : 'can be error alone',
          },
        ],
        ...(e.value.df < 5 && {
          note: 'Few repeats: the limit is wide on purpose. More repeats make it narrower.',
        }),
      }
    },
  },
  {
    id: 'trials',
    fields: [
      { id: 'change', name: 'Change you want to see', kind: 'number', unit: '%', start: '5' },
      { id: 'error', name: 'Typical error of a test', kind: 'number', unit: '%', start: '4' },
      { id: 'df', name: 'Repeats it was estimated from, less one', kind: 'number', start: '9' },
    ],
    compute: (v) => {
      const n = testsToSee(v.n('change'), v.n('error'), v.n('df'))
      if (!n.ok) return no(n.why)
      return {
        ok: true,
        lines: [
          { label: 'Tests before, and as many after', value: String(n.value), main: true },
          {
            label: 'One test each shows',
            value: `${round(detectableChange(v.n('error'), v.n('df')))}\u00A0% and more`,
          },
        ],
      }
    },
  },
  {
    id: 'isolate',
    fields: [
      { id: 'qualities', name: 'Qualities wanted', kind: 'number', start: '4' },
      { id: 'sets', name: 'Sets a week of each', kind: 'number', start: '6' },
      { id: 'minutes', name: 'Minutes a set, rest included', kind: 'number', start: '2.5' },
      { id: 'at', name: 'A combined set serves', kind: 'number', start: '3', unit: 'qualities' },
      {
        id: 'share',
        name: 'and counts for each',
        kind: 'number',
        start: '70',
        unit: '%',
        hint: 'Your own figure: nobody has measured it. 70 is a guess.',
      },
    ],
    compute: (v) => {
      const r = isolateOrCombine({
        qualities: v.n('qualities'),
        sets: v.n('sets'),
        minutesASet: v.n('minutes'),
        servesAtOnce: v.n('at'),
        share: v.n('share') / 100,
      })
      if (!r.ok) return no(r.why)
      const less = r.value.alone - r.value.combined
      return {
        ok: true,
        lines: [
          { label: 'Each alone', value: `${round(r.value.alone, 0)} min a week`, main: true },
          { label: 'Combined', value: `${round(r.value.combined, 0)} min a week`, main: true },
          {
            label: less >= 0 ? 'Combined saves' : 'Combined costs',
            value: `${round(Math.abs(less), 0)} min a week`,
          },
        ],
      }
    },
  },
]
