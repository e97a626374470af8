import type { Page } from '@playwright/test'
import { RUNNABLE_PROTOCOLS, protocolById } from '@mano/core/catalogue/protocols'
import { expect, open, signIn, test } from './rig'

/** What is typed for each protocol, and what must be stored: SI value of the first trial and the unit it was entered in. */
const RUNS: Record<(typeof RUNNABLE_PROTOCOLS)[number], { typed: string; unit: string; si: number; set?: Record<string, string> }> = {
  dyno_seated: { typed: '50', unit: 'kg', si: 50 * 9.80665 },
  dyno_standing: { typed: '52', unit: 'kg', si: 52 * 9.80665 },
  hang_time: { typed: '48', unit: 's', si: 48 },
  lift_max: { typed: '40', unit: 'kg', si: 40, set: { 'Expected best of the better hand, kg': '50' } },
  key_pinch: { typed: '9.5', unit: 'kg', si: 9.5 * 9.80665 },
  finger_open: { typed: '6', unit: 'kg', si: 6 * 9.80665 },
  wrist_max: { typed: '12.5', unit: 'N m', si: 12.5 },
  turn_max: { typed: '8.1', unit: 'N m', si: 8.1 },
  wrist_hold: { typed: '35', unit: 's', si: 35, set: { 'Load held, kg': '5' } },
  hold_time: { typed: '1:05', unit: 's', si: 65, set: { 'Load held, kg': '20' } },
  endurance_set: { typed: '90', unit: 's', si: 90, set: { 'Load held, kg': '15' } },
  hang_one: { typed: '12', unit: 's', si: 12, set: { 'Help, kg': '20' } },
  towel_test: { typed: '31', unit: 's', si: 31 },
  bell_hold: { typed: '16', unit: 'kg', si: 16 },
  lever_torque: { typed: '5.5', unit: 'N m', si: 5.5 },
  catch_count: { typed: '14', unit: 'count', si: 14 },
  repeat_73: { typed: '11', unit: 'count', si: 11 },
  three_angles: { typed: '44', unit: 'kg', si: 44 * 9.80665 },
  handle_curve: { typed: '60', unit: 'kg', si: 60 },
}

interface Stored { protocolId: string; variant: Record<string, string>; practice: boolean; trials: { hand: string; value: number; enteredUnit: string }[] }

async function run(page: Page, id: (typeof RUNNABLE_PROTOCOLS)[number]): Promise<void> {
  const protocol = protocolById(id)!
  const how = RUNS[id]
  await expect(page.getByRole('heading', { name: 'Tests so far' })).toBeVisible()
  if (RUNNABLE_PROTOCOLS.indexOf(id) < 2) await page.getByRole('button', { name: protocol.name, exact: true }).click()
  else await page.getByLabel('More protocols').selectOption(id)
  await expect(page.getByRole('heading', { name: protocol.name })).toBeVisible()
  for (const [label, value] of Object.entries(how.set ?? {})) await page.getByLabel(label).fill(value)
  const familiar = page.getByLabel('Knows this test from before', { exact: false })
  if (await familiar.isVisible()) await familiar.check()
  await page.getByRole('button', { name: 'All four met, start' }).click()
  await expect(page.getByText(protocol.hands === 'both' ? 'Both hands, trial 1' : 'Left hand, trial 1')).toBeVisible()
  if (protocol.heaviest) {
    await page.getByLabel('left hand, load in kg').fill(how.typed)
    await page.getByRole('button', { name: 'Clean', exact: true }).click()
  } else await page.keyboard.type(`${how.typed}\n`)
  await expect(page.getByRole('button', { name: new RegExp(`^${protocol.hands === 'both' ? 'both' : 'left'} hand, trial 1: `) })).toBeVisible()
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Tests/ }).click()
  await expect(page.getByRole('heading', { name: 'Tests so far' })).toBeVisible()
}

test('every protocol is run from the screen, and stored with its own type and unit', async ({ page, own }) => {
  test.setTimeout(180_000)
  await signIn(page, own.url)
  await open(page, 'Bram Achterley', 'Tests')
  for (const id of RUNNABLE_PROTOCOLS) await test.step(id, () => run(page, id))
  const stored = await page.evaluate(async () => (await (await fetch(`/api/athletes/${location.pathname.split('/')[2]}/tests`)).json()) as unknown) as Stored[]
  for (const id of RUNNABLE_PROTOCOLS) {
    const session = stored.filter((s) => s.protocolId === id).at(-1)!
    const [first] = session.trials
    expect({ hand: first!.hand, unit: first!.enteredUnit }, id).toEqual({ hand: protocolById(id)!.hands === 'both' ? 'both' : 'left', unit: RUNS[id].unit })
    expect(first!.value, id).toBeCloseTo(RUNS[id].si, 6)
    for (const n of protocolById(id)!.numbers) expect(session.variant[n.id], id).toBe(Object.values(RUNS[id].set ?? {})[0] ?? n.start)
    expect(session.practice, id).toBe(false)
  }
})
