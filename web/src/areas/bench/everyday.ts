import { percentTable } from '@mano/core/bench/calculate'
import { changeOf, loadPin } from '@mano/core/testing/plates'
import { kgToLb } from '@mano/core/units/convert'
import { N_PER_KGF, N_PER_LBF } from '@mano/core/units/units'
import { formatLength } from '@mano/core/units/inch'
import { no, round, mass, pct, plate, platesOf, NO_ROOM, type CalculatorDef } from './shared'

/** What is asked every day. */
export const EVERYDAY: readonly CalculatorDef[] = [
  {
    id: 'plates',
    fields: [
      {
        id: 'load',
        name: 'Load',
        kind: 'masses',
        start: '20 kg',
        hint: 'Several with spaces: 20 22.5 42 kg. Lifters or sets in turn.',
      },
    ],
    compute: (v, c) => {
      const { room } = c
      if (!room) return no(NO_ROOM)
      const rows = v.list('load').map((kg) => ({ kg, made: loadPin(kg, room.plates, room.pinKg) }))
      const bad = rows.find((r) => !r.made.ok)
      if (bad)
        return no(`${mass(bad.kg, c)} cannot be hung: it is less than the pin alone, or no load.`)
      const change = (i: number): string => {
        const [a, b] = [rows[i - 1]?.made, rows[i]?.made]
        if (!a?.ok || !b?.ok) return ''
        const words = changeOf(a, b).map(
          ({ kg, by }) => `${by > 0 ? 'add' : 'take off'} ${Math.abs(by)} × ${plate(kg, c)}`,
        )
        return words.join(', ') || 'nothing'
      }
      return {
        ok: true,
        lines: rows.slice(0, 1).map((r) => ({
          label: `Nearest to ${mass(r.kg, c)}`,
          value: r.made.ok ? mass(r.made.totalKg, c) : '',
          main: true,
        })),
        table: {
          head: ['Wanted', 'On the pin', 'Plates', 'Change from the one before'],
          rows: rows.map((r, i) => [
            mass(r.kg, c),
            r.made.ok ? mass(r.made.totalKg, c) : '',
            r.made.ok ? platesOf(r.made.plates, c) : '',
            i === 0 ? '' : change(i),
          ]),
        },
        ...(rows[0]?.made.ok && {
          hung: {
            loading: rows[0].made,
            wantedKg: rows[0].kg,
            pinKg: room.pinKg,
            heaviestKg: Math.max(...room.plates.map((p) => p.kg)),
          },
        }),
        note: `The pin weighs ${mass(room.pinKg, c)}. Both hands at once: load each pin with this.`,
      }
    },
  },
  {
    id: 'percent',
    fields: [
      { id: 'best', name: 'Best single', kind: 'mass', start: '40 kg' },
      { id: 'shares', name: 'Shares, %', kind: 'list', start: '50 60 70 80 85 90 95' },
    ],
    fills: { best: 'best_lift' },
    compute: (v, c) => {
      const t = percentTable(
        v.n('best'),
        v.list('shares').map((x) => x / 100),
        c.room,
      )
      if (!t.ok) return no(t.why)
      return {
        ok: true,
        lines: [{ label: 'Best single', value: mass(v.n('best'), c), main: true }],
        table: {
          head: ['Share', 'Wanted', 'On the pin', 'Plates'],
          rows: t.value.map((r) => [
            pct(r.share),
            mass(r.wantedKg, c),
            r.madeKg === null ? '' : mass(r.madeKg, c),
            r.madeKg === null ? '' : platesOf(r.plates, c),
          ]),
        },
        ...(c.room ? {} : { note: NO_ROOM }),
      }
    },
  },
  {
    id: 'conversion',
    fields: [
      { id: 'mass', name: 'Mass', kind: 'mass', start: '20 kg' },
      { id: 'length', name: 'Length', kind: 'length', start: '2 3/8 in' },
      { id: 'force', name: 'Force', kind: 'number', unit: 'N', start: '500' },
    ],
    compute: (v) => ({
      ok: true,
      lines: [
        {
          label: 'Mass',
          value: `${round(v.n('mass'), 2)}\u00A0kg · ${round(kgToLb(v.n('mass')), 2)}\u00A0lb`,
          main: true,
        },
        {
          label: 'Length',
          value: `${round(v.n('length'), 2)}\u00A0mm · ${formatLength(v.n('length'), 'in')}`,
          main: true,
        },
        {
          label: 'Force',
          value:
            `${round(v.n('force'), 0)}\u00A0N · ` +
            `${round(v.n('force') / N_PER_KGF, 2)}\u00A0kgf · ` +
            `${round(v.n('force') / N_PER_LBF, 2)}\u00A0lbf`,
          main: true,
        },
      ],
    }),
  },
]
