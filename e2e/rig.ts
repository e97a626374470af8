import { spawn, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { createServer } from 'node:net'
import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type Page } from '@playwright/test'
import { Client } from 'pg'

const root = new URL('../', import.meta.url).pathname

/** The instant every browser test runs at. */
export const NOW = '2026-10-08T10:12:00.000Z'

const freePort = (): Promise<number> => new Promise((resolve) => {
  const s = createServer().listen(0, '127.0.0.1', () => {
    const { port } = s.address() as { port: number }
    s.close(() => resolve(port))
  })
})

interface Installation { url: string; stop: () => Promise<void> }

function adminUrl(): string {
  const admin = process.env['MANO_PG_ADMIN_URL']
  if (!admin) throw new Error('Run browser tests by ./mano test: they need its database cluster.')
  return admin
}

/** A copy of a database nobody is connected to: the demo is loaded once a worker. */
async function copyOf(template: string): Promise<string> {
  const client = new Client({ connectionString: adminUrl() })
  await client.connect()
  const database = `e2e_${randomBytes(6).toString('hex')}`
  await client.query(`CREATE DATABASE ${database} TEMPLATE ${template} OWNER mano_owner`)
  await client.end()
  return database
}

/** The built app on a database of its own, as the start command runs it. */
async function start(demo: boolean, database = `e2e_${randomBytes(6).toString('hex')}`, more: Record<string, string> = {}): Promise<Installation> {
  const port = await freePort()
  const child: ChildProcess = spawn('node', ['server/dist/main.mjs'], {
    cwd: root,
    env: {
      ...process.env, MANO_DATABASE: database, MANO_PORT: String(port), MANO_DEMO: demo ? '1' : '0', MANO_FRESH: '0', MANO_NOW: NOW,
      MANO_WEB_ROOT: `${root}web/dist`, MANO_OWNER_PASSWORD: 'test-owner', MANO_APP_PASSWORD: 'test-app', MANO_SESSION_SECRET: 'test', ...more,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<void>((resolve, reject) => {
    child.stdout!.on('data', (text: Buffer) => { if (String(text).includes('Ctrl-C')) resolve() })
    child.on('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })
  return { url: `http://127.0.0.1:${port}`, stop: () => new Promise((resolve) => { child.removeAllListeners('exit').on('exit', () => resolve()); child.kill('SIGTERM') }) }
}

/** `hall`: the demo hall, shared by a worker and read only. `own`: a demo hall of the test's own. `empty`: nothing in it. `fast`: as own, instruments run 20 times as fast. */
export const test = base.extend<{ empty: Installation; own: Installation; fast: Installation }, { template: string; hall: Installation }>({
  template: [async ({}, use) => { // eslint-disable-line no-empty-pattern
    const name = `e2e_${randomBytes(6).toString('hex')}`
    await (await start(true, name)).stop()
    await use(name)
  }, { scope: 'worker' }],
  hall: [async ({ template }, use) => {
    const i = await start(true, await copyOf(template))
    await use(i)
    await i.stop()
  }, { scope: 'worker' }],
  own: async ({ template }, use) => {
    const i = await start(true, await copyOf(template))
    await use(i)
    await i.stop()
  },
  fast: async ({ template }, use) => {
    const i = await start(true, await copyOf(template), { MANO_INSTRUMENT_SPEED: '20' })
    await use(i)
    await i.stop()
  },
  empty: async ({}, use) => { // eslint-disable-line no-empty-pattern
    const i = await start(false)
    await use(i)
    await i.stop()
  },
})
export { expect }

export async function signIn(page: Page, url: string): Promise<void> {
  await page.goto(url)
  await page.getByLabel('Sign-in name').fill('ruth')
  await page.getByRole('textbox', { name: 'Password' }).fill('quayside-hall')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Thursday 8 October' })).toBeVisible()
}

/** Opens an athlete of the demo hall at a stage. */
export async function open(page: Page, name: string, stage: string): Promise<void> {
  await page.getByRole('link', { name, exact: true }).first().click()
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: new RegExp(`^${stage}`) }).click()
}

/** No serious finding of axe on what is shown. */
export async function accessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
  expect(serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).slice(0, 4).join(' | ')}`)).toEqual([])
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

/** Passes over the warm-up of a running session, up to its first set. */
export async function pastWarmUp(page: Page): Promise<void> {
  await expect(page.getByText('Warm-up and close')).toBeVisible()
  while (await page.getByText('Warm-up and close').isVisible()) await page.getByRole('button', { name: 'Pass over' }).click()
  await expect(page.getByText(/^Set 1 of/)).toBeVisible()
}
