import type { Locator, Page } from '@playwright/test'
import { expect, planToday, signIn, test } from './rig'

/** How somebody gets at what is on the page. */
interface Hands {
  /** Presses a button, a link or a choice. */
  press: (page: Page, at: Locator) => Promise<void>
  type: (page: Page, at: Locator, text: string) => Promise<void>
}

/** Steps of the Tab key until something has the focus: what no key reaches is found here. */
const STEPS = 160
async function tabTo(page: Page, at: Locator): Promise<void> {
  await expect(at).toBeVisible()
  for (let i = 0; i < STEPS; i++) {
    if (await at.evaluate((el) => el === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`No key leads to ${at.toString()}`)
}
const keys: Hands = {
  press: async (page, at) => {
    await tabTo(page, at)
    const space = await at.evaluate((el) => el.matches('input[type=checkbox], input[type=radio]'))
    await page.keyboard.press(space ? 'Space' : 'Enter')
  },
  type: async (page, at, text) => {
    await tabTo(page, at)
    await page.keyboard.type(text)
  },
}
const touch: Hands = {
  press: async (_, at) => at.tap(),
  type: async (page, at, text) => {
    await at.tap()
    await page.keyboard.type(text)
  },
}

/** A test, a week and a set, the decision: what a coach does with an athlete in a day. */
async function day(page: Page, url: string, { press, type }: Hands): Promise<void> {
  const noSideways = async () =>
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
    ).toBeLessThanOrEqual(0)
  const stage = async (name: string) => {
    await press(
      page,
      page
        .getByRole('navigation', { name: 'Stages' })
        .getByRole('link', { name: new RegExp(`^${name}`) }),
    )
    await expect(page).toHaveURL(new RegExp(`/${name.toLowerCase()}`))
    await noSideways()
  }
  await planToday(page, url, 'Mirela Stroud', [{ exerciseId: 'wrist_curl', sets: 2, dose: 16 }])
  await page.goto(url)
  await press(page, page.locator('td').getByRole('link', { name: 'Mirela Stroud' }).first())

  await stage('Tests')
  await press(page, page.getByRole('button', { name: 'All four met, start' }))
  await expect(page.getByText('Left hand, trial 1')).toBeVisible()
  for (const [hand, value] of [
    ['Left', '40.2'],
    ['Right', '41.5'],
  ] as const) {
    await expect(page.getByText(`${hand} hand, trial 1`)).toBeVisible()
    await type(page, page.locator('.entry input').first(), value)
    await press(page, page.getByRole('button', { name: 'Enter' }))
  }
  await expect(page.getByRole('button', { name: /left hand, trial 1: 40\.2/ })).toBeVisible()

  await stage('Plan')
  const card = page.getByRole('region', { name: 'Thu' }).getByRole('button', { name: /Wrist curl/ })
  await press(page, card)
  await press(page, page.getByRole('button', { name: 'More: Sets' }))
  await press(page, page.getByRole('button', { name: 'Save version' }))
  const saving = page.getByRole('dialog')
  await type(page, saving.getByRole('textbox').first(), 'One exercise today')
  await press(page, saving.getByRole('button', { name: 'Save version' }))
  await expect(page.getByText(/Version \d+, saved 8 Oct/)).toBeVisible()

  await stage('Floor')
  await press(page, page.getByRole('link', { name: 'Run the session' }))
  await press(page, page.getByRole('button', { name: 'Warm-up done' }))
  await expect(page.getByText(/^Set 1 of/)).toBeVisible()
  await press(page, page.getByRole('button', { name: /^Done as planned|^Start/ }).first())
  await noSideways()

  await page.goto(url)
  await press(page, page.locator('td').getByRole('link', { name: 'Mirela Stroud' }).first())
  await stage('Review')
  await type(page, page.getByRole('textbox', { name: 'In your words' }), 'Goes well.')
  await press(page, page.getByRole('button', { name: /^(Save with nothing taken|Take it into)/ }))
  await expect(page.getByText('Goes well.').first()).toBeVisible()
}

test('@long a coach\u2019s day by the keyboard alone', async ({ page, own }) => {
  test.slow()
  await signIn(page, own.url)
  await day(page, own.url, keys)
})

test.describe('on a tablet', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } })
  test('@long a coach\u2019s day by touch alone', async ({ page, own }) => {
    test.slow()
    await signIn(page, own.url)
    await day(page, own.url, touch)
  })
})

test.describe('at twice the size', () => {
  // 1280 x 800 at 200 %: half the room, each point twice as fine.
  test.use({ hasTouch: true, viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 })
  test(
    'a coach\u2019s day at 200 %, nothing wider than the screen',
    { tag: '@long' },
    async ({ page, own }) => {
      test.slow()
      await signIn(page, own.url)
      await day(page, own.url, touch)
    },
  )
})
