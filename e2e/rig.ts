import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect, test as base, type Locator, type Page } from '@playwright/test'
import { USED } from './playwright.config'
import { Warm } from './warm'
import { copyOf, NOW, putBack, start, type Installation } from './server'

export { NOW }

const TEMPLATE = () => process.env['MANO_E2E_TEMPLATE']!

interface Worker {
  warm: Warm
  /** `touched`: a test may have changed what is in it. */
  kept: { at: Installation; database: string; touched: boolean }
}

/**
 * `hall`: the demo hall, read only. `own`: the demo hall as it was loaded, for a test to change, on
 * the same server, which its worker keeps. `alone`: on a server of the test's own, which it may
 * stop. `empty`: nothing in it. `fast`: as alone, instruments run 20 times as fast.
 */
export const test = base.extend<
  Record<'hall' | 'empty' | 'own' | 'alone' | 'fast', Installation>,
  Worker
>({
  warm: [
    async ({}, use) => {
      const w = new Warm()
      await use(w)
      await w.close()
    },
    { scope: 'worker' },
  ],
  // A test that asks for another size, touch or a service worker gets a context of its own.
  context: async ({ context, warm, viewport, hasTouch, serviceWorkers }, use) => {
    const usual =
      viewport?.width === USED.viewport.width && !hasTouch && serviceWorkers === USED.serviceWorkers
    if (!usual || process.env['MANO_TRACE']) return use(context)
    await use(await warm.begin())
    await warm.end()
  },
  kept: [
    async ({}, use) => {
      const database = await copyOf(TEMPLATE())
      const at = await start(true, database)
      await use({ at, database, touched: false })
      await at.stop()
    },
    { scope: 'worker' },
  ],
  hall: async ({ kept }, use) => {
    if (kept.touched) await putBack(kept.database)
    kept.touched = false
    await use(kept.at)
  },
  own: async ({ hall, kept }, use) => {
    kept.touched = true
    await use(hall)
  },
  alone: async ({}, use) => {
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
 * Signed in at the demo hall, no page open yet: the session came with the copied database. One test
 * signs in by hand.
 */
export async function enter(page: Page, url: string): Promise<void> {
  const [name, value] = process.env['MANO_E2E_COOKIE']!.split('=') as [string, string]
  await page.context().addCookies([{ name, value, url }])
}

/** At an athlete's stage at once, as by a link of it. */
export async function visit(page: Page, url: string, name: string, stage: string): Promise<void> {
  await enter(page, url)
  const id = await idOf(page, url, name)
  await page.goto(`${url}/athletes/${id}/${stage.toLowerCase()}`)
  // What a test waits for next may stand on every page; the stage's own head does not.
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible()
}

/** How many there are once there is one: what a press brings may come a moment after it. */
export async function some(all: Locator): Promise<number> {
  await expect(all.first()).toBeVisible()
  return all.count()
}

/** An athlete's id by name. */
export async function idOf(page: Page, url: string, name: string): Promise<string> {
  const reply = await page.request.get(`${url}/api/athletes/names`)
  const found = ((await reply.json()) as { id: string; name: string }[]).find(
    (a) => a.name === name,
  )
  if (!found) throw new Error(`no athlete called ${name}`)
  return found.id
}

/** Signed in, on the roster. */
export async function signIn(page: Page, url: string): Promise<void> {
  await enter(page, url)
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

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/**
 * No serious finding of axe on what is shown; `any`: gives back the findings of every level instead
 * of failing.
 */
export async function accessible(
  page: Page,
  level: 'serious' | 'any' = 'serious',
): Promise<string[]> {
  // It stays with the page as long as that is not loaded anew.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE)
  const found = await page.evaluate(async (any) => {
    interface Violation {
      id: string
      impact: string
      nodes: { target: string[] }[]
    }
    const axe = Reflect.get(window, 'axe') as {
      run: (on: Document, how: object) => Promise<{ violations: Violation[] }>
    }
    // What is in no frame needs no second page to gather it, which takes as long as the rest.
    const { violations } = await axe.run(document, { resultTypes: ['violations'] })
    return violations
      .filter((v) => any || v.impact === 'serious' || v.impact === 'critical')
      .map(
        (v) =>
          `${v.id}: ${v.nodes
            .slice(0, 4)
            .map((n) => n.target.join(' '))
            .join(' | ')}`,
      )
  }, level === 'any')
  if (level === 'serious') expect(found).toEqual([])
  return found
}

/** Starts a seated dynamometer test with all conditions met. */
export async function startTest(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'All four met, start' }).click()
  await expect(page.getByText('Left hand, trial 1')).toBeVisible({ timeout: 20_000 })
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
  /** From Monday, 0; absent: today. */ day?: number
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
  const id = await idOf(page, url, name)
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

/**
 * Chooses in a field with a list, by the name of the choice or by its id, and waits until the
 * field says so: what is pressed before belongs to the form that is going away.
 */
export async function pick(at: Page | Locator, field: string | RegExp, choice: string) {
  const page = 'page' in at ? at.page() : at
  const list = at.getByRole('combobox', { name: field })
  await list.click()
  const option = page
    .locator(`[role=option][value=${JSON.stringify(choice)}]:visible`)
    .or(page.getByRole('option', { name: choice, exact: true }))
    .first()
  const name = await option.textContent()
  await option.click()
  await expect(list).toHaveValue(name ?? '')
}

/** Presses one of several of which one is on, and waits until it is. */
export async function choose(button: Locator) {
  await button.click()
  await expect(button).toHaveAttribute('aria-pressed', 'true')
}
