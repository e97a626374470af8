import { describe, expect, it } from 'vitest'
import { CALCULATORS } from '@mano/core/catalogue/calculators'
import { DEFS } from '../src/areas/bench/defs'
import { readField, withUnit, type FieldDef } from '../src/areas/bench/fields'
import { dialsOf, scriptOf, START, textOf } from '@mano/core/bench/dials'
import type { Context, Outcome } from '../src/areas/bench/shared'
import { figureOf } from '../src/areas/reference/figures'
import figures from '../src/drawn/figures.json'
import { PAGES } from '@mano/core/reference/pages'

const kg = { mass: 'kg', length: 'mm' } as const
const lb = { mass: 'lb', length: 'in' } as const
const room = {
  pinKg: 1.5,
  plates: [
    { kg: 10, count: 2 },
    { kg: 5, count: 2 },
    { kg: 0.5, count: 2 },
  ],
}
const field = (kind: FieldDef['kind']): FieldDef => ({ id: 'x', name: 'Load', kind, start: '' })
const answer = (
  id: string,
  typed: Record<string, string> = {},
  c: Context = { room, units: kg },
): Outcome => {
  const def = DEFS.find((d) => d.id === id)!
  const read = new Map(
    def.fields.map((f) => {
      const r = readField(f, typed[f.id] ?? f.start, c.units)
      if (!r.ok) throw new Error(r.why)
      return [f.id, r.value]
    }),
  )
  return def.compute(
    {
      n: (x) => Number(read.get(x)),
      list: (x) => read.get(x) as number[],
      choice: (x) => String(read.get(x)),
    },
    c,
  )
}
const says = (o: Outcome): string =>
  o.ok ? o.lines.map((l) => `${l.label}: ${l.value}`).join('\n') : o.why

describe('a field of the bench', () => {
  it('reads a mass and a length with their unit, else in the coach\u2019s', () => {
    expect(readField(field('mass'), '10 lb', kg)).toMatchObject({
      value: expect.closeTo(4.5359237, 9) as number,
    })
    expect(readField(field('mass'), '10', lb)).toMatchObject({
      value: expect.closeTo(4.5359237, 9) as number,
    })
    expect(readField(field('mass'), '10 kg', lb)).toMatchObject({ value: 10 })
    expect(readField(field('length'), '2 3/8', kg)).toMatchObject({
      value: expect.closeTo(60.325, 9) as number,
    })
    expect(readField(field('length'), '6 cm', kg)).toMatchObject({ value: 60 })
    expect(readField(field('length'), '2.375 in', kg)).toMatchObject({
      value: expect.closeTo(60.325, 9) as number,
    })
    expect(readField(field('list'), '50 51,5  49', kg)).toMatchObject({ value: [50, 51.5, 49] })
  })
  it('goes into the address with its unit, as typed where that says it', () => {
    const kept = (kind: FieldDef['kind'], text: string, units: typeof kg | typeof lb = kg) =>
      withUnit(field(kind), text, units)
    expect(kept('mass', '10')).toBe('10 kg')
    expect(kept('mass', '10', lb)).toBe('10 lb')
    expect(kept('mass', '10 lb')).toBe('10 lb')
    expect(kept('masses', '20 22.5', lb)).toBe('20 22.5 lb')
    expect(kept('length', '60')).toBe('60 mm')
    expect(kept('length', '2 3/8')).toBe('2 3/8')
    expect(kept('mass', 'x')).toBe('x')
    expect(kept('number', '7')).toBe('7')
  })
  it('refuses nonsense in a sentence that names the field', () => {
    for (const [kind, text] of [
      ['mass', 'x'],
      ['mass', '-4'],
      ['length', 'wide'],
      ['number', ''],
      ['list', '50 x'],
    ] as const) {
      const r = readField(field(kind), text, kg)
      expect(r.ok, text).toBe(false)
      expect(!r.ok && r.why).toMatch(/^Load.*\.$/)
    }
  })
})

describe('the calculators', () => {
  it('are all there, answer what they start with, in both units, without a hole', () => {
    expect([...DEFS.map((d) => d.id), 'simulator'].sort()).toEqual(
      CALCULATORS.map((c) => c.id).sort(),
    )
    for (const d of DEFS)
      for (const units of [kg, lb]) {
        const o = answer(d.id, {}, { room, units })
        expect(o.ok, `${d.id}: ${says(o)}`).toBe(true)
        expect(JSON.stringify(o), d.id).not.toMatch(/NaN|undefined|Infinity/)
      }
  })
  // Elementary mechanics: 4.5 kg, 0.24 m, g.
  it('lever: 10.6 N·m, and the other club where it turns as much', () => {
    expect(says(answer('lever'))).toMatch(/Torque on the wrist: 10\.6\u00A0N·m · 7\.8\u00A0lbf·ft/)
    expect(says(answer('lever'))).toMatch(/club B: hand from the end: 180\u00A0mm/)
  })
  it('plates: what hangs, and what changes from one load to the next', () => {
    const o = answer('plates', { load: '21.5 22 26.5' })
    expect(o.ok && o.table!.rows.map((r) => r.at(-1))).toEqual([
      '',
      'add 1 × 0.5\u00A0kg',
      'take off 1 × 0.5\u00A0kg, add 1 × 5\u00A0kg',
    ])
    expect(says(answer('plates', {}, { room: null, units: kg }))).toContain('No pin with plates')
    expect(says(answer('plates', { load: '1' }))).toContain('cannot be hung')
  })
  it('holds: a range, refused under 6 s and over 10 min', () => {
    expect(says(answer('endurance'))).toMatch(/Time at 60\u00A0%: \d+\u00A0s to/)
    expect(answer('endurance', { ask: 'time', time: '5' }).ok).toBe(false)
    expect(answer('endurance', { ask: 'time', time: '601' }).ok).toBe(false)
    expect(answer('endurance', { share: '100' }).ok).toBe(false)
  })
  it('holds: the power law is silent under 45 s, so one curve stands alone and is said to', () => {
    const o = answer('endurance', { share: '88' })
    expect(says(o)).not.toContain(' to ')
    expect(o.ok && o.note).toMatch(/One published curve only/)
    expect((answer('endurance') as { note?: string }).note).toMatch(/Two published curves/)
  })
  it('loads in a list are in the coach\u2019s unit, or in the one that is typed', () => {
    const cf = (loads: string, units: typeof kg | typeof lb) =>
      says(answer('critical_force', { loads }, { room, units }))
    expect(cf('40 32 26 kg', kg)).toContain(cf('88.18 70.55 57.32', lb).match(/[\d.]+\u00A0kg/)![0])
    expect(cf('88.18 70.55 57.32 lb', kg)).toBe(cf('40 32 26', kg))
    const plates = answer('plates', { load: '22 26.5' }, { room, units: lb })
    expect(plates.ok && plates.table!.rows[1]!.at(-1)).not.toContain('kg')
  })
  it('hands: a verdict with its interval, and none from one trial', () => {
    expect(says(answer('asymmetry'))).toMatch(/Weaker hand: Left/)
    expect(says(answer('asymmetry', { left: '50 51', right: '51 50' }))).toMatch(/inside error/)
    expect(says(answer('asymmetry', { left: '50' }))).toMatch(/Two trials/)
  })
})

describe('dials of the simulator', () => {
  it('go through an address and back, and nonsense is as at the start', () => {
    expect(dialsOf(textOf({ ...START, sets: 9, hands: 'both' }))).toEqual({
      ...START,
      sets: 9,
      hands: 'both',
    })
    expect(dialsOf('turn-9999-x')).toEqual(START)
    expect(dialsOf(null)).toEqual(START)
  })
  it('in turn each hand rests what was asked, the other\u2019s work counted in', () => {
    const script = scriptOf({ ...START, sets: 3, holdS: 20, restS: 90 })
    let at = 0
    const begins = script.flatMap((s) => {
      const own = s.hand === 'left' ? [at] : []
      at += s.workS + s.restS
      return own
    })
    expect(begins[1]! - begins[0]! - 20).toBe(90)
  })
})

describe('figures of the reference', () => {
  it('every quality, implement, exercise and test has one that is drawn', () => {
    const drawn = PAGES.filter((p) =>
      ['quality', 'implement', 'exercise', 'protocol'].includes(p.kind),
    )
    expect(drawn.length).toBeGreaterThan(200)
    for (const p of drawn) {
      const f = figureOf(p)
      expect(f, `${p.kind}:${p.id}`).not.toBeNull()
      const of: Readonly<Record<string, string>> = { ...figures.grips, ...figures.things }
      const id = f && ('grip' in f ? f.grip : f.thing)
      expect(id && of[id], String(id)).toMatch(/^M/)
    }
  })
})
