import { v7 } from 'uuid'
import { protocolById } from '@mano/core/catalogue/protocols'
import type { EntryUnit } from '@mano/core/units/units'
import type { TestSession } from '@mano/core/testing/session'
import { addDays, type LocalDate } from '@mano/core/units/dates'
import { N_PER_KGF } from '@mano/core/units/units'
import type { DemoUnit } from './shape'
import { Seeded } from '@mano/core/units/seeded'
import type { Story } from './stories'
import type { Percent } from '@mano/core/units/quantity'
import { must } from '@mano/core/units/must'

/** Days ago the further tests were taken. */
const DAYS = [98, 70, 42, 14] as const
const CV = 2.6
const HOLD_DAYS = [33, 28, 23, 18] as const
/** Loss of a lift a mm of diameter, and force by wrist angle as a share of straight: invented. */
const LOSS_A_MM = 0.0145
const ANGLE_SHARE = { flexed: 0.62, straight: 1, extended: 0.94 } as const

/** Tests beside dynamometer and hang of an athlete of the demo; a random stream of its own. */
export function furtherTests(
  story: Story,
  units: readonly DemoUnit[],
  seed: number,
  today: LocalDate,
): TestSession[] {
  const more = story.more
  if (!more) return []
  const random = new Seeded(seed * 19 + story.name.length * 3)
  const unit = (label: string) => must(units.find((u) => u.label === label))
  const out: TestSession[] = []
  let minute = 0
  const add = (
    protocolId: string,
    at: DemoUnit,
    variant: Record<string, string>,
    on: LocalDate,
    unitEntered: EntryUnit,
    left: readonly number[],
    right: readonly number[],
  ) => {
    const protocol = must(protocolById(protocolId))
    const id = () =>
      v7({
        msecs: Date.parse(`${on}T00:00:00Z`),
        random: random.bytes(16),
        seq: Math.floor(random.next() * 2 ** 31),
      })
    const started = Date.parse(`${on}T18:00:00Z`) + 60_000 * (minute++ % 60)
    const trials = left.flatMap((_, i) =>
      (
        [
          ['left', must(left[i])],
          ['right', must(right[i])],
        ] as const
      ).map(([hand, entered], h) => ({
        id: id(),
        hand,
        ordinal: i + 1,
        value: unitEntered === 'kg' && protocol.unit === 'N' ? entered * N_PER_KGF : entered,
        enteredValue: entered,
        enteredUnit: unitEntered,
        pain: null,
        recordedAt: new Date(started + 1000 * (10 * i + 4 * h)).toISOString(),
        struck: null,
        correction: null,
      })),
    )
    out.push({
      id: id(),
      athleteId: '',
      protocolId,
      protocolVersion: protocol.version,
      unitId: at.id,
      measurementId: at.measurementId,
      variant,
      performedAt: new Date(started).toISOString(),
      performedOn: on,
      practice: false,
      trials,
      unitKind: at.kind,
      sizeMm: at.sizeMm,
    })
  }
  const round = (x: number, step: number) => Math.round(x / step) * step
  const three = (value: number, behindPct: Percent, step: number) => {
    const of = (v: number) =>
      [1, 2, 3].map(() => Number(round(v * (1 + random.normal(0, CV / 100)), step).toFixed(2)))
    return [of(value * (1 - behindPct / 100)), of(value)] as const
  }
  for (const [i, ago] of DAYS.entries()) {
    const on = addDays(today, -ago)
    const grow = 1 + (0.04 * i) / (DAYS.length - 1)
    const behind =
      more.leftBehindPct[0] +
      ((more.leftBehindPct[1] - more.leftBehindPct[0]) * i) / (DAYS.length - 1)
    for (const [direction, nm] of Object.entries(more.wristNm))
      add(
        'wrist_max',
        unit('Wrist strap and scale'),
        { direction, armMm: '90' },
        on,
        'N m',
        ...three(nm * grow, direction === 'extension' ? behind : behind / 2, 0.1),
      )
    for (const [direction, nm] of Object.entries(more.turnNm))
      add(
        'turn_max',
        unit('Wrist strap and scale'),
        { direction, armMm: '150' },
        on,
        'N m',
        ...three(nm * grow, behind / 2, 0.1),
      )
    add(
      'finger_open',
      unit('Wrist strap and scale'),
      {},
      on,
      'N',
      ...three(more.openN * grow, behind / 2, 1),
    )
  }
  if (more.hold) {
    const { label, cfKg, w } = more.hold
    for (const [i, share] of [1.75, 1.42, 1.22, 1.1].entries()) {
      const loadKg = round(cfKg * share, 0.5)
      const time = (cf: number) => Math.round((w / (loadKg - cf)) * (1 + random.normal(0, 0.03)))
      add(
        'endurance_set',
        unit(label),
        { loadKg: String(loadKg) },
        addDays(today, -must(HOLD_DAYS[i])),
        's',
        [time(cfKg * 0.95)],
        [time(cfKg)],
      )
    }
  }
  const day = addDays(today, -16)
  for (const [angle, share] of Object.entries(ANGLE_SHARE)) {
    const [l, r] = three(must(story.tests).forceKgf * share, more.leftBehindPct[1] / 2, 0.1)
    add(
      'three_angles',
      unit('Dynamometer, bench 1'),
      { angle },
      day,
      'kg',
      l.slice(0, 2),
      r.slice(0, 2),
    )
  }
  for (const label of ['Rig bar, bay 1', 'Sleeve, 50 mm', 'Rolling handle', 'Sleeve, 67 mm']) {
    const at = unit(label)
    const kg = (share: number) => [
      round(
        share *
          must(story.tests).forceKgf *
          1.5 *
          Math.exp(-LOSS_A_MM * (must(at.sizeMm) - 29.5)) *
          (1 + random.normal(0, 0.02)),
        0.5,
      ),
    ]
    add('handle_curve', at, {}, day, 'kg', kg(1 - more.leftBehindPct[1] / 200), kg(1))
  }
  return out
}
