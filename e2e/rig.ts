import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type Page } from '@playwright/test'
import { copyOf, NOW, start, type Installation } from './server'

export { NOW }

const TEMPLATE = () => process.env['MANO_E2E_TEMPLATE']!

/**
 * `hall`: the demo hall, shared by a worker and read only. `own`: a demo hall of the test's own.
 * `empty`: nothing in it. `fast`: as own, instruments run 20 times as fast.
 */
export const test = base.extend<
  { empty: Installation; own: Installation; fast: Installation },
  { hall: Installation }
>({
  hall: [
    async ({}, use) => {
      const i = await start(true, await copyOf(TEMPLATE()))
      await use(i)
      await i.stop()
    },
    { scope: 'worker' },
  ],
  own: async ({}, use) => {
    const i = await start(true, await copyOf(TEMPLATE()))
    await use(i)
    await i.stop()
  },
  fast: async ({}, use) => {
    const i = await start(true, await copyOf(TEMPLATE()), { MANO_INSTRUMENT_SPEED: '20' })
    await use(i)
    await i.stop()
  },
  empty: async ({}, use) => {
    const i = await start(false)
    await use(i)
    await i.stop()
  },
})
export { expect }

/**
 * Opens the demo hall signed in: the session came with the copied database. One test signs in by
 * hand.
 */
export async function signIn(page: Page, url: string): Promise<void> {
  const [name, value] = process.env['MANO_E2E_COOKIE']!.split('=') as [string, string]
  await page.context().addCookies([{ name, value, url }])
  await page.goto(url)
  await expect(page.getByRole('heading', { name: 'Thursday 8 October' })).toBeVisible()
}

/** Opens an athlete of the demo hall at a stage. */
export async function open(page: Page, name: string, stage: string): Promise<void> {
  await page.getByRole('link', { name, exact: true }).first().click()
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(`^${stage}`) })
    .click()
  await page.waitForURL(new RegExp(`/${stage.toLowerCase()}(/|$|\\?)`))
}

/** No serious finding of axe on what is shown. */
export async function accessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .analyze()
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
  expect(
    serious.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 4)
          .join(' | ')}`,
    ),
  ).toEqual([])
}

/** Starts a seated dynamometer test with all conditions met. */
export async function startTest(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'All four met, start' }).click()
  await expect(page.getByText('Left hand, trial 1')).toBeVisible()
}

/** Types results as a coach does: digits, Enter, digits, Enter. */
export async function typeTrials(page: Page, values: readonly string[]): Promise<void> {
  for (const v of values) await page.keyboard.type(`${v}\n`)
}

/** Says the warm-up of a running session is done. */
export async function pastWarmUp(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Warm-up done' }).click()
  await expect(page.getByText(/^Set 1 of/)).toBeVisible()
}

export interface TestBlock {
  exerciseId: string
  sets: number
  dose: number
  hands?: readonly string[]
}

/**
 * Plans today, Thursday, for an athlete of the demo hall: these blocks and nothing else. Gives the
 * athlete's id.
 */
export async function planToday(
  page: Page,
  url: string,
  name: string,
  blocks: readonly TestBlock[],
): Promise<string> {
  const roster = (await (await page.request.get(`${url}/api/athletes/names`)).json()) as {
    id: string
    name: string
  }[]
  const { id } = roster.find((a) => a.name === name)!
  const plan = (await (await page.request.get(`${url}/api/athletes/${id}/plan`)).json()) as {
    frame: object[]
    versions: { id: string; weekStart: string }[]
  }
  const uuid = (n: number) => `0199bbbb-0000-7000-8000-${String(n).padStart(12, '0')}`
  const r = await page.request.post(`${url}/api/athletes/${id}/plans`, {
    data: {
      id: uuid(1),
      weekStart: '2026-10-05',
      frame: plan.frame.map((d, i) => ({
        ...d,
        minutes: i === 3 ? 90 : 0,
        sportLoad: 0,
        heavyPull: 'none',
        competition: false,
      })),
      blocks: blocks.map((b, i) => ({
        id: uuid(100 + i),
        day: 3,
        reason: '',
        hands: ['left', 'right'],
        ...b,
      })),
      terms: { settings: {}, bans: [] },
      basedOn: plan.versions.find((v) => v.weekStart === '2026-10-05')?.id ?? null,
      reason: 'a session to look at',
    },
  })
  expect(r.status(), await r.text()).toBe(201)
  return id
}
