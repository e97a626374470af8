import {
  carrySeconds,
  errorOfRepeats,
  hangBears,
  isolateOrCombine,
  percentTable,
  placeFor,
  testsToSee,
  thickLoss,
} from '@mano/core/bench/calculate'
import { judgeAsymmetry } from '@mano/core/measure/asymmetry'
import { CF_WORDS } from '@mano/core/gaps/curves'
import { criticalForce } from '@mano/core/measure/criticalForce'
import {
  HOLD_LIMITS,
  powerSeconds,
  powerShare,
  rohmertSeconds,
  rohmertShare,
} from '@mano/core/measure/endurance'
import { leverTorque, springAtSet, wristRoller } from '@mano/core/measure/mechanics'
import { detectableChange } from '@mano/core/measure/trend'
import { estimatedWrap, wrapWord } from '@mano/core/hand/wrap'
import { optimalDiameterMm } from '@mano/core/hand/fit'
import type { ClubShape } from '../../hands/ClubPlot'
import type { Room } from '@mano/core/session/loads'
import { loadPin, type Loading } from '@mano/core/testing/plates'
import { fromSi, N_PER_KGF } from '@mano/core/units/convert'
import { formatLength } from '@mano/core/units/inch'
import { formatClock, type UnitChoice } from '@mano/core/units/format'
import type { FieldDef, Values } from './fields'

export interface Line {
  label: string
  /** Already in words, both units where it has any. */
  value: string
  main?: boolean
}
export type Outcome =
  | {
      ok: true
      lines: readonly Line[]
      table?: { head: readonly string[]; rows: readonly (readonly string[])[] }
      note?: string
      /** What hangs on the pin, to be drawn. */
      hung?: { loading: Loading; wantedKg: number; pinKg: number; heaviestKg: number }
      /** Hand and balance point of clubs, mm from the end, to be drawn. */
      club?: ClubShape
    }
  | { ok: false; why: string }
export interface Context {
  room: Room | null
  units: UnitChoice
}
/** What an athlete fills in, by field. */
export interface Filled {
  bodyMass?: string
  handLength?: string
}
export interface CalculatorDef {
  id: string
  fields: readonly FieldDef[]
  /** Fields that an athlete's record fills. */
  fills?: Partial<Record<keyof Filled, string>>
  compute: (v: Values, c: Context) => Outcome
}

const no = (why: string): Outcome => ({ ok: false, why })
const round = (n: number, digits = 1): string => {
  const text = n.toFixed(digits)
  return n < 0 && Number(text) !== 0
    ? `\u2212${text.slice(1)}`
    : Number(text) === 0
      ? (0).toFixed(digits)
      : text
}
/** Both units, the coach's own first. */
const mass = (kg: number, c: Context): string => {
  const [a, b] = [`${round(kg)}\u00A0kg`, `${round(fromSi(kg, 'lb', 'kg')!)}\u00A0lb`]
  return c.units.mass === 'kg' ? `${a} · ${b}` : `${b} · ${a}`
}
const length = (mm: number): string =>
  `${round(mm).replace(/\.0$/, '')}\u00A0mm · ${formatLength(mm, 'in')}`
const torque = (nm: number): string =>
  `${round(nm)}\u00A0N·m · ${round(nm * 0.737562149)}\u00A0lbf·ft`
const seconds = (s: number): string =>
  s < 60 ? `${round(s, 0)}\u00A0s` : `${formatClock(s)} (${round(s, 0)}\u00A0s)`
const pct = (share: number): string => `${round(100 * share, 0)}\u00A0%`
const platesOf = (plates: readonly { kg: number; count: number }[], c: Context): string =>
  plates.length === 0
    ? 'the pin alone'
    : plates
        .map(
          (p) =>
            `${p.count} × ${c.units.mass === 'kg' ? `${p.kg}\u00A0kg` : `${round(fromSi(p.kg, 'lb', 'kg')!)}\u00A0lb`}`,
        )
        .join(' + ')

const WRAP = { overlaps: 'they overlap', meets: 'they meet', gap: 'they do not meet' } as const
const NO_ROOM = 'No pin with plates is in the kit room. Enter one there, and its loads stand here.'

/** Every calculator of the bench but the simulator, as fields and a function. */
export const DEFS: readonly CalculatorDef[] = [
  {
    id: 'plates',
    fields: [
      {
        id: 'load',
        name: 'Load',
        kind: 'list',
        start: '20',
        hint: 'Several with spaces: lifters or sets in turn.',
      },
    ],
    compute: (v, c) => {
      if (!c.room) return no(NO_ROOM)
      const wanted = v.list('load').map((x) => (c.units.mass === 'lb' ? x * 0.45359237 : x))
      const rows = wanted.map((kg) => ({ kg, made: loadPin(kg, c.room!.plates, c.room!.pinKg) }))
      const bad = rows.find((r) => !r.made.ok)
      if (bad)
        return no(`${mass(bad.kg, c)} cannot be hung: it is less than the pin alone, or no load.`)
      const change = (i: number): string => {
        const [a, b] = [rows[i - 1]?.made, rows[i]!.made]
        if (!a?.ok || !b.ok) return ''
        const kinds = [...new Set([...a.plates, ...b.plates].map((p) => p.kg))]
        const of = (all: typeof a.plates, kg: number) => all.find((p) => p.kg === kg)?.count ?? 0
        return (
          kinds
            .flatMap((kg) => {
              const d = of(b.plates, kg) - of(a.plates, kg)
              return d === 0 ? [] : [`${d > 0 ? 'add' : 'take off'} ${Math.abs(d)} × ${kg}\u00A0kg`]
            })
            .join(', ') || 'nothing'
        )
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
            pinKg: c.room.pinKg,
            heaviestKg: Math.max(...c.room.plates.map((p) => p.kg)),
          },
        }),
        note: `The pin weighs ${mass(c.room.pinKg, c)}. Both hands at once: load each pin with this.`,
      }
    },
  },
  {
    id: 'lever',
    fields: [
      { id: 'mass', name: 'Club A, mass', kind: 'mass', start: '4.5 kg' },
      {
        id: 'balance',
        name: 'Balance point from the end',
        kind: 'length',
        start: '480 mm',
        hint: 'Lay the club over one finger and measure from the handle end.',
      },
      { id: 'hand', name: 'Hand from the end', kind: 'length', start: '240 mm' },
      {
        id: 'angle',
        name: 'Angle from upright',
        kind: 'number',
        unit: 'degrees',
        start: '90',
        hint: '90 is level and hardest.',
      },
      { id: 'mass2', name: 'Club B, mass', kind: 'mass', start: '3 kg' },
      { id: 'balance2', name: 'Its balance point', kind: 'length', start: '540 mm' },
    ],
    compute: (v) => {
      if (v.n('angle') > 180) return no('The angle is between 0 and 180 degrees.')
      const a = leverTorque(
        [[v.n('mass'), v.n('balance') / 1000]],
        v.n('hand') / 1000,
        v.n('angle'),
      )
      if (!a) return no('Enter what the club weighs.')
      const b = placeFor(
        { masses: [[v.n('mass2'), v.n('balance2') / 1000]], handleM: v.n('balance2') / 1000 },
        a.torqueNm,
        v.n('angle'),
      )
      const error = Math.abs(
        leverTorque(
          [[v.n('mass'), v.n('balance') / 1000]],
          v.n('hand') / 1000 + 0.01,
          v.n('angle'),
        )!.torqueNm - a.torqueNm,
      )
      return {
        ok: true,
        lines: [
          { label: 'Torque on the wrist', value: torque(a.torqueNm), main: true },
          { label: 'Lever arm', value: length(1000 * a.armM) },
          { label: 'A centimetre of hand place is worth', value: torque(error) },
          {
            label: 'The same on club B: hand from the end',
            value: b.ok ? length(1000 * b.value) : b.why,
          },
        ],
        club: {
          clubs: [
            { name: 'Club A', handMm: v.n('hand'), balanceMm: v.n('balance') },
            ...(b.ok
              ? [{ name: 'Club B', handMm: 1000 * b.value, balanceMm: v.n('balance2') }]
              : []),
          ],
        },
        ...(a.torqueNm < 0 && { note: 'Below 0: the heavy side is behind the hand.' }),
        table: {
          head: ['Hand from the end', 'Torque'],
          rows: [-60, -40, -20, 0, 20, 40, 60].flatMap((d) => {
            const mm = v.n('hand') + d
            const t =
              mm < 0
                ? null
                : leverTorque([[v.n('mass'), v.n('balance') / 1000]], mm / 1000, v.n('angle'))
            return t ? [[length(mm), torque(t.torqueNm)]] : []
          }),
        },
      }
    },
  },
  {
    id: 'roller',
    fields: [
      { id: 'mass', name: 'Weight on the cord', kind: 'mass', start: '5 kg' },
      { id: 'lift', name: 'Height of the lift', kind: 'length', start: '1200 mm' },
      { id: 'diameter', name: 'Diameter of the roller', kind: 'length', start: '50 mm' },
      { id: 'cord', name: 'Thickness of the cord', kind: 'length', start: '5 mm' },
    ],
    compute: (v) => {
      const r = wristRoller(v.n('mass'), v.n('lift') / 1000, v.n('diameter'), v.n('cord'))
      if (!r) return no('Weight, height and diameter are over 0.')
      return {
        ok: true,
        lines: [
          { label: 'Turns up', value: round(r.turns), main: true },
          { label: 'Torque at the start', value: torque(r.torqueStartNm) },
          { label: 'Torque at the top', value: torque(r.torqueEndNm) },
          { label: 'Work of one trip up', value: `${round(r.workJ, 0)}\u00A0J` },
        ],
      }
    },
  },
  {
    id: 'spring',
    fields: [
      { id: 'close', name: 'Rated closing force', kind: 'mass', start: '60 kg' },
      { id: 'free', name: 'Free opening', kind: 'length', start: '70 mm' },
      { id: 'set', name: 'Set width', kind: 'length', start: '38 mm' },
      { id: 'next', name: 'Next spring', kind: 'mass', start: '66 kg' },
      {
        id: 'turn',
        name: 'An insert adds a turn',
        kind: 'mass',
        start: '1.5 kg',
        hint: 'Measure it: inserts differ.',
      },
    ],
    compute: (v, c) => {
      const s = springAtSet(v.n('close'), v.n('free'), v.n('set'))
      if (!s) return no('The set width is between shut and the free opening.')
      const gap = v.n('next') - v.n('close')
      const turns = v.n('turn') > 0 ? gap / v.n('turn') : NaN
      return {
        ok: true,
        lines: [
          {
            label: 'Force where the effort begins',
            value: `${mass(s.force, c)} (${pct(s.shareOfClose)} of shut)`,
            main: true,
          },
          { label: 'Force when shut', value: mass(v.n('close'), c) },
          {
            label: 'To the next spring',
            value:
              gap > 0
                ? `${mass(gap, c)} more, ${Number.isFinite(turns) ? `${round(turns)} turns of the insert` : 'no insert'}`
                : 'it is no harder',
          },
        ],
        table: {
          head: ['Set width', 'Begins at', 'Share of shut'],
          rows: [20, 30, 38, 46, 54, 60].flatMap((mm) => {
            const x = springAtSet(v.n('close'), v.n('free'), mm)
            return x ? [[length(mm), mass(x.force, c), pct(x.shareOfClose)]] : []
          }),
        },
        note: 'A straight line is an assumption. Springs differ: measure the opening, and the rating by hanging load.',
      }
    },
  },
  {
    id: 'handle',
    fields: [
      {
        id: 'diameter',
        name: 'Handle',
        kind: 'length',
        start: '60 mm',
        hint: '60 mm, 2 3/8 or 2.375 in.',
      },
      {
        id: 'hand',
        name: 'Hand length',
        kind: 'length',
        start: '190 mm',
        hint: 'Crease of the wrist to the tip of the middle finger.',
      },
    ],
    fills: { handLength: 'hand' },
    compute: (v) => {
      const best = optimalDiameterMm(v.n('hand'))
      const wrap = estimatedWrap(v.n('hand'), v.n('diameter'))
      if (best === null || !wrap)
        return no('A hand is 120 to 260 mm long, a handle 10 to 150 mm thick.')
      return {
        ok: true,
        lines: [
          { label: 'The handle is', value: length(v.n('diameter')), main: true },
          { label: 'Best diameter for a squeeze', value: length(best) },
          {
            label: 'Thumb and fingers',
            value: `${WRAP[wrapWord(wrap.gapMm)]}: ${wrap.gapMm > 0 ? 'gap of' : 'overlap of'} about ${length(Math.abs(wrap.gapMm))}`,
          },
        ],
        note: 'The gap is an estimate from the hand length. Measure it on the handle where it matters.',
      }
    },
  },
  {
    id: 'thick',
    fields: [
      { id: 'best', name: 'Best on a thin bar', kind: 'mass', start: '100 kg' },
      { id: 'diameter', name: 'Thick bar', kind: 'length', start: '51 mm' },
    ],
    compute: (v, c) => {
      const loss = thickLoss(v.n('diameter'))
      if (!loss.ok) return no(loss.why)
      return {
        ok: true,
        lines: [
          { label: 'Expect about', value: mass(v.n('best') * (1 - loss.value), c), main: true },
          { label: 'Less by', value: pct(loss.value) },
        ],
        table: {
          head: ['Diameter', 'Expect about'],
          rows: [28, 38, 45, 51, 60, 70, 76].map((mm) => {
            const l = thickLoss(mm)
            return [length(mm), l.ok ? mass(v.n('best') * (1 - l.value), c) : '']
          }),
        },
        note: 'Two published points and straight lines between them. Single athletes differ by 10 % and more: hand size and practice tell.',
      }
    },
  },
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
    fills: { bodyMass: 'body' },
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
      const t = carrySeconds(v.n('way'), v.n('pace'))
      if (!t.ok) return no(t.why)
      const s = t.value + 2 * v.n('turns')
      return {
        ok: true,
        lines: [
          { label: 'Time under load', value: seconds(s), main: true },
          { label: 'A hold as long', value: `${seconds(s)} at ${mass(v.n('load'), c)}` },
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
    compute: (v, c) => {
      if (v.choice('ask') === 'time') {
        const t = v.n('time')
        if (t < HOLD_LIMITS.least || t > HOLD_LIMITS.most)
          return no('The curves hold from 6 s to 10 min.')
        const shares = [rohmertShare(t), ...(t >= HOLD_LIMITS.power ? [powerShare(t)] : [])].sort(
          (a, b) => a - b,
        )
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
          note:
            shares.length > 1
              ? 'Two published curves that disagree: take it as rough.'
              : 'Under 45 s one curve only. Three holds of one\u2019s own replace it.',
        }
      }
      const f = v.n('share') / 100
      if (!(f > 0 && f < 1)) return no('The share is over 0 and under 100 %.')
      const times = [rohmertSeconds(f), powerSeconds(f)].sort((a, b) => a - b)
      const kept = times.filter((t) => t >= HOLD_LIMITS.least && t <= HOLD_LIMITS.most)
      if (kept.length === 0)
        return no('At this share the curves are under 6 s or over 10 min: they say nothing there.')
      return {
        ok: true,
        lines: [
          { label: `Time at ${pct(f)}`, value: kept.map(seconds).join(' to '), main: true },
          { label: 'That is', value: mass(f * v.n('best'), c) },
        ],
        note: 'Two published curves that disagree: take it as rough. Three holds of one\u2019s own replace both.',
      }
    },
  },
  {
    id: 'percent',
    fields: [
      { id: 'best', name: 'Best single', kind: 'mass', start: '40 kg' },
      { id: 'shares', name: 'Shares, %', kind: 'list', start: '50 60 70 80 85 90 95' },
    ],
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
  {
    id: 'asymmetry',
    fields: [
      { id: 'left', name: 'Left, trials', kind: 'list', start: '46 47.5 45.8' },
      { id: 'right', name: 'Right, trials', kind: 'list', start: '52 51.2 53.1' },
    ],
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
          { label: 'Weaker hand', value: r.weaker ?? 'neither', main: true },
          {
            label: 'Behind by',
            value: `${round(r.asymmetryPct)}\u00A0% (95\u00A0% interval ${r.kind === 'inside-error' ? `${round(r.signedCi[0])} to ${round(r.signedCi[1])}, right over left` : `${round(low!)} to ${round(high!)}`})`,
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
        note: 'Right-handers are about 12\u00A0% stronger on the right as a rule, left-handers are even. One day is one day: act on what several days say.',
      }
    },
  },
  {
    id: 'detectable',
    fields: [
      {
        id: 'repeats',
        name: 'Repeats of one hand, nothing changed',
        kind: 'list',
        start: '50 51.5 49.2 50.8',
      },
      { id: 'change', name: 'A change you saw', kind: 'number', start: '3' },
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
            label: 'Smallest change to trust',
            value: `${round(least)} (${round((100 * least) / e.value.mean)}\u00A0%)`,
            main: true,
          },
          {
            label: 'Typical error',
            value: `${round(e.value.typical, 2)} (${round((100 * e.value.typical) / e.value.mean)}\u00A0%)`,
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
    id: 'critical_force',
    fields: [
      { id: 'loads', name: 'Loads of three holds or more', kind: 'list', start: '40 32 26' },
      { id: 'times', name: 'Seconds each was held', kind: 'list', start: '35 75 150' },
    ],
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
            value: `${mass(cf / N_PER_KGF, c)} (± ${round((100 * seCf) / cf, 0)}\u00A0%)`,
            main: true,
          },
          { label: 'Work above it', value: `${round(w / N_PER_KGF, 0)}\u00A0kg·s` },
          ...(r.spreadPct !== null
            ? [{ label: 'Other ways to fit differ by', value: `${round(r.spreadPct, 0)}\u00A0%` }]
            : []),
        ],
        ...(r.provisional && { note: 'Three holds: provisional.' }),
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
          value: `${round(v.n('mass'), 2)}\u00A0kg · ${round(fromSi(v.n('mass'), 'lb', 'kg')!, 2)}\u00A0lb`,
          main: true,
        },
        {
          label: 'Length',
          value: `${round(v.n('length'), 2)}\u00A0mm · ${formatLength(v.n('length'), 'in')}`,
          main: true,
        },
        {
          label: 'Force',
          value: `${round(v.n('force'), 0)}\u00A0N · ${round(v.n('force') / N_PER_KGF, 2)}\u00A0kgf · ${round(v.n('force') / 4.4482216152605, 2)}\u00A0lbf`,
          main: true,
        },
      ],
    }),
  },
]
export const defOf = (id: string): CalculatorDef | undefined => DEFS.find((d) => d.id === id)
