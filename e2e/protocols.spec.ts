import type { Page } from '@playwright/test'
import {
  PROTOCOLS,
  type Protocol,
  type TryDetails,
  asSetUp,
  protocolById,
} from '@mano/core/catalogue/protocols'
import { forceOf, type SqueezeShape } from '@mano/core/force/shape'
import { traceOf } from '@mano/core/force/trace'
import { triesOf } from '@mano/core/force/tries'
import { expect, test, visit, pick } from './rig'

/**
 * How one protocol is run: what is set and typed, and what must be stored of the first try: SI
 * value, entered unit, details.
 */
interface Run {
  set?: Record<string, string>
  pick?: Record<string, string>
  /** Takes the first try; typing the text and Enter when absent. */
  take?: (page: Page) => Promise<void>
  typed: string
  unit: string
  si: number
  details?: TryDetails
  numbers?: Record<string, string>
}
const KGF = 9.80665
const type = (label: string, text: string) => (page: Page) =>
  page.getByLabel(label, { exact: true }).fill(text)
const fields =
  (...all: [string, string][]) =>
  async (page: Page) => {
    for (const [label, text] of all) await type(label, text)(page)
    await page.getByRole('button', { name: 'Enter', exact: true }).click()
  }
const clean = (text: string) => async (page: Page) => {
  await page.getByLabel('left hand, load in kg').fill(text)
  await page.getByRole('button', { name: 'Clean', exact: true }).click()
}

/**
 * An all-out record at 50 Hz: 24 holds that sink to half of 400 N. What is to be stored is what
 * core reads of it.
 */
const bouts = Array.from({ length: 24 }, (_, k): SqueezeShape => ({
  startS: 2 + 10 * k,
  forceN: 200 + 200 * Math.exp(-k / 5),
  tauS: 0.05,
  power: 1.4,
  holdS: 7,
  releaseS: 0.2,
  fade: 0,
}))
const samples = Array.from({ length: 50 * 244 }, (_, i): [number, number] => [
  i / 50,
  Math.round(10 * bouts.reduce((f, b) => f + forceOf(b, i / 50), 0)) / 10,
])
const record = traceOf(
  samples.map(([t]) => t),
  samples.map(([, f]) => f),
)
const allOut = triesOf(
  'bouts',
  record.ok
    ? record.trace
    : (() => {
        throw new Error(record.reason)
      })(),
  null,
).tries[0]!

const RUNS: Record<string, Run> = {
  pull_max: { typed: '62', unit: 'kg', si: 62 * KGF },
  ready_squeeze: { typed: '41', unit: 'kg', si: 41 * KGF },
  all_out: {
    typed: '',
    unit: 'N',
    si: Math.round(allOut.value * 10) / 10,
    details: allOut.details,
    take: async (page) => {
      await page.getByLabel('From a file').setInputFiles({
        name: 'all-out.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(`time_s,force_N\n${samples.map((s) => s.join(',')).join('\n')}`),
      })
      await page.getByRole('button', { name: 'Take as this trial' }).click()
    },
  },
  dyno_seated: { typed: '50', unit: 'kg', si: 50 * KGF },
  dyno_standing: { typed: '52', unit: 'kg', si: 52 * KGF },
  lift_max: {
    typed: '40',
    unit: 'kg',
    si: 40,
    set: { 'Expected best of the better hand, kg': '50' },
    take: clean('40'),
  },
  single_max: {
    typed: '45',
    unit: 'kg',
    si: 45,
    details: {
      checks: [
        'One hand, the other off the body',
        'Handle free to turn',
        'Lifted with control',
        'Stood still at the top',
        'Lowered under control',
      ],
    },
    take: async (page) => {
      await page.getByLabel('left hand, load in kg').fill('45')
      await page.getByRole('button', { name: 'All met' }).click()
      await page.getByRole('button', { name: 'Clean', exact: true }).click()
    },
  },
  hang_time: { typed: '48', unit: 's', si: 48, numbers: { addedKg: '0' } },
  hang_one: {
    typed: '12',
    unit: 's',
    si: 12,
    set: { 'Help, left hand, kg': '20', 'Help, right hand, kg': '15' },
    numbers: { helpLeftKg: '20', helpRightKg: '15' },
  },
  spring_bracket: {
    typed: '45.5',
    unit: 'kg',
    si: 45.5,
    numbers: { spreadMm: '70', handleMm: '19.5' },
    take: async (page) => {
      await page.getByLabel('Card, 54 mm: block or card shown before the close').check()
      await page.getByRole('button', { name: 'Closed', exact: true }).click()
    },
  },
  hold_time: {
    typed: '1:05',
    unit: 's',
    si: 65,
    set: { 'Load held, kg': '20' },
    numbers: { loadKg: '20' },
  },
  carry_test: {
    typed: '40',
    unit: 'm',
    si: 40,
    set: { 'In the left hand, kg': '30', 'In the right hand, kg': '32' },
    numbers: { leftKg: '30', rightKg: '32' },
    details: { seconds: 35, drops: 1 },
    take: async (page) => {
      await page.getByRole('button', { name: 'One drop more' }).click()
      await fields(['Time, s', '35'], ['Distance, m', '40'])(page)
    },
  },
  wrist_max: {
    typed: '14',
    unit: 'kg',
    si: 14 * KGF * 0.09,
    set: { 'Strap from the wrist, mm': '90' },
    pick: { Direction: 'extension' },
    numbers: { armMm: '90' },
  },
  turn_max: {
    typed: '5',
    unit: 'kg',
    si: 5 * KGF * 0.15,
    set: { 'Load from the hand, mm': '150' },
    numbers: { armMm: '150' },
  },
  key_pinch: { typed: '9.5', unit: 'kg', si: 9.5 * KGF },
  finger_open: { typed: '6', unit: 'kg', si: 6 * KGF },
  three_angles: { typed: '44', unit: 'kg', si: 44 * KGF },
  handle_curve: { typed: '60', unit: 'kg', si: 60 },
  rise_release: {
    typed: '410',
    unit: 'kg',
    si: 42 * KGF,
    details: { riseMs: 180, releaseMs: 240 },
    take: fields(
      ['Peak, kg', '42'],
      ['To 80 % of the peak, ms', '180'],
      ['Release to under 20 %, ms', '240'],
    ),
  },
  rom: { typed: '72', unit: 'deg', si: 72, pick: { Movement: 'extension' } },
  wrist_hold: {
    typed: '35',
    unit: 's',
    si: 35,
    set: { 'Load held, kg': '5' },
    numbers: { loadKg: '5' },
  },
  lever_torque: {
    typed: '2',
    unit: 'kg',
    si: 2 * KGF * 0.45,
    set: { 'Balance point from the hand, mm': '450' },
    numbers: { armMm: '450' },
  },
  repeat_73: {
    typed: '11',
    unit: 'count',
    si: 11,
    set: { 'Share of max, %': '60' },
    numbers: { sharePct: '60' },
    take: fields(['left hand, holds kept', '11']),
  },
  endurance_set: {
    typed: '90',
    unit: 's',
    si: 90,
    set: { 'Load held, kg': '15' },
    numbers: { loadKg: '15' },
  },
  bell_hold: { typed: '16', unit: 'kg', si: 16, take: clean('16') },
  towel_test: { typed: '9', unit: 'count', si: 9, pick: { 'Taken as': 'reps', Cloth: 'wet' } },
  catch_count: {
    typed: '14',
    unit: 'count',
    si: 14,
    set: { 'Mass of the plate, kg': '5' },
    numbers: { loadKg: '5' },
    take: fields(['left hand, clean catches', '14']),
  },
}

interface Stored {
  protocolId: string
  variant: Record<string, string>
  practice: boolean
  unitKind: string
  trials: { hand: string; value: number; enteredUnit: string; details: TryDetails }[]
}

async function choose(page: Page, protocol: Protocol): Promise<void> {
  await expect(page.getByRole('heading', { name: 'Tests so far' })).toBeVisible()
  const button = page
    .getByRole('group', { name: 'Protocol' })
    .getByRole('button', { name: protocol.name, exact: true })
  if ((await button.count()) > 0) await button.click()
  else await pick(page, 'More protocols', protocol.id)
  await expect(page.getByRole('heading', { name: protocol.name })).toBeVisible()
}

async function run(page: Page, protocol: Protocol): Promise<void> {
  const how = RUNS[protocol.id]!
  await choose(page, protocol)
  for (const [label, value] of Object.entries(how.pick ?? {}))
    await pick(page, new RegExp(`^${label}`), value)
  for (const [label, value] of Object.entries(how.set ?? {}))
    await page.getByLabel(label, { exact: true }).fill(value)
  const familiar = page.getByLabel('Knows this test from before', { exact: false })
  if (await familiar.isVisible()) await familiar.check()
  await page.getByRole('button', { name: 'All four met, start' }).click()
  const both = protocol.hands === 'both'
  await expect(page.getByText(both ? 'Both hands, trial 1' : 'Left hand, trial 1')).toBeVisible()
  if (how.take) await how.take(page)
  else await page.keyboard.type(`${how.typed}\n`)
  await expect(
    page.getByRole('button', { name: new RegExp(`^${both ? 'both' : 'left'} hand, trial 1: `) }),
  ).toBeVisible()
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /^Tests/ })
    .click()
}

test(
  '@long every protocol that is kept as a test is run from the screen, and stored with its ' +
    'own type and units',
  async ({ page, own }) => {
    test.setTimeout(240_000)
    await visit(page, own.url, 'Bram Achterley', 'Tests')
    const tests = PROTOCOLS.filter((p) => p.entry !== 'body')
    expect(Object.keys(RUNS).sort()).toEqual(tests.map((p) => p.id).sort())
    for (const p of tests) await test.step(p.id, () => run(page, p))
    const read = async () =>
      (await page.evaluate(
        async () =>
          (await (
            await fetch(`/api/athletes/${location.pathname.split('/')[2]}/tests`)
          ).json()) as unknown,
      )) as Stored[]
    // The last try may still be on its way.
    await expect
      .poll(async () => (await read()).filter((s) => s.trials.length === 0).length)
      .toBe(0)
    const stored = await read()
    for (const plain of tests) {
      const how = RUNS[plain.id]!
      const session = stored.filter((s) => s.protocolId === plain.id).at(-1)!
      const protocol = asSetUp(plain, session.variant)
      const [first] = session.trials
      expect({ hand: first!.hand, unit: first!.enteredUnit }, plain.id).toEqual({
        hand: protocol.hands === 'both' ? 'both' : 'left',
        unit: how.unit,
      })
      expect(protocol.entryUnits, plain.id).toContain(first!.enteredUnit)
      expect(first!.value, plain.id).toBeCloseTo(how.si, 6)
      expect(session.variant, plain.id).toMatchObject(how.numbers ?? {})
      if (how.details) expect(first!.details, plain.id).toEqual(how.details)
      else if (protocol.entry === 'spring') expect(typeof first!.details['unitId']).toBe('string')
      else expect(first!.details, plain.id).toEqual({})
      expect(protocol.implements, plain.id).toContain(session.unitKind)
      expect(session.practice, plain.id).toBe(false)
    }
  },
)

test('@long girths, hand sizes, wrap gaps are tests and are kept with the measures', async ({
  page,
  own,
}) => {
  await visit(page, own.url, 'Bram Achterley', 'Tests')
  await choose(page, protocolById('girth')!)
  await pick(page, /^Where/, 'forearm_pumped')
  await page.getByLabel('Forearm girth, pumped, left').fill('900')
  await page.getByRole('button', { name: 'Record' }).click()
  await expect(page.getByText('outside 150 to 520 mm', { exact: false })).toBeVisible()
  await page.getByLabel('Forearm girth, pumped, left').fill('301')
  await page.getByLabel('Forearm girth, pumped, right').fill('11 7/8 in')
  await page.getByRole('button', { name: 'Record' }).click()
  await expect(page.getByText('2 recorded.', { exact: false })).toBeVisible()
  await choose(page, protocolById('hand_size')!)
  await page.getByLabel('Hand length, left').fill('191')
  await page.getByRole('button', { name: 'Record' }).click()
  await expect(page.getByText('1 recorded.', { exact: false })).toBeVisible()
  await choose(page, protocolById('wrap_gap')!)
  await pick(page, /^Handle/, 'Rolling handle, 60.3 mm (2 3/8 in)')
  await page.getByLabel('Wrap gap, left').fill('-4')
  await page.getByLabel('Wrap gap, right').fill('12')
  await page.getByRole('button', { name: 'Record' }).click()
  await expect(
    page.getByText('gap, lighter than on a thinner handle', { exact: false }),
  ).toBeVisible()
  const view = (await page.evaluate(
    async () =>
      (await (await fetch(`/api/athletes/${location.pathname.split('/')[2]}`)).json()) as unknown,
  )) as {
    measurements: { measure: string; hand: string; value: number; enteredUnit: string }[]
    wraps: { hand: string; gapMm: number }[]
  }
  const of = (measure: string, hand: string) =>
    view.measurements.find((m) => m.measure === measure && m.hand === hand)
  expect(of('forearm_pumped', 'left')).toMatchObject({ value: 301, enteredUnit: 'mm' })
  expect(of('forearm_pumped', 'right')).toMatchObject({ value: 301.625, enteredUnit: 'in' })
  expect(of('hand_length', 'left')).toMatchObject({ value: 191, enteredUnit: 'mm' })
  expect(
    view.wraps
      .filter((w) => w.gapMm === -4 || w.gapMm === 12)
      .map((w) => w.hand)
      .sort(),
  ).toEqual(['left', 'right'])
})
