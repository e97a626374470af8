import { placeFor, thickLoss, toNextSpring } from '@mano/core/bench/calculate'
import { leverTorque, springAtSet, wristRoller } from '@mano/core/measure/mechanics'
import { estimatedWrap, wrapWord } from '@mano/core/hand/wrap'
import { optimalDiameterMm } from '@mano/core/hand/fit'
import { no, round, mass, length, torque, pct, type CalculatorDef } from './shared'
import { must } from '@mano/core/units/must'

const WRAP = { overlaps: 'they overlap', meets: 'they meet', gap: 'they do not meet' } as const
/** Levers, springs and handles. */
export const LEVERS: readonly CalculatorDef[] = [
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
        must(
          leverTorque(
            [[v.n('mass'), v.n('balance') / 1000]],
            v.n('hand') / 1000 + 0.01,
            v.n('angle'),
          ),
        ).torqueNm - a.torqueNm,
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
      const more = toNextSpring(v.n('close'), v.n('next'), v.n('turn'))
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
            value: more.ok
              ? `${mass(more.value.gap, c)} more, ` +
                (more.value.turns === null
                  ? 'no insert'
                  : `${round(more.value.turns)} turns of the insert`)
              : more.why,
          },
        ],
        table: {
          head: ['Set width', 'Begins at', 'Share of shut'],
          rows: [20, 30, 38, 46, 54, 60].flatMap((mm) => {
            const x = springAtSet(v.n('close'), v.n('free'), mm)
            return x ? [[length(mm), mass(x.force, c), pct(x.shareOfClose)]] : []
          }),
        },
        note:
          'A straight line is an assumption. Springs differ: measure the opening, and the ' +
          'rating by hanging load.',
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
    fills: { hand: 'hand_length' },
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
            value:
              `${WRAP[wrapWord(wrap.gapMm)]}: ${wrap.gapMm > 0 ? 'gap of' : 'overlap of'} ` +
              `about ${length(Math.abs(wrap.gapMm))}`,
          },
        ],
        note:
          'The gap is an estimate from the hand length. Measure it on the handle where it ' +
          'matters.',
      }
    },
  },
  {
    id: 'thick',
    fields: [
      { id: 'best', name: 'Best on a thin bar', kind: 'mass', start: '100 kg' },
      { id: 'diameter', name: 'Thick bar', kind: 'length', start: '51 mm' },
    ],
    fills: { best: 'thin_bar' },
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
        note:
          'Two published points and straight lines between them. Single athletes differ by ' +
          '10 % and more: hand size and practice tell.',
      }
    },
  },
]
