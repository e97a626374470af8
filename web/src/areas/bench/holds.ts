import { carrySeconds, hangBears } from '@mano/core/bench/calculate'
import { CF_WORDS } from '@mano/core/gaps/curves'
import { criticalForce } from '@mano/core/measure/criticalForce'
import { sharesFor, timesAt } from '@mano/core/measure/endurance'
import { N_PER_KGF } from '@mano/core/units/units'
import { no, round, mass, seconds, pct, type CalculatorDef } from './shared'

/** What is said of a range by so many published curves. */
const curves = (n: number): string =>
  n > 1
    ? 'Two published curves that disagree: take it as rough. Three holds of one\u2019s own ' +
      'replace both.'
    : 'One published curve only: the other begins at 45 s. Three holds of one\u2019s own ' +
      'replace it.'

const errorOf = (share: number): string =>
  share < 0.01 ? 'under 1\u00A0%' : `${round(100 * share, 0)}\u00A0%`

/** Hangs, carries and holds. */
export const HOLDS: readonly CalculatorDef[] = [
  {
    id: 'hang',
    fields: [
      { id: 'body', name: 'Body mass', kind: 'mass', start: '75 kg' },
      { id: 'added', name: 'Added', kind: 'mass', start: '0 kg' },
      { id: 'help', name: 'Help', kind: 'mass', start: '20 kg' },
      {
        id: 'parts',
        name: 'Help comes',
        kind: 'choice',
        start: '1',
        options: [
          { id: '1', name: 'straight, or over one pulley' },
          { id: '2', name: 'over a pulley that doubles it' },
        ],
      },
      {
        id: 'hands',
        name: 'Hands on the bar',
        kind: 'choice',
        start: '1',
        options: [
          { id: '1', name: 'one' },
          { id: '2', name: 'both' },
        ],
      },
    ],
    fills: { body: 'body_mass' },
    compute: (v, c) => {
      const parts = v.choice('parts') === '2' ? 2 : 1
      const hands = v.choice('hands') === '2' ? 2 : 1
      const h = hangBears(v.n('body'), v.n('added'), v.n('help'), parts, hands)
      if (!h.ok) return no(h.why)
      return {
        ok: true,
        lines: [
          {
            label: hands === 2 ? 'Each hand bears' : 'The hand bears',
            value: mass(h.value, c),
            main: true,
          },
          { label: 'Share of the body', value: pct((h.value * hands) / v.n('body')) },
        ],
        note: 'A band helps less the higher the body is. Weigh the help where the hang is held.',
      }
    },
  },
  {
    id: 'carry',
    fields: [
      { id: 'way', name: 'Way', kind: 'number', unit: 'm', start: '40' },
      {
        id: 'pace',
        name: 'Pace',
        kind: 'number',
        unit: 'm/s',
        start: '1.2',
        hint: 'A brisk walk with load is 1 to 1.4 (practice).',
      },
      {
        id: 'turns',
        name: 'Turns',
        kind: 'number',
        start: '1',
        hint: 'About 2 s each (practice).',
      },
      { id: 'load', name: 'Load of a hand', kind: 'mass', start: '32 kg' },
    ],
    compute: (v, c) => {
      const t = carrySeconds(v.n('way'), v.n('pace'), v.n('turns'))
      if (!t.ok) return no(t.why)
      return {
        ok: true,
        lines: [
          { label: 'Time under load', value: seconds(t.value), main: true },
          { label: 'A hold as long', value: `${seconds(t.value)} at ${mass(v.n('load'), c)}` },
          {
            label: 'Load times way, a hand',
            value: `${round(v.n('load') * v.n('way'), 0)}\u00A0kg·m`,
          },
        ],
      }
    },
  },
  {
    id: 'endurance',
    fields: [
      {
        id: 'ask',
        name: 'Known',
        kind: 'choice',
        start: 'share',
        options: [
          { id: 'share', name: 'share of the maximum' },
          { id: 'time', name: 'time' },
        ],
      },
      { id: 'share', name: 'Share of the maximum', kind: 'number', unit: '%', start: '60' },
      { id: 'time', name: 'Time', kind: 'number', unit: 's', start: '30' },
      { id: 'best', name: 'Maximum', kind: 'mass', start: '50 kg' },
    ],
    fills: { best: 'best_lift' },
    compute: (v, c) => {
      if (v.choice('ask') === 'time') {
        const t = v.n('time')
        const shares = sharesFor(t)
        if (shares.length === 0) return no('The curves hold from 6 s to 10 min.')
        return {
          ok: true,
          lines: [
            {
              label: `What can be held for ${seconds(t)}`,
              value: shares.map(pct).join(' to '),
              main: true,
            },
            {
              label: 'Of this maximum',
              value: shares.map((s) => mass(s * v.n('best'), c)).join(' to '),
            },
          ],
          note: curves(shares.length),
        }
      }
      const f = v.n('share') / 100
      if (!(f > 0 && f < 1)) return no('The share is over 0 and under 100 %.')
      const kept = timesAt(f)
      if (kept.length === 0)
        return no('At this share the curves are under 6 s or over 10 min: they say nothing there.')
      return {
        ok: true,
        lines: [
          { label: `Time at ${pct(f)}`, value: kept.map(seconds).join(' to '), main: true },
          { label: 'That is', value: mass(f * v.n('best'), c) },
        ],
        note: curves(kept.length),
      }
    },
  },
  {
    id: 'critical_force',
    fields: [
      { id: 'loads', name: 'Loads of three holds or more', kind: 'masses', start: '40 32 26 kg' },
      { id: 'times', name: 'Seconds each was held', kind: 'list', start: '35 75 150' },
    ],
    fills: { loads: 'hold_loads', times: 'hold_times' },
    compute: (v, c) => {
      const [f, t] = [v.list('loads'), v.list('times')]
      if (f.length !== t.length) return no('As many times as loads, in the same order.')
      const r = criticalForce(
        f.map((x) => x * N_PER_KGF),
        t,
      )
      if (r.refusals.length > 0 || !r.impulseTime)
        return no(r.refusals.map((x) => `${CF_WORDS[x].says} ${CF_WORDS[x].next}`).join(' '))
      const { cf, w, seCf } = r.impulseTime
      return {
        ok: true,
        lines: [
          {
            label: 'Critical force',
            value: `${mass(cf / N_PER_KGF, c)} (± ${errorOf(seCf / cf)})`,
            main: true,
          },
          { label: 'Work above it', value: `${round(w / N_PER_KGF, 0)}\u00A0kg·s` },
          ...(r.spreadPct !== null
            ? [{ label: 'Other ways to fit differ by', value: `${round(r.spreadPct, 0)}\u00A0%` }]
            : []),
        ],
        note:
          `${r.provisional ? 'Three holds: provisional. ' : ''}The error is that of the ` +
          'line through these holds. Another day differs by more.',
      }
    },
  },
]
