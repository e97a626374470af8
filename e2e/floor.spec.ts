import { accessible, expect, pastWarmUp, signIn, test } from './rig'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

test('the floor on a phone by touch: a reload goes on, pain stops at the first touch and is seen on the roster', async ({ page, own }) => {
  await signIn(page, own.url)
  await page.getByRole('link', { name: 'Dov Hartigan', exact: true }).first().tap()
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Floor/ }).tap()
  await page.getByRole('link', { name: 'Run the session' }).tap()
  const tap = (name: string | RegExp) => page.getByRole('button', { name }).tap()
  await pastWarmUp(page)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await accessible(page)
  for (const b of await page.locator('.f-btn').all()) expect((await b.boundingBox())!.height).toBeGreaterThanOrEqual(80)

  // A reload in the middle of a try goes on where it was.
  const heading = page.locator('.f-word')
  await tap('Start')
  const before = await heading.textContent()
  await page.reload()
  await expect(page.getByRole('button', { name: /^(Done|Let go early)$/ })).toBeVisible()
  expect((await heading.textContent())!.slice(0, 8)).toBe(before!.slice(0, 8))
  await tap(/^(Done|Let go early)$/)
  await tap('Keep')
  await tap('Skip rest')

  // Pain: the first touch stops the timer, then it asks.
  await tap('Start')
  await tap('Pain or stop')
  await expect(page.getByText('Timer stopped. How much pain?')).toBeVisible()
  await accessible(page)
  await tap('Pressed by mistake')
  await tap('Pain or stop')
  await page.getByRole('button', { name: '4', exact: true }).tap()
  await tap(/^End .* here$/)
  await expect(page.getByText('Timer stopped. How much pain?')).toBeHidden()

  await page.goto(own.url)
  await expect(page.getByText(/Pain over 3 last time, (left|right|both) hands?/).first()).toBeVisible()
  await page.getByRole('link', { name: 'Dov Hartigan', exact: true }).first().tap()
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Review/ }).tap()
  await expect(page.getByText('4/10')).toBeVisible()
})

test('a planned day without network keeps its sets and sends them later', async ({ page, own, context }) => {
  await signIn(page, own.url)
  await page.getByRole('link', { name: 'Dov Hartigan', exact: true }).first().tap()
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /^Floor/ }).tap()
  await page.getByRole('link', { name: 'Run the session' }).tap()
  await pastWarmUp(page)
  await context.setOffline(true)
  await page.getByRole('button', { name: 'Start' }).tap()
  await page.getByRole('button', { name: /^(Done|Let go early)$/ }).tap()
  await page.getByRole('button', { name: 'Keep' }).tap()
  await expect(page.getByText('Saved on this device: 1 not yet sent.')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText('Saved on this device', { exact: false })).toBeHidden()
})
